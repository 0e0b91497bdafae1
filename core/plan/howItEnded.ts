/** What a step that has ended counts for: whole parts that are there, pieces that failed, of each part on a plate. */
import type { StepResult } from "../project";
import type { Step } from "../work";

/** A part on the plate that was cleared, and how many of its pieces failed. */
export interface CameOff {
  partId: string;
  pieces: number;
  failed: number;
}

/**
 * A print that fails takes all that is on its plate; a cleared plate is counted. As many lost as were on it is a failure.
 * @param parts what is on the plate that is started or cleared; else the step's own part
 */
export function howItEnded(step: Pick<Step, "clears" | "onPlate" | "counts">, said: StepResult, parts: readonly CameOff[]) {
  const bad = parts.reduce((n, p) => n + p.failed, 0);
  const lost = said === "failed" ? step.onPlate : step.clears > 0 ? bad : 0;
  const failedOf = (p: CameOff): number => (said === "failed" ? p.pieces : p.failed);
  const result: StepResult = lost === 0 ? said : lost >= step.onPlate ? "failed" : "partly";
  return {
    result,
    good: Math.max(0, step.counts - lost),
    failed: lost,
    ...(parts.length > 1 &&
      (step.clears > 0 || lost > 0) && {
        came: parts.map((p) => ({ partId: p.partId, good: p.pieces - failedOf(p), failed: failedOf(p) })),
      }),
  };
}
