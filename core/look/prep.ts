/**
 * Before the night, and the morning after: the few lines that apply to what is really queued, most weighty first. More on request; never in
 * the way of starting a print.
 */
import { bathAge, type Job, type LogEntry, type Queue } from "../plan";
import { RESIN_WARM_C } from "../print";
import { isLaidBy, type Project } from "../project";
import { formatDuration } from "../units";

export interface PrepLine {
  text: string;
  /** Why it applies now. */
  why: string;
  weight: number;
}

/** Days after which filament that was left open prints badly. Common practice, no source; damp rooms are quicker. */
const DAMP_DAYS = 30;
const DAMP_RH = 55;
const LONG_S = 6 * 3600;
/** Lines that are shown before more is asked for. */
const FIRST = 4;

const DAY = 86_400_000;

/** What is to be started before the next morning, by printer. */
const nextJobs = (queue: Queue, now: number): { lane: Queue["lanes"][number]; job: Job }[] =>
  queue.lanes.flatMap((lane) => {
    const job = lane.jobs.find((j) => j.kind === "planned" && j.machine !== null && j.machine.from < now + DAY);
    return job ? [{ lane, job }] : [];
  });

/** @returns lines of which the first four are shown */
export function beforeTheNight(project: Project, queue: Queue, log: readonly LogEntry[], now: number): PrepLine[] {
  const { habits, supplies } = project;
  const out: PrepLine[] = [];
  for (const { lane, job } of nextJobs(queue, now)) {
    const { printer, loaded } = lane;
    const long = job.step.machineS >= LONG_S;
    if (printer.process === "fdm") {
      const own = log.filter((e) => e.print.printerId === printer.id);
      const lifted = own.filter((e) => e.cause === "corner-lift" || e.cause === "no-start" || e.print.observed.includes("curled")).length;
      out.push({
        text: `${printer.name}: wipe ${printer.surface ? `the ${printer.surface}` : "the bed"} clean, level it warm with a card at the four corners.`,
        why: lifted > 0 ? `${lifted} of its ${own.length} prints lifted or did not hold.` : "The first layer decides the print.",
        weight: 3 + lifted + (long ? 1 : 0),
      });
      const days = loaded?.since ? Math.floor((now - loaded.since) / DAY) : null;
      if (habits.air.rh >= DAMP_RH || (days !== null && days > DAMP_DAYS))
        out.push({
          text: `Dry ${loaded?.name ?? "the filament"} before ${job.name}${supplies.some((s) => s.kind === "tool" && s.what === "dryer") ? "" : ", or print a little hotter"}.`,
          why:
            days !== null && days > DAMP_DAYS ? `The spool has been open for ${days} days.` : `The room is at ${habits.air.rh} % humidity.`,
          weight: long ? 5 : 2,
        });
    } else {
      const cold = habits.air.airC < RESIN_WARM_C && !printer.heatedVat;
      out.push({
        text: cold
          ? `Warm vat and bottle to ${RESIN_WARM_C} °C, then shake ${loaded?.name ?? "the resin"}.`
          : `Shake ${loaded?.name ?? "the resin"} and stir the vat; check for cured scraps.`,
        why: cold
          ? `The room is at ${habits.air.airC} °C. Cold resin is thick and prints come off the plate.`
          : "Pigment settles, and scraps damage the screen.",
        weight: cold ? 9 : 4,
      });
    }
    if (job.leftAfter !== null && job.leftAfter < 0)
      out.push({
        text: job.warnings[0] ?? `Change the material on ${printer.name} first.`,
        why: "It would run out partway through.",
        weight: 10,
      });
  }
  const sprays = project.parts.some((p) => isLaidBy("spray", p, project));
  if (sprays && queue.lanes.some((l) => l.jobs.some((j) => j.kind === "running" || j.kind === "planned")))
    out.push({
      text: "Spray well away from the printers: mist settles on beds and screens.",
      why: "Spraying is planned while they run.",
      weight: 1,
    });
  return out.sort((a, b) => b.weight - a.weight);
}

/** Wash and cure: times are starting values. Common practice, no source: the resin's own sheet says better. */
const WASH = { firstBathMin: 3, secondBathMin: 2, dryMin: 10, cureMin: 2 };

export function morningAfter(project: Project, queue: Queue, log: readonly LogEntry[], now: number): PrepLine[] {
  const out: PrepLine[] = [];
  for (const { printer, jobs } of queue.lanes)
    for (const job of jobs) {
      const over = job.kind === "ended" || (job.kind === "running" && job.machine !== null && job.machine.to < now + DAY / 2);
      if (!over) continue;
      if (printer.process === "resin") {
        const baths = project.supplies.filter((s) => s.kind === "bath");
        const age = baths.map((b) => `${b.name}: ${bathAge(b, log, now).plates} plates washed`).join("; ");
        out.push({
          text: `${job.name}: first bath ${WASH.firstBathMin} min, second ${WASH.secondBathMin} min, blow dry, ${WASH.dryMin} min in the air, cure ${WASH.cureMin} min a side.`,
          why: age || "Uncured resin: gloves, no skin contact, fresh air; the resin's own sheet first.",
          weight: 5,
        });
      } else
        out.push({
          text: `${job.name}: let the bed cool, then flex ${printer.surface ? `the ${printer.surface}` : "it"} to release the print, then remove strings and brim.`,
          why: `It ${job.kind === "ended" ? "ended" : "ends"}${job.machine ? ` after ${formatDuration((job.machine.to - job.machine.from) / 1000)}` : ""}. A warm part bends.`,
          weight: 3,
        });
    }
  return out.sort((a, b) => b.weight - a.weight);
}

/** The lines that are shown at once. */
export const firstLines = (lines: readonly PrepLine[]): PrepLine[] => lines.slice(0, FIRST);
