/** From what is seen on a coat to what it may be: causes ranked by the table, moved by what the stack, the clock and the air say. */
import { cluesOf, type Clue, type WentWrong } from "./clues";
import { CAUSES, type CauseRow, type PlaceSeen, type TimeSeen, type Trouble } from "./table";

/**
 * A clue that holds makes a cause so much likelier, further ones less and less: they often say the same. One without which it can hardly be,
 * and is missing, makes it so much less likely. Common practice, no source.
 */
const CLUE = 2.5;
const WITHOUT = 0.08;
/** The same for the place and the time that were seen, where the cause has its own. Common practice, no source. */
const SEEN = { fits: 2.2, not: 0.2 };

export interface Likely {
  row: CauseRow;
  /** Of all causes of this trouble, 0 to 1. */
  share: number;
  /** What speaks for it, in words. */
  because: string[];
}

export interface Seen {
  trouble: Trouble;
  where: PlaceSeen | null;
  when: TimeSeen | null;
}

const fits = <T>(own: readonly T[] | undefined, seen: T | null): number =>
  own === undefined || seen === null ? 1 : own.includes(seen) ? SEEN.fits : SEEN.not;

/** @param at null where nothing is known of the coat @returns the causes of that trouble, the likeliest first; their shares are one in all */
export function rescueOf(seen: Seen, at: WentWrong | null): Likely[] {
  const clues = at ? cluesOf(at) : new Map<Clue, string>();
  const weighed = CAUSES.filter((c) => c.trouble === seen.trouble).map((row) => {
    const held = row.clues.filter((c) => clues.has(c));
    const missing = at !== null && row.needs !== undefined && !row.needs.some((c) => clues.has(c));
    const weight =
      row.of100 * CLUE ** Math.sqrt(held.length) * (missing ? WITHOUT : 1) * fits(row.where, seen.where) * fits(row.when, seen.when);
    return { row, weight, because: held.map((c: Clue) => clues.get(c)!) };
  });
  const all = weighed.reduce((sum, w) => sum + w.weight, 0);
  return weighed.map(({ row, weight, because }) => ({ row, share: weight / all, because })).sort((a, b) => b.share - a.share);
}

/** Said beside a step before it is done, by how it is laid: what to do where it becomes too much. Common practice, no source. */
const RECOVERY: Partial<Record<WentWrong["layer"]["method"], string>> = {
  wash: "Lift it with a damp brush or a paper towel while it is wet.",
  "line in": "Take what is beside the line off with a brush and a little thinner.",
  "streak and wipe": "Draw it down with a clean brush and thinner; enamel and oil stay open for an hour.",
  "dry brush": "Tap the base over it with a sponge.",
  sponge: "Tap the base over it before it is dry.",
  stipple: "Tap the tone below over it.",
  dust: "Brush it off while it is dry, or a light spray of the base.",
  flick: "Lift the large ones with a damp brush at once.",
  spray: "Runs: leave them, sand them when they are hard, and spray light.",
  airbrush: "Too much on one side: a light pass of the base from the other.",
  "from above": "A light pass of the tone below, from below.",
  pour: "Draw it off with the corner of a tissue before it sets.",
};
export const recoveryOf = (method: WentWrong["layer"]["method"]): string | null => RECOVERY[method] ?? null;
