/**
 * The model of Tonight: what can be done in the minutes at hand, what runs and sets, what to leave alone, and when the
 * scene is ready. Sentences, lanes and clocks are all read from here, so they cannot disagree.
 */
import { OPEN_SOLVENT } from "../coat";
import { placeOf, takenS, type Project, type StepRecord } from "../project";
import { hoursOfNeeds, isThere, takesTwo, type Having, type Need } from "../work";
import { awaitedBy, notBeforeOf } from "./awaits";
import { eveningsFrom, isNight, mergedStretches, mondayOf, nightsBetween, withinWeeks, type Stretch } from "./evenings";
import { bestSchedule, costOfWaiting, MOST_STEPS } from "./bestSchedule";
import { tails, type Schedule, type ScheduleOptions, type Slot } from "./schedule";
import { heldPrinters, stepStates, type StepState } from "./status";
import { goesOf, type Go } from "./sessions";
import { stepsOfScenes, type Step } from "./steps";

export interface Offer {
  step: Step;
  /** Steps that become possible by it. */
  unlocks: number;
  /** Fits the minutes left after the offers before it. */
  fits: boolean;
  why: string;
  /** Left until another evening, it moves the date by so many days; absent where it moves nothing. */
  costsDays?: number;
}

export interface Clock {
  step: Step;
  kind: "running" | "setting" | "in hand";
  from: number;
  until: number;
}

/** What somebody has at hand tonight. */
export interface AtHand extends Having {
  minutes: number;
}

/** Steps that could be done but for something that goes by the clock. */
export interface Later {
  need: Need;
  steps: number;
  /** When the first of them is planned; null where none of them finds such an hour in the evenings. */
  at: number | null;
}

export interface Tonight {
  now: number;
  offers: Offer[];
  /** The same offers as goes at the bench: one stage through all pieces. */
  sessions: Go[];
  /** What waits for its hours, such as daylight. */
  later: Later[];
  /** The plate to start before bed. */
  beforeBed: Offer | null;
  clocks: Clock[];
  /** Over all scenes that are at work: one pair of hands, one set of printers. */
  schedule: Schedule;
  /** Of the open scene. */
  steps: Step[];
  /** Of every scene that does not rest. */
  all: Step[];
  /** Keys in the order in which steps were placed, where the search found one that is ready sooner. */
  order: readonly string[] | null;
  /** Of every scene's steps, by their keys. */
  states: Map<string, StepState>;
  nights: Stretch[];
  asleep: boolean;
  done: number;
  /** What is left of the person's and the machines' time, s. */
  handsOnS: number;
  machineS: number;
  evenings: number;
  finish: number | null;
  /** Until then the plan says the same, but for what slips by the minute: something ends, or an evening or a night begins or ends. */
  nextAt: number;
}

/** So far ahead evenings are looked for. */
const HORIZON_DAYS = 240;

/** Steps of all scenes and where each stands. */
function standing(project: Project, others: readonly Project[], now: number): { steps: Step[]; states: Map<string, StepState> } {
  const steps = stepsOfScenes(project, others, now);
  const states = stepStates(
    steps.filter((s) => !s.scene),
    project.records,
    now,
  );
  for (const other of others) {
    const { id } = other.scene;
    const prefix = `${id}:`;
    const records = other.records.map((r) => ({ ...r, stepKey: prefix + r.stepKey }));
    for (const [key, state] of stepStates(
      steps.filter((s) => s.scene?.id === id),
      records,
      now,
    ))
      states.set(key, state);
  }
  return { steps: steps.map((s) => onItsPrinter(s, states)), states };
}

/** What was started stands where it was started, whichever printer its part is meant for now. */
function onItsPrinter(step: Step, states: ReadonlyMap<string, StepState>): Step {
  const of = step.machineS > 0 ? [step.key] : step.clears > 0 ? step.after : [];
  for (const key of of) {
    const state = states.get(key);
    const printerId = state && "record" in state ? state.record.print?.printerId : undefined;
    if (printerId !== undefined && step.printerId !== null && printerId !== step.printerId) return { ...step, printerId };
  }
  return step;
}

