import { COMMANDS } from "../core/stations";
import "fake-indexeddb/auto";
import { strToU8, zipSync } from "fflate";
import { beforeEach, describe, expect, it } from "vitest";
import { boxMesh, writeStl } from "../core/mesh";
import { contentHash, PART_DEFAULTS, type ProjectRows } from "../core/project";
import { bytesOf, packed, read, repacked, tampered as tamper, unpacked, withBytes, written, type SceneDocument } from "../tests/bundleKit";
import { inOrder, type Bundle } from "./bundle";
import { STORED_VERSION } from "./migrations";
import { figureScale, ratioScale } from "../core/scale";
import { runCommand, runWithFiles } from "./run";
import { InchHollowDatabase } from "./database";
import { edit, redo, undo } from "./edit";
import { newProject } from "./newScene";
import { storageProblem } from "./problems";
import { loadFiles, loadProject, shiftTimes, storeImported, storeOwn } from "./projects";

const NOW = 1_767_900_000_000;
let db: InchHollowDatabase;
let count = 0;

async function sample(name = "Creek"): Promise<Bundle> {
  const bytes = writeStl(boxMesh(12, 12, 12));
  const hash = await contentHash(bytes);
  const project = newProject("scene-1", name, "Europe/Berlin", NOW);
  project.parts.push({
    ...structuredClone(PART_DEFAULTS),
    id: "crate",
    sceneId: "scene-1",
    name: "Crate",
    factor: 1,
    copies: 24,
    goodBefore: 0,
    failedBefore: 0,
    notes: "",
    order: 1,
    source: {
      kind: "mesh",
      hash,
      fileName: "crate.stl",
      unit: "mm",
      unitReason: "",
      warnings: [],
    },
    work: [{ id: "c", kind: "coat", paintId: "first-grey", method: "brush", coats: 1 }],
  });
  return withBytes(project, new Map([[hash, bytes]]));
}

const tampered = async (change: (doc: SceneDocument) => void): Promise<Uint8Array> => tamper(await sample(), change);

beforeEach(async () => {
  db = new InchHollowDatabase(`test-${count++}`);
  await storeOwn(db, await sample());
});

const parts = async (): Promise<ProjectRows["parts"]> => (await loadProject(db, "scene-1"))!.parts;

