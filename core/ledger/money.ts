/**
 * What was paid, and where it went: the receipts of each thing are shared out over what became of it, to the last cent, so that shown parts
 * always add up to the shown total. Currencies are kept apart.
 */
import type { Money } from "../units";
import { bookOfItem } from "./book";
import type { StockLine } from "./line";
import { sharesOf } from "./shares";

/** Of a price for the whole, what this much of it cost. */
export const partOfPrice = (price: Money | null | undefined, whole: number | null | undefined, amount: number): Money | null =>
  price ? { minor: Math.round(whole && whole > 0 ? (price.minor * amount) / whole : price.minor), currency: price.currency } : null;

/** What became of money: used well, in failed work, for trials, thrown away, missing, still on the shelf. */
export const FATES = {
  good: "good work",
  failed: "failed work",
  trial: "trials",
  thrown: "thrown away",
  unexplained: "unexplained",
  left: "still on the shelf",
} as const;
export type Fate = keyof typeof FATES;

/** A thing of the ledger, and its lines. */
export interface Entered {
  itemId: string;
  opening: number;
  /** What the opening cost; null where nobody said. */
  openingPrice: Money | null;
  lines: readonly StockLine[];
}

/** Money of one thing with one fate, and for what: a scene, a part, a plate, where a line says so. */
export interface Spent {
  itemId: string;
  currency: string;
  minor: number;
  fate: Fate;
  /** The line that used it; null for what no line used. */
  line: StockLine | null;
}

/** Where the receipts of one thing went: adds up to them in each currency. */
export function spentOn({ itemId, opening, openingPrice, lines }: Entered): Spent[] {
  const receipts = new Map<string, number>();
  const paid = (price: Money | null | undefined): void => {
    if (price) receipts.set(price.currency, (receipts.get(price.currency) ?? 0) + price.minor);
  };
  paid(openingPrice);
  for (const l of lines) if (l.kind === "bought") paid(l.price);
  if (receipts.size === 0) return [];
  const book = bookOfItem(opening, lines);
  const used = lines.filter((l) => l.kind === "took" || l.kind === "thrown").sort((a, b) => a.at - b.at || (a.id < b.id ? -1 : 1));
  const weights = [
    ...used.map((line) => ({ fate: line.kind === "thrown" ? ("thrown" as const) : (line.outcome ?? "good"), line, amount: line.amount })),
    // What a count found beyond the receipts makes every unit cheaper, and is no part of its own.
    { fate: "unexplained" as const, line: null, amount: Math.max(0, book.unexplained) },
    { fate: "left" as const, line: null, amount: book.level },
  ];
  // Paid for and never more than nothing there: all of it is unexplained.
  const none = weights.every((w) => w.amount <= 0);
  return [...receipts].flatMap(([currency, total]) => {
    const shares = sharesOf(
      total,
      weights.map((w) => (none && w.fate === "unexplained" ? 1 : w.amount)),
    );
    return weights.flatMap(({ fate, line }, i): Spent[] => (shares[i] > 0 ? [{ itemId, currency, minor: shares[i], fate, line }] : []));
  });
}

/** Sums by a name that each piece of money has, largest first; null leaves it out. */
export function summed(spent: readonly Spent[], by: (s: Spent) => string | null): { name: string; minor: number }[] {
  const sums = new Map<string, number>();
  for (const s of spent) {
    const name = by(s);
    if (name !== null) sums.set(name, (sums.get(name) ?? 0) + s.minor);
  }
  return [...sums].map(([name, minor]) => ({ name, minor })).sort((a, b) => b.minor - a.minor || (a.name < b.name ? -1 : 1));
}

/**
 * What an hour of an own machine costs, in major units: its price less what it will still bring, over its life; power; parts that wear,
 * each over its own life.
 */
export function machineHour(of: {
  price: number;
  residual: number;
  lifeH: number;
  kW: number;
  perKWh: number;
  parts: readonly { price: number; lifeH: number }[];
}): number {
  const { price, residual, lifeH, kW, perKWh, parts } = of;
  return (price - residual) / lifeH + kW * perKWh + parts.reduce((sum, p) => sum + p.price / p.lifeH, 0);
}