/** What runs, sets or is in hand goes on though its scene rests, and a plate that was started is to be cleared. */
const isUnderWay = (step: Step, states: ReadonlyMap<string, StepState>): boolean =>
  !["open", "blocked"].includes(states.get(step.key)!.kind) ||
  (step.clears > 0 && step.after.some((key) => ["running", "done"].includes(states.get(key)?.kind ?? "")));

/** Does something of a scene go on: a step that is open, or a plate that was printed and lies there? Its records say so without a plan. */
export function goesOn(records: readonly Pick<StepRecord, "stepKey" | "finishedAt" | "time">[]): boolean {
  const over = new Set(records.filter((r) => r.finishedAt !== null).map((r) => r.stepKey));
  return records.some((r) => r.finishedAt === null || (r.time === "machine" && !over.has(r.stepKey.replace(/\/start(\d*)$/, "/clear$1"))));
}

/** Evenings on which somebody helps. @param helpedNow what is said of the one that is going on; as planned where nothing is */
function helpedFrom(
  { evenings, timeZone }: Pick<Project["scene"], "evenings" | "timeZone">,
  now: number,
  days: number,
  helpedNow?: boolean,
): Stretch[] {
  const planned = eveningsFrom(
    now,
    evenings.filter((e) => e.helper),
    timeZone,
    days,
  );
  if (helpedNow === undefined) return planned;
  const going = helpedNow ? eveningsFrom(now, evenings, timeZone, 1).filter((e) => e.from <= now) : [];
  return mergedStretches([...going, ...planned.filter((e) => e.from > now)]);
}

/** Is it an evening on which somebody is to help? */
export const isHelped = (scene: Pick<Project["scene"], "evenings" | "timeZone">, now: number): boolean =>
  helpedFrom(scene, now, 1).some((e) => e.from <= now);

/** When nobody is up, when plates can be changed beside the evenings, when what steps need can be had, and which printers must be still when. */
export function plateHours(
  { scene, habits }: Pick<Project, "scene" | "habits">,
  now: number,
  helpedNow?: boolean,
): Omit<ScheduleOptions, "failures"> & Required<Pick<ScheduleOptions, "hours">> {
  const until = now + HORIZON_DAYS * 86_400_000;
  const loud = scene.printers.filter((p) => p.quiet).map((p) => p.id);
  const helped = helpedFrom(scene, now, HORIZON_DAYS, helpedNow);
  return {
    helped,
    nights: nightsBetween(now, until, scene.timeZone, habits.sleep),
    changes: eveningsFrom(now, habits.changes, scene.timeZone, HORIZON_DAYS),
    hours: hoursOfNeeds(now, until, { place: placeOf(habits), helped }),
    ...(habits.quiet && loud.length > 0
      ? { quiet: { hours: nightsBetween(now, until, scene.timeZone, habits.quiet), printers: new Set(loud) } }
      : {}),
  };
}

/** The evenings from now on that are the user's to plan, within the hours of a week. Hours of hands since Monday are used. */
export function eveningsOf(project: Project, others: readonly Project[], now: number): Stretch[] {
  const { scene, habits } = project;
  const all = eveningsFrom(now, scene.evenings, scene.timeZone, HORIZON_DAYS);
  if (habits.weekMostH === null || habits.weekMostH === undefined) return all;
  const monday = mondayOf(now, scene.timeZone);
  const usedS = [project, ...others]
    .flatMap((p) => p.records)
    .reduce((sum, r) => sum + (r.time === "hands" && r.startedAt >= monday && r.startedAt <= now ? (takenS(r) ?? r.plannedS) : 0), 0);
  return withinWeeks(all, habits.weekMostH, usedS, now, scene.timeZone);
}

/** Of so many open steps it is looked at what leaving them costs. */
const ASKED_FOR_COST = 6;

/** Everything is at hand, for whoever was not asked. */
const ALL_AT_HAND = { spray: true, airbrush: true, warm: true };

/**
 * @param atHand the time at hand in minutes, and what else is
 * @param awake the user says so: at night nothing is offered otherwise
 * @param others scenes that are at work beside the open one
 */
