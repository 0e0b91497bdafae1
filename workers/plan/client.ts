/** The page's side of the plan worker. */
import type { Result } from "../../core/measure";
import { Lane, type JobOptions } from "../pool/lane";
import type { PlanJobs } from "./protocol";

const lane = new Lane<PlanJobs>(() => new Worker(new URL("./plan.worker.ts", import.meta.url), { type: "module" }));

export const runPlanJob = <N extends keyof PlanJobs>(
  job: N,
  request: PlanJobs[N]["request"],
  options: JobOptions = {},
): Promise<Result<PlanJobs[N]["answer"]>> => lane.run(job, request, options);
