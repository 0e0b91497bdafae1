/**
 * Own figures: the slope fan treated in strips, and what was read off it. The common filling figures give way to the user's own, with how
 * sure they are.
 */
import { useState } from "react";
import { Link } from "react-router";
import { max, scaleBand, scaleLinear } from "d3";
import { X } from "lucide-react";
import { CARE_FIRST, CAUTIONS } from "~core/care";
import { SLOPES_DEG } from "~core/print";
import { grainOf, LIMITS, printerAtHand, type Part } from "~core/project";
import {
  BRUSH_FINDS_MM,
  COMMON_FILL,
  factorOf,
  FILL_PRODUCTS,
  leftAfter,
  ownFill,
  PRODUCTS,
  READ_HOW,
  SMOOTH_ENOUGH_MM,
  stepsOn,
  stripReading,
  type OwnFill,
  type ProductId,
  type ReadHow,
} from "~core/surface";
import { formatMm } from "~core/units";
import { Section } from "~app/shared/Page";
import { newId, useActions, useProject } from "~app/shared/scene";
import { Choice, parseCount, ParsedField } from "~app/ui/field";
import { IconButton } from "~app/ui/iconButton";
import { AxisLeft, Chart } from "~app/ui/chart";
import { Why } from "~app/ui/why";
import { SurfaceFrame } from "./SurfaceFrame";

export default function OwnPage() {
  return <SurfaceFrame title="Own figures: surface">{(part) => <Own key={part.id} part={part} />}</SurfaceFrame>;
}

