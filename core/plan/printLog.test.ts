import { describe, expect, it } from "vitest";
import { GENERIC_PRINTERS, learnedTime, profileOf, type PrintFacts, type PrintRecord } from "../print";
import type { StepRecord } from "../project";
import { block, HOUR, meshPart, printRecord, projectOf, record, THURSDAY } from "../../tests/sampleProject";
import { bathAge, familyTroubles, faultEvidence, isNewPair, learningOf, lessonsOf, nextTeaches, printLog, ratesOf, runsOf } from "./index";

const [large] = GENERIC_PRINTERS;
const print = (more: Partial<PrintRecord> = {}): PrintRecord => ({
  ...printRecord({ partId: "brick", name: "Brick", pieces: 1 }),
  supplyId: "grey",
  material: "Grey",
  plateId: "p",
  ...more,
});
const run = (n: number, ratio: number, more: Partial<StepRecord> = {}, of: Partial<PrintRecord> = {}): StepRecord =>
  record("brick", `plate/p${n}/start`, {
    id: `r${n}`,
    time: "machine",
    startedAt: THURSDAY + n * 24 * HOUR,
    finishedAt: THURSDAY + n * 24 * HOUR + ratio * HOUR,
    plannedS: 3600,
    saidS: ratio * 3600,
    result: "good",
    print: print(of),
    ...more,
  });
const spool = { id: "grey", kind: "spool" as const, name: "Grey", what: "usual", stock: 500, price: null };

const SCENE = projectOf([]).scene;

describe("what prints teach", () => {
  it("lands within fifteen per cent on prints that it has not seen, after five, where the model is a fifth off", () => {
    // A machine that takes a quarter longer than the model says, with a spread of its own of a few per cent.
    const ratios = [1.28, 1.22, 1.25, 1.24, 1.27, 1.23, 1.26, 1.21, 1.28];
    const log = printLog({ scene: SCENE, records: ratios.map((r, i) => run(i, r)) });
    const steps = learningOf(lessonsOf(log, large.id), "fdm");
    expect(steps).toHaveLength(9);
    for (const s of steps) expect(Math.abs(s.modelError)).toBeGreaterThan(0.15);
    for (const s of steps.slice(5)) expect(Math.abs(s.learnedError)).toBeLessThan(0.15);
    // Each is guessed by what was known before it: the first by the model alone.
    expect(steps[0].learnedError).toBeCloseTo(steps[0].modelError, 12);
    const learned = lessonsOf(log, large.id).map((l) => ({
      at: l.at,
      from: "print" as const,
      what: l.title,
      timeRatio: l.timeRatio,
      massRatio: null,
    }));
    const taught = { ...large, learned };
    const printers = SCENE.printers.map((p) => (p.id === large.id ? taught : p));
    const next = nextTeaches(taught, printers);
    // The very factor that the hours of a part go by.
    const one = { value: 3600, low: 2700, high: 4500 };
    expect(next.now.value).toBeCloseTo(learnedTime(taught, { one: { timeS: one, massG: one } } as unknown as PrintFacts, printers), 9);
    expect(next.then.high - next.then.low).toBeLessThan(next.now.high - next.now.low);
    expect(next.moves).toBeGreaterThan(0);
  });

  it("does not learn from what failed, from what nobody timed, nor from what stood until somebody came", () => {
    const records = [
      run(0, 0.2, { result: "failed" }),
      run(1, 1.1, { saidS: undefined, untimed: true }),
      run(2, 6),
      run(3, 1.1),
      run(4, 1.2, { finishedAt: null, saidS: undefined, result: null }),
    ];
    expect(lessonsOf(printLog({ scene: SCENE, records }), large.id).map((l) => l.recordId)).toEqual(["r3"]);
  });

  it("in whatever order the records are kept", () => {
    const records = [run(0, 1.1), run(1, 1.3), run(2, 1.2)];
    const of = (list: StepRecord[]) => lessonsOf(printLog({ scene: SCENE, records: list }), large.id).map((l) => l.recordId);
    expect(of([...records].reverse())).toEqual(of(records));
  });
});

