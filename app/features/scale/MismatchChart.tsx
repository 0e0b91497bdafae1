/** Implied scales on a logarithmic axis: a bar for what is sure, a mark for the best guess, the scene's band behind them all. */
import { scaleLog } from "d3";
import { formatRatio, MISMATCH_LIMITS } from "~core/scale";
import { apart, AxisBelow, Chart, OverLines } from "~app/ui/chart";
import type { ChartRow } from "~core/look";

const ROW = 34;
const TOP = 46;
const NAMES = 150;
const TICKS = [12, 16, 20, 24, 28, 32, 35, 40, 43, 48, 56, 64, 72, 76, 87, 100, 120, 144, 160, 200, 250, 300];

export function MismatchChart({ rows, ratio, secondary }: { rows: ChartRow[]; ratio: number; secondary: number | null }) {
  const low = Math.min(ratio, secondary ?? ratio, ...rows.map((r) => r.inferred.low)) * 0.85,
    high = Math.max(ratio, secondary ?? ratio, ...rows.map((r) => r.inferred.high)) * 1.18;
  return (
    <Chart
      label={`Implied scales of ${rows.length} parts against ${formatRatio(ratio)}`}
      height={TOP + rows.length * ROW + 30}
      margin={{ left: NAMES, right: 20, top: TOP, bottom: 30 }}
    >
      {(plot) => {
        const x = scaleLog([low, high], [plot.left, plot.right]);
        const band = (n: number, share: number): { at: number; wide: number } => {
          const a = x(n / (1 + share)),
            b = x(n * (1 + share));
          return { at: a, wide: b - a };
        };
        const close = band(ratio, MISMATCH_LIMITS.close),
          fits = band(ratio, MISMATCH_LIMITS.fits);
        const { base } = plot;
        return (
          <>
            <rect x={close.at} y={TOP - 8} width={close.wide} height={base - TOP + 8} fill="url(#band-close)" stroke="var(--rule)" />
            <rect
              x={fits.at}
              y={TOP - 8}
              width={fits.wide}
              height={base - TOP + 8}
              fill="var(--board)"
              stroke="var(--ink)"
              strokeWidth="0.8"
            />
            <defs>
              <pattern id="band-close" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
                <line x1="0" y1="0" x2="0" y2="7" stroke="var(--rule)" strokeWidth="1.2" />
              </pattern>
            </defs>
            <text x={x(ratio)} y="14" fontSize="14" fontWeight="600" textAnchor="middle" fill="var(--ink)">
              the scene, {formatRatio(ratio)}
            </text>
            <line x1={x(ratio)} x2={x(ratio)} y1="20" y2={base} stroke="var(--ink)" strokeWidth="1.3" />
            {secondary !== null && (
              <>
                <text x={x(secondary)} y="30" fontSize="13" textAnchor="middle" fill="var(--soft)">
                  behind, {formatRatio(secondary)}
                </text>
                <line x1={x(secondary)} x2={x(secondary)} y1="36" y2={base} stroke="var(--soft)" strokeDasharray="5 4" />
              </>
            )}
            {rows.map(({ part, inferred, mismatch }, i) => {
              const y = TOP + i * ROW + ROW / 2;
              const act = mismatch.verdict === "wrong";
              const ink = act ? "var(--act)" : "var(--ink)";
              return (
                <g key={part.id}>
                  <text x="0" y={y + 5} fontSize="15" fill={ink} fontWeight={act ? 600 : 400}>
                    {act ? "▲ " : ""}
                    {part.name.length > 19 ? `${part.name.slice(0, 18)}…` : part.name}
                  </text>
                  <line x1={x(inferred.low)} x2={x(inferred.high)} y1={y} y2={y} stroke={ink} strokeWidth="2" />
                  <path d={`M${x(inferred.low)} ${y - 6}v12M${x(inferred.high)} ${y - 6}v12`} stroke={ink} strokeWidth="1.3" />
                  {inferred.confirmed ? (
                    <circle cx={x(inferred.ratio)} cy={y} r="5" fill={ink} />
                  ) : (
                    <circle cx={x(inferred.ratio)} cy={y} r="5" fill="var(--paper)" stroke={ink} strokeWidth="1.6" />
                  )}
                  <OverLines x={x(inferred.high) + 8} y={y + 5} fill={ink}>
                    {formatRatio(inferred.ratio)}
                  </OverLines>
                </g>
              );
            })}
            <AxisBelow plot={plot} ticks={apart(TICKS.filter((t) => t > low && t < high).map((t) => ({ at: x(t), label: `1:${t}` })))} />
          </>
        );
      }}
    </Chart>
  );
}
