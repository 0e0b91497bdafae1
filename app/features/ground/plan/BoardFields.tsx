/** What stands on the board and what could; its zones; the board itself; and all of it on paper. */
import { useState } from "react";
import { BOARD_MATERIALS, rectangle, thicknessOf, type Board, type BoardMaterial, type GroundZone, type Standing } from "~core/ground";
import { boxOfRings, type Footprint } from "~core/lay";
import { placementSheets } from "~core/look";
import { LIMITS } from "~core/project";
import { formatMm, readAsMm } from "~core/units";
import { runJob } from "~workers/client";
import { download, fileName } from "~app/shared/files/download";
import { paperOf } from "~app/shared/paper";
import { newId, useActions, useNow, useProject } from "~app/shared/scene";
import { useWhole } from "~app/shared/useWhole";
import { Choice, ParsedField, parseMmIn, parseName } from "~app/ui/field";
import { Fold } from "~app/ui/fold";
import { sayProblem } from "~app/ui/sayProblem";
import { format } from "date-fns";
import type { AtHand } from "~app/shared/useBoard";

const MATERIALS = (Object.keys(BOARD_MATERIALS) as BoardMaterial[]).map((value) => ({ value, label: BOARD_MATERIALS[value].label }));

/** Between pieces that are laid out, mm: a finger gets between. Common practice, no source. */
const APART_MM = 12;

interface Props {
  hand: AtHand;
  selected: ReadonlySet<string>;
  select: (ids: ReadonlySet<string>) => void;
  zones: readonly GroundZone[];
  zoneId: string | null;
  setZone: (id: string | null) => void;
}

export function BoardFields({ hand, selected, select, zones, zoneId, setZone }: Props) {
  const { parts, scene, habits } = useProject();
  const { run } = useActions();
  const now = useNow();
  const [partId, setPart] = useState("");
  const board = hand.board!;
  const box = boxOfRings([board.outlineMm]);
  // The board itself stands nowhere on it.
  const offered = parts.filter((p) => p.id !== board.partId);
  const part = offered.find((p) => p.id === partId) ?? offered[0];
  const stand = async (): Promise<void> => {
    const id = newId();
    const standing: Standing = {
      id,
      partId: part.id,
      on: { kind: "board", boardId: board.id },
      xMm: Math.round((box.x0 + box.x1) / 2),
      yMm: Math.round((box.y0 + box.y1) / 2),
      turnDeg: 0,
      liftMm: 0,
      leanDeg: 0,
    };
    const done = await run("list.add", { list: "scene.standings", items: [standing] });
    if (!done.ok) return sayProblem(done.problem);
    select(new Set([id]));
  };
  const addZone = async (): Promise<void> => {
    const [w, d] = [box.x1 - box.x0, box.y1 - box.y0];
    const id = newId();
    const zone: GroundZone = {
      id,
      boardId: board.id,
      name: `Zone ${zones.length + 1}`,
      is: "earth",
      outlineMm: rectangle(Math.round(w / 3), Math.round(d / 3), Math.round(box.x0 + w / 3), Math.round(box.y0 + d / 3)),
      levelMm: 0,
      slopeDeg: 35,
      ballMm: 20,
    };
    const done = await run("list.add", { list: "scene.zones", items: [zone] });
    if (!done.ok) return sayProblem(done.problem);
    setZone(id);
  };
  const layOut = async (): Promise<void> => {
    const own = hand.standings.filter((s) => s.on.kind === "board" && s.on.boardId === board.id && hand.footOf(s));
    const asFootprint = (s: Standing): Footprint => {
      const f = hand.footOf(s)!;
      return {
        rings: f.shadow,
        widthMm: f.widthMm,
        depthMm: f.depthMm,
        heightMm: f.heightMm,
        areaMm2: f.shadowMm2,
        contactMm2: f.footMm2,
        largestMm2: f.shadowMm2,
      };
    };
    const done = await runJob("layOnBoard", {
      items: own.map((s) => ({ id: s.id, footprint: asFootprint(s) })),
      widthMm: box.x1 - box.x0,
      depthMm: box.y1 - box.y0,
      rimMm: board.rimMm,
      apartMm: APART_MM,
    });
    if (!done.ok) return sayProblem(done.problem);
    const { laid, left } = done.value;
    if (laid.length > 0) {
      const places = laid.map((p) => ({ ...p, xMm: p.xMm + box.x0, yMm: p.yMm + box.y0 }));
      const moved = await run("standings.place", { places });
      if (!moved.ok) return sayProblem(moved.problem);
    }
    if (left.length > 0)
      sayProblem({
        code: "board.full",
        message: `${left.map(hand.nameOf).join(", ")} found no room on the board and stay where they are.`,
      });
  };
  const paper = async (): Promise<void> => {
    const { drawingsToPdf } = await import("~app/shared/files/drawingPdf");
    const title = `${scene.name}: ${board.name}`;
    const sheets = placementSheets(board, hand.placed, zones, hand.nameOf, {
      title,
      date: format(now, "d MMM yyyy"),
      paper: paperOf(habits.paper),
    });
    download(fileName(`${scene.name} placement`, "pdf"), await drawingsToPdf(sheets, title), "application/pdf");
  };
  return (
    <>
      <section aria-label="What stands there" className="mt-4 border-t-[1.5px] border-ink pt-2">
        <h2 className="text-lg">What stands there</h2>
        <div className="flex max-h-44 flex-col overflow-y-auto">
          {hand.placed.map((p) => (
            <label key={p.standing.id} className="flex min-h-[32px] items-center gap-2">
              <input
                type="checkbox"
                checked={selected.has(p.standing.id)}
                onChange={(e) =>
                  select(new Set(e.target.checked ? [...selected, p.standing.id] : [...selected].filter((id) => id !== p.standing.id)))
                }
              />
              {hand.nameOf(p.standing.id)}
              <span className="text-soft">
                {Math.round(p.standing.xMm)}, {Math.round(p.standing.yMm)} mm
              </span>
            </label>
          ))}
        </div>
        {part && (
          <div className="mt-2 flex flex-wrap items-end gap-2">
            <Choice
              label="Part to stand there"
              value={part.id}
              options={offered.map((p) => ({ value: p.id, label: p.name }))}
              onChange={setPart}
            />
            <button className="btn" onClick={() => void stand()}>
              Stand one there
            </button>
          </div>
        )}
        <div className="mt-2 flex flex-wrap gap-2">
          <button className="btn" disabled={hand.placed.length < 2} onClick={() => void layOut()}>
            Lay them out
          </button>
          <button className="btn" disabled={hand.placed.length === 0} onClick={() => void paper()}>
            Placement on paper
          </button>
        </div>
      </section>
      <section aria-label="Zones" className="mt-4 border-t-[1.5px] border-ink pt-2">
        <h2 className="text-lg">Zones</h2>
        <div className="mt-1 flex flex-wrap gap-2">
          {zones.map((z) => (
            <button
              key={z.id}
              className={`btn ${z.id === zoneId ? "bg-board" : ""}`}
              aria-pressed={z.id === zoneId}
              onClick={() => setZone(z.id === zoneId ? null : z.id)}
            >
              {z.name}
            </button>
          ))}
          <button className="btn" disabled={(scene.zones ?? []).length >= LIMITS.groundZones} onClick={() => void addZone()}>
            Add a zone
          </button>
        </div>
      </section>
      <Fold label="The board">
        <OfBoard board={board} />
      </Fold>
    </>
  );
}