describe("bundles", () => {
  it("come back exactly, through the database too", async () => {
    const given = await sample();
    const first = await packed(given);
    const got = await read(first);
    if (!got.ok) throw new Error(got.problem.message);
    expect(got.value.project).toEqual(inOrder(given.project));
    const project = (await loadProject(db, "scene-1"))!;
    expect(Buffer.compare(await packed({ project, ...(await loadFiles(db, project)) }), first)).toBe(0);
  });

  it("keep unknown fields of a scene", async () => {
    const r = await read(
      await tampered((d) => {
        d.project.scene.mood = "foggy";
      }),
    );
    expect(r.ok && (r.value.project.scene as unknown as Record<string, unknown>).mood).toBe("foggy");
  });

  it("come in beside a scene of the same id", async () => {
    const id = await storeImported(db, await sample("Other"), "fresh-2", "demo");
    expect(id).toBe("fresh-2");
    expect((await loadProject(db, "fresh-2"))!.parts[0].sceneId).toBe("fresh-2");
    expect((await loadProject(db, "scene-1"))!.scene.name).toBe("Creek");
  });

  it("hold names as text, markup and all", async () => {
    const r = await read(
      await tampered((d) => {
        d.project.parts[0].name = "<img src=x onerror=alert(1)>";
      }),
    );
    expect(r.ok && r.value.project.parts[0].name).toBe("<img src=x onerror=alert(1)>");
  });

  it.each<[string, () => Uint8Array | Promise<Uint8Array>, string]>([
    ["not a zip", () => strToU8("hello there"), "bundle.not-zip"],
    ["nothing", () => new Uint8Array(0), "bundle.not-zip"],
    ["a zip cut short", async () => (await packed(await sample())).slice(0, 200), "bundle.damaged"],
    ["a zip of something else", () => zipSync({ "readme.txt": strToU8("hi") }), "bundle.no-scene"],
    ["a broken scene", () => zipSync({ "scene.json": strToU8('{"format":') }), "bundle.json"],
    ["another program's scene", () => zipSync({ "scene.json": strToU8('{"format":"x"}') }), "bundle.format"],
    ["null", () => zipSync({ "scene.json": strToU8("null") }), "bundle.format"],
    [
      "a newer version",
      () =>
        tampered((d) => {
          d.version = STORED_VERSION + 1;
        }),
      "bundle.newer",
    ],
    [
      "no version",
      () =>
        tampered((d) => {
          d.version = "1";
        }),
      "bundle.version",
    ],
    [
      "wrong types",
      () =>
        tampered((d) => {
          d.project.parts[0].copies = "many";
        }),
      "bundle.shape",
    ],
    [
      "a negative count",
      () =>
        tampered((d) => {
          d.project.parts[0].copies = -3;
        }),
      "bundle.shape",
    ],
    [
      "a work step of no kind",
      () =>
        tampered((d) => {
          d.project.parts[0].work = [{ id: "x", kind: "dance" }];
        }),
      "bundle.shape",
    ],
    [
      "no project",
      () =>
        tampered((d) => {
          (d as { project?: unknown }).project = undefined;
        }),
      "bundle.shape",
    ],
  ])("refuse %s", async (_, make, code) => {
    const r = await read(await make());
    expect(r).toMatchObject({ ok: false, problem: { code } });
    if (!r.ok) expect(r.problem.message.length).toBeGreaterThan(20);
  });

  it("refuse __proto__ keys", async () => {
    const files = await unpacked(await sample());
    files["scene.json"] = strToU8(
      new TextDecoder().decode(files["scene.json"]).replace('"parts":', '"__proto__": {"polluted": true}, "parts":'),
    );
    expect(await read(await repacked(files))).toMatchObject({ ok: false, problem: { code: "bundle.keys" } });
    expect(({} as Record<string, unknown>).polluted).toBeUndefined();
  });

  it("refuse a missing and a changed mesh, a changed scene, and one that has lost its manifest", async () => {
    const files = await unpacked(await sample());
    const mesh = Object.keys(files).find((n) => n.startsWith("meshes/"))!;
    const code = async (some: Record<string, Uint8Array | undefined>): Promise<string> => {
      const left = Object.fromEntries(Object.entries({ ...files, ...some }).filter(([, f]) => f)) as Record<string, Uint8Array>;
      const got = await read(await repacked(left, false));
      return got.ok ? "" : got.problem.code;
    };
    expect(await code({ [mesh]: undefined })).toBe("bundle.mesh-missing");
    const changed = files[mesh].slice();
    changed[90] ^= 1;
    expect(await code({ [mesh]: changed })).toBe("bundle.mesh-damaged");
    expect(await code({ "manifest.json": undefined })).toBe("bundle.manifest");
    const renamed = strToU8(new TextDecoder().decode(files["scene.json"]).replace('"Crate"', '"Crete"'));
    expect(await code({ "scene.json": renamed })).toBe("bundle.changed");
    expect(await code({})).toBe("");
  });

  it("are saved without a mesh that is gone, say so, and open again", async () => {
    const given = await sample();
    const { file, missing } = await written({ ...given, meshes: new Map() });
    expect(missing).toMatchObject([{ kind: "mesh", what: "the mesh of Crate" }]);
    const got = await read(await bytesOf(file));
    expect(got.ok && [got.value.meshes.size, got.value.missing.map((m) => m.what)]).toEqual([0, ["the mesh of Crate"]]);
    // A mesh that is no longer what its name says is as good as gone.
    const damaged = new Map([...given.meshes.keys()].map((hash) => [hash, new Blob(["solid"])]));
    expect((await written({ ...given, meshes: damaged })).missing.length).toBe(1);
  });

  it("are saved without a row that no program could open, which lies beside the rest", async () => {
    const given = await sample();
    const bad = { ...given.project.parts[0], id: "far", copies: -1, name: "Far" };
    const { file, aside } = await written({ ...given, project: { ...given.project, parts: [...given.project.parts, bad] } });
    expect(aside).toMatchObject([{ table: "parts", name: "Far" }]);
    const got = await read(await bytesOf(file));
    expect(got.ok && got.value.project.parts.map((p) => p.name)).toEqual(["Crate"]);
    expect(got.ok && got.value.aside).toBe(1);
  });
});

