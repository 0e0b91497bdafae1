/**
 * Money of several currencies in one's own, by rates that somebody typed: each has its day, none is looked up, and what has no rate is named and
 * not counted. Receipts themselves stay in their own currency.
 */
import type { ExchangeRate, Habits } from "../project";

export interface Exchanged {
  currency: string;
  minor: number;
  /** Each sum that was taken over, in the order of the receipts. */
  from: { currency: string; minor: number; rate: ExchangeRate | null }[];
  /** Currencies without a rate. */
  missing: string[];
}

/** The rate of a currency to one's own; one that was typed while another was one's own says nothing. */
export const rateOf = (currency: string, { currency: own, rates = [] }: Pick<Habits, "currency" | "rates">): ExchangeRate | undefined =>
  rates.find((r) => r.from === currency && r.to === own);

/** @returns null where all of it is in one's own currency already */
export function inOwnCurrency(
  sums: readonly { currency: string; total: number }[],
  habits: Pick<Habits, "currency" | "rates">,
): Exchanged | null {
  if (sums.every((s) => s.currency === habits.currency)) return null;
  const from = sums.map(({ currency, total }) => ({
    currency,
    minor: total,
    rate: currency === habits.currency ? null : (rateOf(currency, habits) ?? null),
  }));
  const counted = from.filter((f) => f.currency === habits.currency || f.rate !== null);
  return {
    currency: habits.currency,
    // Each is rounded by itself, so that shown parts add up to the shown total.
    minor: counted.reduce((sum, f) => sum + Math.round(f.minor * (f.rate?.rate ?? 1)), 0),
    from,
    missing: from.filter((f) => !counted.includes(f)).map((f) => f.currency),
  };
}

/** The rates with one more, or another in its place; without it for null. */
export function withRate(rates: readonly ExchangeRate[] = [], rate: Omit<ExchangeRate, "rate"> & { rate: number | null }): ExchangeRate[] {
  const others = rates.filter((r) => r.from !== rate.from || r.to !== rate.to);
  return rate.rate === null ? others : [...others, { ...rate, rate: rate.rate }];
}
