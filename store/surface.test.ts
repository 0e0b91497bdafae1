import { type CommandName, type Commands } from "../core/stations";
import "fake-indexeddb/auto";
import { beforeEach, describe, expect, it } from "vitest";
import { rowsOf } from "../core/results";
import { hidesIn } from "../core/stations/kinds";
import type { Joint } from "../core/joint";
import { newJoint, type ProjectRows } from "../core/project";
import { fullProject } from "../tests/fullProject";
import { mendReferences } from "./check";
import { runCommand } from "./run";
import { InchHollowDatabase } from "./database";
import { undo } from "./edit";
import { loadProject, storeImported } from "./projects";

const NOW = 1_700_000_000_000;
let count = 0;
let db: InchHollowDatabase;
let full: ProjectRows;
let scene: string;
beforeEach(async () => {
  db = new InchHollowDatabase(`surface-${count++}`);
  full = rowsOf((await fullProject()).project);
  await storeImported(db, { project: full, meshes: new Map(), pictures: new Map() }, "fresh", "demo");
  scene = full.scene.id;
});
const code = async <N extends CommandName>(name: N, payload: Commands[N]): Promise<string> => {
  const done = await runCommand(db, scene, name, payload, NOW);
  return done.ok ? "ok" : done.problem.code;
};
const rows = async (): Promise<ProjectRows> => (await loadProject(db, scene))!;
const brick = async () => (await rows()).parts.find((p) => p.id === "brick")!;
const anchor = { at: [0.5, 0, 0.5] as [number, number, number], normal: [0, -1, 0] as [number, number, number], share: 0.2 };

describe("what is said of a surface", () => {
  it("begins its row, and each field is changed by itself: two windows do not overwrite each other", async () => {
    await code("surface.say", { partId: "brick", surfaceId: "front", anchor, change: { name: "Front" } });
    await code("surface.say", { partId: "brick", surfaceId: "front", anchor, change: { sight: "hidden" } });
    expect((await brick()).surfaces.find((s) => s.id === "front")).toMatchObject({
      name: "Front",
      sight: "hidden",
      anchor,
      bristle: "stiff",
    });
    await undo(db, scene);
    expect((await brick()).surfaces.find((s) => s.id === "front")).toMatchObject({ name: "Front", sight: "" });
  });
  it("photos come and go one by one", async () => {
    const photo = (n: string, when: "before" | "after") => ({ hash: n.repeat(64), when, at: NOW });
    await code("surface.say", { partId: "brick", surfaceId: "roof", anchor, change: {}, photos: { add: [photo("1", "after")] } });
    await code("surface.say", { partId: "brick", surfaceId: "roof", anchor, change: {}, photos: { drop: ["9".repeat(64)] } });
    expect((await brick()).surfaces.find((s) => s.id === "roof")!.photos.map((p) => p.hash[0])).toEqual(["1"]);
  });
  it("forgotten, its hiding goes with it; undo brings both back", async () => {
    await code("surface.forget", { partId: "brick", surfaceId: "roof" });
    expect(hidesIn((await brick()).work)).toEqual([]);
    await undo(db, scene);
    expect(hidesIn((await brick()).work).map((h) => h.surfaceId)).toEqual(["roof"]);
  });
  it("what is none is refused", async () => {
    expect(await code("surface.say", { partId: "brick", surfaceId: "x", anchor, change: { material: "cheese" } })).not.toBe("ok");
    expect(await code("surface.say", { partId: "nobody", surfaceId: "x", anchor, change: {} })).toBe("part.gone");
    const far = { ...anchor, share: 7 };
    expect(await code("surface.say", { partId: "brick", surfaceId: "x", anchor: far, change: {} })).not.toBe("ok");
  });
});

