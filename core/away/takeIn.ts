/** An answer read against what is written down here: every step says what will happen before it counts. */
import { howItEnded } from "../plan";
import { isOld, mergeArrived, type Arrived, type StepRecord } from "../project";
import { formatDuration } from "../units";
import type { Handed, HandedStep } from "./handOut";
import type { AwayAnswer, AwayStep } from "./list";

/** A step that counts: what it begins with where it is not here yet, and how it ended. */
interface TakenStep {
  sceneId: string;
  n: number;
  step: HandedStep["start"];
  startedAt: number;
  arrived: Arrived;
}

export interface AwayReading {
  n: number;
  name: string;
  title: string;
  /** What is read, in words. */
  words: string;
  state: "new" | "changed" | "same" | "stays out";
  /** Null where nothing is to be done. */
  taken: TakenStep | null;
}

/**
 * So much is added to the other device's times, ms: its clock cannot have opened the list before it was made, nor have sent what comes only
 * later. Between the two it is believed.
 */
export function clockShiftMs(handedAt: number, { openedAt, at }: Pick<AwayAnswer, "openedAt" | "at">, now: number): number {
  if (openedAt < handedAt) return handedAt - openedAt;
  return at > now ? now - at : 0;
}

/** What stands here of a step that was handed out. */
export interface StandsHere {
  record: StepRecord | undefined;
  /** Another record of the same step, that is in hand or was ended since the list was made. */
  other: "in hand" | "done" | null;
  /** Its part or its scene was deleted. */
  gone: boolean;
}

const RESULT = { good: "done", partly: "done, not quite right", failed: "failed" };

/** @param here what stands here of each step on the list */
export function readingsOf(handed: Handed, answer: AwayAnswer, here: (step: HandedStep) => StandsHere, now: number): AwayReading[] {
  const shift = clockShiftMs(handed.at, answer, now);
  const byNumber = new Map(handed.steps.map((s) => [s.n, s]));
  return answer.steps.flatMap((said) => {
    const step = byNumber.get(said.n);
    return step ? [readingOf(step, said, answer, shift, here(step))] : [];
  });
}

function readingOf(step: HandedStep, said: AwayStep, answer: AwayAnswer, shift: number, here: StandsHere): AwayReading {
  const photos = [...new Set(answer.pictures.filter((p) => p.n === said.n).map((p) => p.hash))];
  const parts = (step.plate.length > 0 ? step.plate : [{ partId: step.start.partId, pieces: step.counts.clears }]).map((p, i) => ({
    ...p,
    failed: Math.min(p.pieces, said.failed[i] ?? 0),
  }));
  const arrived: Arrived = {
    ...howItEnded(step.counts, said.result, parts),
    wentWrong: said.wentWrong,
    ...(said.note !== "" && { note: said.note }),
    ...(said.tookS !== null && { saidS: said.tookS }),
    finishedAt: Math.round(said.until + shift),
    at: answer.at,
    photos,
  };
  const taken: TakenStep = { sceneId: step.sceneId, n: step.n, step: step.start, startedAt: Math.round(said.from + shift), arrived };
  const about = { n: step.n, name: step.name, title: step.start.title };
  const how = [
    RESULT[arrived.result],
    ...(arrived.failed > 0 && step.counts.clears > 0 ? [`${arrived.failed} of ${step.counts.onPlate} failed`] : []),
    ...(arrived.saidS !== undefined ? [formatDuration(arrived.saidS)] : []),
    ...(said.wentWrong ? [`“${said.wentWrong}”`] : []),
    ...(said.note ? [`“${said.note}”`] : []),
    ...(photos.length > 0 ? [photos.length === 1 ? "a picture" : `${photos.length} pictures`] : []),
  ].join(", ");
  const out = (words: string): AwayReading => ({ ...about, words: `${how}. ${words}`, state: "stays out", taken: null });
  if (here.gone) return out("Its part was deleted here: left out.");
  if (here.record) {
    if (isOld(here.record.arrived, answer.at)) return { ...about, words: `${how}. Already here.`, state: "same", taken: null };
    const { change, kept } = mergeArrived(here.record, arrived);
    const stays = kept.length > 0 ? ` Changed here since, and stays: ${kept.join(", ")}.` : "";
    // Only what it rests on is new: there is nothing to write.
    if (Object.keys(change).length <= 1) return { ...about, words: `${how}. Already here.${stays}`, state: "same", taken: null };
    return { ...about, words: `${how}. Said again.${stays}`, state: "changed", taken };
  }
  if (here.other === "in hand") return out("It is in hand here: finish it or undo its start, then read this again.");
  if (here.other === "done") return out("It was done here meanwhile: left out.");
  return { ...about, words: `${how}.`, state: "new", taken };
}
