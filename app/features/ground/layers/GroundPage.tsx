/** Layers: what each zone is laid with, how and why, what it takes and weighs; and ground on parts that lie on no board. */
import { useState } from "react";
import { useSearchParams } from "react-router";
import { kilograms, methodsFor, type ZoneSum } from "~core/look";
import { lastOf, groundsIn, layersIn } from "~core/stations/kinds";
import { boxesMeet, boxOfRings } from "~core/lay";
import { placeOfLayer, stackOfPart } from "~core/plan";
import { formatArea, formatDuration, formatSpan } from "~core/units";
import { Page, Section } from "~app/shared/Page";
import { newId, useActions, useProject } from "~app/shared/scene";
import { Choice } from "~app/ui/field";
import { sayProblem } from "~app/ui/sayProblem";
import { ringsPath } from "~app/ui/rings";
import { GroundLeaves } from "../GroundLeaves";
import { zoneFill, ZoneHatches } from "../Hatches";
import { useBoard, type AtHand } from "~app/shared/useBoard";
import { LayerRow } from "./LayerRow";
import { PartGround } from "./PartGround";

export default function GroundPage() {
  const { parts } = useProject();
  const hand = useBoard();
  const { sum, board } = hand;
  const [search, setSearch] = useSearchParams();
  const zone = sum?.zones.find((z) => z.zone.id === search.get("zone")) ?? sum?.zones.find((z) => z.layers.length > 0) ?? sum?.zones[0];
  const loose = parts.filter((p) => groundsIn(p.work).length > 0);
  return (
    <Page
      title="Layers of ground"
      sub={board?.name}
      cells={
        sum
          ? [
              { label: "ground, dry", value: kilograms(sum.carried.ofG.ground) },
              { label: "wet", value: `+ ${kilograms(sum.wetMoreG)}` },
              { label: "yours to do", value: formatSpan(sum.handsOnS, formatDuration) },
            ]
          : [{ label: "boards", value: 0 }]
      }
    >
      <GroundLeaves />
      {!sum && (
        <p className="mt-6 max-w-prose text-soft">
          No board yet. Say at Plan what the scene stands on; its zones then get their layers here, with millilitres, grams and the hours in
          which each can be worked.
        </p>
      )}
      {sum && sum.zones.length === 0 && (
        <p className="mt-6 max-w-prose text-soft">The board has no zone yet. Draw one at Plan: mud, sand, grass, paving or water.</p>
      )}
      {sum && zone && (
        <div className="mt-3 flex flex-wrap gap-6">
          <ZoneMap hand={hand} zone={zone} choose={(id) => setSearch({ ...(board && { board: board.id }), zone: id }, { replace: true })} />
          <div className="min-w-0 flex-1 basis-[420px]">
            <OfZone key={zone.zone.id} hand={hand} sum={zone} />
          </div>
        </div>
      )}
      <Section title="On parts without a board">
        <PartGround parts={loose} />
      </Section>
    </Page>
  );
}

