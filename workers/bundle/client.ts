/** The page's side of the bundle worker, which is started when a scene is first saved or opened. */
import type { Result } from "../../core/measure";
import { Lane, type JobOptions } from "../pool/lane";
import type { BundleJobs } from "./protocol";

const lane = new Lane<BundleJobs>(() => new Worker(new URL("./bundle.worker.ts", import.meta.url), { type: "module" }));

export type BundleOptions = Pick<JobOptions, "onProgress" | "signal">;

export const runBundleJob = <N extends keyof BundleJobs>(
  job: N,
  request: BundleJobs[N]["request"],
  options: BundleOptions = {},
): Promise<Result<BundleJobs[N]["answer"]>> => lane.run(job, request, options);
