/**
 * A schedule over the user's evenings and printers: serial generation by priority, longest remaining path first
 * (Kelley's serial method with the longest-tail rule). Hands-on work falls into evenings, one thing at a time, or two where somebody helps; a machine
 * runs by itself once it was started and stays taken until somebody has cleared it; waits are elapsed time.
 * O(steps × (log steps + evenings)); a heuristic, not an optimum.
 */
import TinyQueue from "tinyqueue";
import { awakeAt, type Stretch } from "./evenings";
import { recoatShut } from "./coatWindows";
import { heldPrinters, type StepState } from "./status";
import { takesTwo, type Need } from "../work";
import type { Step } from "./steps";

export interface Slot {
  key: string;
  step: Step;
  /** The person's time, ms. A long step may span evenings: one stretch for each. */
  hands: Stretch[];
  /** The machine's run after the start. */
  machine: Stretch | null;
  /** Setting, after the hands. */
  setting: Stretch | null;
  /** When what depends on it may begin. */
  free: number;
}

export interface Schedule {
  slots: Slot[];
  finish: number | null;
  /** Steps that found no evening. */
  unplaced: string[];
  /** Of the open scene. */
  handsOnS: number;
  machineS: number;
}

/**
 * Longest way from each step to the end, in seconds of hands, machines and waits. From the last steps back, each once all that follow it
 * are known (Kahn's order), so that a chain may be as long as it likes; what lies on a circle counts by itself.
 */
export function tails(steps: readonly Step[]): Map<string, number> {
  const byKey = new Map(steps.map((s) => [s.key, s]));
  const open = new Map<string, number>(steps.map((s) => [s.key, 0]));
  for (const s of steps) for (const a of new Set(s.after)) if (byKey.has(a)) open.set(a, open.get(a)! + 1);
  const own = (s: Step): number => s.handsOnS + s.machineS + s.waitS;
  const out = new Map(steps.map((s) => [s.key, own(s)]));
  const last = steps.filter((s) => open.get(s.key) === 0);
  for (let s = last.pop(); s; s = last.pop())
    for (const key of new Set(s.after)) {
      const before = byKey.get(key);
      if (!before) continue;
      out.set(key, Math.max(out.get(key)!, own(before) + out.get(s.key)!));
      const left = open.get(key)! - 1;
      open.set(key, left);
      if (left === 0) last.push(before);
    }
  return out;
}

/** Rather than in pieces a step is done in one go, if that is possible within so long. Common choice. */
const WAITS_FOR_ONE_MS = 14 * 86_400_000;

interface Ready {
  step: Step;
  order: number;
  tail: number;
}

export interface ScheduleOptions {
  /** Places of steps in the order in which they are placed, where a search found one; by the longest way to the end where not. */
  order?: ReadonlyMap<string, number>;
  /** Steps that are not begun before, ms. */
  notBefore?: ReadonlyMap<string, number>;
  /** Seconds after which runs of a step fail, one after the other, before one goes well. */
  failures?: ReadonlyMap<string, readonly number[]>;
  /** When nobody begins a failed run again, in order. */
  nights?: readonly Stretch[];
  /** When what steps need can be had, such as daylight, in order: a step that needs it is done within. */
  hours?: ReadonlyMap<Need, readonly Stretch[]>;
  /** When somebody can change a plate, though it is no evening at the bench. */
  changes?: readonly Stretch[];
  /** When somebody helps, in order: a second pair of hands, in evenings only. */
  helped?: readonly Stretch[];
  /** When printers that are told so must be still, in order, and which printers those are. */
  quiet?: { hours: readonly Stretch[]; printers: ReadonlySet<string> };
}

/** A stretch in which the hands are free; in some of them only for plates. */
interface Window extends Stretch {
  platesOnly: boolean;
}

/** The free time of one pair of hands. */
interface Lane {
  windows: Window[];
  /** What is as long as this finds no room from now on, nor does anything longer, ms. */
  hopeless: number;
}

interface Found {
  hands: Stretch[];
  /** Whose time it takes. */
  by: Lane[];
}

