/** Every print as it was: settings, material, time, what became of it; what the log teaches of hours and of risk. */
import { scaleLinear } from "d3";
import { format } from "date-fns";
import { useMemo, useState } from "react";
import { Link, useRevalidator } from "react-router";
import { toast } from "sonner";
import {
  hazardsOf,
  learningOf,
  lessonsOf,
  nextTeaches,
  printLog,
  runsOf,
  type LearnedStep,
  type LogEntry,
  type PrinterHazard,
} from "~core/plan";
import { FAILURE_CAUSES, OBSERVATIONS, profileOf, splitVerdict, type Observation, type PrintProfile, type Printer } from "~core/print";
import { LIMITS } from "~core/project";
import { formatDuration, formatMass, formatMm, parseMass, parseMm, type Result } from "~core/units";
import { storeWithFiles } from "~app/data/edits.client";
import { CauseChoice } from "~app/shared/CauseChoice";
import { Page, Section } from "~app/shared/Page";
import { PhotoStrip } from "~app/shared/PhotoStrip";
import type { CleanPicture } from "~app/shared/pictures";
import { newId, useActions, useOthers, type RunCommand, useProject } from "~app/shared/scene";
import { orNothing, ParsedField, parseCount } from "~app/ui/field";
import { AxisLeft, Chart } from "~app/ui/chart";
import { layAgain } from "./layAgain";
import { SceneLeaves } from "./SceneLeaves";
import { sayProblem } from "~app/ui/sayProblem";

const percent = (share: number): string => `${Math.round(Math.abs(share) * 100)} %`;
const ROWS = 60;
const massOrNothing = orNothing(parseMass);
const mmOrNothing = orNothing(parseMm);
const layerOrNothing = orNothing(parseCount({ least: 0, most: 1_000_000 }));

export default function PrintsPage() {
  const project = useProject();
  const { scene } = project;
  const others = useOthers();
  const log = useMemo(() => printLog(project, others), [project, others]);
  const hazards = useMemo(() => hazardsOf(project, log), [project, log]);
  const [openId, setOpen] = useState<string | null>(null);
  const [rows, setRows] = useState(ROWS);
  const failed = log.filter((e) => e.failed).length;
  return (
    <Page
      title="Print"
      sub="past prints and what they teach"
      cells={[
        { label: "prints on record", value: log.length },
        { label: "failed", value: failed },
        { label: "scene", value: scene.name },
      ]}
    >
      <SceneLeaves />
      {log.length === 0 ? (
        <p className="mt-4 max-w-prose text-soft">
          Every print you start is recorded here with its settings, grams, hours and result: “Quay wall ×3, 4 h 10, a corner lifted at layer
          61”. After five, that printer’s hours come from your own prints instead of the model.
        </p>
      ) : (
        <>
          <Section title="What they teach">
            <div className="grid gap-x-8 gap-y-5 desk:grid-cols-3">
              {scene.printers.map((printer) => (
                <Learned key={printer.id} printer={printer} log={log} hazard={hazards.get(printer.id)!} />
              ))}
            </div>
          </Section>
          <Section title="The prints">
            <ul>
              {log.slice(0, rows).map((e) => (
                <Entry
                  key={e.record.id}
                  entry={e}
                  open={openId === e.record.id}
                  onToggle={() => setOpen(openId === e.record.id ? null : e.record.id)}
                />
              ))}
            </ul>
            {log.length > rows && (
              <button className="btn mt-2" onClick={() => setRows(rows + ROWS)}>
                {Math.min(ROWS, log.length - rows)} more
              </button>
            )}
          </Section>
        </>
      )}
    </Page>
  );
}

