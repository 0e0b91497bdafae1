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
  ["field.set", { of: "scene", change: { name: "Another name", viewingDistanceMm: 600, readyBy: "2026-03-01" } }],
  ["evening.set", { weekday: 1, span: { from: "20:00", to: "21:00" } }],
  ["scene.scale", { scale: ratioScale(64) }],
  ["scene.scale", { scale: figureScale(32, "crown") }],
  [
    "parts.add",
    { parts: [{ id: "new", name: "New", source: { kind: "typed", sizeMm: [10, 20, 30], shell: true }, factor: 1, copies: 2, work: [] }] },
  ],
  ["field.set", { of: "part", id: "brick", change: { copies: 9, notes: "Look out" } }],
  ["part.rescale", { partId: "brick", factor: 1.25 }],
  ["parts.delete", { partIds: ["brick"] }],
  ["work.add", { partId: "brick", at: 1, items: [own("x"), own("y")] }],
  ["list.set", { list: "part.work", of: "brick", key: "p", change: { paintId: "stone", method: "sponge", coats: 3 } }],
  ["list.set", { list: "part.work", of: "brick", key: "print", change: { typed: { timeS: 3600, massG: 20, text: "1 h, 20 g" } } }],
  ["list.move", { list: "part.work", of: "brick", key: "b", to: 0 }],
  ["list.drop", { list: "part.work", of: "brick", keys: ["p"] }],
  [
    "list.add",
    { list: "paints", items: [{ id: "teal", name: "Teal", hex: "#008080", family: "water acrylic", sheen: "matt", stockMl: 17 }] },
  ],
  ["list.drop", { list: "paints", keys: ["can"] }],
  ["list.add", { list: "procedures", items: [{ id: "k", title: "Kept", handsOnS: 60, waitS: 60, family: null }] }],
  ["list.drop", { list: "procedures", keys: ["k"] }],
  ["step.start", { recordId: "r", partId: "brick", stepKey: "brick/p/0", title: "Prime", time: "hands", plannedS: 60, waitS: 60 }],
  ["step.finish", { recordId: "r", result: "good", good: 0, failed: 0, wentWrong: "" }],
  ["step.forget", { recordId: "r" }],
  ["scene.scale", { scale: ratioScale(100), along: true }],
  [
    "field.set",
    { of: "scene", change: { secondary: { ratio: 160, use: "background" }, handling: "weekly", finish: "display", fidelity: "replica" } },
  ],
  ["field.set", { of: "scene.house", change: { gridMm: 25.4, clipSlotMm: 4.2, baseMm: 5, groundHex: "#604020" } }],
  ["list.add", { list: "scene.homes", items: [{ id: "h", name: "the shelf", kind: "shelf", sizeMm: [800, 280, 300] }] }],
  [
    "list.add",
    {
      list: "scene.dimensions",
      items: [
        { id: "d", name: "Door", axis: "height", mm: 2032, text: "80 in", source: "plan", sure: "drawing", within: null, partId: "brick" },
      ],
    },
  ],
  [
    "list.add",
    {
      list: "scene.ownThings",
      items: [{ name: "gate", mm: 4200, low: 4000, high: 4400, measure: "width", kind: "typed", source: "yours" }],
    },
  ],
  ["field.set", { of: "part", id: "brick", change: { group: "quay", licence: "own work", fileCost: { minor: 450, currency: "EUR" } } }],
  ["field.set", { of: "part.tally", id: "brick", change: { fitted: 1, primed: 2 } }],
  ["parts.set", { partIds: ["brick"], addTags: ["wood"] }],
  ["field.set", { of: "part.measures", id: "brick", change: { baseMm: 3 } }],
  [
    "surface.say",
    { partId: "brick", surfaceId: "s1", anchor: { at: [0.5, 0.5, 1], normal: [0, 0, 1], share: 0.2 }, change: { material: "brick" } },
  ],
  ["fill.add", { reading: { id: "f", product: "filler", how: "eye", coats: 1, stepMm: 0.1, pitchMm: 0.3, left: 0.5, what: "fan" } }],
  ["list.drop", { list: "habits.fills", keys: ["f"] }],
  ["surface.forget", { partId: "brick", surfaceId: "s1" }],
  ["printer.set", { printerId: "resin", change: { exposureS: 3, lift: { distanceMm: 7 } } }],
  ["field.set", { of: "paint", id: "brown", change: { stockMl: 12 } }],
  ["list.set", { list: "scene.homes", key: "h", change: { name: "the box" } }],
  ["list.drop", { list: "scene.homes", keys: ["h"] }],
  ["list.set", { list: "part.variations", of: "brick", key: "v", change: { percent: 90 } }],
  ["list.drop", { list: "part.variations", of: "brick", keys: ["v"] }],
  ["parts.set", { partIds: ["brick"], differs: { handling: "weekly" } }],
  [
    "list.add",
    { list: "part.variations", of: "brick", items: [{ id: "v", copies: 1, mirrored: true, percent: 95, state: "open", extraColour: "" }] },
  ],
  [
    "list.add",
    {
      list: "part.sightings",
      of: "brick",
      items: [{ id: "s", thing: "door", lowRealMm: 1981, highRealMm: 2040, fileMm: 36, how: "typed" }],
    },
  ],
  ["list.add", { list: "part.configurations", of: "brick", items: [{ name: "folded", sizeMm: [20, 20, 20] }] }],
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
    await runCommand(db, "s", "field.set", { of: "scene", change: { name: "First" } }, NOW);
    await runCommand(db, "second", "field.set", { of: "scene", change: { name: "Second" } }, NOW);
    expect(await undo(db, "second")).toEqual({ kind: "done", label: "Scene changed" });
    expect(await undo(db, "second")).toEqual({ kind: "nothing" });
    expect((await read()).scene.name).toBe("First");
  });

  it("keeps the last two hundred edits", async () => {
    const { db } = await fresh();
    for (let i = 0; i < 205; i++)
      await runCommand(db, "s", "field.set", { of: "part", id: "brick", change: { copies: 1 + (i % 50) } }, NOW + i);
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
    await runCommand(db, "s", "field.set", { of: "part", id: "brick", change: { copies: 9 } }, NOW);
    await runCommand(db, "s", "parts.delete", { partIds: ["brick"] }, NOW);
    await undo(db, "s");
    await undo(db, "s");
    expect((await read()).parts).toEqual([row]);
    expect((await findResults(db, [resultKey(request)], NOW))[0].value).toEqual(given);
    expect(JSON.stringify(await db.history.toArray())).not.toContain("outsideMm2");
  });
});