function Own({ part }: { part: Part }) {
  const project = useProject();
  const { run } = useActions();
  const { fills } = project.habits;
  const printer = printerAtHand(part, project.scene);
  const [product, setProduct] = useState<ProductId>("filler");
  const [how, setHow] = useState<ReadHow>("eye");
  const [coats, setCoats] = useState(1);
  const [gone, setGone] = useState("");
  const grain = printer ? grainOf(printer) : { layerMm: 0.2, lineWidthMm: 0.45 };
  const index = SLOPES_DEG.findIndex((d) => String(d) === gone);
  const strip = index < 0 ? null : stripReading(SLOPES_DEG[index], index > 0 ? SLOPES_DEG[index - 1] : null, grain, SMOOTH_ENOUGH_MM);
  const teaches = strip ? factorOf({ product, coats, ...strip }) : null;
  const own = ownFill(fills, product);
  const then = strip && teaches !== null ? ownFill([...fills, { id: "", product, coats, how, at: 0, what: "", ...strip }], product) : null;
  const add = async (): Promise<void> => {
    if (!strip || teaches === null) return;
    const reading = { id: newId(), product, how, coats, what: `slope fan, gone from ${gone}°`, ...strip };
    const done = await run("fill.add", { reading });
    if (done.ok) setGone("");
  };
  return (
    <>
      <div className="mt-3 grid gap-x-8 gap-y-4 desk:grid-cols-[1fr_1.3fr]">
        <section aria-label="Read a strip of the slope fan">
          <h2 className="text-xl">Read a strip of the slope fan</h2>
          <p>
            Print the slope fan with {grain.layerMm} mm layers, mask it in strips along the slopes, and give each strip a different number
            of coats. Under the lamp, the gentlest slope with no visible lines shows how much the coat fills.
          </p>
          <Link className="btn mt-2" to={`/s/${project.scene.id}/print/all/coupons`}>
            Go to the slope fan
          </Link>
          <div className="mt-2 grid gap-2 tab:grid-cols-2">
            <Choice
              label="Treated with"
              value={product}
              onChange={(p: ProductId) => setProduct(p)}
              options={FILL_PRODUCTS.map((id) => ({ value: id, label: PRODUCTS[id].name }))}
            />
            <ParsedField label="Coats on this strip" text={String(coats)} parse={parseCount(LIMITS.coats)} onCommit={(n) => setCoats(n)} />
            <Choice
              label="Lines gone from"
              value={gone}
              onChange={(v: string) => setGone(v)}
              options={[
                { value: "", label: "which slope?" },
                ...SLOPES_DEG.map((d) => ({
                  value: String(d),
                  label: `${d}° up, steps of ${Math.round(stepsOn(d, grain).cuspMm * 1000)} µm`,
                })),
              ]}
            />
            <Choice
              label="Read"
              value={how}
              onChange={(h: ReadHow) => setHow(h)}
              options={(["eye", "nail", "photo"] as const).map((value) => ({ value, label: READ_HOW[value] }))}
            />
          </div>
          {index >= 0 && (
            <p className="mt-2">
              {strip === null
                ? "The steps there were invisible before coating, so this strip teaches nothing."
                : teaches === null
                  ? "Coats do not level terraces this wide, so this strip teaches nothing. Sand it."
                  : `${coats === 1 ? "A coat" : `${coats} coats`} left about ${Math.round(strip.left * 100)} % there. Your figure goes from ${own.factor.toFixed(2)} to ${then!.factor.toFixed(2)} times the common one.`}
            </p>
          )}
          <button className="btn btn-solid mt-2" disabled={teaches === null} onClick={() => void add()}>
            Save as my own figure
          </button>
          <p className="mt-2 text-setting-ink">
            △ {[...new Set(PRODUCTS[product].cautions)].map((c) => CAUTIONS[c].text).join(" ")} {CARE_FIRST}
          </p>
        </section>
        <section aria-label="What coats leave on the fan">
          <h2 className="text-xl">
            What {coats === 1 ? "a coat" : `${coats} coats`} of {PRODUCTS[product].name.split(",")[0].toLowerCase()} leave
            {coats === 1 ? "s" : ""}
          </h2>
          <Fan grain={grain} product={product} coats={coats} own={own} />
        </section>
      </div>
      <Section title="Readings so far">
        {fills.length === 0 ? (
          <p className="text-soft">
            No readings yet. All methods use the common figures, which are accurate to a factor of {COMMON_FILL.high.toFixed(1)}.
          </p>
        ) : (
          <div className="grid gap-x-8 gap-y-4 desk:grid-cols-[1fr_1.3fr]">
            <ul>
              {FILL_PRODUCTS.filter((id) => fills.some((f) => f.product === id)).map((id) => {
                const o = ownFill(fills, id);
                return (
                  <li key={id} className="border-b border-rule py-1.5">
                    <span className="font-semibold">{PRODUCTS[id].name}:</span> fills {o.factor.toFixed(2)} times the common figure, between{" "}
                    {o.low.toFixed(2)} and {o.high.toFixed(2)}.{" "}
                    <Why
                      of={PRODUCTS[id].name}
                      reasons={{
                        formula:
                          "mean of the logarithms of (own filling ÷ common filling), weighted by how it was read, with the common figure counted as one reading with a spread of 1.5",
                        inputs: fills
                          .filter((f) => f.product === id)
                          .map((f) => ({
                            name: `${f.what}, ${f.coats} ${f.coats === 1 ? "coat" : "coats"}`,
                            value: `${Math.round(f.left * 100)} % left, ${READ_HOW[f.how]}`,
                          })),
                        assumptions: [
                          { text: "Spread of a reading by eye 0.45, nail 0.4, photo 0.3, meter 0.15 (logarithm).", kind: "practice" },
                          { text: "Your readings.", kind: "own record" },
                        ],
                      }}
                    />
                  </li>
                );
              })}
            </ul>
            <ul>
              {[...fills]
                .sort((a, b) => b.at - a.at)
                .map((f) => (
                  <li key={f.id} className="flex items-center justify-between gap-3 border-b border-rule py-0.5">
                    <span>
                      {PRODUCTS[f.product].name}, {f.coats} {f.coats === 1 ? "coat" : "coats"}: {Math.round(f.left * 100)} % left{" "}
                      <span className="text-soft">
                        of {Math.round(f.stepMm * 1000)} µm, {formatMm(f.pitchMm)} apart; {f.what}, {READ_HOW[f.how]}
                      </span>
                    </span>
                    <IconButton label={`Delete: ${f.what}`} onClick={() => void run("list.drop", { list: "habits.fills", keys: [f.id] })}>
                      <X size={16} />
                    </IconButton>
                  </li>
                ))}
            </ul>
          </div>
        )}
      </Section>
    </>
  );
}

