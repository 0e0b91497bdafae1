/**
 * The queue of each printer, read from the one plan: what runs, what comes, when it ends, what is left on spool and in bottle along the
 * way, and where it cannot end. And what is different from a plan of before, with why.
 */
import { plateTakes, RESIN_WARM_C, type Printer } from "../print";
import type { Project, Supply } from "../project";
import type { Step } from "../work";
import { inItsScene } from "./steps";
import { onPlateOf, loadedOn } from "./startPrint";
import { expectedEnd, type ExpectedEnd } from "./awake";
import { hazardsOf, type PrinterHazard } from "./printRisk";
import { bathAge, printLog, type LogEntry } from "./printLog";
import { clearedPlates, partsOnPlate, plateWords, sumOfPlate } from "./plateSteps";
import { eveningsFrom, nightsBetween, type Stretch } from "./evenings";
import { stepsOfAll, type Tonight } from "./tonight";

export interface Job {
  key: string;
  step: Step;
  /** The scene that it belongs to, where that is not the open one: one set of printers prints for all. */
  scene: { id: string; name: string } | null;
  /** What it is called: the part, with its scene where that is another. */
  name: string;
  /** The plate of the open scene that is laid out; null for one of a single part from its own order of work, and for other scenes'. */
  plateId: string | null;
  kind: "running" | "ended" | "planned" | "no time";
  /** When somebody starts it; the run; null where it finds no time. */
  hands: Stretch | null;
  machine: Stretch | null;
  /** When somebody takes it off, as planned; null where that finds no time. */
  clearedAt: number | null;
  pieces: number;
  massG: number;
  /** Left on the spool, g, or in the bottle, ml, when it has ended; null where nobody said what is on. */
  leftAfter: number | null;
  chanceGood: number;
  /** With failures and starting again, s. */
  expectedS: number | null;
  /** When it has ended with failures counted, which are seen only while somebody is up; null where it finds no time. */
  ends: ExpectedEnd | null;
  warnings: string[];
}

export interface Lane {
  printer: Printer;
  jobs: Job[];
  loaded: Supply | undefined;
  /** Stock along the lane: moments and what is left then. */
  runDown: { at: number; left: number }[];
  hazard: PrinterHazard;
}

export interface Queue {
  lanes: Lane[];
  nights: Stretch[];
  quiet: Stretch[];
  /** When a plate can be changed: evenings, and what else was said. */
  changes: Stretch[];
  until: number;
  warnings: string[];
}

/** Plates that a bath of alcohol is good for, and days. Common practice, no source: sight and the resin's own sheet say better. */
const BATH = { plates: 20, days: 30 };

/** Nights that restarts are told by. */
const LOOKED_AHEAD_MS = 120 * 86_400_000;

/** Mass of a job, g, by the same figures as its hours: typed, sliced, learned or the model's. */
function massOf(step: Step, project: Project): number {
  const plate = step.key.startsWith("plate/") ? project.scene.plates.find((p) => p.id === step.itemId) : undefined;
  if (plate) return sumOfPlate(plate, project)?.massG.value ?? 0;
  const printer = project.scene.printers.find((p) => p.id === step.printerId);
  const on = printer ? partsOnPlate([[step.partId, Math.max(1, step.onPlate)]], printer, project) : [];
  return on.reduce((sum, { facts, count, mass }) => sum + (facts.one.massG.value / facts.pieces) * count * mass.value, 0);
}

