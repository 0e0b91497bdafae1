/** The schedule that the plan goes by: the heuristic's, or a better one that the search found; and what it costs to leave a step for later. */
import type { Stretch } from "./evenings";
import { recoatShut } from "./coatWindows";
import { bothOf, hoursOf, schedule, windowsOf, isPlate, type Schedule, type ScheduleOptions } from "./schedule";
import { searched, type Shop, type ShopStep } from "./search";
import { heldPrinters, type StepState } from "./status";
import type { Step } from "./steps";
import { takesTwo } from "../work";

/** Larger plans go by the heuristic, and nobody is told what waiting costs: it would take longer than anybody waits. */
export const MOST_STEPS = 400;
/** Schedules to look at: some for each step, and no more steps placed than this, so that a plan is there at once. */
const LOOKS_PER_STEP = 6;
const MOST_PLACED = 30_000;
/** A plan that is better by less is no better. */
const WORTH_MS = 30 * 60_000;

const isWaiting = (state: StepState | undefined): boolean => !state || state.kind === "open" || state.kind === "blocked";

/** When a step that is under way lets what follows begin, ms. */
function freeAt(step: Step, state: StepState, now: number): number {
  if (state.kind === "running" || state.kind === "setting") return state.until;
  if (state.kind === "in hand") return Math.max(now, state.since + step.handsOnS * 1000) + step.waitS * 1000;
  return now;
}

/** The steps that wait, as a shop: hands are one resource, printers are held from start to clearing. */
export function shopOf(
  steps: readonly Step[],
  states: ReadonlyMap<string, StepState>,
  evenings: readonly Stretch[],
  now: number,
  { changes = [], hours, notBefore, helped = [] }: ScheduleOptions = {},
): { shop: Shop; keys: string[] } {
  const waiting = steps.filter((s) => isWaiting(states.get(s.key)));
  const at = new Map(waiting.map((s, i) => [s.key, i]));
  const byKey = new Map(steps.map((s) => [s.key, s]));
  const printers = new Map<string, number>();
  const printerAt = (id: string): number => {
    const known = printers.get(id) ?? printers.size;
    printers.set(id, known);
    return known;
  };
  const shut = recoatShut(steps, states);
  const helpedEvenings = bothOf(helped, evenings);
  // What takes several evenings stays in the same hands.
  const oneGoMs = evenings.reduce((most, e) => Math.max(most, e.to - Math.max(e.from, now)), 0);
  const withHours = new Map<string, readonly Stretch[]>();
  const hoursFor = (step: Step): readonly Stretch[] | null => {
    if (!hours || step.needs.length === 0) return null;
    const key = [...step.needs].sort().join();
    const known = withHours.get(key);
    if (known) return known;
    const found = hoursOf(step, hours);
    if (found) withHours.set(key, found);
    return found;
  };
  const shopSteps = waiting.map((s): ShopStep => {
    const under = s.after.filter((k) => !at.has(k) && byKey.has(k)).map((k) => freeAt(byKey.get(k)!, states.get(k)!, now));
    const from = Math.max(now, notBefore?.get(s.key) ?? now, ...under);
    const printer = s.printerId === null ? undefined : printerAt(s.printerId);
    // Daylight and the like; work that is no plate waits for an evening where the windows have more than those.
    const within = hoursFor(s) ?? (changes.length > 0 && !isPlate(s) ? evenings : null);
    return {
      durMs: s.handsOnS * 1000,
      lagMs: Math.max(s.waitS, s.machineS) * 1000,
      after: s.after.flatMap((k) => at.get(k) ?? []),
      resource: 0,
      ...(helpedEvenings.length > 0 && (takesTwo(s) ? { and: 1 } : s.handsOnS * 1000 <= oneGoMs && { or: 1 })),
      ...(from > now && { from }),
      ...(printer !== undefined && s.machineS > 0 && s.plates === 1 && { holds: printer }),
      ...(printer !== undefined && s.clears > 0 && { frees: printer }),
      ...(s.scene && { beside: true }),
      ...(within && { within }),
      ...(shut.has(s.key) && {
        shut: shut.get(s.key)!.flatMap((w) => {
          const after = w.after === null ? null : at.get(w.after);
          // One that is in hand ends when it was to end.
          return after === undefined ? [] : [{ ...w, after }];
        }),
      }),
    };
  });
  const held = [...heldPrinters(steps, states)].flatMap((id) => printers.get(id) ?? []);
  return {
    shop: { steps: shopSteps, calendars: [windowsOf(evenings, changes), helpedEvenings], now, held },
    keys: waiting.map((s) => s.key),
  };
}

/** When the last step of other scenes is free, ms. */
const othersEnd = (plan: Schedule): number => plan.slots.reduce((latest, s) => (s.step.scene ? Math.max(latest, s.free) : latest), 0);

/**
 * The heuristic's schedule, or one that the search found to finish sooner by more than half an hour without a later end of other scenes.
 * @returns it, and the order that it was made by, where one was found
 */
export function bestSchedule(
  steps: readonly Step[],
  states: ReadonlyMap<string, StepState>,
  evenings: readonly Stretch[],
  now: number,
  options: ScheduleOptions = {},
): { plan: Schedule; order?: ReadonlyMap<string, number> } {
  const plan = schedule(steps, states, evenings, now, options);
  if (plan.finish === null || steps.length > MOST_STEPS) return { plan };
  const { shop, keys } = shopOf(steps, states, evenings, now, options);
  if (keys.length < 3) return { plan };
  const place = new Map(plan.slots.map((s) => [s.key, s.hands[0]?.from ?? 0]));
  const begin = keys.map((_, i) => i).sort((a, b) => place.get(keys[a])! - place.get(keys[b])! || a - b);
  const found = searched(shop, { most: Math.ceil(Math.min(LOOKS_PER_STEP * keys.length, MOST_PLACED / keys.length)), begin });
  if (!(found.finish < plan.finish - WORTH_MS)) return { plan };
  const order = new Map(found.list.map((i, n) => [keys[i], n]));
  const better = schedule(steps, states, evenings, now, { ...options, order });
  const worth = better.finish !== null && better.finish < plan.finish - WORTH_MS && better.unplaced.length <= plan.unplaced.length;
  return worth && othersEnd(better) <= othersEnd(plan) ? { plan: better, order } : { plan };
}

/** A day later is later by so much. */
const DAY_MS = 86_400_000;

/**
 * By how many days the finish moves for each step that is left until another day, where it does.
 * @param keys steps to ask for
 * @param until the moment before which none of them would then be begun
 */
export function costOfWaiting(
  keys: readonly string[],
  until: number,
  {
    steps,
    states,
    evenings,
    now,
    options,
    order,
    finish,
  }: {
    steps: readonly Step[];
    states: ReadonlyMap<string, StepState>;
    evenings: readonly Stretch[];
    now: number;
    options: ScheduleOptions;
    order?: ReadonlyMap<string, number>;
    finish: number | null;
  },
): Map<string, number> {
  const out = new Map<string, number>();
  if (finish === null) return out;
  for (const key of keys) {
    const later = schedule(steps, states, evenings, now, {
      ...options,
      order,
      notBefore: new Map([...(options.notBefore ?? []), [key, until]]),
    }).finish;
    const days = later === null ? Infinity : Math.round((later - finish) / DAY_MS);
    if (days >= 1) out.set(key, days);
  }
  return out;
}