/** The board from above, small: a zone is chosen by pressing it, or by its name. */
function ZoneMap({ hand, zone, choose }: { hand: AtHand; zone: ZoneSum; choose: (id: string) => void }) {
  const board = hand.board!;
  const { x0, x1, y0, y1 } = boxOfRings([board.outlineMm]);
  const s = Math.min(280 / Math.max(1, x1 - x0), 220 / Math.max(1, y1 - y0));
  const x = (mm: number): number => 2 + (mm - x0) * s;
  const y = (mm: number): number => 2 + (y1 - mm) * s;
  return (
    <div className="w-72 shrink-0">
      <svg width={(x1 - x0) * s + 4} height={(y1 - y0) * s + 4} role="img" aria-label={`Zones of ${board.name}`}>
        <ZoneHatches />
        <path d={ringsPath([board.outlineMm], x, y)} fill="var(--paper)" stroke="var(--ink)" strokeWidth="1.8" />
        {hand.sum!.zones.map((z) => (
          <path
            key={z.zone.id}
            d={ringsPath([z.zone.outlineMm], x, y)}
            fill={zoneFill(z.zone.is)}
            stroke="var(--ink)"
            strokeWidth={z === zone ? 2.4 : 0.8}
            className="cursor-pointer"
            onClick={() => choose(z.zone.id)}
          />
        ))}
      </svg>
      <ul className="mt-2">
        {hand.sum!.zones.map((z) => (
          <li key={z.zone.id}>
            <button
              className={`btn w-full justify-between ${z === zone ? "bg-board" : ""}`}
              aria-pressed={z === zone}
              onClick={() => choose(z.zone.id)}
            >
              {z.zone.name}
              <span className="font-normal text-soft">{z.layers.length === 0 ? "no layer" : kilograms(z.dryG)}</span>
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}

function OfZone({ hand, sum }: { hand: AtHand; sum: ZoneSum }) {
  const project = useProject();
  const { run } = useActions();
  const { zone, areaMm2, layers } = sum;
  const board = hand.board!;
  const part = project.parts.find((p) => p.id === board.partId);
  const near = hand.placed.filter((p) => boxesMeet(p.box, boxOfRings([zone.outlineMm]), 10));
  const painted = new Set(project.parts.filter((p) => lastOf(p.work, "coat") >= 0 || lastOf(p.work, "recipe") >= 0).map((p) => p.id));
  const varnish = part ? stackOfPart(part, project).find((l) => l.family === "solvent varnish") : undefined;
  const ranked = methodsFor(zone, {
    ratio: project.scene.scale.ratio,
    depthMm: layers.at(-1)?.layer.depthMm ?? 2,
    varnishBelow: varnish !== undefined,
    wallsNear: near.some((p) => painted.has(p.standing.partId)),
  });
  const [picked, pick] = useState<string | null>(null);
  const chosen = ranked.find((r) => r.method.id === picked) ?? ranked[0];
  const add = async (): Promise<void> => {
    const layerId = newId();
    const layer = { id: layerId, zoneId: zone.id, methodId: chosen.method.id, depthMm: chosen.method.depthMm, by: "volume" as const };
    const step = part
      ? { partId: part.id, at: placeOfLayer(part.work, chosen.method), item: { id: newId(), kind: "layer" as const, layerId } }
      : null;
    const done = await run("layer.add", { layer, step });
    if (!done.ok) sayProblem(done.problem);
  };
  const planned = new Set(project.parts.flatMap((p) => layersIn(p.work).map((w) => w.layerId)));
  return (
    <section aria-label={zone.name}>
      <h2 className="text-xl">{zone.name}</h2>
      <p className="text-soft">
        {formatArea(areaMm2)}
        {zone.levelMm !== 0 &&
          `, ${zone.levelMm < 0 ? "cut in" : "built up"} by ${Math.abs(zone.levelMm)} mm with banks of ${zone.slopeDeg}°`}
        . {hand.placed.length > 0 && "What stands in it is not taken off the area."}
      </p>
      {layers.map((l, i) => (
        <LayerRow key={l.layer.id} sum={l} nth={i + 1} planned={planned.has(l.layer.id)} ratio={project.scene.scale.ratio} />
      ))}
      <div className="mt-4 border-t border-rule pt-2">
        <div className="flex flex-wrap items-end gap-2">
          <Choice
            label="Next layer, best first"
            value={chosen.method.id}
            options={ranked.map((r) => ({ value: r.method.id, label: r.method.name }))}
            onChange={pick}
          />
          <button className="btn" onClick={() => void add()}>
            Add it
          </button>
        </div>
        <p className="mt-1">
          <span className="font-semibold">{chosen.method.name}</span>: {chosen.method.suits}.
          {chosen.against.length > 0 && <span className="note-act"> ▲ {chosen.against.join("; ")}.</span>}
        </p>
        {ranked
          .filter((r) => r !== chosen && r.against.length > 0)
          .map((r) => (
            <p key={r.method.id} className="text-soft">
              {r.method.name}: {r.against.join("; ")}.
            </p>
          ))}
        {!part && (
          <p className="mt-1 text-soft">This board is no part of the scene: its layers weigh, but no evening is planned for them.</p>
        )}
      </div>
    </section>
  );
}
