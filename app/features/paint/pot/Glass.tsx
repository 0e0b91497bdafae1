/**
 * The measuring glass: what goes in, in the order of adding, by volume. The left wall is the wanted colour, the right wall the colour so
 * far; a notch says how near the whole is. The top of a band is pulled, or moved with the arrows, in whole drops.
 */
import { useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import { formatMillilitres } from "~core/units";
import { hatchFill } from "~app/ui/hatch";

export interface Band {
  id: string;
  name: string;
  hex: string | null;
  ml: number;
  /** Null for what is not counted in drops. */
  drops: number | null;
  /** A drop of it. */
  dropMl: number;
  /** The colour of all that is in the glass then. */
  soFar: string | null;
}

const WIDE = 430,
  LEAST_HIGH = 380,
  TOP = 14,
  LEFT = 150,
  INNER = 104,
  WALL = 8;
/** Nobody counts the drops of more. */
export const COUNTED_ML = 5;
/** Names need so much, px. */
const LINE = 36;

const dropsWords = (n: number): string => `${n} ${n === 1 ? "drop" : "drops"}`;

/** How many units of the drawing a pixel of the screen is. */
const unitsPerPx = (svg: SVGSVGElement | null, high: number): number => high / Math.max(1, svg?.getBoundingClientRect().height ?? high);

/** Where names stand: beside their bands, and never on each other. */
function namePlaces(middles: readonly number[]): number[] {
  const places = [...middles];
  for (let i = 1; i < places.length; i++) places[i] = Math.min(places[i], places[i - 1] - LINE);
  const over = TOP + 10 - (places.at(-1) ?? TOP + 10);
  return over > 0 ? places.map((y) => y + over) : places;
}

/** Drops by a key, where it moves a band. */
const KEYS: Record<string, number> = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1, PageUp: 10, PageDown: -10 };

