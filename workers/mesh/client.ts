/**
 * The page's side of the mesh worker: starts it on first use, hands files and buffers over, reports progress, drops late answers,
 * and answers with a problem when the worker dies.
 *
 * There are two lanes, each a worker of its own: one for what somebody waits for, one for what is reckoned in the background, so that
 * slicing a large part never holds up a sheet. The background begins when nobody waits.
 */
import type { OnProgress, Problem, Result } from "../../core/measure";
import type { FromWorker, JobName, Jobs, ToWorker } from "./protocol";

interface Waiting {
  settle: (result: Result<Jobs[JobName]["answer"]>) => void;
  onProgress?: OnProgress;
}

export interface JobOptions {
  onProgress?: OnProgress;
  signal?: AbortSignal;
  transfer?: Transferable[];
}

const STOPPED: Problem = { code: "cancelled", message: "Stopped." };

class Lane {
  private worker: Worker | undefined;
  private nextId = 1;
  private readonly waiting = new Map<number, Waiting>();
  private readonly sleepers: (() => void)[] = [];

  private start(): Worker {
    if (this.worker) return this.worker;
    const worker = new Worker(new URL("./mesh.worker.ts", import.meta.url), { type: "module" });
    worker.onmessage = ({ data }: MessageEvent<FromWorker>) => {
      const w = this.waiting.get(data.id);
      if (!w) return;
      if (data.type === "progress") return w.onProgress?.(data.fraction, data.phase);
      this.waiting.delete(data.id);
      w.settle(data.type === "done" ? { ok: true, value: data.answer } : { ok: false, problem: data.problem });
      this.wake();
    };
    worker.onerror = () =>
      this.endAll({
        code: "worker.died",
        message: "The part of the program that reads meshes stopped. Reload the page and try again; nothing was lost.",
      });
    this.worker = worker;
    return worker;
  }

  private endAll(problem: Problem): void {
    this.worker?.terminate();
    this.worker = undefined;
    for (const w of this.waiting.values()) w.settle({ ok: false, problem });
    this.waiting.clear();
    this.wake();
  }

  /** Calls `act` once nobody waits in this lane; at once when that is so. */
  whenIdle(act: () => void): void {
    if (this.waiting.size === 0) act();
    else this.sleepers.push(act);
  }

  private wake(): void {
    if (this.waiting.size > 0) return;
    for (const act of this.sleepers.splice(0)) act();
  }

  run<N extends JobName>(job: N, request: Jobs[N]["request"], options: JobOptions): Promise<Result<Jobs[N]["answer"]>> {
    const target = this.start();
    const id = this.nextId++;
    return new Promise((resolve) => {
      const settle = (result: Result<Jobs[JobName]["answer"]>): void => resolve(result as Result<Jobs[N]["answer"]>);
      this.waiting.set(id, { settle, onProgress: options.onProgress });
      options.signal?.addEventListener("abort", () => this.cancel(id, target), { once: true });
      target.postMessage({ type: "run", id, job, request } as ToWorker, options.transfer ?? []);
    });
  }

  private cancel(id: number, target: Worker): void {
    const w = this.waiting.get(id);
    if (!w) return;
    this.waiting.delete(id);
    // A running job does not hear messages: with nobody else waiting the worker is ended, and started again when needed.
    if (this.waiting.size === 0) this.endAll(STOPPED);
    else target.postMessage({ type: "cancel", id } satisfies ToWorker);
    w.settle({ ok: false, problem: STOPPED });
    this.wake();
  }
}

const eye = new Lane();
const background = new Lane();

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