/** @param others scenes that are at work on the same printers */
export function queueOf(
  project: Project,
  model: Tonight,
  log: readonly LogEntry[] = printLog(project),
  others: readonly Project[] = [],
): Queue {
  const { scene, supplies, habits } = project;
  const hazards = hazardsOf(project, log);
  const slots = new Map(model.schedule.slots.map((s) => [s.key, s]));
  // The step that clears what another one has started.
  const clearOf = new Map<string, string>();
  const steps = stepsOfAll(model);
  for (const s of steps) if (s.clears > 0) for (const key of s.after) if (!clearOf.has(key)) clearOf.set(key, s.key);
  const now = model.now;
  const nights = nightsBetween(now, now + LOOKED_AHEAD_MS, scene.timeZone, habits.sleep);
  let until = now + 24 * 3_600_000;
  const lanes = scene.printers.map((printer): Lane => {
    const own = steps.filter((s) => s.machineS > 0 && s.printerId === printer.id);
    const hazard = hazards.get(printer.id)!;
    const jobs = own.flatMap((step): Job[] => {
      const state = model.states.get(step.key);
      const slot = slots.get(step.key);
      const clearKey = clearOf.get(step.key);
      const clear = clearKey ? slots.get(clearKey) : undefined;
      const clearState = clearKey ? model.states.get(clearKey)?.kind : undefined;
      if (state?.kind === "done" && (clearState === "done" || clearState === "setting")) return [];
      const hours = step.machineS / 3600;
      const bare = inItsScene(step, project, others);
      const massG = massOf(bare.step, bare.project);
      const kind = state?.kind === "running" ? "running" : state?.kind === "done" ? "ended" : slot ? "planned" : "no time";
      const machine =
        kind === "running" || kind === "ended"
          ? state && "record" in state
            ? { from: state.record.startedAt, to: state.record.finishedAt ?? state.record.startedAt + state.record.plannedS * 1000 }
            : null
          : (slot?.machine ?? null);
      if (machine) until = Math.max(until, machine.to);
      return [
        {
          key: step.key,
          step,
          scene: step.scene ?? null,
          name: step.scene ? `${step.partName}, ${step.scene.name}` : step.partName,
          plateId: step.key.startsWith("plate/") ? step.itemId : null,
          kind,
          hands: kind === "planned" ? (slot?.hands[0] ?? null) : null,
          machine,
          clearedAt: clear?.hands.at(-1)?.to ?? null,
          pieces: onPlateOf(bare.step, bare.project).reduce((n, p) => n + p.pieces, 0) || step.pieces,
          massG,
          leftAfter: null,
          chanceGood: hazard.good(hours),
          expectedS: seconds(hazard.hours(hours)),
          ends: kind === "planned" && machine ? expectedEnd(machine.from, step.machineS, hazard, nights) : null,
          warnings: [],
        },
      ];
    });
    jobs.sort((a, b) => (a.machine?.from ?? Infinity) - (b.machine?.from ?? Infinity));
    const loaded = loadedOn(printer, supplies);
    return { printer, jobs, loaded, runDown: runDown(printer, jobs, loaded, now), hazard };
  });
  for (const lane of lanes) warn(lane, project);
  const days = Math.ceil((until - now) / 86_400_000) + 1;
  const loud = scene.printers.some((p) => p.quiet);
  return {
    lanes,
    nights: nightsBetween(now - 6 * 3_600_000, until, scene.timeZone, habits.sleep),
    quiet: habits.quiet && loud ? nightsBetween(now - 6 * 3_600_000, until, scene.timeZone, habits.quiet) : [],
    changes: eveningsFrom(now, [...scene.evenings, ...habits.changes], scene.timeZone, days),
    until,
    warnings: [
      ...bathWarnings(project, log, now),
      ...unknownPlates(project),
      ...lanes.flatMap((l) => l.jobs.flatMap((j) => j.warnings)),
    ].filter((w, i, all) => all.indexOf(w) === i),
  };
}

const seconds = (hours: number | null): number | null => (hours === null ? null : hours * 3600);

/** What is left along the lane. A print that runs takes the rest of its share. */
function runDown(printer: Printer, jobs: readonly Job[], loaded: Supply | undefined, now: number): Lane["runDown"] {
  if (!loaded) return [];
  let left = loaded.stock;
  const out = [{ at: now, left }];
  for (const job of jobs) {
    // What has ended was not taken off the spool's count yet: that is done when it is cleared.
    const take = plateTakes(printer, job.massG);
    const from = Math.max(now, job.machine?.from ?? now),
      to = Math.max(from, job.machine?.to ?? from);
    out.push({ at: from, left });
    left -= take;
    job.leftAfter = left;
    out.push({ at: to, left });
  }
  return out;
}

function warn({ printer, jobs, loaded }: Lane, { parts, habits }: Project): void {
  const unit = printer.process === "resin" ? "ml" : "g";
  let short = false;
  const batchOf = (job: Job): string => parts.find((p) => p.id === job.step.partId)?.batch ?? "";
  for (const [i, job] of jobs.entries()) {
    if (job.leftAfter !== null && job.leftAfter < 0 && !short && loaded) {
      const before = Math.max(0, job.leftAfter + plateTakes(printer, job.massG));
      job.warnings.push(
        `${loaded.name} on ${printer.name} will have ${Math.round(before)} ${unit} left when ${job.name} starts, which needs ${Math.round(plateTakes(printer, job.massG))}: change it first, or it will run out ${Math.round((1 - before / plateTakes(printer, job.massG)) * 100)} % before the end.`,
      );
      short = true;
      const batch = batchOf(job);
      if (batch && jobs.slice(0, i).some((b) => batchOf(b) === batch))
        job.warnings.push(`Batch "${batch}" would need a spool change partway through: load a full spool before the batch starts.`);
    }
    if (job.kind === "no time")
      job.warnings.push(
        printer.quiet && habits.quiet
          ? `${job.name} has no time slot on ${printer.name}: it runs longer than the hours outside quiet time.`
          : `${job.name} has no time slot on ${printer.name}: you are not there to start it in any evening entered.`,
      );
    if (job.kind === "planned" && job.step.needs.includes("warm room") && habits.air.airC < RESIN_WARM_C)
      job.warnings.push(
        `The room is at ${habits.air.airC} °C: ${printer.name} waits until it reaches ${RESIN_WARM_C} °C. Warm the bottle and vat first.`,
      );
  }
}

/** A plate of which a part is not known to its printer has no hours, and so no place in the plan. */
const unknownPlates = (project: Project): string[] => {
  const cleared = clearedPlates(project.records);
  return project.scene.plates
    .filter((p) => !cleared.has(p.id) && sumOfPlate(p, project) === undefined)
    .map((p) => `The plate of ${plateWords(p, project.parts)} is not scheduled yet: the hours of a part on it are not known.`);
};

