/**
 * One worker and the jobs that wait for it. The queue lies here, on the page's side, and the worker has one job at a time: so a cancel
 * ends a busy job at once (its worker is ended with it) and the others go on in a fresh one; and a worker that dies, or falls silent,
 * takes only its own job along.
 */
import type { OnProgress, Problem, Result } from "../../core/measure";
import type { FromWorker, JobTable, RunMessage } from "./protocol";

export interface JobOptions {
  onProgress?: OnProgress;
  signal?: AbortSignal;
  transfer?: Transferable[];
}

/** A job that has said nothing for so long will not: its worker was ended by the browser, or hangs. */
const SILENT_MS = 120_000;

export const STOPPED: Problem = { code: "cancelled", message: "Stopped." };
const DIED: Problem = {
  code: "worker.died",
  message: "The part of the program that was reckoning stopped. Nothing was lost; try again, with a smaller file if it happens once more.",
};
const SILENT: Problem = {
  code: "worker.silent",
  message:
    "The part of the program that was reckoning fell silent and was ended. Nothing was lost; try again, with a smaller file if it happens once more.",
};

interface Waiting<J extends JobTable> {
  message: RunMessage<J>;
  options: JobOptions;
  settle: (result: Result<J[keyof J]["answer"]>) => void;
}

export class Lane<J extends JobTable> {
  private worker: Worker | undefined;
  private nextId = 1;
  private readonly queue: Waiting<J>[] = [];
  private running: Waiting<J> | undefined;
  private watch: ReturnType<typeof setTimeout> | undefined;
  private readonly sleepers: (() => void)[] = [];

  constructor(
    private readonly make: () => Worker,
    private readonly silentMs = SILENT_MS,
  ) {}

  /** Puts a job at the end of the queue. Aborting answers with the code "cancelled". */
  run<N extends keyof J & string>(job: N, request: J[N]["request"], options: JobOptions = {}): Promise<Result<J[N]["answer"]>> {
    if (options.signal?.aborted) return Promise.resolve({ ok: false, problem: STOPPED });
    return new Promise((resolve) => {
      const waiting: Waiting<J> = { message: { id: this.nextId++, job, request }, options, settle: resolve };
      options.signal?.addEventListener("abort", () => this.cancel(waiting), { once: true });
      this.queue.push(waiting);
      this.next();
    });
  }

  /** Calls `act` once nobody waits in this lane; at once when that is so. */
  whenIdle(act: () => void): void {
    if (!this.running && this.queue.length === 0) act();
    else this.sleepers.push(act);
  }

  private next(): void {
    if (this.running) return;
    const waiting = this.queue.shift();
    if (!waiting) {
      for (const act of this.sleepers.splice(0)) act();
      return;
    }
    this.running = waiting;
    this.listen();
    try {
      this.worker ??= this.start();
      this.worker.postMessage(waiting.message, waiting.options.transfer ?? []);
    } catch {
      this.end({ ok: false, problem: DIED });
    }
  }

  private start(): Worker {
    const worker = this.make();
    worker.onmessage = ({ data }: MessageEvent<FromWorker<J>>) => {
      // A late answer of a job that was given up is nobody's.
      if (worker !== this.worker || data.id !== this.running?.message.id) return;
      if (data.type === "progress") {
        this.listen();
        this.running.options.onProgress?.(data.fraction, data.phase);
      } else this.answer(data.type === "done" ? { ok: true, value: data.answer } : { ok: false, problem: data.problem });
    };
    const died = (): void => {
      if (worker === this.worker) this.end({ ok: false, problem: DIED });
    };
    worker.onerror = died;
    worker.onmessageerror = died;
    return worker;
  }

  /** Begins to wait for the worker's next word. */
  private listen(): void {
    clearTimeout(this.watch);
    this.watch = setTimeout(() => this.end({ ok: false, problem: SILENT }), this.silentMs);
  }

  private answer(result: Result<J[keyof J]["answer"]>): void {
    const done = this.running;
    this.running = undefined;
    clearTimeout(this.watch);
    done?.settle(result);
    this.next();
  }

  /** Ends the worker with the job it has; the next job starts another. */
  private end(result: Result<J[keyof J]["answer"]>): void {
    this.worker?.terminate();
    this.worker = undefined;
    this.answer(result);
  }

  private cancel(waiting: Waiting<J>): void {
    if (waiting === this.running) return this.end({ ok: false, problem: STOPPED });
    const at = this.queue.indexOf(waiting);
    if (at < 0) return;
    this.queue.splice(at, 1);
    waiting.settle({ ok: false, problem: STOPPED });
  }
}
