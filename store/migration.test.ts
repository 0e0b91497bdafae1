/** What an earlier version stored, in the browser and in bundles, as this version reads it. The fixture was written by version 1. */
import "fake-indexeddb/auto";
import Dexie from "dexie";
import { strToU8, zipSync } from "fflate";
import { readFileSync } from "node:fs";
import { beforeEach, describe, expect, it } from "vitest";
import { boxMesh, writeStl } from "../core/mesh";
import { NEW_SURFACE, surfacesOf, type ProjectRows } from "../core/project";
import { hidesIn, printsIn } from "../core/stations/kinds";
import { joinProject, rowsOf } from "../core/results";
import { fullProject } from "../tests/fullProject";
import { block, meshPart, print, projectOf } from "../tests/sampleProject";
import { blobOf, packed, read, repacked, unpacked, withBytes } from "../tests/bundleKit";
import { inOrder, readBundle } from "./bundle";
import { InchHollowDatabase } from "./database";
import { runCommand, runWithFiles } from "./run";
import { undo } from "./edit";
import { MIGRATIONS, projectFrom, STORED_VERSION, stepped } from "./migrations";
import type { Stored } from "./migrations/stored";
import { loadFiles, loadProject, storeImported } from "./projects";
import { projectSchema } from "../core/rows";

const fixture = (): {
  format: string;
  version: number;
  project: { scene: object; parts: { source: { hash?: string } }[]; paints: object[]; procedures: object[]; records: object[] };
} => JSON.parse(readFileSync(new URL("./version1.fixture.json", import.meta.url), "utf8"));
const mesh = (): Uint8Array<ArrayBuffer> => writeStl(boxMesh(12, 12, 12)) as Uint8Array<ArrayBuffer>;
const NOW = 1_767_900_000_000;

beforeEach(() => Dexie.delete("inch-hollow"));

async function storeVersion1(): Promise<void> {
  const old = new Dexie("inch-hollow");
  old.version(1).stores({
    scenes: "id",
    parts: "[sceneId+id], sceneId",
    paints: "[sceneId+id], sceneId",
    procedures: "[sceneId+id], sceneId",
    records: "[sceneId+id], sceneId",
    meshes: "hash",
    sheets: "key",
    history: "++seq, [sceneId+undone]",
  });
  const { project } = fixture();
  await old.table("scenes").put(project.scene);
  for (const t of ["parts", "paints", "procedures", "records"] as const) await old.table(t).bulkPut(project[t]);
  await old.table("meshes").put({ hash: project.parts[0].source.hash, bytes: mesh() });
  await old.table("history").add({
    sceneId: "scene-1",
    label: "x",
    at: 0,
    undone: 0,
    changes: [{ table: "parts", key: ["scene-1", "crate"], before: null, after: null }],
  });
  old.close();
}

const byScene = "[sceneId+id], sceneId";
/** Tables of the stores of versions 4 and 5, as they were. */
const TABLES_OF_4_AND_5 = {
  scenes: "id",
  parts: byScene,
  records: byScene,
  meshes: "hash",
  history: "++seq, [sceneId+undone], editId",
  pictures: "hash",
  trash: "sceneId",
  aside: "++seq, sceneId",
  results: "key, mesh, [used+bytes]",
  chores: "name",
  printers: "id",
  rack: "id",
  kept: "id",
  things: "name",
  supplies: "id",
  lessons: "id",
  habits: "id",
};

