/** The sheet: front, side and plan at one scale, dimensions in model and real units, a door and a figure, hatches, notes on leaders. */
import { Link, useParams } from "react-router";
import { memo, useLayoutEffect, useMemo, useRef, useState } from "react";
import { ofTexts } from "~core/derive";
import { formatMm, formatReal } from "~core/units";
import type { Bounds } from "~core/mesh";
import { DOOR_MM, DOOR_WIDTH_MM } from "~core/scale";
import {
  bestView,
  onView,
  type Sheet,
  layoutViews,
  type PlacedView,
  type ViewLayout,
  assignSlots,
  crossesBox,
  type Box,
  type Point,
} from "~core/drawing";
import { hatchFill, type HatchKind } from "~app/ui/hatch";
import { useWidth } from "~app/ui/useWidth";
import { Why } from "~app/ui/why";
import type { Note } from "~core/look";

interface SheetDrawingProps {
  sheet: Sheet;
  ratio: number;
  figureMm: number;
  /** Hatch of each surface that is to be marked. */
  hatched: ReadonlyMap<number, HatchKind>;
  notes: Note[];
  /** Stands where the notes stand, when it is given. */
  beside?: React.ReactNode;
  name: string;
  /** Box of the mesh in the size of its file, and model ÷ file: where the places of notes lie. */
  bounds?: Bounds;
  factor?: number;
}

const VIEW_WORDS = { front: "front", side: "right side", plan: "plan view" } as const;
const NOTES_WIDTH = 372;
/** Room for what stands where the notes stand. */
const BESIDE_PX = 300;

export function SheetDrawing(props: SheetDrawingProps) {
  const [ref, width] = useWidth<HTMLDivElement>();
  return (
    <div ref={ref} className="mt-2">
      {width > 0 && <Placed {...props} width={width} />}
    </div>
  );
}

