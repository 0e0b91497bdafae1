/**
 * The learning curve along equal copies, unit form (Crawford 1944 [published]): the n-th takes a·n^log₂r, so that every doubling takes r
 * times as long a piece.
 */

/** What the n-th of equal copies takes. @param a the first @param r what is left at each doubling, 0 to 1 */
export const unitTime = (a: number, r: number, n: number): number => a * n ** Math.log2(r);

/** What the first n take together. */
export function totalTime(a: number, r: number, n: number): number {
  let sum = 0;
  for (let i = 1; i <= n; i++) sum += unitTime(a, r, i);
  return sum;
}

/** Handwork as a rule, and how sure that is: as a slope of the logarithms. Common practice, no source. */
const USUAL_R = 0.9;
const SLOPE_SD = 0.1;
/** Of one piece, as a standard deviation of the logarithm. */
const EACH_SD = 0.3;

export interface Curve {
  a: number;
  r: number;
  /** Pieces that it rests on. */
  n: number;
}

/**
 * Least squares of the logarithms, with the usual slope as a weak prior: few points change it little.
 * @param points which of the copies, from 1, and what it took; at least one
 * @returns null where there is nothing to go by
 */
export function fitCurve(points: readonly { nth: number; s: number }[]): Curve | null {
  const known = points.filter((p) => p.nth >= 1 && p.s > 0).map((p) => ({ x: Math.log(p.nth), y: Math.log(p.s) }));
  if (known.length === 0) return null;
  const mean = (of: (p: { x: number; y: number }) => number): number => known.reduce((sum, p) => sum + of(p), 0) / known.length;
  const [mx, my] = [mean((p) => p.x), mean((p) => p.y)];
  const xx = known.reduce((sum, p) => sum + (p.x - mx) ** 2, 0);
  const xy = known.reduce((sum, p) => sum + (p.x - mx) * (p.y - my), 0);
  const prior = (EACH_SD / SLOPE_SD) ** 2;
  const slope = (xy + prior * Math.log2(USUAL_R)) / (xx + prior);
  // Nobody gets slower by doing it again: what looks so is chance.
  const held = Math.min(0, slope);
  return { a: Math.exp(my - held * mx), r: 2 ** held, n: known.length };
}
