/** Too much for the date: what leaving things out buys, in days, by trying every set of what may be left out. */
import { searched } from "./search";
import type { Shop, ShopStep } from "./shop";

export interface Cut {
  /** Places in the list of what may be left out. */
  drop: number[];
  finish: number;
  handsSavedMs: number;
}

export interface CutOptions {
  /** Sets of so many are looked at; of more, those that save the most hands. */
  most?: number;
  /** Schedules for each set. */
  looks?: number;
  /** The day of a moment; by UTC where not said. */
  dayOf?: (ms: number) => number;
  /** A list to begin each search with. */
  begin?: readonly number[];
}

/** The shop without some steps: what followed them follows what they followed. */
function without(shop: Shop, drop: ReadonlySet<number>): { shop: Shop; kept: number[] } {
  const kept = shop.steps.map((_, i) => i).filter((i) => !drop.has(i));
  const at = new Map(kept.map((i, n) => [i, n]));
  const followed = (i: number, seen: ReadonlySet<number> = new Set()): number[] =>
    shop.steps[i].after.flatMap((a) => (!drop.has(a) ? [at.get(a)!] : seen.has(a) ? [] : followed(a, new Set([...seen, a]))));
  return { kept, shop: { ...shop, steps: kept.map((i): ShopStep => ({ ...shop.steps[i], after: [...new Set(followed(i))] })) } };
}

/**
 * Every set of things that is left out, with the finish that it allows: of those sets that finish earlier by a day or more than all smaller
 * parts of them, or that keep the date where no part of them does. Many things save hours and buy no day: they are in none.
 * @param optional the steps of each thing that may be left out, by their places
 * @param deadline the date to keep, ms; null for none
 * @returns the finish with all of it, and the smallest sets first, of one size the earliest finish first; yields the share that is done
 */
export function* cutRuns(
  shop: Shop,
  optional: readonly (readonly number[])[],
  deadline: number | null,
  { most = 10, looks = 150, dayOf = (ms) => Math.floor(ms / 86_400_000), begin }: CutOptions = {},
): Generator<number, { whole: number; cuts: Cut[] }> {
  const handsMs = (k: number): number => optional[k].reduce((sum, i) => sum + shop.steps[i].durMs, 0);
  const asked = optional
    .map((_, k) => k)
    .sort((a, b) => handsMs(b) - handsMs(a) || a - b)
    .slice(0, most);
  const sets = 1 << asked.length;
  const finishes: number[] = [];
  for (let set = 0; set < sets; set++) {
    const drop = new Set(asked.flatMap((k, bit) => (set & (1 << bit) ? optional[k] : [])));
    const { shop: left, kept } = without(shop, drop);
    const at = new Map(kept.map((i, n) => [i, n]));
    let finish = searched(left, { most: looks, ...(begin && { begin: begin.flatMap((i) => at.get(i) ?? []) }) }).finish;
    // A plan for more of it, with steps left out, is a plan for less: no search may say that leaving out costs time.
    for (let bit = 0; bit < asked.length; bit++) if (set & (1 << bit)) finish = Math.min(finish, finishes[set & ~(1 << bit)]);
    finishes.push(finish);
    yield (set + 1) / sets;
  }
  const keeps = (ms: number): boolean => deadline !== null && ms <= deadline;
  const out: Cut[] = [];
  for (let set = 1; set < sets; set++) {
    const finish = finishes[set];
    let worth = true;
    // Against every set that lacks one of its steps, and by that against all smaller parts.
    for (let part = (set - 1) & set; worth; part = (part - 1) & set) {
      const less = finishes[part];
      if (!(dayOf(finish) < dayOf(less) || (keeps(finish) && !keeps(less)))) worth = false;
      if (part === 0) break;
    }
    if (!worth) continue;
    const drop = asked.filter((_, bit) => set & (1 << bit)).sort((a, b) => a - b);
    out.push({ drop, finish, handsSavedMs: drop.reduce((sum, k) => sum + handsMs(k), 0) });
  }
  out.sort((a, b) => a.drop.length - b.drop.length || a.finish - b.finish || a.handsSavedMs - b.handsSavedMs);
  return { whole: finishes[0], cuts: out };
}

/** Runs it to the end. */
export function cutsOf(shop: Shop, optional: readonly (readonly number[])[], deadline: number | null, options: CutOptions = {}): Cut[] {
  const going = cutRuns(shop, optional, deadline, options);
  for (;;) {
    const step = going.next();
    if (step.done) return step.value.cuts;
  }
}
