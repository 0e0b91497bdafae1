/**
 * The page's side of the mesh worker: starts it on first use, hands buffers over, reports progress, drops late answers,
 * and answers with a problem when the worker dies.
 */
import type { OnProgress, Problem, Result } from "../../core/measure";
import type { FromWorker, JobName, Jobs, ToWorker } from "./protocol";

interface Waiting {
  settle: (result: Result<Jobs[JobName]["answer"]>) => void;
  onProgress?: OnProgress;
}

let worker: Worker | undefined;
let nextId = 1;
const waiting = new Map<number, Waiting>();

function start(): Worker {
  if (worker) return worker;
  worker = new Worker(new URL("./mesh.worker.ts", import.meta.url), { type: "module" });
  worker.onmessage = ({ data }: MessageEvent<FromWorker>) => {
    const w = waiting.get(data.id);
    if (!w) return;
    if (data.type === "progress") return w.onProgress?.(data.fraction, data.phase);
    waiting.delete(data.id);
    w.settle(data.type === "done" ? { ok: true, value: data.answer } : { ok: false, problem: data.problem });
  };
  worker.onerror = () =>
    endAll({
      code: "worker.died",
      message: "The part of the program that reads meshes stopped. Reload the page and try again; nothing was lost.",
    });
  return worker;
}

function endAll(problem: Problem): void {
  worker?.terminate();
  worker = undefined;
  for (const w of waiting.values()) w.settle({ ok: false, problem });
  waiting.clear();
}

/** Runs a job in the worker. `transfer` buffers can no longer be used by the caller. Aborting answers with the code "cancelled". */
export function runMeshJob<N extends JobName>(
  job: N,
  request: Jobs[N]["request"],
  options: { onProgress?: OnProgress; signal?: AbortSignal; transfer?: Transferable[] } = {},
): Promise<Result<Jobs[N]["answer"]>> {
  const target = start();
  const id = nextId++;
  return new Promise((resolve) => {
    const settle = (result: Result<Jobs[JobName]["answer"]>): void => resolve(result as Result<Jobs[N]["answer"]>);
    waiting.set(id, { settle, onProgress: options.onProgress });
    options.signal?.addEventListener(
      "abort",
      () => {
        const w = waiting.get(id);
        if (!w) return;
        waiting.delete(id);
        // A running job does not hear messages: with nobody else waiting the worker is ended, and started again when needed.
        if (waiting.size === 0) endAll({ code: "cancelled", message: "Stopped." });
        else target.postMessage({ type: "cancel", id } satisfies ToWorker);
        w.settle({ ok: false, problem: { code: "cancelled", message: "Stopped." } });
      },
      { once: true },
    );
    target.postMessage({ type: "run", id, job, request } as ToWorker, options.transfer ?? []);
  });
}
