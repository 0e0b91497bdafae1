/**
 * How often prints fail, by printer and material, from a log that says when. Starts: Beta prior over failed and passed starts [published:
 * conjugate prior of the binomial]. Later failures: Gamma prior over failures and hours run [published: Gamma–Poisson]. The priors are
 * weak and common practice; ten prints of one's own outweigh them.
 */
import type { Process } from "../../scale";
import type { Hazard } from "./restarts";

/** One run as far as risk asks. */
export interface Run {
  printerId: string;
  /** Family of spool or bottle: what is known of one says little of another. */
  material: string;
  hours: number;
  failed: "at the start" | "later" | null;
  /** Failures that say nothing of printer and material: the power went, somebody stopped it, the spool was empty. */
  outside: boolean;
  test: boolean;
}

/** Before anything is known: one start in twenty, one later failure in fifty hours of filament, in twenty of resin. */
const PRIOR: Record<Process, { failedStarts: number; starts: number; failures: number; hours: number }> = {
  fdm: { failedStarts: 0.5, starts: 10, failures: 1, hours: 50 },
  resin: { failedStarts: 0.5, starts: 10, failures: 1, hours: 20 },
};

export interface LearnedHazard extends Hazard {
  /** Beta: failed and passed starts, prior included. */
  beta: { failed: number; passed: number };
  /** Gamma: failures and hours, prior included. */
  gamma: { failures: number; hours: number };
  runs: number;
  hoursRun: number;
  failures: number;
  failedStarts: number;
}

/** What runs of this printer with this material say; of all materials where it is null. */
export function hazardOf(process: Process, runs: readonly Run[], printerId: string, material: string | null): LearnedHazard {
  const own = runs.filter((r) => r.printerId === printerId && (material === null || r.material === material));
  const counted = own.filter((r) => !r.outside);
  const failedStarts = counted.filter((r) => r.failed === "at the start").length;
  // What was stopped from outside ran well as long as it ran.
  const passed = own.length - failedStarts;
  const failures = counted.filter((r) => r.failed === "later").length;
  const hoursRun = own.filter((r) => r.failed !== "at the start").reduce((n, r) => n + r.hours, 0);
  const prior = PRIOR[process];
  const beta = { failed: prior.failedStarts + failedStarts, passed: prior.starts - prior.failedStarts + passed };
  const gamma = { failures: prior.failures + failures, hours: prior.hours + hoursRun };
  return {
    start: beta.failed / (beta.failed + beta.passed),
    perHour: gamma.failures / gamma.hours,
    beta,
    gamma,
    runs: own.length,
    hoursRun,
    failures,
    failedStarts,
  };
}

/** Chance that a job of so many hours goes well, the rate itself being uncertain: (b / (b + T))^a of a Gamma(a, b) [published: Lomax]. */
export const predictedGood = ({ beta, gamma }: LearnedHazard, hours: number): number =>
  (beta.passed / (beta.failed + beta.passed)) * (gamma.hours / (gamma.hours + hours)) ** gamma.failures;

/** Hours until a start that does not hold is seen. Common practice, no source. */
const LOST_AT_START_H = 0.25;

/**
 * Expected hours with restarts, the rate being Gamma distributed: b/(a−1)·((b/(b−T))^{a−1} − 1), and beside it the starts that fail. Null
 * where the log is so short for a job so long that the expectation has no bound.
 */
export function predictedHours({ start, gamma: { failures: a, hours: b } }: LearnedHazard, hours: number): number | null {
  if (hours >= b) return null;
  const run = Math.abs(a - 1) < 1e-9 ? b * Math.log(b / (b - hours)) : (b / (a - 1)) * ((b / (b - hours)) ** (a - 1) - 1);
  // Runs that pass their start are needed (b/(b−T))^a times on average.
  const runs = (b / (b - hours)) ** a;
  return run + (runs / (1 - start) - runs) * LOST_AT_START_H;
}

/** A range of a Gamma(a, b) that holds so much of it, by Wilson and Hilferty's cube root [published 1931]: good to a few hundredths from a = 1 up. */
export function rateRange({ failures: a, hours: b }: LearnedHazard["gamma"], share = 0.8): { low: number; high: number } {
  const z = normalQuantile((1 + share) / 2);
  const at = (sign: number): number => (a / b) * Math.max(0, 1 - 1 / (9 * a) + sign * z * Math.sqrt(1 / (9 * a))) ** 3;
  return { low: at(-1), high: at(1) };
}

/** Quantile of the standard normal (Abramowitz & Stegun 26.2.23, within 4.5e-4). */
function normalQuantile(p: number): number {
  const q = p > 0.5 ? 1 - p : p;
  const t = Math.sqrt(-2 * Math.log(q));
  const x = t - (2.515517 + 0.802853 * t + 0.010328 * t * t) / (1 + 1.432788 * t + 0.189269 * t * t + 0.001308 * t ** 3);
  return p > 0.5 ? x : -x;
}
