/** Wall thickness over the surface: how much of it is thinner than so many millimetres, with the floor of each process. */
import { area, line, scaleLinear, scaleLog } from "d3";
import { formatMm } from "~core/units";
import { quantileShare } from "~core/mesh";
import { AxisBelow, AxisLeft, Chart, OverLines } from "~app/ui/chart";

const LEAST_MM = 0.01;
const TICKS_MM = [0.05, 0.1, 0.2, 0.5, 1, 2, 5, 10, 20, 50, 100, 200];

export interface Floor {
  label: string;
  mm: number;
}

/** @param quantileMm thickness quantiles at the part's size */
export function WallChart({ quantileMm, floors }: { quantileMm: readonly number[]; floors: Floor[] }) {
  // A scale of ratios begins above nothing; what is thinner stands at its edge.
  const low = Math.max(LEAST_MM, Math.min(quantileMm[0], ...floors.map((f) => f.mm)) * 0.7),
    high = Math.max(LEAST_MM * 2, quantileMm[quantileMm.length - 1], ...floors.map((f) => f.mm)) * 1.2;
  return (
    <Chart
      label={`Walls from ${formatMm(quantileMm[0])} up; share of the surface by thickness`}
      height={190}
      margin={{ left: 44, right: 16, top: 24, bottom: 40 }}
    >
      {(plot) => {
        const x = scaleLog([low, high], [plot.left, plot.right]).clamp(true);
        const y = scaleLinear([0, 1], [plot.base, plot.top]);
        const points = quantileMm.map((mm, i): [number, number] => [x(mm), y(quantileShare(i))]);
        const closed: [number, number][] = [[x(low), plot.base], [points[0][0], plot.base], ...points, [x(high), y(1)]];
        const filled = area<[number, number]>(
          (p) => p[0],
          plot.base,
          (p) => p[1],
        );
        return (
          <>
            <path d={filled(closed) ?? ""} fill="var(--board)" />
            <path d={line()(closed) ?? ""} fill="none" stroke="var(--ink)" strokeWidth="1.8" />
            <AxisLeft plot={plot} ticks={[0, 0.5, 1].map((share) => ({ at: y(share), label: `${share * 100} %` }))} />
            <AxisBelow plot={plot} ticks={TICKS_MM.filter((t) => t > low && t < high).map((t) => ({ at: x(t), label: `${t} mm` }))} />
            {inTwoRows(floors.map((f) => ({ ...f, at: x(f.mm) }))).map((f) => (
              <g key={f.label}>
                <line
                  x1={f.at}
                  x2={f.at}
                  y1={f.row === 0 ? 8 : 24}
                  y2={plot.base}
                  stroke="var(--act)"
                  strokeWidth="1.4"
                  strokeDasharray="6 3"
                />
                <OverLines x={f.at + 5} y={f.row === 0 ? 16 : 32} fill="var(--act)">
                  {f.label}
                </OverLines>
              </g>
            ))}
          </>
        );
      }}
    </Chart>
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