describe("edits", () => {
  it("can be taken back and done again, over a reload", async () => {
    await runCommand(db, "scene-1", "field.set", { of: "part", id: "crate", change: { copies: 30 } }, NOW);
    await runCommand(db, "scene-1", "parts.delete", { partIds: ["crate"] }, NOW);
    expect(await parts()).toEqual([]);
    const name = db.name;
    db.close();
    db = new InchHollowDatabase(name);
    expect(await undo(db, "scene-1")).toEqual({ kind: "done", label: "Part removed" });
    expect((await parts())[0].copies).toBe(30);
    await undo(db, "scene-1");
    expect((await parts())[0].copies).toBe(24);
    expect(await undo(db, "scene-1")).toEqual({ kind: "nothing" });
    await redo(db, "scene-1");
    await redo(db, "scene-1");
    expect(await parts()).toEqual([]);
    expect(await redo(db, "scene-1")).toEqual({ kind: "nothing" });
  });

  it("a new edit ends what could be done again", async () => {
    await runCommand(db, "scene-1", "field.set", { of: "part", id: "crate", change: { copies: 30 } }, NOW);
    await undo(db, "scene-1");
    await runCommand(db, "scene-1", "field.set", { of: "part", id: "crate", change: { copies: 12 } }, NOW);
    expect(await redo(db, "scene-1")).toEqual({ kind: "nothing" });
  });

  it("store nothing when they fail half-way", async () => {
    await expect(
      edit(db, "scene-1", { label: "x", at: NOW }, async (e) => {
        await e.delete("parts", "crate");
        throw new Error("power cut");
      }),
    ).rejects.toThrow("power cut");
    expect((await parts()).length).toBe(1);
    expect(await undo(db, "scene-1")).toEqual({ kind: "nothing" });
  });

  it("a mesh and its part arrive together or not at all", async () => {
    const { meshes } = await sample();
    const [hash, file] = [...meshes][0];
    const { source } = (await parts())[0];
    const other = { hash: hash.replace(/^./, (c) => (c === "0" ? "1" : "0")), file };
    const bad = await runWithFiles(
      db,
      "scene-1",
      "meshes",
      [other],
      "parts.add",
      { parts: [{ id: "b", name: "", source, factor: 1, copies: 1, work: [] }] },
      NOW,
    );
    expect(bad.ok).toBe(false);
    expect(await db.meshes.get(other.hash)).toBeUndefined();
    expect(
      (
        await runWithFiles(
          db,
          "scene-1",
          "meshes",
          [other],
          "parts.add",
          { parts: [{ id: "b", name: "B", source, factor: 1, copies: 1, work: [] }] },
          NOW,
        )
      ).ok,
    ).toBe(true);
    expect(await db.meshes.get(other.hash)).toBeDefined();
  });
});

