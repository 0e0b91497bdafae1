/** Print: what runs and waits on each printer, every part on filament and on resin, and the profiles the hours rest on. */
import { Link } from "react-router";
import { toast } from "sonner";
import { overhangOf, type FilamentPrinter, type Printer, type ResinPrinter } from "~core/print";
import { formatDuration, formatMass, formatMm, formatMoney, parseSize, readAsSides, spacedNumber, type Result } from "~core/units";
import { goodCount } from "~core/plan";
import { printOptions, type Part, type Project } from "~core/project";
import { workOf } from "~core/work";
import { CARE_FIRST, CAUTIONS } from "~core/care";
import { Silhouette } from "~app/shared/Silhouette";
import { Page, Section } from "~app/shared/Page";
import { useActions, type RunCommand } from "~app/shared/scene";
import type { PrinterChange } from "~store/commands";
import { useTonight } from "~app/shared/tonightModel";
import { writeParts } from "~app/shared/writeParts";
import { ParsedField, parseNumberIn } from "~app/ui/field";
import { Why } from "~app/ui/why";
import { copyJob, jobCostText, mixedScene, sumText, type Total } from "~core/look";
import { PROCESS_LABEL } from "~app/shared/labels";

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
        <p className="text-soft">Generic starting values. Edit what differs on your machine: every estimate follows.</p>
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
const stillToPrint = (project: Project, printerId: string): { part: Part; copies: number }[] =>
  project.parts
    .filter((p) => workOf(p.work, "print").some((w) => w.printerId === printerId))
    .map((part) => ({ part, copies: Math.max(0, part.copies - goodCount(part, project.records)) }))
    .filter((w) => w.copies > 0);

const parseBed = (text: string): Result<[number, number, number]> => {
  const size = parseSize(text);
  if (!size.ok) return size;
  return size.value.every((v) => v >= 20 && v <= 3000)
    ? size
    : { ok: false, problem: { code: "bed", message: "Each side between 20 mm and 3 m." } };
};

interface ProfileField<P> {
  label: string;
  get: (p: P) => number;
  /** The field as a change of the profile. */
  change: (n: number) => PrinterChange;
  least: number;
  most: number;
}

const FDM_FIELDS: ProfileField<FilamentPrinter>[] = [
  { label: "layer, mm", get: (p) => p.layerMm, change: (layerMm) => ({ layerMm }), least: 0.04, most: 0.6 },
  { label: "infill, %", get: (p) => Math.round(p.infill * 100), change: (n) => ({ infill: n / 100 }), least: 0, most: 100 },
  { label: "wall lines", get: (p) => p.wallLines, change: (n) => ({ wallLines: Math.round(n) }), least: 1, most: 20 },
  { label: "overhang, ° from upright", get: overhangOf, change: (overhangDeg) => ({ overhangDeg }), least: 20, most: 80 },
  {
    label: "outer wall, mm/s",
    get: (p) => p.speedMmS.outerWall,
    change: (outerWall) => ({ speedMmS: { outerWall } }),
    least: 5,
    most: 600,
  },
  {
    label: "infill speed, mm/s",
    get: (p) => p.speedMmS.infill,
    change: (infill) => ({ speedMmS: { infill } }),
    least: 5,
    most: 800,
  },
  {
    label: "acceleration, mm/s²",
    get: (p) => p.accelerationMmS2,
    change: (accelerationMmS2) => ({ accelerationMmS2 }),
    least: 100,
    most: 40000,
  },
  {
    label: "price a kilogram",
    get: (p) => p.pricePerKgMinor / 100,
    change: (n) => ({ pricePerKgMinor: Math.round(n * 100) }),
    least: 0,
    most: 1000,
  },
];
const RESIN_FIELDS: ProfileField<ResinPrinter>[] = [
  { label: "layer, mm", get: (p) => p.layerMm, change: (layerMm) => ({ layerMm }), least: 0.01, most: 0.2 },
  { label: "exposure, s", get: (p) => p.exposureS, change: (exposureS) => ({ exposureS }), least: 0.2, most: 60 },
  {
    label: "bottom exposure, s",
    get: (p) => p.bottomExposureS,
    change: (bottomExposureS) => ({ bottomExposureS }),
    least: 1,
    most: 200,
  },
  { label: "bottom layers", get: (p) => p.bottomLayers, change: (n) => ({ bottomLayers: Math.round(n) }), least: 0, most: 40 },
  {
    label: "lift, mm",
    get: (p) => p.lift.distanceMm,
    change: (distanceMm) => ({ lift: { distanceMm } }),
    least: 0.5,
    most: 30,
  },
  {
    label: "lift speed, mm/min",
    get: (p) => p.lift.liftMmMin,
    change: (liftMmMin) => ({ lift: { liftMmMin } }),
    least: 5,
    most: 1000,
  },
  {
    label: "price a litre",
    get: (p) => p.pricePerLitreMinor / 100,
    change: (n) => ({ pricePerLitreMinor: Math.round(n * 100) }),
    least: 0,
    most: 1000,
  },
];

function Profile({ printer }: { printer: Printer }) {
  const { run } = useActions();
  const store = (change: PrinterChange) => run("printer.set", { printerId: printer.id, change });
  return (
    <section aria-label={`Profile of ${printer.name}`}>
      <h3 className="text-lg">
        {printer.name} <span className="font-sans text-base text-soft">{PROCESS_LABEL[printer.process]}</span>
      </h3>
      <div className="mt-1 grid grid-cols-2 gap-2">
        <ParsedField
          className="col-span-2"
          label="build space"
          text={`${printer.bedMm.join(" × ")} mm`}
          parse={parseBed}
          readAs={readAsSides}
          onCommit={(bedMm) => store({ bedMm })}
        />
        {printer.process === "fdm" ? (
          <Numbers printer={printer} fields={FDM_FIELDS} onStore={store} />
        ) : (
          <Numbers printer={printer} fields={RESIN_FIELDS} onStore={store} />
        )}
      </div>
    </section>
  );
}

function Numbers<P extends Printer>({
  printer,
  fields,
  onStore,
}: {
  printer: P;
  fields: ProfileField<P>[];
  onStore: (change: PrinterChange) => ReturnType<RunCommand>;
}) {
  return fields.map((f) => (
    <ParsedField
      key={f.label}
      label={f.label.startsWith("price") ? `${f.label}, ${printer.currency}` : f.label}
      draftKey={`${printer.id} ${f.label}`}
      text={String(f.get(printer))}
      parse={parseNumberIn(f)}
      readAs={spacedNumber}
      onCommit={(n) => onStore(f.change(n))}
    />
  ));
}
