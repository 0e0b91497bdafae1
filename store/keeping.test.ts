/** What is kept whatever happens: rows nobody understands, scenes that were deleted, edits that were sent twice, two windows, clocks. */
import { endOf } from "../core/stations/tonight/commands";
import { type CommandName, type Commands } from "../core/stations";
import "fake-indexeddb/auto";
import Dexie from "dexie";
import { beforeEach, describe, expect, it } from "vitest";
import { isId, takenS, type PartRow, type PartSource, type ProjectRows } from "../core/project";
import { bare, stored } from "../tests/bundleKit";
import { fullProject, victim } from "../tests/fullProject";
import { sizePart } from "../tests/sampleProject";
import { inOrder } from "./bundle";
import { faultsOf, mendReferences, sift, withSafeIds } from "./check";
import { WORKSHOP_TABLE_NAMES } from "../core/rows";
import { recipesIn } from "../core/stations/kinds";
import { runCommand, runWithFiles } from "./run";
import { InchHollowDatabase, mendStoredScene } from "./database";
import { redo, undo } from "./edit";
import { keepResults, resultRow } from "./results";
import { BlockedDatabase, NewerDatabase, SilentDatabase, storageProblem } from "./problems";
import {
  listScenes,
  listTrash,
  loadProject,
  nameApart,
  purgeScene,
  restoreScene,
  storeOwn,
  sweep,
  trashScene,
  usage,
  lastEdits,
} from "./projects";

const NOW = 1_767_900_000_000;
let count = 0;
let db: InchHollowDatabase;
let full: ProjectRows;
const fresh = (): string => `fresh-${count++}`;

beforeEach(async () => {
  db = new InchHollowDatabase(`keeping-${count++}`);
  const { project, meshes } = await fullProject();
  full = inOrder(stored(project));
  await storeOwn(db, { ...bare(project), meshes: new Map([...meshes].map(([h, b]) => [h, new Blob([b as Uint8Array<ArrayBuffer>])])) });
});

const run = <N extends CommandName>(name: N, payload: Commands[N], sent: object = {}) =>
  runCommand(db, "s", name, payload, { now: NOW, ...sent });
const brick = async (): Promise<PartRow> => (await db.parts.get(["s", "brick"]))!;

