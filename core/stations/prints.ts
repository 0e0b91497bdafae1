/** What a print that has ended leaves behind: what it teaches its printer, and the end of a run that nobody ended. */
import { LIMITS, type StepRecord } from "../project";
import { plateKey, teachesHours, type Printer, type PrinterLesson } from "../print";
import type { Edit } from "./command";
import { enter, failedShareOf, inDemo } from "./stock";

/** A print that went well, and of which somebody or the machine said how long it took, teaches its printer. */
export async function teach(e: Edit<"printers" | "scenes">, record: StepRecord, now: number): Promise<void> {
  const { print, saidS, result } = record;
  if (!print || saidS === undefined || result === "failed" || print.modelS <= 0) return;
  const timeRatio = saidS / print.modelS;
  if (!teachesHours(timeRatio)) return;
  const printer = await e.get("printers", print.printerId);
  if (!printer) return;
  const massRatio = print.massG !== null && print.modelMassG > 0 ? print.massG / print.modelMassG : null;
  const lesson: PrinterLesson = {
    at: now,
    from: "print",
    what:
      print.pieces
        .map((p) => p.name)
        .join(", ")
        .slice(0, 200) || "a print",
    recordId: record.id,
    timeRatio,
    massRatio: massRatio !== null && massRatio > 0 ? massRatio : null,
  };
  await putLessons(e, printer, (list) => [...list.filter((l) => l.recordId !== record.id), lesson]);
}

/** Lessons of the demo's prints stay in the demo: nothing simulated is told of the user's own machine. */
async function putLessons(e: Edit<"printers" | "scenes">, printer: Printer, to: (list: PrinterLesson[]) => PrinterLesson[]): Promise<void> {
  const next = (list: PrinterLesson[] = []): PrinterLesson[] => to(list).slice(-LIMITS.lessons);
  await e.put(
    "printers",
    (await inDemo(e))
      ? { ...printer, inDemo: { ...printer.inDemo, learned: next(printer.inDemo?.learned) } }
      : { ...printer, learned: next(printer.learned) },
  );
}

/** What was struck out of the log teaches nothing any more. */
export async function unteach(e: Edit<"printers" | "scenes">, record: StepRecord | undefined): Promise<void> {
  const printer = record?.print && (await e.get("printers", record.print.printerId));
  const learned = (await inDemo(e)) ? printer?.inDemo?.learned : printer?.learned;
  if (!printer || !learned?.some((l) => l.recordId === record!.id)) return;
  await putLessons(e, printer, (list) => list.filter((l) => l.recordId !== record!.id));
}

/**
 * The machine's run of a plate that is cleared and was never ended by anybody: it ended some time before; how long it took nobody knows.
 */
export async function endRun(
  e: Edit<"records" | "lines" | "paints" | "supplies" | "scenes">,
  cleared: StepRecord,
  now: number,
): Promise<void> {
  const [kind, plateId, step] = cleared.stepKey.split("/");
  if (kind !== "plate" || step !== "clear") return;
  const run = (await e.all("records")).find((r) => r.stepKey === plateKey(plateId, "start") && r.finishedAt === null);
  if (!run) return;
  const finishedAt = Math.max(run.startedAt, Math.min(now, run.startedAt + run.plannedS * 1000));
  const ended: StepRecord = { ...run, finishedAt, untimed: true, result: "good" };
  await e.put("records", ended);
  await enter(e, ended, failedShareOf(cleared));
}
