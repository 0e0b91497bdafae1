/** Every surface of a part with the school that is recommended for it, the one that was chosen, and the minutes of whichever counts. */
import { caseOf, plainestFirst, type KnownSurface, type Part, type Project } from "../project";
import { planSchool, recommend, type Recommended, type SurfaceCase } from "../surface";
import { hidesIn, type HideWork } from "../stations/kinds";

export interface Judged extends KnownSurface {
  c: SurfaceCase;
  best: Recommended;
  /** What the user has put into the plan for it. */
  planned: HideWork | null;
  /** The person's time for all copies, s. */
  handsOnS: number;
}

/** The plainest first. @param list of the part, as it is printed or as it is tried */
export function judgedSurfaces(part: Part, project: Project, list: readonly KnownSurface[]): Judged[] {
  const hides = hidesIn(part.work);
  return list
    .flatMap((k): Judged[] => {
      const c = caseOf(k, part, project);
      if (!c) return [];
      const best = recommend(c);
      const planned = hides.find((h) => h.surfaceId === k.said?.id) ?? null;
      return [{ ...k, c, best, planned, handsOnS: planSchool(planned?.school ?? best.school, c).handsOnS }];
    })
    .sort(plainestFirst);
}
