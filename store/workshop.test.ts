/** One workshop for all scenes: what is changed in one is changed in all, files bring copies, and undo leads back field by field. */
import { type CommandName, type Commands } from "../core/stations";
import "fake-indexeddb/auto";
import Dexie from "dexie";
import { readFileSync } from "node:fs";
import { beforeEach, describe, expect, it } from "vitest";
import { strToU8, zipSync } from "fflate";
import { writeStl } from "../core/mesh";
import { bare, bytesOf, namedOnly, packed, read, stored } from "../tests/bundleKit";
import { fullProject, victim } from "../tests/fullProject";
import { block } from "../tests/sampleProject";
import { backupDue, readBackup, restoreBackup, takeBackup, writeBackup } from "./backup";
import { faultsOf } from "./check";
import { runCommand } from "./run";
import { InchHollowDatabase, loadWorkshop } from "./database";
import { redo, undo } from "./edit";
import { choiceKey, differencesOf, loadProject, storeImported, storeOwn } from "./projects";
import { workshopTo4 } from "./migrations/4";
import { newProject } from "./newScene";
import { projectSchema } from "../core/rows";

const NOW = 1_767_900_000_000;
let count = 0;
let db: InchHollowDatabase;
beforeEach(async () => {
  db = new InchHollowDatabase(`workshop-${count++}`);
  await storeOwn(db, bare((await fullProject()).project));
  await storeOwn(db, bare(victim()));
});
const run = <N extends CommandName>(sceneId: string, name: N, payload: Commands[N], sent: object = {}) =>
  runCommand(db, sceneId, name, payload, { now: NOW, ...sent });
const printerName = async (sceneId: string) => (await loadProject(db, sceneId))!.workshop.printers.find((p) => p.id === "resin")!.name;

describe("one workshop", () => {
  it("a printer renamed in one scene is renamed in all, and undo in either leads it back", async () => {
    await run("s", "printer.set", { printerId: "resin", change: { name: "The tall one" } });
    expect([await printerName("s"), await printerName("victim")]).toEqual(["The tall one", "The tall one"]);
    expect(await undo(db, "victim")).toEqual({ kind: "nothing" });
    expect(await undo(db, "s")).toMatchObject({ kind: "done" });
    expect(await printerName("victim")).toBe("Resin");
  });
  it("is refused to lose what a part of another scene needs, by its name and its scene's", async () => {
    expect(await run("victim", "list.drop", { list: "paints", keys: ["primer"] })).toMatchObject({
      ok: false,
      problem: { code: "paint.used", message: expect.stringContaining("Brick of the scene Test creek") as string },
    });
    expect(await run("victim", "list.drop", { list: "printers", keys: ["large-filament"] })).toMatchObject({ ok: false });
    expect(await run("victim", "list.drop", { list: "printers", keys: ["small-filament"] })).toMatchObject({ ok: true });
  });
  it("a kept step that goes is no longer named by any scene's work", async () => {
    await run("victim", "list.drop", { list: "procedures", keys: ["kept"] });
    const own = (await loadProject(db, "s"))!.parts[0].work.find((w) => w.id === "o");
    expect(own).toMatchObject({ procedureId: null, title: "My usual base" });
    await undo(db, "victim");
    expect((await loadWorkshop(db))!.procedures.map((p) => p.id)).toEqual(["kept"]);
  });
});

