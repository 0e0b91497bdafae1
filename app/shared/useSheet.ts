/** The drawn sheet of a part, for its mesh, size and side up; and its silhouettes, which stand at once. */
import type { Part } from "~core/project";
import { outlineRequest, sheetRequest } from "~core/results";
import type { Sheet } from "~core/drawing";
import { useResult } from "~app/data/results.client";
import { PRIORITY, type Priority } from "../../workers/pool";

export interface SheetState {
  sheet: Sheet | null;
  /** Views without edges and surfaces: at the same scale and places, until the sheet is there. */
  outline: Sheet | null;
  progress: number;
  problem: string | null;
}

export function useSheet(part: Part): SheetState {
  const answer = useResult(sheetRequest(part));
  const outline = useOutline(part, answer.state !== "ready");
  return {
    sheet: answer.state === "ready" ? answer.value : null,
    outline,
    progress: answer.state === "reckoning" ? answer.share : 0,
    problem: answer.state === "failed" ? answer.problem.message : null,
  };
}

/** The silhouettes alone. */
export function useOutline(part: Part, wanted = true, priority: Priority = PRIORITY.eye): Sheet | null {
  const answer = useResult(wanted ? outlineRequest(part) : null, priority);
  return answer.state === "ready" ? answer.value : null;
}
