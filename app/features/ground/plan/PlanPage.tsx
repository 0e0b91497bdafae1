/** The plan: what stands where on which ground, cut along a line, and checked while it is moved. */
import { useMemo, useRef, useState } from "react";
import { bankRunMm, thicknessOf, type AtLine, type GroundZone, type Standing } from "~core/ground";
import { boxOfRings } from "~core/lay";
import { bends, boardSentence, kilograms, planNote } from "~core/look";
import { LIMITS } from "~core/project";
import { figureHeightMm } from "~core/scale";
import { formatMm } from "~core/units";
import { Page } from "~app/shared/Page";
import { useActions, useProject } from "~app/shared/scene";
import { Choice } from "~app/ui/field";
import { Key, useKey } from "~app/ui/keys";
import { Progress } from "~app/ui/progress";
import { sayProblem } from "~app/ui/sayProblem";
import { useWidth } from "~app/ui/useWidth";
import { GroundLeaves } from "../GroundLeaves";
import { ZoneKey } from "../Hatches";
import { useBoard, type AtHand } from "~app/shared/useBoard";
import { BoardFields } from "./BoardFields";
import { Chosen } from "./Chosen";
import { NewBoard } from "./NewBoard";
import { PlanDrawing } from "./PlanDrawing";
import { SectionDrawing } from "./SectionDrawing";
import { dragged } from "./dragged";
import { ZoneFields } from "./ZoneFields";

const STEP = { mm: 1, shiftMm: 10, deg: 15 };
const MARGIN = 22;
/** The most that the plan takes of a page, px. */
const HIGH = 262;

export default function PlanPage() {
  const [moved, setMoved] = useState<ReadonlyMap<string, Standing>>();
  const hand = useBoard(moved);
  const { board, sum, faults, nameOf } = hand;
  const notes = faults.map((f) => planNote(f, nameOf)).sort((a, b) => Number(b.act) - Number(a.act));
  const toMend = notes.filter((n) => n.act).length;
  return (
    <Page
      title="Ground"
      sub={sum ? boardSentence(sum.carried) : "what it stands on, and what stands where"}
      cells={
        sum
          ? [
              { label: "on the board", value: kilograms(sum.carried.massG) },
              { label: "carried by", value: sum.carried.people === 1 ? "one" : "two" },
              { label: "bends", value: bends(sum.carried.sagMm.ends.value) },
            ]
          : [{ label: "boards", value: 0 }]
      }
    >
      <GroundLeaves toMend={toMend} />
      {!board ? <NewBoard /> : <OnBoard hand={hand} notes={notes} setMoved={setMoved} />}
    </Page>
  );
}

type Notes = ReturnType<typeof planNote>[];

