/** The evening's work: when there is time, what is begun, and how it ended. */
import Joi from "joi";
import type { StockLine } from "../../ledger";
import { LIMITS, mergeArrived, type Arrived, type Lesson, type StepRecord, type Take } from "../../project";
import type { PrintRecord } from "../../print";
import {
  arrivedSchema,
  cameSchema,
  lessonSchema,
  lineSchema,
  moment,
  plannedS,
  printRecordSchema,
  restsSchema,
  takesSchema,
} from "../../rows";
import { count, duration, id, text } from "../../field";
import { type Rests } from "../../work";
import { habitsOf, object, openPrints, opt, otherScene, over, partOf, Refused, span, type CommandsOf, type Edit } from "../command";
import { endRun, teach } from "../prints";
import { enter, enterAgain, failedShareOf, runCleared } from "../stock";

/** What a step's record begins with. */
interface StepStart {
  recordId: string;
  partId: string;
  stepKey: string;
  title: string;
  time: StepRecord["time"];
  plannedS: number;
  waitS: number;
  rests?: Rests;
  takes?: Take[];
  print?: PrintRecord;
}

const stepStart = object({
  recordId: id,
  partId: id,
  stepKey: text(LIMITS.title),
  title: text(LIMITS.title),
  time: Joi.string().valid("hands", "machine"),
  plannedS,
  waitS: duration,
  rests: opt(restsSchema),
  takes: opt(takesSchema),
  print: opt(printRecordSchema),
});

async function startStep(e: Edit<"parts" | "records" | "scenes">, { recordId, ...p }: StepStart, now: number): Promise<void> {
  await partOf(e, p.partId);
  const before = (await e.all("records")).filter((r) => r.stepKey === p.stepKey);
  if (before.some((r) => r.finishedAt === null)) throw new Refused("step.running", "This step has already been started.");
  const busy = p.print && (await openPrints(e)).find((r) => r.print?.printerId === p.print!.printerId);
  if (busy) {
    const scene = await otherScene(e, busy.sceneId);
    throw new Refused(
      "printer.busy",
      `${p.print!.printer} still runs “${busy.title}”${scene === null ? "" : ` of ${scene || "another scene"}`}. Say first how that ended, or delete in the log.`,
    );
  }
  await e.put("records", {
    id: recordId,
    sceneId: e.sceneId,
    ...p,
    // Of a step's records the last begun holds: a clock that was set back must not put this one before an older.
    startedAt: before.reduce((at, r) => Math.max(at, r.startedAt + 1), now),
    finishedAt: null,
    result: null,
    good: 0,
    failed: 0,
    wentWrong: "",
  });
}

/** Work by hand that stood open longer than this, and four times what was planned, was not worked at all that while. */
const LEFT_OPEN_S = 4 * 3600;

/**
 * When a step ended. A clock that was set back during it cannot say how long it took: the end is then its beginning. A step by hand that
 * stood open over a night, or a machine's long sleep, was not worked at for so long. Both records say that they were not timed, so that no
 * average counts them.
 */
export function endOf(record: StepRecord, now: number): Pick<StepRecord, "finishedAt" | "untimed"> {
  if (now < record.startedAt) return { finishedAt: record.startedAt, untimed: true };
  const leftOpen = record.time === "hands" && (now - record.startedAt) / 1000 > Math.max(LEFT_OPEN_S, 4 * record.plannedS);
  return leftOpen ? { finishedAt: now, untimed: true } : { finishedAt: now };
}

/** How a step ended. */
interface StepEnd {
  recordId: string;
  result: "good" | "partly" | "failed";
  good: number;
  failed: number;
  wentWrong: string;
  saidS?: number;
  /** Of a plate with several parts: what came of each. */
  came?: StepRecord["came"];
  /** Of a print: why it failed, and what it weighs. */
  print?: Pick<PrintRecord, "failure" | "massG">;
}

