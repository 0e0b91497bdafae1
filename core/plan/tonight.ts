/**
 * The model of Tonight: what can be done in the minutes at hand, what runs and sets, what to leave alone, and when the
 * scene is ready. Sentences, lanes and clocks are all read from here, so they cannot disagree.
 */
import type { Project } from "../project";
import { eveningsFrom, isNight, nightsBetween, type Stretch } from "./evenings";
import { schedule, tails, type Schedule, type Slot } from "./schedule";
import { heldPrinters, stepStates, type StepState } from "./status";
import { stepsOfProject, type Step } from "./steps";

export interface Offer {
  step: Step;
  /** Steps that become possible by it. */
  unlocks: number;
  /** Fits the minutes left after the offers before it. */
  fits: boolean;
  why: string;
}

export interface Clock {
  step: Step;
  kind: "running" | "setting" | "in hand";
  from: number;
  until: number;
  /** 0 just begun … 1 over. */
  share: number;
}

export interface Tonight {
  now: number;
  offers: Offer[];
  clocks: Clock[];
  schedule: Schedule;
  steps: Step[];
  states: Map<string, StepState>;
  nights: Stretch[];
  asleep: boolean;
  done: number;
  /** What is left of the person's and the machines' time, s. */
  handsOnS: number;
  machineS: number;
  evenings: number;
  finish: number | null;
}

const HORIZON_DAYS = 240;

/**
 * @param minutes the time at hand
 * @param awake the user says so: at night nothing is offered otherwise
 */
export function tonight(project: Project, now: number, minutes: number, awake = false): Tonight {
  const steps = stepsOfProject(project);
  const states = stepStates(steps, project.records, now);
  const evenings = eveningsFrom(now, project.scene.evenings, project.scene.timeZone, HORIZON_DAYS);
  const plan = schedule(steps, states, evenings, now);
  // An evening that the user opened is open, also past bedtime.
  const inEvening = evenings.some((e) => e.from <= now && now < e.to);
  const asleep = !inEvening && isNight(now, project.scene.timeZone);

  const clocks: Clock[] = [];
  for (const step of steps) {
    const s = states.get(step.key)!;
    if (s.kind === "running" || s.kind === "setting")
      clocks.push({
        step,
        kind: s.kind,
        from: s.since,
        until: s.until,
        share: Math.min(1, Math.max(0, (now - s.since) / Math.max(1, s.until - s.since))),
      });
    else if (s.kind === "in hand")
      clocks.push({
        step,
        kind: "in hand",
        from: s.since,
        until: s.since + step.handsOnS * 1000,
        share: Math.min(1, Math.max(0, (now - s.since) / (step.handsOnS * 1000))),
      });
  }
  clocks.sort((a, b) => a.until - b.until);

  const last = plan.slots.reduce((latest: number, s: Slot) => Math.max(latest, s.free), now);
  return {
    now,
    steps,
    states,
    clocks,
    schedule: plan,
    asleep,
    offers: asleep && !awake ? [] : offersNow(steps, states, minutes),
    nights: nightsBetween(now - 6 * 3600000, now + 30 * 3600000, project.scene.timeZone),
    done: steps.filter((s) => ["done", "setting"].includes(states.get(s.key)!.kind)).length,
    handsOnS: plan.handsOnS,
    machineS: plan.machineS,
    evenings: evenings.filter((e) => e.from < last && plan.slots.some((s) => s.hands.some((h) => h.from < e.to && h.to > e.from))).length,
    finish: plan.finish,
  };
}

/** What is known when nothing could be reckoned. */
export const noTonight = (now: number): Tonight => ({
  now,
  offers: [],
  clocks: [],
  schedule: { slots: [], finish: null, unplaced: [], handsOnS: 0, machineS: 0 },
  steps: [],
  states: new Map(),
  nights: [],
  asleep: false,
  done: 0,
  handsOnS: 0,
  machineS: 0,
  evenings: 0,
  finish: null,
});

/** Open steps by what they unlock: the longest way to the end first, machines before hands of equal length. */
function offersNow(steps: readonly Step[], states: ReadonlyMap<string, StepState>, minutes: number): Offer[] {
  const tail = tails(steps);
  const busy = heldPrinters(steps, states);
  const open = steps.filter(
    (s) => states.get(s.key)?.kind === "open" && s.plates === 1 && !(s.machineS > 0 && s.printerId && busy.has(s.printerId)),
  );
  const followers = new Map<string, number>();
  for (const s of steps) for (const key of new Set(s.after)) followers.set(key, (followers.get(key) ?? 0) + 1);
  const value = (s: Step): number => (tail.get(s.key) ?? 0) + (s.machineS > 0 ? 24 * 3600 : 0) + (s.clears > 0 ? 12 * 3600 : 0);
  open.sort((a, b) => value(b) - value(a));
  let left = minutes * 60;
  const claimed = new Set<string>();
  const offers: Offer[] = [];
  for (const step of open) {
    // Two plates cannot be started on one printer.
    const clash = step.machineS > 0 && step.printerId !== null && claimed.has(step.printerId);
    if (clash) continue;
    const fits = step.handsOnS <= left;
    if (fits) {
      left -= step.handsOnS;
      if (step.machineS > 0 && step.printerId) claimed.add(step.printerId);
    }
    const unlocks = followers.get(step.key) ?? 0;
    offers.push({ step, unlocks, fits, why: reason(step, unlocks) });
  }
  // What fits comes first; the order of worth stays inside both groups.
  return [...offers.filter((o) => o.fits), ...offers.filter((o) => !o.fits)];
}

function reason(step: Step, unlocks: number): string {
  if (step.machineS > 0) return "it prints while you do something else";
  if (step.clears > 0) return "frees the printer";
  if (step.waitS >= 4 * 3600) return "it can set overnight";
  if (unlocks > 0) return step.waitS > 0 ? "it can dry while you go on" : "opens the next step";
  return "the last step of this part";
}
