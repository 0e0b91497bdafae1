/** Every part on every printer, filament against resin, and the whole scene one way or the other. */
import { Link } from "react-router";
import { fail, formatDuration, formatMass, formatMoney, ok } from "~core/units";
import { LIMITS, printOptions, type Part } from "~core/project";
import { copyJob, jobCostText, mixedScene, sumText, type Total } from "~core/look";
import { Silhouette } from "~app/shared/Silhouette";
import { Page, Section } from "~app/shared/Page";
import { useActions, useProject } from "~app/shared/scene";
import { ParsedField } from "~app/ui/field";
import { Why } from "~app/ui/why";
import { SceneLeaves } from "./SceneLeaves";
import { Sideways } from "~app/ui/sideways";

export default function EveryPartPage() {
  const project = useProject();
  const { scene, parts } = project;
  const printed = parts.filter((p) => p.source.kind !== "scratch");
  return (
    <Page
      title="Print"
      sub="filament against resin, from slicing the mesh"
      cells={[
        { label: "scene", value: scene.name },
        { label: "parts to print", value: printed.length },
      ]}
    >
      <SceneLeaves />
      <Mixed />
      <Section title="Every part on every printer">
        {printed.length === 0 ? (
          <p className="text-soft">
            Add a part and this page compares hours, material and your time on each printer. The mill house in the demo takes 8 h on the
            large filament printer, and four pieces in resin.
          </p>
        ) : (
          <Sideways label="Every part">
            <table className="plain">
              <thead>
                <tr>
                  <th>Part</th>
                  <th>Batch</th>
                  {scene.printers.map((p) => (
                    <th key={p.id}>{p.name}</th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {printed.map((part) => {
                  const options = printOptions(part, scene);
                  return (
                    <tr key={part.id}>
                      <td>
                        <Link
                          className="inline-flex min-h-[44px] min-w-[44px] items-center gap-2 whitespace-nowrap font-semibold underline underline-offset-2"
                          to={`/s/${scene.id}/print/${part.id}`}
                        >
                          <Silhouette part={part} />
                          {part.name}
                          {part.copies > 1 ? ` ×${part.copies}` : ""}
                        </Link>
                      </td>
                      <td className="w-28 min-w-24">
                        <Batch part={part} />
                      </td>
                      {scene.printers.map((printer) => {
                        const o = options.find((x) => x.printer.id === printer.id);
                        return (
                          <td key={printer.id} className={o === options[0] ? "font-semibold" : ""}>
                            {o ? (
                              <>
                                {o === options[0] && <span aria-label="best">▸ </span>}
                                {sumText(part, o.job.timeS, formatDuration)} · {sumText(part, o.job.massG, formatMass)} ·{" "}
                                {jobCostText(part, o)}
                                <span className="block font-normal text-soft">
                                  {copyJob(o)} <Why of={`${part.name} on ${printer.name}`} reasons={o.facts.one.timeS} />
                                </span>
                              </>
                            ) : (
                              "calculating"
                            )}
                          </td>
                        );
                      })}
                    </tr>
                  );
                })}
              </tbody>
            </table>
          </Sideways>
        )}
      </Section>
    </Page>
  );
}

/** The whole scene one way, the other, and mixed. */
function Mixed() {
  const project = useProject();
  const { fdm, resin, mixed, gains, left } = mixedScene(project);
  if (mixed.parts === 0) return null;
  const line = (t: Total): string =>
    `${formatDuration(t.machineS)} on machines, ${formatDuration(t.handsS)} hands-on, ${formatMoney({ minor: Math.round(t.costMinor), currency: project.scene.printers[0].currency }, true)}`;
  return (
    <Section title="Filament, resin, or both">
      <ul>
        <li>
          <span className="font-semibold">Each part on the process that suits it:</span> {line(mixed)}
          {gains.length > 0 && (
            <span className="block text-soft">
              Slower than the quicker process for{" "}
              {gains.map((g) => `${g.parts} on ${g.process === "fdm" ? "filament" : "resin"}: ${g.reason}`).join("; ")}.
            </span>
          )}
        </li>
        <li className="text-soft">All on filament: {line(fdm)}</li>
        <li className="text-soft">All on resin: {line(resin)}</li>
      </ul>
      {left > 0 && (
        <p className="text-soft">
          {left} part{left === 1 ? " is" : "s are"} still being calculated, or known for only one kind of printer.
        </p>
      )}
    </Section>
  );
}

/** Parts of one batch come from one spool or bottle, one after the other. */
function Batch({ part }: { part: Part }) {
  const { run } = useActions();
  return (
    <ParsedField
      hideLabel
      label={`Batch of ${part.name}`}
      draftKey={part.id}
      text={part.batch}
      placeholder="any"
      parse={(t) => (t.trim().length <= LIMITS.shortText ? ok(t.trim()) : fail("batch", `At most ${LIMITS.shortText} characters.`))}
      onCommit={(batch) => run("field.set", { of: "part", id: part.id, change: { batch: batch } })}
    />
  );
}
