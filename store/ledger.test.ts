/** The ledger as it is stored: what work takes, what comes back, and what is said of a level. */
import "fake-indexeddb/auto";
import { beforeEach, describe, expect, it } from "vitest";
import { bare } from "../tests/bundleKit";
import { projectOf, sizePart } from "../tests/sampleProject";
import { profileOf, type PrintRecord } from "../core/print";
import type { Project } from "../core/project";
import { moneySums } from "../core/look";
import { joinProject } from "../core/results";
import type { CommandName, Commands } from "../core/stations";
import { InchHollowDatabase } from "./database";
import { redo, undo } from "./edit";
import { loadProject, storeOwn } from "./projects";
import { runCommand } from "./run";

const NOW = 1_767_900_000_000;
const HOUR = 3_600_000;
let db: InchHollowDatabase;
let count = 0;
beforeEach(async () => {
  db = new InchHollowDatabase(`ledger-${count++}`);
  const project = projectOf([sizePart("c", { kind: "scratch", sizeMm: [20, 20, 20], material: "wood" })]);
  const supplies: Project["supplies"] = [
    { id: "spool", kind: "spool", name: "Grey", what: "usual", stock: 700, price: { minor: 2000, currency: "EUR" }, whole: 1000 },
    { id: "paper", kind: "abrasive", name: "P240", what: "P240", stock: 4, price: null },
  ];
  await storeOwn(db, bare({ ...project, supplies }));
  return () => db.close();
});
const run = <N extends CommandName>(name: N, payload: Commands[N], at = NOW) => runCommand(db, "s", name, payload, at);
const project = async (): Promise<Project> => joinProject((await loadProject(db, "s"))!, () => undefined);
const left = async (id: string): Promise<number> => {
  const { paints, supplies } = await project();
  return paints.find((p) => p.id === id)?.stockMl ?? supplies.find((s) => s.id === id)!.stock;
};
const start = { partId: "c", title: "x", time: "hands" as const, plannedS: 60, waitS: 0 };
const finish = { result: "good" as const, good: 0, failed: 0, wentWrong: "" };

describe("what work takes", () => {
  it("comes back when its record is struck out, and with undo, and goes again", async () => {
    const takes = [
      { itemId: "brown", amount: 2.5 },
      { itemId: "paper", amount: 0.5 },
      { itemId: "gone", amount: 9 },
    ];
    await run("step.start", { ...start, recordId: "r", stepKey: "c/x/0", takes });
    expect([await left("brown"), await left("paper")]).toEqual([50, 4]);
    await run("step.finish", { ...finish, recordId: "r" });
    expect([await left("brown"), await left("paper")]).toEqual([47.5, 3.5]);
    await run("step.forget", { recordId: "r" });
    expect([await left("brown"), await left("paper")]).toEqual([50, 4]);
    await undo(db, "s");
    expect([await left("brown"), await left("paper")]).toEqual([47.5, 3.5]);
    await redo(db, "s");
    expect([await left("brown"), await left("paper")]).toEqual([50, 4]);
  });

  it("is entered once, with how it turned out; a count holds whatever is struck out before it", async () => {
    await run("step.start", { ...start, recordId: "r", stepKey: "c/x/0", takes: [{ itemId: "brown", amount: 2 }] });
    await run("step.finish", { ...finish, recordId: "r" });
    await run("step.finish", { ...finish, recordId: "r", result: "failed" });
    const { lines } = await project();
    expect(lines.map((l) => [l.itemId, l.amount, l.outcome, l.recordId, l.partId])).toEqual([["brown", 2, "failed", "r", "c"]]);
    await run("list.add", { list: "lines", items: [{ id: "seen", at: NOW + HOUR, kind: "counted", itemId: "brown", amount: 31 }] });
    expect(await left("brown")).toBe(31);
    await run("step.forget", { recordId: "r" });
    expect(await left("brown")).toBe(31);
    await run("list.drop", { list: "lines", keys: ["seen"] });
    expect(await left("brown")).toBe(50);
  });

  it("what the row says stays what it began with; what is left is never stored", async () => {
    await run("step.start", { ...start, recordId: "r", stepKey: "c/x/0", takes: [{ itemId: "brown", amount: 2 }] });
    await run("step.finish", { ...finish, recordId: "r" });
    expect(await db.paints.get("brown")).toMatchObject({ stockMl: 50 });
    expect(await db.paints.get("brown")).not.toHaveProperty("began");
    const done = await run("field.set", { of: "paint", id: "brown", change: { began: 7 } as never });
    expect(done.ok).toBe(false);
  });
});

