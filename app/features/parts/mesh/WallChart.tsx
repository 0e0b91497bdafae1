/** Wall thickness over the surface: how much of it is thinner than so many millimetres, with the floor of each process. */
import { area, line, scaleLinear, scaleLog } from "d3";
import { formatMm } from "~core/units";
import { quantileShare } from "~core/mesh";
import { useWidth } from "~app/ui/useWidth";

const HEIGHT = 190;
const LEFT = 44;
const BASE = 150;

const LEAST_MM = 0.01;

export interface Floor {
  label: string;
  mm: number;
}

/** @param quantileMm thickness quantiles at the part's size */
export function WallChart({ quantileMm, floors }: { quantileMm: readonly number[]; floors: Floor[] }) {
  const [ref, width] = useWidth<HTMLDivElement>();
  // A scale of ratios begins above nothing; what is thinner stands at its edge.
  const low = Math.max(LEAST_MM, Math.min(quantileMm[0], ...floors.map((f) => f.mm)) * 0.7),
    high = Math.max(LEAST_MM * 2, quantileMm[quantileMm.length - 1], ...floors.map((f) => f.mm)) * 1.2;
  const x = scaleLog([low, high], [LEFT, Math.max(LEFT + 50, width - 16)]).clamp(true);
  const y = scaleLinear([0, 1], [BASE, 24]);
  const points = quantileMm.map((mm, i): [number, number] => [x(mm), y(quantileShare(i))]);
  const closed: [number, number][] = [[x(low), BASE], [points[0][0], BASE], ...points, [x(high), y(1)]];
  const ticks = [0.05, 0.1, 0.2, 0.5, 1, 2, 5, 10, 20, 50, 100, 200].filter((t) => t > low && t < high);
  const labelled = inTwoRows(floors.map((f) => ({ ...f, at: x(f.mm) })));
  return (
    <div ref={ref}>
      {width > 0 && (
        <svg
          width={width}
          height={HEIGHT}
          role="img"
          aria-label={`Walls from ${formatMm(quantileMm[0])} up; share of the surface by thickness`}
          className="block font-sans"
        >
          <path
            d={
              area<[number, number]>(
                (p) => p[0],
                BASE,
                (p) => p[1],
              )(closed) ?? ""
            }
            fill="var(--board)"
          />
          <path d={line()(closed) ?? ""} fill="none" stroke="var(--ink)" strokeWidth="1.8" />
          {[0, 0.5, 1].map((s) => (
            <g key={s}>
              <line x1={LEFT - 5} x2={LEFT} y1={y(s)} y2={y(s)} stroke="var(--ink)" />
              <text x={LEFT - 8} y={y(s) + 4} fontSize="13" textAnchor="end" fill="var(--soft)">
                {s * 100} %
              </text>
            </g>
          ))}
          <line x1={LEFT} x2={width - 16} y1={BASE} y2={BASE} stroke="var(--ink)" strokeWidth="1.2" />
          {ticks.map((t) => (
            <g key={t}>
              <line x1={x(t)} x2={x(t)} y1={BASE} y2={BASE + 6} stroke="var(--ink)" />
              <text x={x(t)} y={BASE + 21} fontSize="13" textAnchor="middle" fill="var(--soft)">
                {t} mm
              </text>
            </g>
          ))}
          {labelled.map((f) => (
            <g key={f.label}>
              <line x1={f.at} x2={f.at} y1={f.row === 0 ? 8 : 24} y2={BASE} stroke="var(--act)" strokeWidth="1.4" strokeDasharray="6 3" />
              <text
                x={f.at + 5}
                y={f.row === 0 ? 16 : 32}
                fontSize="13"
                fill="var(--act)"
                stroke="var(--paper)"
                strokeWidth="3"
                paintOrder="stroke"
              >
                {f.label}
              </text>
            </g>
          ))}
        </svg>
      )}
    </div>
  );
}

/** Labels from left to right; one that would run into the one before stands a row lower. */
function inTwoRows<T extends Floor & { at: number }>(floors: T[]): (T & { row: 0 | 1 })[] {
  let end = -Infinity;
  return floors
    .sort((a, b) => a.at - b.at)
    .map((f) => {
      const row = f.at < end ? 1 : 0;
      end = f.at + f.label.length * 7 + 16;
      return { ...f, row };
    });
}