/** Baths by the plates they have washed and the days they are old. */
function bathWarnings({ supplies }: Pick<Project, "supplies">, log: readonly LogEntry[], now: number): string[] {
  return supplies
    .filter((s) => s.kind === "bath")
    .flatMap((bath): string[] => {
      const { plates, days } = bathAge(bath, log, now);
      if (plates >= BATH.plates) return [`${bath.name} has washed ${plates} plates: change it. A bath lasts about ${BATH.plates} plates.`];
      if (days !== null && days >= BATH.days) return [`${bath.name} is ${days} days old: check that it still washes clean.`];
      if (plates === BATH.plates - 1) return [`${bath.name} is at its last use.`];
      return [];
    });
}

/** One job that is planned otherwise than before, and why. */
export interface PlanChange {
  key: string;
  name: string;
  text: string;
}

export interface JobThen {
  key: string;
  name: string;
  printer: string;
  from: number | null;
  to: number | null;
  durationS: number;
  place: number;
}

/** What is kept of a queue to tell later what has changed. */
export const snapshotOf = (queue: Queue): JobThen[] =>
  queue.lanes.flatMap((lane) =>
    lane.jobs.map((j, place) => ({
      key: j.key,
      name: j.name,
      printer: lane.printer.name,
      from: j.machine?.from ?? null,
      to: j.machine?.to ?? null,
      durationS: j.step.machineS,
      place,
    })),
  );

/** Shifts below this are the clock going on, ms. */
const NOTICED_MS = 10 * 60_000;

/** What has changed between two plans, worst first, each with what brought it about. @param clock writes a moment down @param now of the second */
export function changesBetween(
  before: readonly JobThen[],
  after: readonly JobThen[],
  clock: (ms: number) => string,
  now: number,
): PlanChange[] {
  const then = new Map(before.map((j) => [j.key, j]));
  const here = new Set(after.map((j) => j.key));
  const out: (PlanChange & { shift: number })[] = [];
  for (const job of after) {
    const { key, name } = job;
    const was = then.get(key);
    if (!was) {
      out.push({ key, name, text: `new, ${job.to === null ? "no time slot yet" : `ends ${clock(job.to)}`}`, shift: 0 });
      continue;
    }
    if (job.to === null || was.to === null) {
      if (job.to !== was.to)
        out.push({
          key,
          name,
          text: job.to === null ? "no time slot any more" : `now has a time slot, ends ${clock(job.to)}`,
          shift: Infinity,
        });
      continue;
    }
    const shift = job.to - was.to;
    if (Math.abs(shift) < NOTICED_MS && was.printer === job.printer) continue;
    const why = causeOf(was, job, { before, after, now, clock });
    out.push({ key, name, text: `ends ${clock(job.to)} instead of ${clock(was.to)}: ${why}`, shift });
  }
  for (const job of before) if (!here.has(job.key)) out.push({ key: job.key, name: job.name, text: "is no longer in the queue", shift: 0 });
  return out.sort((a, b) => Math.abs(b.shift) - Math.abs(a.shift)).map(({ key, name, text }) => ({ key, name, text }));
}

interface Plans {
  before: readonly JobThen[];
  after: readonly JobThen[];
  now: number;
  clock: (ms: number) => string;
}

/** What brought a shift about: a cause must push the same way as the job went. Where none does, that is what is said. */
function causeOf(was: JobThen, job: JobThen, { before, after, now, clock }: Plans): string {
  if (was.printer !== job.printer) return `moved from ${was.printer} to ${job.printer}`;
  const shift = job.to! - was.to!;
  const pushes = (ms: number): boolean => Math.abs(ms) >= NOTICED_MS && ms > 0 === shift > 0;
  const grown = (job.durationS - was.durationS) * 1000;
  if (pushes(grown) && 2 * Math.abs(grown) >= Math.abs(shift)) return `its own hours went ${shift > 0 ? "up" : "down"}`;
  const ahead = (list: readonly JobThen[], of: JobThen): JobThen[] => list.filter((j) => j.printer === of.printer && j.place < of.place);
  const [earlier, later] = [ahead(before, was), ahead(after, job)];
  const missing = (from: readonly JobThen[], among: readonly JobThen[]): JobThen | undefined =>
    from.findLast((j) => !among.some((k) => k.key === j.key));
  const [came, went] = [missing(later, earlier), missing(earlier, later)];
  if (shift > 0 && came) return `${came.name} is before it now`;
  if (shift < 0 && went) return `${went.name} is no longer before it`;
  const pushed = later.findLast((j) => pushes((j.to ?? 0) - (earlier.find((k) => k.key === j.key)?.to ?? j.to ?? 0)));
  if (pushed) return `${pushed.name} before it ends ${shift > 0 ? "later" : "sooner"}`;
  if (pushes(grown)) return `its own hours went ${shift > 0 ? "up" : "down"}`;
  if (shift > 0 && was.from !== null && was.from < now && job.from !== null && job.from > was.from)
    return `it was not started at ${clock(was.from)}`;
  return "neither the plates before it nor its print time changed; what it waits for, or the hours for plate changes, have changed";
}
