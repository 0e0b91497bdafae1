/** Surface: where layer lines will show from where the scene is seen, and schools to hide them, each reckoned for this surface. */
import { useState } from "react";
import { CARE_FIRST, CAUTIONS } from "~core/care";
import { formatArea, formatDuration, formatMillilitres, formatMm } from "~core/units";
import { choicesOf, printerAtHand, type Part, type Project } from "~core/project";
import { figureHeightMm, formatRatio } from "~core/scale";
import {
  fillAmounts,
  loopScar,
  planSchool,
  SCHOOLS,
  SEEN_WORDS,
  seenAt,
  stepsOn,
  surfaceName,
  TRANSFER,
  VOLUME_SOLIDS,
  type SchoolId,
  type Surface,
} from "~core/surface";
import { workOf, type HideWork } from "~core/work";
import { Why } from "~app/ui/why";
import { Page, Section } from "~app/shared/Page";
import { AtStage } from "~app/shared/AtStage";
import { PartPicker, usePartAtHand } from "~app/shared/PartPicker";
import { newId, useActions } from "~app/shared/scene";
import { grainOf, hideItem, plainestFirst } from "~core/plan";
import { SheetDrawing } from "~app/shared/SheetDrawing";
import { SheetWaits } from "~app/shared/SheetWaits";
import { useSheet } from "~app/shared/useSheet";
import { HatchKey, type HatchKind } from "~app/ui/hatch";
import { RakingStrip } from "./RakingStrip";

export function SurfacePage({ project }: { project: Project }) {
  const among = project.parts.filter((p) => p.source.kind !== "scratch");
  const { part, choose } = usePartAtHand(project, among);
  const { scene } = project;
  return (
    <Page
      title={part ? `Surface of ${part.name}` : "Surface"}
      sub={part && <PartPicker part={part} among={among} choose={choose} />}
      cells={[
        { label: "scene", value: scene.name },
        { label: "scale", value: formatRatio(scene.scale.ratio) },
        { label: "seen from", value: formatMm(scene.viewingDistanceMm) },
      ]}
    >
      <AtStage project={project} station="surface" part={part} choose={choose} />
      {part ? (
        <SurfaceOf key={part.id} part={part} project={project} />
      ) : (
        <p className="mt-6 max-w-prose text-soft">
          With a printed part here, this hatches the faces whose layer lines will show and reckons how to hide them. On the demo’s mill
          house the roof’s lines stand 0.4 mm apart: hardly seen from 1 m, until a dry brush finds them.
        </p>
      )}
    </Page>
  );
}

/** What the valleys take, and whether the rack has it. */
function FillerText({ areaMm2, cuspMm, project }: { areaMm2: number; cuspMm: number; project: Project }) {
  const a = fillAmounts(areaMm2, cuspMm, VOLUME_SOLIDS.filler, "spray");
  const onRack = project.paints.filter((p) => p.family === "solvent primer").reduce((n, p) => n + p.stockMl, 0);
  return (
    <p className="text-soft">
      Filling the valleys: {formatMillilitres(a.solidsMl)} of solids, {formatMillilitres(a.wetMl)} wet, {formatMillilitres(a.usedMl)} out of
      the can; {onRack > 0 ? `${formatMillilitres(onRack)} on the rack` : "no can on the rack"}.{" "}
      <Why
        of="The filler it takes"
        reasons={{
          formula: "area × half the step; ÷ volume solids; ÷ what lands on the part",
          inputs: [
            { name: "area", value: formatArea(areaMm2) },
            { name: "step", value: formatMm(cuspMm) },
            { name: "solids", value: `${VOLUME_SOLIDS.filler * 100} %` },
            { name: "lands on the part", value: `${TRANSFER.spray * 100} %` },
          ],
          assumptions: [{ text: "Solids and transfer: the can's own sheet wins.", kind: "practice" }],
        }}
      />
    </p>
  );
}