/** A browser's database as that version left it. */
async function stored(version: number, rows: ProjectRows): Promise<void> {
  const old = new Dexie("inch-hollow");
  old.version(version).stores({ ...TABLES_OF_4_AND_5, ...(version >= 11 && { recipes: "id" }), ...(version >= 12 && { lines: "id" }) });
  if (version >= 11) await old.table("recipes").bulkPut(rows.workshop.recipes);
  if (version >= 12) await old.table("lines").bulkPut(rows.workshop.lines);
  await old.table("scenes").put(rows.scene);
  await old.table("parts").bulkPut(rows.parts);
  await old.table("records").bulkPut(rows.records);
  for (const table of ["printers", "things", "supplies", "lessons"] as const) await old.table(table).bulkPut(rows.workshop[table]);
  await old.table("rack").bulkPut(rows.workshop.paints);
  await old.table("kept").bulkPut(rows.workshop.procedures);
  await old.table("habits").put(rows.workshop.habits);
  old.close();
}

describe("the list of migrations", () => {
  it("leads from each version to the next, so that a step that has shipped keeps its place", () => {
    expect(MIGRATIONS.map((m) => m.to)).toEqual(MIGRATIONS.map((_, i) => i + 1));
  });

  it("folds step by step to the same as at once", () => {
    const { version, project } = fixture();
    const atOnce = projectFrom(version, project);
    const halves = MIGRATIONS.filter((m) => m.to > version).map((m) => {
      // What an older program had made of it, read by this one.
      const older = MIGRATIONS.filter((o) => o.to > version && o.to <= m.to).reduce<Stored>((p, o) => stepped(o, p), project);
      return projectFrom(m.to, older);
    });
    for (const half of halves) expect(half).toEqual(atOnce);
  });

  it("leaves what is stored by this version, and what is no scene, as they are", () => {
    const now: Stored = { scene: { id: "s" }, parts: [] };
    expect(projectFrom(STORED_VERSION, now)).toBe(now);
    expect(projectFrom(1, { scene: "none" })).toEqual({ scene: "none" });
  });
});

describe("the browser's database of version 1", () => {
  it("opens with everything it held, and what it lacked", async () => {
    await storeVersion1();
    const db = new InchHollowDatabase();
    const project = (await loadProject(db, "scene-1"))!;
    expect(projectSchema.validate(project, { convert: false }).error).toBeUndefined();
    expect(project.parts.map((p) => [p.name, p.copies, p.notes, p.versions.length])).toEqual([
      ["Crate", 24, "kept", 0],
      ["Base", 1, "", 0],
    ]);
    expect(project.scene).toMatchObject({ name: "Creek of version 1", handling: "sometimes", homes: [] });
    // What was computed is not said: it is reckoned anew.
    expect(Object.keys(project.parts[0].source)).toEqual(["kind", "hash", "fileName", "unit", "unitReason", "warnings"]);
    expect(project.parts[0]).not.toHaveProperty("prints");
    expect(new Uint8Array(await [...(await loadFiles(db, project)).meshes.values()][0].arrayBuffer())).toEqual(mesh());
    // Undo of the old shape is gone; new edits can be taken back.
    expect(await undo(db, "scene-1")).toEqual({ kind: "nothing" });
    expect((await runCommand(db, "scene-1", "field.set", { of: "part", id: "crate", change: { group: "Cargo" } }, NOW)).ok).toBe(true);
    expect(await undo(db, "scene-1")).toEqual({ kind: "done", label: "Part changed" });
    db.close();
  });
});