describe("glues, tools and lessons", () => {
  it("are added, changed, refused and taken back like the rest, and are there in every scene", async () => {
    const supply = { id: "p240", kind: "abrasive", name: "P240", what: "P240", stock: 4, price: null } as const;
    expect(await run("s", "list.add", { list: "supplies", items: [supply] })).toMatchObject({ ok: true });
    expect(await run("victim", "list.add", { list: "supplies", items: [supply] })).toMatchObject({
      ok: false,
      problem: { code: "supply.there" },
    });
    expect(await run("s", "field.set", { of: "supply", id: "p240", change: { what: "airbrush" } })).toMatchObject({ ok: false });
    expect(await run("s", "field.set", { of: "supply", id: "p240", change: { stock: -1 } })).toMatchObject({ ok: false });
    expect(await run("s", "field.set", { of: "supply", id: "p240", change: { stock: 3 } })).toMatchObject({ ok: true });
    expect((await loadProject(db, "victim"))!.workshop.supplies.find((x) => x.id === "p240")?.stock).toBe(3);
    expect(await undo(db, "s")).toMatchObject({ kind: "done" });
    expect((await loadWorkshop(db))!.supplies.find((x) => x.id === "p240")?.stock).toBe(4);
    expect(await run("s", "field.set", { of: "lesson", id: "lesson", change: { about: "nothing" as never } })).toMatchObject({ ok: false });
    expect(await run("s", "field.set", { of: "lesson", id: "gone", change: { title: "x" } })).toMatchObject({ ok: false });
    expect(await run("s", "list.drop", { list: "lessons", keys: ["lesson"] })).toMatchObject({ ok: true });
    expect(await run("s", "list.drop", { list: "supplies", keys: ["glue"] })).toMatchObject({ ok: true });
    await undo(db, "s");
    await undo(db, "s");
    expect((await loadWorkshop(db))!.lessons.map((x) => x.id)).toEqual(["lesson"]);
    expect((await loadWorkshop(db))!.supplies.map((x) => x.id).sort()).toEqual(["glue", "p240", "spool"]);
  });
  it("do not leave with a scene's file, and do with the backup", async () => {
    const rows = (await loadProject(db, "s"))!;
    expect([namedOnly(rows).workshop.supplies, namedOnly(rows).workshop.lessons]).toEqual([[], []]);
    const written = await writeBackup((await takeBackup(db, NOW))!);
    const back = written.ok ? await readBackup(written.value.file) : written;
    expect(back.ok && [back.value.workshop.supplies.length, back.value.workshop.lessons.length]).toEqual([2, 1]);
  });
});

describe("a new scene and the demo", () => {
  it("do not bring back what was taken off the shelf", async () => {
    await storeOwn(db, bare(newProject("own", "Own", "UTC", NOW)));
    await run("own", "list.drop", { list: "printers", keys: ["small-filament"] });
    const before = await loadWorkshop(db);
    await storeOwn(db, bare(newProject("next", "Next", "UTC", NOW)));
    expect(await loadWorkshop(db)).toEqual(before);
  });
  it("give somebody's first scene a first shelf, though the demo was there before", async () => {
    const fresh = new InchHollowDatabase(`workshop-${count++}`);
    const demo = stored((await fullProject()).project);
    await storeOwn(fresh, bare({ ...demo, scene: { ...demo.scene, demo: true } }));
    await storeOwn(fresh, bare(newProject("own", "Own", "UTC", NOW)));
    const paints = (await loadWorkshop(fresh))!.paints;
    expect(
      paints
        .filter((p) => !p.demo)
        .map((p) => p.name)
        .sort(),
    ).toEqual(["Dark wash", "Grey primer", "Matt varnish", "Mid brown", "Pale stone"]);
  });
  it("leave a known thing and a paint of the user's own as they are", async () => {
    await run("s", "list.drop", { list: "things", keys: ["gate"] });
    const mine = { name: "gate", mm: 3000, low: 2900, high: 3100, measure: "width", kind: "typed" as const, source: "yours" };
    await run("s", "list.add", { list: "things", items: [mine] });
    await run("s", "field.set", { of: "paint", id: "brown", change: { stockMl: 3 } });
    const demo = stored((await fullProject()).project);
    await storeOwn(db, bare({ ...demo, scene: { ...demo.scene, id: "demo", demo: true } }));
    expect(await db.things.get("gate")).toEqual(mine);
    expect((await db.paints.get("brown"))!.stockMl).toBe(3);
    expect(await db.paints.get("demo-brown")).toMatchObject({ stockMl: 50, demo: true });
  });
});

