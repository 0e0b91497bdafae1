/**
 * The chance to be ready by a date: the schedule run many times with durations that vary and prints that fail.
 * Hands-on times vary log-normally, by a factor of one's own that all steps share (whoever is slow is slow at everything) and one of
 * each step: without the first the sum would be far too sure. A machine job fails at a constant rate and is begun again when somebody is
 * awake. Evenings fall through: their share is drawn too, about what the user said of it, else what records tell, from one in
 * ten on (see core/learn). All spreads are weak priors (common practice, no source)
 * until the user's own record is long enough. Seeded, so the same project gives the same answer.
 */
import { randomBeta } from "d3";
import { shareOfEvenings, type EveningsSeen, type Learned } from "../learn";
import type { Habits } from "../project";
import { expectedHours, type Hazard } from "../print";
import { seededRandom } from "../units";
import { schedule, type ScheduleOptions } from "./schedule";
import { LATE_MS, notBeforeOf, type Waits } from "./awaits";
import type { Stretch } from "./evenings";
import type { StepState } from "./status";
import type { Step } from "./steps";

/** Standard deviations of the logarithm of hands-on time, shared and of each step; the same for the machines' failure rate; failures an hour. */
const SPREAD = { pace: 0.3, saidPace: 0.2, handsOn: 0.35, rate: 0.5, failuresPerHour: 0.01 };

/** What was said of evenings counts as so many that were seen. */
const SAID_EVENINGS = 20;
const NONE_SEEN: EveningsSeen = { planned: 0, happened: 0 };
/** From so many on it is told that records say so. */
const LEAST_EVENINGS = 5;

/** What the user says of their own evenings and hours, and what records tell. */
export type Person = Pick<Habits, "eveningsOfTen" | "hoursTake"> & {
  seen?: EveningsSeen;
  /** What is learned of hands: the plan's minutes have it in them, and are so much surer. */
  pace?: Learned;
};

/** What the chance allows for, and whether somebody said so. */
export function personWords({ eveningsOfTen = null, hoursTake = null, seen, pace }: Person): string {
  const learned = eveningsOfTen === null && seen !== undefined && seen.planned >= LEAST_EVENINGS;
  const share = eveningsOfTen ?? 10 * shareOfEvenings(seen ?? NONE_SEEN).mean;
  // What is learned is no surer than to the whole evening.
  const missed = eveningsOfTen === null ? Math.round(10 - share) : Math.round((10 - share) * 10) / 10;
  const evenings =
    missed === 0 ? (eveningsOfTen === null ? "hardly a missed evening" : "no missed evenings") : `${missed} in 10 evenings missed`;
  const hours = hoursTake === null || hoursTake === 1 ? "hours as planned" : `${Math.round(hoursTake * 60)} min for a planned hour`;
  const byRecords = [
    learned ? `${seen.happened} of ${seen.planned} planned evenings happened` : "",
    hoursTake === null && pace && pace.n > 0 ? `${pace.n} steps were timed` : "",
  ].filter(Boolean);
  const guessed = (eveningsOfTen === null && !learned ? 1 : 0) + (hoursTake === null && !(pace && pace.n > 0) ? 1 : 0);
  const said =
    guessed === 2
      ? "Both are estimates: enter your own."
      : guessed === 1
        ? "One of the two is an estimate."
        : byRecords.length > 0
          ? ""
          : "As you entered.";
  const told = byRecords.length > 0 ? `By your records: ${byRecords.join(", ")}.` : "";
  return [`Allows for ${evenings} and ${hours}.`, told, said].filter(Boolean).join(" ");
}

export interface FinishChance {
  /** Finishing times in ms since 1970, earliest first; Infinity where the evenings did not suffice. */
  finishes: number[];
  p50: number;
  p80: number;
  p95: number;
}

/** After how many seconds each run of a job fails before one goes well: none as a rule. */
export function failuresOf(jobS: number, { start, perHour }: Hazard, random: () => number): number[] {
  const out: number[] = [];
  for (let tries = 0; tries < 50; tries++) {
    if (start > 0 && random() < start) {
      out.push(Math.min(jobS, LOST_AT_START_S));
      continue;
    }
    const failsAfterS = (-Math.log(1 - random()) / perHour) * 3600;
    if (failsAfterS >= jobS) return out;
    out.push(failsAfterS);
  }
  return out;
}

/** A start that does not hold is seen after so long. Common practice, no source. */
const LOST_AT_START_S = 900;

/** Plates beyond this many differ from their mean by less than the model is right. */
const MANY_PLATES = 200;

