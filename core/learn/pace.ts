/**
 * Own minutes: what work really takes, beside what the tables say. The logarithm of taken over planned is what all work of one person
 * shares, what a kind of work adds, and chance. Both are shrunk towards nothing by how much is known (empirical Bayes, James and Stein 1961
 * [published]): weight n·τ²/(n·τ² + σ²). Spreads are common practice, no source.
 */

/** Work that was timed. */
export interface Timed {
  /** What kind of work with which tool. */
  key: string;
  /** By the tables, without what was learned, s. */
  tableS: number;
  takenS: number;
}

/** What a kind of work takes, as a multiple of the tables. */
export interface Learned {
  factor: number;
  /** Spread of the factor as a standard deviation of its logarithm. */
  sd: number;
  /** Records that it rests on. */
  n: number;
}

export interface Pace {
  /** What all work shares. */
  all: Learned;
  of: Readonly<Record<string, Learned>>;
}

/** Standard deviations of the logarithm: of one person's pace, of a kind beside it, of one piece of work. */
const PRIOR = { all: 0.3, kind: 0.25, each: 0.35 };
/** One record counts no more than this multiple either way: a telephone call is no pace. */
const MOST_RATIO = 4;
/** From so many records a kind is learned; from so many in all what they share. */
const LEAST_OF_KIND = 3;
const LEAST_OF_ALL = 5;

export const NO_PACE: Pace = { all: { factor: 1, sd: PRIOR.all, n: 0 }, of: {} };

const clipped = (r: number): number => Math.max(-Math.log(MOST_RATIO), Math.min(Math.log(MOST_RATIO), r));

/** @param timed in any order; the same records give the same pace */
export function paceOf(timed: readonly Timed[]): Pace {
  const kinds = new Map<string, number[]>();
  let n = 0;
  for (const { key, tableS, takenS } of timed) {
    if (!(tableS > 0) || !(takenS > 0)) continue;
    const list = kinds.get(key) ?? [];
    kinds.set(key, list);
    list.push(clipped(Math.log(takenS / tableS)));
    n++;
  }
  if (n < LEAST_OF_ALL) return NO_PACE;
  const means = [...kinds].map(([key, list]) => ({ key, n: list.length, mean: list.reduce((a, b) => a + b, 0) / list.length }));
  // A kind's mean tells of what all share as well as it is known itself.
  const weights = means.map((k) => 1 / (PRIOR.kind ** 2 + PRIOR.each ** 2 / k.n));
  const precision = 1 / PRIOR.all ** 2 + weights.reduce((a, b) => a + b, 0);
  const all = means.reduce((sum, k, i) => sum + weights[i] * k.mean, 0) / precision;
  const of: Record<string, Learned> = {};
  for (const k of means) {
    if (k.n < LEAST_OF_KIND) continue;
    const weight = (k.n * PRIOR.kind ** 2) / (k.n * PRIOR.kind ** 2 + PRIOR.each ** 2);
    const sd = Math.sqrt(PRIOR.kind ** 2 * (1 - weight) + (1 - weight) ** 2 / precision);
    of[k.key] = { factor: Math.exp(all + weight * (k.mean - all)), sd, n: k.n };
  }
  return { all: { factor: Math.exp(all), sd: Math.sqrt(1 / precision), n }, of };
}

/** What the tables are multiplied by for a kind of work: its own, or what all work shares. */
export const learnedFor = ({ all, of }: Pace, key: string): Learned => (Object.hasOwn(of, key) ? of[key] : all);
