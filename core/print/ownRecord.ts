/**
 * What one's own prints say of the model's hours: the ratio of taken to planned, as a range for eight prints in ten. The logarithm of the
 * ratio is followed as a level that wanders (local level model; its filter is exponential smoothing [published: Muth 1960, Kalman 1960]):
 * a machine that wears, a nozzle that was changed, a profile that was tuned. Older prints weigh less, the model's own range counts as a few
 * prints before the first, so that three of one's own move it a little and thirty a lot. The spread is that of what the filter did not
 * foresee, so a drift that it trails behind widens the range by as much.
 */

import type { PrintFacts } from "./facts";
import type { Printer, PrinterLesson } from "./printers";

/** The model's own range counts as so many prints. */
const PRIOR_PRINTS = 6;
/** So much of what one print says beyond the others is believed to last. Common practice, no source. */
const LASTING = 0.2;
/** What a surprise counts after one more print. Common practice, no source. */
const FADES = 0.96;
/** Eight in ten of a normal distribution lie within so many standard deviations. */
const EIGHT_IN_TEN = 1.2816;

export interface OwnRange {
  /** The middle of what is to be expected, as a share of the model's. */
  value: number;
  low: number;
  high: number;
  prints: number;
}

/** One print: taken ÷ planned, and how many times the variance of one's own it has, where it stood on another machine. */
interface Told {
  ratio: number;
  noise: number;
}
const own = (ratio: number): Told => ({ ratio, noise: 1 });

/**
 * @param model the model's range around 1, such as 0.75 to 1.25
 * @param ratios taken ÷ planned of finished prints that went well, oldest first
 */
export const ownRange = (model: { low: number; high: number }, ratios: readonly number[]): OwnRange => rangeOf(model, ratios.map(own));

const rangeOf = (model: { low: number; high: number }, told: readonly Told[]): OwnRange => {
  const following = followRange(model);
  told.forEach(following.add);
  return following.range();
};

/**
 * The range as it goes with each print: what is known after so many costs no more than the next one.
 * @param model the model's range around 1, such as 0.75 to 1.25
 * @returns `add` takes finished prints that went well, oldest first, as taken ÷ planned; `range` is what is known by now
 */
export function followRange(model: { low: number; high: number }): { add: (told: Told | number) => void; range: () => OwnRange } {
  const spread0 = (Math.log(model.high) - Math.log(model.low)) / 2 / EIGHT_IN_TEN;
  // In shares of a single print's variance: how unsure the level is, and how far it wanders from print to print.
  let unsure = 1 / PRIOR_PRINTS;
  const wander = (LASTING * LASTING) / (1 - LASTING);
  let mean = 0,
    squares = PRIOR_PRINTS * spread0 ** 2,
    weight = PRIOR_PRINTS,
    prints = 0;
  const add = (told: Told | number): void => {
    const { ratio, noise } = typeof told === "number" ? own(told) : told;
    if (!(ratio > 0 && Number.isFinite(ratio))) return;
    const before = unsure + wander;
    const gain = before / (before + noise);
    const surprise = Math.log(ratio) - mean;
    mean += gain * surprise;
    unsure = (1 - gain) * before;
    // The first prints correct the model: that is no scatter of the machine's, or only in part.
    squares = FADES * squares + (surprise * surprise) / (noise + before);
    weight = FADES * weight + 1;
    prints++;
  };
  const range = (): OwnRange => {
    if (prints === 0) return { value: 1, ...model, prints: 0 };
    const reach = EIGHT_IN_TEN * Math.sqrt((squares / weight) * (1 + unsure));
    return { value: Math.exp(mean), low: Math.exp(mean - reach), high: Math.exp(mean + reach), prints };
  };
  return { add, range };
}

/** From so many of its own on a printer is known by itself: fewer say more of the print than of the machine. Common practice, no source. */
export const OWN_FEW = 3;
/** A print on an alike machine says as much as half of one's own. Common practice, no source. */
const ALIKE_NOISE = 2;

type Taught = Pick<Printer, "id" | "process" | "learned">;

/** Printers of the same process, this one left out: the model errs on them alike. */
export const alikeOf = <T extends Pick<Printer, "id" | "process">>(printer: Pick<Printer, "id" | "process">, all: readonly T[]): T[] =>
  all.filter((p) => p.id !== printer.id && p.process === printer.process);

/**
 * What the user's own figures make of the model's on this printer: factors of time and mass with their ranges. Alike printers inform each
 * other; until one has a few lessons of its own, all alike go by what was learned on any of them, so that one print drives no part to
 * another machine.
 * @param all the printers of the scene
 */
export function learnedOf(
  printer: Taught,
  model: { time: { low: number; high: number }; mass: { low: number; high: number } },
  all: readonly Taught[],
): { time: OwnRange; mass: OwnRange } {
  const others = alikeOf(printer, all).flatMap((p) => p.learned ?? []);
  const mine = printer.learned ?? [];
  const oldestFirst = (list: readonly PrinterLesson[]): PrinterLesson[] => [...list].sort((a, b) => a.at - b.at);
  const known = mine.length >= OWN_FEW || alikeOf(printer, all).length === 0;
  const told = known
    ? [...oldestFirst(others).map((l) => ({ l, noise: ALIKE_NOISE })), ...oldestFirst(mine).map((l) => ({ l, noise: 1 }))]
    : oldestFirst([...others, ...mine]).map((l) => ({ l, noise: ALIKE_NOISE }));
  return {
    time: rangeOf(
      model.time,
      told.map(({ l, noise }) => ({ ratio: l.timeRatio, noise })),
    ),
    mass: rangeOf(
      model.mass,
      told.flatMap(({ l, noise }) => (l.massRatio === null ? [] : [{ ratio: l.massRatio, noise }])),
    ),
  };
}

/** A range as a share of its value. */
export const shareOf = ({ value, low, high }: Record<"value" | "low" | "high", number>): { low: number; high: number } =>
  value > 0 ? { low: low / value, high: high / value } : { low: 1, high: 1 };

/** The factor by which the printer's lessons, and those of printers like it, correct the model's time. */
export const learnedTime = (printer: Taught, { one: { timeS, massG } }: PrintFacts, all: readonly Taught[]): number =>
  learnedOf(printer, { time: shareOf(timeS), mass: shareOf(massG) }, all).time.value;
