/**
 * The page's side of the mesh worker.
 *
 * There are two lanes, each a worker of its own: one for what somebody waits for, one for what is reckoned in the background, so that
 * slicing a large part never holds up a sheet. The background begins when nobody waits.
 */
import type { Result } from "../../core/measure";
import { Lane, STOPPED, type JobOptions } from "../pool/lane";
import type { JobName, Jobs } from "./protocol";

const make = (): Worker => new Worker(new URL("./mesh.worker.ts", import.meta.url), { type: "module" });
const eye = new Lane<Jobs>(make);
const background = new Lane<Jobs>(make);

/** Jobs that nobody waits for. */
const IN_BACKGROUND: ReadonlySet<JobName> = new Set(["print", "measure"]);

/** Runs a job in its lane's worker. `transfer` buffers can no longer be used by the caller. Aborting answers with the code "cancelled". */
export function runMeshJob<N extends JobName>(
  job: N,
  request: Jobs[N]["request"],
  options: JobOptions = {},
): Promise<Result<Jobs[N]["answer"]>> {
  if (!IN_BACKGROUND.has(job)) return eye.run(job, request, options);
  // The background begins only when nobody waits, so that a small machine has a core for the page.
  return new Promise((resolve) =>
    eye.whenIdle(() => resolve(options.signal?.aborted ? { ok: false, problem: STOPPED } : background.run(job, request, options))),
  );
}
