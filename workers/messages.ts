/** Messages between a page and a worker that runs jobs. Plain data; buffers are transferred, files go as Blobs, by reference. */
import type { OnProgress, Problem, Result } from "../core/units";

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

/** What a worker does for one job. */
export interface Job<Request, Answer> {
  run: (request: Request, onProgress: OnProgress, signal: AbortSignal) => Promise<Result<{ answer: Answer; transfer?: Transferable[] }>>;
  /** What to say when it throws, and when the machine's memory did not suffice. */
  failed: string;
  tooLarge: string;
}

/** Finds the job by its name; each is loaded when it is first run. */
export type Loaders<J extends JobTable> = { [N in keyof J]: () => Promise<Job<J[N]["request"], J[N]["answer"]>> };
