import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { isAddress, sendJob, setSpeed, tellPrinter } from "./printerLink.client";

const STATE = { id: "large", name: "Large", process: "fdm", phase: "idle", temperatureC: 20, factor: 1, job: null, fault: null };
const job = { id: "j", name: "Wall", layers: 10, totalS: 60, massG: 1, seed: 1 };
const asked: { url: string; init?: RequestInit }[] = [];
let answer: (signal?: AbortSignal | null) => Promise<Response>;

beforeEach(() => {
  asked.length = 0;
  vi.stubGlobal("fetch", (url: string, init?: RequestInit) => {
    asked.push({ url, init });
    return answer(init?.signal);
  });
});
afterEach(() => vi.unstubAllGlobals());
const json = (body: unknown, status = 200): Promise<Response> => Promise.resolve(new Response(JSON.stringify(body), { status }));
const code = async (): Promise<string> => {
  const done = await sendJob("/stand-ins/printers/large", job);
  return done.ok ? "ok" : done.problem.code;
};

describe("what a printer answers", () => {
  it("is taken when it is a state, and where it is asked keeps its question mark", async () => {
    answer = () => json(STATE);
    expect(await sendJob("/stand-ins/printers/large?behave=slow", job)).toEqual({ ok: true, value: STATE });
    expect(asked[0].url).toBe("/stand-ins/printers/large/job?behave=slow");
    expect((await tellPrinter("/stand-ins/printers/large", "pause")).ok).toBe(true);
    expect((await setSpeed("/stand-ins/printers/large", 60)).ok).toBe(true);
    expect(asked.map((a) => a.init?.body)).toEqual([JSON.stringify(job), "{}", '{"factor":60}']);
  });
  it("is a sentence when it is none: nonsense, no JSON, refused, away", async () => {
    answer = () => json({ ...STATE, phase: "dancing" });
    expect(await code()).toBe("printer.nonsense");
    answer = () => json({ ...STATE, temperatureC: "hot" });
    expect(await code()).toBe("printer.nonsense");
    answer = () => Promise.resolve(new Response("<h1>Hello</h1>"));
    expect(await code()).toBe("printer.nonsense");
    answer = () => json({ error: { code: "printer.busy", message: "Large holds a plate." } }, 409);
    expect(await sendJob("/stand-ins/printers/large", job)).toMatchObject({
      ok: false,
      problem: { code: "printer.refused", message: "Large holds a plate." },
    });
    answer = () => json(null, 500);
    expect(await code()).toBe("printer.refused");
    answer = () => Promise.reject(new TypeError("Failed to fetch"));
    expect(await code()).toBe("printer.away");
  });
  it("that does not come within five seconds is slow", async () => {
    answer = (signal) => new Promise((_, reject) => signal?.addEventListener("abort", () => reject(signal.reason as Error)));
    expect(await code()).toBe("printer.slow");
  }, 10_000);
  it("is asked for at this program's own server alone", async () => {
    answer = () => json(STATE);
    for (const bad of ["https://example.org/x", "//example.org/x", "stand-ins", "/a b", "", `/${"x".repeat(300)}`]) {
      expect(isAddress(bad)).toBe(false);
      expect((await sendJob(bad, job)).ok).toBe(false);
    }
    expect(asked).toEqual([]);
  });
});