/** Where both lists have time, each in order. */
export function bothOf<W extends Stretch>(a: readonly W[], b: readonly Stretch[]): W[] {
  const out: W[] = [];
  for (let i = 0, k = 0; i < a.length && k < b.length;) {
    const from = Math.max(a[i].from, b[k].from),
      to = Math.min(a[i].to, b[k].to);
    if (from < to) out.push({ ...a[i], from, to });
    if (a[i].to < b[k].to) i++;
    else k++;
  }
  return out;
}

/** When all that a step needs can be had; null where nothing of it goes by the clock. */
export function hoursOf({ needs }: Step, hours: ReadonlyMap<Need, readonly Stretch[]>): readonly Stretch[] | null {
  let all: readonly Stretch[] | null = null;
  for (const list of needs.map((n) => hours.get(n))) if (list) all = all ? bothOf(all, list) : list;
  return all;
}

/** Starting a plate and clearing it can be done in passing. */
export const isPlate = (step: Step): boolean => step.machineS > 0 || step.clears > 0;

/** Evenings, and beside them what else of the time for plates there is. */
export function windowsOf(evenings: readonly Stretch[], changes: readonly Stretch[]): Window[] {
  const out: Window[] = evenings.map((e) => ({ from: e.from, to: e.to, platesOnly: false }));
  let at = 0;
  for (const c of changes) {
    let from = c.from;
    while (at < evenings.length && evenings[at].to <= from) at++;
    for (let i = at; from < c.to && i <= evenings.length; i++) {
      const e = evenings[i] as Stretch | undefined;
      const to = Math.min(c.to, e?.from ?? Infinity);
      if (to > from) out.push({ from, to, platesOnly: true });
      if (!e || e.from >= c.to) break;
      from = Math.max(from, e.to);
    }
  }
  return changes.length > 0 ? out.sort((a, b) => a.from - b.from) : out;
}

/**
 * Places all steps that are not done. Where somebody helps, the plan of two or the plan of one, whichever ends sooner: a list that is gone
 * through in order may end later with more hands (Graham 1969 [published]).
 * @param states what is running and setting at `now`
 */
export function schedule(
  steps: readonly Step[],
  states: ReadonlyMap<string, StepState>,
  evenings: readonly Stretch[],
  now: number,
  options: ScheduleOptions = {},
): Schedule {
  const plan = laid(steps, states, evenings, now, options);
  if (!options.helped || options.helped.length === 0) return plan;
  const alone = laid(steps, states, evenings, now, { ...options, helped: [] });
  const worse = alone.unplaced.length - plan.unplaced.length || (alone.finish ?? Infinity) - (plan.finish ?? Infinity);
  return worse < 0 ? alone : plan;
}