describe("undo field by field", () => {
  it("leads back its own field and leaves what another edit did to the same row", async () => {
    await run("s", "field.set", { of: "paint", id: "brown", change: { stockMl: 5 } });
    await run("victim", "field.set", { of: "paint", id: "brown", change: { name: "Dark brown" } });
    expect(await undo(db, "s")).toMatchObject({ kind: "done" });
    expect((await db.paints.get("brown"))!).toMatchObject({ stockMl: 50, name: "Dark brown" });
    expect(await redo(db, "s")).toMatchObject({ kind: "done" });
    expect((await db.paints.get("brown"))!).toMatchObject({ stockMl: 5, name: "Dark brown" });
  });
  it("is refused where a later edit has changed the same field, and says which", async () => {
    await run("s", "field.set", { of: "paint", id: "brown", change: { stockMl: 5 } });
    await run("victim", "field.set", { of: "paint", id: "brown", change: { stockMl: 7 } });
    expect(await undo(db, "s")).toEqual({ kind: "changed since", label: "Paint changed", field: "stockMl" });
    expect((await db.paints.get("brown"))!.stockMl).toBe(7);
    await undo(db, "victim");
    expect(await undo(db, "s")).toMatchObject({ kind: "done" });
  });
  it("does not take away a paint that another scene has begun to use, nor bring back work whose paint is gone", async () => {
    const teal = { id: "teal", name: "Teal", hex: "#008080", family: "water acrylic" as const, sheen: "matt" as const, stockMl: 17 };
    const coat = { id: "t", kind: "coat" as const, paintId: "teal", method: "brush" as const, coats: 1 };
    await run("s", "list.add", { list: "paints", items: [teal] });
    await run("victim", "work.add", { partId: "brick", items: [coat], at: 0 });
    expect(await undo(db, "s")).toMatchObject({ kind: "needed", why: "brick has been planned with it since then" });
    expect(await db.paints.get("teal")).toBeDefined();
    // Taken out of the recipe and off the shelf: the recipe cannot come back before the paint does.
    await run("victim", "list.drop", { list: "part.work", of: "brick", keys: ["t"] });
    await run("s", "list.drop", { list: "paints", keys: ["teal"] });
    expect(await undo(db, "victim")).toMatchObject({ kind: "needed" });
    expect((await db.parts.get(["victim", "brick"]))!.work).toEqual([]);
    await undo(db, "s");
    expect(await undo(db, "victim")).toMatchObject({ kind: "done" });
    expect(faultsOf(await loadProject(db, "victim"))).toEqual([]);
  });
  it("of several rows is all or nothing", async () => {
    await run("s", "list.drop", { list: "procedures", keys: ["kept"] });
    await run("victim", "list.add", { list: "procedures", items: [{ id: "kept", title: "Another", handsOnS: 1, waitS: 0, family: null }] });
    const before = await loadProject(db, "s");
    expect(await undo(db, "s")).toMatchObject({ kind: "changed since" });
    expect(await loadProject(db, "s")).toEqual(before);
  });
  it("keeps patches, not rows", async () => {
    await run("s", "field.set", { of: "part", id: "brick", change: { copies: 9 } });
    const [entry] = await db.history.toArray();
    expect(entry.changes).toEqual([
      {
        table: "parts",
        key: ["s", "brick"],
        forth: [{ op: "replace", path: ["row", "copies"], value: 9 }],
        back: [{ op: "replace", path: ["row", "copies"], value: 7 }],
      },
    ]);
  });
  it("a go at the bench is begun and ended in one edit each", async () => {
    const step = (recordId: string, stepKey: string) => ({
      recordId,
      partId: "brick",
      stepKey,
      title: stepKey,
      time: "hands" as const,
      plannedS: 60,
      waitS: 0,
    });
    await run("s", "session.start", { title: "Grey", steps: [step("x", "brick/g/0"), step("y", "brick/o/0")] });
    await run("s", "session.end", { title: "Grey", done: [{ recordId: "x", saidS: 300 }], undone: ["y"] });
    expect(await db.records.get(["s", "x"])).toMatchObject({ result: "good", saidS: 300, finishedAt: NOW });
    expect(await db.records.get(["s", "y"])).toBeUndefined();
    await undo(db, "s");
    expect((await db.records.get(["s", "y"]))!.finishedAt).toBeNull();
    // All of it done, and nothing left undone.
    const both = [
      { recordId: "x", saidS: 300 },
      { recordId: "y", saidS: 200 },
    ];
    expect((await run("s", "session.end", { title: "Grey", done: both, undone: [] })).ok).toBe(true);
    await undo(db, "s");
    await undo(db, "s");
    expect(await db.records.get(["s", "x"])).toBeUndefined();
  });
});

