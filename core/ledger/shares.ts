/** Shares of a total that add up to it: the largest remainder method (Hamilton's) [published]. */

/**
 * Whole units of `total`, one share for each weight, in their order: each is its exact share rounded down, and what is left goes one by
 * one to the largest remainders, the earlier of two alike first.
 * @param total a whole number, at least 0
 * @param weights at least 0; where all are 0, nothing is given out
 */
export function sharesOf(total: number, weights: readonly number[]): number[] {
  const sum = weights.reduce((a, b) => a + b, 0);
  if (!(sum > 0)) return weights.map(() => 0);
  const exact = weights.map((w) => (total * w) / sum);
  const out = exact.map(Math.floor);
  let left = total - out.reduce((a, b) => a + b, 0);
  const byRemainder = exact.map((x, i) => ({ i, rest: x - Math.floor(x) })).sort((a, b) => b.rest - a.rest || a.i - b.i);
  for (const { i } of byRemainder) {
    if (left <= 0) break;
    out[i]++;
    left--;
  }
  return out;
}
