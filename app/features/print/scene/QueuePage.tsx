/** The queue: what each printer does next, drawn; what it does until the end, as lanes; what is to be looked at before the night. */
import { useEffect, useMemo, useRef, useState } from "react";
import { format } from "date-fns";
import { Link } from "react-router";
import {
  changesBetween,
  isNewPair,
  plateWords,
  printLog,
  queueOf,
  snapshotOf,
  stepsOfAll,
  toPrint,
  type Clock,
  type Job,
  type Lane,
  type PlanChange,
  type Queue,
} from "~core/plan";
import { bedOf, splitVerdict, type Plate } from "~core/print";
import { beforeTheNight, firstLines, morningAfter, type PrepLine } from "~core/look";
import { CARE_FIRST, CAUTIONS } from "~core/care";
import { partSizeMm, printFactsOf } from "~core/project";
import { seamMinutes } from "~core/work";
import { formatDuration, formatMass } from "~core/units";
import { FinishStep } from "~app/shared/FinishStep";
import { Page, Section } from "~app/shared/Page";
import { useActions, useOthers, useProject } from "~app/shared/scene";
import { startOf } from "~app/shared/startStep";
import { useTonight } from "~app/shared/tonightModel";
import { Key, useKey } from "~app/ui/keys";
import { useWidth } from "~app/ui/useWidth";
import { Asked } from "./Asked";
import { TestGate } from "./TestGate";
import { PlateDrawing } from "./PlateDrawing";
import { QueueLanes, SpanChoice, type Span } from "./QueueLanes";
import { SceneLeaves } from "./SceneLeaves";
import { useFootprints } from "./useFootprints";
import { PrinterLink } from "./PrinterLink";
import { sayProblem } from "~app/ui/sayProblem";

const clock = (ms: number): string => format(ms, "EEE HH:mm");

export default function QueuePage() {
  const project = useProject();
  const { scene } = project;
  const { model, edition } = useTonight();
  const others = useOthers();
  const log = useMemo(() => printLog(project, others), [project, others]);
  const queue = useMemo(() => queueOf(project, model, log, others), [project, model, log, others]);
  const [changes, dismiss] = usePlanChanges(queue, edition, model.now);
  const [starting, setStarting] = useState<Job | null>(null);
  const [finishing, setFinishing] = useState<Clock | null>(null);
  const [span, setSpan] = useState<Span>("20");
  const { runIn } = useActions();
  const jobs = queue.lanes.flatMap((l) => l.jobs);
  const start = (job: Job): void => {
    const printer = scene.printers.find((p) => p.id === job.step.printerId);
    if (printer && isNewPair(printer, project, log)) return setStarting(job);
    void runIn(job.scene?.id, "step.start", startOf(job.step, project, others)).then((d) => !d.ok && sayProblem(d.problem));
  };
  const startable = queue.lanes.map(firstToStart).find((j) => j !== undefined);
  useKey("b", "Start the next plate", "Print", () => startable && start(startable), startable !== undefined);
  // What stands at a plate that is drawn is not said twice.
  const drawn = new Set(queue.lanes.flatMap((l) => shownOf(l)?.warnings ?? []));
  const later = queue.warnings.filter((w) => !drawn.has(w));
  const last = jobs.reduce((most, j) => Math.max(most, j.machine?.to ?? 0), 0);
  const planned = jobs.filter((j) => j.kind === "planned");
  const expected = planned.reduce((n, j) => n + (j.expectedS ?? j.step.machineS) - j.step.machineS, 0);
  // Of a job that is longer than all that its printer's log can speak for nothing can be expected.
  const unbounded = planned.some((j) => j.expectedS === null);
  return (
    <Page
      title="Print"
      sub="the next plates"
      cells={[
        {
          label: "still to print",
          value: `${jobs.filter((j) => j.kind === "planned" || j.kind === "no time").reduce((n, j) => n + j.pieces, 0)} pieces`,
        },
        { label: "machines", value: model.machineS > 0 ? formatDuration(model.machineS) : "none" },
        {
          label: "allow for failures",
          value: unbounded
            ? expected > 60
              ? `over ${formatDuration(expected)}`
              : "not known"
            : expected > 60
              ? formatDuration(expected)
              : "none",
        },
      ]}
    >
      <SceneLeaves />
      <Asked />
      {jobs.length === 0 ? (
        <p className="mt-4 max-w-prose text-soft">
          No prints in the queue. Plan a print on a part’s page, or <Link to={`/s/${scene.id}/print/all/plates`}>lay out the plates</Link>.
          Then this page shows the next plate on each printer, when it ends, and whether the spool will last.
        </p>
      ) : (
        <>
          <NextPlates queue={queue} onStart={start} onFinish={setFinishing} />
          {changes.length > 0 && <WhatChanged changes={changes} onSeen={dismiss} />}
          <Section
            title="Lanes"
            aside={
              <span className="flex flex-wrap items-center gap-3 text-soft">
                {last > 0 && `the last plate ends ${clock(last)}`}
                <SpanChoice span={span} onChange={setSpan} />
              </span>
            }
          >
            <QueueLanes queue={queue} span={span} />
          </Section>
          {later.length > 0 && (
            <ul className="mt-3">
              {later.map((w) => (
                <li key={w} className="note-act">
                  ▲ {w}
                </li>
              ))}
            </ul>
          )}
          <div className="grid gap-x-8 desk:grid-cols-2">
            <Prep
              title="Before the night"
              lines={beforeTheNight(project, queue, log, model.now)}
              none="No prints to start before morning."
            />
            <Prep title="The morning after" lines={morningAfter(project, queue, log, model.now)} none="No prints end by morning." />
          </div>
          <p className="mt-3 text-setting-ink">
            △ {CAUTIONS["hot-parts"].text} {scene.printers.some((p) => p.process === "resin") && CAUTIONS.resin.text} {CARE_FIRST}
          </p>
        </>
      )}
      {starting && <TestGate job={starting} onClose={() => setStarting(null)} />}
      {finishing && <FinishStep clock={finishing} onClose={() => setFinishing(null)} />}
    </Page>
  );
}

