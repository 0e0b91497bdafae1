/** Scenes of this browser: begun, read beside each other, deleted and brought back. */
import "fake-indexeddb/auto";
import Dexie from "dexie";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { ProjectRows, StepRecord } from "~core/project";
import { DATABASE_NAME } from "../../store/database";
import { newProject } from "../../store/newScene";
import { browserWith } from "../../tests/browserStore";
import { record } from "../../tests/sampleProject";

const opened: { close: () => void }[] = [];

/** The program just opened, over an empty browser. */
async function program() {
  vi.resetModules();
  const { db } = await import("./database.client");
  opened.push(db);
  const scenes = await import("./scenes.client");
  const { storeOwn } = await import("../../store/projects");
  const { storeElsewhere } = await import("./edits.client");
  const put = async (id: string, scene: Partial<ProjectRows["scene"]> = {}, records: StepRecord[] = []): Promise<void> => {
    const fresh = newProject(id, id, "Europe/Berlin", Date.UTC(2026, 0, 8));
    await storeOwn(db, { project: { ...fresh, scene: { ...fresh.scene, ...scene }, records }, meshes: new Map(), pictures: new Map() });
  };
  const open = async (id: string): Promise<ProjectRows> => {
    const read = await scenes.openProject(id);
    if (!read.ok || !read.value) throw new Error(`${id} is not there`);
    return read.value;
  };
  return { db, ...scenes, put, open, storeElsewhere };
}
const names = (list: readonly ProjectRows[]): string[] => list.map((p) => p.scene.id).sort();

beforeEach(async () => {
  await Dexie.delete(DATABASE_NAME);
  browserWith();
});
afterEach(() => {
  for (const db of opened.splice(0)) db.close();
  vi.unstubAllGlobals();
});

describe("scenes beside the open one", () => {
  it("are those at work; one at rest only while something of it goes on; the demo stands by itself", async () => {
    const p = await program();
    const runs = { ...record("nobody", "x"), finishedAt: null, result: null };
    await p.put("mill");
    await p.put("yard");
    const done = { ...record("nobody", "y", { id: "done" }), finishedAt: 1000, result: "good" as const };
    await p.put("asleep", { rests: true }, [{ ...done, sceneId: "asleep" }]);
    await p.put("asleep but printing", { rests: true }, [{ ...runs, sceneId: "asleep but printing" }]);
    await p.put("demo", { demo: true });
    expect(names((await p.scenesBeside((await p.open("mill")).scene)).others)).toEqual(["asleep but printing", "yard"]);
    // What was done in one at rest is still known of the hands.
    expect((await p.scenesBeside((await p.open("mill")).scene)).taught.map((r) => r.id)).toEqual(["done"]);
    expect(await p.scenesBeside((await p.open("demo")).scene)).toEqual({ others: [], taught: [] });
  });
  it("are the same list while nothing of them is another, and another when one is", async () => {
    const p = await program();
    await p.put("mill");
    await p.put("yard");
    const { others: beside, taught } = await p.scenesBeside((await p.open("mill")).scene);
    await p.storeElsewhere("mill", "field.set", { of: "scene", change: { name: "Tide mill" } });
    const again = await p.scenesBeside((await p.open("mill")).scene);
    expect(again.others).toBe(beside);
    expect(again.taught).toBe(taught);
    await p.storeElsewhere("yard", "field.set", { of: "scene", change: { name: "Timber yard" } });
    const { others: now } = await p.scenesBeside((await p.open("mill")).scene);
    expect(now).not.toBe(beside);
    expect(now[0].scene.name).toBe("Timber yard");
  });
  it("one whose rows nobody understands keeps none from opening", async () => {
    const p = await program();
    await p.put("mill");
    await p.put("yard");
    await p.put("broken");
    await p.db.records.put({ sceneId: "broken", id: "r" } as never);
    await p.db.parts.put({ sceneId: "broken", id: "p", work: "none" } as never);
    expect(names((await p.scenesBeside((await p.open("mill")).scene)).others)).toEqual(["yard"]);
  });
});

describe("a scene", () => {
  it("is read with what an edit stored, whichever way it was sent", async () => {
    const p = await program();
    await p.put("mill");
    await p.open("mill");
    await p.storeElsewhere("mill", "field.set", { of: "scene", change: { name: "Tide mill" } });
    expect((await p.open("mill")).scene.name).toBe("Tide mill");
  });
  it("begun anew is looked at from where the user always looks", async () => {
    const p = await program();
    await p.put("mill");
    await p.storeElsewhere("mill", "field.set", { of: "habits", change: { viewingDistanceMm: 900 } });
    const made = await p.createScene("Harbour");
    if (!made.ok) throw new Error(made.problem.message);
    expect((await p.open(made.value)).scene).toMatchObject({ name: "Harbour", viewingDistanceMm: 900 });
  });
  it("deleted is gone, no longer opened by itself, and comes back whole", async () => {
    const p = await program();
    await p.put("mill");
    const before = await p.open("mill");
    p.rememberScene("mill");
    await p.deleteScene("mill");
    expect(await p.openProject("mill")).toEqual({ ok: true, value: undefined });
    expect(p.lastScene()).toBeNull();
    await p.bringBackScene("mill");
    expect(await p.open("mill")).toEqual(before);
  });
  it("takes no new part into the demo: that goes to a scene of one's own, begun once", async () => {
    const p = await program();
    await p.put("demo", { demo: true });
    const { scene } = await p.open("demo");
    const first = await p.sceneForNewPart(scene);
    expect(first).toMatchObject({ ok: true });
    expect(await p.sceneForNewPart(scene)).toEqual(first);
    if (first.ok) expect(await p.sceneForNewPart((await p.open(first.value)).scene)).toEqual(first);
  });
});

describe("the demo", () => {
  it("that the server does not give is said in a sentence; what is stored stays", async () => {
    const p = await program();
    await p.put("mill");
    vi.stubGlobal("fetch", () => Promise.reject(new TypeError("failed to fetch")));
    expect(await p.ensureDemo()).toMatchObject({ ok: false, problem: { code: "demo.unreachable" } });
    vi.stubGlobal("fetch", () => Promise.resolve(new Response("", { status: 404 })));
    expect(await p.ensureDemo()).toMatchObject({ ok: false, problem: { code: "demo.missing" } });
    expect((await p.open("mill")).scene.name).toBe("mill");
  });
});