describe("a file and the workshop", () => {
  const bundle = async () => {
    const got = await read(await packed(bare(stored((await fullProject()).project))));
    if (!got.ok) throw new Error(got.problem.message);
    return got.value;
  };
  it("carries copies of what its scene names, and of nothing else", () => {
    const rows = namedOnly(stored(victim()));
    expect(rows.workshop.paints).toEqual([]);
  });
  it("what is the same is shared, what is new is taken", async () => {
    const given = await bundle();
    given.project.workshop.paints.push({ id: "teal", name: "Teal", hex: "#008080", family: "water acrylic", sheen: "matt", stockMl: 17 });
    const before = (await loadWorkshop(db))!;
    expect(await differencesOf(db, given.project.workshop)).toEqual([]);
    await storeImported(db, given, "fresh", "demo");
    const after = (await loadWorkshop(db))!;
    expect(after.printers).toEqual(before.printers);
    expect(after.paints.map((p) => p.id).filter((id) => !before.paints.some((p) => p.id === id))).toEqual(["teal"]);
  });
  it.each(["mine", "theirs", "both"] as const)("where both changed it is asked: %s", async (choice) => {
    await run("s", "printer.set", { printerId: "large-filament", change: { layerMm: 0.3 } });
    const given = await bundle();
    const [difference] = await differencesOf(db, given.project.workshop);
    expect(difference).toMatchObject({ table: "printers", id: "large-filament" });
    const id = await storeImported(db, given, "fresh", "demo", new Map([[choiceKey(difference), choice]]), () => "own-id");
    const project = (await loadProject(db, id))!;
    const print = project.parts.find((p) => p.name === "Brick")!.work[0] as { printerId: string };
    expect(print.printerId).toBe(choice === "both" ? "own-id" : "large-filament");
    expect((await db.printers.get("large-filament"))!.layerMm).toBe(choice === "theirs" ? 0.2 : 0.3);
    if (choice === "both") expect(await db.printers.get("own-id")).toMatchObject({ layerMm: 0.2, name: "Large filament (2)" });
    expect(faultsOf(project)).toEqual([]);
  });
});

