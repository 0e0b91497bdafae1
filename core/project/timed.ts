/** What records say of time: how long a step took, and what that teaches of a kind of work. */
import { ofOne } from "../derive";
import { paceOf, type Pace, type Timed } from "../learn";
import { paceKey, type Rests } from "../work";
import type { Lesson, StepRecord } from "./types";

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

/** Lessons about work of these steps: of their tool, task or method, else of their kind; the newest first. */
export function lessonsAbout(lessons: readonly Lesson[], rests: readonly Rests[], most: number): Lesson[] {
  const kinds = new Set(rests.map((r) => r.kind));
  const keys = new Set(rests.map(paceKey));
  return lessons
    .filter((l) => (l.key === undefined ? l.about === null || kinds.has(l.about) : keys.has(l.key)))
    .sort((a, b) => b.at - a.at)
    .slice(0, most);
}

/** Own minutes from the records of some scenes. */
export const paceOfRecords = (lists: readonly (readonly StepRecord[])[]): Pace => paceOf(lists.flatMap(timedOf));
