/** What comes from another device: written down once, however often it comes; what was changed here stays; one undo takes it back. */
import "fake-indexeddb/auto";
import { beforeEach, describe, expect, it } from "vitest";
import { newList } from "../core/away";
import { takenS, type Arrived, type ProjectRows } from "../core/project";
import { joinProject } from "../core/results";
import type { CommandName, Commands } from "../core/stations";
import { bare } from "../tests/bundleKit";
import { projectOf, sizePart } from "../tests/sampleProject";
import { carriedLists, carry, changeCarried, handedList, keepHanded } from "./away";
import { InchHollowDatabase } from "./database";
import { undo } from "./edit";
import { loadProject, storeOwn, sweep } from "./projects";
import { runCommand, runWithFiles } from "./run";

const NOW = 1_767_900_000_000;
const MIN = 60_000;
let db: InchHollowDatabase;
let count = 0;
beforeEach(async () => {
  db = new InchHollowDatabase(`away-${count++}`);
  await storeOwn(db, bare(projectOf([sizePart("c", { kind: "scratch", sizeMm: [20, 20, 20], material: "wood" })])));
  return () => db.close();
});
const run = <N extends CommandName>(name: N, payload: Commands[N], now = NOW) => runCommand(db, "s", name, payload, now);
const loaded = async (): Promise<ProjectRows> => (await loadProject(db, "s"))!;
const left = async (id: string): Promise<number> => joinProject(await loaded(), () => undefined).paints.find((p) => p.id === id)!.stockMl;
const step = (n: number, key = String(n)) => ({
  recordId: `list-${n}`,
  partId: "c",
  stepKey: `c/x/${key}`,
  title: "Brown",
  time: "hands" as const,
  plannedS: 600,
  waitS: 0,
  takes: [{ itemId: "brown", amount: 2 }],
});
const arrived = (more: Partial<Arrived> = {}): Arrived => ({
  at: NOW,
  result: "good",
  good: 0,
  failed: 0,
  wentWrong: "",
  saidS: 900,
  finishedAt: NOW - 5 * MIN,
  photos: [],
  ...more,
});
const take = (n: number, a: Arrived, key?: string) => ({ step: step(n, key), startedAt: NOW - 20 * MIN, arrived: a });

describe("what comes from another device", () => {
  it("is written down at its own time, takes its paint once, and one undo takes all of it back", async () => {
    const before = [await loaded(), await left("brown")] as const;
    const steps = [take(1, arrived({ note: "thin it" })), take(2, arrived({ result: "failed", wentWrong: "a run" }))];
    expect(await run("away.take", { steps })).toMatchObject({ ok: true });
    expect(await run("away.take", { steps })).toMatchObject({ ok: true });
    const { records } = await loaded();
    expect(records.map((r) => [r.id, r.result, r.startedAt, r.finishedAt, takenS(r), r.note ?? "", r.wentWrong]).sort()).toEqual([
      ["list-1", "good", NOW - 20 * MIN, NOW - 5 * MIN, 900, "thin it", ""],
      ["list-2", "failed", NOW - 20 * MIN, NOW - 5 * MIN, 900, "", "a run"],
    ]);
    expect(await left("brown")).toBe(before[1] - 4);
    // The second time nothing was changed, so that there is one thing to take back.
    await undo(db, "s");
    expect((await loaded()).records).toEqual(before[0].records);
    expect(await left("brown")).toBe(before[1]);
  });
  it("what was corrected here stays, and what is new on the phone comes", async () => {
    await run("away.take", { steps: [take(1, arrived())] });
    await run("step.said", { recordId: "list-1", saidS: 1200 });
    await run("away.take", { steps: [take(1, arrived({ at: NOW + 1, saidS: 1000, wentWrong: "a hair" }))] });
    expect((await loaded()).records).toMatchObject([{ saidS: 1200, wentWrong: "a hair" }]);
    expect(await left("brown")).toBe(48);
  });
  it("a step that was done or is in hand here is refused, and nothing of the answer is stored", async () => {
    await run("step.start", { ...step(9, "1"), recordId: "here" }, NOW - 10 * MIN);
    const both = { steps: [take(2, arrived()), take(1, arrived())] };
    expect(await run("away.take", both)).toMatchObject({ ok: false, problem: { code: "step.running" } });
    await run("step.finish", { recordId: "here", result: "good", good: 0, failed: 0, wentWrong: "" });
    expect(await run("away.take", both)).toMatchObject({ ok: false, problem: { code: "step.ended" } });
    expect((await loaded()).records.map((r) => r.id)).toEqual(["here"]);
  });
  it("its pictures come with it, in one edit", async () => {
    const hash = "c".repeat(64);
    const files = [{ hash, file: new Blob([new Uint8Array([0xff, 0xd8, 1])]) }];
    const steps = [take(1, arrived({ photos: [hash] }))];
    const done = await runWithFiles(db, "s", "pictures", files, "away.take", { steps }, { now: NOW });
    expect(done).toMatchObject({ ok: true });
    expect((await loaded()).records[0].photos).toEqual([hash]);
    expect(await db.pictures.get(hash)).toBeDefined();
  });
  it("a step of a deleted part is refused in words", async () => {
    const gone = { ...take(1, arrived()), step: { ...step(1), partId: "nobody" } };
    expect(await run("away.take", { steps: [gone] })).toMatchObject({ ok: false });
  });
});

describe("lists that are kept", () => {
  const list = newList({ id: "l1", at: NOW, scene: "Scene", goes: [] });
  it("a list that comes twice keeps what was said of it; the one that handed it out may carry it too", async () => {
    await keepHanded(db, { id: "l1", at: NOW, steps: [] });
    const row = await carry(db, list, "CODE2345", NOW);
    await changeCarried(db, row.id, (r) => ({ ...r, notes: [{ n: 1, note: "thin it" }] }));
    await carry(db, list, null, NOW + 5);
    expect(await carriedLists(db)).toMatchObject([{ openedAt: NOW, code: "CODE2345", notes: [{ note: "thin it" }] }]);
    expect(await handedList(db, "l1")).toMatchObject({ role: "handed", steps: [] });
    expect(await handedList(db, row.id)).toBeUndefined();
  });
  it("two windows change one list, and both hold", async () => {
    const { id } = await carry(db, list, null, NOW);
    const said = (n: number) => ({ n, from: NOW, until: NOW, tookS: null, result: "good" as const, failed: [], wentWrong: "", note: "" });
    await Promise.all([1, 2, 3].map((n) => changeCarried(db, id, (r) => ({ ...r, said: [...r.said, said(n)] }))));
    expect((await carriedLists(db))[0].said.map((s) => s.n)).toEqual([1, 2, 3]);
  });
  it("what was handed out is let go after two months, and the sweep leaves lists alone", async () => {
    await keepHanded(db, { id: "old", at: NOW - 61 * 86_400_000, steps: [] });
    const { id } = await carry(db, list, null, NOW);
    await keepHanded(db, { id: "new", at: NOW, steps: [] });
    await sweep(db, NOW);
    expect((await db.away.toCollection().primaryKeys()).sort()).toEqual([id, "new"].sort());
  });
});
