import "fake-indexeddb/auto";
import { beforeEach, describe, expect, it } from "vitest";
import { seededRandom } from "../core/units";
import { projectOf, sizePart } from "../tests/sampleProject";
import { bare } from "../tests/bundleKit";
import { RowsAtHand } from "./atHand";
import { runCommand } from "./run";
import { InchHollowDatabase } from "./database";
import { loadProject, storeOwn, trashScene } from "./projects";
import { undo } from "./edit";

let db: InchHollowDatabase;
let rows: RowsAtHand;
let count = 0;
const sent = () => ({ now: 1, editId: `e${count++}`, windowId: "w" });
const card = { kind: "scratch", sizeMm: [10, 20, 30], material: "card" } as const;

beforeEach(async () => {
  db = new InchHollowDatabase(`at-hand-${count++}`);
  await db.open();
  await storeOwn(db, bare(projectOf([sizePart("a", { ...card, sizeMm: [10, 20, 30] }), sizePart("b", { ...card, sizeMm: [1, 2, 3] })])));
  rows = new RowsAtHand(db);
});

/** Counts what is asked of a table while something is done. */
async function readsOf(table: "parts" | "records" | "scenes", act: () => Promise<unknown>): Promise<number> {
  let n = 0;
  const reading = (row: unknown): unknown => (n++, row);
  db.rows(table).hook("reading", reading);
  await act();
  db.rows(table).hook("reading").unsubscribe(reading);
  return n;
}

describe("rows at hand", () => {
  it("are what the store holds", async () => {
    expect(await rows.project("s")).toEqual(await loadProject(db, "s"));
    expect(await rows.project("nowhere")).toBeUndefined();
  });

  it("are not read again while nothing has changed, and are the same object", async () => {
    const first = await rows.project("s");
    expect(await readsOf("parts", async () => expect(await rows.project("s")).toBe(first))).toBe(0);
  });

  it("an edit is there at once; only its table is read, and rows it did not touch are the same objects", async () => {
    const first = (await rows.project("s"))!;
    await runCommand(db, "s", "field.set", { of: "part", id: "a", change: { copies: 7 } }, sent());
    expect(await readsOf("scenes", () => rows.project("s"))).toBe(0);
    const then = (await rows.project("s"))!;
    expect(then.parts.find((p) => p.id === "a")!.copies).toBe(7);
    expect(then.parts.find((p) => p.id === "b")).toBe(first.parts.find((p) => p.id === "b"));
    expect([then.workshop, then.records, then.scene]).toEqual([first.workshop, first.records, first.scene]);
    expect([then.workshop === first.workshop, then.records === first.records, then.scene === first.scene]).toEqual([true, true, true]);
    await undo(db, "s", () => true);
    expect(await rows.project("s")).toEqual(first);
  });

  it("of an edit only the rows that it touched are read, however many the table has", async () => {
    const first = (await rows.project("s"))!;
    expect(
      await readsOf("parts", async () => {
        await runCommand(db, "s", "field.set", { of: "part", id: "a", change: { copies: 7 } }, sent());
        await rows.project("s");
      }),
      // Once by the command itself, once by whoever reads after it.
    ).toBeLessThanOrEqual(3);
    const { b, c } = { b: { ...first.parts[1], id: "b2", order: 0 }, c: { ...first.parts[1], id: "c", order: 9 } };
    await db.parts.bulkPut([c, b] as never);
    await db.parts.delete(["s", "a"]);
    await db.parts.put({ ...first.parts[0], sceneId: "elsewhere" } as never);
    const then = (await rows.project("s"))!;
    expect(then.parts.map((p) => p.id)).toEqual(["b2", "b", "c"]);
    expect(then.parts[1]).toBe(first.parts[1]);
    expect(then).toEqual(await loadProject(db, "s"));
  });

  it("many changes at once, and ranges that name no row, are read whole: nothing is missed", async () => {
    const first = (await rows.project("s"))!;
    await db.parts.bulkPut(Array.from({ length: 700 }, (_, i) => ({ ...first.parts[0], id: `n${i}`, order: 10 + i })) as never);
    expect((await rows.project("s"))!.parts).toHaveLength(702);
    await db.parts.where("[sceneId+id]").between(["s", "n"], ["s", "n\uffff"]).delete();
    expect(await rows.project("s")).toEqual(await loadProject(db, "s"));
    await db.parts
      .where("sceneId")
      .equals("s")
      .modify({ notes: "all of them" } as never);
    expect(await rows.project("s")).toEqual(await loadProject(db, "s"));
    await db.parts.clear();
    expect((await rows.project("s"))!.parts).toEqual([]);
  });

  it("five hundred random edits, undone and read in between, are what the store holds", async () => {
    const random = seededRandom(7);
    for (let i = 0; i < 500; i++) {
      const partId = random() < 0.5 ? "a" : "b";
      const dice = random();
      if (dice < 0.6)
        await runCommand(db, "s", "field.set", { of: "part", id: partId, change: { copies: 1 + Math.floor(random() * 50) } }, sent());
      else if (dice < 0.7) await undo(db, "s", () => true);
      else if (dice < 0.85) await db.parts.put({ ...(await db.parts.get(["s", "a"]))!, id: `x${i % 7}`, order: Math.floor(random() * 9) });
      else await db.parts.delete(["s", `x${i % 7}`]);
      if (random() < 0.3) expect(await rows.project("s")).toEqual(await loadProject(db, "s"));
    }
    expect(await rows.project("s")).toEqual(await loadProject(db, "s"));
  });

  it("an edit of the workshop leaves its other lists the same objects", async () => {
    const first = (await rows.project("s"))!;
    await runCommand(db, "s", "printer.set", { printerId: first.workshop.printers[0].id, change: { name: "Other name" } }, sent());
    const { workshop } = (await rows.project("s"))!;
    expect(workshop.printers[0].name).toBe("Other name");
    expect(workshop.paints).toBe(first.workshop.paints);
    expect(workshop.printers[1]).toBe(first.workshop.printers[1]);
  });

  it("a scene that was deleted is gone", async () => {
    await rows.project("s");
    await trashScene(db, "s", 5);
    expect(await rows.project("s")).toBeUndefined();
    expect(await rows.scenes()).toEqual([]);
  });

  it("what was changed while it was being read is read again", async () => {
    const reading = rows.project("s");
    const writing = runCommand(db, "s", "field.set", { of: "part", id: "a", change: { copies: 9 } }, sent());
    await Promise.all([reading, writing]);
    expect((await rows.project("s"))!.parts.find((p) => p.id === "a")!.copies).toBe(9);
  });

  it("doubt reads everything, and what says the same stays the same object", async () => {
    const first = await rows.project("s");
    rows.doubt();
    expect(await readsOf("parts", async () => expect(await rows.project("s")).toBe(first))).toBe(2);
  });

  it("say that something has changed once a row was stored, and not when only a result was", async () => {
    const before = rows.moment();
    await db.results.put({ key: "k", kind: "mesh", mesh: "", carried: 0, value: {} as never });
    expect(rows.moment()).toBe(before);
    await runCommand(db, "s", "field.set", { of: "part", id: "a", change: { copies: 3 } }, sent());
    expect(rows.moment()).not.toBe(before);
  });

  it("scenes that are let go of are read anew", async () => {
    const first = await rows.project("s");
    rows.keepOnly(new Set());
    const again = await rows.project("s");
    expect(again).toEqual(first);
    expect(again).not.toBe(first);
  });
});