describe("rows that cannot be understood", () => {
  it("are set aside, and the rest stays as it is", () => {
    const odd = { ...sizePart("odd", { kind: "typed", sizeMm: [9e8, 1, 1], shell: false }), name: "Nine hundred kilometres" };
    const given = {
      ...full,
      parts: [...full.parts, odd],
      records: [...full.records, { ...full.records.find((r) => r.id === "r1")!, id: "r9", partId: "odd" }],
    };
    const got = sift(given, fresh)!;
    expect(got.project).toEqual(full);
    // The record of a part that went aside goes with it.
    expect(got.aside.map((a) => [a.table, a.name])).toEqual([
      ["parts", "Nine hundred kilometres"],
      ["records", "brick/c/0"],
    ]);
    expect(got.aside[0].row).toEqual(odd);
    expect(faultsOf(got.project)).toEqual([]);
  });

  it("rows beyond what a table holds go aside too, none is dropped", () => {
    const many = Array.from({ length: 503 }, (_, i) => ({ ...full.workshop.procedures[0], id: i === 0 ? "kept" : `k${i}` }));
    const got = sift({ ...full, workshop: { ...full.workshop, procedures: many } }, fresh)!;
    expect([got.project.workshop.procedures.length, got.aside.length]).toEqual([500, 3]);
    expect(new Set([...got.project.workshop.procedures, ...got.aside.map((a) => a.row as { id: string })].map((r) => r.id)).size).toBe(503);
  });

  it("a field of the scene becomes a new scene's, and what it was is kept", () => {
    const given = {
      ...full,
      scene: {
        ...full.scene,
        viewingDistanceMm: -5,
      },
      workshop: {
        ...full.workshop,
        habits: { ...full.workshop.habits, timeZone: "Nowhere/Atlantis" },
        printers: [...full.workshop.printers, full.workshop.printers[0]],
      },
    };
    const got = sift(given, fresh)!;
    expect(got.project.workshop.habits.timeZone).toBe("UTC");
    expect(got.project.workshop.printers.length).toBe(3);
    expect(got.aside.map((a) => a.table).sort()).toEqual(["habits", "printers", "scene"]);
    expect(got.project.parts).toEqual(full.parts);
  });

  it("ids that are none are replaced wherever they are named", () => {
    const bad: ProjectRows = JSON.parse(JSON.stringify(full).replaceAll('"brick"', '"a/b"').replaceAll("brick/", "a/b/"));
    bad.scene.id = "мельница";
    bad.parts.forEach((p) => (p.sceneId = "мельница"));
    const got = withSafeIds(bad, fresh);
    const [part] = got.parts;
    expect(isId(part.id) && isId(got.scene.id)).toBe(true);
    expect(part.sceneId).toBe(got.scene.id);
    expect(got.scene.dimensions[0].partId).toBe(part.id);
    const own = got.records.filter((r) => !r.stepKey.startsWith("plate/"));
    expect(own.map((r) => [r.partId, r.stepKey.slice(0, part.id.length + 1)])).toEqual([
      [part.id, `${part.id}/`],
      [part.id, `${part.id}/`],
    ]);
    const [run, cleared] = got.records.filter((r) => r.stepKey.startsWith("plate/"));
    expect([run.print!.pieces[0].partId, cleared.came![0].partId, got.scene.plates[0].pieces[0].partId]).toEqual([
      part.id,
      part.id,
      part.id,
    ]);
    expect(withSafeIds(full, fresh)).toBe(full);
  });

  it("references that may be empty are emptied when they lead nowhere", () => {
    const got = mendReferences({ ...full, parts: full.parts.slice(1), workshop: { ...full.workshop, procedures: [] } });
    expect(got.scene.dimensions.map((d) => d.partId)).toEqual([null, null]);
    expect(got.scene.references[0].partId).toBeNull();
  });

  it("a database of the second version opens: what is sound as it was, the rest aside, ids made safe", async () => {
    const name = `keeping-${count++}`;
    const old = new Dexie(name);
    const byScene = "[sceneId+id], sceneId";
    old.version(2).stores({
      scenes: "id",
      parts: byScene,
      paints: byScene,
      procedures: byScene,
      records: byScene,
      meshes: "hash",
      sheets: "key",
      history: "++seq, [sceneId+undone]",
      pictures: "hash",
    });
    const odd = { ...full.parts[1], id: "q?x#y", copies: 1e9, name: "Odd" };
    const { printers, things, habits, paints, procedures } = full.workshop;
    const { rank: _rank, rests: _rests, joints: _joints, ...plain } = full.scene;
    const scene = { ...plain, printers, ownThings: things, evenings: habits.evenings, timeZone: habits.timeZone };
    await old.table("scenes").bulkPut([scene, { ...scene, id: "a/b", name: "Slashed" }, { id: "empty" }]);
    // No version before the tenth had recipes, none before the eleventh joints of the scene.
    const parts = full.parts.map((p) => ({ ...p, work: p.work.filter((w) => recipesIn([w]).length === 0 && !("jointId" in w)) }));
    // As that version kept it: what the reader warned of stood in the report.
    const before = parts.map((p) =>
      p.source.kind === "mesh" ? { ...p, prints: [], source: { ...p.source, report: { warnings: p.source.warnings } } } : p,
    );
    await old.table("parts").bulkPut([...before, odd, { ...full.parts[1], sceneId: "a/b" }]);
    await old.table("records").bulkPut(full.records);
    await old.table("paints").bulkPut(paints.map((r) => ({ ...r, sceneId: "s" })));
    await old.table("procedures").bulkPut(procedures.map((r) => ({ ...r, sceneId: "s" })));
    old.close();
    const now = new InchHollowDatabase(name, fresh);
    const kept = (await loadProject(now, "s"))!;
    // Version 3 kept no glues, tools, lessons or readings.
    const { eveningsOfTen: _e, hoursTake: _h, place: _p, nozzleMm: _n, cameraAheadS: _c, weekMostH: _w, rates: _r, ...then } = habits;
    const workshop = { ...full.workshop, recipes: [], supplies: [], lines: [], lessons: [], habits: { ...then, fills: [] } };
    expect(inOrder(kept)).toEqual({ ...full, scene: { ...full.scene, joints: [] }, parts, workshop });
    const scenes = await listScenes(now);
    const slashed = scenes.find((s) => s.name === "Slashed")!;
    expect(isId(slashed.id)).toBe(true);
    expect((await loadProject(now, slashed.id))!.parts.map((p) => p.name)).toEqual(["Shed"]);
    expect((await now.aside.toArray()).map((a) => [a.sceneName, a.table, a.name])).toContainEqual(["Test creek", "parts", "Odd"]);
    // What is stored is sound; a second look finds nothing.
    for (const s of scenes) expect(await mendStoredScene(now, s.id), s.name).toBe(0);
    now.close();
  });
});