export function tonight(project: Project, now: number, atHand: number | AtHand, awake = false, others: readonly Project[] = []): Tonight {
  const have = typeof atHand === "number" ? { minutes: atHand, ...ALL_AT_HAND, helper: isHelped(project.scene, now) } : atHand;
  const { steps, states } = standing(project, others, now);
  const evenings = eveningsOf(project, others, now);
  const awaited = awaitedBy(steps, (key) => ["open", "blocked"].includes(states.get(key)?.kind ?? "open"), project, others, now);
  // Nothing of a scene that rests is planned or offered, the open one included.
  const resting = new Set(others.flatMap(({ scene }) => (scene.rests ? [scene.id] : [])));
  const rests = (s: Step): boolean => (s.scene ? resting.has(s.scene.id) : project.scene.rests);
  const atWork = steps.filter((s) => !rests(s) || isUnderWay(s, states));
  const hours = { ...plateHours(project, now, have.helper), ...(awaited.size > 0 && { notBefore: notBeforeOf(awaited) }) };
  const { plan, order } = bestSchedule(atWork, states, evenings, now, hours);
  // An evening that the user opened is open, also past bedtime.
  const inEvening = eveningsFrom(now, project.scene.evenings, project.scene.timeZone, 1).some((e) => e.from <= now && now < e.to);
  const changes = eveningsFrom(now, project.habits.changes, project.scene.timeZone, 1);
  // Nor is who is up to change a plate.
  const up = inEvening || changes.some((c) => c.from <= now && now < c.to);
  const asleep = !up && isNight(now, project.scene.timeZone, project.habits.sleep);

  const clocks: Clock[] = [];
  for (const step of steps) {
    const s = states.get(step.key)!;
    if (s.kind === "running" || s.kind === "setting")
      clocks.push({
        step,
        kind: s.kind,
        from: s.since,
        until: s.until,
      });
    else if (s.kind === "in hand")
      clocks.push({
        step,
        kind: "in hand",
        from: s.since,
        until: s.since + step.handsOnS * 1000,
      });
  }
  clocks.sort((a, b) => a.until - b.until);

  const own = steps.filter((s) => !s.scene);
  const ownSlots = plan.slots.filter((s) => !s.step.scene);
  const last = ownSlots.reduce((latest: number, s: Slot) => Math.max(latest, s.free), now);
  const place = placeOf(project.habits);
  // What would be gone before it is done is not there.
  const atHandFor = (s: Step, needs = s.needs): boolean =>
    [now, now + Math.min(s.handsOnS * 1000, MUST_LAST_MS)].every((at) => isThere(needs, have, at, place));
  const another = evenings.find((e) => e.from > now);
  // What the plan itself has later costs nothing if it is left.
  const planned = new Map(plan.slots.map((s) => [s.key, s.hands[0]?.from ?? 0]));
  const costs = (open: readonly Step[]): ReadonlyMap<string, number> =>
    inEvening && another && atWork.length <= MOST_STEPS
      ? costOfWaiting(
          open
            .filter((s) => planned.get(s.key)! < another.from)
            .slice(0, ASKED_FOR_COST)
            .map((s) => s.key),
          another.from,
          { steps: atWork, states, evenings, now, options: hours, order, finish: plan.finish },
        )
      : new Map();
  // What stands open or still airs: flame waits for another evening.
  const airing = clocks.some((c) => c.kind !== "running" && c.step.cautions.some((id) => OPEN_SOLVENT.includes(id)));
  const burning = clocks.some((c) => c.kind === "in hand" && c.step.cautions.includes("heat"));
  const pairs = have.helper ? (2 as const) : (1 as const);
  const offers =
    asleep && !awake
      ? []
      : offersNow(
          atWork,
          states,
          Array.from({ length: pairs }, () => have.minutes),
          (s) => atHandFor(s) && !awaited.has(s.key) && !(airing && burns(s)) && !(burning && airs(s)),
          costs,
        );
  return {
    now,
    steps: own,
    all: atWork,
    sessions: goesOf(offers, have.minutes, pairs),
    beforeBed: plateBeforeBed(offers, now, hours),
    order: order ? [...order.keys()] : null,
    states,
    clocks,
    schedule: plan,
    asleep,
    offers,
    later: laterOf(atWork, states, plan, hours.hours, atHandFor),
    nights: nightsBetween(now - 6 * 3600000, now + 30 * 3600000, project.scene.timeZone, project.habits.sleep),
    done: own.filter((s) => ["done", "setting"].includes(states.get(s.key)!.kind)).length,
    handsOnS: plan.handsOnS,
    machineS: plan.machineS,
    evenings: evenings.filter((e) => e.from < last && ownSlots.some((s) => s.hands.some((h) => h.from < e.to && h.to > e.from))).length,
    finish: project.scene.rests ? null : plan.finish,
    nextAt: nextAfter(now, [
      clocks.map((c) => c.until),
      ...[evenings, changes, nightsBetween(now, now + 36 * 3_600_000, project.scene.timeZone, project.habits.sleep)].map((hours) =>
        hours.flatMap((h) => [h.from, h.to]),
      ),
      // Daylight that comes or goes changes nothing where no step needs it.
      ...[...hours.hours].flatMap(([need, list]) =>
        atWork.some((s) => s.needs.includes(need)) ? [list.slice(0, 3).flatMap((h) => [h.from, h.to])] : [],
      ),
    ]),
  };
}

