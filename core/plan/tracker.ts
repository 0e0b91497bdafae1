/**
 * Where every piece of a part is: needed, printed, good, failed, spare, fitted, primed, painted, placed. What finished steps and
 * print records say is counted; what happened without a step is tallied by hand, and the larger of the two holds.
 */
import { FAILURE_CAUSES } from "../print";
import { countedOf, recordsOf, type Part, type Project, type StepRecord } from "../project";
import { type Counted } from "../work";
import { kindOf } from "../stations/kinds";
import { surroundingsOfPart } from "./stack";
import { failedCount, goodCount, stepsAmong, stepsOfPart, type Step } from "./steps";
import { stepStates, type StepState } from "./status";

export interface Track {
  needed: number;
  printed: number;
  good: number;
  failed: number;
  /** Good ones beyond what is needed. */
  spare: number;
  fitted: number;
  primed: number;
  painted: number;
  placed: number;
}

export const TRACK_KEYS: (keyof Track)[] = ["needed", "printed", "good", "failed", "spare", "fitted", "primed", "painted", "placed"];

/** @param known steps and where each stands, for whoever has the plan at hand */
export function trackOf(
  part: Part,
  project: Project,
  now: number,
  known?: { steps: readonly Step[]; states: ReadonlyMap<string, StepState> },
): Track {
  const good = goodCount(part, project.records),
    failed = failedCount(part, project.records);
  const made = part.source.kind === "scratch" ? Math.max(good, part.copies) : good;
  const steps = known ? stepsAmong(known.steps, part.id) : stepsOfPart(part, project);
  const states = known ? known.states : stepStates(steps, project.records, now);
  const allDone = (mine: readonly Step[]): boolean => mine.length > 0 && mine.every((s) => states.get(s.key)?.kind === "done");
  const at = surroundingsOfPart(part, project);
  const items = new Map(part.work.map((w) => [w.id, w]));
  const counted = (as: Counted): Step[] =>
    steps.filter((s) => {
      const w = items.get(s.itemId);
      return w !== undefined && kindOf(w).counts(w, at, s.key.slice(`${part.id}/${w.id}/`.length)) === as;
    });
  const count = (done: boolean, tally: number): number => Math.min(made, Math.max(done ? made : 0, tally));
  return {
    needed: part.copies,
    printed: good + failed,
    good,
    failed,
    spare: Math.max(0, made - part.copies),
    fitted: count(allDone(counted("fitted")), part.tally.fitted),
    primed: count(allDone(counted("primed")), part.tally.primed),
    painted: count(allDone(counted("painted")), part.tally.painted),
    placed: Math.min(made, part.tally.placed),
  };
}

/** Counts of a whole scene. */
export function trackOfScene(project: Project, now: number): Track {
  const sum: Track = { needed: 0, printed: 0, good: 0, failed: 0, spare: 0, fitted: 0, primed: 0, painted: 0, placed: 0 };
  for (const part of project.parts) {
    const t = trackOf(part, project, now);
    for (const key of TRACK_KEYS) sum[key] += t[key];
  }
  return sum;
}

export interface SparesAdvice {
  /** Pieces still to print, without spares. */
  missing: number;
  spares: number;
  /** Chance that one comes out good. */
  goodShare: number;
  why: string;
}

/** Prior for the share of good prints: nine in ten, weighing as much as ten prints. A weak prior; the user's own record outweighs it. */
const PRIOR = { good: 9, failed: 1 };
/** Enough are good with this chance. */
const SURE = 0.9;
/** Pieces with no side longer than this get lost on the floor: one in twenty. Common practice, no source. */
const CRUMB_MM = 15;
const LOST = 0.05;
/** A piece that takes a plate of its own is printed again when it fails, not beforehand. */
const ONE_BY_ONE = 1;
/** Beyond so many spares a piece they are no answer. Common practice, no source. */
const MOST_SPARES_EACH = 20;

/** So many spares are laid out by themselves, where room is left; more are proposed, and printed when the user says so. */
export const SPARES_UNASKED = 1;

/**
 * Failures that say something of the part. What fell together has one cause and counts once; what was stopped from outside, by the power
 * or by hand, is not the part's fault.
 */
function ownFailures(part: Part, records: readonly StepRecord[]): number {
  return (
    part.failedBefore +
    recordsOf(records, part.id).reduce((n, r) => {
      const { good, failed } = countedOf(r, part.id);
      const cause = r.print?.failure?.cause;
      if (failed === 0 || (cause && FAILURE_CAUSES[cause].outside)) return n;
      return n + (good === 0 ? 1 : failed);
    }, 0)
  );
}

/**
 * How many spares to print along: the least number with which enough are good nine times in ten. The share of good prints is itself not
 * known but learned, so the count of good ones is beta-binomial (Beta prior [published: conjugate prior of the binomial]).
 * @param perPlate how many fit on a plate
 */
export function sparesFor(part: Part, records: readonly StepRecord[], longestMm: number, perPlate: number): SparesAdvice {
  const good = goodCount(part, records),
    failed = ownFailures(part, records);
  const missing = Math.max(0, part.copies - good);
  const crumb = longestMm <= CRUMB_MM;
  const weight = PRIOR.good + PRIOR.failed + good + failed;
  const goodShare = ((PRIOR.good + good) / weight) * (crumb ? 1 - LOST : 1);
  if (missing === 0) return { missing, spares: 0, goodShare, why: "enough are good" };
  if (perPlate <= ONE_BY_ONE) return { missing, spares: 0, goodShare, why: "each takes a whole plate: reprint if one fails" };
  const enough = (spares: number): boolean =>
    chanceOfAtLeast(missing, missing + spares, { good: weight * goodShare, failed: weight * (1 - goodShare) }) >= SURE - 1e-9;
  let spares = 0,
    most = MOST_SPARES_EACH * missing;
  if (!enough(most)) return { missing, spares: 0, goodShare, why: "too many fail for spares to help: find the cause first" };
  // The chance rises with every spare: halved until one number is left.
  while (spares < most) {
    const half = (spares + most) >> 1;
    if (enough(half)) most = half;
    else spares = half + 1;
  }
  return {
    missing,
    spares,
    goodShare,
    why:
      spares === 0
        ? `${missing} will be enough nine times in ten`
        : `${missing + spares} give ${missing} good ones nine times in ten${crumb ? "; allows for losing one in twenty because they are small" : ""}`,
  };
}

/** Chance of at least `wanted` good ones among `tried`, where the share of good ones is Beta distributed with these counts (beta-binomial). */
export function chanceOfAtLeast(wanted: number, tried: number, beta: { good: number; failed: number }): number {
  // From one term to the next, in logarithms so that hundreds of pieces do not overflow.
  const { good: a, failed: b } = beta;
  let log = 0;
  // P(0 good): the product of (b + i) / (a + b + i).
  for (let i = 0; i < tried; i++) log += Math.log((b + i) / (a + b + i));
  let sum = wanted <= 0 ? Math.exp(log) : 0;
  for (let k = 0; k < tried; k++) {
    log += Math.log(((tried - k) * (a + k)) / ((k + 1) * (b + tried - k - 1)));
    if (k + 1 >= wanted) sum += Math.exp(log);
  }
  return Math.min(1, sum);
}