describe("commands at the size of the fact", () => {
  // Two windows read the same rows, and each sends what was done in it: the second must not undo the first.
  it.each<[string, CommandName, object, CommandName, object, () => Promise<unknown>, unknown]>([
    [
      "tags",
      "parts.set",
      { partIds: ["brick"], addTags: ["a"] },
      "parts.set",
      { partIds: ["brick"], addTags: ["b"] },
      async () => (await brick()).tags,
      ["wood", "wet", "a", "b"],
    ],
    [
      "fields of a part",
      "field.set",
      { of: "part", id: "brick", change: { copies: 9 } },
      "field.set",
      { of: "part", id: "brick", change: { notes: "mind" } },
      async () => {
        const p = await brick();
        return [p.copies, p.notes];
      },
      [9, "mind"],
    ],
    [
      "counts",
      "field.set",
      { of: "part.tally", id: "brick", change: { fitted: 3 } },
      "field.set",
      { of: "part.tally", id: "brick", change: { placed: 2 } },
      async () => (await brick()).tally,
      { fitted: 3, primed: 1, painted: 0, placed: 2 },
    ],
    [
      "choices",
      "parts.set",
      { partIds: ["brick"], differs: { handling: null } },
      "parts.set",
      { partIds: ["brick"], differs: { finish: "good" } },
      async () => (await brick()).differs,
      { fidelity: "replica", finish: "good", viewingDistanceMm: 600 },
    ],
    [
      "house standards",
      "field.set",
      { of: "scene.house", change: { baseMm: 3 } },
      "field.set",
      { of: "scene.house", change: { gridMm: 30 } },
      async () => (await db.scenes.get("s"))!.house,
      { gridMm: 30, clipSlotMm: 4.2, wallHeightMm: 50, baseMm: 3, groundHex: "#604020" },
    ],
    [
      "a profile",
      "printer.set",
      { printerId: "resin", change: { lift: { distanceMm: 8 } } },
      "printer.set",
      { printerId: "resin", change: { lift: { restS: 2 }, exposureS: 3 } },
      async () => {
        const p = (await db.printers.get("resin")) as unknown as { lift: object; exposureS: number };
        return [p.lift, p.exposureS];
      },
      [{ distanceMm: 8, liftMmMin: 60, retractMmMin: 150, restS: 2 }, 3],
    ],
    [
      "a step",
      "list.set",
      { list: "part.work", of: "brick", key: "c", change: { coats: 3 } },
      "list.set",
      { list: "part.work", of: "brick", key: "c", change: { method: "brush" } },
      async () => (await brick()).work[2],
      { id: "c", kind: "coat", paintId: "primer", method: "brush", coats: 3 },
    ],
    [
      "evenings",
      "evening.set",
      { weekday: 1, span: null },
      "evening.set",
      { weekday: 2, span: { from: "20:00", to: "21:00" } },
      async () => (await db.habits.get("workshop"))!.evenings.filter((e) => e.weekday === 1 || e.weekday === 2),
      [{ weekday: 2, from: "20:00", to: "21:00" }],
    ],
    [
      "dimensions",
      "list.set",
      { list: "scene.dimensions", key: "d1", change: { sure: "guess" } },
      "list.drop",
      { list: "scene.dimensions", keys: ["d2"] },
      async () => (await db.scenes.get("s"))!.dimensions.map((d) => [d.id, d.sure]),
      [["d1", "guess"]],
    ],
    [
      "variations",
      "list.add",
      { list: "part.variations", of: "brick", items: [{ id: "w", copies: 1, mirrored: false, percent: 100, state: "", extraColour: "" }] },
      "list.set",
      { list: "part.variations", of: "brick", key: "v", change: { percent: 80 } },
      async () => (await brick()).variations.map((v) => [v.id, v.percent]),
      [
        ["v", 80],
        ["w", 100],
      ],
    ],
    [
      "a paint",
      "field.set",
      { of: "paint", id: "primer", change: { stockMl: 3 } },
      "field.set",
      { of: "paint", id: "primer", change: { hex: "#123456" } },
      async () => {
        const p = (await db.paints.get("primer"))!;
        return [p.stockMl, p.hex];
      },
      [3, "#123456"],
    ],
  ])("two changes of %s both hold", async (_, a, first, b, second, read, want) => {
    expect(await runCommand(db, "s", a, first, NOW)).toMatchObject({ ok: true });
    expect(await runCommand(db, "s", b, second, NOW)).toMatchObject({ ok: true });
    expect(await read()).toEqual(want);
  });

  it.each<[CommandName, object, string]>([
    ["field.set", { of: "part", id: "brick", change: { copies: 5001 } }, "command.payload"],
    ["part.rescale", { partId: "shed", factor: 900 }, "row.unfit"],
    ["printer.set", { printerId: "resin", change: { marginMm: 40 } }, "row.unfit"],
    ["printer.set", { printerId: "none", change: { marginMm: 4 } }, "printer.gone"],
    ["field.set", { of: "part.tally", id: "brick", change: { fitted: -1 } }, "row.unfit"],
    ["list.set", { list: "part.work", of: "brick", key: "c", change: { paintId: "gold" } }, "paint.gone"],
    ["list.set", { list: "part.work", of: "brick", key: "zz", change: { coats: 1 } }, "item.gone"],
    ["work.add", { partId: "brick", at: 0, items: [{ id: "c", kind: "coat", paintId: "primer", method: "brush", coats: 1 }] }, "row.unfit"],
    ["list.add", { list: "scene.homes", items: [{ id: "shelf", name: "another", kind: "shelf", sizeMm: [1, 1, 1] }] }, "item.there"],
    ["list.set", { list: "scene.homes", key: "none", change: { name: "x" } }, "item.gone"],
    ["list.set", { list: "scene.dimensions", key: "d2", change: { within: "none" } }, "item.gone"],
    [
      "parts.add",
      { parts: [{ id: "a/b", name: "x", source: { kind: "typed", sizeMm: [1, 2, 3], shell: false }, factor: 1, copies: 1, work: [] }] },
      "command.payload",
    ],
    [
      "parts.add",
      { parts: [{ id: "brick", name: "x", source: { kind: "typed", sizeMm: [1, 2, 3], shell: false }, factor: 1, copies: 1, work: [] }] },
      "part.there",
    ],
    [
      "list.add",
      { list: "paints", items: [{ id: "primer", name: "x", hex: "#000000", family: "water acrylic", sheen: "matt", stockMl: 1 }] },
      "paint.there",
    ],
    ["step.start", { recordId: "x", partId: "none", stepKey: "k", title: "t", time: "hands", plannedS: 1, waitS: 0 }, "part.gone"],
  ])("%s %j is refused and changes nothing", async (name, payload, code) => {
    const before = await loadProject(db, "s");
    expect(await runCommand(db, "s", name, payload, NOW)).toMatchObject({ ok: false, problem: { code } });
    expect(await loadProject(db, "s")).toEqual(before);
    expect(faultsOf(before)).toEqual([]);
  });

  it("a part that is added with its price is one edit", async () => {
    const size: PartSource = { kind: "typed", sizeMm: [10, 20, 30], shell: false };
    const price = { minor: 450, currency: "EUR" };
    await run("parts.add", { parts: [{ id: "gate", name: "Gate", source: size, factor: 1, copies: 2, fileCost: price, work: [] }] });
    expect(await db.parts.get(["s", "gate"])).toMatchObject({ copies: 2, fileCost: price });
    await undo(db, "s");
    expect(await db.parts.get(["s", "gate"])).toBeUndefined();
  });

  it("what is removed is no longer named anywhere, and undo names it again", async () => {
    await run("parts.delete", { partIds: ["brick"] });
    const gone = (await loadProject(db, "s"))!;
    expect(faultsOf(gone)).toEqual([]);
    expect([gone.records.length, gone.scene.dimensions[0].partId, gone.scene.references[0].partId]).toEqual([0, null, null]);
    await undo(db, "s");
    expect(inOrder((await loadProject(db, "s"))!)).toEqual(full);
    await run("list.drop", { list: "procedures", keys: ["kept"] });
    expect(faultsOf(await loadProject(db, "s"))).toEqual([]);
    await run("list.drop", { list: "scene.dimensions", keys: ["d1"] });
    expect((await db.scenes.get("s"))!.dimensions).toMatchObject([{ id: "d2", within: null }]);
  });

  it("an edit that is sent again after a torn tab is done once", async () => {
    const add = { partIds: ["brick"], addTags: ["late"] };
    const sent = { editId: "e1", windowId: "w1" };
    await run("parts.set", add, sent);
    await run("parts.set", { partIds: ["brick"], dropTags: ["late"] }, { editId: "e2" });
    await run("parts.set", add, sent);
    expect((await brick()).tags).toEqual(["wood", "wet"]);
    expect(await lastEdits(db, [full.scene])).toEqual({ s: "Part changed" });
  });

  it("undo takes back this window's edit, and another's only when that is said", async () => {
    await run("field.set", { of: "part", id: "brick", change: { copies: 3 } }, { windowId: "here" });
    await run("field.set", { of: "part", id: "brick", change: { notes: "there" } }, { windowId: "there" });
    const here = (id: string | undefined): boolean => id === "here";
    expect(await undo(db, "s", here)).toEqual({ kind: "other window", label: "Part changed" });
    expect((await brick()).notes).toBe("there");
    expect(await undo(db, "s")).toEqual({ kind: "done", label: "Part changed" });
    expect(await undo(db, "s", here)).toEqual({ kind: "done", label: "Part changed" });
    expect([(await brick()).notes, (await brick()).copies]).toEqual(["Look out", 7]);
    expect(await redo(db, "s", here)).toEqual({ kind: "done", label: "Part changed" });
    expect(await redo(db, "s", here)).toEqual({ kind: "other window", label: "Part changed" });
  });
});