function Placed({
  sheet,
  ratio,
  figureMm,
  hatched,
  notes,
  beside,
  name,
  bounds,
  factor = 1,
  width,
}: SheetDrawingProps & { width: number }) {
  const column = width >= 760;
  const drawWidth = column ? width - NOTES_WIDTH : width;
  const layout = useMemo(
    () => layoutViews(sheet.views, drawWidth, column ? 340 : 380, figureMm),
    [sheet.views, drawWidth, column, figureMm],
  );
  const list = useRef<HTMLUListElement>(null);
  const [slots, setSlots] = useState<number[]>([]);
  const [notesHeight, setNotesHeight] = useState(0);
  const placesOf = (n: Note): Point[] => (bounds && n.places ? n.places.map((at) => pointOf(layout, at, bounds, factor)) : []);
  const anchored = notes.map((n) => (n.surface === null ? (placesOf(n)[0] ?? null) : anchorOf(sheet, layout, n.surface)));
  // Notes with an anchor stand where their leader is shortest; the others keep their order around them.
  const anchoredIndex = notes.flatMap((_, i) => (anchored[i] ? [i] : []));
  const slotOf =
    column && slots.length === notes.length
      ? assignSlots(
          anchoredIndex.map((i) => anchored[i]!),
          drawWidth,
          anchoredIndex.map((i) => slots[i]),
        )
      : anchoredIndex.map((_, k) => k);
  const order = notes.map((_, i) => i);
  anchoredIndex.forEach((i, k) => (order[anchoredIndex[slotOf[k]] ?? i] = i));

  useLayoutEffect(() => {
    const items = [...(list.current?.children ?? [])] as HTMLElement[];
    setNotesHeight(list.current?.offsetHeight ?? 0);
    const next = items.map((li) => li.offsetTop + 13);
    setSlots((before) => (before.length === next.length && before.every((v, i) => Math.abs(v - next[i]) < 1) ? before : next));
  }, [notes, width, layout.height]);

  // A leader that would run across another view gives way to a letter at both ends.
  const crossed = order.filter((i, place) => {
    const anchor = anchored[i];
    const end = slots[place] as number | undefined;
    if (!anchor || end === undefined) return false;
    return layout.views
      .map(boxOf(layout))
      .some((box) => !crossesBox(anchor, anchor, box) && crossesBox(anchor, { x: drawWidth, y: end }, box));
  });
  /** Letters at one spot stand beside each other. */
  const letterShift = (i: number): number => {
    const at = anchored[i]!;
    return crossed.slice(0, crossed.indexOf(i)).filter((j) => Math.hypot(anchored[j]!.x - at.x, anchored[j]!.y - at.y) < 14).length * 13;
  };
  const letterOf = (i: number): string | null => {
    const at = crossed.indexOf(i);
    return at < 0 ? null : String.fromCharCode(97 + at);
  };

  const height = Math.max(layout.height, column ? (beside ? BESIDE_PX : notesHeight + 6) : 0);
  return (
    <div className={column ? "relative" : ""} style={column ? { minHeight: height } : undefined}>
      <svg
        width={column ? width : drawWidth}
        height={column ? height : layout.height}
        className={column ? "absolute inset-0" : "block"}
        role="img"
        aria-label={`Front, side and plan view of ${name} at one scale`}
      >
        <Views sheet={sheet} layout={layout} ratio={ratio} figureMm={figureMm} hatched={hatched} />
        {notes.map((n) =>
          placesOf(n).map((p, i) => (
            <path
              key={`${n.id} ${i}`}
              d={`M${p.x - 5} ${p.y - 5}l10 10m0 -10l-10 10`}
              stroke={n.act ? "var(--act)" : "var(--ink)"}
              strokeWidth="1.6"
              fill="none"
            />
          )),
        )}
        {column &&
          !beside &&
          slots.length === notes.length &&
          order.map((noteIndex, place) => {
            const anchor = anchored[noteIndex];
            if (!anchor) return null;
            const act = notes[noteIndex].act;
            return (
              <g key={notes[noteIndex].id} stroke={act ? "var(--act)" : "var(--ink)"} fill="none">
                <circle cx={anchor.x} cy={anchor.y} r="3.2" fill={act ? "var(--act)" : "var(--ink)"} stroke="none" />
                {letterOf(noteIndex) ? (
                  <text
                    x={anchor.x + 7 + letterShift(noteIndex)}
                    y={anchor.y - 6}
                    fontSize="15"
                    fontWeight="600"
                    fill={act ? "var(--act)" : "var(--ink)"}
                    stroke="var(--paper)"
                    strokeWidth="4"
                    paintOrder="stroke"
                  >
                    {letterOf(noteIndex)}
                  </text>
                ) : (
                  <path d={`M${anchor.x} ${anchor.y}L${drawWidth} ${slots[place]}h14`} strokeWidth="1" />
                )}
              </g>
            );
          })}
      </svg>
      {beside && column ? (
        <div className="absolute right-0 top-0" style={{ width: NOTES_WIDTH - 20 }}>
          {beside}
        </div>
      ) : (
        <>
          {beside}
          <ul
            ref={list}
            className={column ? "absolute right-0 top-0" : "mt-3"}
            style={column ? { width: NOTES_WIDTH - 20 } : undefined}
            data-testid="notes"
            id="notes"
            tabIndex={-1}
            aria-label="Key points"
          >
            {order.map((i) => (
              <NoteItem key={notes[i].id} note={notes[i]} letter={column && !beside ? letterOf(i) : null} />
            ))}
          </ul>
        </>
      )}
    </div>
  );
}

function NoteItem({ note, letter }: { note: Note; letter: string | null }) {
  const { sceneId } = useParams();
  return (
    <li className="relative pb-2.5 pr-14 leading-snug">
      <p className={note.act ? "note-act" : "font-semibold"}>
        {note.act && <span aria-hidden="true">▲ </span>}
        {note.act && <span className="sr-only">Needs attention: </span>}
        {note.bold}
        {letter && <span className="ml-1.5 border border-current px-1.5 text-sm font-normal">{letter}</span>}
      </p>
      {(note.plain || note.to) && (
        <p className="text-[0.95rem] text-soft">
          {note.plain}
          {note.to && (
            <>
              {note.plain && " "}
              <Link
                className="inline-flex min-h-[24px] items-center underline underline-offset-2 pointer-coarse:min-h-[44px]"
                to={`/s/${sceneId}/${note.to.path}`}
              >
                {note.to.words}
              </Link>
            </>
          )}
        </p>
      )}
      {note.reasons && (
        <span className="absolute -top-1.5 right-0">
          <Why of={note.bold} reasons={note.reasons} />
        </span>
      )}
    </li>
  );
}

/** Room for a view's name above it and its dimension below, px. */
const NAME_PX = 24,
  DIMENSION_PX = 34;

