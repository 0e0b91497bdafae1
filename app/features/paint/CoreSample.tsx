/** The core sample: drilled columns through the coats, films to scale both ways on the steps they ride on, with verdicts between. */
import { scaleLinear } from "d3";
import { FAMILIES, filmOf, isClash, liesOn, METHODS, solidsOf, SPOTS, worstFirst, type BoundaryVerdict, type Spot } from "~core/coat";
import { coatOver, sawTooth, type Steps } from "~core/surface";
import { useWidth } from "~app/ui/useWidth";
import type { StackLayer } from "~core/plan";

const SAMPLES = 160;
/** Room for each name, and for all of them, px. */
const NAME_PX = 48;
const HEIGHTS = [240, 400] as const;
/** Air above the films, px. */
const ABOVE = 36;
/** Room for the scale bar, px. */
const LEFT = 52;
/** Between two cores, px. */
const GAP = 12;
/** Narrower than this there is one core with all coats, px. */
const ROOM_FOR_SEVERAL = 210;

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

interface Column {
  /** Where it is drilled; none where all coats lie everywhere. */
  spots: readonly Spot[];
  bands: Band[];
}

/** A core for each part of the relief that has other coats: a wash lies in one, a dry brush on another. */
export function columnsOf(
  stack: readonly StackLayer[],
  steps: Steps,
  widthMm: number,
  apart = true,
): { base: Float64Array; columns: Column[] } {
  const { base, bands } = coreBands(stack, steps, widthMm);
  if (!apart) return { base, columns: [{ spots: [], bands }] };
  const alike = new Map<string, Spot[]>();
  for (const spot of SPOTS) {
    const ids = stack.filter((l) => liesOn(l, spot)).map((l) => l.id);
    alike.set(ids.join(" "), [...(alike.get(ids.join(" ")) ?? []), spot]);
  }
  const columns = [...alike.values()].map((spots) => ({
    spots: alike.size > 1 ? spots : [],
    bands: coreBands(
      stack.filter((l) => liesOn(l, spots[0])),
      steps,
      widthMm,
    ).bands,
  }));
  return { base, columns };
}

