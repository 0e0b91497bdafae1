/**
 * The book of one thing: levels are sums over lines, never stored. Level = opening + bought − used − thrown away, and what a count
 * corrected. The same lines in any order give the same book: they are gone through by their time.
 */
import type { LineKind, Outcome, StockLine } from "./line";

export interface ItemBook {
  /** What was there before the first line, and what came since. */
  came: number;
  used: Record<Outcome, number>;
  thrown: number;
  /** What counts found missing, less what they found too much. What was used beyond what was there counts as found. */
  unexplained: number;
  /** How much more was used than was known to be there. */
  overdrawn: number;
  level: number;
}

type Counted = Pick<StockLine, "kind" | "amount" | "at" | "outcome">;

/** Of one moment: what came is there before it is used, and a count sees what is left. */
const TURN: Record<LineKind, number> = { bought: 0, took: 1, thrown: 2, corrected: 3, counted: 4 };

/** Lines by their time, those of one moment as they make sense: the same whatever order they came in. */
export const inTurn = <L extends Pick<StockLine, "kind" | "at">>(lines: readonly L[]): L[] =>
  [...lines].sort((a, b) => a.at - b.at || TURN[a.kind] - TURN[b.kind]);

/** Sums of many small amounts carry no dust of the binary fractions. */
const clean = (x: number): number => Math.round(x * 1e6) / 1e6;

/**
 * @param opening what was there before the first line, in the unit of the thing
 * @param lines in any order
 * @returns came = good + failed + trial + thrown + unexplained + level, to the millionth of a unit
 */
export function bookOfItem(opening: number, lines: readonly Counted[]): ItemBook {
  const book: ItemBook = { came: opening, used: { good: 0, failed: 0, trial: 0 }, thrown: 0, unexplained: 0, overdrawn: 0, level: opening };
  for (const { kind, amount, outcome = "good" } of inTurn(lines)) {
    if (kind === "bought") {
      book.came += amount;
      book.level += amount;
    } else if (kind === "counted") {
      book.unexplained += book.level - amount;
      book.level = amount;
    } else if (kind === "corrected") {
      book.unexplained -= amount;
      book.level += amount;
    } else {
      if (kind === "took") book.used[outcome] += amount;
      else book.thrown += amount;
      book.level -= amount;
    }
    // There was more in it than was known: nothing holds less than nothing.
    if (book.level < 0) {
      if (kind === "took" || kind === "thrown") book.overdrawn -= book.level;
      book.unexplained += book.level;
      book.level = 0;
    }
  }
  const { came, used, thrown, unexplained, overdrawn, level } = book;
  return {
    came: clean(came),
    used: { good: clean(used.good), failed: clean(used.failed), trial: clean(used.trial) },
    thrown: clean(thrown),
    unexplained: clean(unexplained),
    overdrawn: clean(overdrawn),
    level: clean(level),
  };
}

/** What is left of one thing of a workshop. @param lines of anything */
export const levelOf = (itemId: string, opening: number, lines: readonly StockLine[]): number =>
  bookOfItem(
    opening,
    lines.filter((l) => l.itemId === itemId),
  ).level;