/** Ends a step: its record, what it took, the run that it cleared, and what it teaches. @param untimed nobody knows how long it took */
async function endStep(
  e: Edit<"records" | "scenes" | "printers" | "supplies" | "paints" | "lines">,
  { recordId, print, ...p }: StepEnd,
  now: number,
  untimed = false,
): Promise<void> {
  const record: StepRecord | undefined = await e.get("records", recordId);
  if (!record) throw new Refused("step.gone", "That step is no longer here.");
  const end = { ...endOf(record, now), ...(untimed && { untimed }) };
  const next: StepRecord = { ...record, ...p, ...end, ...(record.print && print ? { print: { ...record.print, ...print } } : {}) };
  await e.put("records", next);
  // What turned out otherwise than it was said first.
  if (record.finishedAt !== null) return enterAgain(e, next);
  await enter(e, next);
  await endRun(e, next, now);
  const run = await runCleared(e, next);
  if (run) await enterAgain(e, run, failedShareOf(next));
  await teach(e, next, now);
}

/** Work of an evening that is written down after it: begun before, or not begun at all. */
interface Written extends Pick<StepEnd, "recordId" | "good" | "failed" | "saidS"> {
  /** Of what was not begun: what would be started. */
  step?: StepStart;
  result: "good" | "failed";
}

/** A step that was done away from here. */
interface TakenAway {
  step: StepStart;
  startedAt: number;
  arrived: Arrived;
}

/** What came of a step from another device: written down as if it had been begun and ended here, or merged with what came before. */
async function takeAway(
  e: Edit<"parts" | "records" | "scenes" | "printers" | "supplies" | "paints" | "lines">,
  { step, startedAt, arrived }: TakenAway,
): Promise<void> {
  const { recordId, stepKey, title } = step;
  const before = await e.get("records", recordId);
  if (!before) {
    const since = (r: StepRecord): boolean => r.stepKey === stepKey && r.result !== "failed" && (r.finishedAt ?? 0) > startedAt;
    if ((await e.all("records")).some(since)) throw new Refused("step.ended", `“${title}” was done here meanwhile. Read the answer again.`);
    const { at: _at, photos: _photos, note: _note, finishedAt, ...end } = arrived;
    await startStep(e, step, startedAt);
    await endStep(e, { recordId, ...end }, finishedAt, arrived.saidS === undefined);
  }
  const record = (await e.get("records", recordId))!;
  const { change } = mergeArrived(record, arrived);
  const next = { ...record, ...change };
  if ((next.photos?.length ?? 0) > LIMITS.pictures)
    throw new Refused(
      "step.pictures",
      `“${title}” would have ${next.photos!.length} pictures; at most ${LIMITS.pictures} are kept at a step.`,
    );
  await e.put("records", next);
  if (before) await enterAgain(e, next);
}

export interface TonightCommands {
  /** What was done away from here, of one scene. */
  "away.take": { steps: TakenAway[] };
  /** An evening in one go: what was done, what goes again, what runs low, what was learned. */
  "evening.write": { written: Written[]; lines: StockLine[]; lessons: Lesson[] };
  /** The time at the bench on one day of the week; null for none. */
  "evening.set": { weekday: number; span: { from: string; to: string } | null };
  /** Whether somebody helps on one day of the week. */
  "evening.helper": { weekday: number; helper: boolean };
  "step.start": StepStart;
  /** Steps that are done in one go. */
  "session.start": { title: string; steps: StepStart[] };
  /** All that was ticked is done, what was not is not begun after all. `saidS`: each one's share of the time. */
  "session.end": { title: string; done: { recordId: string; saidS: number }[]; undone: string[] };
  "step.finish": StepEnd;
}

