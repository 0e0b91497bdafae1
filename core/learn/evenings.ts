/**
 * Own evenings: of those that are planned some fall out. The share that happens is Beta(9 + k, 1 + n − k) after k of n happened: nine in ten
 * where nothing is known, as if that had been seen of ten; how many must be planned for so many real ones is negative binomial under that
 * beta [published: conjugate prior of the binomial; Johnson, Kemp and Kotz on the beta negative binomial].
 */

export interface EveningsSeen {
  planned: number;
  happened: number;
}

const BEFORE = { happened: 9, missed: 1 };

/** The beta distribution of the share that happens. */
export const shareOfEvenings = ({ planned, happened }: EveningsSeen): { alpha: number; beta: number; mean: number } => {
  const alpha = BEFORE.happened + happened,
    beta = BEFORE.missed + Math.max(0, planned - happened);
  return { alpha, beta, mean: alpha / (alpha + beta) };
};

/**
 * How many evenings must be planned so that at least `wanted` of them happen with this chance.
 * @param chance below 1
 */
export function eveningsToPlan(seen: EveningsSeen, wanted: number, chance: number): number {
  if (wanted <= 0) return 0;
  const { alpha, beta } = shareOfEvenings(seen);
  // Of m missed before the wanted-th happens: P(m) = C(m + r − 1, m) · B(α + r, β + m) / B(α, β), each from the one before.
  let p = 1;
  for (let i = 0; i < wanted; i++) p *= (alpha + i) / (alpha + beta + i);
  let sum = p;
  let missed = 0;
  while (sum < chance && missed < MOST_MISSED) {
    p *= ((missed + wanted) / (missed + 1)) * ((beta + missed) / (alpha + beta + wanted + missed));
    missed++;
    sum += p;
  }
  return wanted + missed;
}

const MOST_MISSED = 100_000;
