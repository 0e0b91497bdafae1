import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { fail, ok, type Problem, type Result } from "~core/units";
import { resultKey, type ResultRequest, type ValueOf } from "~core/results";
import { PRIORITY } from "../../workers/pool";
import { ResultDesk } from "./resultDesk";

type Value = ValueOf<ResultRequest>;
const request = (n: number): ResultRequest => ({ kind: "walls", inputs: { geometry: { hash: String(n), unit: "mm" } } });
const value = (n: number): Value => ({ version: n, points: 0, wallMm: [], gapMm: [], thin: [], narrow: [] });

/** A desk over a store in memory, whose computing ends when the test says so. */
function made() {
  const store = new Map<string, { value: Value; carried: 0 | 1 }>();
  const jobs: { request: ResultRequest; end: (r: Result<Value>) => Promise<void>; signal: AbortSignal; priority: number }[] = [];
  const desk = new ResultDesk({
    find: (keys) => Promise.resolve(keys.flatMap((key) => (store.has(key) ? [{ key, ...store.get(key)! }] : []))),
    keep: (list) => {
      for (const { request: r, value: v } of list) store.set(resultKey(r), { value: v, carried: 0 });
      return Promise.resolve();
    },
    compute: (r, { signal, priority }) =>
      new Promise((done) => {
        jobs.push({
          request: r,
          signal,
          priority,
          end: async (result) => {
            done(result);
            await vi.advanceTimersByTimeAsync(0);
          },
        });
      }),
  });
  return { desk, store, jobs };
}
const settled = (): Promise<unknown> => vi.advanceTimersByTimeAsync(60);
const died: Problem = { code: "worker.died", message: "gone" };

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