describe("clocks", () => {
  const started = async () =>
    (
      await run("step.start", {
        recordId: "t",
        partId: "brick",
        stepKey: "brick/o/0",
        title: "Base",
        time: "hands",
        plannedS: 600,
        waitS: 0,
      })
    ).ok;
  const finish = (now: number) => run("step.finish", { recordId: "t", result: "good", good: 0, failed: 0, wentWrong: "" }, { now });
  const record = async () => (await db.records.get(["s", "t"]))!;

  it("set back during a step: no negative time is stored, and the step is not timed", async () => {
    expect(await started()).toBe(true);
    await finish(NOW - 3_594_000);
    expect(await record()).toMatchObject({ startedAt: NOW, finishedAt: NOW, untimed: true });
    expect(takenS(await record())).toBeNull();
    expect(faultsOf(await loadProject(db, "s"))).toEqual([]);
  });
  it("as it should be: timed", async () => {
    await started();
    await finish(NOW + 900_000);
    expect(takenS(await record())).toBe(900);
    expect(await record()).not.toHaveProperty("untimed");
  });
  it("left open over eight hours of sleep: not counted as work, unless so much was planned", async () => {
    await started();
    expect(endOf(await record(), NOW + 8 * 3_600_000)).toEqual({ finishedAt: NOW + 8 * 3_600_000, untimed: true });
    expect(endOf({ ...(await record()), plannedS: 8 * 3600 }, NOW + 8 * 3_600_000)).toEqual({ finishedAt: NOW + 8 * 3_600_000 });
    expect(endOf({ ...(await record()), time: "machine" }, NOW + 8 * 3_600_000)).toEqual({ finishedAt: NOW + 8 * 3_600_000 });
  });
  it("begun again after the clock was set back: the later beginning still holds", async () => {
    await started();
    await run("step.finish", { recordId: "t", result: "failed", good: 0, failed: 0, wentWrong: "" }, { now: NOW + 1000 });
    await run(
      "step.start",
      { recordId: "t2", partId: "brick", stepKey: "brick/o/0", title: "Base", time: "hands", plannedS: 600, waitS: 0 },
      { now: NOW - 3_600_000 },
    );
    expect((await db.records.get(["s", "t2"]))!.startedAt).toBe(NOW + 1);
  });
});