/** Seconds of all plates of a step, each with its own failures. */
function platesWithRestarts(step: Step, hazard: Hazard, random: () => number): number {
  const plateS = step.machineS / step.plates;
  if (step.plates > MANY_PLATES) return step.plates * Math.min(50 * plateS, 3600 * expectedHours(hazard, plateS / 3600));
  let total = 0;
  for (let n = 0; n < step.plates; n++) total += plateS + failuresOf(plateS, hazard, random).reduce((a, b) => a + b, 0);
  return total;
}

/** What is known of each printer's failures; a printer that is not named counts as any. */
type Hazards = ReadonlyMap<string, Hazard>;

/** What a chance is reckoned from. */
export interface ChanceOf {
  steps: readonly Step[];
  states: ReadonlyMap<string, StepState>;
  evenings: readonly Stretch[];
  now: number;
  /** When nobody begins a failed print again, when plates can be changed, when printers must be still. */
  hours?: Omit<ScheduleOptions, "failures">;
  /** Learned of each printer. */
  hazards?: Hazards;
  person?: Person;
  /** What steps wait for from outside. */
  awaited?: ReadonlyMap<string, readonly Waits[]>;
  /** When the scene is wanted, ms, and in which time zone. */
  date?: { at: number; timeZone: string };
}

const RUNS = 200;

/** The same run by run, for whoever has other things to do between. Yields the share that is done. */
export function* chanceRuns(
  { steps, states, evenings, now, hours = {}, hazards, person, awaited }: ChanceOf,
  runs = RUNS,
  seed = 1,
): Generator<number, FinishChance> {
  const random = seededRandom(seed);
  const normal = (): number => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  const { eveningsOfTen = null, hoursTake = null, seen = NONE_SEEN, pace: learned } = person ?? {};
  const known = shareOfEvenings(seen);
  const share = eveningsOfTen === null ? null : eveningsOfTen / 10;
  const happens =
    share === null
      ? randomBeta.source(random)(known.alpha, known.beta)
      : randomBeta.source(random)(0.5 + SAID_EVENINGS * share, 0.5 + SAID_EVENINGS * (1 - share));
  const finishes: number[] = [];
  for (let i = 0; i < runs; i++) {
    const pace = (hoursTake ?? 1) * Math.exp((hoursTake === null ? (learned?.sd ?? SPREAD.pace) : SPREAD.saidPace) * normal());
    const happen = happens();
    // The evening that has begun is there.
    const held = evenings.filter((e) => e.from <= now || random() < happen);
    const luck = Math.exp(SPREAD.rate * normal());
    const hazard = (s: Step): Hazard => {
      const own = s.printerId === null ? undefined : hazards?.get(s.printerId);
      return own ? { start: own.start, perHour: own.perHour * luck } : { start: 0, perHour: SPREAD.failuresPerHour * luck };
    };
    const failures = new Map<string, number[]>();
    const varied = steps.map((s): Step => {
      if (s.machineS > 0 && s.plates === 1) failures.set(s.key, failuresOf(s.machineS, hazard(s), random));
      return {
        ...s,
        handsOnS: s.handsOnS * pace * Math.exp(SPREAD.handsOn * normal()),
        machineS: s.machineS > 0 && s.plates > 1 ? platesWithRestarts(s, hazard(s), random) : s.machineS,
      };
    });
    const late = new Map<string, number>();
    const lateMs = (id: string): number => {
      const known = late.get(id) ?? -Math.log(1 - random()) * LATE_MS;
      late.set(id, known);
      return known;
    };
    const notBefore = awaited && notBeforeOf(awaited, lateMs);
    finishes.push(schedule(varied, states, held, now, { ...hours, failures, ...(notBefore && { notBefore }) }).finish ?? Infinity);
    yield (i + 1) / runs;
  }
  finishes.sort((a, b) => a - b);
  const at = (p: number): number => finishes[Math.min(runs - 1, Math.ceil(p * runs) - 1)];
  return { finishes, p50: at(0.5), p80: at(0.8), p95: at(0.95) };
}

/** Runs it to the end. */
export function finishChance(of: ChanceOf, runs = RUNS, seed = 1): FinishChance {
  const going = chanceRuns(of, runs, seed);
  for (;;) {
    const step = going.next();
    if (step.done) return step.value;
  }
}

/** Share of the runs that are ready by `date`. */
export const chanceBy = (chance: FinishChance, date: number): number =>
  chance.finishes.filter((f) => f <= date).length / chance.finishes.length;