describe("a backup of everything", () => {
  const all = async () => ({
    s: await loadProject(db, "s"),
    v: await loadProject(db, "victim"),
    meshes: (await db.meshes.toArray()).length,
  });
  it("comes back exactly, over whatever is there", async () => {
    const bytes = writeStl(block());
    const { contentHash } = await import("../core/project");
    await db.meshes.put({ hash: await contentHash(bytes), file: new Blob([bytes as Uint8Array<ArrayBuffer>]) });
    const before = await all();
    const written = await writeBackup((await takeBackup(db, NOW))!);
    if (!written.ok) throw new Error(written.problem.message);
    await run("s", "field.set", { of: "scene", change: { name: "Changed" } });
    await db.parts.clear();
    await db.meshes.clear();
    const got = await readBackup(written.value.file);
    if (!got.ok) throw new Error(got.problem.message);
    await restoreBackup(db, got.value);
    const { habits } = before.s!.workshop;
    expect(await all()).toEqual(
      JSON.parse(JSON.stringify(before).replaceAll(JSON.stringify(habits), JSON.stringify({ ...habits, backupAt: NOW }))),
    );
  });
  it.each([
    ["no zip", new Blob(["x"])],
    ["a zip without rows", new Blob([zipSync({ "a.txt": strToU8("a") }) as Uint8Array<ArrayBuffer>])],
    ["another format", new Blob([zipSync({ "backup.json": strToU8('{"format":"other"}') }) as Uint8Array<ArrayBuffer>])],
    [
      "a newer version",
      new Blob([zipSync({ "backup.json": strToU8('{"format":"inch-hollow-backup","version":99}') }) as Uint8Array<ArrayBuffer>]),
    ],
  ])("%s is refused in a sentence", async (_, file) => {
    const got = await readBackup(file);
    expect(got).toMatchObject({ ok: false, problem: { code: "backup.shape" } });
  });
  it("one whose rows or meshes were changed is refused, and nothing is stored", async () => {
    const { unzipSync } = await import("fflate");
    const bytes = writeStl(block());
    const { contentHash } = await import("../core/project");
    const hash = await contentHash(bytes);
    await db.meshes.put({ hash, file: new Blob([bytes as Uint8Array<ArrayBuffer>]) });
    const written = await writeBackup((await takeBackup(db, NOW))!);
    if (!written.ok) throw new Error();
    const files = unzipSync(await bytesOf(written.value.file));
    const worse = zipSync({ ...files, [`meshes/${hash}.stl`]: strToU8("solid") });
    expect(await readBackup(new Blob([worse as Uint8Array<ArrayBuffer>]))).toMatchObject({ ok: false });
    const rows = new TextDecoder().decode(files["backup.json"]).replace('"copies":7', '"copies":-7');
    const changed = zipSync({ ...files, "backup.json": strToU8(rows) });
    expect(await readBackup(new Blob([changed as Uint8Array<ArrayBuffer>]))).toMatchObject({ ok: false });
  });
  it("can always be read again: what is damaged here is left beside it, and is told", async () => {
    await db.meshes.put({ hash: "a".repeat(64), file: new Blob(["not what it says"]) });
    const [part] = await db.parts.toArray();
    await db.parts.put({ ...part, id: "odd", copies: -1, name: "Odd" });
    const written = await writeBackup((await takeBackup(db, NOW))!);
    if (!written.ok) throw new Error();
    expect(written.value).toMatchObject({ aside: 1, damaged: 1 });
    const got = await readBackup(written.value.file);
    expect(got.ok && got.value.scenes.flatMap((s) => s.parts.map((p) => p.name))).not.toContain("Odd");
    expect(got.ok && got.value.scenes.length).toBe(2);
  });
  it("is itself the last backup of what it holds", async () => {
    const written = await writeBackup((await takeBackup(db, NOW))!);
    const got = written.ok ? await readBackup(written.value.file) : written;
    expect(got.ok && got.value.workshop.habits.backupAt).toBe(NOW);
  });
  it("is due when the last is old and something was added since", async () => {
    expect(await backupDue(db, NOW)).toBe(false);
    await run("s", "field.set", { of: "part", id: "brick", change: { copies: 9 } });
    expect(await backupDue(db, NOW)).toBe(true);
    await db.habits.update("workshop", { backupAt: NOW });
    expect(await backupDue(db, NOW + 20 * 86_400_000)).toBe(false);
    await run("s", "field.set", { of: "part", id: "brick", change: { copies: 8 } }, { now: NOW + 1000 });
    expect(await backupDue(db, NOW + 20 * 86_400_000)).toBe(true);
  });
});

