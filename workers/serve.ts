/** The worker's side: runs the job it is sent, tells how far it is, and turns what is thrown into a problem. */
import { fail, type Problem } from "../core/units";
import type { FromWorker, Job, JobTable, Loaders, RunMessage } from "./messages";

/** A few messages a second are enough. */
const TELL_EVERY_MS = 60;

export function serve<J extends JobTable>(loaders: Loaders<J>): void {
  const post = (message: FromWorker<J>, transfer: Transferable[] = []): void => self.postMessage(message, { transfer });
  // Jobs are cancelled by ending the worker; the core's functions still ask.
  const { signal } = new AbortController();
  self.onmessage = async ({ data: { id, job: name, request } }: MessageEvent<RunMessage<J>>): Promise<void> => {
    let told = 0;
    let job: Job<J[keyof J]["request"], J[keyof J]["answer"]> | undefined;
    try {
      job = await loaders[name]();
      const result = await job.run(
        request,
        (fraction, phase) => {
          const now = performance.now();
          if (now - told < TELL_EVERY_MS && fraction < 1) return;
          told = now;
          post({ type: "progress", id, fraction, phase });
        },
        signal,
      );
      if (result.ok) post({ type: "done", id, answer: result.value.answer }, result.value.transfer ?? []);
      else post({ type: "problem", id, problem: result.problem });
    } catch (error) {
      post({ type: "problem", id, problem: faultOf(String(name), job, error) });
    }
  };
}

/** Did the machine run out of memory? */
const outOfMemory = (error: unknown): boolean => error instanceof RangeError && /alloc|length|memory/i.test(error.message);

function faultOf(name: string, job: Pick<Job<never, never>, "failed" | "tooLarge"> | undefined, error: unknown): Problem {
  if (job && outOfMemory(error)) return fail(`${name}.memory`, job.tooLarge).problem;
  const what = job?.failed ?? "Part of the program could not be loaded. Reload the page";
  return { code: `${name}.failed`, message: `${what}: ${error instanceof Error ? error.message : String(error)}` };
}
