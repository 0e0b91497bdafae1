/** The worker's side: runs the job it is sent, tells how far it is, and turns what is thrown into a problem. */
import { fail, type Problem } from "../../core/measure";
import type { FromWorker, JobTable, RunMessage, Serving } from "./protocol";

/** A few messages a second are enough. */
const TELL_EVERY_MS = 60;

/** @param faultOf what to say of an error that a job throws */
export function serve<J extends JobTable>(jobs: Serving<J>, faultOf: (error: unknown) => Problem): void {
  const post = (message: FromWorker<J>, transfer: Transferable[] = []): void => self.postMessage(message, { transfer });
  // Jobs are cancelled by ending the worker; the core's functions still ask.
  const { signal } = new AbortController();
  self.onmessage = async ({ data: { id, job, request } }: MessageEvent<RunMessage<J>>): Promise<void> => {
    let told = 0;
    try {
      const result = await jobs[job](
        request,
        (fraction, phase) => {
          const now = performance.now();
          if (now - told < TELL_EVERY_MS && fraction < 1) return;
          told = now;
          post({ type: "progress", id, fraction, phase });
        },
        signal,
      );
      if (result.ok) post({ type: "done", id, answer: result.value.answer }, result.value.transfer);
      else post({ type: "problem", id, problem: result.problem });
    } catch (error) {
      post({ type: "problem", id, problem: faultOf(error) });
    }
  };
}

/** Did the machine run out of memory? */
const outOfMemory = (error: unknown): boolean => error instanceof RangeError && /alloc|length|memory/i.test(error.message);

export const fault = (code: string, what: string, tooLarge: string, error: unknown): Problem =>
  outOfMemory(error)
    ? fail(code.replace(/\..*/, ".memory"), tooLarge).problem
    : { code, message: `${what}: ${error instanceof Error ? error.message : String(error)}` };