/** What can be started now on a lane: the first that is planned, where nothing runs or lies on the printer. */
const firstToStart = (lane: Lane): Job | undefined =>
  lane.jobs.some((j) => j.kind === "running" || j.kind === "ended")
    ? undefined
    : lane.jobs.find((j) => j.kind === "planned" || j.kind === "no time");

/** The plate of a lane that is drawn: what lies on the printer, or what comes next. */
const shownOf = (lane: Lane): Job | undefined =>
  lane.jobs.find((j) => j.kind === "running" || j.kind === "ended") ?? (lane.jobs[0] as Job | undefined);

/** What is different since the page was opened, or since it was last looked at. The clock alone changes no plan; an edit does once it is planned. */
function usePlanChanges(queue: Queue, edition: number, at: number): [PlanChange[], () => void] {
  const shown = useRef({ edition, then: snapshotOf(queue) });
  const [changes, setChanges] = useState<PlanChange[]>([]);
  useEffect(() => {
    const now = snapshotOf(queue);
    if (shown.current.edition !== edition) {
      const found = changesBetween(shown.current.then, now, clock, at);
      if (found.length > 0) setChanges(found);
    }
    shown.current = { edition, then: now };
  }, [queue, edition, at]);
  return [changes, () => setChanges([])];
}

function WhatChanged({ changes, onSeen }: { changes: PlanChange[]; onSeen: () => void }) {
  return (
    <section aria-label="What has changed" className="mt-4 border-l-[3px] border-act pl-3" role="status">
      <h2 className="text-lg">What has changed</h2>
      <ul>
        {changes.slice(0, 6).map((c) => (
          <li key={c.key}>
            <span className="font-semibold">{c.name}</span> {c.text}.
          </li>
        ))}
        {changes.length > 6 && <li className="text-soft">and {changes.length - 6} more</li>}
      </ul>
      <button className="btn-text" onClick={onSeen}>
        seen
      </button>
    </section>
  );
}

/** One piece from its own order of work lies in the middle of its plate. */
const alone = (job: Job | undefined, { printer }: Lane): Plate | undefined =>
  job?.pieces === 1
    ? {
        id: job.key,
        printerId: printer.id,
        order: 0,
        byHand: false,
        pieces: [{ id: "1", partId: job.step.partId, variation: null, xMm: printer.bedMm[0] / 2, yMm: printer.bedMm[1] / 2, turnDeg: 0 }],
      }
    : undefined;

