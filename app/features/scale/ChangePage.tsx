/** What a change of scale does, before it is accepted. */
import { useState } from "react";
import { formatDuration, formatMass, formatMm, formatReal, formatSpan } from "~core/units";
import { changeFactors, describeScale, formatRatio, naturalAt, parseScale, type Scale } from "~core/scale";
import { Page, Section } from "~app/shared/Page";
import { useActions, useProject } from "~app/shared/scene";
import { Choice } from "~app/ui/field";
import { ReadingNote } from "~app/ui/reading";
import { Why } from "~app/ui/why";
import { detailChanges, fitChanges, partChanges, type Span } from "~core/look";
import { ScaleLeaves } from "./ScaleLeaves";
import { Sideways } from "~app/ui/sideways";

const times = (n: number): string => `× ${n >= 10 ? n.toFixed(0) : n.toFixed(2)}`;
const PROCESS = { fdm: "filament", resin: "resin" };

export default function ChangePage() {
  const project = useProject();
  const { scene } = project;
  const { run } = useActions();
  const [text, setText] = useState(scene.scale.kind === "figure" && scene.scale.figureMm === 28 ? "15 mm" : "28 mm");
  const [along, setAlong] = useState<"along" | "stay">("along");
  const read = parseScale(text);
  const to: Scale | null = read.ok ? read.value : null;
  return (
    <Page
      title="What if the scale changes?"
      sub={to ? `${describeScale(scene.scale)} to ${describeScale(to)}` : describeScale(scene.scale)}
      cells={[
        { label: "scene", value: scene.name },
        { label: "scale", value: describeScale(scene.scale) },
        { label: "parts", value: String(project.parts.length) },
      ]}
    >
      <ScaleLeaves />
      <div className="mt-3 flex flex-wrap items-start gap-3">
        <div className="w-64">
          <label className="label block" htmlFor="what-if">
            Try a scale
          </label>
          <input
            id="what-if"
            className="field text-lg font-semibold"
            value={text}
            placeholder="15 mm, 1:72, H0"
            aria-invalid={!read.ok}
            onChange={(e) => setText(e.target.value)}
            autoComplete="off"
          />
          {!read.ok && (
            <p role="alert" className="mt-1 text-act">
              {read.problem.message}
            </p>
          )}
          <ReadingNote parsed={read} onPick={setText} />
        </div>
        <Choice
          className="w-72"
          label="The parts"
          value={along}
          onChange={setAlong}
          options={[
            { value: "along", label: "scale along: real sizes stay" },
            { value: "stay", label: "stay the same: model sizes stay" },
          ]}
        />
        {to && (
          <button
            className="btn btn-solid mt-5"
            disabled={Math.abs(to.ratio - scene.scale.ratio) < 1e-9}
            onClick={() => run("scene.scale", { scale: to, along: along === "along" })}
          >
            Switch to {formatRatio(to.ratio)}
          </button>
        )}
      </div>
      {to && <Effects to={to} along={along === "along"} />}
    </Page>
  );
}