/** One printer: how far off its hours were before and after it was learned, and how often it fails. */
function Learned({ printer, log, hazard }: { printer: Printer; log: readonly LogEntry[]; hazard: PrinterHazard }) {
  const project = useProject();
  const lessons = lessonsOf(log, printer.id);
  const steps = learningOf(lessons, printer.process);
  const next = nextTeaches(printer, project.scene.printers);
  const late = steps.slice(5);
  const mean = (list: readonly number[]): number => list.reduce((a, b) => a + Math.abs(b), 0) / Math.max(1, list.length);
  const runs = runsOf(log, project.supplies).filter((r) => r.printerId === printer.id);
  const fails = hazard.failures + hazard.failedStarts;
  return (
    <section aria-label={`What prints on ${printer.name} teach`}>
      <h3 className="text-lg">{printer.name}</h3>
      {steps.length === 0 ? (
        <p className="text-soft">No timed prints yet. Enter how long one ran and the hours follow.</p>
      ) : (
        <>
          <ErrorChart steps={steps} />
          <p>
            The model alone was {percent(mean(steps.map((s) => s.modelError)))} off
            {late.length > 0
              ? `; after five prints ${percent(mean(late.map((s) => s.learnedError)))}, over ${late.length} later prints`
              : ""}
            .
          </p>
          <p className="text-soft">
            Hours here are {next.now.value.toFixed(2)} times the model’s, {next.now.low.toFixed(2)} to {next.now.high.toFixed(2)} eight
            times in ten, from its own prints and those on similar printers. Another print narrows that to {next.then.low.toFixed(2)} to{" "}
            {next.then.high.toFixed(2)}, and shifts the estimate by {percent(next.moves)} at most.
          </p>
        </>
      )}
      <p className="mt-1">
        {fails === 0
          ? `None of ${runs.length} failed on its own.`
          : `${fails} of ${runs.length} failed: ${hazard.failedStarts} at the start, ${hazard.failures} later in ${Math.round(hazard.hoursRun)} h.`}{" "}
        <span className="text-soft">
          Taken as one failed start in {Math.round(1 / hazard.start)} and one failure in {Math.round(1 / hazard.perHour)} h (
          {Math.round(1 / hazard.range.high)} to {Math.round(1 / Math.max(1e-4, hazard.range.low))}).
        </span>
      </p>
      <p className="text-soft">For a job of 20 h: {splitVerdict(hazard, 20, 2, 40, printer.startS / 3600).sentence}</p>
    </section>
  );
}

/** Each print: a hollow mark for the model, a solid one for what had been learned until then; the band is fifteen per cent either way. */
function ErrorChart({ steps }: { steps: readonly LearnedStep[] }) {
  const shown = steps.slice(-24);
  const most = Math.max(0.25, ...shown.flatMap((s) => [Math.abs(s.modelError), Math.abs(s.learnedError)]));
  const inPercent = (errors: readonly number[]): string => errors.map((e) => `${Math.round(e * 100)} %`).join(", ");
  const label = `Error of the hours print by print: the model ${inPercent(shown.map((s) => s.modelError))}; learned ${inPercent(shown.map((s) => s.learnedError))}`;
  return (
    <>
      <Chart label={label} height={92} margin={{ left: 46, right: 14, top: 8, bottom: 8 }}>
        {(plot) => {
          const x = scaleLinear([0, Math.max(1, shown.length - 1)], [plot.left + 6, plot.right]);
          const y = scaleLinear([-most, most], [plot.base, plot.top]);
          return (
            <>
              <rect x={plot.left} y={y(0.15)} width={plot.width - plot.left} height={y(-0.15) - y(0.15)} fill="var(--board)" />
              <AxisLeft
                across
                plot={{ ...plot, right: plot.width }}
                ticks={[0.15, 0, -0.15].map((e) => ({ at: y(e), label: `${e > 0 ? "+" : ""}${Math.round(e * 100)} %` }))}
              />
              <path
                d={shown.map((s, i) => `${i === 0 ? "M" : "L"}${x(i)} ${y(s.learnedError)}`).join("")}
                fill="none"
                stroke="var(--ink)"
                strokeWidth="1.4"
              />
              {shown.map((s, i) => (
                <g key={s.lesson.recordId}>
                  <circle cx={x(i)} cy={y(s.modelError)} r="4" fill="var(--paper)" stroke="var(--real)" strokeWidth="1.4" />
                  <circle cx={x(i)} cy={y(s.learnedError)} r="3.2" fill="var(--ink)" />
                  <title>{`${s.lesson.title}: model ${Math.round(s.modelError * 100)} %, learned ${Math.round(s.learnedError * 100)} %`}</title>
                </g>
              ))}
            </>
          );
        }}
      </Chart>
      <p className="text-sm text-soft">○ model, ● with lessons so far</p>
    </>
  );
}

