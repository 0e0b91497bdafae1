/** An evening that is written down after it: one edit, one undo, each step once. */
import "fake-indexeddb/auto";
import { beforeEach, describe, expect, it } from "vitest";
import { bare, read, repacked, unpacked } from "../tests/bundleKit";
import { projectOf, sizePart } from "../tests/sampleProject";
import { takenS, type ProjectRows } from "../core/project";
import { joinProject } from "../core/results";
import type { CommandName, Commands } from "../core/stations";
import { InchHollowDatabase } from "./database";
import { undo } from "./edit";
import { readBackup, takeBackup, writeBackup } from "./backup";
import { hashOf } from "./bundle";
import { loadFiles, loadProject, storeOwn, sweep } from "./projects";
import { runCommand } from "./run";

const NOW = 1_767_900_000_000;
let db: InchHollowDatabase;
let count = 0;
beforeEach(async () => {
  db = new InchHollowDatabase(`evening-${count++}`);
  await storeOwn(db, bare(projectOf([sizePart("c", { kind: "scratch", sizeMm: [20, 20, 20], material: "wood" })])));
  return () => db.close();
});
const run = <N extends CommandName>(name: N, payload: Commands[N]) => runCommand(db, "s", name, payload, NOW);
const loaded = async (): Promise<ProjectRows> => (await loadProject(db, "s"))!;
const step = (recordId: string, key = recordId) => ({
  recordId,
  partId: "c",
  stepKey: `c/x/${key}`,
  title: "Brown",
  time: "hands" as const,
  plannedS: 600,
  waitS: 0,
  takes: [{ itemId: "brown", amount: 2 }],
});
const line = { id: "l", at: NOW, kind: "counted" as const, itemId: "stone", amount: 7 };
const lesson = { id: "le", title: "Thin the second coat", about: "coat" as const, at: NOW };

describe("an evening written down", () => {
  it("ends what was begun and what was not, takes the paint, keeps the count and the lesson, in one edit", async () => {
    await run("step.start", step("begun"));
    const written = [
      { recordId: "begun", result: "good" as const, good: 0, failed: 0, saidS: 900 },
      { recordId: "fresh", step: step("fresh"), result: "good" as const, good: 0, failed: 0, saidS: 1800 },
      { recordId: "again", step: step("again"), result: "failed" as const, good: 0, failed: 0 },
    ];
    expect(await run("evening.write", { written, lines: [line], lessons: [lesson] })).toMatchObject({ ok: true });
    const { records, workshop } = await loaded();
    const of = (id: string) => records.find((r) => r.id === id)!;
    expect(records.map((r) => [r.id, r.result, takenS(r)]).sort()).toEqual([
      ["again", "failed", null],
      ["begun", "good", 900],
      ["fresh", "good", 1800],
    ]);
    expect(of("fresh").startedAt).toBe(NOW - 1_800_000);
    expect(workshop.lessons.map((l) => l.title)).toEqual(["Thin the second coat"]);
    const { paints } = joinProject(await loaded(), () => undefined);
    expect(paints.find((p) => p.id === "brown")!.stockMl).toBe(44);
    expect(paints.find((p) => p.id === "stone")!.stockMl).toBe(7);
    await undo(db, "s");
    const back = await loaded();
    expect([back.records.map((r) => [r.id, r.finishedAt]), back.workshop.lines, back.workshop.lessons]).toEqual([
      [["begun", null]],
      [],
      [],
    ]);
  });
  it("is refused whole where a step was ended meanwhile: all or nothing", async () => {
    await run("step.start", step("begun"));
    await run("step.finish", { recordId: "begun", result: "good", good: 0, failed: 0, wentWrong: "" });
    const written = [
      { recordId: "fresh", step: step("fresh"), result: "good" as const, good: 0, failed: 0, saidS: 60 },
      { recordId: "begun", result: "good" as const, good: 0, failed: 0, saidS: 900 },
    ];
    expect(await run("evening.write", { written, lines: [line], lessons: [lesson] })).toMatchObject({ problem: { code: "step.ended" } });
    const { records, workshop } = await loaded();
    expect([records.map((r) => r.id), workshop.lessons]).toEqual([["begun"], []]);
  });
});