export function Glass({
  bands,
  wanted,
  verdict,
  onDrops,
}: {
  bands: readonly Band[];
  wanted: string | null;
  verdict: string | null;
  /** A band gets so many drops; how it follows from what it has. */
  onDrops?: (id: string, to: (drops: number) => number) => void;
}) {
  const total = bands.reduce((sum, b) => sum + b.ml, 0);
  // Tall enough for every name.
  const high = Math.max(LEAST_HIGH, bands.length * LINE + 60);
  const bottom = high - 16;
  const svg = useRef<SVGSVGElement>(null);
  // While a band is pulled the glass keeps its scale, or the band would run from under the finger.
  const [pulled, setPulled] = useState<{ id: string; fromY: number; drops: number; scale: number } | null>(null);
  const full = total > 0 ? (bottom - TOP) / (total * 1.08) : 0;
  const scale = pulled ? Math.min(pulled.scale, full) : full;
  const pull = (e: PointerEvent): void => {
    if (!pulled || !onDrops) return;
    const perPx = unitsPerPx(svg.current, high);
    const { dropMl } = bands.find((b) => b.id === pulled.id) ?? { dropMl: 1 };
    const drops = pulled.drops + Math.round(((pulled.fromY - e.clientY) * perPx) / (pulled.scale * dropMl));
    onDrops(pulled.id, () => Math.max(1, drops));
  };
  const byKey = (id: string) => (e: KeyboardEvent) => {
    const by = KEYS[e.key];
    if (!by || !onDrops) return;
    e.preventDefault();
    e.stopPropagation();
    onDrops(id, (drops) => Math.max(1, drops + by));
  };
  const tops = bands.map((_, i) => bottom - scale * bands.slice(0, i + 1).reduce((sum, b) => sum + b.ml, 0));
  const bottoms = bands.map((_, i) => (i === 0 ? bottom : tops[i - 1]));
  const names = namePlaces(bands.map((_, i) => (tops[i] + bottoms[i]) / 2));
  const step = [0.1, 0.2, 0.5, 1, 2, 5, 10, 20, 50, 100].find((s) => total / s <= 12) ?? total / 10;
  const marks = total > 0 ? Array.from({ length: Math.floor(total / step + 1e-9) + 1 }, (_, i) => i * step) : [];
  const right = LEFT + WALL + INNER + WALL;
  const words = bands.map((b) => `${b.name} ${formatMillilitres(b.ml)}${b.drops === null ? "" : `, ${dropsWords(b.drops)}`}`).join("; ");
  return (
    <svg
      ref={svg}
      viewBox={`0 0 ${WIDE} ${high}`}
      className="w-full max-w-[27rem]"
      role="group"
      aria-label={`In order of adding: ${words || "nothing yet"}`}
    >
      {bands.map((b, i) => (
        <g key={b.id}>
          <rect
            x={LEFT + WALL}
            y={tops[i]}
            width={INNER}
            height={Math.max(0.5, bottoms[i] - tops[i])}
            fill={b.hex ?? hatchFill("thinner")}
            stroke="var(--ink)"
            strokeWidth="0.8"
          />
          {b.soFar && <rect x={right - WALL} y={tops[i]} width={WALL} height={bottoms[i] - tops[i]} fill={b.soFar} />}
          <path d={`M${LEFT - 6} ${names[i]} L${LEFT} ${(tops[i] + bottoms[i]) / 2}`} stroke="var(--soft)" fill="none" />
          <text x={LEFT - 10} y={names[i] - 1} textAnchor="end" className="fill-ink text-[14px] font-semibold">
            {b.name.length > 17 ? `${b.name.slice(0, 16)}…` : b.name}
          </text>
          <text x={LEFT - 10} y={names[i] + 14} textAnchor="end" className="fill-soft text-[13px]">
            {formatMillilitres(b.ml)}
            {b.drops === null || b.ml > COUNTED_ML ? "" : ` · ${dropsWords(b.drops)}`}
          </text>
        </g>
      ))}
      {wanted && total > 0 && <rect x={LEFT} y={tops.at(-1)} width={WALL} height={bottom - tops.at(-1)!} fill={wanted} />}
      <path d={`M${LEFT} ${TOP - 8} V${bottom} H${right} V${TOP - 8}`} fill="none" stroke="var(--ink)" strokeWidth="2" />
      {marks.map((ml, i) => {
        const y = bottom - scale * ml;
        // The notch has its own word where the glass ends.
        const named = (i % 5 === 0 || marks.length <= 7) && !(verdict && Math.abs(y - tops.at(-1)!) < 12);
        return (
          <g key={ml}>
            <path d={`M${right} ${y} h${named ? 12 : 6}`} stroke="var(--ink)" />
            {named && (
              <text x={right + 16} y={y + 5} className="fill-ink text-[13px]">
                {Math.round(ml * 100) / 100} ml
              </text>
            )}
          </g>
        );
      })}
      {onDrops &&
        bands.map(
          (b, i) =>
            b.drops !== null && (
              <g
                key={b.id}
                className="cursor-ns-resize touch-none"
                role="slider"
                tabIndex={0}
                aria-label={`Band of ${b.name}`}
                aria-orientation="vertical"
                aria-valuenow={b.drops}
                aria-valuemin={1}
                aria-valuetext={`${dropsWords(b.drops)}, ${formatMillilitres(b.ml)}`}
                onKeyDown={byKey(b.id)}
                onPointerDown={(e) => {
                  e.currentTarget.setPointerCapture(e.pointerId);
                  setPulled({ id: b.id, fromY: e.clientY, drops: b.drops!, scale });
                }}
                onPointerMove={pull}
                onPointerUp={() => setPulled(null)}
                onPointerCancel={() => setPulled(null)}
              >
                <rect x={LEFT + WALL} y={tops[i] - 12} width={INNER} height={24} fill="transparent" />
                <rect x={LEFT + WALL + INNER / 2 - 17} y={tops[i] - 4} width={34} height={8} fill="var(--paper)" stroke="var(--ink)" />
                <path d={`M${LEFT + WALL + INNER / 2 - 10} ${tops[i]} h20`} stroke="var(--ink)" />
              </g>
            ),
        )}
      {verdict && total > 0 && (
        <g>
          <path d={`M${right + 2} ${tops.at(-1)} H${right + 62}`} stroke="var(--act)" strokeWidth="1.5" />
          <text x={right + 66} y={tops.at(-1)! + 5} className="fill-act text-[14px] font-semibold">
            here
          </text>
        </g>
      )}
    </svg>
  );
}
