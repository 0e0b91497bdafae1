/** Risk by printer and by what is on it, read from the log; the pair of the two that nobody has printed with yet. */
import {
  hazardOf,
  predictedGood,
  predictedHours,
  rateRange,
  type FaultEvidence,
  type Hazard,
  type LearnedHazard,
  type Printer,
  type Run,
} from "../print";
import { takenS, recordsOf, type Project } from "../project";
import { benchWorkIn } from "../stations/kinds";
import { bathAge, materialOfPrint, printLog, runsOf, type LogEntry } from "./printLog";
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

function hazardFor(printer: Printer, project: Pick<Project, "supplies">, runs: readonly Run[]): PrinterHazard {
  const material = loadedOn(printer, project.supplies)?.what ?? null;
  const learned = hazardOf(printer.process, runs, printer.id, material);
  return {
    ...learned,
    material: material ?? "",
    good: (hours) => predictedGood(learned, hours),
    hours: (hours) => predictedHours(learned, hours),
    range: rateRange(learned.gamma),
  };
}

export function hazardsOf(project: Pick<Project, "scene" | "supplies">, log: readonly LogEntry[]): Map<string, PrinterHazard> {
  const runs = runsOf(log, project.supplies);
  return new Map(project.scene.printers.map((p) => [p.id, hazardFor(p, project, runs)]));
}

/** The rates alone, for whoever simulates: a worker takes no functions. */
export const ratesOf = (project: Pick<Project, "scene" | "supplies" | "records">, others: readonly Project[]): Map<string, Hazard> =>
  new Map([...hazardsOf(project, printLog(project, others))].map(([id, { start, perHour }]) => [id, { start, perHour }]));

/** Nothing of this material has gone well on this printer yet: what is at stake is told against a test print. */
export function isNewPair(printer: Printer, { supplies }: Pick<Project, "supplies">, log: readonly LogEntry[]): boolean {
  const loaded = loadedOn(printer, supplies);
  if (!loaded) return false;
  return !log.some(
    (e) => e.print.printerId === printer.id && !e.failed && e.endedAt !== null && materialOfPrint(e.print, supplies) === loaded.what,
  );
}

/** A family of parts of which the log says that mending has gone far enough to ask whether to print again. */
export interface FamilyTrouble {
  /** The group, or the part's own name. */
  family: string;
  partIds: string[];
  misfits: number;
  filedMin: number;
}

/** Misfits at the dry fit and minutes of filing, by family: what is of one group, or cut from one part. */
export function familyTroubles({ parts, records }: Pick<Project, "parts" | "records">): FamilyTrouble[] {
  const families = new Map<string, FamilyTrouble>();
  for (const part of parts) {
    const family = part.group || part.name;
    const tasks = new Map(benchWorkIn(part.work).map((w) => [w.id, w.task]));
    let misfits = 0,
      filedS = 0;
    for (const r of recordsOf(records, part.id)) {
      const task = tasks.get(r.stepKey.split("/")[1]);
      if (task === "dry-fit" && (r.result === "partly" || r.result === "failed")) misfits++;
      if (task === "file" && r.finishedAt !== null) filedS += takenS(r) ?? 0;
    }
    if (misfits === 0 && filedS === 0) continue;
    const own = families.get(family) ?? { family, partIds: [], misfits: 0, filedMin: 0 };
    families.set(family, {
      family,
      partIds: [...own.partIds, part.id],
      misfits: own.misfits + misfits,
      filedMin: own.filedMin + filedS / 60,
    });
  }
  return [...families.values()];
}

/** What the log and the room say of a printer, for whoever looks for a fault. */
export function faultEvidence(
  printer: Printer,
  { supplies, habits }: Pick<Project, "supplies" | "habits">,
  log: readonly LogEntry[],
  now: number,
): FaultEvidence {
  const own = log.filter((e) => e.print.printerId === printer.id && e.endedAt !== null);
  const failures: Record<string, number> = {};
  const observed: Record<string, number> = {};
  for (const e of own) {
    if (e.cause) failures[e.cause] = (failures[e.cause] ?? 0) + 1;
    for (const o of e.print.observed) observed[o] = (observed[o] ?? 0) + 1;
  }
  const layers = own.flatMap((e) => (e.print.failure?.layer ? [e.print.failure.layer] : [])).sort((a, b) => a - b);
  const loaded = loadedOn(printer, supplies);
  const bath = supplies.find((s) => s.kind === "bath");
  return {
    process: printer.process,
    failures,
    observed,
    prints: own.length,
    airC: habits.air.airC,
    rh: habits.air.rh,
    openDays: loaded?.since ? Math.floor((now - loaded.since) / 86_400_000) : null,
    bathPlates: bath && printer.process === "resin" ? bathAge(bath, log, now).plates : null,
    exposureS: printer.process === "resin" ? printer.exposureS : null,
    bottomExposureS: printer.process === "resin" ? printer.bottomExposureS : null,
    outerWallMmS: printer.process === "fdm" ? printer.speedMmS.outerWall : null,
    layerMm: printer.layerMm,
    // Two failures within three layers of each other are no accident.
    sameLayer: layers.some((l, i) => i > 0 && l - layers[i - 1] <= 3),
  };
}
