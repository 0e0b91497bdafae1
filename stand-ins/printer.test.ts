import { afterEach, describe, expect, it } from "vitest";
import { FAILURE_CAUSES } from "../core/print";
import { act, list, read, restart } from "./http";
import { BEAT_MS, fateOf, StandInPrinter, stateSchema, type JobOrder, type PrinterState } from "./printer";

const job = (more: Partial<JobOrder> = {}): JobOrder => ({
  id: "job-1",
  name: "Quay wall",
  layers: 100,
  totalS: 3600,
  massG: 20,
  seed: 1,
  ...more,
});
const HOUR = 3_600_000;
/** A machine that never fails. */
const good = (): StandInPrinter => new StandInPrinter("p", "Good one", "fdm", {});
/** A seed of which the start holds. */
const holds = (): number => {
  let seed = 1;
  while (fateOf(job({ seed }), "fdm", {}).fate !== null) seed++;
  return seed;
};

describe("a stand-in", () => {
  it("heats, runs through its layers and ends; a job that is sent twice is printed once", () => {
    const p = good(),
      seed = holds();
    expect(p.state(0).phase).toBe("idle");
    expect(p.start(job({ seed }), 0)).toMatchObject({ ok: true, value: { phase: "heating" } });
    expect(p.start(job({ seed }), 1000).ok).toBe(true);
    expect(p.start(job({ id: "other" }), 1000)).toMatchObject({ ok: false, problem: { code: "printer.busy" } });
    const half = p.state(HOUR / 2);
    expect(half.phase).toBe("printing");
    expect(half.job!.layer).toBeGreaterThan(30);
    expect(half.job!.layer).toBeLessThan(60);
    expect(half.temperatureC).toBe(210);
    const end = p.state(2 * HOUR);
    expect(end).toMatchObject({ phase: "ended", job: { layer: 100, massG: 20 }, fault: null });
    expect(end.job!.elapsedS).toBeCloseTo(3600 * fateOf(job({ seed }), "fdm", {}).slower, 0);
    expect(p.clear(2 * HOUR)).toMatchObject({ ok: true, value: { phase: "idle", job: null } });
  });

  it("layers only ever grow, whenever it is asked", () => {
    const p = good();
    p.start(job({ seed: holds() }), 0);
    let last = -1;
    for (let t = 0; t < 2 * HOUR; t += 61_000) {
      const { job: j } = p.state(t);
      expect(j!.layer).toBeGreaterThanOrEqual(last);
      last = j!.layer;
    }
  });

  it("pauses: the clock of the job stands meanwhile", () => {
    const p = good();
    p.start(job({ seed: holds() }), 0);
    p.pause(HOUR / 2);
    const paused = p.state(HOUR / 2);
    expect(p.state(10 * HOUR)).toEqual({ ...paused, phase: "paused" });
    p.resume(10 * HOUR);
    expect(p.state(10 * HOUR + HOUR / 4).job!.elapsedS).toBeCloseTo(paused.job!.elapsedS + 900, 0);
    expect(p.pause(20 * HOUR).ok).toBe(false);
  });

  it("runs as much faster as it is told, from that moment on", () => {
    const p = good();
    p.start(job({ seed: holds() }), 0);
    p.setFactor(60, 600_000);
    expect(p.state(600_000 + 30_000).job!.elapsedS).toBeCloseTo(600 + 1800, 0);
    expect(p.setFactor(0, 0).ok).toBe(false);
    expect(p.setFactor("fast", 0).ok).toBe(false);
  });

  it("fails by its seed, always at the same layer, and in every usual way", () => {
    const seen = new Map<string, PrinterState>();
    for (let seed = 0; seed < 4000; seed++)
      for (const process of ["fdm", "resin"] as const) {
        const order = job({ seed, totalS: 20 * 3600, ...(seed % 7 === 0 ? { stockG: 10 } : {}) });
        const { fate } = fateOf(order, process);
        if (!fate || seen.has(fate.cause)) continue;
        const run = (): PrinterState => {
          const p = new StandInPrinter("p", "P", process);
          p.start(order, 0);
          return p.state(40 * HOUR);
        };
        const state = run();
        expect(state.phase).toBe("failed");
        expect(run()).toEqual(state);
        seen.set(fate.cause, state);
      }
    expect([...seen.keys()].sort()).toEqual([
      "clog",
      "corner-lift",
      "empty-spool",
      "knocked",
      "no-start",
      "on-the-film",
      "power-cut",
      "supports-let-go",
    ]);
    for (const cause of seen.keys()) expect(Object.keys(FAILURE_CAUSES)).toContain(cause);
    // A spool that holds half ends at half.
    const empty = seen.get("empty-spool")!;
    expect(empty.job!.massG).toBeCloseTo(10, 0);
  });

  it("is stopped by hand, and then cleared", () => {
    const p = good();
    p.start(job({ seed: holds() }), 0);
    p.cancel(HOUR / 2);
    expect(p.state(HOUR / 2)).toMatchObject({ phase: "failed", fault: { cause: "stopped" } });
    expect(p.clear(HOUR).ok).toBe(true);
  });

  it("refuses what is no job", () => {
    for (const bad of [null, {}, job({ layers: 0 }), job({ totalS: -1 }), { ...job(), seed: 1.5 }, { ...job(), more: 1 }, "job"]) {
      const p = good();
      expect(p.start(bad, 0)).toMatchObject({ ok: false, problem: { code: "job.shape" } });
      expect(p.state(0).phase).toBe("idle");
    }
  });
});

