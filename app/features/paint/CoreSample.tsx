/** The core sample: a drilled column through the coats, films to scale both ways on the steps they ride on, with verdicts between. */
import { scaleLinear } from "d3";
import { FAMILIES, filmOf, isClash, METHODS, solidsOf, worstFirst, type BoundaryVerdict } from "~core/coat";
import { coatOver, sawTooth, type Steps } from "~core/surface";
import { useWidth } from "~app/ui/useWidth";
import type { StackLayer } from "~core/plan";

const SAMPLES = 160;
const HEIGHT = 440;
/** Room for the scale bar, px. */
const LEFT = 52;

interface Band {
  layer: StackLayer;
  bottom: Float64Array;
  top: Float64Array;
}

/** Surfaces of all films, each laid over the one below. Groundwork of millimetres is drawn as deep as its film says. */
export function coreBands(stack: readonly StackLayer[], steps: Steps, widthMm: number): { base: Float64Array; bands: Band[] } {
  const base = sawTooth(steps.cuspMm, steps.spacingMm, widthMm, SAMPLES);
  let surface = base;
  const bands = stack
    .filter((l) => !FAMILIES[l.family].ground)
    .map((layer): Band => {
      const bottom = surface;
      surface = coatOver(bottom, filmOf(layer), solidsOf(layer), Math.max(steps.spacingMm, 0.05));
      return { layer, bottom, top: surface };
    });
  return { base, bands };
}

/** A film in whole micrometres, thin ones not as none. */
const filmWords = (mm: number): string => (mm < 0.0005 ? "under 1 µm" : `${Math.round(mm * 1000)} µm`);

export function CoreSample({
  stack,
  steps,
  verdicts,
  ground,
}: {
  stack: readonly StackLayer[];
  steps: Steps;
  verdicts: readonly BoundaryVerdict[];
  ground: string;
}) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const widthMm = steps.spacingMm > 0 ? Math.min(1.2, Math.max(0.5, steps.spacingMm * 1.45)) : 0.5;
  const { base, bands } = coreBands(stack, steps, widthMm);
  const highest = Math.max(...(bands.at(-1)?.top ?? base), 0.05);
  const core = Math.min(380, Math.max(110, width - LEFT - 64 - 215));
  // True to scale both ways while it fits; deep groundwork is drawn smaller, and the bar says so.
  const pxPerMm = Math.min(core / widthMm, (HEIGHT - 70) / highest);
  const floor = HEIGHT - 56;
  const y = scaleLinear([0, 1], [floor, floor - pxPerMm]);
  const x = (i: number): number => LEFT + 1 + (i / (SAMPLES - 1)) * (core - 2);
  const area = (bottom: Float64Array | null, top: Float64Array): string => {
    let d = "";
    for (let i = 0; i < SAMPLES; i++) d += `${i === 0 ? "M" : "L"}${x(i).toFixed(1)} ${y(top[i]).toFixed(1)}`;
    for (let i = SAMPLES - 1; i >= 0; i--) d += `L${x(i).toFixed(1)} ${(bottom ? y(bottom[i]) : HEIGHT - 1).toFixed(1)}`;
    return `${d}Z`;
  };
  const labels = [...bands].reverse();
  const rowHeight = Math.min(62, (HEIGHT - 8) / (labels.length + 1));
  const barMm = [0.05, 0.1, 0.2, 0.5, 1, 2].find((b) => b * pxPerMm > 40) ?? 2;
  return (
    <div ref={ref}>
      {width > 0 && (
        <div className="relative" style={{ height: HEIGHT + 20 }}>
          <svg
            width={width}
            height={HEIGHT + 20}
            className="absolute inset-0"
            role="img"
            aria-label={`Core through ${bands.length} coats: ${bands.map((b) => b.layer.name).join(", ")} on ${ground}`}
          >
            <path d={area(null, base)} fill="#2f3133" />
            {bands.map((b) => (
              <path
                key={b.layer.id}
                d={area(b.bottom, b.top)}
                fill={b.layer.hex ?? "#999999"}
                stroke="var(--ink)"
                strokeWidth="0.9"
                strokeDasharray={METHODS[b.layer.method].cover !== null ? "3 2" : undefined}
              />
            ))}
            <rect x={LEFT} y="1" width={core} height={HEIGHT - 2} fill="none" stroke="var(--ink)" strokeWidth="1.5" />
            <g stroke="var(--ink)" strokeWidth="1">
              <path d={`M${LEFT - 14} ${floor}V${floor - barMm * pxPerMm}m-4 0h8m-8 ${barMm * pxPerMm}h8`} fill="none" />
              <text x={LEFT - 6} y={floor + 18} textAnchor="end" fontSize="13" stroke="none" fill="var(--ink)">
                {barMm < 1 ? `${barMm * 1000} µm` : `${barMm} mm`}
              </text>
            </g>
            {labels.map((b, i) => {
              const verdict = worstFirst(verdicts.filter((v) => v.overId === b.layer.id))[0];
              const act = verdict !== undefined && isClash(verdict.verdict);
              const mid = (y(b.top[SAMPLES - 1]) + y(b.bottom[SAMPLES - 1])) / 2;
              return (
                <path
                  key={b.layer.id}
                  d={`M${LEFT + core} ${mid}L${LEFT + core + 46} ${i * rowHeight + 12}h12`}
                  fill="none"
                  stroke={act ? "var(--act)" : "var(--ink)"}
                  strokeWidth="1"
                />
              );
            })}
            <path
              d={`M${LEFT + core} ${HEIGHT - 26}L${LEFT + core + 46} ${labels.length * rowHeight + 12}h12`}
              fill="none"
              stroke="var(--ink)"
              strokeWidth="1"
            />
          </svg>
          <ol className="absolute right-0 top-0" style={{ left: LEFT + core + 64 }}>
            {labels.map((b) => {
              const verdict = worstFirst(verdicts.filter((v) => v.overId === b.layer.id))[0];
              const act = verdict !== undefined && isClash(verdict.verdict);
              return (
                <li key={b.layer.id} style={{ height: rowHeight }} className="overflow-hidden leading-tight">
                  <p className={`truncate ${act ? "note-act" : "font-semibold"}`}>
                    {act && "▲ "}
                    {b.layer.name}
                  </p>
                  <p className="truncate text-[0.92rem] text-soft">
                    {METHODS[b.layer.method].word}
                    {b.layer.coats > 1 ? `, ${b.layer.coats} coats` : ""}
                    {filmOf(b.layer) > 0 ? `, ${filmWords(filmOf(b.layer))}` : ""}
                  </p>
                </li>
              );
            })}
            <li className="leading-tight">
              <p className="font-semibold">{ground}</p>
              <p className="text-[0.92rem] text-soft">
                {steps.spacingMm > 0
                  ? `steps of ${Math.round(steps.cuspMm * 1000)} µm, ${steps.spacingMm.toFixed(2)} mm apart`
                  : "no steps"}
              </p>
            </li>
          </ol>
        </div>
      )}
      <p className="text-sm text-soft">
        {widthMm.toFixed(2)} mm wide
        {pxPerMm < core / widthMm - 1 ? "; heights are drawn reduced, the films are thick" : ", true to scale in both directions"}. Dashed:
        not a closed film.
      </p>
    </div>
  );
}