/** Where a view stands with what belongs to it, px. */
const boxOf =
  ({ pxPerMm }: ViewLayout) =>
  ({ x, y, view }: PlacedView): Box => ({
    x: x - 4,
    y: y - view.heightMm * pxPerMm - NAME_PX,
    width: view.widthMm * pxPerMm + 8,
    height: view.heightMm * pxPerMm + NAME_PX + DIMENSION_PX,
  });

/** The point of a surface in the view that shows most of it. */
function anchorOf(sheet: Sheet, layout: ViewLayout, surface: number): Point | null {
  const area = sheet.hatches.filter((h) => h.surface === surface).sort((a, b) => b.pixels - a.pixels)[0];
  const placed = area && layout.views.find((v) => v.view.name === area.view);
  return area && placed ? { x: placed.x + area.anchorMm[0] * layout.pxPerMm, y: placed.y - area.anchorMm[1] * layout.pxPerMm } : null;
}

/** A point of the mesh in the view that it faces. */
function pointOf(layout: ViewLayout, at: readonly [number, number, number], bounds: Bounds, factor: number): Point {
  const name = bestView(at, bounds);
  const placed = layout.views.find((v) => v.view.name === name)!;
  const [u, v] = onView(name, at, bounds, factor);
  return { x: placed.x + u * layout.pxPerMm, y: placed.y - v * layout.pxPerMm };
}

/** Segments as one path, in pixels. */
export function segmentsPath(segments: readonly number[], { x, y }: Point, s: number): string {
  let d = "";
  for (let i = 0; i < segments.length; i += 4)
    d += `M${(x + segments[i] * s).toFixed(1)} ${(y - segments[i + 1] * s).toFixed(1)}L${(x + segments[i + 2] * s).toFixed(1)} ${(y - segments[i + 3] * s).toFixed(1)}`;
  return d;
}

const ringsPath = (rings: readonly number[][], { x, y }: Point, s: number): string =>
  rings
    .map((r) => {
      let d = "";
      for (let i = 0; i < r.length; i += 2) d += `${i === 0 ? "M" : "L"}${(x + r[i] * s).toFixed(1)} ${(y - r[i + 1] * s).toFixed(1)}`;
      return `${d}Z`;
    })
    .join("");

interface Drawn {
  placed: PlacedView;
  s: number;
  line: React.SVGProps<SVGPathElement>;
}

// Thousands of points: their paths are written anew only where they or their place are others.
const Segments = memo(({ of, placed, s, line }: Drawn & { of: Parameters<typeof segmentsPath>[0] }) => (
  <path d={segmentsPath(of, placed, s)} fill="none" {...line} />
));
const Rings = memo(({ of, placed, s, line }: Drawn & { of: readonly number[][] }) => (
  <path d={ringsPath(of, placed, s)} fillRule="evenodd" {...line} />
));

const HIDDEN_LINE: Drawn["line"] = { stroke: "var(--soft)", strokeWidth: 0.6, strokeDasharray: "3 2.5" };
const FEATURE_LINE: Drawn["line"] = { stroke: "var(--ink)", strokeWidth: 1, strokeLinecap: "round" };
const OUTLINE: Drawn["line"] = { stroke: "var(--ink)", strokeWidth: 1.8, strokeLinecap: "round" };
const filledWith = ofTexts((hatch): Drawn["line"] => ({ fill: hatchFill(hatch as HatchKind) }), 100);

function Views({
  sheet,
  layout,
  ratio,
  figureMm,
  hatched,
}: {
  sheet: Sheet;
  layout: ViewLayout;
  ratio: number;
  figureMm: number;
  hatched: ReadonlyMap<number, HatchKind>;
}) {
  const s = layout.pxPerMm;
  const front = layout.views[0];
  const doorX = front.x + front.view.widthMm * s + 14;
  const door = { width: (DOOR_WIDTH_MM / ratio) * s, height: (DOOR_MM / ratio) * s };
  const figureX = doorX + door.width + 0.14 * figureMm * s + 4;
  return (
    <g>
      {layout.views.map((placed) => (
        <g key={placed.view.name}>
          <text x={placed.x} y={placed.y - placed.view.heightMm * s - 8} fontSize="14" fill="var(--soft)">
            {VIEW_WORDS[placed.view.name]}
          </text>
          {sheet.hatches
            .filter((h) => h.view === placed.view.name && hatched.has(h.surface))
            .map((h) => (
              <Rings key={h.surface} of={h.rings} placed={placed} s={s} line={filledWith(hatched.get(h.surface)!)} />
            ))}
          <Segments of={placed.view.hidden} placed={placed} s={s} line={HIDDEN_LINE} />
          <Segments of={placed.view.features} placed={placed} s={s} line={FEATURE_LINE} />
          <Segments of={placed.view.outline} placed={placed} s={s} line={OUTLINE} />
        </g>
      ))}
      <g stroke="var(--ink)" strokeWidth="1" fill="none">
        <rect x={doorX} y={front.y - door.height} width={door.width} height={door.height} />
        <path d={`M${doorX + door.width * 0.82} ${front.y - door.height * 0.5}h${door.width * 0.09}`} />
      </g>
      <Figure x={figureX} y={front.y} height={figureMm * s} />
      <HeightDimension placed={front} s={s} ratio={ratio} />
      {layout.views
        .filter((v) => v.view.name !== "plan")
        .map((v) => (
          <WidthDimension key={v.view.name} placed={v} s={s} ratio={ratio} />
        ))}
    </g>
  );
}

