/** What grows and what is poured beside a grown figure, all at one scale. */
import { isKeepClear } from "~core/ground";
import type { LayerSum, ZoneSum } from "~core/look";
import { seededRandom } from "~core/units";
import { useWidth } from "~app/ui/useWidth";
import { zoneFill, ZoneHatches } from "../Hatches";

interface Props {
  grows: readonly { zone: ZoneSum; layer: LayerSum }[];
  pours: readonly { zone: ZoneSum; layer: LayerSum }[];
  figureMm: number;
}

const GROUND = 120;

export function HeightsDrawing({ grows, pours, figureMm }: Props) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const tallest = Math.max(figureMm, ...grows.map((g) => g.layer.layer.depthMm));
  const scale = Math.min(6, (GROUND - 26) / tallest);
  const deepest = Math.max(0, ...pours.map((p) => Math.max(p.layer.layer.depthMm, -p.zone.zone.levelMm)));
  const each = Math.max(90, Math.min(220, (width - 70) / Math.max(1, grows.length + pours.length)));
  const head = (figureMm * scale) / 7;
  const foot = GROUND,
    high = figureMm * scale;
  return (
    <div ref={ref} className="mt-3">
      {width > 0 && (
        <svg
          width={width}
          height={GROUND + deepest * scale + 30}
          role="img"
          aria-label="Heights of what grows and depths of what is poured, beside a figure"
        >
          <ZoneHatches />
          <g stroke="var(--ink)" strokeWidth="1.3" fill="none">
            <circle cx="26" cy={foot - high + head / 2} r={head / 2} />
            <path
              d={`M26 ${foot - high + head}V${foot - high * 0.45}M${26 - high / 8} ${foot - high * 0.68}h${high / 4}M26 ${foot - high * 0.45}L${26 - high / 9} ${foot}M26 ${foot - high * 0.45}L${26 + high / 9} ${foot}`}
            />
          </g>
          {grows.map(({ zone, layer }, i) => (
            <g key={layer.layer.id}>
              <path d={tufts(60 + i * each, each - 24, layer.layer.depthMm * scale, i)} stroke="var(--ink)" strokeWidth="1" fill="none" />
              <text x={60 + i * each} y={GROUND + 16} fontSize="13" fill="var(--soft)">
                {zone.zone.name}
              </text>
            </g>
          ))}
          {pours.map(({ zone, layer }, i) => {
            const x = 60 + (grows.length + i) * each,
              deep = -zone.zone.levelMm * scale,
              under = zone.layers.slice(0, zone.layers.indexOf(layer)).reduce((sum, l) => sum + l.layer.depthMm, 0) * scale,
              fill = layer.layer.depthMm * scale,
              lean = Math.min((each - 30) / 2.4, deep / Math.tan((Math.min(89, zone.zone.slopeDeg) * Math.PI) / 180));
            const at = (z: number): number => lean * (deep > 0 ? 1 - z / deep : 0);
            const y = (z: number): number => GROUND + deep - z;
            return (
              <g key={layer.layer.id}>
                <path
                  d={`M${x + at(under)} ${y(under)}L${x + each - 24 - at(under)} ${y(under)}L${x + each - 24 - at(under + fill)} ${y(under + fill)}L${x + at(under + fill)} ${y(under + fill)}Z`}
                  fill={zoneFill("water")}
                  stroke="var(--real)"
                />
                {Array.from({ length: layer.amounts.pours - 1 }, (_, k) => {
                  const z = under + (fill * (k + 1)) / layer.amounts.pours;
                  return <path key={k} d={`M${x + at(z)} ${y(z)}H${x + each - 24 - at(z)}`} stroke="var(--real)" strokeDasharray="5 3" />;
                })}
                <path
                  d={`M${x} ${GROUND}L${x + lean} ${GROUND + deep}H${x + each - 24 - lean}L${x + each - 24} ${GROUND}`}
                  fill="none"
                  stroke="var(--ink)"
                  strokeWidth="1.3"
                />
                <text x={x} y={GROUND - 8} fontSize="13" fill="var(--soft)">
                  {isKeepClear(zone.zone.is) ? "" : zone.zone.name}
                </text>
              </g>
            );
          })}
          <path d={`M4 ${GROUND}H${54 + grows.length * each}`} stroke="var(--ink)" strokeWidth="1.3" />
        </svg>
      )}
    </div>
  );
}

/** Blades of one height, a little uneven as they stand. */
function tufts(x: number, wide: number, high: number, seed: number): string {
  const random = seededRandom(seed + 7);
  return Array.from({ length: Math.floor(wide / 5) }, (_, i) => {
    const at = x + i * 5 + random() * 3;
    return `M${at.toFixed(1)} ${GROUND}l${((random() - 0.5) * high * 0.4).toFixed(1)} ${(-high * (0.85 + random() * 0.15)).toFixed(1)}`;
  }).join("");
}