/** The plate at hand of each printer, drawn. */
function NextPlates({ queue, onStart, onFinish }: { queue: Queue; onStart: (job: Job) => void; onFinish: (clock: Clock) => void }) {
  const project = useProject();
  const { model } = useTonight();
  const [ref, width] = useWidth<HTMLDivElement>();
  const { scene } = project;
  const shown = queue.lanes.map(shownOf);
  // What waits on no plate, and what an idle machine of its kind could do of it.
  const waiting = useMemo(() => toPrint(project, new Set(scene.plates.map((p) => p.id))).pieces, [project, scene.plates]);
  const couldPrint = ({ printer }: Lane): string => {
    const own = waiting.filter((w) => {
      const facts = printFactsOf(w.part, printer);
      return w.printer.process === printer.process && facts !== undefined && facts.fits && facts.pieces === 1;
    });
    const names = [...new Set(own.map((w) => w.part.name))];
    return names.length === 0
      ? ""
      : `: ${names.slice(0, 2).join(", ")}${names.length > 2 ? ` and ${names.length - 2} more` : ""} could go there`;
  };
  // What another scene has on the printer is drawn there.
  const plateOf = (job: Job | undefined, lane: Lane): Plate | undefined =>
    job?.scene ? undefined : (scene.plates.find((p) => p.id === job?.plateId) ?? alone(job, lane));
  const plates = queue.lanes.flatMap((lane, i) => plateOf(shown[i], lane) ?? []);
  const footprint = useFootprints(plates, project);
  const most = Math.max(...scene.printers.map((p) => p.bedMm[0]));
  const columns = width >= 760 ? Math.min(4, scene.printers.length) : width >= 480 ? 2 : 1;
  const scale = Math.min(0.72, ((width - 24 * (columns - 1)) / columns - 4) / most);
  return (
    <div ref={ref} className="mt-3">
      <ul className="grid gap-x-6 gap-y-4" style={{ gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))` }}>
        {width > 0 &&
          queue.lanes.map((lane, i) => {
            const job = shown[i];
            const plate = plateOf(job, lane);
            const bed = bedOf(lane.printer);
            const clockOf = job && model.clocks.find((c) => c.step.key === job.key);
            const clears = job && stepsOfAll(model).find((s) => s.clears > 0 && s.after.includes(job.key));
            const clearing = clears && model.clocks.find((c) => c.step.key === clears.key);
            const canStart = firstToStart(lane) === job && job !== undefined;
            return (
              <li key={lane.printer.id} className="min-w-0">
                <h2 className="text-lg">{lane.printer.name}</h2>
                <p className="text-soft">
                  {job
                    ? `${job.kind === "running" ? "running" : job.kind === "ended" ? "ended" : "next"}, ${formatDuration(job.step.machineS)}, ${formatMass(job.massG)}`
                    : `free${couldPrint(lane)}`}
                </p>
                <div className="mt-1 flex flex-wrap gap-x-4 gap-y-2">
                  <svg
                    width={bed.widthMm * scale + 2}
                    height={bed.depthMm * scale + 2}
                    viewBox={`-1 -1 ${bed.widthMm * scale + 2} ${bed.depthMm * scale + 2}`}
                    className="max-w-full shrink-0"
                    role="img"
                    aria-label={
                      plate
                        ? `Plate: ${plateWords(plate, project.parts, 9)}`
                        : job
                          ? `${job.name}, ${job.scene ? "laid out in its own scene" : "not laid out"}`
                          : "empty plate"
                    }
                  >
                    {plate ? (
                      <PlateDrawing plate={plate} printer={lane.printer} footprint={footprint} scale={scale} />
                    ) : (
                      <>
                        <rect
                          width={bed.widthMm * scale}
                          height={bed.depthMm * scale}
                          fill="none"
                          stroke="var(--ink)"
                          strokeWidth="1.2"
                          strokeDasharray={job ? "5 4" : undefined}
                        />
                        {job && (
                          <text
                            x={(bed.widthMm * scale) / 2}
                            y={(bed.depthMm * scale) / 2}
                            fontSize="13"
                            textAnchor="middle"
                            fill="var(--soft)"
                          >
                            {job.scene ? `of ${job.scene.name}` : "not laid out"}
                          </text>
                        )}
                      </>
                    )}
                  </svg>
                  {job && (
                    <div className="min-w-[9.5rem] flex-1">
                      <p className="font-semibold">
                        <Link
                          className="inline-flex min-h-[44px] min-w-[44px] items-center underline underline-offset-2"
                          to={`/s/${job.scene?.id ?? scene.id}/print/${job.plateId || job.scene ? "all/plates" : job.step.partId}`}
                        >
                          {job.name}
                        </Link>
                      </p>
                      <p>
                        {job.kind === "running" && job.machine
                          ? `ends ${clock(job.machine.to)}${job.clearedAt ? `, changed ${clock(job.clearedAt)}` : ""}`
                          : job.kind === "planned" && job.hands
                            ? `you start it ${clock(job.hands.from)}, ends ${clock(job.machine!.to)}`
                            : job.kind === "ended"
                              ? "clear the plate"
                              : "no time slot"}
                      </p>
                      {job.kind !== "ended" && (
                        <p className="text-soft">
                          succeeds {Math.round(job.chanceGood * 100)} times in 100
                          {lane.hazard.runs > 0 ? `, from ${lane.hazard.runs} of your prints` : ", before any of your own prints"}
                          {job.ends &&
                            job.machine &&
                            job.ends.p80 - job.machine.to > 600_000 &&
                            `; with failures by ${clock(job.ends.p80)} 8 times in 10`}
                        </p>
                      )}
                      <Split job={job} lane={lane} />
                      {job.warnings.map((w) => (
                        <p key={w} className="note-act">
                          ▲ {w}
                        </p>
                      ))}
                      <div className="mt-1 flex flex-wrap gap-2">
                        {canStart && (
                          <button className="btn btn-solid" onClick={() => onStart(job)}>
                            Start
                            <span className="sr-only">
                              {" "}
                              {job.name} on {lane.printer.name}
                            </span>{" "}
                            {i === queue.lanes.findIndex((l) => firstToStart(l)) && <Key k="b" />}
                          </button>
                        )}
                        {job.kind === "running" && clockOf && (
                          <button className="btn" onClick={() => onFinish(clockOf)}>
                            It has ended<span className="sr-only"> on {lane.printer.name}</span>
                          </button>
                        )}
                        {job.kind === "ended" && <Clear job={job} clearing={clearing} printer={lane.printer.name} onFinish={onFinish} />}
                      </div>
                      <PrinterLink lane={lane} job={job} nights={queue.nights} />
                    </div>
                  )}
                </div>
              </li>
            );
          })}
      </ul>
    </div>
  );
}

/** Taking off: begun, then counted. */
function Clear({
  job,
  clearing,
  printer,
  onFinish,
}: {
  job: Job;
  clearing: Clock | undefined;
  printer: string;
  onFinish: (clock: Clock) => void;
}) {
  const project = useProject();
  const { runIn } = useActions();
  const others = useOthers();
  const { model } = useTonight();
  const step = stepsOfAll(model).find((s) => s.clears > 0 && s.after.includes(job.key));
  if (clearing)
    return (
      <button className="btn btn-solid" onClick={() => onFinish(clearing)}>
        Count the pieces<span className="sr-only"> {printer}</span>
      </button>
    );
  return (
    step && (
      <button
        className="btn btn-solid"
        onClick={() => void runIn(step.scene?.id, "step.start", startOf(step, project, others)).then((d) => !d.ok && sayProblem(d.problem))}
      >
        Take it off<span className="sr-only"> {printer}</span>
      </button>
    )
  );
}

function Prep({ title, lines, none }: { title: string; lines: PrepLine[]; none: string }) {
  const [all, setAll] = useState(false);
  const shown = all ? lines : firstLines(lines);
  return (
    <Section title={title}>
      {lines.length === 0 ? (
        <p className="text-soft">{none}</p>
      ) : (
        <ul>
          {shown.map((l) => (
            <li key={l.text} className="mb-1">
              {l.text} <span className="text-soft">{l.why}</span>
            </li>
          ))}
        </ul>
      )}
      {lines.length > shown.length && (
        <button className="btn-text" onClick={() => setAll(true)}>
          {lines.length - shown.length} more
        </button>
      )}
    </Section>
  );
}

/** Jobs longer than this are asked whether they are better in two pieces, s. */
const LONG_S = 8 * 3600;

/** A long job of one piece: whole, or cut in two? */
function Split({ job, lane }: { job: Job; lane: Lane }) {
  const project = useProject();
  const part = project.parts.find((p) => p.id === job.step.partId);
  if (!part || job.scene || job.kind === "running" || job.pieces !== 1 || job.step.machineS < LONG_S) return null;
  const verdict = splitVerdict(lane.hazard, job.step.machineS / 3600, 2, seamMinutes(partSizeMm(part)), lane.printer.startS / 3600);
  return (
    <p className="text-soft">
      {verdict.sentence} <Link to={`/s/${project.scene.id}/print/${part.id}/pieces`}>Pieces</Link>
    </p>
  );
}