/** Steps on each slope of the fan: printed, by the common figures, by one's own with its range. */
function Fan({
  grain,
  product,
  coats,
  own,
}: {
  grain: { layerMm: number; lineWidthMm?: number };
  product: ProductId;
  coats: number;
  own: OwnFill;
}) {
  const rows = SLOPES_DEG.map((deg) => {
    const { cuspMm, spacingMm } = stepsOn(deg, grain);
    const after = (fill: OwnFill) => {
      let [value, low, high] = [cuspMm, cuspMm, cuspMm];
      for (let i = 0; i < coats; i++) {
        value = leftAfter(value, spacingMm, product, fill).value;
        low = leftAfter(low, spacingMm, product, fill).low;
        high = leftAfter(high, spacingMm, product, fill).high;
      }
      return { value, low, high };
    };
    return { deg, cuspMm, common: after(COMMON_FILL), own: after(own) };
  });
  const um = (mm: number): number => mm * 1000;
  const steps = rows.map((r) => `${r.deg}° ${Math.round(um(r.own.value))} of ${Math.round(um(r.cuspMm))} micrometres`).join(", ");
  return (
    <>
      <Chart label={`Steps left on the slopes of the fan: ${steps}`} height={222} margin={{ left: 52, right: 0, top: 8, bottom: 26 }}>
        {(plot) => {
          const x = scaleBand(SLOPES_DEG.map(String), [plot.left, plot.right]).paddingInner(0.25);
          const y = scaleLinear([0, um(max(rows, (r) => r.cuspMm) ?? 0.2)], [plot.base, plot.top]);
          return (
            <>
              <AxisLeft across plot={plot} ticks={y.ticks(4).map((t) => ({ at: y(t), label: String(t) }))} />
              <rect
                x={plot.left}
                width={plot.right - plot.left}
                y={y(um(BRUSH_FINDS_MM))}
                height={y(0) - y(um(BRUSH_FINDS_MM))}
                fill="var(--setting)"
                opacity="0.22"
              />
              {rows.map((r) => {
                const x0 = x(String(r.deg)) ?? 0;
                const w = x.bandwidth();
                return (
                  <g key={r.deg}>
                    <rect
                      x={x0}
                      y={y(um(r.cuspMm))}
                      width={w}
                      height={y(0) - y(um(r.cuspMm))}
                      fill="none"
                      stroke="var(--soft)"
                      strokeDasharray="3 3"
                    />
                    <line x1={x0} x2={x0 + w} y1={y(um(r.common.value))} y2={y(um(r.common.value))} stroke="var(--real)" strokeWidth="2" />
                    <rect
                      x={x0 + w * 0.25}
                      y={y(um(r.own.value))}
                      width={w * 0.5}
                      height={Math.max(0, y(0) - y(um(r.own.value)))}
                      fill="url(#hatch-chosen)"
                      stroke="var(--ink)"
                    />
                    <line
                      x1={x0 + w / 2}
                      x2={x0 + w / 2}
                      y1={y(um(r.own.low))}
                      y2={y(um(r.own.high))}
                      stroke="var(--ink)"
                      strokeWidth="1.4"
                    />
                    <text x={x0 + w / 2} y={plot.base + 18} textAnchor="middle" fontSize="14" fill="var(--ink)">
                      {r.deg}°
                    </text>
                  </g>
                );
              })}
            </>
          );
        }}
      </Chart>
      <p className="text-sm text-soft">Slope from level; µm from ridge to valley.</p>
      <p className="text-sm text-soft">
        Dashed: as printed. Line: common figures. Hatched, with range:{" "}
        {own.readings > 0 ? "your own figures" : "common figures, as you have no readings yet"}. In the ochre band a dry brush does not
        catch the lines.
      </p>
    </>
  );
}