describe("whole scenes", () => {
  it("a deleted one is gone from the list, can be restored for a month, and is swept after that with its files", async () => {
    await storeOwn(db, bare(victim()));
    await trashScene(db, "s", NOW);
    expect((await listScenes(db)).map((s) => s.id)).toEqual(["victim"]);
    expect((await listTrash(db)).map((t) => t.scene.name)).toEqual(["Test creek"]);
    expect(await sweep(db, NOW + 29 * 86_400_000)).toMatchObject({ scenes: 0, files: 0 });
    await restoreScene(db, "s");
    expect(inOrder((await loadProject(db, "s"))!)).toEqual(full);
    await trashScene(db, "s", NOW);
    expect(await sweep(db, NOW + 31 * 86_400_000)).toMatchObject({ scenes: 1, files: 1 });
    expect([await db.parts.where("sceneId").equals("s").count(), await db.meshes.count(), await db.trash.count()]).toEqual([0, 0, 0]);
    expect((await loadProject(db, "victim"))!.parts.length).toBe(1);
  });

  it("sweeping keeps what an earlier version or an undo still names", async () => {
    const source = (await brick()).source;
    if (source.kind !== "mesh") throw new Error("no mesh");
    const hash = "d".repeat(64);
    await runWithFiles(
      db,
      "s",
      "meshes",
      [{ hash, file: new Blob(["solid"]) }],
      "part.replace",
      { partId: "brick", source: { ...source, hash }, factor: 1, note: "" },
      NOW,
    );
    await db.meshes.put({ hash: "e".repeat(64), file: new Blob(["loose"]) });
    const walls = { version: 1, points: 1, wallMm: [], gapMm: [], thin: [], narrow: [] };
    await keepResults(
      db,
      ["e".repeat(64), hash].map((h) => resultRow({ kind: "walls", inputs: { geometry: { hash: h, unit: "mm" } } }, walls)),
      NOW,
    );
    expect(await sweep(db, NOW)).toEqual({ scenes: 0, files: 1, results: 1 });
    expect((await db.meshes.toCollection().primaryKeys()).sort()).toEqual([source.hash, hash].sort());
    await run("parts.delete", { partIds: ["brick"] });
    // The part is gone, but undo can bring it back.
    expect((await sweep(db, NOW)).files).toBe(0);
    await purgeScene(db, "s");
    expect((await sweep(db, NOW)).files).toBe(2);
  });

  it("says what takes how much", async () => {
    const u = await usage(db);
    expect(u.meshes).toEqual({ count: 1, bytes: [...(await fullProject()).meshes.values()][0].length });
    expect(u.rows.count).toBe(
      1 + full.parts.length + full.records.length + WORKSHOP_TABLE_NAMES.reduce((n, t) => n + full.workshop[t].length, 0),
    );
    expect(u.undo.count).toBe(0);
  });

  it.each([
    ["Creek", [], "Creek"],
    ["Creek", ["Creek"], "Creek (2)"],
    ["Creek", ["Creek", "Creek (2)"], "Creek (3)"],
  ])("%j beside %j is called %j", (name, taken, want) => expect(nameApart(name, new Set(taken))).toBe(want));
});

