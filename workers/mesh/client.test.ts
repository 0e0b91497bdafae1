import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { FromWorker as AnyFromWorker, RunMessage } from "../pool/protocol";
import type { Jobs } from "./protocol";

type FromWorker = AnyFromWorker<Jobs>;
type ToWorker = RunMessage<Jobs>;

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

describe("the two lanes of the mesh worker", () => {
  it("what is reckoned in the background has a worker of its own, begins when nobody waits, and holds up nothing", async () => {
    const reckon = { ...request, printer: {} as Parameters<typeof run<"print">>[1]["printer"], up: null };
    const first = run("turntable", request);
    const slow = run("print", reckon);
    expect(NotedWorker.made.length).toBe(1);
    worker().say({ type: "done", id: 1, answer });
    expect((await first).ok).toBe(true);
    expect(NotedWorker.made.length).toBe(2);
    expect(worker().told.map((m) => m.job)).toEqual(["print"]);
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
});