/** A plan that begins now and is not begun slips: after so long it is made anew, ms. */
const SLIPS_MS = 5 * 60_000;

const nextAfter = (now: number, moments: readonly (readonly number[])[]): number =>
  moments.flat().reduce((next, at) => (at > now && at < next ? at : next), now + SLIPS_MS);

/** Steps of the open scene, whether it rests or not, and of all that are at work beside it. */
export const stepsOfAll = ({ steps, all }: Pick<Tonight, "steps" | "all">): Step[] => [...steps, ...all.filter((s) => s.scene)];

/** What is known when nothing could be reckoned. */
export const noTonight = (now: number): Tonight => ({
  now,
  offers: [],
  later: [],
  sessions: [],
  beforeBed: null,
  order: null,
  clocks: [],
  schedule: { slots: [], finish: null, unplaced: [], handsOnS: 0, machineS: 0 },
  steps: [],
  all: [],
  states: new Map(),
  nights: [],
  asleep: false,
  done: 0,
  handsOnS: 0,
  machineS: 0,
  evenings: 0,
  finish: null,
  nextAt: now + SLIPS_MS,
});

/**
 * Open steps by what they unlock: the longest way to the end first, machines before hands of equal length.
 * @param minutes that each pair of hands has
 */
function offersNow(
  steps: readonly Step[],
  states: ReadonlyMap<string, StepState>,
  minutes: readonly number[],
  isAtHand: (step: Step) => boolean,
  costsOf: (open: readonly Step[]) => ReadonlyMap<string, number>,
): Offer[] {
  const tail = tails(steps);
  const busy = heldPrinters(steps, states);
  const open = steps.filter(
    (s) => states.get(s.key)?.kind === "open" && s.plates === 1 && isAtHand(s) && !(s.machineS > 0 && s.printerId && busy.has(s.printerId)),
  );
  const followers = new Map<string, number>();
  for (const s of steps) for (const key of new Set(s.after)) followers.set(key, (followers.get(key) ?? 0) + 1);
  const value = (s: Step): number =>
    (tail.get(s.key) ?? 0) + (s.urgencyS ?? 0) + (s.machineS > 0 ? 24 * 3600 : 0) + (s.clears > 0 ? 12 * 3600 : 0);
  open.sort((a, b) => value(b) - value(a));
  // What costs a day if it is left comes before what does not.
  const costs = costsOf(open);
  open.sort((a, b) => Math.sign(costs.get(b.key) ?? 0) - Math.sign(costs.get(a.key) ?? 0));
  /** Of each pair of hands, s. */
  const left = minutes.map((m) => m * 60);
  const claimed = new Set<string>();
  const offers: Offer[] = [];
  let solvent = false,
    flame = false;
  for (const step of open) {
    // Flame and open solvent are never offered for one evening: what comes first holds.
    if ((burns(step) && solvent) || (airs(step) && flame)) continue;
    // Two plates cannot be started on one printer.
    const clash = step.machineS > 0 && step.printerId !== null && claimed.has(step.printerId);
    if (clash) continue;
    solvent ||= airs(step);
    flame ||= burns(step);
    const by = takesTwo(step) ? left.map((_, i) => i) : [left.indexOf(Math.max(...left))];
    const fits = by.every((i) => step.handsOnS <= left[i]);
    if (fits) {
      for (const i of by) left[i] -= step.handsOnS;
      if (step.machineS > 0 && step.printerId) claimed.add(step.printerId);
    }
    const unlocks = followers.get(step.key) ?? 0;
    const costsDays = costs.get(step.key);
    offers.push({ step, unlocks, fits, why: reason(step, unlocks), ...(costsDays !== undefined && { costsDays }) });
  }
  // What fits comes first; the order of worth stays inside both groups.
  return [...offers.filter((o) => o.fits), ...offers.filter((o) => !o.fits)];
}