describe("what a store throws", () => {
  it.each<[unknown, string]>([
    [new DOMException("x", "QuotaExceededError"), "storage.full"],
    [{ name: "AbortError", inner: { name: "QuotaExceededError" } }, "storage.full"],
    [new DOMException("x", "SecurityError"), "storage.missing"],
    [{ name: "MissingAPIError" }, "storage.missing"],
    [new NewerDatabase(), "storage.newer"],
    [new SilentDatabase(), "storage.silent"],
    [{ name: "DatabaseClosedError" }, "storage.closed"],
    [{ name: "OpenFailedError", inner: { name: "UnknownError" } }, "storage.closed"],
    [new DOMException("x", "UnknownError"), "storage.failed"],
  ])("%o is one sentence", (thrown, code) => {
    const got = storageProblem(thrown);
    expect(got).toMatchObject({ ok: false, problem: { code } });
    if (!got.ok) expect(got.problem.message).toMatch(/^[A-Z].*\.$/);
  });
  it("a blocked one names the window to close", () => {
    const got = storageProblem(new BlockedDatabase(["Saltmarsh"]));
    expect(got.ok ? "" : got.problem.message).toContain("“Saltmarsh”");
  });
  it("a bug is thrown on", () => expect(() => storageProblem(new TypeError("bug"))).toThrow("bug"));
});
