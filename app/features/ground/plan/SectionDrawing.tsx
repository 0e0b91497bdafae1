/** The board cut along the line: foam, layers, water, what stands there, and a figure. Levels are pulled here. */
import { useMemo } from "react";
import {
  bankRunMm,
  isKeepClear,
  sectionOf,
  spansOf,
  type AtLine,
  type Board,
  type GroundLayer,
  type GroundZone,
  type Placed,
} from "~core/ground";
import { methodById } from "~core/ground";
import type { FootFound } from "~app/shared/useBoard";
import { segmentsPath } from "~app/shared/SheetDrawing";
import { hatchFill } from "~app/ui/hatch";
import { zoneFill } from "../Hatches";

interface Props {
  board: Board;
  zones: readonly GroundZone[];
  layers: readonly GroundLayer[];
  placed: readonly Placed[];
  footOf: (s: Placed["standing"]) => FootFound | undefined;
  section: AtLine;
  scale: number;
  margin: number;
  /** Where the line begins, mm. */
  startMm: number;
  wide: number;
  zoneId: string | null;
  /** A grown figure beside it, mm. */
  figureMm: number;
  onLevel?: (zone: GroundZone, event: React.PointerEvent) => void;
  onSlope?: (zone: GroundZone, inward: 1 | -1, event: React.PointerEvent) => void;
}

/** Above what is drawn, and below, px. */
const OVER = 16;

export function SectionDrawing({
  board,
  zones,
  layers,
  placed,
  footOf,
  section,
  scale,
  margin,
  startMm,
  wide,
  zoneId,
  figureMm,
  onLevel,
  onSlope,
}: Props) {
  const s = useMemo(() => sectionOf(board, zones, layers, section.mm, section.across), [board, zones, layers, section]);
  const [lo, hi] = section.across === 0 ? (["y0", "y1"] as const) : (["x0", "x1"] as const);
  const cutThrough = placed.filter((p) => p.box[lo] <= section.mm && p.box[hi] >= section.mm);
  const tallest = Math.max(figureMm, ...cutThrough.map((p) => p.toMm), ...s.top.map((t) => t - s.thicknessMm));
  const high = OVER + (tallest + s.thicknessMm) * scale + 8;
  const x = (mm: number): number => margin + (mm - startMm) * scale;
  const z = (mm: number): number => high - 8 - mm * scale;
  const line = (ys: Float64Array, from: number, to: number): string =>
    Array.from({ length: to - from + 1 }, (_, k) => `${x(s.at[from + k]).toFixed(1)} ${z(ys[from + k]).toFixed(1)}`).join("L");
  const end = s.at.length - 1;
  const base = `M${x(s.at[0])} ${z(0)}L${line(s.base, 0, end)}L${x(s.at[end])} ${z(0)}Z`;
  const kindOf = new Map(zones.map((zone) => [zone.id, zone.is]));
  const zone = zones.find((q) => q.id === zoneId && !isKeepClear(q.is));
  const spans = zone ? spansOf(zone.outlineMm, section.mm, section.across) : [];
  const handle = zone && spans.length > 1 ? { x: x((spans[0] + spans[1]) / 2), y: z(s.thicknessMm + zone.levelMm) } : null;
  // A bank runs in from the edge of its zone; the rim of the board is none.
  const edge =
    spans[0] > s.at[0] + 1e-6
      ? { mm: spans[0], inward: 1 as const }
      : spans[1] < s.at[end] - 1e-6
        ? { mm: spans[1], inward: -1 as const }
        : null;
  const bank =
    zone && edge && zone.levelMm !== 0
      ? { x: x(edge.mm + edge.inward * bankRunMm(zone)), y: z(s.thicknessMm + zone.levelMm), inward: edge.inward }
      : null;
  return (
    <svg width={wide} height={high} role="img" aria-label={`Section at ${Math.round(section.mm)} mm`} className="touch-none select-none">
      <path d={base} fill={hatchFill("thinner")} stroke="var(--ink)" strokeWidth="1.2" />
      {cutThrough.map((p) => (
        <Standing
          key={p.standing.id}
          placed={p}
          foot={footOf(p.standing)}
          across={section.across}
          x={x}
          z={(mm) => z(s.thicknessMm + mm)}
          scale={scale}
        />
      ))}
      {s.layers.map((l) =>
        runsOf(l.from).map(([from, to]) => (
          <path
            key={`${l.layerId} ${from}`}
            d={`M${line(l.from, from, to)}L${line(l.to, from, to).split("L").reverse().join("L")}Z`}
            fill={l.poured ? zoneFill("water") : "var(--setting)"}
            fillOpacity={l.poured ? 1 : 0.6}
            stroke={l.poured ? "var(--real)" : "none"}
            strokeWidth="0.8"
          >
            <title>{`${methodById(layers.find((q) => q.id === l.layerId)?.methodId ?? "")?.name ?? ""}, ${kindOf.get(l.zoneId) ?? ""}`}</title>
          </path>
        )),
      )}
      <Figure x={x(s.at[end]) + 14} foot={z(s.thicknessMm)} high={figureMm * scale} />
      {handle && zone && (
        <g className={onLevel && "cursor-ns-resize"} onPointerDown={onLevel && ((e) => onLevel(zone, e))}>
          <path d={`M${handle.x - 16} ${handle.y}h32`} stroke="var(--act)" strokeWidth="3" />
          <rect x={handle.x - 20} y={handle.y - 12} width="40" height="24" fill="transparent" />
          <text x={handle.x + 22} y={handle.y + 4} fontSize="12.5" fill="var(--act)">
            {zone.levelMm > 0 ? "+" : ""}
            {Math.round(zone.levelMm * 10) / 10} mm
          </text>
        </g>
      )}
      {bank && zone && (
        <g className={onSlope && "cursor-ew-resize"} onPointerDown={onSlope && ((e) => onSlope(zone, bank.inward, e))}>
          <circle cx={bank.x} cy={bank.y} r="5" fill="var(--paper)" stroke="var(--act)" strokeWidth="2" />
          <circle cx={bank.x} cy={bank.y} r="14" fill="transparent" />
          <text x={bank.x} y={bank.y + 20} fontSize="12.5" fill="var(--act)" textAnchor="middle">
            {Math.round(zone.slopeDeg)}°
          </text>
        </g>
      )}
    </svg>
  );
}

