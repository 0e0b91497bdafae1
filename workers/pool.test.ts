/** The queue on the page's side of a worker: order, cancel, death and silence. */
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { Pool, PRIORITY } from "./pool";
import type { FromWorker, RunMessage } from "./messages";

type Jobs = { double: { request: number; answer: number } };

/** A worker that only notes what it is told; the test answers for it. */
class NotedWorker {
  static made: NotedWorker[] = [];
  told: RunMessage<Jobs>[] = [];
  ended = false;
  onmessage: ((e: { data: FromWorker<Jobs> }) => void) | null = null;
  onerror: (() => void) | null = null;
  onmessageerror: (() => void) | null = null;
  constructor() {
    NotedWorker.made.push(this);
  }
  postMessage(message: RunMessage<Jobs>): void {
    this.told.push(message);
  }
  terminate(): void {
    this.ended = true;
  }
  done(n: number): void {
    this.onmessage?.({ data: { type: "done", id: this.told.at(-1)!.id, answer: n } });
  }
}

let pool: Pool<Jobs>;
beforeEach(() => {
  NotedWorker.made = [];
  vi.useFakeTimers();
  pool = new Pool<Jobs>(() => new NotedWorker() as unknown as Worker, 1, 10_000);
});
afterEach(() => vi.useRealTimers());

const worker = (): NotedWorker => NotedWorker.made.at(-1)!;
const run = (n: number, options = {}) => pool.run("double", n, options);