function Entry({ entry, open, onToggle }: { entry: LogEntry; open: boolean; onToggle: () => void }) {
  const { record, print } = entry;
  const what = print.pieces.map((p) => (p.pieces > 1 ? `${p.name} ×${p.pieces}` : p.name)).join(", ") || record.title;
  const off = entry.ranS !== null && record.plannedS > 0 && !entry.failed ? entry.ranS / record.plannedS - 1 : null;
  return (
    <li className="border-b border-rule py-1">
      <button
        className="grid min-h-[44px] w-full grid-cols-[8.5rem_minmax(0,1fr)_minmax(0,1.1fr)] items-center gap-x-3 text-left max-tab:grid-cols-1"
        aria-expanded={open}
        onClick={onToggle}
      >
        <span className="text-soft">{format(record.startedAt, "EEE d MMM HH:mm")}</span>
        <span className="font-semibold">
          {what}{" "}
          <span className="font-normal text-soft">
            {entry.printer}
            {entry.scene && `, for ${entry.scene.name}`}
          </span>
        </span>
        <span className={entry.failed ? "note-act" : ""}>
          {entry.endedAt === null
            ? "runs"
            : entry.failed
              ? `▲ failed after ${entry.ranS === null ? "some time" : formatDuration(entry.ranS)}: ${FAILURE_CAUSES[entry.cause ?? "other"].words}${print.failure?.layer != null ? `, layer ${print.failure.layer}` : ""}`
              : `${entry.ranS === null ? "not timed" : formatDuration(entry.ranS)}${off === null ? "" : `, ${off >= 0 ? "+" : "−"}${percent(off)} of the plan`}${entry.bad > 0 ? `; ${entry.good} good, ${entry.bad} not` : ""}`}
        </span>
      </button>
      {open && <Details entry={entry} />}
    </li>
  );
}

/** Values of a profile that are worth comparing. */
const SETTINGS: { key: string; words: string }[] = [
  { key: "layerMm", words: "layer, mm" },
  { key: "infill", words: "infill" },
  { key: "wallLines", words: "wall lines" },
  { key: "brimMm", words: "brim, mm" },
  { key: "exposureS", words: "exposure, s" },
  { key: "bottomExposureS", words: "bottom exposure, s" },
  { key: "overhangDeg", words: "overhang, °" },
];

function settingsOf(then: PrintProfile, now: PrintProfile | undefined): { words: string; then: string; now: string | null }[] {
  const at = (p: PrintProfile, key: string): unknown => (p as unknown as Record<string, unknown>)[key];
  return SETTINGS.flatMap(({ key, words }) => {
    const a = at(then, key);
    if (typeof a !== "number") return [];
    const b = now && at(now, key);
    return [{ words, then: String(a), now: typeof b === "number" && b !== a ? String(b) : null }];
  });
}

/** What is said of a print is said in its own scene. */
function useRunAt({ scene }: LogEntry): RunCommand {
  const { runIn } = useActions();
  return (command, payload) => runIn(scene?.id, command, payload);
}

function Details({ entry }: { entry: LogEntry }) {
  const project = useProject();
  const { record, print } = entry;
  const run = useRunAt(entry);
  const { revalidate } = useRevalidator();
  const printer = project.scene.printers.find((p) => p.id === print.printerId);
  const now = printer && profileOf(printer);
  const settings = settingsOf(print.profile, now);
  const differs = now !== undefined && settings.some((s) => s.now !== null);
  const again = async (withSettings: boolean): Promise<void> => {
    if (withSettings && printer) {
      const back = await run("printer.set", { printerId: printer.id, change: { ...print.profile } });
      if (!back.ok) return void sayProblem(back.problem);
    }
    const done = await layAgain(print, project, run);
    if (done.ok) toast(`${done.value} piece${done.value === 1 ? "" : "s"} on a plate of ${entry.printer} again`);
    else sayProblem(done.problem);
  };
  const photos = async (pictures: CleanPicture[]): Promise<void> => {
    const done = await storeWithFiles(entry.scene?.id ?? project.scene.id, "pictures", pictures, "list.add", {
      list: "print.photos",
      of: record.id,
      items: pictures.map((p) => p.hash),
    });
    if (!done.ok) sayProblem(done.problem);
    await revalidate();
  };
  return (
    <div className="mb-3 grid gap-x-8 gap-y-3 border-l-2 border-rule pl-3 desk:grid-cols-[1fr_1fr]">
      <div>
        <p>
          {print.material || "material not recorded"}; planned {formatDuration(record.plannedS)}, {formatMass(print.plannedMassG)}
          {print.gate === "went on" && "; first print with this material, no test print"}
          {print.gate === "tested first" && "; tested first"}.
        </p>
        <dl className="mt-1 grid grid-cols-[auto_auto_1fr] gap-x-3">
          {settings.map((s) => (
            <div key={s.words} className="contents">
              <dt className="text-soft">{s.words}</dt>
              <dd>{s.then}</dd>
              <dd className="text-setting-ink">{s.now === null ? "" : `△ ${s.now} now`}</dd>
            </div>
          ))}
        </dl>
        {record.wentWrong && <p className="mt-1">{record.wentWrong}</p>}
        <div className="mt-2 flex flex-wrap gap-2">
          {entry.scene ? (
            <Link className="btn" to={`/s/${entry.scene.id}/print/all/prints`}>
              Its scene: {entry.scene.name}
            </Link>
          ) : (
            <button className="btn" onClick={() => void again(false)}>
              Print it again
            </button>
          )}
          {differs && !entry.scene && (
            <button className="btn" onClick={() => void again(true)}>
              Print again with the old settings
            </button>
          )}
          <button className="btn-text" onClick={() => void run("step.forget", { recordId: record.id })}>
            delete
          </button>
        </div>
      </div>
      <div>
        <div className="flex flex-wrap gap-3">
          <ParsedField
            className="w-32"
            label="weight"
            draftKey={`${record.id} mass`}
            text={print.massG === null ? "" : `${print.massG} g`}
            placeholder="not weighed"
            parse={massOrNothing}
            readAs={(g) => (g === null ? "not weighed" : `${g} g`)}
            onCommit={(massG) => run("print.say", { recordId: record.id, change: { massG } })}
          />
          {entry.failed && (
            <>
              <CauseChoice
                label="cause of failure"
                process={print.profile.process}
                value={print.failure?.cause ?? ""}
                onChange={(cause) =>
                  void run("print.say", {
                    recordId: record.id,
                    change: { failure: { cause: cause || "other", layer: print.failure?.layer ?? null } },
                  })
                }
              />
              <ParsedField
                className="w-24"
                label="at layer"
                draftKey={`${record.id} layer`}
                text={print.failure?.layer == null ? "" : String(print.failure.layer)}
                placeholder="unknown"
                parse={layerOrNothing}
                onCommit={(layer) =>
                  run("print.say", { recordId: record.id, change: { failure: { cause: print.failure?.cause ?? "other", layer } } })
                }
              />
            </>
          )}
        </div>
        <div className="mt-2 flex flex-wrap gap-2">
          {(Object.keys(OBSERVATIONS) as Observation[]).map((o) => {
            const on = print.observed.includes(o);
            return (
              <button
                key={o}
                className={`btn ${on ? "btn-solid" : ""}`}
                aria-pressed={on}
                onClick={() =>
                  void (on
                    ? run("list.drop", { list: "print.observed", of: record.id, keys: [o] })
                    : run("list.add", { list: "print.observed", of: record.id, items: [o] }))
                }
              >
                {OBSERVATIONS[o]}
              </button>
            );
          })}
        </div>
        <Sizes entry={entry} />
        <PhotoStrip
          id={`photo-${record.id}`}
          of="the print"
          hashes={print.photos}
          onAdd={photos}
          onDrop={(hash) => void run("list.drop", { list: "print.photos", of: record.id, keys: [hash] })}
        />
      </div>
    </div>
  );
}