function Effects({ to, along }: { to: Scale; along: boolean }) {
  const project = useProject();
  const { scene } = project;
  const f = changeFactors(scene.scale.ratio, to.ratio);
  const by = along ? f.length : 1;
  const parts = partChanges(project, by);
  const mass = parts.reduce<Span>(
    (n, p) => ({ now: n.now + (p.massG?.now ?? 0), low: n.low + (p.massG?.low ?? 0), high: n.high + (p.massG?.high ?? 0) }),
    { now: 0, low: 0, high: 0 },
  );
  const details = detailChanges(project, scene.scale.ratio, to.ratio);
  const natural = naturalAt(to.ratio);
  return (
    <>
      <p className="mt-3 text-lg">
        {along ? (
          <>
            Lengths <strong>{times(f.length)}</strong>, areas and paint <strong>{times(f.area)}</strong>, volume and material{" "}
            <strong>{times(f.volume)}</strong>
            {mass.now > 0 && (
              <>
                : {formatMass(mass.now)} become about {formatSpan(mass, formatMass)}
              </>
            )}
            .
          </>
        ) : (
          <>Parts keep their size; each then represents something {times(to.ratio / scene.scale.ratio)} as large in real life.</>
        )}{" "}
        <Why
          of="The factors"
          reasons={{
            formula:
              "length = old ratio ÷ new ratio; area is its square, volume its cube; filament hours follow volume, resin hours follow height",
            inputs: [
              { name: "old ratio", value: scene.scale.ratio.toFixed(3) },
              { name: "new ratio", value: to.ratio.toFixed(3) },
            ],
            assumptions: [{ text: "Hours and grams are rough until the parts are sliced again.", kind: "model" }],
          }}
        />
      </p>
      <Section title="The parts">
        {parts.length === 0 ? (
          <p className="text-soft">
            No printed parts yet. For example, a mill house 118 mm tall at 1:56 would be 63 mm tall with 15 mm figures, and use a sixth of
            the material.
          </p>
        ) : (
          <Sideways label="What changes">
            <table className="plain">
              <thead>
                <tr>
                  <th>Part</th>
                  <th>New size</th>
                  <th>Grams, about</th>
                  <th>Hours, about</th>
                  <th>What is new</th>
                </tr>
              </thead>
              <tbody>
                {parts.map((p) => (
                  <tr key={p.part.id}>
                    <td>{p.part.name}</td>
                    <td className="whitespace-nowrap">{p.sizeMm.map((v) => formatMm(v).replace(" mm", "")).join(" × ")} mm</td>
                    <td className="whitespace-nowrap">
                      {p.massG ? `${formatMass(p.massG.now)} → ${formatSpan(p.massG, formatMass)}` : "–"}
                    </td>
                    <td className="whitespace-nowrap">
                      {p.timeS ? `${formatDuration(p.timeS.now)} → ${formatSpan(p.timeS, formatDuration)}` : "–"}
                    </td>
                    <td>
                      {p.worse.map((w) => (
                        <span key={w} className="block note-act">
                          ▲ {w}
                        </span>
                      ))}
                      {p.process && <span className="block">{p.process}</span>}
                      {p.worse.length === 0 && !p.process && <span className="text-soft">nothing gets worse</span>}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </Sideways>
        )}
      </Section>
      <div className="grid gap-x-10 desk:grid-cols-2">
        <Section title="Clips and sliding pairs">
          <ul>
            {fitChanges(project, by).map(({ process, fit }) => (
              <li key={process} className="border-b border-rule py-1.5">
                A sliding pair in {PROCESS[process]} goes from {formatMm(fit.nowMm)} to {formatMm(fit.thenMm)} of clearance:{" "}
                {fit.verdict === "tight" ? (
                  <span className="note-act">▲ too tight; take {formatMm(fit.offsetMm)} off each face</span>
                ) : fit.verdict === "loose" ? (
                  <span className="note-act">▲ rattles; add {formatMm(-fit.offsetMm)} to each face</span>
                ) : (
                  "it still slides"
                )}
              </li>
            ))}
          </ul>
          <p className="mt-1 text-sm text-soft">Clearances before paint; common practice, no source. A test print gives your own.</p>
        </Section>
        <Section title="Natural materials keep their size">
          <ul>
            {natural.map((n) => (
              <li key={n.name} className="flex justify-between gap-4 border-b border-rule py-1.5">
                <span>
                  {n.name} as {n.what}: <span className="text-real">{formatReal(n.realMm)}</span>
                </span>
                <span className={n.verdict === "right" ? "text-soft" : "note-act"}>
                  {n.verdict === "right"
                    ? "looks right"
                    : `▲ ${n.verdict}; take ${formatMm(n.verdict === "too large" ? n.highMm : n.lowMm)}`}
                </span>
              </li>
            ))}
            {[...new Set(scene.printers.map((p) => p.layerMm))].map((layer) => (
              <li key={layer} className="flex justify-between gap-4 border-b border-rule py-1.5">
                <span>layer steps of {layer} mm</span>
                <span className="text-soft">
                  stand for <span className="text-real">{formatReal(layer * to.ratio)}</span>, now {formatReal(layer * scene.scale.ratio)}
                </span>
              </li>
            ))}
          </ul>
        </Section>
      </div>
      <Section title="Details that change">
        {details.length === 0 ? (
          <p className="text-soft">No detail changes: each one prints, drowns or is lost as before.</p>
        ) : (
          <ul className="columns-1 gap-10 desk:columns-2">
            {details.map((d) => (
              <li key={d.name + d.process} className="break-inside-avoid border-b border-rule py-1">
                {d.name} on {PROCESS[d.process]}: {d.was === "prints" ? "printed" : d.was === "drowns" ? "drowned" : "lost"}, now{" "}
                <span className={d.becomes === "prints" ? "font-semibold" : "note-act"}>
                  {d.becomes === "prints" ? "prints" : d.becomes === "drowns" ? "▲ drowns in primer" : "▲ is lost"}
                </span>
              </li>
            ))}
          </ul>
        )}
      </Section>
    </>
  );
}