const SPOT_WORDS: Record<Spot, string> = { foot: "foot", recess: "recess", raised: "raised" };
const spotWords = (spots: readonly Spot[]): string => spots.map((s) => SPOT_WORDS[s]).join(" and ");

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
  const films = stack.filter((l) => !FAMILIES[l.family].ground).length;
  const high = Math.min(HEIGHTS[1], Math.max(HEIGHTS[0], (films + 1) * NAME_PX));
  const widthMm = steps.spacingMm > 0 ? Math.min(1.2, Math.max(0.5, steps.spacingMm * 1.45)) : 0.5;
  const core = Math.min(380, Math.max(110, width - LEFT - 64 - 215));
  const { base, columns } = columnsOf(stack, steps, widthMm, core >= ROOM_FOR_SEVERAL);
  const highest = Math.max(...columns.flatMap((c) => Math.max(...(c.bands.at(-1)?.top ?? base))), 0.05);
  const columnPx = (core - GAP * (columns.length - 1)) / columns.length;
  // Several cores are drilled narrow, each across a step.
  const shown = Math.floor(SAMPLES / columns.length);
  const jump = steps.spacingMm > 0 ? Math.round((steps.spacingMm / widthMm) * SAMPLES) : 0;
  const first = Math.min(SAMPLES - shown, Math.max(0, columns.length > 1 ? jump - Math.round(shown / 2) : 0));
  // True to scale both ways while it fits; deep groundwork is drawn smaller, and the bar says so.
  const acrossMm = (widthMm * shown) / SAMPLES;
  const pxPerMm = Math.min(columnPx / acrossMm, (high - 70) / highest);
  // The films stand near the top, what they lie on fills the rest.
  const floor = Math.min(high - 56, ABOVE + highest * pxPerMm);
  const y = scaleLinear([0, 1], [floor, floor - pxPerMm]);
  const leftOf = (c: number): number => LEFT + c * (columnPx + GAP);
  const area = (c: number, bottom: Float64Array | null, top: Float64Array): string => {
    const x = (i: number): string => (leftOf(c) + 1 + (i / (shown - 1)) * (columnPx - 2)).toFixed(1);
    let d = "";
    for (let i = 0; i < shown; i++) d += `${i === 0 ? "M" : "L"}${x(i)} ${y(top[first + i]).toFixed(1)}`;
    for (let i = shown - 1; i >= 0; i--) d += `L${x(i)} ${(bottom ? y(bottom[first + i]) : high - 1).toFixed(1)}`;
    return `${d}Z`;
  };
  // From the top down, each with the last core that it lies in.
  const labels = stack
    .filter((l) => !FAMILIES[l.family].ground)
    .reverse()
    .map((layer) => {
      const within = columns.filter((c) => c.bands.some((b) => b.layer.id === layer.id));
      const c = columns.lastIndexOf(within.at(-1)!);
      const verdict = worstFirst(verdicts.filter((v) => v.overId === layer.id))[0];
      return {
        layer,
        from: leftOf(c) + columnPx,
        band: columns[c].bands.find((b) => b.layer.id === layer.id)!,
        only: within.length < columns.length ? spotWords(within.flatMap((w) => w.spots)) : "",
        act: verdict !== undefined && isClash(verdict.verdict),
      };
    });
  const rowHeight = Math.min(62, (high - 8) / (labels.length + 1));
  const barMm = [0.05, 0.1, 0.2, 0.5, 1, 2].find((b) => b * pxPerMm > 40) ?? 2;
  const names = labels.map((l) => `${l.layer.name}${l.only && ` (${l.only})`}`).reverse();
  return (
    <div ref={ref}>
      {width > 0 && (
        <div className="relative" style={{ height: high + 20 }}>
          <svg
            width={width}
            height={high + 20}
            className="absolute inset-0"
            role="img"
            aria-label={`Core through ${labels.length} coats: ${names.join(", ")} on ${ground}`}
          >
            {columns.map((column, c) => (
              <g key={spotWords(column.spots)}>
                <path d={area(c, null, base)} fill="#2f3133" />
                {column.bands.map((b) => (
                  <path
                    key={b.layer.id}
                    d={area(c, b.bottom, b.top)}
                    fill={b.layer.hex ?? "#999999"}
                    stroke="var(--ink)"
                    strokeWidth="0.9"
                    strokeDasharray={METHODS[b.layer.method].cover !== null ? "3 2" : undefined}
                  />
                ))}
                <rect x={leftOf(c)} y="1" width={columnPx} height={high - 2} fill="none" stroke="var(--ink)" strokeWidth="1.5" />
                {column.spots.length > 0 && (
                  <text x={leftOf(c) + columnPx / 2} y={high + 15} textAnchor="middle" fontSize="14" fontWeight="600" fill="var(--ink)">
                    {spotWords(column.spots)}
                  </text>
                )}
              </g>
            ))}
            <g stroke="var(--ink)" strokeWidth="1">
              <path d={`M${LEFT - 14} ${floor}V${floor - barMm * pxPerMm}m-4 0h8m-8 ${barMm * pxPerMm}h8`} fill="none" />
              <text x={LEFT - 6} y={floor + 18} textAnchor="end" fontSize="13" stroke="none" fill="var(--ink)">
                {barMm < 1 ? `${barMm * 1000} µm` : `${barMm} mm`}
              </text>
            </g>
            {labels.map(({ layer, band, from, act }, i) => {
              const end = first + shown - 1;
              const mid = (y(band.top[end]) + y(band.bottom[end])) / 2;
              return (
                <path
                  key={layer.id}
                  d={`M${from} ${mid}L${LEFT + core + 46} ${i * rowHeight + 12}h12`}
                  fill="none"
                  stroke={act ? "var(--act)" : "var(--ink)"}
                  strokeWidth="1"
                />
              );
            })}
            <path
              d={`M${LEFT + core} ${high - 26}L${LEFT + core + 46} ${labels.length * rowHeight + 12}h12`}
              fill="none"
              stroke="var(--ink)"
              strokeWidth="1"
            />
          </svg>
          <ol className="absolute right-0 top-0" style={{ left: LEFT + core + 64 }}>
            {labels.map(({ layer, only, act }) => (
              <li key={layer.id} style={{ height: rowHeight }} className="overflow-hidden leading-tight">
                <p className={`truncate ${act ? "note-act" : "font-semibold"}`}>
                  {act && "▲ "}
                  {layer.name}
                </p>
                <p className="truncate text-[0.92rem] text-soft">
                  {METHODS[layer.method].word}
                  {layer.coats > 1 ? `, ${layer.coats} coats` : ""}
                  {filmOf(layer) > 0 ? `, ${filmWords(filmOf(layer))}` : ""}
                  {only && `, ${only}`}
                </p>
              </li>
            ))}
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
        {columns.length > 1 ? "Each " : ""}
        {acrossMm.toFixed(2)} mm wide
        {pxPerMm < columnPx / acrossMm - 1 ? "; heights are drawn reduced, the films are thick" : ", true to scale in both directions"}.
        Dashed: not a closed film.
      </p>
    </div>
  );
}