describe("what the log says of risk", () => {
  it("tells starts, later failures and what came from outside apart", () => {
    const records = [
      run(0, 0.1, { result: "failed" }, { failure: { cause: "no-start", layer: 1 } }),
      run(1, 0.5, { result: "failed" }, { failure: { cause: "clog", layer: 50 } }),
      run(2, 0.5, { result: "failed" }, { failure: { cause: "power-cut", layer: 50 } }),
      // Nobody knows why, but it was over within minutes.
      run(3, 0.2, { result: "failed" }),
      run(4, 1),
    ];
    const runs = runsOf(printLog({ scene: SCENE, records }), [spool]);
    expect(runs.map((r) => [r.failed, r.outside]).reverse()).toEqual([
      ["at the start", false],
      ["later", false],
      ["later", true],
      ["at the start", false],
      [null, false],
    ]);
    const p = { ...projectOf([], records), supplies: [spool] };
    p.scene.printers[0] = { ...p.scene.printers[0], loadedId: "grey" };
    expect(ratesOf(p, []).get(large.id)!.start).toBeCloseTo((0.5 + 2) / (10 + 5), 12);
    // Another machine's log says nothing of this one.
    expect(ratesOf(p, []).get("resin")!.start).toBeCloseTo(0.05, 12);
  });

  it("a pair is new until something has gone well with it", () => {
    const printer = { ...large, loadedId: "grey" };
    const of = (records: StepRecord[], what = "usual") =>
      isNewPair(printer, { supplies: [{ ...spool, what }] }, printLog({ scene: SCENE, records }));
    expect(of([])).toBe(true);
    expect(of([run(0, 1, { result: "failed" })])).toBe(true);
    expect(of([run(0, 1)])).toBe(false);
    // Another spool of the same kind is known; nobody is asked where nothing was said to be on.
    expect(isNewPair({ ...large, loadedId: null }, { supplies: [] }, [])).toBe(false);
  });

  it("a bath counts what was washed since it was filled, and what was counted by hand", () => {
    const resin = GENERIC_PRINTERS[2];
    const of = { profile: profileOf(resin), printerId: resin.id };
    const log = printLog({ scene: SCENE, records: [run(0, 1, {}, of), run(3, 1, {}, of), run(4, 1, { result: "failed" }, of), run(5, 1)] });
    const bath = { id: "b", kind: "bath" as const, name: "First", what: "first", stock: 2, price: null, since: THURSDAY + 48 * HOUR };
    expect(bathAge(bath, log, THURSDAY + 10 * 24 * HOUR)).toEqual({ plates: 3, days: 8 });
    expect(bathAge({ ...bath, since: null }, log, THURSDAY)).toEqual({ plates: 2, days: null });
  });
});

describe("questions that come up by themselves", () => {
  it("counts misfits and filing by family", async () => {
    const brick = await meshPart("brick", "Brick", block(), [
      { id: "fit", kind: "bench", task: "dry-fit", rounds: 1, mostAnEvening: null },
      { id: "file", kind: "bench", task: "file", rounds: 1, mostAnEvening: null },
    ]);
    const other = { ...brick, id: "other", name: "Other" };
    const parts = [brick, other].map((p) => ({ ...p, group: "quay" }));
    const records = [
      record("brick", "brick/fit/0", { finishedAt: 1, result: "partly" }),
      record("other", "other/fit/0", { finishedAt: 1, result: "failed" }),
      record("brick", "brick/fit/0", { finishedAt: 1, result: "good", startedAt: 5 }),
      record("other", "other/file/0", { finishedAt: 20 * 60_000, result: "good" }),
    ];
    expect(familyTroubles({ parts, records })).toEqual([{ family: "quay", partIds: ["brick", "other"], misfits: 2, filedMin: 20 }]);
  });

  it("the evidence for a fault is this printer's own", () => {
    const records = [
      run(0, 0.5, { result: "failed" }, { failure: { cause: "clog", layer: 61 }, observed: ["strings"] }),
      run(1, 0.5, { result: "failed" }, { failure: { cause: "clog", layer: 62 } }),
      run(2, 1, {}, { printerId: "small-filament" }),
    ];
    const p = { ...projectOf([], records), supplies: [{ ...spool, since: THURSDAY - 40 * 24 * HOUR }] };
    const evidence = faultEvidence({ ...large, loadedId: "grey" }, p, printLog(p), THURSDAY);
    expect(evidence).toMatchObject({ failures: { clog: 2 }, observed: { strings: 1 }, prints: 2, openDays: 40, sameLayer: true });
  });
});

describe("prints of several scenes", () => {
  const other = { ...projectOf([], [run(7, 1)]), scene: { ...SCENE, id: "quay", name: "Quay" } };
  it("stand in one log, each with its scene, under the name that the printer has now", () => {
    const renamed = { ...SCENE, printers: SCENE.printers.map((p) => (p.id === large.id ? { ...p, name: "The big one" } : p)) };
    const log = printLog({ scene: renamed, records: [run(3, 1)] }, [other]);
    expect(log.map((e) => [e.record.id, e.scene?.name ?? null, e.printer])).toEqual([
      ["r7", "Quay", large.name],
      ["r3", null, "The big one"],
    ]);
    const gone = { ...SCENE, printers: [] };
    expect(printLog({ scene: gone, records: [run(3, 1)] })[0].printer).toBe(large.name);
  });
  it("tell of the same printers' risk", () => {
    const failed = Array.from({ length: 6 }, (_, n) => run(n, 1, { result: "failed" }));
    const own = projectOf([]);
    expect(ratesOf(own, [{ ...other, records: failed }]).get(large.id)!.perHour).toBeGreaterThan(ratesOf(own, []).get(large.id)!.perHour);
  });
});
