/** Jobs on the plan that are too long for the page's own thread. */
import type { FinishChance, Step, StepState, Stretch } from "../../core/plan";

export type PlanJobs = {
  chance: {
    request: { steps: Step[]; states: Map<string, StepState>; evenings: Stretch[]; nights: Stretch[]; now: number };
    answer: FinishChance;
  };
};