describe("what version 5 stored", () => {
  const said = (): { version: number; project: ProjectRows } =>
    JSON.parse(readFileSync(new URL("./version5.fixture.json", import.meta.url), "utf8"));

  it("opens in the browser with plates that are none yet, no batch, and hours of sleep", async () => {
    const rows = said().project;
    await stored(5, rows);
    const db = new InchHollowDatabase();
    const project = (await loadProject(db, rows.scene.id))!;
    expect(projectSchema.validate(project, { convert: false }).error).toBeUndefined();
    expect(project.scene.plates).toEqual([]);
    expect(project.parts.every((x) => x.batch === "")).toBe(true);
    expect(project.workshop.habits).toMatchObject({ sleep: { from: "23:00", to: "07:00" }, quiet: null, changes: [] });
    // Everything else is as it was.
    expect({ ...project.scene, plates: undefined, joints: undefined }).toEqual({ ...rows.scene, plates: undefined, joints: undefined });
    expect(project.workshop.printers.map((x) => x.id).sort()).toEqual(rows.workshop.printers.map((x) => x.id).sort());
    expect(project.records).toHaveLength(rows.records.length);
    expect((await runCommand(db, rows.scene.id, "field.set", { of: "part", id: "brick", change: { batch: "grey" } }, NOW)).ok).toBe(true);
    db.close();
  });

  it("is read from a bundle", async () => {
    const { project, meshes } = await fullProject();
    const files = await unpacked({ ...withBytes(project, meshes), pictures: new Map() });
    const got = await read(await repacked({ ...files, "scene.json": strToU8(JSON.stringify(said())) }));
    if (!got.ok) throw new Error(got.problem.message);
    expect(got.value.project.scene.plates).toEqual([]);
    expect(got.value.project.workshop.habits.sleep).toEqual({ from: "23:00", to: "07:00" });
    expect(got.value.project.parts[0].batch).toBe("");
  });
});

/** Rows without what version 11 says anew: joints, and the work at them. */
const withoutJoints = ({ scene, parts, ...rest }: ProjectRows): object => {
  const bare = ({ joints: _j, joins: _s, meetings: _m, ...row }: Record<string, unknown>): object => row;
  return {
    ...rest,
    scene: bare({ ...scene }),
    parts: parts.map((p) => ({ ...bare({ ...p }), work: p.work.filter((w) => w.kind !== "glue" && w.kind !== "seam") })),
  };
};

/** The same without recipes, in one order. */
const bare = (project: ProjectRows): object =>
  inOrder(withoutJoints({ ...project, workshop: { ...project.workshop, recipes: [], lines: [] } }) as ProjectRows);

describe("what version 12 stored", () => {
  it("opens as it was, and has room for lists that go to a phone", async () => {
    const { project: rows } = JSON.parse(readFileSync(new URL("./version12.fixture.json", import.meta.url), "utf8")) as {
      project: ProjectRows;
    };
    await stored(12, rows);
    const db = new InchHollowDatabase();
    const project = (await loadProject(db, rows.scene.id))!;
    expect(projectSchema.validate(project, { convert: false }).error).toBeUndefined();
    expect(inOrder(project)).toEqual(inOrder(rows));
    expect(await db.away.count()).toBe(0);
    db.close();
  });
});

describe("what version 11 stored", () => {
  const said = (): { version: number; project: ProjectRows } =>
    JSON.parse(readFileSync(new URL("./version11.fixture.json", import.meta.url), "utf8"));
  const withBook = (rows: ProjectRows): ProjectRows => ({ ...rows, workshop: { ...rows.workshop, lines: [] } });
  it("opens in the browser as it was: what was in stock is what the ledger begins with", async () => {
    const rows = said().project;
    await stored(11, withBook(rows));
    const db = new InchHollowDatabase();
    const project = (await loadProject(db, rows.scene.id))!;
    expect(projectSchema.validate(project, { convert: false }).error).toBeUndefined();
    expect(inOrder(project)).toEqual(inOrder(withBook(rows)));
    const { paints, supplies } = joinProject(project, () => undefined);
    expect(paints.map((p) => p.stockMl)).toEqual(project.workshop.paints.map((p) => p.stockMl));
    expect(supplies.map((s) => s.stock)).toEqual(project.workshop.supplies.map((s) => s.stock));
    db.close();
  });
  it("is read from a bundle", async () => {
    const { project, meshes } = await fullProject();
    const files = await unpacked({ ...withBytes(project, meshes), pictures: new Map() });
    const got = await read(await repacked({ ...files, "scene.json": strToU8(JSON.stringify(said())) }));
    if (!got.ok) throw new Error(got.problem.message);
    expect(got.value.project.workshop.lines).toEqual([]);
    expect(got.value.project.records).toEqual(said().project.records);
  });
});

