import "fake-indexeddb/auto";
import Dexie from "dexie";
import { beforeEach, describe, expect, it } from "vitest";
import { printOptions, type ProjectRows } from "../core/project";
import { computeWanted } from "../core/results/compute";
import { joinProject, rowsOf, wantedOf } from "../core/results";
import { ok } from "../core/units";
import { loadSolids } from "../core/slice";
import { fullProject } from "../tests/fullProject";
import { runCommand } from "./run";
import { InchHollowDatabase } from "./database";
import { undo } from "./edit";
import { loadProject, storeImported } from "./projects";

let db: InchHollowDatabase;
let rows: ProjectRows;
let count = 0;
const NOW = Date.UTC(2026, 10, 29);
beforeEach(async () => {
  const full = await fullProject();
  rows = rowsOf(full.project);
  db = new InchHollowDatabase(`printing-${count++}`);
  await storeImported(db, { project: rows, meshes: new Map(), pictures: new Map() }, "fresh", "demo");
  return () => {
    db.close();
    return Dexie.delete(db.name);
  };
});
const loaded = async (): Promise<ProjectRows> => (await loadProject(db, rows.scene.id))!;

describe("a profile", () => {
  it("says what was typed, keeps what it was once an edition, and undo takes all of it back", async () => {
    const id = "large-filament";
    const before = (await loaded()).workshop.printers.find((p) => p.id === id)!;
    await runCommand(db, rows.scene.id, "printer.set", { printerId: id, change: { layerMm: 0.12 } }, NOW);
    await runCommand(db, rows.scene.id, "printer.set", { printerId: id, change: { speedMmS: { outerWall: 40 } } }, NOW + 60_000);
    const edited = (await loaded()).workshop.printers.find((p) => p.id === id)!;
    expect(edited.origins).toEqual({ layerMm: { from: "typed" }, "speedMmS.outerWall": { from: "typed" } });
    expect(edited.earlier).toHaveLength(1);
    expect(edited.earlier![0].profile.layerMm).toBe(before.layerMm);
    await runCommand(db, rows.scene.id, "printer.set", { printerId: id, change: { infill: 0.2 } }, NOW + 3_600_000);
    expect((await loaded()).workshop.printers.find((p) => p.id === id)!.earlier).toHaveLength(2);
    for (let i = 0; i < 3; i++) await undo(db, rows.scene.id);
    expect((await loaded()).workshop.printers.find((p) => p.id === id)).toEqual(before);
  });
  it("learns once from a part, however often it is pressed, and can forget", async () => {
    const lesson = { from: "typed" as const, what: "Brick", timeRatio: 1.5, massRatio: null };
    for (let i = 0; i < 3; i++) await runCommand(db, rows.scene.id, "printer.lesson", { printerId: "resin", lesson }, NOW + i);
    const printer = (await loaded()).workshop.printers.find((p) => p.id === "resin")!;
    expect(printer.learned).toEqual([{ ...lesson, at: NOW + 2 }]);
    expect(
      (await runCommand(db, rows.scene.id, "printer.lesson", { printerId: "resin", lesson: { ...lesson, timeRatio: -1 } }, NOW)).ok,
    ).toBe(false);
    await runCommand(db, rows.scene.id, "printer.forget", { printerId: "resin" }, NOW);
    expect((await loaded()).workshop.printers.find((p) => p.id === "resin")!.learned).toEqual([]);
  });
  it("three lessons move the hours a little, and none of it changes what is computed", async () => {
    const { blobs } = { blobs: (await fullProject()).meshes };
    const supplies = { file: (hash: string) => Promise.resolve(ok(blobs.get(hash)!)), solids: () => loadSolids() };
    const hours = async (): Promise<{ value: number; from: string; keys: string }> => {
      const now = await loaded();
      const { lookup } = await computeWanted(wantedOf(now), supplies);
      const project = joinProject(now, lookup);
      const shed = printOptions(
        project.parts.find((p) => p.id === "shed")!,
        project.scene,
      ).find((o) => o.printer.id === "resin")!;
      return { value: shed.job.timeS.value, from: shed.from, keys: JSON.stringify(shed.facts) };
    };
    const plain = await hours();
    for (const what of ["a", "b", "c"])
      await runCommand(
        db,
        rows.scene.id,
        "printer.lesson",
        { printerId: "resin", lesson: { from: "typed", what, timeRatio: 2, massRatio: 1 } },
        NOW,
      );
    const taught = await hours();
    expect([plain.from, taught.from]).toEqual(["model", "learned"]);
    expect(taught.keys).toBe(plain.keys);
    // Three prints that took twice as long move it by a third to a half of the way.
    expect(taught.value / plain.value).toBeGreaterThan(1.2);
    expect(taught.value / plain.value).toBeLessThan(1.5);
  });
});

