/** Asked when a scene begins, each may be skipped: what it stands on, how deep the ground is, from where it is looked at. */
import { useState } from "react";
import {
  BOARD_MATERIALS,
  carried,
  frameOf,
  groundAmounts,
  methodById,
  NEW_CAMERA,
  readGround,
  rectangle,
  type Board,
  type BoardMaterial,
  type GroundZone,
  type ReadGround,
} from "~core/ground";
import { boardSentence } from "~core/look";
import { placeOfLayer } from "~core/plan";
import { LIMITS, PART_DEFAULTS, type PartRow } from "~core/project";
import { fail, formatMm, ok, parseSides, type Result } from "~core/units";
import { Cautions } from "../Cautions";
import { newId, useActions, useProject } from "~app/shared/scene";
import { Choice, ParsedField, parseMmIn } from "~app/ui/field";
import { sayProblem } from "~app/ui/sayProblem";
import { readAsMm } from "~core/units";

const MATERIALS = (Object.keys(BOARD_MATERIALS) as BoardMaterial[]).map((value) => ({ value, label: BOARD_MATERIALS[value].label }));

/** "600 × 400": two sides of a board. */
function readSize(text: string): Result<[number, number]> {
  const sides = parseSides(text, [2]);
  if (!sides.ok) return sides;
  const [w, d] = sides.value;
  const { least, most } = LIMITS.boardSideMm;
  return [w, d].every((v) => v >= least && v <= most)
    ? ok([w, d])
    : fail("board.size", `Each side must be between ${least} and ${most} mm.`);
}
const sizeWords = ([w, d]: readonly [number, number]): string => `${Math.round(w * 10) / 10} × ${Math.round(d * 10) / 10}`;

export function NewBoard() {
  const { scene, parts } = useProject();
  const { run } = useActions();
  // What was made by hand already is the board, as large as it was said to be.
  const base = parts.find((p) => p.source.kind === "scratch" && !scene.boards?.some((b) => b.partId === p.id));
  const said = base?.source.kind === "scratch" ? base.source.sizeMm : [600, 400, 30];
  const [size, setSize] = useState<[number, number]>([said[0], said[1]]);
  const [material, setMaterial] = useState<BoardMaterial>("foam");
  const [thickMm, setThick] = useState(said[2]);
  const [ground, setGround] = useState<ReadGround | null>(null);
  const [groundText, setGroundText] = useState("");
  const [distanceMm, setDistance] = useState<number | null>(null);
  const longMm = Math.max(...size);
  const method = ground && methodById(ground.methodId)!;
  const amounts = method && ground && groundAmounts(method, { areaMm2: size[0] * size[1], depthMm: ground.depthMm });
  const sums = carried({
    outlineMm: rectangle(...size),
    layers: [{ material, thicknessMm: thickMm }],
    ground: amounts ? [{ fromMm: 0, toMm: longMm, g: amounts.dryG }] : [],
    load: [],
  });
  const frame = distanceMm === null ? null : frameOf({ ...NEW_CAMERA, distanceMm });
  const create = async (): Promise<void> => {
    const id = newId();
    const part: PartRow | null = base
      ? null
      : {
          ...structuredClone(PART_DEFAULTS),
          id: newId(),
          sceneId: scene.id,
          name: "Board",
          copies: 1,
          goodBefore: 1,
          failedBefore: 0,
          work: [],
          notes: "",
          order: Math.max(0, ...parts.map((p) => p.order)) + 1,
          factor: 1,
          source: { kind: "scratch", sizeMm: [size[0], size[1], thickMm], material: BOARD_MATERIALS[material].made },
        };
    const board: Board = {
      id,
      name: "Board",
      outlineMm: rectangle(...size),
      layers: [{ id: newId(), material, thicknessMm: thickMm, eMPa: null }],
      rimMm: 0,
      liftMm: 0,
      handsMm: null,
      partId: base?.id ?? part!.id,
    };
    const zone: GroundZone = {
      id: newId(),
      boardId: id,
      name: "Ground",
      is: "earth",
      outlineMm: rectangle(...size),
      levelMm: 0,
      slopeDeg: 35,
      ballMm: 20,
    };
    const layerId = newId();
    // One press is one edit.
    const made = await run("board.add", {
      board,
      part,
      ...(ground && {
        first: {
          zone,
          layer: { id: layerId, zoneId: zone.id, methodId: ground.methodId, depthMm: ground.depthMm, by: "volume" as const },
          item: { id: newId(), kind: "layer" as const, layerId },
          // What seals the board comes before what is laid on it.
          at: placeOfLayer((base ?? part!).work, methodById(ground.methodId)!),
        },
      }),
      ...(distanceMm !== null && { eyeMm: distanceMm }),
    });
    if (!made.ok) sayProblem(made.problem);
  };
  return (
    <section aria-label="What does it stand on?" className="mt-4 max-w-3xl border border-ink p-3">
      <h2 className="text-xl">What does it stand on?</h2>
      <div className="mt-2 grid items-start gap-3 tab:grid-cols-3">
        <ParsedField
          label="Size of the board, mm"
          text={sizeWords(size)}
          parse={readSize}
          readAs={(v) => `${sizeWords(v)} mm`}
          onReading={(r) => r?.ok && setSize(r.value)}
          onCommit={setSize}
        />
        <Choice label="Made of" value={material} options={MATERIALS} onChange={setMaterial} />
        <ParsedField
          label="Thickness"
          text={formatMm(thickMm)}
          parse={parseMmIn(LIMITS.boardLayerMm)}
          readAs={readAsMm}
          onReading={(r) => r?.ok && setThick(r.value)}
          onCommit={setThick}
        />
      </div>
      <h3 className="mt-3 text-lg">How deep is the ground?</h3>
      <ParsedField
        className="max-w-xs"
        label="Depth and what it is of"
        text={groundText}
        placeholder="4 mm of grout"
        parse={(t): Result<ReadGround | null> => (t.trim() === "" ? ok(null) : readGround(t))}
        readAs={(g) => (g ? `${formatMm(g.depthMm)}: ${methodById(g.methodId)!.name.toLowerCase()}` : "no ground yet")}
        onReading={(r) => r?.ok && setGround(r.value)}
        onCommit={(g, text) => {
          setGround(g);
          setGroundText(text);
        }}
      />
      <h3 className="mt-3 text-lg">From where is it looked at or photographed?</h3>
      <ParsedField
        className="max-w-xs"
        label="Distance"
        text={distanceMm === null ? "" : formatMm(distanceMm)}
        placeholder="70 cm"
        parse={(t): Result<number | null> => (t.trim() === "" ? ok(null) : parseMmIn({ least: 50, most: LIMITS.cameraMm.most })(t))}
        readAs={(v) => (v === null ? "not said" : readAsMm(v))}
        onReading={(r) => r?.ok && setDistance(r.value)}
        onCommit={setDistance}
      />
      <p className="mt-3 text-lg" aria-live="polite" data-testid="board-sentence">
        <span className="font-semibold">{boardSentence(sums)}</span>
        {amounts &&
          amounts.wetG > amounts.dryG * 1.02 &&
          ` While it is wet, ${Math.round((amounts.wetG - amounts.dryG) / 10) * 10} g more.`}
        {frame && ` The camera takes in ${Math.round(frame.wideMm)} × ${Math.round(frame.highMm)} mm there.`}
      </p>
      {method && <Cautions method={method} />}
      <button className="btn btn-solid mt-3" onClick={() => void create()}>
        Use this board
      </button>
    </section>
  );
}
