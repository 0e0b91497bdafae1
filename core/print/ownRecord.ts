/**
 * What one's own prints say of the model's hours: the ratio of taken to planned, as a range for eight prints in ten. The logarithm of the
 * ratio is taken as normal; its mean and spread are shrunk to the model's own range as if that had been seen in a few prints, so that
 * three of one's own move it a little and thirty a lot (conjugate normal prior [published], its weight common practice, no source).
 */

import type { PrintFacts } from "./facts";
import type { Printer } from "./printers";

/** The model's own range counts as so many prints. */
const PRIOR_PRINTS = 6;
/** Eight in ten of a normal distribution lie within so many standard deviations. */
const EIGHT_IN_TEN = 1.2816;

export interface OwnRange {
  /** The middle of what is to be expected, as a share of the model's. */
  value: number;
  low: number;
  high: number;
  prints: number;
}

/**
 * @param model the model's range around 1, such as 0.75 to 1.25
 * @param ratios taken ÷ planned of finished prints that went well
 */
export function ownRange(model: { low: number; high: number }, ratios: readonly number[]): OwnRange {
  const logs = ratios.filter((r) => r > 0 && Number.isFinite(r)).map(Math.log);
  if (logs.length === 0) return { value: 1, ...model, prints: 0 };
  const weight = PRIOR_PRINTS + logs.length;
  const spread0 = (Math.log(model.high) - Math.log(model.low)) / 2 / EIGHT_IN_TEN;
  const mean = logs.reduce((a, b) => a + b, 0) / weight;
  const variance = (PRIOR_PRINTS * (spread0 ** 2 + mean ** 2) + logs.reduce((a, l) => a + (l - mean) ** 2, 0)) / weight;
  const reach = EIGHT_IN_TEN * Math.sqrt(variance);
  return { value: Math.exp(mean), low: Math.exp(mean - reach), high: Math.exp(mean + reach), prints: logs.length };
}

/** What the user's own figures make of the model's on this printer: factors of time and mass with their ranges. */
export function learnedOf(
  printer: Pick<Printer, "learned">,
  model: { time: { low: number; high: number }; mass: { low: number; high: number } },
): { time: OwnRange; mass: OwnRange } {
  const lessons = printer.learned ?? [];
  return {
    time: ownRange(
      model.time,
      lessons.map((l) => l.timeRatio),
    ),
    mass: ownRange(
      model.mass,
      lessons.flatMap((l) => (l.massRatio === null ? [] : [l.massRatio])),
    ),
  };
}

/** A range as a share of its value. */
export const shareOf = ({ value, low, high }: Record<"value" | "low" | "high", number>): { low: number; high: number } =>
  value > 0 ? { low: low / value, high: high / value } : { low: 1, high: 1 };

/** The factor by which the printer's lessons correct the model's time. */
export const learnedTime = (printer: Pick<Printer, "learned">, { one: { timeS, massG } }: PrintFacts): number =>
  learnedOf(printer, { time: shareOf(timeS), mass: shareOf(massG) }).time.value;
