/** Boards, zones and layers, stored: one press is one edit, what goes takes along what hangs on it, and fast moves add up. */
import "fake-indexeddb/auto";
import { beforeEach, describe, expect, it } from "vitest";
import { bare } from "../tests/bundleKit";
import { projectOf, sizePart } from "../tests/sampleProject";
import { rectangle, type Board, type GroundLayer, type GroundZone, type Standing } from "../core/ground";
import type { ProjectRows, WorkItem } from "../core/project";
import type { CommandName, Commands } from "../core/stations";
import { InchHollowDatabase } from "./database";
import { undo } from "./edit";
import { loadProject, storeOwn } from "./projects";
import { runCommand } from "./run";

const NOW = 1_767_900_000_000;
const base = sizePart("base", { kind: "scratch", sizeMm: [300, 200, 25], material: "foam" });
const crate = sizePart("crate", { kind: "scratch", sizeMm: [20, 20, 20], material: "wood" });
const board: Board = {
  id: "b",
  name: "Board",
  outlineMm: rectangle(300, 200),
  layers: [{ id: "l", material: "foam", thicknessMm: 25, eMPa: null }],
  rimMm: 0,
  liftMm: 0,
  handsMm: null,
  partId: "base",
};
const zone: GroundZone = {
  id: "z",
  boardId: "b",
  name: "Mud",
  is: "mud",
  outlineMm: rectangle(300, 200),
  levelMm: 0,
  slopeDeg: 35,
  ballMm: 0,
};
const layer: GroundLayer = { id: "ly", zoneId: "z", methodId: "paste", depthMm: 2, by: "volume" };
const item: WorkItem = { id: "w", kind: "layer", layerId: "ly" };
const standing = (id: string, on: Standing["on"] = { kind: "board", boardId: "b" }): Standing => ({
  id,
  partId: "crate",
  on,
  xMm: 50,
  yMm: 50,
  turnDeg: 350,
  liftMm: 0,
  leanDeg: 0,
});

let db: InchHollowDatabase;
let count = 0;
beforeEach(async () => {
  db = new InchHollowDatabase(`ground-${count++}`);
  await storeOwn(db, bare(projectOf([base, crate])));
  return () => db.close();
});
const loaded = async (): Promise<ProjectRows> => (await loadProject(db, "s"))!;
const run = <N extends CommandName>(name: N, payload: Commands[N]) => runCommand(db, "s", name, payload, NOW);
const begin = () => run("board.add", { board, part: null, first: { zone, layer, item, at: 0 }, eyeMm: 700 });
const workOfBase = async () => (await loaded()).parts.find((p) => p.id === "base")!.work;

describe("ground, stored", () => {
  it("a board comes with its first ground and its eye in one edit, and goes with one undo", async () => {
    expect(await begin()).toMatchObject({ ok: true });
    expect((await loaded()).scene).toMatchObject({
      boards: [{ id: "b" }],
      zones: [{ id: "z" }],
      layers: [{ id: "ly" }],
      camera: { distanceMm: 700 },
    });
    expect(await workOfBase()).toEqual([item]);
    await undo(db, "s");
    const { scene } = await loaded();
    expect([scene.boards ?? [], scene.zones ?? [], scene.layers ?? []]).toEqual([[], [], []]);
    expect(await workOfBase()).toEqual([]);
  });
  it("a board that goes takes its zones, layers and their work; what stood on it stands on the table", async () => {
    await begin();
    await run("list.add", { list: "scene.standings", items: [standing("s1"), standing("s2", { kind: "copy", standingId: "s1" })] });
    await run("board.drop", { boardId: "b" });
    const { scene } = await loaded();
    expect(scene).toMatchObject({ boards: [], zones: [], layers: [], standings: [{ on: { kind: "table" } }, { on: { kind: "copy" } }] });
    expect(await workOfBase()).toEqual([]);
    await undo(db, "s");
    expect(await workOfBase()).toEqual([item]);
  });
  it("a zone, or a layer, takes the work at it", async () => {
    await begin();
    await run("layer.drop", { layerId: "ly" });
    expect(await workOfBase()).toEqual([]);
    await undo(db, "s");
    await run("zone.drop", { zoneId: "z" });
    expect((await loaded()).scene).toMatchObject({ zones: [], layers: [] });
    expect(await workOfBase()).toEqual([]);
  });
  it("a part that goes leaves the board; a board whose part goes is built as none", async () => {
    await begin();
    await run("list.add", { list: "scene.standings", items: [standing("s1")] });
    expect(await run("parts.delete", { partIds: ["crate"] })).toMatchObject({ ok: true });
    expect((await loaded()).scene.standings).toEqual([]);
    expect(await run("parts.delete", { partIds: ["base"] })).toMatchObject({ ok: true });
    expect((await loaded()).scene.boards![0].partId).toBeNull();
  });
  it("ten moves in a row are ten moves, a full turn is none", async () => {
    await begin();
    await run("list.add", { list: "scene.standings", items: [standing("s1")] });
    await Promise.all(Array.from({ length: 10 }, () => run("standings.shift", { ids: ["s1"], byMm: [1, 0, 0.5], byDeg: 36 })));
    expect((await loaded()).scene.standings![0]).toMatchObject({ xMm: 60, yMm: 50, liftMm: 5, turnDeg: 350 });
  });
  it("what names nothing is refused in a sentence, and nothing is stored", async () => {
    expect(await run("list.add", { list: "scene.zones", items: [zone] })).toMatchObject({ ok: false, problem: { code: "item.gone" } });
    await begin();
    expect(await run("list.add", { list: "scene.standings", items: [{ ...standing("s"), partId: "nobody" }] })).toMatchObject({
      ok: false,
      problem: { message: expect.stringContaining('There is no part "nobody".') },
    });
    expect(await run("list.set", { list: "scene.zones", key: "z", change: { outlineMm: [0, 0, 5] } })).toMatchObject({ ok: false });
    expect((await loaded()).scene.standings ?? []).toEqual([]);
  });
});
