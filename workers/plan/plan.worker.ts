/** The schedule run many times over, off the page. */
import { ok } from "../../core/measure";
import { finishChance } from "../../core/plan";
import { fault, serve } from "../pool/serve";
import type { PlanJobs } from "./protocol";

serve<PlanJobs>(
  {
    chance: ({ steps, states, evenings, nights, now }) =>
      Promise.resolve(ok({ answer: finishChance(steps, states, evenings, now, nights), transfer: [] })),
  },
  (error) => fault("plan.failed", "The chance could not be reckoned", "The scene has too many steps for this machine's memory.", error),
);
