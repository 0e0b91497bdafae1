import { type CommandName } from "../core/stations";
import "fake-indexeddb/auto";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { meshPart, block, projectOf, coat, print } from "../tests/sampleProject";
import type { Part, PartRow, ProjectRows } from "../core/project";
import { figureScale, ratioScale } from "../core/scale";
import { inOrder } from "./bundle";
import { meshRequest, resultKey } from "../core/results";
import { runCommand } from "./run";
import { InchHollowDatabase } from "./database";
import { redo, undo } from "./edit";
import { keepResults, findResults, resultRow } from "./results";
import { loadProject, storeImported, storeOwn } from "./projects";
import { bare } from "../tests/bundleKit";

const NOW = 1_767_900_000_000;
let count = 0;
const brick = meshPart("brick", "Brick", block(), [print(), coat("p", "primer"), coat("b", "brown")]);

async function fresh(): Promise<{ db: InchHollowDatabase; read: () => Promise<ProjectRows> }> {
  const db = new InchHollowDatabase(`undo-${count++}`);
  await storeOwn(db, bare(projectOf([await brick])));
  return { db, read: async () => inOrder((await loadProject(db, "s"))!) };
}

const own = (id: string) => ({ id, kind: "own" as const, title: `Step ${id}`, handsOnS: 60, waitS: 0, family: null, procedureId: null });

/** One of every kind of command, all of which the sample allows. */
const COMMANDS: [CommandName, object][] = [
  ["scene.set", { name: "Another name", viewingDistanceMm: 600, readyBy: "2026-03-01" }],
  ["evening.set", { weekday: 1, span: { from: "20:00", to: "21:00" } }],
  ["scene.scale", { scale: ratioScale(64) }],
  ["scene.scale", { scale: figureScale(32, "crown") }],
  ["part.add", { id: "new", name: "New", source: { kind: "typed", sizeMm: [10, 20, 30], shell: true }, factor: 1, copies: 2, work: [] }],
  ["part.set", { partId: "brick", copies: 9, notes: "Look out" }],
  ["part.rescale", { partId: "brick", factor: 1.25 }],
  ["part.delete", { partId: "brick" }],
  ["work.add", { partId: "brick", at: 1, items: [own("x"), own("y")] }],
  ["work.set", { partId: "brick", itemId: "p", change: { paintId: "stone", method: "sponge", coats: 3 } }],
  ["work.typed", { partId: "brick", itemId: "print", typed: { timeS: 3600, massG: 20, text: "1 h, 20 g" } }],
  ["work.move", { partId: "brick", itemId: "b", to: 0 }],
  ["work.remove", { partId: "brick", itemId: "p" }],
  ["paint.add", { paint: { id: "teal", name: "Teal", hex: "#008080", family: "water acrylic", sheen: "matt", stockMl: 17 } }],
  ["paint.delete", { paintId: "can" }],
  ["procedure.keep", { procedure: { id: "k", title: "Kept", handsOnS: 60, waitS: 60, family: null } }],
  ["procedure.delete", { procedureId: "k" }],
  ["step.start", { recordId: "r", partId: "brick", stepKey: "brick/p/0", title: "Prime", time: "hands", plannedS: 60, waitS: 60 }],
  ["step.finish", { recordId: "r", result: "good", good: 0, failed: 0, wentWrong: "" }],
  ["step.forget", { recordId: "r" }],
  ["scene.scale", { scale: ratioScale(100), along: true }],
  ["scene.set", { secondary: { ratio: 160, use: "background" }, handling: "weekly", finish: "display", fidelity: "replica" }],
  ["house.set", { change: { gridMm: 25.4, clipSlotMm: 4.2, baseMm: 5, groundHex: "#604020" } }],
  ["item.add", { list: "homes", items: [{ id: "h", name: "the shelf", kind: "shelf", sizeMm: [800, 280, 300] }] }],
  [
    "item.add",
    {
      list: "dimensions",
      items: [
        { id: "d", name: "Door", axis: "height", mm: 2032, text: "80 in", source: "plan", sure: "drawing", within: null, partId: "brick" },
      ],
    },
  ],
  [
    "item.add",
    { list: "ownThings", items: [{ name: "gate", mm: 4200, low: 4000, high: 4400, measure: "width", kind: "typed", source: "yours" }] },
  ],
  ["part.set", { partId: "brick", group: "quay", licence: "own work", fileCost: { minor: 450, currency: "EUR" } }],
  ["part.tally", { partId: "brick", change: { fitted: 1, primed: 2 } }],
  ["part.tags", { partId: "brick", add: ["wood"] }],
  ["part.measures", { partId: "brick", change: { baseMm: 3 } }],
  [
    "surface.say",
    { partId: "brick", surfaceId: "s1", anchor: { at: [0.5, 0.5, 1], normal: [0, 0, 1], share: 0.2 }, change: { material: "brick" } },
  ],
  ["fill.add", { reading: { id: "f", product: "filler", how: "eye", coats: 1, stepMm: 0.1, pitchMm: 0.3, left: 0.5, what: "fan" } }],
  ["fill.drop", { readingId: "f" }],
  ["surface.forget", { partId: "brick", surfaceId: "s1" }],
  ["printer.set", { printerId: "resin", change: { exposureS: 3, lift: { distanceMm: 7 } } }],
  ["paint.set", { paintId: "brown", change: { stockMl: 12 } }],
  ["item.set", { list: "homes", key: "h", change: { name: "the box" } }],
  ["item.drop", { list: "homes", key: "h" }],
  ["part.set-item", { partId: "brick", list: "variations", key: "v", change: { percent: 90 } }],
  ["part.drop-item", { partId: "brick", list: "variations", key: "v" }],
  ["parts.set", { partIds: ["brick"], differs: { handling: "weekly" } }],
  [
    "part.add-item",
    { partId: "brick", list: "variations", items: [{ id: "v", copies: 1, mirrored: true, percent: 95, state: "open", extraColour: "" }] },
  ],
  [
    "part.add-item",
    {
      partId: "brick",
      list: "sightings",
      items: [{ id: "s", thing: "door", lowRealMm: 1981, highRealMm: 2040, fileMm: 36, how: "typed" }],
    },
  ],
  ["part.add-item", { partId: "brick", list: "configurations", items: [{ name: "folded", sizeMm: [20, 20, 20] }] }],
  ["parts.set", { partIds: ["brick"], addTags: ["a", "b"], dropTags: ["wood"], group: "mill" }],
  ["part.replace", { partId: "brick", source: { kind: "typed", sizeMm: [10, 20, 30], shell: false }, factor: 2, note: "another" }],
  ["part.restore", { partId: "brick", version: 0 }],
  [
    "parts.add",
    {
      parts: ["n1", "n2"].map((id) => ({
        id,
        name: id,
        source: { kind: "scratch", sizeMm: [5, 5, 5], material: "plastic sheet" },
        factor: 1,
        copies: 3,
        work: [],
        group: "new",
      })),
    },
  ],
  ["parts.delete", { partIds: ["n1", "n2"] }],
];

