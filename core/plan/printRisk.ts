/** Risk by printer and by what is on it, read from the log; the pair of the two that nobody has printed with yet. */
import { hazardOf, predictedGood, predictedHours, rateRange, type LearnedHazard, type Printer } from "../print";
import type { Project } from "../project";
import { materialOfPrint, runsOf, type LogEntry } from "./printLog";
import { loadedOn } from "./startPrint";

export interface PrinterHazard extends LearnedHazard {
  /** The material it was learned for; "" where nobody said what is on. */
  material: string;
  /** Chance that a job of so many hours goes well. */
  good: (hours: number) => number;
  /** Expected hours with starting again; null where the log is too short to say. */
  hours: (hours: number) => number | null;
  /** Eight times in ten the rate lies between these, an hour. */
  range: { low: number; high: number };
}

export function hazardFor(printer: Printer, project: Pick<Project, "supplies">, log: readonly LogEntry[]): PrinterHazard {
  const material = loadedOn(printer, project.supplies)?.what ?? null;
  const learned = hazardOf(printer.process, runsOf(log, project.supplies), printer.id, material);
  return {
    ...learned,
    material: material ?? "",
    good: (hours) => predictedGood(learned, hours),
    hours: (hours) => predictedHours(learned, hours),
    range: rateRange(learned.gamma),
  };
}

export const hazardsOf = (project: Pick<Project, "scene" | "supplies">, log: readonly LogEntry[]): Map<string, PrinterHazard> =>
  new Map(project.scene.printers.map((p) => [p.id, hazardFor(p, project, log)]));

/** Nothing of this material has gone well on this printer yet: what is at stake is told against a test print. */
export function isNewPair(printer: Printer, { supplies }: Pick<Project, "supplies">, log: readonly LogEntry[]): boolean {
  const loaded = loadedOn(printer, supplies);
  if (!loaded) return false;
  return !log.some(
    (e) => e.print.printerId === printer.id && !e.failed && e.endedAt !== null && materialOfPrint(e.print, supplies) === loaded.what,
  );
}
