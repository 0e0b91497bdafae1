/** The page's side of the pool: as many workers as there are cores, less one for the page itself. */
import type { Result } from "../core/units";
import { Pool, type JobOptions } from "./pool";
import type { JobName, Jobs } from "./protocol";

const cores = (): number => (typeof navigator === "undefined" ? 2 : navigator.hardwareConcurrency || 2);

const pool = new Pool<Jobs>(() => new Worker(new URL("./pool.worker.ts", import.meta.url), { type: "module" }), Math.max(1, cores() - 1));

/** Runs a job in the pool. `transfer` buffers can no longer be used by the caller. Aborting answers with the code "cancelled". */
export const runJob = <N extends JobName>(
  job: N,
  request: Jobs[N]["request"],
  options: JobOptions = {},
): Promise<Result<Jobs[N]["answer"]>> => pool.run(job, request, options);