describe("commands", () => {
  it("refuse what has the wrong shape, with the place", async () => {
    expect(await runCommand(db, "scene-1", "field.set", { of: "part", id: "crate", change: { copies: "many" } }, NOW)).toMatchObject({
      ok: false,
      problem: { code: "command.payload", where: "change.copies" },
    });
    expect(await runCommand(db, "scene-1", "toString", {}, NOW)).toMatchObject({ ok: false, problem: { code: "command.unknown" } });
    expect(await runCommand(db, "scene-1", "field.set", { of: "part", id: "nobody", change: { copies: 2 } }, NOW)).toMatchObject({
      ok: false,
      problem: { code: "part.gone" },
    });
  });

  it("every one has a schema that refuses nonsense and a label", () => {
    for (const [name, c] of Object.entries(COMMANDS)) expect(c.schema.validate({ nonsense: 1 }).error, name).toBeDefined();
  });

  it("move, change and remove steps of the work", async () => {
    const own = (id: string) => ({ id, kind: "own" as const, title: id, handsOnS: 60, waitS: 0, family: null, procedureId: null });
    await runCommand(db, "scene-1", "work.add", { partId: "crate", at: 0, items: [own("a"), own("b")] }, NOW);
    await runCommand(db, "scene-1", "list.move", { list: "part.work", of: "crate", key: "c", to: 0 }, NOW);
    expect((await parts())[0].work.map((w) => w.id)).toEqual(["c", "a", "b"]);
    await runCommand(db, "scene-1", "list.drop", { list: "part.work", of: "crate", keys: ["a"] }, NOW);
    expect((await parts())[0].work.map((w) => w.id)).toEqual(["c", "b"]);
  });

  it("rescaling takes planned areas along", async () => {
    await runCommand(
      db,
      "scene-1",
      "work.add",
      { partId: "crate", at: 0, items: [{ id: "g", kind: "ground", recipeId: "sand-and-grit", areaMm2: 1000, depthMm: 2 }] },
      NOW,
    );
    await runCommand(db, "scene-1", "part.rescale", { partId: "crate", factor: 2 }, NOW);
    expect((await parts())[0].work[0]).toMatchObject({ areaMm2: 4000 });
  });

  it("a step is started once, finished with its result, and can be struck out", async () => {
    const start = { recordId: "r", partId: "crate", stepKey: "crate/c/0", title: "Primer", time: "hands", plannedS: 600, waitS: 3600 };
    expect((await runCommand(db, "scene-1", "step.start", start, NOW)).ok).toBe(true);
    expect(await runCommand(db, "scene-1", "step.start", { ...start, recordId: "r2" }, NOW)).toMatchObject({
      ok: false,
      problem: { code: "step.running" },
    });
    await runCommand(db, "scene-1", "step.finish", { recordId: "r", result: "partly", good: 3, failed: 1, wentWrong: "runs" }, NOW + 60000);
    expect((await loadProject(db, "scene-1"))!.records[0]).toMatchObject({ finishedAt: NOW + 60000, failed: 1, wentWrong: "runs" });
    await runCommand(db, "scene-1", "step.forget", { recordId: "r" }, NOW);
    expect((await loadProject(db, "scene-1"))!.records).toEqual([]);
  });

  it("settle on a figure scale and on a plain ratio", async () => {
    for (const scale of [figureScale(32), ratioScale(50)]) {
      expect((await runCommand(db, "scene-1", "scene.scale", { scale }, NOW)).ok).toBe(true);
      expect((await loadProject(db, "scene-1"))!.scene).toMatchObject({ scale, scaleAnswered: true });
    }
  });

  it("keep a paint that is in use", async () => {
    expect(await runCommand(db, "scene-1", "list.drop", { list: "paints", keys: ["first-grey"] }, NOW)).toMatchObject({
      ok: false,
      problem: { code: "paint.used" },
    });
    expect((await runCommand(db, "scene-1", "list.drop", { list: "paints", keys: ["dark-wash"] }, NOW)).ok).toBe(true);
  });
});

describe("the database", () => {
  it("says when the store is full, and throws on bugs", () => {
    expect(storageProblem({ name: "AbortError", inner: { name: "QuotaExceededError" } })).toMatchObject({
      ok: false,
      problem: { code: "storage.full" },
    });
    expect(() => storageProblem(new Error("bug"))).toThrow("bug");
  });
  it("moves the demo's times together", async () => {
    const { project } = await sample();
    project.records.push({
      id: "r",
      sceneId: "scene-1",
      partId: "crate",
      stepKey: "k",
      title: "",
      time: "hands",
      startedAt: 5,
      finishedAt: null,
      plannedS: 1,
      waitS: 0,
      result: null,
      good: 0,
      failed: 0,
      wentWrong: "",
    });
    expect(shiftTimes(project, 100).records[0]).toMatchObject({ startedAt: 105, finishedAt: null });
  });
});
