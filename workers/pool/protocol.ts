/** Messages between a page and a worker that runs jobs. Plain data; buffers are transferred, files go as Blobs, by reference. */
import type { OnProgress, Problem, Result } from "../../core/measure";

/** What each job of a worker takes and gives, by its name. */
export type JobTable = Record<string, { request: unknown; answer: unknown }>;

export interface RunMessage<J extends JobTable, N extends keyof J = keyof J> {
  id: number;
  job: N;
  request: J[N]["request"];
}

export type FromWorker<J extends JobTable> =
  | { type: "progress"; id: number; fraction: number; phase: string }
  | { type: "done"; id: number; answer: J[keyof J]["answer"] }
  | { type: "problem"; id: number; problem: Problem };

/** What a worker does for each job. */
export type Serving<J extends JobTable> = {
  [N in keyof J]: (
    request: J[N]["request"],
    onProgress: OnProgress,
    signal: AbortSignal,
  ) => Promise<Result<{ answer: J[N]["answer"]; transfer: Transferable[] }>>;
};