describe("pictures and a word at a step", () => {
  const [one, two] = ["1".repeat(64), "2".repeat(64)];
  it("hang at their steps in one edit, each once, and one undo takes them down", async () => {
    await run("step.start", step("a"));
    await run("step.start", step("b"));
    const hung = [
      { recordId: "a", hashes: [one, two] },
      { recordId: "b", hashes: [two] },
    ];
    expect(await run("pictures.hang", { hung })).toMatchObject({ ok: true });
    await run("pictures.hang", { hung });
    const photos = async () => new Map((await loaded()).records.map((r) => [r.id, r.photos]));
    expect(await photos()).toEqual(
      new Map([
        ["a", [one, two]],
        ["b", [two]],
      ]),
    );
    // Hung again they changed nothing.
    await undo(db, "s");
    expect(await photos()).toEqual(
      new Map([
        ["a", undefined],
        ["b", undefined],
      ]),
    );
  });
  it("are refused as a whole where one of the steps is gone, or holds too many", async () => {
    await run("step.start", step("a"));
    expect(
      await run("pictures.hang", {
        hung: [
          { recordId: "a", hashes: [one] },
          { recordId: "z", hashes: [one] },
        ],
      }),
    ).toMatchObject({ ok: false, problem: { code: "step.gone" } });
    const many = Array.from({ length: 60 }, (_, i) => i.toString(16).padStart(64, "0"));
    expect(await run("pictures.hang", { hung: [{ recordId: "a", hashes: many }] })).toMatchObject({ ok: true });
    expect(await run("pictures.hang", { hung: [{ recordId: "a", hashes: [one] }] })).toMatchObject({
      ok: false,
      problem: { code: "step.pictures" },
    });
    expect((await loaded()).records[0].photos).toHaveLength(60);
  });
  it("a sound hangs once, is taken back by undo, and one too many is refused", async () => {
    await run("step.start", step("a"));
    const sounds = async () => (await loaded()).records[0].sounds;
    await run("sound.hang", { recordId: "a", hash: one });
    await run("sound.hang", { recordId: "a", hash: one });
    expect(await sounds()).toEqual([one]);
    await undo(db, "s");
    expect(await sounds()).toBeUndefined();
    for (let i = 0; i < 20; i++) await run("sound.hang", { recordId: "a", hash: i.toString(16).padStart(64, "0") });
    expect(await run("sound.hang", { recordId: "a", hash: one })).toMatchObject({ problem: { code: "step.sounds" } });
    expect(await run("sound.hang", { recordId: "z", hash: one })).toMatchObject({ problem: { code: "step.gone" } });
    expect(await sounds()).toHaveLength(20);
  });
  it("pictures and sounds stay when no undo names them any more, and go with their step", async () => {
    await run("step.start", step("a"));
    await db.pictures.bulkPut([one, two, "3".repeat(64)].map((hash) => ({ hash, file: new Blob([hash]) })));
    await run("pictures.hang", { hung: [{ recordId: "a", hashes: [one] }] });
    await run("sound.hang", { recordId: "a", hash: two });
    await db.history.clear();
    expect((await sweep(db, NOW)).files).toBe(1);
    expect((await db.pictures.toCollection().primaryKeys()).sort()).toEqual([one, two]);
    await run("step.forget", { recordId: "a" });
    expect((await sweep(db, NOW)).files).toBe(0);
    await db.history.clear();
    expect((await sweep(db, NOW)).files).toBe(2);
  });
  it("travel in the scene's file and in a backup, each by its own kind, and a changed one is refused", async () => {
    await run("step.start", step("a"));
    const [picture, sound] = [new Blob(["picture"], { type: "image/jpeg" }), new Blob(["sound"], { type: "audio/wav" })];
    const [p, s] = await Promise.all([picture, sound].map((f) => hashOf(f)));
    await db.pictures.bulkPut([
      { hash: p, file: picture },
      { hash: s, file: sound },
    ]);
    await run("pictures.hang", { hung: [{ recordId: "a", hashes: [p] }] });
    await run("sound.hang", { recordId: "a", hash: s });
    const project = await loaded();
    const files = await unpacked({ project, ...(await loadFiles(db, project)) });
    expect(Object.keys(files)).toEqual(expect.arrayContaining([`photos/${p}.jpg`, `sounds/${s}.wav`]));
    const back = await read(await repacked(files));
    expect(back.ok && [...back.value.pictures].map(([hash, f]) => [hash, f.type])).toEqual([
      [p, "image/jpeg"],
      [s, "audio/wav"],
    ]);
    files[`sounds/${s}.wav`] = new Uint8Array([1]);
    expect(await read(await repacked(files))).toMatchObject({ problem: { message: /A sound at “.*” has changed since it was saved/ } });
    delete files[`sounds/${s}.wav`];
    expect(await read(await repacked(files))).toMatchObject({ problem: { message: /A sound at “.*” is not in the bundle/ } });
    const backup = await writeBackup((await takeBackup(db, NOW))!);
    const restored = backup.ok && (await readBackup(backup.value.file));
    expect(restored && restored.ok && restored.value.pictures.get(s)?.type).toBe("audio/wav");
  });
  it("a word is kept beside what went wrong", async () => {
    await run("step.start", step("a"));
    await run("field.set", { of: "record", id: "a", change: { note: "shaken twice" } });
    expect((await loaded()).records[0]).toMatchObject({ note: "shaken twice", wentWrong: "" });
  });
});