function laid(
  steps: readonly Step[],
  states: ReadonlyMap<string, StepState>,
  evenings: readonly Stretch[],
  now: number,
  { failures, nights = [], changes = [], quiet, hours, order, notBefore, helped = [] }: ScheduleOptions,
): Schedule {
  const shut = recoatShut(steps, states);
  /** When the hands left a step that is placed or under way. */
  const handsOff = new Map<string, number>();
  const tail = tails(steps);
  const free = new Map<string, number>();
  const printerFree = new Map<string, number>();
  const byKey = new Map(steps.map((s) => [s.key, s]));
  /** Free time of each pair of hands. */
  const lanes: Lane[] = [{ windows: windowsOf(evenings, changes), hopeless: Infinity }];
  if (helped.length > 0) lanes.push({ windows: windowsOf(bothOf(helped, evenings), []), hopeless: Infinity });
  const slots: Slot[] = [];
  const waiting: Step[] = [];
  const longest = evenings.reduce((most, e) => Math.max(most, e.to - e.from), 0);
  const room = evenings.reduce((sum, e) => sum + e.to - e.from, 0);
  let shortestMs = 0;
  let handsOnS = 0,
    machineS = 0;

  for (const step of steps) {
    const state = states.get(step.key);
    if (!state || state.kind === "open" || state.kind === "blocked") {
      waiting.push(step);
      if (step.scene === undefined) {
        handsOnS += step.handsOnS;
        machineS += step.machineS;
      }
      continue;
    }
    if (state.kind === "running") {
      slots.push({ key: step.key, step, hands: [], machine: { from: state.since, to: state.until }, setting: null, free: state.until });
      free.set(step.key, state.until);
    } else if (state.kind === "setting") {
      slots.push({ key: step.key, step, hands: [], machine: null, setting: { from: state.since, to: state.until }, free: state.until });
      free.set(step.key, state.until);
    } else if (state.kind === "in hand") {
      const to = Math.max(now, state.since + step.handsOnS * 1000);
      slots.push({
        key: step.key,
        step,
        hands: [{ from: state.since, to }],
        machine: null,
        setting: step.waitS ? { from: to, to: to + step.waitS * 1000 } : null,
        free: to + step.waitS * 1000,
      });
      free.set(step.key, to + step.waitS * 1000);
      handsOff.set(step.key, to);
      take(lanes[0], now, to);
    } else free.set(step.key, now);
  }
  // A printer that was started and not cleared is taken until its clear step is placed.
  const taken = heldPrinters(steps, states);

  // Steps longer than any evening take what is left of each.
  if (waiting.every((s) => s.handsOnS * 1000 <= longest))
    shortestMs = waiting.reduce((least, s) => Math.min(least, (s.handsOnS * 1000) / (s.plates > 1 ? s.plates + 1 : 1)), Infinity);

  // A step is ready once all before it are placed; those that need a taken printer wait beside it.
  const missing = new Map<string, number>();
  const followers = new Map<string, Step[]>();
  // Urgency and place in the list are looked up once, not at every comparison.
  const entries = new Map(
    waiting.map((step, at): [string, Ready] => [
      step.key,
      order
        ? { step, order: order.get(step.key) ?? waiting.length + at, tail: 0 }
        : { step, order: at, tail: (tail.get(step.key) ?? 0) + (step.urgencyS ?? 0) },
    ]),
  );
  const ready = new TinyQueue<Ready>([], (a, b) => b.tail - a.tail || a.order - b.order);
  const parked = new Map<string, Step[]>();
  const offer = (s: Step): void => {
    if (s.machineS > 0 && s.printerId && taken.has(s.printerId)) {
      const beside = parked.get(s.printerId);
      if (beside) beside.push(s);
      else parked.set(s.printerId, [s]);
    } else ready.push(entries.get(s.key)!);
  };
  for (const s of waiting) {
    const before = [...new Set(s.after)].filter((a) => byKey.has(a) && !free.has(a));
    missing.set(s.key, before.length);
    for (const a of before) {
      const list = followers.get(a);
      if (list) list.push(s);
      else followers.set(a, [s]);
    }
  }
  for (const s of waiting) if (missing.get(s.key) === 0) offer(s);
  const placed = new Set<string>();
  while (ready.length > 0) {
    // Of the three most urgent, the one that can begin first: gaps are filled, urgency still rules. An order that was found is kept to.
    const tried: Step[] = [];
    let chosen: (Found & { step: Step; machine: Stretch | null }) | undefined;
    while (tried.length < (order ? 1 : 3)) {
      const step = ready.pop()?.step;
      if (!step) break;
      if (step.machineS > 0 && step.printerId && taken.has(step.printerId)) {
        offer(step);
        continue;
      }
      tried.push(step);
      const from = Math.max(
        now,
        notBefore?.get(step.key) ?? now,
        ...step.after.map((a) => free.get(a) ?? now),
        step.machineS > 0 && step.printerId ? (printerFree.get(step.printerId) ?? now) : now,
      );
      const found = step.plates > 1 ? findPlates(step, from) : findOne(step, from);
      if (found && (!chosen || found.hands[0].from < chosen.hands[0].from)) chosen = { step, ...found };
    }
    for (const step of tried) if (step !== chosen?.step && chosen) ready.push(entries.get(step.key)!);
    // None of them finds an evening: they are left out, and what follows them too.
    if (!chosen) continue;
    const { step, hands, machine, by } = chosen;
    placed.add(step.key);
    for (const lane of by) for (const h of hands) take(lane, h.from, h.to);
    const end = hands[hands.length - 1].to;
    const setting = step.waitS > 0 ? { from: end, to: end + step.waitS * 1000 } : null;
    const done = Math.max(machine?.to ?? 0, setting?.to ?? 0, end);
    free.set(step.key, done);
    handsOff.set(step.key, end);
    if (step.printerId) {
      if (step.machineS > 0 && step.plates === 1) taken.add(step.printerId);
      else {
        taken.delete(step.printerId);
        printerFree.set(step.printerId, end);
        for (const s of parked.get(step.printerId) ?? []) ready.push(entries.get(s.key)!);
        parked.delete(step.printerId);
      }
    }
    slots.push({ key: step.key, step, hands, machine, setting, free: done });
    for (const s of followers.get(step.key) ?? []) {
      const left = missing.get(s.key)! - 1;
      missing.set(s.key, left);
      if (left === 0) offer(s);
    }
  }
  const unplaced = waiting.filter((s) => !placed.has(s.key)).map((s) => s.key);
  // Of the scene that is open: what others still need is no part of its date.
  const own = (step: Step | undefined): boolean => step !== undefined && step.scene === undefined;
  const finish = slots.reduce((latest, s) => (own(s.step) ? Math.max(latest, s.free) : latest), now);
  return { slots, unplaced, handsOnS, machineS, finish: unplaced.some((key) => own(byKey.get(key))) ? null : finish };

  function findOne(step: Step, from: number): (Found & { machine: Stretch | null }) | undefined {
    const still = step.machineS > 0 && step.printerId !== null && quiet?.printers.has(step.printerId) ? quiet.hours : [];
    for (let at = from; ;) {
      const found = findHands(step, at);
      if (!found) return undefined;
      const { from: begun } = found.hands[0];
      const closed = shut.get(step.key)?.find((w) => begun > w.from + since(w.after) && begun < w.to + since(w.after));
      if (closed) {
        at = closed.to + since(closed.after);
        continue;
      }
      const end = found.hands[found.hands.length - 1].to;
      const machine = step.machineS > 0 ? { from: end, to: runsUntil(end, step) } : null;
      // What would run into the quiet hours begins when they are over; what is longer than the time between them never does.
      const loud = machine && still.find((q) => q.from < machine.to && machine.from < q.to);
      if (!loud) return { ...found, machine };
      at = Math.max(at + 1, loud.to);
    }
  }

  function since(key: string | null): number {
    return key === null ? 0 : (handsOff.get(key) ?? -Infinity);
  }

  /** The first time that one pair of hands has for it, or both where it takes two. */
  function findHands(step: Step, at: number): Found | undefined {
    const ms = step.handsOnS * 1000;
    const within = hours && hoursOf(step, hours);
    const plate = isPlate(step);
    const [own, helper] = lanes as [Lane, Lane?];
    const inLane = (lane: Lane): Stretch[] | undefined =>
      within ? findWithin(lane.windows, within, at, ms, plate) : find(lane, at, ms, plate);
    if (takesTwo(step) && helper) {
      const hands = inLane({ windows: bothOf(own.windows, helper.windows), hopeless: Infinity });
      return hands && { hands, by: [own, helper] };
    }
    const mine = inLane(own);
    // What takes several evenings stays in the same hands.
    const theirs = helper && ms <= longest ? inLane(helper) : undefined;
    if (theirs?.length === 1 && (!mine || theirs[0].from < mine[0].from)) return { hands: theirs, by: [helper!] };
    return mine && { hands: mine, by: [own] };
  }

  /** A run that fails is begun again, when somebody is awake to see it. */
  function runsUntil(from: number, step: Step): number {
    let at = from;
    for (const failedAfterS of failures?.get(step.key) ?? []) at = awakeAt(at + failedAfterS * 1000, nights);
    return at + step.machineS * 1000;
  }

  /** Equal plates one after the other: each is started, and the last one cleared, when somebody is there. */
  function findPlates(step: Step, from: number): (Found & { machine: Stretch }) | undefined {
    if (step.handsOnS * 1000 > room) return undefined;
    const visitMs = (step.handsOnS * 1000) / (step.plates + 1);
    const plateMs = (step.machineS * 1000) / step.plates;
    const hands: Stretch[] = [];
    let at = from;
    for (let n = 0; n <= step.plates; n++) {
      const visit = find(lanes[0], at, visitMs, true);
      if (!visit) return undefined;
      hands.push(...visit);
      at = visit[visit.length - 1].to + plateMs;
    }
    return { hands, by: [lanes[0]], machine: { from: hands[0].to, to: hands[hands.length - 1].from } };
  }

  /** First stretch of `ms` from `from` on inside one evening; over several when it is longer than all of them. */
  function find(lane: Lane, from: number, ms: number, plate = false): Stretch[] | undefined {
    const { windows } = lane;
    if (ms >= lane.hopeless && !(plate && changes.length > 0)) return undefined;
    if (ms <= longest) {
      for (let i = firstAfter(windows, from); i < windows.length; i++) {
        const w = windows[i];
        if (w.platesOnly && !plate) continue;
        const start = Math.max(w.from, from);
        if (w.to - start >= ms) return [{ from: start, to: start + ms }];
      }
      if (from <= now) lane.hopeless = Math.min(lane.hopeless, ms);
      return undefined;
    }
    const out: Stretch[] = [];
    let left = ms;
    for (let i = firstAfter(windows, from); i < windows.length; i++) {
      const w = windows[i];
      const start = Math.max(w.from, from);
      if (w.to - start <= 0 || w.platesOnly) continue;
      const use = Math.min(left, w.to - start);
      out.push({ from: start, to: start + use });
      left -= use;
      if (left <= 0) return out;
    }
    return undefined;
  }

  /** First stretch of `ms` inside one evening and inside these hours; over several where none is so long for a while: days get longer too slowly. */
  function findWithin(
    windows: readonly Window[],
    list: readonly Stretch[],
    from: number,
    ms: number,
    plate: boolean,
  ): Stretch[] | undefined {
    const rooms: Stretch[] = [];
    let at = 0;
    for (let i = firstAfter(windows, from); i < windows.length; i++) {
      const w = windows[i];
      if (w.platesOnly && !plate) continue;
      while (at < list.length && list[at].to <= w.from) at++;
      for (let k = at; k < list.length && list[k].from < w.to; k++) {
        const room = { from: Math.max(w.from, list[k].from, from), to: Math.min(w.to, list[k].to) };
        const soon = rooms.length === 0 || room.from - rooms[0].from < WAITS_FOR_ONE_MS;
        if (room.to - room.from >= ms && soon) return [{ from: room.from, to: room.from + ms }];
        if (room.to > room.from) rooms.push(room);
      }
    }
    const out: Stretch[] = [];
    let left = ms;
    for (const r of rooms) {
      const use = Math.min(left, r.to - r.from);
      out.push({ from: r.from, to: r.from + use });
      left -= use;
      if (left <= 0) return out;
    }
    return undefined;
  }

  /** The first window that is not over at `from`; they lie in order and apart. */
  function firstAfter(windows: readonly Window[], from: number): number {
    let low = 0,
      high = windows.length;
    while (low < high) {
      const half = (low + high) >> 1;
      if (windows[half].to > from) high = half;
      else low = half + 1;
    }
    return low;
  }

  function take({ windows }: Lane, from: number, to: number): void {
    for (let i = firstAfter(windows, from); i < windows.length && windows[i].from < to;) {
      const w = windows[i];
      // What is shorter than every step that waits is of no use to any: left in, it would only be looked at again and again.
      const rest = [
        { from: w.from, to: Math.min(from, w.to), platesOnly: w.platesOnly },
        { from: Math.max(to, w.from), to: w.to, platesOnly: w.platesOnly },
      ].filter((r) => r.to - r.from > 0 && r.to - r.from >= shortestMs);
      windows.splice(i, 1, ...rest);
      i += rest.length;
    }
  }
}
