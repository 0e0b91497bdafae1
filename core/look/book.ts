/** The book of a scene: what was done, the last first, and its sums. Hands and machines are kept apart: they are different hours. */
import { define } from "../derive";
import { failedCount, goodCount } from "../plan";
import { SCENE, takenS, type Project, type StepRecord } from "../project";

/** How the time that was taken compares with what was planned, over so many steps that were timed. */
export interface TakenShare {
  plannedS: number;
  takenS: number;
  steps: number;
}

export interface Book {
  /** What has ended, the last begun first. */
  done: readonly StepRecord[];
  good: number;
  failed: number;
  /** Null where nothing was timed. */
  hands: TakenShare | null;
  machine: TakenShare | null;
  /** Prints that failed, and what they took: lost, and no word on the plan. */
  lost: { prints: number; machineS: number };
}

function shareOf(records: readonly StepRecord[]): TakenShare | null {
  const sum = { plannedS: 0, takenS: 0, steps: 0 };
  for (const r of records) {
    const taken = takenS(r);
    if (taken === null) continue;
    sum.plannedS += r.plannedS;
    sum.takenS += taken;
    sum.steps++;
  }
  return sum.plannedS > 0 ? sum : null;
}

export const bookOf = define({
  name: "the book",
  scope: SCENE,
  read({ parts, records }: Pick<Project, "scene" | "parts" | "records">): Book {
    const done = records.filter((r) => r.finishedAt !== null).sort((a, b) => b.startedAt - a.startedAt);
    const lost = done.filter((r) => r.time === "machine" && r.result === "failed");
    return {
      done,
      good: parts.reduce((n, p) => n + goodCount(p, records), 0),
      failed: parts.reduce((n, p) => n + failedCount(p, records), 0),
      hands: shareOf(done.filter((r) => r.time === "hands")),
      machine: shareOf(done.filter((r) => r.time === "machine" && r.result !== "failed")),
      lost: { prints: lost.length, machineS: lost.reduce((n, r) => n + (takenS(r) ?? 0), 0) },
    };
  },
});