const ARROW = 6;

function WidthDimension({ placed, s, ratio }: { placed: PlacedView; s: number; ratio: number }) {
  const x0 = placed.x,
    x1 = placed.x + placed.view.widthMm * s,
    y = placed.y + 14;
  return (
    <g stroke="var(--ink)" strokeWidth="0.8">
      <path d={`M${x0} ${placed.y + 4}V${y + 5}M${x1} ${placed.y + 4}V${y + 5}M${x0} ${y}H${x1}`} />
      <path d={`M${x0} ${y}l${ARROW} -2.2v4.4zM${x1} ${y}l${-ARROW} -2.2v4.4z`} fill="var(--ink)" stroke="none" />
      <text x={(x0 + x1) / 2} y={y + 18} textAnchor="middle" fontSize="14" stroke="none" fill="var(--ink)">
        <tspan fontWeight="600">{formatMm(placed.view.widthMm).replace(" mm", "")}</tspan>
        <tspan dx="6" fill="var(--real)">
          {formatReal(placed.view.widthMm * ratio)}
        </tspan>
      </text>
    </g>
  );
}

function HeightDimension({ placed, s, ratio }: { placed: PlacedView; s: number; ratio: number }) {
  const y0 = placed.y,
    y1 = placed.y - placed.view.heightMm * s,
    x = placed.x - 16;
  const short = y0 - y1 < 76;
  return (
    <g stroke="var(--ink)" strokeWidth="0.8">
      <path d={`M${placed.x - 4} ${y0}H${x - 5}M${placed.x - 4} ${y1}H${x - 5}M${x} ${y0}V${y1}`} />
      <path d={`M${x} ${y0}l-2.2 ${-ARROW}h4.4zM${x} ${y1}l-2.2 ${ARROW}h4.4z`} fill="var(--ink)" stroke="none" />
      {short ? (
        <text x={x - 8} textAnchor="end" y={(y0 + y1) / 2 - 2} fontSize="14" stroke="none" fill="var(--ink)">
          <tspan fontWeight="600">{formatMm(placed.view.heightMm).replace(" mm", "")}</tspan>
          <tspan x={x - 8} dy="15" fill="var(--real)">
            {formatReal(placed.view.heightMm * ratio)}
          </tspan>
        </text>
      ) : (
        <text
          transform={`translate(${x - 7} ${(y0 + y1) / 2}) rotate(-90)`}
          textAnchor="middle"
          fontSize="14"
          stroke="none"
          fill="var(--ink)"
        >
          <tspan fontWeight="600">{formatMm(placed.view.heightMm).replace(" mm", "")}</tspan>
          <tspan dx="6" fill="var(--real)">
            {formatReal(placed.view.heightMm * ratio)}
          </tspan>
        </text>
      )}
    </g>
  );
}

/** A standing person, feet at (x, y). Proportions of head, shoulder and hip after Drillis & Contini 1966. */
function Figure({ x, y, height }: { x: number; y: number; height: number }) {
  const at = (share: number): number => y - share * height;
  const half = 0.09 * height;
  return (
    <g stroke="var(--ink)" strokeWidth="1.3" fill="none" strokeLinecap="round" strokeLinejoin="round">
      <circle cx={x} cy={at(0.935)} r={0.062 * height} />
      <path
        d={`M${x} ${at(0.87)}V${at(0.53)}M${x - half} ${y}L${x} ${at(0.53)}L${x + half} ${y}M${x - half * 1.1} ${at(0.5)}L${x} ${at(0.818)}L${x + half * 1.1} ${at(0.5)}`}
      />
    </g>
  );
}