describe("over HTTP", () => {
  afterEach(restart);
  const url = "http://localhost/stand-ins/printers/large";
  const post = (what: string, body: unknown, search = ""): Promise<Response> =>
    act(
      "large",
      what,
      new Request(`${url}/${what}${search}`, { method: "POST", body: typeof body === "string" ? body : JSON.stringify(body) }),
    );
  const get = (what?: string, search = ""): Promise<Response> => read("large", what, new Request(`${url}${search}`));

  it("lists, takes a job, and says what it is at", async () => {
    const all = (await list(Date.now()).json()) as { printers: PrinterState[] };
    expect(all.printers.map((p) => p.id)).toEqual(["large", "small", "resin"]);
    expect((await post("job", job())).status).toBe(200);
    const said: unknown = await (await get()).json();
    expect(stateSchema.validate(said, { convert: false }).error).toBeUndefined();
    expect(said).toMatchObject({ job: { id: "job-1" } });
    expect((await post("job", job({ id: "two" }))).status).toBe(409);
    expect((await post("speed", { factor: 3600 })).status).toBe(200);
    expect((await post("pause", {})).status).toBe(200);
    expect((await post("resume", "")).status).toBe(200);
  });

  it("another of a kind is there once it is asked for, and prints by itself", async () => {
    await post("job", job());
    const other = await read("large-2", undefined, new Request(url));
    expect(await other.json()).toMatchObject({ id: "large-2", process: "fdm", phase: "idle" });
    expect((await read("large-", undefined, new Request(url))).status).toBe(404);
  });

  it("a server that is started anew knows nothing of it", async () => {
    await post("job", job());
    restart();
    expect(await (await get()).json()).toMatchObject({ phase: "idle", job: null });
  });

  it("refuses in a sentence what it does not know", async () => {
    const problem = async (answer: Response): Promise<[number, string]> => [
      answer.status,
      ((await answer.json()) as { error: { code: string } }).error.code,
    ];
    expect(await problem(await read("none", undefined, new Request(url)))).toEqual([404, "printer.unknown"]);
    expect(await problem(await post("job", "{"))).toEqual([400, "body.json"]);
    expect(await problem(await post("job", "x".repeat(20_000)))).toEqual([400, "body.long"]);
    expect(await problem(await post("dance", {}))).toEqual([400, "address"]);
    expect(await problem(await post("pause", {}))).toEqual([409, "printer.idle"]);
    expect(await problem(await act("large", "job", new Request(url, { method: "PUT", body: "{}" })))).toEqual([405, "method"]);
    expect(await problem(await post("speed", null))).toEqual([400, "factor"]);
  });

  it("answers nonsense when it is asked to, so that what drives it can be tried", async () => {
    expect(stateSchema.validate(await (await get(undefined, "?behave=nonsense")).json()).error).toBeDefined();
    expect((await get(undefined, "?behave=text")).headers.get("Content-Type")).toBe("text/html");
  });

  it("streams its state as it changes", async () => {
    const stop = new AbortController();
    const answer = await read("large", "stream", new Request(`${url}/stream`, { signal: stop.signal }));
    expect(answer.headers.get("Content-Type")).toBe("text/event-stream");
    const reader = answer.body!.getReader();
    const text = async (): Promise<string> => new TextDecoder().decode((await reader.read()).value);
    expect(await text()).toMatch(/^event: state\ndata: \{.*"phase":"idle".*\}\n\n$/);
    await post("job", job());
    // A busy machine may have told once more that it stood idle, or be past the heating when it is read.
    let next = await text();
    while (next.includes('"phase":"idle"')) next = await text();
    expect(next).toMatch(/"phase":"(heating|printing)"/);
    stop.abort();
    // It ends; what was told before that may still be waiting to be read.
    const told: boolean[] = [];
    for (let end = false; !end && told.length < 100; told.push(end)) end = (await reader.read()).done;
    expect(told.at(-1)).toBe(true);
  });

  it("says that it is there while nothing changes, and a hung one says nothing more to anybody", async () => {
    const listen = async (id: string, behave = "") => {
      const stop = new AbortController();
      const answer = await read(id, "stream", new Request(`${url}/stream${behave}`, { signal: stop.signal }));
      const reader = answer.body!.getReader();
      const next = async (): Promise<string> => {
        const late = new Promise<string>((resolve) => setTimeout(resolve, 3 * BEAT_MS, "nothing"));
        return Promise.race([reader.read().then(({ value }) => new TextDecoder().decode(value)), late]);
      };
      return { next, stop: () => stop.abort() };
    };
    const well = await listen("resin");
    expect(await well.next()).toMatch(/^event: state/);
    expect(await well.next()).toBe("event: beat\ndata: {}\n\n");
    well.stop();
    await post("job", job());
    const hung = await listen("large", "?behave=frozen");
    expect(await hung.next()).toBe("nothing");
    hung.stop();
  });
});