function SurfaceOf({ part, project }: { part: Part; project: Project }) {
  const { run } = useActions();
  const state = useSheet(part);
  const [chosen, setChosen] = useState<number | null>(null);
  const [school, setSchool] = useState<SchoolId | null>(null);
  const printer = printerAtHand(part, project.scene);
  if (!state.sheet || !printer) return <SheetWaits state={state} part={part} scene={project.scene} />;
  const distance = choicesOf(part, project.scene).viewingDistanceMm;
  const scar = loopScar(grainOf(printer));
  const judged = state.sheet.surfaces
    .map((s) => {
      const steps = stepsOn(s.slopeDeg, grainOf(printer));
      return { surface: s, steps, ...seenAt(steps, distance) };
    })
    .sort(plainestFirst);
  const at = judged.find((j) => j.surface.id === chosen) ?? judged.find((j) => !j.surface.underside) ?? judged[0];
  const hatched = new Map(
    judged
      .filter((j) => j.seen !== "hidden" && !j.surface.underside)
      .map((j): [number, HatchKind] => [j.surface.id, j.seen === "plain" ? "lines" : "brush"]),
  );
  const hide = workOf(part.work, "hide")[0] as HideWork | undefined;
  const use = (id: SchoolId, surface: Surface, steps: { cuspMm: number; pitchMm: number }): void => {
    const item = hideItem(hide?.id ?? newId(), id, { surface, ...steps });
    if (hide) void run("work.set", { partId: part.id, itemId: hide.id, change: item });
    else void run("work.add", { partId: part.id, at: part.work.indexOf(workOf(part.work, "print")[0]) + 1, items: [item] });
  };
  const shownSchool: SchoolId = school ?? hide?.school ?? "fill-and-sand";
  return (
    <>
      <SheetDrawing
        sheet={state.sheet}
        ratio={project.scene.scale.ratio}
        figureMm={figureHeightMm(project.scene.scale)}
        hatched={hatched}
        name={part.name}
        notes={judged.slice(0, 5).map((j) => ({
          id: String(j.surface.id),
          act: j.seen === "plain" && !j.surface.underside,
          surface: j.surface.id,
          bold: `${surfaceName(j.surface)}: ${j.steps.pitchMm > 0 ? `lines every ${formatMm(j.steps.pitchMm)}` : "no lines"}`,
          plain: `${formatArea(j.surface.areaMm2)}; ${SEEN_WORDS[j.seen]}`,
          reasons: {
            formula:
              "pitch = layer ÷ tan(slope), at least the layer; step = layer × cos(slope), at least half a layer; on a level top one line width, three tenths of a layer",
            inputs: [
              { name: "slope", value: `${j.surface.slopeDeg.toFixed(1)}°` },
              { name: "layer", value: `${printer.layerMm} mm, ${printer.name}` },
              { name: "step", value: formatMm(j.steps.cuspMm) },
              { name: "seen as", value: `${j.arcmin.toFixed(1)} minutes of arc` },
            ],
            assumptions: [
              { text: "Cusp height.", kind: "published", source: "Dolenc & Mäkelä 1994" },
              { text: "Round edges of beads, and lines on level tops.", kind: "model" },
              { text: "A dry brush finds ridges above 0.05 mm wherever you stand.", kind: "practice" },
              { text: "A pattern is plain from two minutes of arc.", kind: "published", source: "ISO 8596:2017, two minutes a line pair" },
            ],
          },
        }))}
      />
      <HatchKey kinds={[...new Set(hatched.values())]} />
      {scar && (
        <p className="mt-1 text-soft">
          Where each loop begins a scar runs up the wall, {formatMm(scar.pitchMm)} wide and about {formatMm(scar.cuspMm)} high:{" "}
          {SEEN_WORDS[seenAt(scar, distance).seen]}. Choose the side that nobody sees for it; it is not drawn here.
        </p>
      )}
      {at && (
        <Section
          title={`The ${surfaceName(at.surface)} in low light`}
          aside={
            <label className="flex items-center gap-2">
              <span className="label">Surface</span>
              <select className="field w-64" value={at.surface.id} onChange={(e) => setChosen(Number(e.target.value))}>
                {judged.map((j) => (
                  <option key={j.surface.id} value={j.surface.id}>
                    {surfaceName(j.surface)}, {formatArea(j.surface.areaMm2)}
                  </option>
                ))}
              </select>
            </label>
          }
        >
          <div className="grid gap-6 desk:grid-cols-[1fr_1fr]">
            <RakingStrip steps={at.steps} plan={planSchool(shownSchool, at.surface.areaMm2, at.steps)} />
            <ul>
              {SCHOOLS.map((s) => {
                const plan = planSchool(s.id, at.surface.areaMm2, at.steps);
                const mine = hide?.school === s.id && hide.surface === surfaceName(at.surface);
                return (
                  <li key={s.id} className="border-b border-rule py-2">
                    <div className="flex flex-wrap items-center justify-between gap-2">
                      <button
                        className={`min-h-[44px] text-left text-lg ${shownSchool === s.id ? "font-semibold" : "underline underline-offset-2"}`}
                        aria-pressed={shownSchool === s.id}
                        onClick={() => setSchool(s.id)}
                      >
                        {s.name}
                      </button>
                      <button className="btn" disabled={mine} onClick={() => use(s.id, at.surface, at.steps)}>
                        {mine ? "in the plan" : "use this"}
                      </button>
                    </div>
                    <p className="text-soft">{s.says}</p>
                    {s.id === "fill-and-sand" && at.steps.cuspMm > 0 && (
                      <FillerText areaMm2={at.surface.areaMm2 * part.copies} cuspMm={at.steps.cuspMm} project={project} />
                    )}
                    <p>
                      {plan.stages.length === 0
                        ? "no work"
                        : `${formatDuration(plan.handsOnS)} yours, ${formatDuration(plan.waitS)} waiting`}
                      , leaves {Math.round(plan.leavesMm * 1000)} µm of {Math.round(at.steps.cuspMm * 1000)}
                    </p>
                    {shownSchool === s.id && (
                      <>
                        <ol className="ml-5 list-decimal">
                          {plan.stages.map((st, i) => (
                            <li key={i}>
                              {st.title}: {formatDuration(st.handsOnS)}, wait {formatDuration(st.waitS)}
                              {st.cautions.map((c) => (
                                <span key={c} className="text-setting-ink">
                                  {" "}
                                  △ {CAUTIONS[c].short}
                                </span>
                              ))}
                            </li>
                          ))}
                        </ol>
                        {plan.notes.map((n) => (
                          <p key={n} className="text-soft">
                            {n}
                          </p>
                        ))}
                        {plan.stages.some((st) => st.cautions.length > 0) && (
                          <p className="text-setting-ink">
                            △ {[...new Set(plan.stages.flatMap((st) => st.cautions))].map((c) => CAUTIONS[c].text).join(" ")} {CARE_FIRST}
                          </p>
                        )}
                      </>
                    )}
                  </li>
                );
              })}
            </ul>
          </div>
        </Section>
      )}
    </>
  );
}
