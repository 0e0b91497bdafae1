/** Too much for the date: what leaving things out buys, in days, by trying every set of what may be left out. */
import { searched } from "./search";
import type { Shop, ShopStep } from "./shop";

export interface Cut {
  /** Places of the steps that are left out. */
  drop: number[];
  finish: number;
  handsSavedMs: number;
}

/** All sets of so many are looked at; of more, those that save the most hands. */
const MOST_OPTIONAL = 10;
const LOOKS = 150;

/** The shop without some steps: what followed them follows what they followed. */
function without(shop: Shop, drop: ReadonlySet<number>): { shop: Shop; kept: number[] } {
  const kept = shop.steps.map((_, i) => i).filter((i) => !drop.has(i));
  const at = new Map(kept.map((i, n) => [i, n]));
  const followed = (i: number, seen: ReadonlySet<number> = new Set()): number[] =>
    shop.steps[i].after.flatMap((a) => (!drop.has(a) ? [at.get(a)!] : seen.has(a) ? [] : followed(a, new Set([...seen, a]))));
  return { kept, shop: { ...shop, steps: kept.map((i): ShopStep => ({ ...shop.steps[i], after: [...new Set(followed(i))] })) } };
}

/**
 * Every set of optional steps that is left out, with the finish that it allows: of those sets that finish earlier by a day or more than all
 * smaller parts of them, or that keep the date where no part of them does. Many things save hours and buy no day: they are in none.
 * @param optional places of steps that may be left out
 * @param deadline the date to keep, ms; null for none
 * @returns the smallest sets first, of one size the earliest finish first
 */
export function cutsOf(shop: Shop, optional: readonly number[], deadline: number | null, dayMs = 86_400_000): Cut[] {
  const asked = [...optional].sort((a, b) => shop.steps[b].durMs - shop.steps[a].durMs).slice(0, MOST_OPTIONAL);
  const finishes = new Map<number, number>();
  for (let set = 0; set < 1 << asked.length; set++) {
    const drop = new Set(asked.filter((_, k) => set & (1 << k)));
    finishes.set(set, searched(without(shop, drop).shop, { most: LOOKS }).finish);
  }
  const dayOf = (ms: number): number => Math.floor(ms / dayMs);
  const keeps = (ms: number): boolean => deadline !== null && ms <= deadline;
  const out: Cut[] = [];
  for (let set = 1; set < 1 << asked.length; set++) {
    const finish = finishes.get(set)!;
    let worth = true;
    // Against every set that lacks one of its steps, and by that against all smaller parts.
    for (let part = (set - 1) & set; worth; part = (part - 1) & set) {
      const less = finishes.get(part)!;
      if (!(dayOf(finish) < dayOf(less) || (keeps(finish) && !keeps(less)))) worth = false;
      if (part === 0) break;
    }
    if (!worth) continue;
    const drop = asked.filter((_, k) => set & (1 << k)).sort((a, b) => a - b);
    out.push({ drop, finish, handsSavedMs: drop.reduce((sum, i) => sum + shop.steps[i].durMs, 0) });
  }
  return out.sort((a, b) => a.drop.length - b.drop.length || a.finish - b.finish || a.handsSavedMs - b.handsSavedMs);
}
