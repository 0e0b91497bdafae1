/** What no plan can beat: the longest way through what follows each other, and the hours of each resource over its calendar. */
import { Generator, type Shop } from "./shop";

/**
 * Earliest finish that any schedule could have, ms: each step placed as if nothing else took its resource; and for each resource all its
 * steps in one lump, from the earliest that any of them could begin, before the least that comes after. Infinity where a step fits nowhere.
 */
export function boundOf(shop: Shop): number {
  const { steps, calendars, now } = shop;
  // Alone, each resource of its own: the longest way.
  const alone = new Generator({
    ...shop,
    held: [],
    calendars: steps.map((s) => (s.resource === null ? null : calendars[s.resource])),
    // What is shut for a while could begin sooner after a later step: without it no way is longer than it need be.
    steps: steps.map(({ holds: _h, frees: _f, or: _o, and: _a, shut: _s, ...s }, i) => ({
      ...s,
      resource: s.resource === null ? null : i,
    })),
  });
  const order = steps.map((_, i) => i);
  const { finish, start } = alone.generate(order);
  if (finish === Infinity) return Infinity;
  const tail = tailsOf(shop, alone);
  let bound = finish;
  calendars.forEach((calendar, r) => {
    const own = order.filter((i) => steps[i].resource === r && steps[i].durMs > 0);
    // What is no part of the finish may come after it.
    // Nor is it one lump where another resource may take some of it.
    if (own.length === 0 || own.some((i) => steps[i].beside || steps[i].or !== undefined)) return;
    const from = Math.min(...own.map((i) => start[i]));
    const lumpMs = own.reduce((sum, i) => sum + steps[i].durMs, 0);
    const after = Math.min(...own.map((i) => tail[i] - steps[i].durMs));
    bound = Math.max(bound, endOfLump(calendar, Math.max(now, from), lumpMs) + after);
  });
  return bound;
}

/** Longest way from the beginning of each step to the end, ms, as if nothing else took its resource. */
export function tailsOf({ steps }: Shop, { following }: Generator): Float64Array {
  const tail = new Float64Array(steps.length).fill(-1);
  const of = (i: number): number => {
    if (tail[i] >= 0) return tail[i];
    const own = steps[i].durMs + steps[i].lagMs;
    tail[i] = own;
    let most = own;
    for (const f of following[i]) most = Math.max(most, own + of(f));
    return (tail[i] = most);
  };
  for (let i = 0; i < steps.length; i++) of(i);
  return tail;
}

function endOfLump(calendar: Shop["calendars"][number], from: number, ms: number): number {
  if (calendar === null) return from + ms;
  let left = ms;
  for (const w of calendar) {
    const room = w.to - Math.max(w.from, from);
    if (room <= 0) continue;
    if (room >= left) return Math.max(w.from, from) + left;
    left -= room;
  }
  return Infinity;
}