describe("what version 10 stored", () => {
  const said = (): { version: number; project: ProjectRows } =>
    JSON.parse(readFileSync(new URL("./version10.fixture.json", import.meta.url), "utf8"));
  const partSide = (partId: string) => ({ kind: "part", partId });
  /** Who met whom, where a part was cut, and what it was glued to: each pair once. */
  const found = (project: ProjectRows): void => {
    const { joints } = project.scene;
    expect(joints.map((j) => [j.id, j.a, j.b, j.how, j.glueId, j.cut?.kind ?? null])).toEqual([
      // Meeting and glue of the same two are one joint; the cut that was described takes its shape along.
      ["m1", "brick", partSide("shed"), "glued", "instant-gel", null],
      ["m2", "brick", partSide("base"), "slides", null, "pegs"],
      ["cut-base", "shed", partSide("base"), "glued", null, "pegs"],
      // The brick said of itself that it snaps, and no joint of it did.
      ["joins-brick", "brick", { kind: "words", words: "what it snaps into" }, "clipped", null, null],
      ["glue-shed-g", "shed", { kind: "words", words: "A cork tile" }, "glued", "contact", null],
    ]);
    expect(joints[0]).toMatchObject({ bMaterial: "foam", load: true, widthMm: 0.3, textured: true, fits: [{ id: "f1" }] });
    expect(joints[2]).toMatchObject({ lengthMm: 100, cut: { clearanceMm: 0.25, sectionMm2: 600 } });
    expect(joints[4]).toMatchObject({ bMaterial: "wood", widthMm: 0.4, load: false });
    const at = project.parts.flatMap((p) => p.work.flatMap((w) => ("jointId" in w ? [[p.id, w.kind, w.jointId]] : [])));
    expect(at).toEqual([
      ["brick", "glue", "m1"],
      ["brick", "seam", "m1"],
      ["shed", "glue", "glue-shed-g"],
    ]);
    expect(JSON.stringify(project)).not.toMatch(/meeting|toPartId|"joints":\[\{"id":"seam/);
  };
  it("opens in the browser with each joint once, everything else as it was", async () => {
    const rows = said().project;
    await stored(10, rows);
    const db = new InchHollowDatabase();
    const project = (await loadProject(db, rows.scene.id))!;
    expect(projectSchema.validate(project, { convert: false }).error).toBeUndefined();
    found(project);
    expect(bare(project)).toEqual(bare(rows));
    db.close();
  });
  it("is read from a bundle, and not changed a second time", async () => {
    const { project, meshes } = await fullProject();
    const files = await unpacked({ ...withBytes(project, meshes), pictures: new Map() });
    const got = await read(await repacked({ ...files, "scene.json": strToU8(JSON.stringify(said())) }));
    if (!got.ok) throw new Error(got.problem.message);
    found(got.value.project);
    const again = await read(await packed(got.value));
    if (!again.ok) throw new Error(again.problem.message);
    found(again.value.project);
  });
  it("two scenes of one browser keep their own", async () => {
    const rows = said().project;
    await stored(10, rows);
    const old = new Dexie("inch-hollow");
    await old.open();
    await old.table("scenes").put({ ...rows.scene, id: "second" });
    await old.table("parts").bulkPut(rows.parts.map((p) => ({ ...p, sceneId: "second" })));
    old.close();
    const db = new InchHollowDatabase();
    for (const id of [rows.scene.id, "second"]) found((await loadProject(db, id))!);
    db.close();
  });
});

describe("what version 9 stored", () => {
  it("opens as it was, with no recipes yet", async () => {
    const { version, project: rows } = JSON.parse(readFileSync(new URL("./version9.fixture.json", import.meta.url), "utf8")) as {
      version: number;
      project: ProjectRows;
    };
    await stored(9, rows);
    const db = new InchHollowDatabase();
    const kept = (await loadProject(db, rows.scene.id))!;
    expect(bare(kept)).toEqual(bare(rows));
    expect(projectSchema.validate(kept, { convert: false }).error).toBeUndefined();
    db.close();
    expect(bare(projectFrom(version, rows as unknown as Stored) as unknown as ProjectRows)).toEqual(bare(rows));
  });
});

describe("what version 8 stored", () => {
  const said = (): { version: number; project: ProjectRows } =>
    JSON.parse(readFileSync(new URL("./version8.fixture.json", import.meta.url), "utf8"));
  const workOfAll = ({ parts }: Pick<ProjectRows, "parts">) => parts.flatMap((p) => p.work);
  const workAsItWas = (p: Pick<ProjectRows, "parts">) => workOfAll(p).filter((w) => w.kind !== "glue" && w.kind !== "seam");
  it("opens as it was: a way up that it kept is taken as said", async () => {
    const rows = said().project;
    const kept = printsIn(workOfAll(rows)).map((w) => w.turn);
    expect(kept.length).toBeGreaterThan(0);
    await stored(8, rows);
    const db = new InchHollowDatabase();
    const project = (await loadProject(db, rows.scene.id))!;
    expect(workAsItWas(project)).toEqual(workAsItWas(rows));
    db.close();
    const { project: full, meshes } = await fullProject();
    const files = await unpacked({ ...withBytes(full, meshes), pictures: new Map() });
    const got = await read(await repacked({ ...files, "scene.json": strToU8(JSON.stringify(said())) }));
    if (!got.ok) throw new Error(got.problem.message);
    expect(workAsItWas(got.value.project)).toEqual(workAsItWas(rows));
  });
  it("what is left to the program comes back as such", async () => {
    const { project, meshes } = await fullProject();
    const open = {
      ...project,
      parts: project.parts.map((p) => ({
        ...p,
        work: p.work.map((w) => (printsIn([w]).length > 0 ? { ...w, turn: null } : w)) as typeof p.work,
      })),
    };
    const got = await read(await packed({ ...withBytes(open, meshes), pictures: new Map() }));
    if (!got.ok) throw new Error(got.problem.message);
    expect(workOfAll(got.value.project)).toEqual(workOfAll(open));
  });
});

describe("what version 7 stored", () => {
  const said = (): { version: number; project: ProjectRows } =>
    JSON.parse(readFileSync(new URL("./version7.fixture.json", import.meta.url), "utf8"));
  // Layers of 0.2 mm on 30°: the run is 0.346 mm seen from above, the spacing 0.4 along the face; on 50° the run was kept as 0.2, and the
  // spacing is 0.261.
  const spaced = (project: ProjectRows): void => {
    expect(project.workshop.habits.fills.map((f) => [f.id, Math.round(f.pitchMm * 1000) / 1000])).toEqual([
      ["gentle", 0.4],
      ["steep", 0.261],
      ["odd", 0.1],
    ]);
  };
  it("opens in the browser: readings say the spacing along the face", async () => {
    const rows = said().project;
    await stored(7, rows);
    const db = new InchHollowDatabase();
    const project = (await loadProject(db, rows.scene.id))!;
    expect(projectSchema.validate(project, { convert: false }).error).toBeUndefined();
    spaced(project);
    expect(project.parts).toHaveLength(rows.parts.length);
    db.close();
  });
  it("is read from a bundle, and not changed a second time", async () => {
    const { project, meshes } = await fullProject();
    const files = await unpacked({ ...withBytes(project, meshes), pictures: new Map() });
    const got = await read(await repacked({ ...files, "scene.json": strToU8(JSON.stringify(said())) }));
    if (!got.ok) throw new Error(got.problem.message);
    spaced(got.value.project);
    const again = await read(await packed(got.value));
    if (!again.ok) throw new Error(again.problem.message);
    spaced(again.value.project);
  });
});

describe("what version 6 stored", () => {
  const said = (): { version: number; project: ProjectRows } =>
    JSON.parse(readFileSync(new URL("./version6.fixture.json", import.meta.url), "utf8"));
  /** What it had said of surfaces: a real material by a surface's words, and hiding by others. */
  const found = (project: ProjectRows): void => {
    const part = project.parts.find((p) => p.id === "brick")!;
    expect(part.surfaces.map((s) => [s.name, s.material, s.anchor])).toEqual([
      ["wall", "brick", null],
      ["roof", "", null],
    ]);
    const [hide] = hidesIn(part.work);
    expect(part.surfaces.find((s) => s.id === hide.surfaceId)!.name).toBe("roof");
    expect(hide).toEqual({ id: "h", kind: "hide", school: "fill-and-sand", surfaceId: hide.surfaceId });
    // The one that it was cut at, and glued again.
    expect(project.scene.joints.map((j) => [j.id, j.a, j.glueId, j.cut?.kind]).slice(0, 1)).toEqual([
      ["cut-shed", "brick", "instant-gel", "pegs"],
    ]);
    expect(project.workshop.habits.fills).toEqual([]);
    expect(project.scene.plates.length).toBe(1);
  };

  it("opens in the browser: what was said of surfaces by words has rows of its own", async () => {
    const rows = said().project;
    await stored(6, rows);
    const db = new InchHollowDatabase();
    const project = (await loadProject(db, rows.scene.id))!;
    expect(projectSchema.validate(project, { convert: false }).error).toBeUndefined();
    found(project);
    db.close();
  });
  it("is read from a bundle, and reads the same a second time", async () => {
    const { project, meshes } = await fullProject();
    const files = await unpacked({ ...withBytes(project, meshes), pictures: new Map() });
    const got = await read(await repacked({ ...files, "scene.json": strToU8(JSON.stringify(said())) }));
    if (!got.ok) throw new Error(got.problem.message);
    found(got.value.project);
  });
  it("what was said by words of a slope or a wall is found by them", async () => {
    const part = await meshPart("brick", "Brick", block(), [print("large-filament")]);
    const old = { ...structuredClone(NEW_SURFACE), id: "old-1", anchor: null };
    const known = surfacesOf({ ...part, surfaces: [{ ...old, name: "wall, front", material: "stone" }] }, projectOf([part]).scene);
    expect(known.filter((k) => k.said).map((k) => [k.name, k.said!.material])).toEqual([["front wall", "stone"]]);
  });
});

describe("the browser's database of version 4", () => {
  it("opens with parts that say more, and what could be undone still can", async () => {
    const { project } = await fullProject();
    const rows = rowsOf(project);
    const old = new Dexie("inch-hollow");
    old.version(4).stores(TABLES_OF_4_AND_5);
    await old.table("scenes").put(rows.scene);
    await old.table("parts").bulkPut(
      rows.parts.map(({ faces: _f, zones: _z, otherWays: _o, ...part }) => ({
        ...part,
        work: part.work.map((w) =>
          w.kind === "print" ? { id: w.id, kind: w.kind, printerId: w.printerId, turn: w.turn, typed: w.typed } : w,
        ),
      })),
    );
    await old.table("printers").bulkPut(rows.workshop.printers);
    await old.table("rack").bulkPut(rows.workshop.paints);
    await old.table("kept").bulkPut(rows.workshop.procedures);
    await old.table("habits").put(rows.workshop.habits);
    old.close();
    const db = new InchHollowDatabase();
    const loaded = (await loadProject(db, rows.scene.id))!;
    expect(projectSchema.validate(loaded, { convert: false }).error).toBeUndefined();
    expect(loaded.parts[0]).toMatchObject({ faces: [], zones: [], otherWays: null });
    expect(
      loaded.parts.flatMap((p) => p.work.filter((w) => w.kind === "print")).every((w) => w.kind === "print" && w.sliced === null),
    ).toBe(true);
    db.close();
  });
});

describe("a bundle of version 1", () => {
  it("is read, and saved as the newest", async () => {
    const doc = fixture();
    const bytes = zipSync({ "scene.json": strToU8(JSON.stringify(doc)), [`meshes/${doc.project.parts[0].source.hash}.stl`]: mesh() });
    const first = await read(bytes);
    expect(first.ok && first.value.project.parts[0]).toMatchObject({ name: "Crate", tags: [], source: { warnings: [] } });
    const again = first.ok ? await read(await packed(first.value)) : first;
    expect(again.ok && again.value.project).toEqual(first.ok && inOrder(first.value.project));
    expect(again.ok && [...again.value.meshes.keys()]).toEqual(first.ok && [...first.value.meshes.keys()]);
  });
  it("with parts that are no parts is refused in words, not by a crash", async () => {
    const doc = fixture();
    for (const bad of [null, 7, { source: null }, { source: 3 }]) {
      const broken = { ...doc, project: { ...doc.project, parts: [bad] } };
      const got = await readBundle(blobOf(zipSync({ "scene.json": strToU8(JSON.stringify(broken)) })));
      expect(got.ok ? "" : got.problem.code).toBe("bundle.shape");
    }
  });
});

describe("what came with version 2", () => {
  const open = async (): Promise<InchHollowDatabase> => {
    await storeVersion1();
    return new InchHollowDatabase();
  };
  const part = async (db: InchHollowDatabase, id = "crate") => (await db.parts.get(["scene-1", id]))!;

  it("pictures travel in the bundle; one that was tampered with is left out", async () => {
    const db = await open();
    const jpeg = new Uint8Array([0xff, 0xd8, 0xff, 1, 2, 3]);
    const { contentHash } = await import("../core/project");
    const hash = await contentHash(jpeg);
    const done = await runWithFiles(
      db,
      "scene-1",
      "pictures",
      [{ hash, file: new Blob([jpeg]) }],
      "list.add",
      { list: "part.pictures", of: "crate", items: [hash] },
      NOW,
    );
    expect(done.ok).toBe(true);
    const project = (await loadProject(db, "scene-1"))!;
    const files = await loadFiles(db, project);
    const got = await read(await packed({ project, ...files }));
    expect(got.ok && [...got.value.pictures.keys()]).toEqual([hash]);
    const forged = await packed({ project, ...files, pictures: new Map([[hash, new Blob(["x"])]]) });
    const second = await read(forged);
    expect(second.ok && [second.value.pictures.size, second.value.missing.length]).toEqual([0, 1]);
    if (got.ok) await storeImported(db, got.value, "beside", "demo");
    expect(await db.scenes.count()).toBe(2);
    db.close();
  });

  it("a mended mesh is a new version, the old one can be brought back, and both meshes are kept", async () => {
    const db = await open();
    const before = await part(db);
    if (before.source.kind !== "mesh") throw new Error("no mesh");
    const hash = "a".repeat(64);
    const source = { ...before.source, hash };
    const file = { hash, file: new Blob([mesh()]) };
    expect(
      (await runWithFiles(db, "scene-1", "meshes", [file], "part.replace", { partId: "crate", source, factor: 1, note: "mended" }, NOW)).ok,
    ).toBe(true);
    const mended = await part(db);
    expect(mended.versions).toMatchObject([{ note: "mended", source: { hash: before.source.hash } }]);
    expect((await loadFiles(db, (await loadProject(db, "scene-1"))!)).meshes.size).toBe(2);
    expect((await runCommand(db, "scene-1", "part.restore", { partId: "crate", version: 0 }, NOW)).ok).toBe(true);
    expect((await part(db)).source).toMatchObject({ hash: before.source.hash });
    expect((await part(db)).versions).toMatchObject([{ source: { hash } }]);
    expect((await runCommand(db, "scene-1", "part.restore", { partId: "crate", version: 7 }, NOW)).ok).toBe(false);
    db.close();
  });

  it("another unit of the file takes along what was measured on it", async () => {
    const db = await open();
    const { source } = await part(db);
    if (source.kind !== "mesh") throw new Error("no mesh");
    const sighting = { id: "s", thing: "a door", lowRealMm: 1981, highRealMm: 2040, fileMm: 2, how: "picked" };
    for (const [name, payload] of [
      ["list.add", { list: "part.sightings", of: "crate", items: [sighting] }],
      ["field.set", { of: "part.measures", id: "crate", change: { clipSlotMm: 0.5 } }],
      ["list.add", { list: "part.configurations", of: "crate", items: [{ name: "folded", sizeMm: [1, 2, 3] }] }],
    ] as const)
      expect((await runCommand(db, "scene-1", name, payload, NOW)).ok, name).toBe(true);
    expect((await runCommand(db, "scene-1", "part.unit", { partId: "crate", unit: "in" }, NOW)).ok).toBe(true);
    const inches = await part(db);
    expect(inches.sightings[0].fileMm).toBeCloseTo(50.8, 9);
    expect(inches.measures).toMatchObject({ clipSlotMm: 12.7, wallHeightMm: null });
    expect(inches.configurations[0].sizeMm[2]).toBeCloseTo(76.2, 9);
    db.close();
  });

  it("many parts change in one edit, and come back in one", async () => {
    const db = await open();
    const set = {
      partIds: ["crate", "base"],
      group: "Quay",
      addTags: ["wood", "cargo"],
      dropTags: ["cargo"],
      differs: { handling: "weekly" },
    };
    expect((await runCommand(db, "scene-1", "parts.set", set, NOW)).ok).toBe(true);
    expect([await part(db), await part(db, "base")].map((p) => [p.group, p.tags, p.differs.handling])).toEqual([
      ["Quay", ["wood"], "weekly"],
      ["Quay", ["wood"], "weekly"],
    ]);
    expect((await runCommand(db, "scene-1", "parts.delete", { partIds: ["crate", "base"] }, NOW)).ok).toBe(true);
    expect(await db.parts.count()).toBe(0);
    expect(await db.records.count()).toBe(0);
    await undo(db, "scene-1");
    expect(await db.parts.count()).toBe(2);
    expect(await db.records.count()).toBe(1);
    await undo(db, "scene-1");
    expect((await part(db)).group).toBe("");
    db.close();
  });

  it("a new scale may take the parts along: real sizes stay", async () => {
    const db = await open();
    const from = (await db.scenes.get("scene-1"))!.scale.ratio;
    expect((await runCommand(db, "scene-1", "scene.scale", { scale: { kind: "ratio", ratio: 72 }, along: true }, NOW)).ok).toBe(true);
    expect((await part(db)).factor).toBeCloseTo(from / 72, 9);
    expect((await runCommand(db, "scene-1", "scene.scale", { scale: { kind: "railway", ratio: 76.2, railway: "00" } }, NOW)).ok).toBe(true);
    expect((await part(db)).factor).toBeCloseTo(from / 72, 9);
    db.close();
  });

  it.each([
    ["field.set", { of: "scene", change: { handling: "never" } }],
    ["list.add", { list: "scene.homes", items: [{ id: "a", name: "", kind: "shelf", sizeMm: [1, 2, 3] }] }],
    ["field.set", { of: "part.tally", id: "crate", change: { fitted: -1 } }],
    ["list.add", { list: "part.pictures", of: "crate", items: ["../secret"] }],
    [
      "list.add",
      { list: "part.variations", of: "crate", items: [{ id: "v", copies: 0, mirrored: false, percent: 100, state: "", extraColour: "" }] },
    ],
    ["parts.set", { partIds: [] }],
  ])("%s refuses %j", async (command, payload) => {
    const db = await open();
    expect((await runCommand(db, "scene-1", command, payload, NOW)).ok).toBe(false);
    db.close();
  });
});