describe("what is not found", () => {
  it("has been found when it is used; undo says again that it is not", async () => {
    const missing = async (): Promise<unknown[]> => [
      (await db.paints.get("brown"))?.missingSince,
      (await db.supplies.get("paper"))?.missingSince,
    ];
    await run("field.set", { of: "paint", id: "brown", change: { missingSince: NOW } });
    await run("field.set", { of: "supply", id: "paper", change: { missingSince: NOW } });
    expect([await left("brown"), await left("paper")]).toEqual([50, 4]);
    const takes = [
      { itemId: "brown", amount: 2 },
      { itemId: "paper", amount: 1 },
    ];
    await run("step.start", { ...start, recordId: "r", stepKey: "c/x/0", takes });
    expect(await missing()).toEqual([NOW, NOW]);
    await run("step.finish", { ...finish, recordId: "r" });
    expect(await missing()).toEqual([null, null]);
    await undo(db, "s");
    expect(await missing()).toEqual([NOW, NOW]);
  });
});

describe("what a print takes", () => {
  const begin = async (recordId: string): Promise<void> => {
    const { scene } = await project();
    const printer = scene.printers[0];
    const print: PrintRecord = {
      printerId: printer.id,
      printer: printer.name,
      profile: profileOf(printer),
      supplyId: "spool",
      material: "Grey",
      plateId: "pl",
      pieces: [{ partId: "c", name: "C", pieces: 4 }],
      layers: 10,
      turn: [0, 0, 0, 1],
      plannedMassG: 40,
      modelS: 0,
      modelMassG: 0,
      massG: null,
      failure: null,
      observed: [],
      measured: [],
      photos: [],
      gate: "known",
      test: false,
    };
    await run("step.start", { ...start, recordId, stepKey: "plate/pl/start", time: "machine", plannedS: 3600, print });
  };
  it("goes by what was weighed later, and back by half where half of it is no good", async () => {
    await begin("p");
    await run("step.finish", { ...finish, recordId: "p" }, NOW + HOUR);
    expect(await left("spool")).toBe(660);
    await run("print.say", { recordId: "p", change: { massG: 44 } });
    expect(await left("spool")).toBe(656);
    await run("step.start", { ...start, recordId: "q", stepKey: "plate/pl/clear" }, NOW + HOUR);
    await run("step.finish", { ...finish, recordId: "q", good: 3, failed: 1, result: "partly" }, NOW + 2 * HOUR);
    const amounts = async () => (await project()).lines.map((l) => [l.outcome, l.amount, l.plateId]);
    expect(await amounts()).toEqual([
      ["good", 33, "pl"],
      ["failed", 11, "pl"],
    ]);
    expect(await left("spool")).toBe(656);
    // Cleared by mistake.
    await run("step.forget", { recordId: "q" });
    expect(await amounts()).toEqual([["good", 44, "pl"]]);
    await run("step.forget", { recordId: "p" });
    expect(await left("spool")).toBe(700);
  });
  it("that failed half way takes half, until it is weighed", async () => {
    await begin("p");
    await run("step.finish", { ...finish, recordId: "p", result: "failed" }, NOW + HOUR / 2);
    expect(await left("spool")).toBe(680);
    await run("print.say", { recordId: "p", change: { massG: 15 } });
    expect(await left("spool")).toBe(685);
    expect((await project()).lines.map((l) => l.outcome)).toEqual(["failed"]);
  });
});

describe("lines that are said", () => {
  it("are refused with their place where they make no sense", async () => {
    const line = { id: "l", at: NOW, kind: "bought" as const, itemId: "brown", amount: 17 };
    for (const [change, field] of [
      [{ amount: -1 }, "amount"],
      [{ kind: "thrown", price: { minor: 1, currency: "EUR" } }, "price"],
      [{ outcome: "good" }, "outcome"],
      [{ itemId: "../x" }, "itemId"],
      [{ at: NaN }, "at"],
    ] as const) {
      const done = await run("list.add", { list: "lines", items: [{ ...line, ...change }] });
      expect(done.ok ? "" : done.problem.message + (done.problem.where ?? "")).toContain(field);
    }
    expect((await run("list.add", { list: "lines", items: [{ ...line, price: { minor: 450, currency: "EUR" } }] })).ok).toBe(true);
    expect(await left("brown")).toBe(67);
    expect(await run("list.add", { list: "lines", items: [line] })).toMatchObject({ problem: { code: "line.there" } });
  });
});

describe("what is taken off the shelf", () => {
  it("still cost what it cost: the scene's money stays, and undo brings it back as it was", async () => {
    const money = async () => moneySums(await project()).scene.map((s) => [s.currency, s.total, s.bar]);
    await run("field.set", { of: "paint", id: "brown", change: { price: { minor: 500, currency: "EUR" }, wholeMl: 50 } });
    await run("step.start", { ...start, recordId: "r", stepKey: "c/x/0", takes: [{ itemId: "brown", amount: 20 }] });
    await run("step.finish", { ...finish, recordId: "r" });
    const before = await money();
    expect(before).toEqual([["EUR", 200, [{ of: "paint", minor: 200 }]]]);
    expect((await run("list.drop", { list: "paints", keys: ["brown"] })).ok).toBe(true);
    expect(await money()).toEqual(before);
    const [shop] = moneySums(await project()).shop;
    expect(shop.fates).toContainEqual({ fate: "thrown", minor: 300 });
    await undo(db, "s");
    expect(await money()).toEqual(before);
    expect(await left("brown")).toBe(30);
  });
});
