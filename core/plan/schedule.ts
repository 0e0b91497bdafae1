/**
 * A schedule over the user's evenings and printers: serial generation by priority, longest remaining path first
 * (Kelley's serial method with the longest-tail rule). Hands-on work falls into evenings, one thing at a time; a machine
 * runs by itself once it was started and stays taken until somebody has cleared it; waits are elapsed time.
 * O(steps² + steps × evenings); a heuristic, not an optimum.
 */
import type { Stretch } from "./evenings";
import { heldPrinters, type StepState } from "./status";
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
  handsOnS: number;
  machineS: number;
}

/** Longest way from each step to the end, in seconds of hands, machines and waits. */
export function tails(steps: readonly Step[]): Map<string, number> {
  const followers = new Map<string, Step[]>();
  for (const s of steps) for (const a of s.after) followers.set(a, [...(followers.get(a) ?? []), s]);
  const out = new Map<string, number>();
  const length = (s: Step): number => {
    const known = out.get(s.key);
    if (known !== undefined) return known;
    out.set(s.key, 0); // a circle in the order counts once
    const own = s.handsOnS + s.machineS + s.waitS;
    const value = own + Math.max(0, ...(followers.get(s.key) ?? []).map(length));
    out.set(s.key, value);
    return value;
  };
  steps.forEach(length);
  return out;
}

/** Places all steps that are not done. `states` says what is running and setting at `now`. */
export function schedule(
  steps: readonly Step[],
  states: ReadonlyMap<string, StepState>,
  evenings: readonly Stretch[],
  now: number,
): Schedule {
  const tail = tails(steps);
  const free = new Map<string, number>();
  const printerFree = new Map<string, number>();
  const byKey = new Map(steps.map((s) => [s.key, s]));
  const windows = evenings.map((e) => ({ ...e }));
  const slots: Slot[] = [];
  const waiting: Step[] = [];
  let handsOnS = 0,
    machineS = 0;

  for (const step of steps) {
    const state = states.get(step.key);
    if (!state || state.kind === "open" || state.kind === "blocked") {
      waiting.push(step);
      handsOnS += step.handsOnS;
      machineS += step.machineS;
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
      take(now, to);
    } else free.set(step.key, now);
  }
  // A printer that was started and not cleared is taken until its clear step is placed.
  const taken = heldPrinters(steps, states);

  const unplaced: string[] = [];
  while (waiting.length) {
    const ready = waiting.filter(
      (s) => s.after.every((a) => !byKey.has(a) || free.has(a)) && !(s.machineS > 0 && s.printerId && taken.has(s.printerId)),
    );
    if (ready.length === 0) break;
    ready.sort((a, b) => (tail.get(b.key) ?? 0) - (tail.get(a.key) ?? 0));
    // Of the three most urgent, the one that can begin first: gaps are filled, urgency still rules.
    let chosen: { step: Step; hands: Stretch[] } | undefined;
    for (const step of ready.slice(0, 3)) {
      const from = Math.max(
        now,
        ...step.after.map((a) => free.get(a) ?? now),
        step.machineS > 0 && step.printerId ? (printerFree.get(step.printerId) ?? now) : now,
      );
      const hands = find(from, step.handsOnS * 1000);
      if (hands && (!chosen || hands[0].from < chosen.hands[0].from)) chosen = { step, hands };
    }
    if (!chosen) {
      unplaced.push(...ready.map((s) => s.key));
      for (const s of ready) waiting.splice(waiting.indexOf(s), 1);
      continue;
    }
    const { step, hands } = chosen;
    waiting.splice(waiting.indexOf(step), 1);
    for (const h of hands) take(h.from, h.to);
    const end = hands[hands.length - 1].to;
    const machine = step.machineS > 0 ? { from: end, to: end + step.machineS * 1000 } : null;
    const setting = step.waitS > 0 ? { from: end, to: end + step.waitS * 1000 } : null;
    const done = Math.max(machine?.to ?? 0, setting?.to ?? 0, end);
    free.set(step.key, done);
    if (step.printerId) {
      if (step.machineS > 0) taken.add(step.printerId);
      else {
        taken.delete(step.printerId);
        printerFree.set(step.printerId, end);
      }
    }
    slots.push({ key: step.key, step, hands, machine, setting, free: done });
  }
  unplaced.push(...waiting.map((s) => s.key));
  const ends = slots.map((s) => s.free);
  return { slots, unplaced, handsOnS, machineS, finish: unplaced.length ? null : ends.length ? Math.max(...ends) : now };

  /** First stretch of `ms` from `from` on inside one evening; over several when it is longer than all of them. */
  function find(from: number, ms: number): Stretch[] | undefined {
    const longest = Math.max(0, ...evenings.map((e) => e.to - e.from));
    if (ms <= longest) {
      for (const w of windows) {
        const start = Math.max(w.from, from);
        if (w.to - start >= ms) return [{ from: start, to: start + ms }];
      }
      return undefined;
    }
    const out: Stretch[] = [];
    let left = ms;
    for (const w of windows) {
      const start = Math.max(w.from, from);
      if (w.to - start <= 0) continue;
      const use = Math.min(left, w.to - start);
      out.push({ from: start, to: start + use });
      left -= use;
      if (left <= 0) return out;
    }
    return undefined;
  }

  function take(from: number, to: number): void {
    for (let i = windows.length - 1; i >= 0; i--) {
      const w = windows[i];
      if (to <= w.from || from >= w.to) continue;
      const rest: Stretch[] = [];
      if (from > w.from) rest.push({ from: w.from, to: from });
      if (to < w.to) rest.push({ from: to, to: w.to });
      windows.splice(i, 1, ...rest);
    }
  }
}
