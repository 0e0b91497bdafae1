/**
 * The workers and the jobs that wait for them. The queue lies here, on the page's side, and a worker has one job at a time: so a cancel
 * ends a busy job at once (its worker is ended with it) and the others go on in a fresh one; and a worker that dies, or falls silent,
 * takes only its own job along.
 *
 * What somebody waits for goes first. Where every worker is busy with things that nobody waits for, one of those is put back to make room,
 * unless it is nearly done or was put back before often enough.
 */
import TinyQueue from "tinyqueue";
import type { OnProgress, Problem, Result } from "../core/units";
import type { FromWorker, JobTable, RunMessage } from "./messages";

/** Who waits for a job: the smaller, the sooner. */
export const PRIORITY = { eye: 0, shown: 1, background: 2, check: 3 } as const;
export type Priority = (typeof PRIORITY)[keyof typeof PRIORITY];

export interface JobOptions {
  onProgress?: OnProgress;
  signal?: AbortSignal;
  transfer?: Transferable[];
  priority?: Priority;
}

/** A job that has said nothing for so long will not: its worker was ended by the browser, or hangs. */
const SILENT_MS = 120_000;
/** A job further on than this is not put back. */
const NEARLY_DONE = 0.7;
/** How often a job is put back at most. */
const MOST_PUT_BACK = 2;

const STOPPED: Problem = { code: "cancelled", message: "Stopped." };
const DIED: Problem = {
  code: "worker.died",
  message: "The calculation stopped. Nothing was lost. Try again; if it stops again, use a smaller file.",
};
const SILENT: Problem = {
  code: "worker.silent",
  message: "The calculation did not answer and was stopped. Nothing was lost. Try again; if it happens again, use a smaller file.",
};

interface Waiting<J extends JobTable> {
  message: RunMessage<J>;
  options: JobOptions;
  priority: Priority;
  putBack: number;
  /** How far it is, 0 to 1. */
  share: number;
  /** Cancelled while it waited: passed over when its turn comes. */
  gone: boolean;
  settle: (result: Result<J[keyof J]["answer"]>) => void;
}

/** One worker and the job it has. */
interface Bench<J extends JobTable> {
  worker: Worker | undefined;
  running: Waiting<J> | undefined;
  watch: ReturnType<typeof setTimeout> | undefined;
}

export class Pool<J extends JobTable> {
  private nextId = 1;
  private readonly queue = new TinyQueue<Waiting<J>>([], (a, b) => a.priority - b.priority || a.message.id - b.message.id);
  private readonly benches: Bench<J>[];

  /** @param size workers at most; each is started when it is first needed */
  constructor(
    private readonly make: () => Worker,
    size: number,
    private readonly silentMs = SILENT_MS,
  ) {
    this.benches = Array.from({ length: size }, () => ({ worker: undefined, running: undefined, watch: undefined }));
  }

  /** Puts a job in the queue, behind those of its priority. Aborting answers with the code "cancelled". */
  run<N extends keyof J & string>(job: N, request: J[N]["request"], options: JobOptions = {}): Promise<Result<J[N]["answer"]>> {
    if (options.signal?.aborted) return Promise.resolve({ ok: false, problem: STOPPED });
    return new Promise((resolve) => {
      const waiting: Waiting<J> = {
        message: { id: this.nextId++, job, request },
        options,
        priority: options.priority ?? PRIORITY.eye,
        putBack: 0,
        share: 0,
        gone: false,
        settle: resolve,
      };
      options.signal?.addEventListener("abort", () => this.cancel(waiting), { once: true });
      this.queue.push(waiting);
      if (waiting.priority < PRIORITY.background) this.makeRoom();
      this.next();
    });
  }

  /** Gives every idle worker the job that is first. */
  private next(): void {
    for (const bench of this.benches) {
      if (bench.running) continue;
      let waiting = this.queue.pop();
      while (waiting?.gone) waiting = this.queue.pop();
      if (!waiting) return;
      this.begin(bench, waiting);
    }
  }

  private begin(bench: Bench<J>, waiting: Waiting<J>): void {
    bench.running = waiting;
    waiting.share = 0;
    this.listen(bench);
    try {
      bench.worker ??= this.start(bench);
      bench.worker.postMessage(waiting.message, waiting.options.transfer ?? []);
    } catch {
      this.end(bench, { ok: false, problem: DIED });
    }
  }

  /** Puts a job back that nobody waits for, where every worker is busy. What was transferred cannot be sent twice. */
  private makeRoom(): void {
    if (this.benches.some((b) => !b.running)) return;
    const may = this.benches.filter(
      ({ running: r }) =>
        r && r.priority >= PRIORITY.background && r.share < NEARLY_DONE && r.putBack < MOST_PUT_BACK && !r.options.transfer?.length,
    );
    const bench = may.sort((a, b) => b.running!.priority - a.running!.priority || a.running!.share - b.running!.share)[0] as
      Bench<J> | undefined;
    if (!bench) return;
    const back = bench.running!;
    back.putBack++;
    this.stop(bench);
    this.queue.push(back);
  }

  private start(bench: Bench<J>): Worker {
    const worker = this.make();
    worker.onmessage = ({ data }: MessageEvent<FromWorker<J>>) => {
      // A late answer of a job that was given up is nobody's.
      if (worker !== bench.worker || data.id !== bench.running?.message.id) return;
      if (data.type === "progress") {
        this.listen(bench);
        bench.running.share = data.fraction;
        bench.running.options.onProgress?.(data.fraction, data.phase);
      } else this.answer(bench, data.type === "done" ? { ok: true, value: data.answer } : { ok: false, problem: data.problem });
    };
    const died = (): void => {
      if (worker === bench.worker) this.end(bench, { ok: false, problem: DIED });
    };
    worker.onerror = died;
    worker.onmessageerror = died;
    return worker;
  }

  /** Begins to wait for the worker's next word. */
  private listen(bench: Bench<J>): void {
    clearTimeout(bench.watch);
    bench.watch = setTimeout(() => this.end(bench, { ok: false, problem: SILENT }), this.silentMs);
  }

  private answer(bench: Bench<J>, result: Result<J[keyof J]["answer"]>): void {
    const done = bench.running;
    bench.running = undefined;
    clearTimeout(bench.watch);
    done?.settle(result);
    this.next();
  }

  /** Ends the worker with the job it has, unanswered. */
  private stop(bench: Bench<J>): void {
    bench.worker?.terminate();
    bench.worker = undefined;
    bench.running = undefined;
    clearTimeout(bench.watch);
  }

  private end(bench: Bench<J>, result: Result<J[keyof J]["answer"]>): void {
    const done = bench.running;
    this.stop(bench);
    done?.settle(result);
    this.next();
  }

  private cancel(waiting: Waiting<J>): void {
    const bench = this.benches.find((b) => b.running === waiting);
    if (bench) return this.end(bench, { ok: false, problem: STOPPED });
    // Settled long ago, or still in the queue: the first answer counts.
    waiting.gone = true;
    waiting.settle({ ok: false, problem: STOPPED });
  }
}
