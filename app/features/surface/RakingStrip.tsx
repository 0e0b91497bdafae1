/**
 * The raking strip: the surface's profile under low light, as printed and after every coat and sanding, with what the eye finds from the
 * scene's distance and what a dry brush finds as bands. Coats and papers are put on and taken off here; the layer can be tried.
 */
import { area, curveLinear, line, scaleLinear } from "d3";
import { Minus, Plus } from "lucide-react";
import { formatMm, readAsMm } from "~core/units";
import {
  BRUSH_FINDS_MM,
  GRADES,
  PRODUCTS,
  SMOOTH_ENOUGH_MM,
  STRIP_SAMPLES,
  stripRows,
  type OwnFills,
  type ProductId,
  type Seen,
  type SlopeKind,
  type Steps,
  type StripStep,
} from "~core/surface";
import { Choice, ParsedField, parseMmIn } from "~app/ui/field";
import { useKey } from "~app/ui/keys";
import { useWidth } from "~app/ui/useWidth";

const ROW = 40;
const LEFT = 104,
  RIGHT = 92;
const MOST_STEPS = 12;

export function RakingStrip({
  steps,
  kind,
  seen,
  own,
  done,
  onDone,
  layerMm,
  onLayer,
}: {
  steps: Steps;
  kind: SlopeKind;
  seen: Seen;
  own: OwnFills;
  /** Coats and papers on it, in order. */
  done: readonly StripStep[];
  onDone: (steps: StripStep[]) => void;
  layerMm: number;
  onLayer: (mm: number) => void;
}) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const widthMm = Math.min(12, Math.max(2, steps.spacingMm * 8));
  const rows = stripRows(steps, kind, done, widthMm, own);
  const lastCoat = [...done].reverse().find((d) => d.kind === "lay");
  const product: ProductId = lastCoat?.kind === "lay" ? lastCoat.product : "filler";
  const addCoat = (): void => onDone([...done, { kind: "lay", product }]);
  const takeOff = (): void => onDone(done.slice(0, -1));
  useKey("+", "Add a coat on the strip", "The strip", addCoat, done.length < MOST_STEPS);
  useKey("-", "Remove the last coat from the strip", "The strip", takeOff, done.length > 0);
  // Heights are drawn larger than lengths, or a fifth of a millimetre would be a hairline; the factor is said below.
  const x = scaleLinear([0, STRIP_SAMPLES - 1], [LEFT, Math.max(LEFT + 1, width - RIGHT)]);
  const tall = (ROW - 12) / Math.max(steps.cuspMm, 0.06);
  const stretch = tall / ((width - LEFT - RIGHT) / widthMm);
  const eye = seen === "plain" ? SMOOTH_ENOUGH_MM : null;
  return (
    <div ref={ref}>
      {width > 0 && (
        <svg
          width={width}
          height={rows.length * ROW + 6}
          role="img"
          aria-label={`Profile of the surface: ${rows.map((r) => `${r.label} ${formatMm(r.leavesMm)}`).join(", ")}`}
          data-testid="strip"
        >
          {rows.map((r, i) => {
            const base = (i + 1) * ROW - 2;
            const low = r.profile.reduce((least, v) => Math.min(least, v), Infinity);
            const y = (v: number): number => base - (v - low) * tall;
            const path = line<number>((_, k) => x(k), y).curve(curveLinear)(Array.from(r.profile));
            const before = i > 0 && r.step?.kind === "lay" ? rows[i - 1].profile : null;
            const floor = before?.reduce((least, v) => Math.min(least, v), Infinity) ?? 0;
            // What the coat has laid into the valleys, over the surface of before.
            const film =
              before &&
              area<number>(
                (_, k) => x(k),
                (_, k) => base - (before[k] - floor) * tall,
                (_, k) => Math.min(base, y(r.profile[k])),
              )(Array.from(r.profile));
            return (
              <g key={i}>
                <Band x0={LEFT} x1={width - RIGHT} y={base} height={Math.min(ROW, BRUSH_FINDS_MM * tall)} fill="var(--setting)" />
                {eye !== null && <Band x0={LEFT} x1={width - RIGHT} y={base} height={eye * tall} fill="var(--real)" />}
                {film && <path d={film} fill="url(#hatch-setting)" opacity="0.8" />}
                <path d={path ?? ""} fill="none" stroke="var(--ink)" strokeWidth="1.3" />
                <text x="0" y={base - 4} fontSize="14.5" fill="var(--ink)" fontWeight={i === rows.length - 1 ? 600 : 400}>
                  {r.label.length > 15 ? `${r.label.slice(0, 14)}…` : r.label}
                </text>
                <text
                  x={width}
                  y={base - 4}
                  textAnchor="end"
                  fontSize="14.5"
                  fill="var(--ink)"
                  fontWeight={i === rows.length - 1 ? 600 : 400}
                >
                  {span(r.low, r.high, r.leavesMm)}
                </text>
              </g>
            );
          })}
        </svg>
      )}
      <p className="text-sm text-soft">
        {widthMm.toFixed(1)} mm across, heights drawn {stretch < 10 ? stretch.toFixed(1) : stretch.toFixed(0)} times. Above the ochre band a
        dry brush catches the lines{eye !== null ? "; above the narrow band they show from the viewing distance" : ""}.
      </p>
      <div className="no-print mt-2 flex flex-wrap items-end gap-2">
        <Choice
          className="w-48"
          label="Add"
          value=""
          onChange={(v: string) => {
            if (v.startsWith("P")) onDone([...done, { kind: "sand", grade: Number(v.slice(1)) }]);
            else if (v) onDone([...done, { kind: "lay", product: v as ProductId }]);
          }}
          options={[
            { value: "", label: "a coat or a paper…" },
            ...Object.values(PRODUCTS).map((p) => ({ value: p.id as string, label: p.name })),
            ...GRADES.filter((g) => g >= 80).map((g) => ({ value: `P${g}`, label: `P${g}` })),
          ]}
        />
        <button className="btn" onClick={addCoat} disabled={done.length >= MOST_STEPS} aria-label={`Add a coat: ${PRODUCTS[product].name}`}>
          <Plus size={18} aria-hidden="true" /> coat
        </button>
        <button className="btn" onClick={takeOff} disabled={done.length === 0} aria-label="Remove last">
          <Minus size={18} aria-hidden="true" /> last
        </button>
        <ParsedField
          className="w-28"
          label="Layer height to try"
          text={formatMm(layerMm)}
          parse={parseMmIn({ least: 0.01, most: 2 })}
          readAs={readAsMm}
          onCommit={(mm) => onLayer(mm)}
        />
      </div>
    </div>
  );
}

const Band = ({ x0, x1, y, height, fill }: { x0: number; x1: number; y: number; height: number; fill: string }) => (
  <rect x={x0} y={y - height} width={Math.max(0, x1 - x0)} height={height} fill={fill} opacity="0.28" />
);

const um = (mm: number): number => Math.round(mm * 1000);
/** "37 µm", or "28 to 46" where the filling is not sure. */
const span = (low: number, high: number, value: number): string =>
  um(high) - um(low) <= 2 ? `${um(value)} µm` : `${um(low)} to ${um(high)} µm`;
