import { describe, expect, it } from "vitest";
import { fail, ok, type Problem, type Result } from "~core/units";
import { arrivalOf } from "./arrival";
import { ImportLine, type Doing } from "./importLine";

/** A line whose files are read and stored when the test says so. */
function lineOf(more: Partial<Doing<string, string>> = {}) {
  const reading = new Map<string, (r: Result<string> | null) => void>();
  const batches: string[][] = [];
  let stored: ((p: Problem | null) => void) | undefined;
  const line = new ImportLine<string, string>({
    nameOf: (f) => f,
    read: (file) => new Promise((done) => reading.set(file, done)),
    store: (read) => {
      batches.push([...read]);
      return new Promise((done) => (stored = done));
    },
    ...more,
  });
  const turn = async (): Promise<void> => {
    for (let i = 0; i < 8; i++) await Promise.resolve();
  };
  return {
    line,
    batches,
    states: () => line.view.imports.map((i) => `${i.fileName} ${i.state}`),
    read: async (file: string, r: Result<string> | null = ok(file)) => {
      reading.get(file)!(r);
      await turn();
    },
    store: async (p: Problem | null = null) => {
      stored!(p);
      await turn();
    },
    readingNow: () => [...reading.keys()],
  };
}

describe("files on their way in", () => {
  it("a few are read at a time, and what is read while another batch is stored goes in one go", async () => {
    const { line, batches, read, store, readingNow, states } = lineOf();
    line.add(["a", "b", "c", "d", "e"]);
    expect(readingNow()).toEqual(["a", "b", "c"]);
    await read("a");
    expect([batches, readingNow()]).toEqual([[["a"]], ["a", "b", "c", "d"]]);
    for (const f of ["d", "b", "c"]) await read(f);
    expect(batches).toHaveLength(1);
    await store();
    // In the order in which they were given.
    expect(batches[1]).toEqual(["b", "c", "d"]);
    await store();
    await read("e");
    await store();
    expect([states(), line.view.taken, line.view.given]).toEqual([[], 5, 5]);
  });
  it("two hundred are stored in a few goes, not one by one", async () => {
    const batches: number[] = [];
    const line = new ImportLine<string, string>({
      nameOf: (f) => f,
      read: (f) => Promise.resolve(ok(f)),
      store: (read) => {
        batches.push(read.length);
        return new Promise((done) => setTimeout(() => done(null), 5));
      },
    });
    line.add(Array.from({ length: 200 }, (_, i) => `${i}.stl`));
    await new Promise<void>((done) => line.subscribe(() => line.view.imports.length === 0 && done()));
    expect(batches.reduce((a, b) => a + b, 0)).toBe(200);
    expect(batches.length).toBeLessThan(12);
  });
  it("one is cancelled, all are cancelled; what is being stored is stored", async () => {
    const { line, read, store, states, batches } = lineOf();
    line.add(["a", "b", "c", "d", "e"]);
    await read("a");
    line.drop(line.view.imports.find((i) => i.fileName === "b")!.id);
    await read("b");
    expect(states()).toEqual(["a storing", "c reading", "d reading", "e reading"]);
    line.dropAll();
    expect(states()).toEqual(["a storing"]);
    await store();
    expect([states(), batches, line.view.taken]).toEqual([[], [["a"]], 1]);
  });
  it("what is refused stays until it is put away, can be read in another unit, and holds nothing up", async () => {
    const { line, read, store, states, batches } = lineOf();
    line.add(["a", "b"]);
    await read("a", fail("size.unit", "Too large"));
    await read("b");
    await store();
    expect([states(), batches]).toEqual([["a refused"], [["b"]]]);
    line.readAs(line.view.imports[0].id, "mm");
    expect(states()).toEqual(["a reading"]);
    await read("a", fail("size.unit", "Too large still"));
    line.putAway();
    expect(states()).toEqual([]);
  });
  it("what goes to different scenes is stored apart, and every batch is told", async () => {
    const told: string[][] = [];
    const { line, read, store, batches } = lineOf({ alike: (a, b) => a[0] === b[0] });
    line.onStored((some) => told.push([...some]));
    line.add(["x0", "x1", "y1", "x2"]);
    await read("x0");
    for (const f of ["x1", "y1", "x2"]) await read(f);
    for (let i = 0; i < 3; i++) await store();
    expect(batches).toEqual([["x0"], ["x1", "x2"], ["y1"]]);
    expect(told).toEqual(batches);
  });
  it("a batch that the store refuses is tried one by one: only the bad one is refused", async () => {
    const problem: Problem = { code: "x", message: "not this one" };
    const { line, read, states } = lineOf({ store: (some) => Promise.resolve(some.includes("b") ? problem : null) });
    line.add(["a", "b", "c"]);
    for (const f of ["c", "b", "a"]) await read(f);
    expect([states(), line.view.taken]).toEqual([["b refused"], 2]);
  });
  it("a store that is full is asked once for a batch, and every file of it waits to be given again", async () => {
    const { line, read, store, states, batches } = lineOf();
    line.add(["a", "b", "c"]);
    await read("c");
    // Read while the first is being stored: they go together.
    for (const f of ["b", "a"]) await read(f);
    await store();
    await store({ code: "storage.full", message: "no room" });
    expect(batches).toEqual([["c"], ["a", "b"]]);
    expect([states(), line.view.taken]).toEqual([["a refused", "b refused"], 1]);
  });
  it("a fault in reading or storing is that file's own", async () => {
    const line = new ImportLine<string, string>({
      nameOf: (f) => f,
      read: (f) => (f === "a" ? Promise.reject(new Error("torn")) : Promise.resolve(ok(f))),
      store: () => Promise.reject(new Error("full")),
    });
    line.add(["a", "b"]);
    await new Promise<void>((done) => line.subscribe(() => line.view.imports.every((i) => i.state === "refused") && done()));
    expect(line.view.imports.map((i) => i.problem?.message)).toEqual([expect.stringMatching(/torn/), expect.stringMatching(/full/)]);
  });
});

describe("what has come in", () => {
  const file = (n: number, parts = 1) => ({
    fileName: `piece ${n}.stl`,
    added: Array.from({ length: parts }, (_, i) => ({ id: `p${n}${i}`, name: `Piece ${n}` })),
  });

  it("is said as one, however it came: the last batch may be a single file", () => {
    expect(arrivalOf("s", [file(0)])).toEqual({ path: "/s/s/parts/p00", what: "Piece 0" });
    expect(arrivalOf("s", [file(0, 3)])).toEqual({ path: "/s/s/parts", what: "3 parts from piece 0.stl" });
    expect(arrivalOf("s", [file(0), file(1), file(2)])).toEqual({ path: "/s/s/parts", what: "3 parts from 3 files" });
  });
});
