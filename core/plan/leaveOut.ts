/** Ready too late: which things that may be left out buy how many days, of those that nothing else is built on. */
import { TZDate } from "@date-fns/tz";
import { chanceBy, type ChanceOf, type FinishChance } from "./chance";
import { MOST_STEPS, shopOf } from "./bestSchedule";
import { cutRuns } from "./search";
import type { Step } from "./steps";

/** Below this chance it is said. */
const LIKELY = 0.8;
/** Things that are tried in every set, and steps that are placed for all sets: it is there in a moment or two. */
const MOST_TRIED = 7,
  MOST_PLACED = 400_000;
const LOOKS = { least: 2, most: 60 };
const DAY_MS = 86_400_000;

export interface LeftOut {
  /** "Bone white, dry-brushed on 4 parts". */
  words: string;
  handsS: number;
  /** The steps that go with it. */
  keys: string[];
}

export interface CutChoice {
  drop: LeftOut[];
  /** The finish that it allows, ms, and by how many days that is sooner. */
  finish: number;
  days: number;
  /** The plan then keeps the date, if all goes well. */
  keeps: boolean;
}

export interface ShownCuts {
  /** So many days later than the date it is met eight times in ten; null where that cannot be told. */
  lateDays: number | null;
  choices: CutChoice[];
  /** Things that were tried and buy no day, alone or together. */
  none: LeftOut[];
  /** Things that were not tried. */
  untried: number;
}

/** What may be left out and is not begun: coats of one go together, else a piece of work by itself; the most hands first. */
export function leavable(steps: readonly Step[], waits: (key: string) => boolean): LeftOut[] {
  const optional = steps.flatMap((step) => (step.leave === undefined || step.scene ? [] : [{ step, leave: step.leave }]));
  const pieceOf = ({ step, leave }: (typeof optional)[number]): string => `${step.partId}/${step.itemId}/${leave.words}`;
  // Half of a piece of work is worse than none of it.
  const begun = new Set(optional.filter(({ step }) => !waits(step.key)).map(pieceOf));
  const groups = new Map<string, Step[]>();
  for (const of of optional) {
    if (begun.has(pieceOf(of))) continue;
    const key = of.leave.together ? of.leave.words : pieceOf(of);
    groups.set(key, [...(groups.get(key) ?? []), of.step]);
  }
  return [...groups.values()]
    .map((own) => {
      const names = [...new Set(own.map((s) => s.partName))];
      const on = names.length > 2 ? `${names.length} parts` : names.join(" and ");
      return {
        words: `${own[0].leave!.words}, on ${on}`,
        handsS: own.reduce((sum, s) => sum + s.handsOnS, 0),
        keys: own.map((s) => s.key),
      };
    })
    .sort((a, b) => b.handsS - a.handsS || (a.words < b.words ? -1 : 1));
}

/** Days since 1970 by the wall clock of a time zone. */
const dayIn =
  (timeZone: string) =>
  (ms: number): number => {
    if (!Number.isFinite(ms)) return Infinity;
    const d = new TZDate(ms, timeZone);
    return Math.round(Date.UTC(d.getFullYear(), d.getMonth(), d.getDate()) / DAY_MS);
  };

/**
 * What leaving things out buys, where the date is met less than eight times in ten. @returns null where it is met, or there is no date
 * @param chance of the same steps
 */
export function* cutsForDate(
  { steps, states, evenings, now, hours = {}, date }: ChanceOf,
  chance: FinishChance,
): Generator<number, ShownCuts | null> {
  if (!date || chanceBy(chance, date.at) >= LIKELY || steps.length > MOST_STEPS) return null;
  const all = leavable(steps, (key) => ["open", "blocked"].includes(states.get(key)?.kind ?? "open"));
  const dayOf = dayIn(date.timeZone);
  const lateDays = Number.isFinite(chance.p80) ? dayOf(chance.p80) - dayOf(date.at) : null;
  const tried = all.slice(0, MOST_TRIED);
  if (tried.length === 0) return { lateDays, choices: [], none: [], untried: 0 };
  const { shop, keys } = shopOf(steps, states, evenings, now, hours);
  const at = new Map(keys.map((k, i) => [k, i]));
  const order = hours.order;
  const begin = keys.map((_, i) => i).sort((a, b) => (order?.get(keys[a]) ?? 0) - (order?.get(keys[b]) ?? 0) || a - b);
  const groups = tried.map((t) => t.keys.map((k) => at.get(k)!));
  const looks = Math.round(MOST_PLACED / (2 ** tried.length * Math.max(1, keys.length)));
  const { whole, cuts } = yield* cutRuns(shop, groups, date.at, {
    most: MOST_TRIED,
    looks: Math.min(LOOKS.most, Math.max(LOOKS.least, looks)),
    dayOf,
    ...(order && { begin }),
  });
  const used = new Set(cuts.flatMap((c) => c.drop));
  return {
    lateDays,
    choices: cuts.map((c) => ({
      drop: c.drop.map((k) => tried[k]),
      finish: c.finish,
      days: dayOf(whole) - dayOf(c.finish),
      keeps: c.finish <= date.at,
    })),
    none: tried.filter((_, k) => !used.has(k)),
    untried: all.length - tried.length,
  };
}
