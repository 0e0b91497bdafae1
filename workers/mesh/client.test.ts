import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { FromWorker, ToWorker } from "./protocol";

/** A worker that only notes what it is told; the test answers for it. */
class NotedWorker {
  static made: NotedWorker[] = [];
  told: ToWorker[] = [];
  ended = false;
  onmessage: ((e: { data: FromWorker }) => void) | null = null;
  onerror: (() => void) | null = null;
  constructor() {
    NotedWorker.made.push(this);
  }
  postMessage(message: ToWorker): void {
    this.told.push(message);
  }
  terminate(): void {
    this.ended = true;
  }
  say(data: FromWorker): void {
    this.onmessage?.({ data });
  }
}

const source = { kind: "size", sizeMm: [1, 2, 3], shell: false } as const;
const request = { source: { ...source, sizeMm: [1, 2, 3] as [number, number, number] }, factor: 1 };
const answer = { positions: new Float32Array(), indices: new Uint32Array(), thinned: false };

let run: typeof import("./client").runMeshJob;
beforeEach(async () => {
  NotedWorker.made = [];
  vi.stubGlobal("Worker", NotedWorker);
  vi.resetModules();
  ({ runMeshJob: run } = await import("./client"));
});
afterEach(() => vi.unstubAllGlobals());

const worker = (): NotedWorker => NotedWorker.made.at(-1)!;

describe("the page's side of the mesh worker", () => {
  it("starts it on first use, once", () => {
    expect(NotedWorker.made.length).toBe(0);
    void run("turntable", request);
    void run("turntable", request);
    expect(NotedWorker.made.length).toBe(1);
    expect(worker().told.map((m) => m.id)).toEqual([1, 2]);
  });

  it("hands on progress and the answer, each to its own caller", async () => {
    const progress: number[] = [];
    const a = run("turntable", request, { onProgress: (f) => progress.push(f) });
    const b = run("turntable", request);
    worker().say({ type: "progress", id: 1, fraction: 0.5, phase: "reading" });
    worker().say({ type: "done", id: 2, answer });
    worker().say({ type: "problem", id: 1, problem: { code: "mesh.open", message: "Open." } });
    expect(progress).toEqual([0.5]);
    expect(await a).toEqual({ ok: false, problem: { code: "mesh.open", message: "Open." } });
    expect(await b).toEqual({ ok: true, value: answer });
  });

  it("cancelling one of two tells the worker and drops its late answer", async () => {
    const stop = new AbortController();
    const a = run("turntable", request, { signal: stop.signal });
    const b = run("turntable", request);
    stop.abort();
    expect(await a).toMatchObject({ ok: false, problem: { code: "cancelled" } });
    expect(worker().told.at(-1)).toEqual({ type: "cancel", id: 1 });
    worker().say({ type: "done", id: 1, answer });
    worker().say({ type: "done", id: 2, answer });
    expect((await b).ok).toBe(true);
    expect(worker().ended).toBe(false);
  });

  it("cancelling the only one ends the worker, and the next job starts another", async () => {
    const stop = new AbortController();
    const a = run("turntable", request, { signal: stop.signal });
    stop.abort();
    expect(await a).toMatchObject({ ok: false, problem: { code: "cancelled" } });
    expect(NotedWorker.made[0].ended).toBe(true);
    const b = run("turntable", request);
    expect(NotedWorker.made.length).toBe(2);
    worker().say({ type: "done", id: 2, answer });
    expect((await b).ok).toBe(true);
  });

  it("what is reckoned in the background has a worker of its own, begins when nobody waits, and holds up nothing", async () => {
    const reckon = { ...request, printer: {} as Parameters<typeof run<"print">>[1]["printer"], up: null };
    const first = run("turntable", request);
    const slow = run("print", reckon);
    expect(NotedWorker.made.length).toBe(1);
    worker().say({ type: "done", id: 1, answer });
    expect((await first).ok).toBe(true);
    expect(NotedWorker.made.length).toBe(2);
    expect(worker().told.map((m) => m.type === "run" && m.job)).toEqual(["print"]);
    const quick = run("turntable", request);
    NotedWorker.made[0].say({ type: "done", id: 2, answer });
    expect((await quick).ok).toBe(true);
    NotedWorker.made[1].onerror?.();
    expect(await slow).toMatchObject({ ok: false, problem: { code: "worker.died" } });
    expect(NotedWorker.made[0].ended).toBe(false);
  });

  it("a background job that is cancelled while it waits is never begun", async () => {
    const stop = new AbortController();
    const first = run("turntable", request);
    const slow = run("measure", { source: request.source }, { signal: stop.signal });
    stop.abort();
    worker().say({ type: "done", id: 1, answer });
    expect((await first).ok).toBe(true);
    expect(await slow).toMatchObject({ ok: false, problem: { code: "cancelled" } });
    expect(NotedWorker.made.length).toBe(1);
  });

  it("a worker that dies answers everybody who waits", async () => {
    const waiting = [run("turntable", request), run("turntable", request)];
    worker().onerror?.();
    for (const r of await Promise.all(waiting)) expect(r).toMatchObject({ ok: false, problem: { code: "worker.died" } });
  });
});
