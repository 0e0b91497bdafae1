/** The frame that charts share: as wide as there is room, named for assistive technology, with ticks below and at the left. */
import type { ReactNode, SVGProps } from "react";
import { useWidth } from "./useWidth";

/** Room round the drawing, px. */
export interface Margin {
  left: number;
  right: number;
  top: number;
  bottom: number;
}

/** Where to draw, px: `base` is the line at the foot of the drawing. */
export interface Plot {
  width: number;
  height: number;
  left: number;
  right: number;
  top: number;
  base: number;
}

export interface Tick {
  at: number;
  label: string;
}

/** @param label what it shows, with its figures: who cannot see it reads this */
export function Chart({
  label,
  height,
  margin,
  most = Infinity,
  className = "",
  children,
}: {
  label: string;
  height: number;
  margin: Margin;
  /** No wider than this, px. */
  most?: number;
  className?: string;
  children: (plot: Plot) => ReactNode;
}) {
  const [ref, room] = useWidth<HTMLDivElement>();
  const width = Math.min(room, most);
  return (
    <div ref={ref} className={className}>
      {width > 0 && (
        <svg width={width} height={height} role="img" aria-label={label} className="block font-sans">
          {children({
            width,
            height,
            left: margin.left,
            // A window that is narrowed keeps something to draw on.
            right: Math.max(margin.left + 50, width - margin.right),
            top: margin.top,
            base: height - margin.bottom,
          })}
        </svg>
      )}
    </div>
  );
}

export function AxisBelow({ plot, ticks }: { plot: Plot; ticks: readonly Tick[] }) {
  return (
    <>
      <line x1={plot.left} x2={plot.right} y1={plot.base} y2={plot.base} stroke="var(--ink)" strokeWidth="1.2" />
      {ticks.map(({ at, label }) => (
        <g key={label}>
          <line x1={at} x2={at} y1={plot.base} y2={plot.base + 6} stroke="var(--ink)" />
          <text x={at} y={plot.base + 20} fontSize="13" textAnchor="middle" fill="var(--soft)">
            {label}
          </text>
        </g>
      ))}
    </>
  );
}

/** @param across lines over the whole drawing instead of short ticks */
export function AxisLeft({ plot, ticks, across = false }: { plot: Plot; ticks: readonly Tick[]; across?: boolean }) {
  return (
    <>
      {ticks.map(({ at, label }) => (
        <g key={label}>
          <line
            x1={across ? plot.left : plot.left - 5}
            x2={across ? plot.right : plot.left}
            y1={at}
            y2={at}
            stroke={across ? "var(--rule)" : "var(--ink)"}
          />
          <text x={plot.left - 8} y={at + 4} fontSize="13" textAnchor="end" fill="var(--soft)">
            {label}
          </text>
        </g>
      ))}
    </>
  );
}

/** Text over lines of the drawing: the paper shows round it. */
export const OverLines = ({ halo = 3, ...text }: SVGProps<SVGTextElement> & { halo?: number }) => (
  <text fontSize="13" stroke="var(--paper)" strokeWidth={halo} paintOrder="stroke" {...text} />
);

/** Ticks, in their order, whose labels do not run into each other. */
export function apart(ticks: readonly Tick[]): Tick[] {
  let end = -Infinity;
  return ticks.filter(({ at, label }) => {
    const half = label.length * 3.5 + 4;
    if (at - half < end) return false;
    end = at + half;
    return true;
  });
}
