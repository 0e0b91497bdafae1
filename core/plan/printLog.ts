/** The prints as they went, of every scene: what the machines' records say, newest first, and what they teach of risk and of the estimate. */
import {
  FAILURE_CAUSES,
  followRange,
  learnedOf,
  teachesHours,
  type FailureCause,
  type OwnRange,
  type Printer,
  type PrintRecord,
  type Run,
} from "../print";
import type { Process } from "../scale";
import { define, type Scope } from "../derive";
import { takenS, type Project, type StepRecord, type Supply } from "../project";

export interface LogEntry {
  record: StepRecord;
  print: PrintRecord;
  /** The scene that it was printed for, where that is not the open one. */
  scene: { id: string; name: string } | null;
  /** What its printer is called now; as it was called then, where it is gone. */
  printer: string;
  /** When it ended; null while it runs. */
  endedAt: number | null;
  /** How long it ran, where anybody knows. */
  ranS: number | null;
  failed: boolean;
  cause: FailureCause | null;
  /** Pieces that came off it, once it was cleared. */
  good: number;
  bad: number;
}

type Printed = { scene: Pick<Project["scene"], "id" | "name" | "printers"> } & Pick<Project, "records">;

const PRINTED: Scope<Printed> = { shape: { scene: {} }, of: ({ scene }) => scene.id };

/** Newest first. */
const byTime = (a: LogEntry, b: LogEntry): number => b.record.startedAt - a.record.startedAt || (a.record.id < b.record.id ? 1 : -1);

/** Prints of which the settings were kept. @param others scenes that share the printers */
export const printLog = (open: Printed, others: readonly Printed[] = []): readonly LogEntry[] =>
  others.length === 0
    ? entriesOf(open)
    : [
        ...entriesOf(open),
        ...others.flatMap((o) => entriesOf(o).map((e) => ({ ...e, scene: { id: o.scene.id, name: o.scene.name } }))),
      ].sort(byTime);

/** The prints of one scene, as if it were the open one. */
const entriesOf = define({
  name: "log of prints",
  scope: PRINTED,
  read({ scene: { printers }, records }: Printed): readonly LogEntry[] {
    const names = new Map(printers.map((p) => [p.id, p.name]));
    const cleared = new Map<string, StepRecord>();
    for (const r of records) {
      if (r.finishedAt === null || !r.stepKey.includes("/clear")) continue;
      const key = r.stepKey.replace(/\/clear(\d*)$/, "/start$1");
      if (key !== r.stepKey) cleared.set(key, r);
    }
    return records
      .filter((r): r is StepRecord & { print: PrintRecord } => r.print !== undefined)
      .map((record): LogEntry => {
        const off = record.result === "failed" ? undefined : cleared.get(record.stepKey);
        return {
          record,
          print: record.print,
          scene: null,
          printer: names.get(record.print.printerId) ?? record.print.printer,
          endedAt: record.finishedAt,
          ranS: takenS(record),
          failed: record.result === "failed",
          cause: record.print.failure?.cause ?? (record.result === "failed" ? "other" : null),
          good: off?.good ?? 0,
          bad: off?.failed ?? 0,
        };
      })
      .sort(byTime);
  },
});

/** A failure in the first so many minutes is one of the start, where nobody said what it was. Common practice, no source. */
const START_S = 20 * 60;

/** What in the log tells of risk: each print that has ended, its hours and how it failed. */
export function runsOf(log: readonly LogEntry[], supplies: readonly Supply[]): Run[] {
  return log.flatMap((e): Run[] => {
    if (e.endedAt === null) return [];
    const hours = (e.ranS ?? e.record.plannedS) / 3600;
    const atStart = e.cause !== null && (FAILURE_CAUSES[e.cause].start || (e.cause === "other" && hours * 3600 < START_S));
    return [
      {
        printerId: e.print.printerId,
        material: materialOfPrint(e.print, supplies),
        hours,
        failed: !e.failed ? null : atStart ? "at the start" : "later",
        outside: e.cause !== null && FAILURE_CAUSES[e.cause].outside,
        test: e.print.test,
      },
    ];
  });
}