function OfBoard({ board }: { board: Board }) {
  const { scene } = useProject();
  const { run } = useActions();
  const set = (change: Partial<Board>) => run("list.set", { list: "scene.boards", key: board.id, change });
  const layers = useWhole(board.layers, (next) => set({ layers: next }));
  const { x0, x1, y0, y1 } = boxOfRings([board.outlineMm]);
  const resize = (w: number, d: number): ReturnType<typeof set> =>
    set({
      outlineMm: board.outlineMm.map((v, i) =>
        i % 2 === 0 ? ((v - x0) * w) / Math.max(1e-6, x1 - x0) : ((v - y0) * d) / Math.max(1e-6, y1 - y0),
      ),
    });
  const length = (label: string, mm: number, range: { least: number; most: number }, commit: (mm: number) => ReturnType<typeof set>) => (
    <ParsedField label={label} draftKey={board.id} text={formatMm(mm)} parse={parseMmIn(range)} readAs={readAsMm} onCommit={commit} />
  );
  return (
    <div>
      <div className="grid grid-cols-2 gap-2">
        <ParsedField label="Name of the board" draftKey={board.id} text={board.name} parse={parseName} onCommit={(name) => set({ name })} />
        {length("Keep free at the edge", board.rimMm, LIMITS.rimMm, (rimMm) => set({ rimMm }))}
        {length("Width of the board", x1 - x0, LIMITS.boardSideMm, (w) => resize(w, y1 - y0))}
        {length("Depth of the board", y1 - y0, LIMITS.boardSideMm, (d) => resize(x1 - x0, d))}
        {length("Stands above the table by", board.liftMm, { least: 0, most: LIMITS.placeMm }, (liftMm) => set({ liftMm }))}
      </div>
      <p className="label mt-2">Layers from below, {formatMm(thicknessOf(board.layers))} in all</p>
      {board.layers.map((l) => (
        <div key={l.id} className="mt-1 flex flex-wrap items-end gap-2">
          <Choice
            label="Material of this layer"
            hideLabel
            value={l.material}
            options={MATERIALS}
            onChange={(material) => void layers((now) => now.map((q) => (q.id === l.id ? { ...q, material } : q)))}
          />
          <ParsedField
            className="w-24"
            label={`Thickness of ${BOARD_MATERIALS[l.material].label}`}
            hideLabel
            draftKey={l.id}
            text={formatMm(l.thicknessMm)}
            parse={parseMmIn(LIMITS.boardLayerMm)}
            readAs={readAsMm}
            onCommit={(thicknessMm) => layers((now) => now.map((q) => (q.id === l.id ? { ...q, thicknessMm } : q)))}
          />
          <button
            className="btn"
            disabled={board.layers.length === 1}
            onClick={() => void layers((now) => now.filter((q) => q.id !== l.id))}
          >
            Remove
          </button>
        </div>
      ))}
      <div className="mt-2 flex flex-wrap gap-2">
        <button
          className="btn"
          disabled={board.layers.length >= LIMITS.boardLayers}
          onClick={() => void layers((now) => [...now, { id: newId(), material: "ply", thicknessMm: 4, eMPa: null }])}
        >
          Add a layer
        </button>
        <button
          className="btn"
          disabled={(scene.boards ?? []).length >= LIMITS.boards}
          onClick={() =>
            void run("board.add", {
              board: { ...board, id: newId(), name: `${board.name}, storey`, liftMm: board.liftMm + 60, partId: null, handsMm: null },
              part: null,
            })
          }
        >
          Add a storey above
        </button>
        <button className="btn" onClick={() => void run("board.drop", { boardId: board.id })}>
          Remove the board
        </button>
      </div>
    </div>
  );
}