/** Sizes by the caliper against what they should be. */
function Sizes({ entry }: { entry: LogEntry }) {
  const { record, print } = entry;
  const run = useRunAt(entry);
  const [what, setWhat] = useState("");
  const [nominal, setNominal] = useState<number | null>(null);
  const add = async (measuredMm: number): Promise<Result<unknown>> => {
    if (nominal === null) return { ok: false, problem: { code: "size", message: "Enter what it should be first." } };
    const item = { id: newId(), what: what.trim().slice(0, LIMITS.shortText), nominalMm: nominal, measuredMm };
    const done = await run("list.add", { list: "print.measured", of: record.id, items: [item] });
    if (done.ok) {
      setWhat("");
      setNominal(null);
    }
    return done;
  };
  return (
    <fieldset className="mt-2">
      <legend className="label">Measured sizes</legend>
      <ul>
        {print.measured.map((m) => (
          <li key={m.id}>
            {m.what || "a size"}: {formatMm(m.measuredMm)} for {formatMm(m.nominalMm)}, {m.measuredMm >= m.nominalMm ? "+" : "−"}
            {Math.abs(m.measuredMm - m.nominalMm).toFixed(2)} mm{" "}
            <button className="btn-text" onClick={() => void run("list.drop", { list: "print.measured", of: record.id, keys: [m.id] })}>
              remove
            </button>
          </li>
        ))}
      </ul>
      <div className="flex flex-wrap items-end gap-2">
        <label className="block">
          <span className="label block">what</span>
          <input className="field w-28" maxLength={LIMITS.shortText} value={what} onChange={(e) => setWhat(e.target.value)} />
        </label>
        <ParsedField
          className="w-24"
          label="should be"
          draftKey={`${record.id} nominal`}
          text={nominal === null ? "" : `${nominal} mm`}
          parse={mmOrNothing}
          readAs={(mm) => (mm === null ? "" : formatMm(mm))}
          onCommit={setNominal}
        />
        <ParsedField
          className="w-24"
          label="is"
          draftKey={`${record.id} measured`}
          text=""
          parse={mmOrNothing}
          readAs={(mm) => (mm === null ? "" : formatMm(mm))}
          onCommit={(mm) => (mm === null ? undefined : add(mm))}
        />
      </div>
    </fieldset>
  );
}