export const TONIGHT_COMMANDS: CommandsOf<TonightCommands> = {
  "away.take": over(
    "parts",
    "records",
    "scenes",
    "lines",
    "paints",
    "supplies",
    "printers",
  )({
    schema: object({
      steps: Joi.array()
        .min(1)
        .max(500)
        .items(object({ step: stepStart, startedAt: moment, arrived: arrivedSchema })),
    }),
    label: ({ steps }) => `From the phone: ${steps.length} ${steps.length === 1 ? "step" : "steps"}`,
    apply: async (e, { steps }) => {
      for (const step of steps) await takeAway(e, step);
    },
  }),
  "evening.write": over(
    "parts",
    "records",
    "scenes",
    "lines",
    "paints",
    "supplies",
    "printers",
    "lessons",
  )({
    schema: object({
      written: Joi.array()
        .max(500)
        .items(
          object({
            step: opt(stepStart),
            recordId: id,
            result: Joi.string().valid("good", "failed"),
            good: count(LIMITS.pieces),
            failed: count(LIMITS.pieces),
            saidS: opt(duration),
          }),
        ),
      lines: Joi.array().max(50).items(lineSchema),
      lessons: Joi.array().max(50).items(lessonSchema),
    }),
    label: ({ written }) => `Evening written down: ${written.length} ${written.length === 1 ? "step" : "steps"}`,
    apply: async (e, { written, lines, lessons }, now) => {
      for (const { step, ...w } of written) {
        // As if it had been begun so long ago.
        if (step) await startStep(e, step, Math.round(now - (w.saidS ?? step.plannedS) * 1000));
        const record = await e.get("records", w.recordId);
        if (record && record.finishedAt !== null)
          throw new Refused("step.ended", `“${record.title}” was already ended. It may have been ended in another window.`);
        await endStep(e, { ...w, wentWrong: "" }, now, w.saidS === undefined);
      }
      for (const line of lines) await e.put("lines", line);
      for (const lesson of lessons) await e.put("lessons", lesson);
    },
  }),
  "evening.set": over("habits")({
    schema: object({
      weekday: count({ least: 0, most: 6 }),
      span,
    }),
    label: () => "Evenings",
    apply: async (e, { weekday, span }) => {
      const habits = await habitsOf(e);
      const others = habits.evenings.filter((x) => x.weekday !== weekday);
      const helper = habits.evenings.find((x) => x.weekday === weekday)?.helper;
      await e.put("habits", { ...habits, evenings: span ? [...others, { weekday, ...span, ...(helper && { helper }) }] : others });
    },
  }),
  "evening.helper": over("habits")({
    schema: object({ weekday: count({ least: 0, most: 6 }), helper: Joi.boolean().required() }),
    label: () => "Evenings",
    apply: async (e, { weekday, helper }) => {
      const habits = await habitsOf(e);
      const evenings = habits.evenings.map((evening) => {
        if (evening.weekday !== weekday) return evening;
        const { helper: _, ...alone } = evening;
        return helper ? { ...alone, helper: true as const } : alone;
      });
      await e.put("habits", { ...habits, evenings });
    },
  }),
  "step.start": over(
    "parts",
    "records",
    "scenes",
  )({
    schema: stepStart,
    label: ({ title }) => `Started: ${title}`,
    apply: (e, step, now) => startStep(e, step, now),
  }),
  "session.start": over(
    "parts",
    "records",
    "scenes",
  )({
    schema: object({ title: text(LIMITS.title), steps: Joi.array().min(1).max(500).items(stepStart) }),
    label: ({ title }) => `Started: ${title}`,
    apply: async (e, { steps }, now) => {
      for (const step of steps) await startStep(e, step, now);
    },
  }),
  "session.end": over(
    "records",
    "paints",
    "supplies",
    "lines",
    "scenes",
  )({
    schema: object({
      title: text(LIMITS.title),
      done: Joi.array()
        .max(500)
        .items(object({ recordId: id, saidS: duration })),
      undone: Joi.array().max(500).items(id.optional()),
    }),
    label: ({ title, done }) => `${title}: ${done.length} done`,
    apply: async (e, { done, undone }, now) => {
      for (const { recordId, saidS } of done) {
        const record = await e.get("records", recordId);
        if (!record) throw new Refused("step.gone", "That step is no longer here.");
        const end = endOf(record, now);
        // A clock that cannot say how long the whole took says nothing of its shares.
        const ended: StepRecord = { ...record, ...end, result: "good", ...(end.untimed ? {} : { saidS }) };
        await e.put("records", ended);
        if (record.finishedAt === null) await enter(e, ended);
      }
      for (const recordId of undone) await e.delete("records", recordId);
    },
  }),
  "step.finish": over(
    "records",
    "scenes",
    "printers",
    "supplies",
    "paints",
    "lines",
  )({
    schema: object({
      recordId: id,
      result: Joi.string().valid("good", "partly", "failed"),
      good: count(LIMITS.pieces),
      failed: count(LIMITS.pieces),
      wentWrong: text(LIMITS.wentWrong),
      saidS: opt(duration),
      came: opt(cameSchema),
      print: opt(object({ failure: printRecordSchema.extract("failure"), massG: printRecordSchema.extract("massG") })),
    }),
    label: ({ result }) => (result === "failed" ? "Step failed" : "Step finished"),
    apply: (e, end, now) => endStep(e, end, now),
  }),
};