describe("what version 3 kept with each scene", () => {
  interface Old {
    project: {
      scene: Record<string, unknown> & { printers: Record<string, unknown>[] };
      parts: Record<string, unknown>[];
      paints: Record<string, unknown>[];
      procedures: Record<string, unknown>[];
      records: Record<string, unknown>[];
    };
  }
  const fixture = (): Old => JSON.parse(readFileSync(new URL("./version3.fixture.json", import.meta.url), "utf8")) as Old;
  const under = (rows: Record<string, unknown>[], sceneId: string) => rows.map((r) => ({ ...r, sceneId }));

  it("becomes one workshop: the same once, what differs beside it, and each scene's work goes on naming its own", async () => {
    const name = `v3-${count++}`;
    const old = new Dexie(name);
    const byScene = "[sceneId+id], sceneId";
    old.version(3).stores({
      scenes: "id",
      parts: byScene,
      paints: byScene,
      procedures: byScene,
      records: byScene,
      meshes: "hash",
      sheets: "key",
      history: "++seq, [sceneId+undone], editId",
      pictures: "hash",
      trash: "sceneId",
      aside: "++seq, sceneId",
    });
    const { project } = fixture();
    const printers = project.scene.printers.map((p) => (p.id === "large-filament" ? { ...p, layerMm: 0.12 } : p));
    await old.table("scenes").bulkPut([
      { ...project.scene, createdAt: 2 },
      { ...project.scene, id: "second", name: "Second", createdAt: 1, printers },
    ]);
    for (const t of ["parts", "paints", "procedures", "records"] as const)
      await old.table(t).bulkPut([...project[t], ...under(project[t], "second")]);
    old.close();
    const now = new InchHollowDatabase(name, () => `fresh-${count++}`);
    const [first, second] = [(await loadProject(now, "s"))!, (await loadProject(now, "second"))!];
    for (const p of [first, second]) {
      expect(projectSchema.validate(p, { convert: false }).error).toBeUndefined();
      expect(faultsOf(p)).toEqual([]);
      expect(JSON.stringify(p.parts)).not.toMatch(/"report"|"prints"|"walls"|outsideMm2/);
      expect(p.parts[0].work.find((w) => w.id === "g")).toMatchObject({ jointId: "glue-brick-g" });
    }
    expect(first.workshop.printers.map((p) => [p.id, p.layerMm])).toEqual([
      ["large-filament", 0.2],
      ["large-filament-2", 0.12],
      ["small-filament", 0.2],
      ["resin", 0.05],
    ]);
    expect(first.workshop.paints.length).toBe(project.paints.length);
    const printerOf = (p: typeof first) => (p.parts[0].work[0] as { printerId: string }).printerId;
    expect([printerOf(first), printerOf(second)]).toEqual(["large-filament", "large-filament-2"]);
    expect(first.workshop.habits).toMatchObject({ timeZone: "Europe/Berlin", evenings: { length: 7 } });
    expect(first.workshop.things.map((t) => t.name)).toEqual(["gate"]);
    now.close();
  });

  it("what is the same in three scenes is there once, and ids that are none become ids, wherever they are named", () => {
    const scene = (layerMm: number, printerId: string) => ({
      scene: { printers: [{ id: printerId, name: "P", layerMm }], ownThings: [] },
      paints: [{ id: "a/b", sceneId: "x", name: "Odd" }],
      procedures: [],
      parts: [
        {
          id: "p",
          work: [
            { kind: "print", printerId },
            { kind: "coat", paintId: "a/b" },
          ],
        },
      ],
    });
    const { workshop, projects } = workshopTo4([scene(0.2, "p"), scene(0.1, "p"), scene(0.1, "p")]);
    expect(workshop.printers.map((r) => [r.id, r.layerMm])).toEqual([
      ["p", 0.2],
      ["p-2", 0.1],
    ]);
    expect(workshop.paints).toEqual([{ id: "a-b", name: "Odd" }]);
    const named = projects.map((p) => (p.parts as { work: Record<string, unknown>[] }[])[0].work.map((w) => w.printerId ?? w.paintId));
    expect(named).toEqual([
      ["p", "a-b"],
      ["p-2", "a-b"],
      ["p-2", "a-b"],
    ]);
  });
  it("a bundle of it is read, with everything that was said", async () => {
    const doc = { ...fixture(), version: 2 };
    const hash = (doc.project.parts[0].source as { hash: string }).hash;
    const bytes = writeStl(block());
    const got = await read(zipSync({ "scene.json": strToU8(JSON.stringify(doc)), [`meshes/${hash}.stl`]: bytes }));
    if (!got.ok) throw new Error(got.problem.message);
    expect(got.value.project.workshop.paints.length).toBe(6);
    expect(got.value.project.parts.map((p) => p.name)).toEqual(["Brick", "Shed", "Base"]);
    const { contentHash } = await import("../core/project");
    expect(await contentHash(bytes)).toBe(hash);
  });
});
