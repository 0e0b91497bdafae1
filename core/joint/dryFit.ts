/**
 * What dry fits teach: how much too tight or too loose joints of a printer come out, shared by all its parts (the bias), and how much they
 * differ (the spread). Design faults and sloppy cleaning say nothing of the printer. The bias is a mean shrunk towards none by the normal
 * model (precision weighting, exact for normal errors).
 */
import type { DryFit } from "./joint";

export interface FitLesson {
  /** More room that a joint wants, a side, mm; negative for less. */
  biasMm: number;
  /** Between what it lies with 90 %. */
  low: number;
  high: number;
  /** Standard deviation of the bias, mm: how sure it is. */
  biasSpreadMm: number;
  /** Standard deviation among them, mm. */
  spreadMm: number;
  fits: number;
}

/** Before anything was fitted, joints are off by about this, and differ by that, mm. Common practice, no source. */
const PRIOR_MM = 0.1;
const SPREAD_MM = 0.08;
const Z90 = 1.6449;

/** Too tight counts as positive: what was filed off both faces is twice what a side wanted. */
const wantedMm = ({ verdict, amountMm }: DryFit): number => (verdict === "fits" ? 0 : verdict === "fill" ? -amountMm / 2 : amountMm / 2);

export function fitLesson(fits: readonly DryFit[]): FitLesson {
  const told = fits.filter((f) => f.cause === "print" || f.verdict === "fits").map(wantedMm);
  const n = told.length;
  const mean = n > 0 ? told.reduce((a, b) => a + b, 0) / n : 0;
  // Two degrees of freedom of what is usual are mixed in, so that two fits that agree by chance do not look exact.
  const spreadMm = Math.sqrt((told.reduce((s, x) => s + (x - mean) ** 2, 0) + 2 * SPREAD_MM ** 2) / (Math.max(0, n - 1) + 2));
  const weight = 1 / PRIOR_MM ** 2 + n / spreadMm ** 2;
  const biasMm = ((n / spreadMm ** 2) * mean) / weight;
  const sd = Math.sqrt(1 / weight);
  return { biasMm, low: biasMm - Z90 * sd, high: biasMm + Z90 * sd, biasSpreadMm: sd, spreadMm, fits: n };
}
