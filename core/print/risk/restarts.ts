/**
 * What failures cost in hours. A print may fail at its start (the first layer does not hold) and at any time later, at a rate an hour; a
 * failure that is seen at once is begun again at once, one in the night when somebody is up. [published: renewal argument; for a constant
 * rate λ a job of T hours that is begun again takes (e^{λT} − 1)/λ.]
 */

import { formatDuration } from "../../units";
import { OWN_HOUR } from "../handsOn";

/** Chance of failing at the start, and rate an hour after it. */
export interface Hazard {
  start: number;
  perHour: number;
}

/**
 * Expected hours until a job of `hours` has gone well, begun again from nothing whenever it fails.
 * @param lostAtStart hours that a failed start takes until it is seen
 * @param again hours of clearing up before it is begun again
 */
export function expectedHours({ start, perHour }: Hazard, hours: number, { lostAtStart = 0.25, again = 0 } = {}): number {
  // The running part alone: (e^{λT} − 1)/λ, which is T where nothing ever fails.
  // A rate that is nothing beside the job would only lose its digits.
  const run = perHour * hours > 1e-12 ? Math.expm1(perHour * hours) / perHour : hours;
  // Runs that pass the start are needed e^{λT} times on average, each after 1/(1 − s) tries; every failed try is cleared up.
  const runs = Math.exp(perHour * hours);
  const starts = runs / (1 - start);
  return run + (starts - runs) * lostAtStart + (starts - 1) * again;
}

/** What a job is worth splitting into. */
export interface SplitVerdict {
  wholeH: number;
  /** Of the pieces together, with their starts. */
  splitH: number;
  /** The person's minutes that the seam costs. */
  seamMin: number;
  split: boolean;
  sentence: string;
}

/**
 * Is a long job better printed in so many pieces? Failures at the start make splitting useless: each piece has a start of its own. A rate
 * an hour makes it pay, if the pieces are long and the seam is short work.
 */
export function splitVerdict(hazard: Hazard, hours: number, pieces: number, seamMin: number, startH: number): SplitVerdict {
  const wholeH = expectedHours(hazard, hours);
  const splitH = pieces * expectedHours(hazard, (hours - startH) / pieces + startH);
  const saved = wholeH - splitH - (OWN_HOUR * seamMin) / 60;
  const split = saved > 0;
  const n = (h: number): string => formatDuration(Math.round(h * 60) * 60);
  const seam = `${formatDuration(Math.round(seamMin) * 60)} of your time at the seam`;
  return {
    wholeH,
    splitH,
    seamMin,
    split,
    sentence: split
      ? `Print it in ${pieces} pieces: ${n(splitH)} with failures against ${n(wholeH)} whole, and ${seam}.`
      : splitH < wholeH
        ? `Print it whole: ${pieces} pieces would save ${n(wholeH - splitH)} of machine time but cost ${seam}.`
        : `Print it whole: ${pieces} pieces would fail at the start more often, ${n(splitH)} against ${n(wholeH)}, and cost ${seam}.`,
  };
}