/** The family of what was printed with: what its spool or bottle is, or nothing in particular. */
export const materialOfPrint = (print: Pick<PrintRecord, "supplyId">, supplies: readonly Supply[]): string =>
  supplies.find((s) => s.id === print.supplyId)?.what ?? "";

/** One print's lesson: what it took over what the model alone had said. */
export interface PrintLesson {
  at: number;
  title: string;
  recordId: string;
  timeRatio: number;
  massRatio: number | null;
}

/** What the log teaches of one printer, oldest first. Failed prints and those that nobody timed teach nothing of hours. */
export const lessonsOf = (log: readonly LogEntry[], printerId: string): PrintLesson[] =>
  log
    .filter((e) => e.print.printerId === printerId && !e.failed && e.endedAt !== null && e.ranS !== null && e.print.modelS > 0)
    .map((e) => ({
      at: e.record.startedAt,
      title: e.print.pieces.map((p) => (p.pieces > 1 ? `${p.name} ×${p.pieces}` : p.name)).join(", "),
      recordId: e.record.id,
      timeRatio: e.ranS! / e.print.modelS,
      massRatio: e.print.massG !== null && e.print.modelMassG > 0 ? e.print.massG / e.print.modelMassG : null,
    }))
    .filter((l) => teachesHours(l.timeRatio))
    .reverse();

/** How far off the model was at one print, and how far what had been learned until then. */
export interface LearnedStep {
  lesson: PrintLesson;
  /** Share of what it took: 0.2 for a fifth too long. */
  modelError: number;
  learnedError: number;
  /** The factor after this print. */
  after: OwnRange;
}

/** The model's own range, where the facts that say it are not at hand. */
const MODEL_RANGE: Record<Process, { low: number; high: number }> = { fdm: { low: 0.75, high: 1.25 }, resin: { low: 0.85, high: 1.15 } };

/** The log gone through print by print: each is first guessed by what was known before it. */
export function learningOf(lessons: readonly PrintLesson[], process: Process): LearnedStep[] {
  const known = followRange(MODEL_RANGE[process]);
  return lessons.map((lesson) => {
    const before = known.range();
    known.add(lesson.timeRatio);
    return {
      lesson,
      modelError: 1 / lesson.timeRatio - 1,
      learnedError: before.value / lesson.timeRatio - 1,
      after: known.range(),
    };
  });
}

/**
 * What one more print would teach: the range now, by the very lessons that the hours go by, and after a print that goes as expected; how far
 * one print may move the middle.
 * @param printers of the scene: those like it count too
 */
export function nextTeaches(printer: Printer, printers: readonly Printer[]): { now: OwnRange; then: OwnRange; moves: number } {
  const model = MODEL_RANGE[printer.process];
  const learned = printer.learned ?? [];
  const at = 1 + learned.reduce((latest, l) => Math.max(latest, l.at), 0);
  const rangeWith = (more: readonly number[]): OwnRange =>
    learnedOf(
      {
        ...printer,
        learned: [...learned, ...more.map((timeRatio) => ({ at, from: "print" as const, what: "", timeRatio, massRatio: null }))],
      },
      { time: model, mass: model },
      printers,
    ).time;
  const now = rangeWith([]);
  return { now, then: rangeWith([now.value]), moves: rangeWith([now.high]).value / now.value - 1 };
}

/** Plates of resin that were printed since a bath was filled, beyond those that were counted by hand, and its age. */
export function bathAge(bath: Supply, log: readonly LogEntry[], now: number): { plates: number; days: number | null } {
  const since = bath.since ?? null;
  const washed =
    since === null ? 0 : log.filter((e) => e.print.profile.process === "resin" && !e.failed && (e.endedAt ?? -1) >= since).length;
  return { plates: Math.round(bath.stock) + washed, days: since === null ? null : Math.floor((now - since) / 86_400_000) };
}
