/** Where the core is drilled: a point on the front, the side or the plan of the part, moved by hand or with the arrows. */
import { useState, type KeyboardEvent, type PointerEvent } from "react";
import { surfaceAt, type Sheet, type ViewDrawing, type ViewName } from "~core/drawing";
import type { KnownSurface, Part } from "~core/project";
import { segmentsPath } from "~app/shared/SheetDrawing";
import { useSheet } from "~app/shared/useSheet";
import { useWidth } from "~app/ui/useWidth";

const HIGH = 96;
const GAP = 26;
const MOST_PX_PER_MM = 8;
const VIEW_WORDS: Record<ViewName, string> = { front: "front", side: "right side", plan: "plan" };

/** A point of a view, as shares of its width and height from the lower left. */
interface Place {
  view: ViewName;
  x: number;
  y: number;
}

const MOVES: Record<string, readonly [number, number]> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] };
/** A press moves the drill by so much of the view. */
const STEP = 0.04;

/** The surface that the drill stands on, and the drawing to move it on; nothing to draw while the part is being read, or has no mesh. */
export function useDrill(part: Part, surfaces: readonly KnownSurface[]): { at: KnownSurface | null; drawing: React.ReactNode } {
  const { sheet } = useSheet(part);
  const [place, setPlace] = useState<Place | null>(null);
  if (!sheet || sheet.hatches.length === 0) return { at: null, drawing: null };
  const view = place && sheet.views.find((v) => v.name === place.view);
  const number = view ? surfaceAt(sheet.hatches, view.name, [place.x * view.widthMm, place.y * view.heightMm]) : null;
  const at = number === null ? null : (surfaces.find((s) => s.number === number) ?? null);
  return { at, drawing: <Views sheet={sheet} place={place} at={at} name={part.name} onPlace={setPlace} /> };
}

function Views({
  sheet,
  place,
  at,
  name,
  onPlace,
}: {
  sheet: Sheet;
  place: Place | null;
  at: KnownSurface | null;
  name: string;
  onPlace: (place: Place | null) => void;
}) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const wide = sheet.views.reduce((sum, v) => sum + v.widthMm, 0);
  const tall = Math.max(...sheet.views.map((v) => v.heightMm));
  const s = Math.min(MOST_PX_PER_MM, Math.max(1, width - GAP * 3) / Math.max(wide, 1e-6), HIGH / Math.max(tall, 1e-6));
  const placed = sheet.views.map((v, i) => ({ v, x: 2 + sheet.views.slice(0, i).reduce((x, before) => x + before.widthMm * s + GAP, 0) }));
  const high = tall * s + 6;
  const onPointer = (v: ViewDrawing) => (e: PointerEvent<SVGRectElement>) => {
    if (e.type === "pointerdown") e.currentTarget.setPointerCapture(e.pointerId);
    else if (!e.currentTarget.hasPointerCapture(e.pointerId)) return;
    const box = e.currentTarget.getBoundingClientRect();
    onPlace(within({ view: v.name, x: (e.clientX - box.left) / box.width, y: 1 - (e.clientY - box.top) / box.height }));
  };
  const onKey = (e: KeyboardEvent): void => {
    const move = MOVES[e.key];
    if (!move) return;
    e.preventDefault();
    e.stopPropagation();
    const from = place ?? { view: "front" as const, x: 0.5, y: 0.5 };
    onPlace(within({ ...from, x: from.x + move[0] * STEP, y: from.y + move[1] * STEP }));
  };
  const stands = place ? `${VIEW_WORDS[place.view]}, ${at ? at.name : "beside the part, or on something too small to be outlined"}` : "";
  return (
    <div ref={ref} className="mb-2 border-b border-rule pb-2">
      {width > 0 && (
        <svg width={width} height={high} className="block overflow-visible">
          {placed.map(({ v, x: left }) => (
            <g key={v.name}>
              <path d={segmentsPath(v.outline, { x: left, y: high - 3 }, s)} fill="none" stroke="var(--ink)" strokeWidth="1.3" />
              <path d={segmentsPath(v.features, { x: left, y: high - 3 }, s)} fill="none" stroke="var(--rule)" strokeWidth="0.7" />
              <rect
                x={left}
                y={high - 3 - v.heightMm * s}
                width={v.widthMm * s}
                height={v.heightMm * s}
                fill="transparent"
                className="cursor-crosshair touch-none"
                onPointerDown={onPointer(v)}
                onPointerMove={onPointer(v)}
              />
              {place?.view === v.name && (
                <g
                  transform={`translate(${left + place.x * v.widthMm * s} ${high - 3 - place.y * v.heightMm * s})`}
                  className="pointer-events-none"
                >
                  <circle r="8" fill="none" stroke="var(--act)" strokeWidth="2" />
                  <path d="M-13 0h8M5 0h8M0 -13v8M0 5v8" stroke="var(--act)" strokeWidth="2" />
                </g>
              )}
            </g>
          ))}
        </svg>
      )}
      <div className="mt-1 flex flex-wrap items-center gap-x-3 gap-y-1">
        <button
          className="btn"
          onKeyDown={onKey}
          aria-label={`The drill on ${name}: ${stands || "not set down"}. Arrow keys move it`}
          onClick={() =>
            onPlace(
              place
                ? { ...place, view: sheet.views[(sheet.views.findIndex((v) => v.name === place.view) + 1) % sheet.views.length].name }
                : { view: "front", x: 0.5, y: 0.5 },
            )
          }
        >
          {place ? "Drill the next view" : "Set the drill down"}
        </button>
        {place && (
          <button className="btn-text" onClick={() => onPlace(null)}>
            Lift it
          </button>
        )}
        <p className="text-soft" role={place ? "status" : undefined}>
          {place ? `Drilled at: ${stands}` : "Press a place on the part, and the core is drilled there."}
        </p>
      </div>
    </div>
  );
}

const within = (p: Place): Place => ({ ...p, x: Math.min(1, Math.max(0, p.x)), y: Math.min(1, Math.max(0, p.y)) });