const airs = (s: Step): boolean => s.cautions.some((id) => OPEN_SOLVENT.includes(id));
const burns = (s: Step): boolean => s.cautions.includes("heat");

/** What goes by the clock must last for a step, or for so long of it. Common choice. */
const MUST_LAST_MS = 3_600_000;

/** What is open and waits for its hours: with when the plan has the first of it. */
function laterOf(
  steps: readonly Step[],
  states: ReadonlyMap<string, StepState>,
  plan: Schedule,
  hours: ReadonlyMap<Need, readonly Stretch[]>,
  isAtHand: (step: Step, needs: Need[]) => boolean,
): Later[] {
  const starts = new Map(plan.slots.flatMap((s) => (s.hands[0] ? [[s.key, s.hands[0].from] as const] : [])));
  return [...hours.keys()].flatMap((need): Later[] => {
    const open = steps.filter((s) => s.needs.includes(need) && states.get(s.key)?.kind === "open" && !isAtHand(s, [need]));
    if (open.length === 0) return [];
    const planned = open.flatMap((s) => starts.get(s.key) ?? []);
    return [{ need, steps: open.length, at: planned.length > 0 ? Math.min(...planned) : null }];
  });
}

/** A plate is for the night if so much of its run lies in it. Common choice. */
const OF_THE_NIGHT = 0.5;

/** The plate that fills the night: of those that run while everybody sleeps, the one that runs longest in it. */
function plateBeforeBed(offers: readonly Offer[], now: number, { nights = [], quiet }: ScheduleOptions): Offer | null {
  const night = nights.find((n) => n.to > now);
  if (!night) return null;
  /** From when it would be started now, so much of its run lies in the night, ms. */
  const asleepMs = ({ step }: Offer): number => {
    const from = now + step.handsOnS * 1000;
    const loud = quiet?.printers.has(step.printerId ?? "") && quiet.hours.some((q) => q.from < from + step.machineS * 1000 && q.to > from);
    if (loud) return 0;
    return Math.max(0, Math.min(night.to, from + step.machineS * 1000) - Math.max(night.from, from));
  };
  return offers
    .filter(
      (o) =>
        o.step.machineS > 0 && asleepMs(o) > 0 && asleepMs(o) >= OF_THE_NIGHT * Math.min(o.step.machineS * 1000, night.to - night.from),
    )
    .reduce((best: Offer | null, o) => (best && asleepMs(best) >= asleepMs(o) ? best : o), null);
}

function reason(step: Step, unlocks: number): string {
  if (step.machineS > 0) return "it prints while you do something else";
  if (step.clears > 0) return "frees the printer";
  if (step.waitS >= 4 * 3600) return "it can set overnight";
  if (unlocks > 0) return step.waitS > 0 ? "it can dry while you carry on" : "unlocks the next step";
  return "the last step of this part";
}