function OnBoard({
  hand,
  notes,
  setMoved,
}: {
  hand: AtHand;
  notes: Notes;
  setMoved: (moved: ReadonlyMap<string, Standing> | undefined) => void;
}) {
  const { scene } = useProject();
  const { run } = useActions();
  const { boards, choose, placed, standings, footOf, nameOf, sum, measured } = hand;
  const board = hand.board!;
  const [ref, width] = useWidth<HTMLDivElement>();
  const svg = useRef<SVGSVGElement>(null);
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [zoneId, setZone] = useState<string | null>(null);
  const [outline, setOutline] = useState<GroundZone | null>(null);
  const said = useMemo(() => (scene.zones ?? []).filter((z) => z.boardId === board.id), [scene.zones, board.id]);
  const zones = outline ? said.map((z) => (z.id === outline.id ? outline : z)) : said;
  const box = boxOfRings([board.outlineMm]);
  // An outline that encloses nothing is drawn all the same: it must be mended here.
  const [wMm, dMm] = [Math.max(1, box.x1 - box.x0), Math.max(1, box.y1 - box.y0)];
  const [line, setLine] = useState<AtLine | null>(null);
  const water = said.find((z) => z.is === "water");
  const section: AtLine = line ?? { mm: water ? middle(water) : Math.round(box.y0 + dMm / 2), across: 0 };
  const first = section.across === 0 ? box.y0 : box.x0;
  const narrow = width < 760;
  const plan = narrow ? width : Math.min(width - 360, 620);
  const scale = Math.max(0.02, Math.min((plan - 2 * MARGIN - 34) / wMm, HIGH / dMm, 3));
  const sectionScale = section.across === 0 ? scale : Math.min(scale, (plan - 2 * MARGIN - 34) / dMm);
  const selected = new Set([...chosen].filter((id) => standings.some((s) => s.id === id)));
  const select = (ids: ReadonlySet<string>): void => {
    setChosen(ids);
    if (ids.size === 0) return;
    setZone(null);
    // The arrows then move what was chosen, wherever it was chosen.
    if (!ref.current?.contains(document.activeElement)) ref.current?.focus({ preventScroll: true });
  };
  const shift = (byMm: [number, number, number], byDeg = 0): void => {
    if (selected.size === 0) return;
    void run("standings.shift", { ids: [...selected], byMm, byDeg }).then((done) => !done.ok && sayProblem(done.problem));
  };
  useKey("r", "Turn the chosen pieces by 15°", "Plan", () => shift([0, 0, 0], STEP.deg), selected.size > 0);
  useKey("e", "Turn them back by 15°", "Plan", () => shift([0, 0, 0], -STEP.deg), selected.size > 0);
  useKey("c", "Choose the next piece", "Plan", () => {
    const at = placed.findIndex((p) => selected.has(p.standing.id));
    const next = placed[(at + 1) % Math.max(1, placed.length)];
    if (next) select(new Set([next.standing.id]));
  });
  useKey("x", "Move the section line", "Plan", () =>
    setLine({ ...section, mm: first + ((section.mm - first + 10) % (section.across === 0 ? dMm : wMm)) }),
  );
  const nudge = (event: React.KeyboardEvent): void => {
    if ((event.target as HTMLElement).closest("input:not([type=checkbox]), select, textarea")) return;
    const by = event.shiftKey ? STEP.shiftMm : STEP.mm;
    const to = (
      {
        ArrowLeft: [-by, 0, 0],
        ArrowRight: [by, 0, 0],
        ArrowUp: [0, by, 0],
        ArrowDown: [0, -by, 0],
        PageUp: [0, 0, by],
        PageDown: [0, 0, -by],
      } as Record<string, [number, number, number]>
    )[event.key] as [number, number, number] | undefined;
    if (!to || selected.size === 0) return;
    event.preventDefault();
    shift(to);
  };
  const grab = (id: string, event: React.PointerEvent): void => {
    const own = event.shiftKey ? new Set([...selected, id]) : selected.has(id) ? selected : new Set([id]);
    select(own);
    const before = standings.filter((s) => own.has(s.id));
    dragged(svg.current, event, {
      move: (dx, dy) =>
        setMoved(new Map(before.map((s) => [s.id, { ...s, xMm: tenth(s.xMm + dx / scale), yMm: tenth(s.yMm - dy / scale) }]))),
      end: (dx, dy) =>
        void run("standings.shift", { ids: [...own], byMm: [tenth(dx / scale), tenth(-dy / scale), 0], byDeg: 0 }).then((done) => {
          setMoved(undefined);
          if (!done.ok) sayProblem(done.problem);
        }),
      drop: () => setMoved(undefined),
    });
  };
  const corner = (id: string, at: number, event: React.PointerEvent, added?: [number, number]): void => {
    const found = said.find((z) => z.id === id)!;
    const zone = added ? { ...found, outlineMm: found.outlineMm.toSpliced(2 * at, 0, ...added) } : found;
    const moved = (dx: number, dy: number): GroundZone => ({
      ...zone,
      outlineMm: zone.outlineMm.map((v, i) =>
        i === 2 * at ? Math.round(v + dx / scale) : i === 2 * at + 1 ? Math.round(v - dy / scale) : v,
      ),
    });
    dragged(svg.current, event, {
      move: (dx, dy) => setOutline(moved(dx, dy)),
      end: (dx, dy) =>
        void run("list.set", { list: "scene.zones", key: id, change: { outlineMm: moved(dx, dy).outlineMm } }).then((done) => {
          setOutline(null);
          if (!done.ok) sayProblem(done.problem);
        }),
      drop: () => setOutline(null),
    });
  };
  const level = (zone: GroundZone, event: React.PointerEvent): void => {
    const to = (dy: number): number => Math.round((zone.levelMm - dy / sectionScale) * 2) / 2;
    dragged(event.currentTarget.closest("svg"), event, {
      move: (_, dy) => setOutline({ ...zone, levelMm: to(dy) }),
      end: (_, dy) =>
        void run("list.set", { list: "scene.zones", key: zone.id, change: { levelMm: to(dy) } }).then((done) => {
          setOutline(null);
          if (!done.ok) sayProblem(done.problem);
        }),
      drop: () => setOutline(null),
    });
  };
  const slope = (zone: GroundZone, inward: 1 | -1, event: React.PointerEvent): void => {
    const runMm = bankRunMm(zone);
    const high = Math.abs(zone.levelMm);
    const { least, most } = LIMITS.zoneSlopeDeg;
    const to = (dx: number): number => {
      const run = Math.max(0, runMm + (inward * dx) / sectionScale);
      return Math.min(most, Math.max(least, Math.round((Math.atan2(high, run) * 180) / Math.PI)));
    };
    dragged(event.currentTarget.closest("svg"), event, {
      move: (dx) => setOutline({ ...zone, slopeDeg: to(dx) }),
      end: (dx) =>
        void run("list.set", { list: "scene.zones", key: zone.id, change: { slopeDeg: to(dx) } }).then((done) => {
          setOutline(null);
          if (!done.ok) sayProblem(done.problem);
        }),
      drop: () => setOutline(null),
    });
  };
  const alongSection = (event: React.PointerEvent): void => {
    const from = section.mm;
    const last = first + (section.across === 0 ? dMm : wMm);
    const to = (dx: number, dy: number): void =>
      setLine({ ...section, mm: Math.min(last, Math.max(first, Math.round(from + (section.across === 0 ? -dy : dx) / scale))) });
    dragged(svg.current, event, { move: to, end: to, drop: () => undefined });
  };
  const zone = zones.find((z) => z.id === zoneId);
  const one = standings.filter((s) => selected.has(s.id));
  return (
    <div ref={ref} className="mt-3" onKeyDown={nudge} tabIndex={-1}>
      <div className={narrow ? "" : "flex gap-6"}>
        <div className="min-w-0">
          <div className="flex flex-wrap items-end gap-3">
            {boards.length > 1 && (
              <Choice
                label="Board"
                hideLabel
                value={board.id}
                onChange={choose}
                options={boards.map((b) => ({ value: b.id, label: b.name }))}
              />
            )}
            <p className="text-soft">
              {board.name}, {Math.round(wMm)} × {Math.round(dMm)} mm, {formatMm(thicknessOf(board.layers))} thick
            </p>
          </div>
          {width > 0 && (
            <svg
              ref={svg}
              width={wMm * scale + 2 * MARGIN}
              height={dMm * scale + 2 * MARGIN}
              className="touch-none select-none"
              role="img"
              aria-label={`${board.name} from above: ${placed.map((p) => nameOf(p.standing.id)).join(", ") || "empty"}`}
            >
              <PlanDrawing
                board={board}
                zones={zones}
                placed={placed}
                notes={notes}
                scale={scale}
                margin={MARGIN}
                chosen={selected}
                zoneId={zoneId}
                nameOf={nameOf}
                section={section}
                onPiece={grab}
                onZone={(id) => {
                  setZone(id);
                  setChosen(new Set());
                }}
                onCorner={corner}
                onSection={alongSection}
              />
            </svg>
          )}
          <div className="flex flex-wrap items-baseline gap-x-4">
            <h2 className="text-xl">Section A–A</h2>
            <label className="flex items-center gap-2 text-soft">
              {section.across === 0 ? "from the front edge" : "from the left edge"}
              <input
                type="range"
                className="h-11"
                aria-label="Place of the section line"
                min={Math.round(first)}
                max={Math.round(first + (section.across === 0 ? dMm : wMm))}
                value={Math.round(section.mm)}
                onChange={(e) => setLine({ ...section, mm: Number(e.target.value) })}
              />
              {Math.round(section.mm)} mm
            </label>
            <button
              className="btn"
              onClick={() =>
                setLine(
                  section.across === 0 ? { mm: Math.round(box.x0 + wMm / 2), across: 1 } : { mm: Math.round(box.y0 + dMm / 2), across: 0 },
                )
              }
            >
              Cut the other way
            </button>
          </div>
          {width > 0 && (
            <SectionDrawing
              board={board}
              zones={zones}
              layers={scene.layers ?? []}
              placed={placed}
              footOf={footOf}
              section={section}
              scale={sectionScale}
              margin={MARGIN}
              startMm={section.across === 0 ? box.x0 : box.y0}
              wide={Math.max(wMm, section.across === 0 ? wMm : dMm) * scale + 2 * MARGIN + 34}
              zoneId={zoneId}
              figureMm={figureHeightMm(scene.scale)}
              onLevel={level}
              onSlope={slope}
            />
          )}
          <ZoneKey kinds={[...new Set(zones.map((z) => z.is))]} />
        </div>
        <div className="min-w-0 flex-1">
          <NoteList
            notes={notes}
            measured={measured}
            onPick={(ids) => select(new Set(ids.filter((id) => standings.some((s) => s.id === id))))}
          />
          {one.length > 0 && <Chosen key={one.map((s) => s.id).join()} hand={hand} chosen={one} onTurn={() => shift([0, 0, 0], 90)} />}
          {zone && (
            <ZoneFields key={zone.id} zone={zone} dry={sum?.zones.find((z) => z.zone.id === zone.id)} onGone={() => setZone(null)} />
          )}
          {one.length === 0 && !zone && (
            <p className="mt-3 text-soft">
              Drag a piece, or choose one with <Key k="c" /> and use the arrows, Shift for a centimetre, <Key k="r" /> <Key k="e" /> to
              turn, Page up and Page down to raise it. Drag the line A, or press <Key k="x" />.
            </p>
          )}
          <BoardFields hand={hand} selected={selected} select={select} zones={said} zoneId={zoneId} setZone={setZone} />
        </div>
      </div>
    </div>
  );
}