/** Where a layer lies without a gap. */
function runsOf(ys: Float64Array): [number, number][] {
  const out: [number, number][] = [];
  let from = -1;
  for (let i = 0; i <= ys.length; i++) {
    const lies = i < ys.length && !Number.isNaN(ys[i]);
    if (lies && from < 0) from = i;
    if (!lies && from >= 0) {
      if (i - 1 > from) out.push([from, i - 1]);
      from = -1;
    }
  }
  return out;
}

/** As its side looks that is seen from the section; a box where it stands askew. */
function Standing({
  placed: p,
  foot,
  across,
  x,
  z,
  scale,
}: {
  placed: Placed;
  foot: FootFound | undefined;
  across: 0 | 1;
  x: (mm: number) => number;
  z: (mm: number) => number;
  scale: number;
}) {
  const { turnDeg, xMm, yMm } = p.standing;
  const seen = (((turnDeg - (across === 0 ? 0 : 90)) % 360) + 360) % 360;
  const quarter = Math.round(seen / 90) % 4;
  const askew = Math.abs(seen - Math.round(seen / 90) * 90) > 20;
  const view = foot?.views.find((v) => v.name === (quarter % 2 === 0 ? "front" : "side"));
  const middle = across === 0 ? xMm : yMm;
  const [from, to] = across === 0 ? [p.box.x0, p.box.x1] : [p.box.y0, p.box.y1];
  if (!view || askew)
    return (
      <path
        d={`M${x(from)} ${z(p.fromMm)}V${z(p.toMm)}H${x(to)}V${z(p.fromMm)}Z`}
        fill="var(--paper)"
        stroke="var(--soft)"
        strokeDasharray="3 3"
      />
    );
  // Seen from behind, or from the other side, it is mirrored.
  const mirrored = quarter === 2 || quarter === 3;
  const at = { x: x(middle) - (view.widthMm / 2) * scale * (mirrored ? -1 : 1), y: z(p.fromMm) };
  return (
    <g>
      <path d={`M${x(middle - view.widthMm / 2)} ${z(p.fromMm)}V${z(p.fromMm)}`} />
      <g transform={mirrored ? `translate(${2 * at.x} 0) scale(-1 1)` : undefined}>
        <path d={segmentsPath(view.outline, at, scale)} fill="none" stroke="var(--ink)" strokeWidth="1.3" />
      </g>
    </g>
  );
}

const Figure = ({ x, foot, high }: { x: number; foot: number; high: number }) => {
  const head = high / 7;
  return (
    <g stroke="var(--ink)" strokeWidth="1.3" fill="none" aria-hidden="true">
      <circle cx={x} cy={foot - high + head / 2} r={head / 2} />
      <path
        d={`M${x} ${foot - high + head}V${foot - high * 0.45}M${x - high / 8} ${foot - high * 0.68}h${high / 4}M${x} ${foot - high * 0.45}L${x - high / 9} ${foot}M${x} ${foot - high * 0.45}L${x + high / 9} ${foot}`}
      />
    </g>
  );
};