describe("a pool of one", () => {
  it("starts its worker on first use, and gives it one job at a time, in order", async () => {
    expect(NotedWorker.made.length).toBe(0);
    const a = run(1),
      b = run(2);
    expect(worker().told.map((m) => m.request)).toEqual([1]);
    worker().done(2);
    expect(await a).toEqual({ ok: true, value: 2 });
    expect(worker().told.map((m) => m.request)).toEqual([1, 2]);
    worker().done(4);
    expect(await b).toEqual({ ok: true, value: 4 });
    expect(NotedWorker.made.length).toBe(1);
  });

  it("hands on progress and problems, each to its own caller", async () => {
    const progress: number[] = [];
    const a = run(1, { onProgress: (f: number) => progress.push(f) });
    worker().onmessage?.({ data: { type: "progress", id: worker().told[0].id, fraction: 0.5, phase: "x" } });
    worker().onmessage?.({ data: { type: "progress", id: 99, fraction: 0.9, phase: "somebody else's" } });
    worker().onmessage?.({ data: { type: "problem", id: worker().told[0].id, problem: { code: "c", message: "m" } } });
    expect(progress).toEqual([0.5]);
    expect(await a).toEqual({ ok: false, problem: { code: "c", message: "m" } });
  });

  it("a cancel ends the busy job at once, and the others go on in a fresh worker", async () => {
    const stop = new AbortController();
    const a = run(1, { signal: stop.signal }),
      b = run(2);
    stop.abort();
    expect(await a).toMatchObject({ ok: false, problem: { code: "cancelled" } });
    expect(NotedWorker.made[0].ended).toBe(true);
    expect(NotedWorker.made.length).toBe(2);
    // A late answer of the ended worker is nobody's.
    NotedWorker.made[0].onmessage?.({ data: { type: "done", id: 2, answer: -1 } });
    worker().done(4);
    expect(await b).toEqual({ ok: true, value: 4 });
  });

  it("a job that is cancelled while it waits is never begun, and the busy one goes on", async () => {
    const stop = new AbortController();
    const a = run(1),
      b = run(2, { signal: stop.signal });
    stop.abort();
    expect(await b).toMatchObject({ ok: false, problem: { code: "cancelled" } });
    expect(worker().ended).toBe(false);
    worker().done(2);
    expect((await a).ok).toBe(true);
    expect(worker().told.length).toBe(1);
    expect(await run(3, { signal: stop.signal })).toMatchObject({ ok: false, problem: { code: "cancelled" } });
  });

  it.each(["onerror", "onmessageerror"] as const)("a worker that dies (%s) takes only its own job along", async (how) => {
    const a = run(1),
      b = run(2);
    worker()[how]?.();
    expect(await a).toMatchObject({ ok: false, problem: { code: "worker.died" } });
    expect(NotedWorker.made.length).toBe(2);
    worker().done(4);
    expect((await b).ok).toBe(true);
  });

  it("a worker that falls silent is ended; one that speaks is not", async () => {
    const a = run(1),
      b = run(2);
    vi.advanceTimersByTime(9000);
    worker().onmessage?.({ data: { type: "progress", id: worker().told[0].id, fraction: 0.1, phase: "" } });
    vi.advanceTimersByTime(9000);
    expect(worker().ended).toBe(false);
    vi.advanceTimersByTime(1001);
    expect(await a).toMatchObject({ ok: false, problem: { code: "worker.silent" } });
    expect(NotedWorker.made[0].ended).toBe(true);
    worker().done(4);
    expect((await b).ok).toBe(true);
    // Nobody waits: nothing more is watched.
    vi.advanceTimersByTime(60_000);
    expect(worker().ended).toBe(false);
  });

  it("a request that cannot be sent is answered, and the next one is begun", async () => {
    const refusing = new Pool<Jobs>(() => {
      const w = new NotedWorker();
      if (NotedWorker.made.length === 1)
        w.postMessage = () => {
          throw new DOMException("not cloneable", "DataCloneError");
        };
      return w as unknown as Worker;
    }, 1);
    const a = refusing.run("double", 1),
      b = refusing.run("double", 2);
    expect(await a).toMatchObject({ ok: false, problem: { code: "worker.died" } });
    worker().done(4);
    expect((await b).ok).toBe(true);
  });

  it("what somebody waits for goes before what nobody waits for, whatever came first", async () => {
    void run(1);
    void run(2, { priority: PRIORITY.background });
    void run(3, { priority: PRIORITY.check });
    void run(4, { priority: PRIORITY.shown });
    void run(5);
    const order: number[] = [];
    for (let i = 0; i < 5; i++) {
      order.push(worker().told.at(-1)!.request);
      worker().done(0);
      await Promise.resolve();
    }
    expect(order).toEqual([1, 5, 4, 2, 3]);
  });

  it("a background job makes room for what somebody waits for, and is done afterwards", async () => {
    const slow = run(1, { priority: PRIORITY.background });
    const quick = run(2);
    expect(NotedWorker.made[0].ended).toBe(true);
    expect(worker().told.map((m) => m.request)).toEqual([2]);
    worker().done(4);
    expect(await quick).toEqual({ ok: true, value: 4 });
    expect(worker().told.map((m) => m.request)).toEqual([2, 1]);
    worker().done(2);
    expect(await slow).toEqual({ ok: true, value: 2 });
  });

  it("but not when it is nearly done, nor over and over", async () => {
    void run(1, { priority: PRIORITY.background });
    worker().onmessage?.({ data: { type: "progress", id: worker().told[0].id, fraction: 0.8, phase: "" } });
    void run(2);
    expect(NotedWorker.made.length).toBe(1);
    worker().done(1);
    worker().done(2);
    void run(3, { priority: PRIORITY.background });
    for (let i = 0; i < 2; i++) {
      void run(10 + i);
      worker().done(0);
      await Promise.resolve();
    }
    const made = NotedWorker.made.length;
    void run(20);
    expect(NotedWorker.made.length).toBe(made);
  });
});

describe("a pool of three", () => {
  it("starts a worker for each job until all are busy, and no more", async () => {
    const three = new Pool<Jobs>(() => new NotedWorker() as unknown as Worker, 3, 10_000);
    const all = [1, 2, 3, 4].map((n) => three.run("double", n));
    expect(NotedWorker.made.map((w) => w.told.map((m) => m.request))).toEqual([[1], [2], [3]]);
    NotedWorker.made[1].done(4);
    expect(await all[1]).toEqual({ ok: true, value: 4 });
    expect(NotedWorker.made[1].told.map((m) => m.request)).toEqual([2, 4]);
  });
});
