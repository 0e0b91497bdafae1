/** The range of ratios that a figure's height allows, with the standard scales near it, on a logarithmic line. */
import { scaleLog } from "d3";
import {
  EYE_SHARE,
  figureHeightMm,
  figureRatio,
  figureRatioRange,
  formatRatio,
  MODEL_RATIOS,
  RAILWAY_SCALES,
  STATURES_MM,
  type Scale,
} from "~core/scale";
import { Chart, OverLines } from "~app/ui/chart";

export function RatioBand({ scale, secondary }: { scale: Scale; secondary: number | null }) {
  const figureMm = scale.figureMm ?? figureHeightMm(scale) * EYE_SHARE;
  const range = scale.kind === "figure" ? figureRatioRange(figureMm) : { low: scale.ratio, high: scale.ratio };
  const low = Math.min(range.low, scale.ratio, secondary ?? Infinity) * 0.72,
    high = Math.max(range.high, scale.ratio, secondary ?? 0) * 1.4;
  const marks = [
    ...RAILWAY_SCALES.map((r) => ({ name: r.name, ratio: r.ratio })),
    ...MODEL_RATIOS.map((n) => ({ name: `1:${n}`, ratio: n })),
  ]
    .filter((m) => m.ratio > low && m.ratio < high)
    .sort((a, b) => a.ratio - b.ratio);
  return (
    <Chart
      label={`The scene’s scale is ${formatRatio(scale.ratio)}, within ${formatRatio(range.low)} to ${formatRatio(range.high)}`}
      height={118}
      margin={{ left: 10, right: 10, top: 30, bottom: 66 }}
    >
      {(plot) => {
        const x = scaleLog([low, high], [plot.left, plot.right]);
        const ends = [-Infinity, -Infinity, -Infinity];
        return (
          <>
            {scale.kind === "figure" && (
              <rect
                x={x(range.low)}
                y="30"
                width={x(range.high) - x(range.low)}
                height="16"
                fill="none"
                stroke="var(--real)"
                strokeWidth="1.3"
              />
            )}
            {scale.kind === "figure" && (
              <text x={x(range.low)} y="22" fontSize="14" fill="var(--real)">
                {scale.figureMm} mm may mean {formatRatio(range.low)} to {formatRatio(range.high)}
              </text>
            )}
            {scale.kind === "figure" &&
              STATURES_MM.flatMap((s) =>
                (["eye", "crown"] as const).map((school) => (
                  <line
                    key={s.id + school}
                    x1={x(figureRatio(figureMm, school, s.mm))}
                    x2={x(figureRatio(figureMm, school, s.mm))}
                    y1="34"
                    y2="42"
                    stroke="var(--real)"
                  />
                )),
              )}
            <line x1={plot.left} x2={plot.right} y1="52" y2="52" stroke="var(--ink)" strokeWidth="1.3" />
            {marks.map((m) => {
              const w = m.name.length * 7 + 10;
              const row = ends.findIndex((e) => e < x(m.ratio) - w / 2);
              if (row < 0) return <line key={m.name} x1={x(m.ratio)} x2={x(m.ratio)} y1="52" y2="58" stroke="var(--ink)" />;
              ends[row] = x(m.ratio) + w / 2;
              return (
                <g key={m.name}>
                  <line x1={x(m.ratio)} x2={x(m.ratio)} y1="52" y2={60 + row * 16} stroke="var(--rule)" />
                  <text x={x(m.ratio)} y={72 + row * 16} fontSize="13" textAnchor="middle" fill="var(--soft)">
                    {m.name}
                  </text>
                </g>
              );
            })}
            {secondary !== null && (
              <g>
                <path d={`M${x(secondary)} 52l-5 -9h10z`} fill="none" stroke="var(--ink)" strokeWidth="1.3" />
                <OverLines x={x(secondary) + 8} y="28" fontSize="14" fill="var(--ink)" halo={4}>
                  behind: {formatRatio(secondary)}
                </OverLines>
              </g>
            )}
            <path d={`M${x(scale.ratio)} 52l-6 -10h12z`} fill="var(--act)" />
            <OverLines x={x(scale.ratio) + 9} y="44" fontSize="14" fontWeight="600" fill="var(--act)" halo={4}>
              {formatRatio(scale.ratio)}
            </OverLines>
          </>
        );
      }}
    </Chart>
  );
}