describe("joints", () => {
  const joint = (id: string, to: string): Joint => newJoint(id, "brick", { kind: "part", partId: to });
  const add = (j: Joint) => code("joint.add", { joint: j, step: null });
  it("two parts that are there, copies of one, the board", async () => {
    expect(await add(joint("j1", "base"))).toBe("ok");
    expect(await add(joint("j2", "brick"))).toBe("ok");
    expect(await add({ ...joint("j3", "base"), b: { kind: "board" } })).toBe("ok");
    expect(await add(joint("j4", "nobody"))).toBe("part.gone");
    expect(await add(joint("j1", "base"))).toBe("item.there");
    expect(await add({ ...joint("j5", "base"), widthMm: -1 })).not.toBe("ok");
  });
  it("brings its step, in one edit that is undone at once; one that goes takes all work at it along", async () => {
    const before = await rows();
    const step = { partId: "brick", at: 1, item: { id: "glue-j", kind: "glue" as const, jointId: "j1" } };
    expect(await code("joint.add", { joint: joint("j1", "base"), step })).toBe("ok");
    const work = async (): Promise<string[]> => (await rows()).parts.find((p) => p.id === "brick")!.work.map((w) => w.id);
    expect((await work())[1]).toBe("glue-j");
    await undo(db, scene);
    expect((await rows()).parts).toEqual(before.parts);
    expect((await rows()).scene.joints).toEqual(before.scene.joints);
    expect(await code("joint.drop", { jointId: "m1" })).toBe("ok");
    expect((await work()).filter((id) => id === "g" || id === "seam")).toEqual([]);
    await undo(db, scene);
    expect((await rows()).parts).toEqual(before.parts);
  });
  it("goes with a part that goes, or leads to it in words where work is at it; and comes back with it", async () => {
    const before = await rows();
    await code("parts.delete", { partIds: ["shed"] });
    expect((await rows()).scene.joints).toMatchObject([{ id: "m1", a: "brick", b: { kind: "words", words: "Shed" } }]);
    await undo(db, scene);
    expect((await rows()).scene.joints).toEqual(before.scene.joints);
    await code("parts.delete", { partIds: ["brick"] });
    expect((await rows()).scene.joints.map((j) => j.id)).toEqual(["m2"]);
  });
  it("dry fits are added and struck out one by one, with when they were", async () => {
    expect(await code("fit.add", { jointId: "m1", fit: { id: "f2", verdict: "fits", amountMm: 0, cause: "print" } })).toBe("ok");
    expect((await rows()).scene.joints[0].fits.map((f) => [f.id, f.at === NOW])).toEqual([
      ["f1", false],
      ["f2", true],
    ]);
    await code("fit.drop", { jointId: "m1", fitId: "f1" });
    expect((await rows()).scene.joints[0].fits.map((f) => f.id)).toEqual(["f2"]);
    expect(await code("fit.add", { jointId: "gone", fit: { id: "f3", verdict: "fits", amountMm: 0, cause: "print" } })).toBe("item.gone");
    expect(await code("fit.add", { jointId: "m1", fit: { id: "f3", verdict: "fits", amountMm: 1e9, cause: "print" } })).not.toBe("ok");
  });
  it("a file in which one of its parts is missing leaves it out", () => {
    const mended = mendReferences({ ...full, parts: full.parts.filter((p) => p.id !== "shed") });
    expect(mended.scene.joints).toEqual([]);
    expect(mendReferences(full).scene.joints).toEqual(full.scene.joints);
  });
});

describe("own filling", () => {
  it("is kept in the workshop, and that of the demo is marked as its own", async () => {
    const reading = {
      id: "r",
      product: "filler" as const,
      how: "eye" as const,
      coats: 1,
      stepMm: 0.1,
      pitchMm: 0.3,
      left: 0.5,
      what: "fan",
    };
    expect(await code("fill.add", { reading })).toBe("ok");
    expect(await code("fill.add", { reading })).toBe("item.there");
    expect((await rows()).workshop.habits.fills.find((f) => f.id === "r")).toMatchObject({ at: NOW, left: 0.5 });
    expect(await code("fill.add", { reading: { ...reading, id: "bad", left: 99 } })).not.toBe("ok");
    await code("list.drop", { list: "habits.fills", keys: ["r"] });
    expect((await rows()).workshop.habits.fills.some((f) => f.id === "r")).toBe(false);
  });
});