describe("undo, whatever was done", () => {
  it("any run of commands can be taken back to the start and done again to the end", async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(fc.nat(COMMANDS.length - 1), { minLength: 1, maxLength: 8 }), async (picks) => {
        const { db, read } = await fresh();
        const start = await read();
        let done = 0;
        for (const p of picks) {
          const [name, payload] = COMMANDS[p];
          const before = JSON.stringify(await read());
          const result = await runCommand(db, "s", name, payload, NOW + done);
          // What is refused, or changes nothing, leaves no trace.
          if (!result.ok) expect(JSON.stringify(await read())).toBe(before);
          else done++;
        }
        const end = await read();
        let back = 0;
        while ((await undo(db, "s")).kind === "done") back++;
        expect(back).toBeLessThanOrEqual(done);
        expect(await read()).toEqual(start);
        while ((await redo(db, "s")).kind === "done");
        expect(await read()).toEqual(end);
        db.close();
      }),
      { numRuns: 25 },
    );
  });

  it("each command alone can be taken back", async () => {
    for (const [name, payload] of COMMANDS) {
      const { db, read } = await fresh();
      const before = await read();
      await runCommand(db, "s", name, payload, NOW);
      await undo(db, "s");
      expect(await read(), name).toEqual(before);
      db.close();
    }
  });

  it("a command of one scene is not taken back by another's", async () => {
    const { db, read } = await fresh();
    await storeImported(db, bare(projectOf([])), "second", "demo");
    await runCommand(db, "s", "scene.set", { name: "First" }, NOW);
    await runCommand(db, "second", "scene.set", { name: "Second" }, NOW);
    expect(await undo(db, "second")).toEqual({ kind: "done", label: "Scene changed" });
    expect(await undo(db, "second")).toEqual({ kind: "nothing" });
    expect((await read()).scene.name).toBe("First");
  });

  it("keeps the last two hundred edits", async () => {
    const { db } = await fresh();
    for (let i = 0; i < 205; i++) await runCommand(db, "s", "part.set", { partId: "brick", copies: 1 + (i % 50) }, NOW + i);
    let back = 0;
    while ((await undo(db, "s")).kind === "done") back++;
    expect(back).toBe(200);
  });
});

describe("results", () => {
  it("outlive undo and a part's removal, and are no part of history", async () => {
    const { db, read } = await fresh();
    const row = (await read()).parts[0];
    const { report, outsideMm2 } = (await brick).source as Extract<Part["source"], { kind: "mesh" }>;
    const given = { report, outsideMm2 };
    const request = meshRequest(row.source as Extract<PartRow["source"], { kind: "mesh" }>);
    await keepResults(db, [resultRow(request, given)], NOW);
    await runCommand(db, "s", "part.set", { partId: "brick", copies: 9 }, NOW);
    await runCommand(db, "s", "part.delete", { partId: "brick" }, NOW);
    await undo(db, "s");
    await undo(db, "s");
    expect((await read()).parts).toEqual([row]);
    expect((await findResults(db, [resultKey(request)], NOW))[0].value).toEqual(given);
    expect(JSON.stringify(await db.history.toArray())).not.toContain("outsideMm2");
  });
});