describe("what is asked for of what is computed", () => {
  it("is looked for in the store first, else computed and kept; asked twice it runs once", async () => {
    const { desk, store, jobs } = made();
    store.set(resultKey(request(1)), { value: value(1), carried: 0 });
    desk.want(request(1), PRIORITY.eye);
    desk.want(request(2), PRIORITY.eye);
    desk.want(request(2), PRIORITY.shown);
    await settled();
    expect(desk.answer(request(1))).toEqual({ state: "ready", value: value(1) });
    expect(jobs.map((j) => j.request)).toEqual([request(2)]);
    await jobs[0].end(ok(value(2)));
    expect([desk.answer(request(2)).state, store.has(resultKey(request(2)))]).toEqual(["ready", true]);
  });
  it("is told as one list to whoever joins scenes elsewhere; another list only when one of them is another", async () => {
    const { desk, jobs } = made();
    const picture: ResultRequest = { kind: "outline", inputs: { geometry: { hash: "1", unit: "mm" }, factor: 1 } as never };
    expect(desk.joinedValues()).toEqual([]);
    desk.want(request(1), PRIORITY.eye);
    desk.want(picture, PRIORITY.eye);
    await settled();
    const before = desk.joinedValues();
    await jobs.find((j) => j.request === picture)!.end(ok(value(9)));
    await settled();
    expect(desk.joinedValues()).toBe(before);
    await jobs.find((j) => j.request !== picture)!.end(ok(value(1)));
    await settled();
    expect(desk.joinedValues()).toEqual([{ key: resultKey(request(1)), value: value(1) }]);
  });
  it("is dropped when nobody wants it any more, also while it runs", async () => {
    const { desk, jobs } = made();
    const [one, two] = [desk.want(request(1), PRIORITY.eye), desk.want(request(1), PRIORITY.eye)];
    await settled();
    one();
    one();
    expect(jobs[0].signal.aborted).toBe(false);
    two();
    expect(jobs[0].signal.aborted).toBe(true);
    await jobs[0].end(ok(value(1)));
    expect(desk.answer(request(1)).state).toBe("absent");
  });
  it("that failed since a worker died is tried again by itself, a few times; by its own fault it is not", async () => {
    const { desk, jobs } = made();
    desk.want(request(1), PRIORITY.background);
    desk.want(request(2), PRIORITY.background);
    await settled();
    await jobs[0].end({ ok: false, problem: died });
    await jobs[1].end(fail("mesh.bad", "no mesh"));
    expect(desk.answer(request(1)).state).toBe("failed");
    await vi.advanceTimersByTimeAsync(3_000);
    expect(jobs.map((j) => j.request)).toEqual([request(1), request(2), request(1)]);
    await jobs[2].end(ok(value(1)));
    expect(desk.answer(request(1)).state).toBe("ready");
    await vi.advanceTimersByTimeAsync(600_000);
    expect(jobs).toHaveLength(3);
    // Not for ever.
    desk.want(request(3), PRIORITY.background);
    await settled();
    for (let i = 3; i < 7; i++) {
      await jobs[i]?.end({ ok: false, problem: died });
      await vi.advanceTimersByTimeAsync(600_000);
    }
    expect(jobs).toHaveLength(7);
  });
  it("that failed is tried again for somebody who looks, not at every turn of the page", async () => {
    const { desk, jobs } = made();
    desk.want(request(1), PRIORITY.background);
    await settled();
    await jobs[0].end(fail("mesh.bad", "no mesh"));
    desk.want(request(1), PRIORITY.eye);
    await settled();
    expect(jobs).toHaveLength(1);
    await vi.advanceTimersByTimeAsync(20_000);
    desk.want(request(1), PRIORITY.eye);
    await settled();
    expect(jobs).toHaveLength(2);
  });
  it("stands as the last one of its owner until the next is there", async () => {
    const { desk, jobs } = made();
    const before = desk.want(request(1), PRIORITY.background, "hours of the mill");
    await settled();
    await jobs[0].end(ok(value(1)));
    expect(desk.last("hours of the mill")).toEqual(value(1));
    desk.want(request(2), PRIORITY.background, "hours of the mill");
    before();
    expect(desk.last("hours of the mill")).toEqual(value(1));
    await settled();
    await jobs[1].end(ok(value(2)));
    expect(desk.last("hours of the mill")).toEqual(value(2));
    // One that is at hand counts at once.
    desk.want(request(1), PRIORITY.background, "another");
    expect(desk.last("another")).toEqual(value(1));
  });
  it("that came with a file is shown and computed anew, and stays where that fails", async () => {
    const { desk, store, jobs } = made();
    store.set(resultKey(request(1)), { value: value(9), carried: 1 });
    await desk.fetch([request(1)]);
    expect(desk.answer(request(1))).toEqual({ state: "ready", value: value(9) });
    desk.want(request(1), PRIORITY.eye);
    await settled();
    await jobs[0].end({ ok: false, problem: died });
    expect(desk.answer(request(1))).toEqual({ state: "ready", value: value(9) });
  });
  it("what somebody waits for comes as soon as it is there, or with its problem", async () => {
    const { desk, jobs } = made();
    const [good, bad] = [desk.get(request(1)), desk.get(request(2))];
    await settled();
    await jobs[0].end(ok(value(1)));
    await jobs[1].end(fail("mesh.bad", "no mesh"));
    await settled();
    expect([await good, await bad]).toEqual([ok(value(1)), fail("mesh.bad", "no mesh")]);
  });
  it("a mesh that has come lets what failed for want of it be tried again", async () => {
    const { desk, jobs } = made();
    desk.want(request(1), PRIORITY.background);
    await settled();
    await jobs[0].end(fail("mesh.missing", "not here"));
    desk.tryAgain(["1"]);
    await settled();
    expect(jobs).toHaveLength(2);
  });
  it("many that come at once are told at once", async () => {
    const { desk, jobs } = made();
    for (let n = 0; n < 50; n++) desk.want(request(n), PRIORITY.background);
    await settled();
    let told = 0;
    desk.subscribe(() => told++);
    for (const [n, job] of jobs.entries()) await job.end(ok(value(n)));
    await settled();
    expect(told).toBe(1);
    expect(desk.progressOf(jobs.map((j) => j.request)).left).toBe(0);
  });
});
