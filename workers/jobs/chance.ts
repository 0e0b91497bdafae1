/** The schedule run many times over. */
import { ok } from "../../core/units";
import { finishChance } from "../../core/plan";
import type { Job } from "../messages";
import type { Jobs } from "../protocol";

export const chance: Job<Jobs["chance"]["request"], Jobs["chance"]["answer"]> = {
  failed: "The chance could not be reckoned",
  tooLarge: "The scene has too many steps for this machine's memory.",
  run: ({ steps, states, evenings, hours, hazards, person, now }) =>
    Promise.resolve(ok({ answer: finishChance(steps, states, evenings, now, { ...hours, hazards, person }) })),
};
