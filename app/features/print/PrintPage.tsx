/** Print: what runs and waits on each printer, every part on filament and on resin, and the profiles the hours rest on. */
import { Link } from "react-router";
import { toast } from "sonner";
import type { Turn } from "~core/mesh";
import type { Printer } from "~core/print";
import { formatDuration, formatMass, formatMm, formatMoney } from "~core/units";
import { goodCount } from "~core/plan";
import { printOptions, type Part, type Project } from "~core/project";
import { workOf } from "~core/work";
import { CARE_FIRST, CAUTIONS } from "~core/care";
import { Silhouette } from "~app/shared/Silhouette";
import { Page, Section } from "~app/shared/Page";
import { useTonight } from "~app/shared/tonightModel";
import { writeParts } from "~app/shared/writeParts";
import { Why } from "~app/ui/why";
import { copyJob, jobCostText, mixedScene, sumText, type Total } from "~core/look";
import { Profile } from "./Profile";

export function PrintPage({ project }: { project: Project }) {
  const { scene, parts } = project;
  const { model } = useTonight();
  const printed = parts.filter((p) => p.source.kind !== "scratch");
  const running = model.clocks.filter((c) => c.kind === "running");
  return (
    <Page
      title="Print"
      sub="filament against resin, from real slicing"
      cells={[
        { label: "scene", value: scene.name },
        { label: "running", value: running.length },
        { label: "prints to start", value: model.machineS > 0 ? formatDuration(model.machineS) : "none" },
      ]}
    >
      <ul className="mt-3 grid gap-x-8 tab:grid-cols-3">
        {scene.printers.map((p) => (
          <Queue key={p.id} printer={p} project={project} />
        ))}
      </ul>
      <Mixed project={project} />
      <Section title="Every part on every printer">
        {printed.length === 0 ? (
          <p className="text-soft">
            Once a part is here, this compares its hours, material and your own time on each printer: the demo’s mill house takes 8 h on the
            large filament printer and four pieces on resin.
          </p>
        ) : (
          <div className="overflow-x-auto">
            <table className="plain">
              <thead>
                <tr>
                  <th>Part</th>
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
                              "reckoning"
                            )}
                          </td>
                        );
                      })}
                    </tr>
                  );
                })}
              </tbody>
            </table>
          </div>
        )}
      </Section>
      <Section title="Profiles">
        <p className="text-soft">Every value says where it comes from. Edit what differs on your machine: every estimate follows.</p>
        <div className="mt-2 grid gap-6 desk:grid-cols-3">
          {scene.printers.map((p) => (
            <Profile key={p.id} printer={p} />
          ))}
        </div>
        <p className="mt-4 text-setting-ink">
          △ {CAUTIONS["hot-parts"].text} {CAUTIONS.resin.text} {CARE_FIRST}
        </p>
      </Section>
    </Page>
  );
}

/** The whole scene one way, the other, and mixed. */
function Mixed({ project }: { project: Project }) {
  const { fdm, resin, mixed, left } = mixedScene(project);
  if (mixed.parts === 0) return null;
  const line = (t: Total): string =>
    `${formatDuration(t.machineS)} on machines, ${formatDuration(t.handsS)} yours, ${formatMoney({ minor: Math.round(t.costMinor), currency: project.scene.printers[0].currency }, true)}`;
  return (
    <Section title="Filament, resin, or both">
      <ul>
        <li>
          <span className="font-semibold">Each on what suits it:</span> {line(mixed)}
        </li>
        <li className="text-soft">All on filament: {line(fdm)}</li>
        <li className="text-soft">All on resin: {line(resin)}</li>
      </ul>
      {left > 0 && (
        <p className="text-soft">
          {left} part{left === 1 ? " is" : "s are"} still reckoned, or known to one kind of printer only.
        </p>
      )}
    </Section>
  );
}

function Queue({ printer, project }: { printer: Printer; project: Project }) {
  const { model } = useTonight();
  const waiting = stillToPrint(project, printer.id);
  const write = async (): Promise<void> => {
    const across = printer.bedMm[0] - 2 * printer.marginMm;
    const done = await writeParts(waiting, "3mf", `${project.scene.name} ${printer.name}`, across);
    if (done.ok) toast(`${done.value} piece${done.value === 1 ? "" : "s"} written in rows of ${formatMm(across)}`);
    else toast.error(done.problem.message);
  };
  const running = model.clocks.find((c) => c.kind === "running" && c.step.printerId === printer.id);
  const toClear = model.steps.filter((s) => s.clears > 0 && s.printerId === printer.id && model.states.get(s.key)?.kind === "open");
  const next = model.schedule.slots.filter((s) => s.step.machineS > 0 && s.step.printerId === printer.id && s.hands.length > 0);
  return (
    <li className="border-b border-rule py-2">
      <h2 className="text-lg">{printer.name}</h2>
      {running ? (
        <p>
          <span className="font-semibold">{running.step.partName}</span>, {formatDuration((running.until - model.now) / 1000)} to go
        </p>
      ) : toClear[0] ? (
        <p className="note-act">▲ {toClear[0].partName}: clear the plate</p>
      ) : (
        <p className="text-soft">stands free</p>
      )}
      <p className="text-soft">
        {next.length
          ? `then ${next
              .slice(0, 3)
              .map((s) => s.step.partName)
              .join(", ")}${next.length > 3 ? ` and ${next.length - 3} more` : ""}`
          : "nothing waits for it"}
      </p>
      {waiting.length > 0 && (
        <button className="btn mt-1" onClick={() => void write()}>
          What is still to print, as 3MF
        </button>
      )}
    </li>
  );
}

/** Parts that are planned for a printer, and how many good ones are missing. */
const stillToPrint = (project: Project, printerId: string): { part: Part; copies: number; turn?: Turn }[] =>
  project.parts
    .filter((p) => workOf(p.work, "print").some((w) => w.printerId === printerId))
    .map((part) => ({
      part,
      copies: Math.max(0, part.copies - goodCount(part, project.records)),
      turn: workOf(part.work, "print").find((w) => w.printerId === printerId)?.turn,
    }))
    .filter((w) => w.copies > 0);