describe("a part that is cut", () => {
  const source = (hash: string) => ({
    kind: "mesh" as const,
    hash: hash.repeat(64),
    fileName: "brick.stl",
    unit: "mm" as const,
    unitReason: "",
    warnings: [],
  });
  const pieces = [
    { id: "p1", source: source("a"), work: [] },
    { id: "p2", source: source("b"), work: [] },
    { id: "p3", source: source("c"), work: [] },
  ];
  const seams = [0, 1].map((i) => ({
    kind: "pegs" as const,
    clearanceMm: 0.25,
    sectionMm2: 600,
    seamMm: 100,
    axis: "x" as const,
    planeMm: 13 * (i + 1),
  }));
  it("becomes parts of one family whose seams name each other, and undo brings the whole back", async () => {
    const whole = (await loaded()).parts.find((p) => p.id === "brick")!;
    const laid = { id: "laid", kind: "layer" as const, layerId: "ly1" };
    const lays = pieces.map((p) => ({ ...p, work: [laid] }));
    expect((await runCommand(db, rows.scene.id, "part.split", { partId: "brick", pieces: lays, seams }, NOW)).ok).toBe(true);
    const now = await loaded();
    expect(now.parts.some((p) => p.id === "brick")).toBe(false);
    const made = pieces.map(({ id }) => now.parts.find((p) => p.id === id)!);
    expect(made.map((p) => [p.name, p.group, p.copies])).toEqual([1, 2, 3].map((n) => [`Brick, ${n} of 3`, "quay", 7]));
    const { joints } = now.scene;
    // What the whole was joined to is joined to its first piece now.
    expect(joints.find((j) => j.id === "m1")).toMatchObject({ a: "p1", b: { kind: "part", partId: "shed" } });
    expect(joints.filter((j) => j.id.startsWith("cut-")).map((j) => [j.a, j.b, j.lengthMm, j.cut?.sectionMm2])).toEqual([
      ["p1", { kind: "part", partId: "p2" }, 100, 600],
      ["p2", { kind: "part", partId: "p3" }, 100, 600],
    ]);
    // It stands where the whole stood, and what was laid on the whole is laid once.
    expect(now.scene.boards!.map((b) => b.partId)).toEqual(["p1"]);
    expect(now.scene.standings!.map((s) => s.partId)).toEqual(["p1", "p1", "p1"]);
    expect(made.map((p) => p.work)).toEqual([[laid], [], []]);
    // Marks by place go, those by direction stay, and cut faces lie against the others.
    expect(made.map((p) => p.faces.map((f) => f.id))).toEqual([
      ["f2", "f4", "f3", "seam-0"],
      ["f2", "f4", "f3", "seam-0", "seam-1"],
      ["f2", "f4", "f3", "seam-1"],
    ]);
    expect(made[2].versions.at(-1)).toMatchObject({ source: { hash: (whole.source as { hash: string }).hash }, note: "before it was cut" });
    await undo(db, rows.scene.id);
    const back = await loaded();
    expect(back.parts.find((p) => p.id === "brick")).toEqual(whole);
    expect(back.parts.some((p) => p.id === "p1")).toBe(false);
  });
  it("with seams that do not fit its pieces nothing is stored half", async () => {
    const before = await loaded();
    expect((await runCommand(db, rows.scene.id, "part.split", { partId: "brick", pieces, seams: seams.slice(1) }, NOW)).ok).toBe(false);
    expect(
      (
        await runCommand(
          db,
          rows.scene.id,
          "part.split",
          { partId: "brick", pieces, seams: [seams[0], { ...seams[1], clearanceMm: -4 }] },
          NOW,
        )
      ).ok,
    ).toBe(false);
    expect(await loaded()).toEqual(before);
  });
});