const tenth = (mm: number): number => Math.round(mm * 10) / 10;
const middle = (zone: GroundZone): number => {
  const { y0, y1 } = boxOfRings([zone.outlineMm]);
  return Math.round((y0 + y1) / 2);
};

const SHOWN = 6;

function NoteList({ notes, measured, onPick }: { notes: Notes; measured: AtHand["measured"]; onPick: (ids: string[]) => void }) {
  if (measured.done < measured.of)
    return (
      <div className="mt-1 flex items-center gap-3 text-soft">
        <Progress share={measured.done / measured.of} label="Measuring what stands there" />
        {measured.done} of {measured.of} parts measured
      </div>
    );
  if (notes.length === 0)
    return (
      <p className="mt-1">
        Nothing overlaps, all of it stands inside the edge, and a hand reaches it. Pieces that lean were taken as upright.
      </p>
    );
  return (
    <ul className="mt-1" aria-label="Notes on the plan">
      {notes.slice(0, SHOWN).map((n, i) => (
        <li key={i}>
          <button className={`btn-text text-left ${n.act ? "note-act" : "text-setting-ink"}`} onClick={() => onPick(n.ids)}>
            {n.act ? "▲" : "△"} {n.says}
          </button>
        </li>
      ))}
      {notes.length > SHOWN && <li className="text-soft">and {notes.length - SHOWN} more</li>}
    </ul>
  );
}
