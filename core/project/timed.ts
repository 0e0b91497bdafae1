/** What records say of time: how long a step took, and what that teaches of a kind of work. */
import { ofOne } from "../derive";
import { paceOf, type Pace, type Timed } from "../learn";
import { paceKey } from "../work";
import type { StepRecord } from "./types";

/** Seconds that a step took: what the user said, or from its start to its end; null when it goes on, or the clock was set back meanwhile and nobody knows. */
export const takenS = (r: StepRecord): number | null => r.saidS ?? clockedS(r);

const clockedS = (r: StepRecord): number | null =>
  r.finishedAt === null || r.untimed || r.finishedAt < r.startedAt ? null : (r.finishedAt - r.startedAt) / 1000;

/** What a record teaches; failed work says nothing of what it takes, and of time that somebody said there is no table. */
function timedBy(r: StepRecord): Timed[] {
  const taken = takenS(r);
  if (r.time !== "hands" || taken === null || r.result === "failed" || r.result === null || !r.rests || r.rests.said) return [];
  const by = typeof r.rests.pace === "number" && r.rests.pace > 0 ? r.rests.pace : 1;
  return [{ key: paceKey(r.rests), tableS: r.plannedS / by, takenS: taken }];
}

/** Hands that were timed, by the kind of work. Rows of an older program may hold anything: what cannot be read teaches nothing. */
const timedOf = ofOne((records: readonly StepRecord[]): readonly Timed[] => {
  try {
    return records.flatMap(timedBy);
  } catch {
    return [];
  }
});

/** Own minutes from the records of some scenes. */
export const paceOfRecords = (lists: readonly (readonly StepRecord[])[]): Pace => paceOf(lists.flatMap(timedOf));
