/** A printer that falls silent: its stream breaks, stays open and says nothing, or never says anything at all. */
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { BEAT_MS } from "../../stand-ins/printer";
import { listenTo, SILENT_MS, type LinkState } from "./printerLink.client";

const STATE = { id: "large", name: "Large", process: "fdm", phase: "heating", temperatureC: 80, factor: 1, job: null, fault: null };

class Stream {
  static all: Stream[] = [];
  closed = false;
  private readonly heard = new Map<string, (e: { data: string }) => void>();
  constructor(readonly url: string) {
    Stream.all.push(this);
  }
  addEventListener(name: string, act: (e: { data: string }) => void): void {
    this.heard.set(name, act);
  }
  close(): void {
    this.closed = true;
  }
  say(name: string, data: unknown = {}): void {
    this.heard.get(name)?.({ data: JSON.stringify(data) });
  }
}
const open = (): Stream | undefined => Stream.all.find((s) => !s.closed);

let answers: boolean;
let asked: number;
let links: LinkState[];
let leave: () => void;
const now = (): LinkState => links.at(-1)!;
const pass = (ms: number): Promise<unknown> => vi.advanceTimersByTimeAsync(ms);

beforeEach(() => {
  vi.useFakeTimers({ now: Date.UTC(2026, 10, 26, 18, 10) });
  Stream.all = [];
  asked = 0;
  answers = false;
  links = [];
  vi.stubGlobal("EventSource", Stream);
  // A timeout that goes by the clock of the test.
  vi.spyOn(AbortSignal, "timeout").mockImplementation((ms) => {
    const stop = new AbortController();
    setTimeout(() => stop.abort(new DOMException("late", "TimeoutError")), ms);
    return stop.signal;
  });
  vi.stubGlobal("fetch", (_: string, { signal }: RequestInit) => {
    asked++;
    return answers
      ? Promise.resolve(new Response(JSON.stringify({ ...STATE, phase: "printing" })))
      : new Promise((_, no) => signal!.addEventListener("abort", () => no(signal!.reason as Error)));
  });
  leave = listenTo("/stand-ins/printers/large", (l) => links.push(l));
});
afterEach(() => {
  leave();
  vi.restoreAllMocks();
  vi.unstubAllGlobals();
  vi.useRealTimers();
});

describe("a stream that stays open", () => {
  it("and goes on saying that it is there is believed, however little happens", async () => {
    open()!.say("state", STATE);
    for (let i = 0; i < 60; i++) {
      await pass(BEAT_MS);
      open()!.say("beat");
    }
    expect([asked, now().problem, now().state?.phase]).toEqual([0, null, "heating"]);
  });
  it("one beat that is late is no silence", async () => {
    open()!.say("state", STATE);
    await pass(2.5 * BEAT_MS);
    open()!.say("beat");
    await pass(2.5 * BEAT_MS);
    expect([asked, now().problem]).toEqual([0, null]);
  });
  it("and says nothing more is asked; where that is not answered either it is silent since its last beat", async () => {
    open()!.say("state", STATE);
    await pass(BEAT_MS);
    open()!.say("beat");
    const heard = Date.now();
    await pass(SILENT_MS + 5_100);
    expect(asked).toBeGreaterThan(0);
    expect(now()).toMatchObject({ problem: expect.stringMatching(/five seconds/), at: heard, state: { phase: "heating" } });
    expect(open()).toBeUndefined();
  });
  it("that hangs while the printer itself answers is no silence: what it answers holds, and it is followed again", async () => {
    open()!.say("state", STATE);
    answers = true;
    await pass(SILENT_MS + 100);
    expect(now()).toMatchObject({ problem: null, state: { phase: "printing" } });
    await pass(4_100);
    expect(open()).toBeDefined();
  });
});

describe("a printer that never answers", () => {
  it("is said not to, though its stream was opened", async () => {
    await pass(SILENT_MS + 5_100);
    expect(now()).toMatchObject({ problem: expect.stringMatching(/five seconds/), at: null, state: null });
  });
  it("and answers later is heard again, and the word on its silence goes", async () => {
    await pass(SILENT_MS + 5_100);
    answers = true;
    await pass(10_000);
    expect(now()).toMatchObject({ problem: null, state: { phase: "printing" } });
    expect(now().at).toBeGreaterThan(Date.now() - 10_000);
    expect(open()).toBeDefined();
  });
  it("is asked by nobody any more when nobody looks", async () => {
    await pass(SILENT_MS + 5_100);
    const before = asked;
    leave();
    await pass(60_000);
    expect(asked).toBe(before);
  });
});
