/** Edits shown before they are stored: what is shown is what the store then has, and goes when it is there. */
import "fake-indexeddb/auto";
import Dexie from "dexie";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { rowsOf } from "~core/results";
import type { CommandName, Commands } from "~core/stations";
import { seededRandom } from "~core/units";
import type { PartRow, ProjectRows } from "~core/project";
import { InchHollowDatabase } from "../../store/database";
import { RowsAtHand } from "../../store/atHand";
import { foresee } from "../../store/foresee";
import { storeImported } from "../../store/projects";
import { runCommand } from "../../store/run";
import { fullProject } from "../../tests/fullProject";
import { ForeseenEdits } from "./foreseen";

const NOW = Date.UTC(2026, 10, 30);
let n = 0;
let db: InchHollowDatabase;
let sceneId: string;
let edits: ForeseenEdits;
let atHand: RowsAtHand;

beforeEach(async () => {
  const rows = rowsOf((await fullProject()).project);
  sceneId = rows.scene.id;
  db = new InchHollowDatabase(`foreseen-${n++}`);
  await storeImported(db, { project: rows, meshes: new Map(), pictures: new Map() }, "fresh", "demo");
  edits = new ForeseenEdits();
  atHand = new RowsAtHand(db, edits.same);
});
afterEach(async () => {
  db.close();
  await Dexie.delete(db.name);
});

/** A page of the scene: reads rows, and draws them with what is on its way. */
function page() {
  let rows: ProjectRows;
  let reading = 0;
  const shown = (): ProjectRows => edits.lay(rows, edits.now(), reading);
  return {
    shown,
    read: async (): Promise<ProjectRows> => {
      reading = edits.reads();
      rows = (await atHand.project(sceneId))!;
      edits.draws(rows, reading);
      return shown();
    },
  };
}
const expected = <N extends CommandName>(editId: string, command: N, payload: Commands[N], at = NOW): Promise<void> =>
  edits.expect(sceneId, editId, at, (rows) => foresee(rows, command, payload, at));
const store = <N extends CommandName>(editId: string, command: N, payload: Commands[N], now = NOW) =>
  runCommand(db, sceneId, command, payload, { now, editId, windowId: "w" });
const partNamed = (rows: ProjectRows, id: string): PartRow => rows.parts.find((p) => p.id === id)!;

/** One edit of any kind, by the rows as they are. */
function anyEdit(rows: ProjectRows, random: () => number, i: number): { [N in CommandName]: [N, Commands[N]] }[CommandName] {
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)];
  const part = pick(rows.parts);
  const partId = part.id;
  const printer = pick(rows.workshop.printers);
  const open = rows.records.filter((r) => r.finishedAt === null);
  const all: (() => { [N in CommandName]: [N, Commands[N]] }[CommandName] | null)[] = [
    () => ["field.set", { of: "scene", change: { name: `Scene ${i}`, rank: i % 5 } }],
    () => ["field.set", { of: "part", id: partId, change: { copies: 1 + (i % 9), notes: `note ${i}` } }],
    () => ["parts.set", { partIds: [partId], addTags: [`t${i % 3}`], dropTags: [`t${(i + 1) % 3}`] }],
    () => ["part.rescale", { partId, factor: 0.5 + (i % 4) / 2 }],
    () => ["parts.set", { partIds: rows.parts.map((p) => p.id), addTags: [`all${i % 2}`], differs: { finish: null } }],
    () => (part.work.length > 0 ? ["list.move", { list: "part.work", of: partId, key: pick(part.work).id, to: i % 4 }] : null),
    () => (part.work.length > 1 && random() < 0.2 ? ["list.drop", { list: "part.work", of: partId, keys: [pick(part.work).id] }] : null),
    () => ["work.add", { partId, at: 0, items: [{ id: `w${i}`, kind: "bench", task: "file", rounds: 1, mostAnEvening: null }] }],
    () => ["field.set", { of: "habits", change: { air: { airC: 15 + (i % 9) } } }],
    () => ["evening.set", { weekday: i % 7, span: i % 2 ? { from: "19:00", to: "21:00" } : null }],
    () => ["printer.set", { printerId: printer.id, change: { name: `Printer ${i}` } }],
    () => [
      "list.add",
      { list: "paints", items: [{ id: `p${i}`, name: `Paint ${i}`, hex: "#112233", family: "water acrylic", sheen: "matt", stockMl: 5 }] },
    ],
    () => ["list.add", { list: "things", items: [{ ...rows.workshop.things[0], name: `Thing ${i}` }] }],
    () => (rows.workshop.things.length > 1 ? ["list.drop", { list: "things", keys: [pick(rows.workshop.things).name] }] : null),
    () => [
      "step.start",
      { recordId: `r${i}`, partId, stepKey: `${partId}/x/${i}`, title: "Something", time: "hands", plannedS: 60, waitS: 0 },
    ],
    () => (open[0] && !open[0].print ? ["step.finish", { recordId: open[0].id, result: "good", good: 1, failed: 0, wentWrong: "" }] : null),
    () => (rows.records.length > 3 ? ["step.forget", { recordId: pick(rows.records).id }] : null),
    () => (random() < 0.4 && rows.parts.length > 3 ? ["parts.delete", { partIds: [partId] }] : null),
    () => [
      "parts.add",
      {
        parts: [
          {
            id: `new${i}`,
            name: `New ${i}`,
            source: { kind: "scratch", sizeMm: [9, 9, 9], material: "card" },
            factor: 1,
            copies: 1,
            work: [],
          },
        ],
      },
    ],
  ];
  for (;;) {
    const edit = pick(all)();
    if (edit) return edit;
  }
}

describe("an edit that is shown before it is stored", () => {
  it("shows what the store then has, over three hundred edits of any kind; and what is read is the very same object", async () => {
    const random = seededRandom(30);
    const p = page();
    let shown = await p.read();
    const seen = new Set<string>();
    for (let i = 0; i < 300; i++) {
      const [command, payload] = anyEdit(shown, random, i);
      const now = NOW + i;
      await expected(`e${i}`, command, payload as never, now);
      const ahead = p.shown();
      const done = await store(`e${i}`, command, payload as never, now);
      if (done.ok) edits.stored(`e${i}`);
      else edits.refused(`e${i}`);
      if (!done.ok) expect(ahead).toBe(shown);
      shown = await p.read();
      // Read afresh by somebody who knows of no edit.
      expect(shown).toEqual(await new RowsAtHand(db).project(sceneId));
      if (done.ok && ahead !== shown) expect(`${command} ${JSON.stringify(payload)}`).toBe("foreseen");
      const of = ("of" in payload && "change" in payload && payload.of) || ("list" in payload && payload.list) || "";
      if (done.ok) seen.add(`${command} ${of}`);
    }
    // All kinds of edit came about, none of them only refused.
    expect(seen.size).toBe(18);
  });

  it("ten fast keys are shown as ten before the first of them is stored", async () => {
    const p = page();
    const { scene } = await p.read();
    const plate = scene.plates[0];
    const piece = plate.pieces[0];
    const shift = { plateId: plate.id, pieceIds: [piece.id], byMm: [1, 0] as [number, number], byDeg: 0 };
    await Promise.all(Array.from({ length: 10 }, (_, i) => expected(`k${i}`, "pieces.shift", shift)));
    const at = (rows: ProjectRows): number => rows.scene.plates[0].pieces[0].xMm;
    expect(at(p.shown()) - piece.xMm).toBeCloseTo(10, 6);
    // Stored one after the other, rows read meanwhile: never one of them twice.
    for (let i = 0; i < 10; i++) {
      await store(`k${i}`, "pieces.shift", shift);
      edits.stored(`k${i}`);
      if (i % 3 === 0) await p.read();
      expect(at(p.shown()) - piece.xMm).toBeCloseTo(10, 6);
    }
    expect(at(await p.read()) - piece.xMm).toBeCloseTo(10, 6);
  });

  it("stays until rows are there that were read after it was stored", async () => {
    const p = page();
    const { parts } = await p.read();
    const { id } = parts[0];
    await expected("e", "field.set", { of: "part", id, change: { notes: "shown" } });
    const late = edits.reads();
    await store("e", "field.set", { of: "part", id, change: { notes: "shown" } });
    edits.stored("e");
    // A reading that had begun before.
    expect(partNamed(edits.lay((await new RowsAtHand(db).project(sceneId))!, edits.now(), late), id).notes).toBe("shown");
    // Another window says otherwise; once read, that stands.
    await store("f", "field.set", { of: "part", id, change: { notes: "theirs" } });
    atHand.doubt();
    expect(partNamed(await p.read(), id).notes).toBe("theirs");
  });

  it("that is refused goes, and leaves the others", async () => {
    const p = page();
    const before = await p.read();
    const { id, copies } = before.parts[0];
    await expected("e", "field.set", { of: "part", id, change: { notes: "kept" } });
    await expected("f", "field.set", { of: "part", id, change: { copies: copies + 1 } });
    let heard = 0;
    const end = edits.subscribe(() => heard++);
    edits.refused("f");
    end();
    expect([heard, partNamed(p.shown(), id).notes, partNamed(p.shown(), id).copies]).toEqual([1, "kept", copies]);
    edits.refused("e");
    expect(p.shown()).toBe(before);
  });

  it("is not shown where it was stored by then, where it would be unfit, and where it needs rows of other scenes", async () => {
    const p = page();
    const before = await p.read();
    const { id } = before.parts[0];
    const late = expected("e", "field.set", { of: "part", id, change: { notes: "late" } });
    edits.stored("e");
    await late;
    await expected("f", "field.set", { of: "part", id, change: { copies: -1 } });
    await expected("g", "list.drop", { list: "paints", keys: [before.workshop.paints[0].id] });
    await expected("h", "field.set", { of: "part", id: "nobody", change: { notes: "x" } });
    await expected("i", "part.unknown" as "parts.delete", { partIds: [id] });
    expect(p.shown()).toBe(before);
    // Whatever goes wrong in looking ahead, the next edit is looked at.
    await edits.expect(sceneId, "j", NOW, () => Promise.reject(new Error("Looking ahead failed, said by a test.")));
    await expected("k", "field.set", { of: "part", id, change: { notes: "next" } });
    expect(partNamed(p.shown(), id).notes).toBe("next");
  });

  it("of a scene that was left meanwhile is not laid over the one that is open now", async () => {
    const p = page();
    const before = await p.read();
    const other = { ...before, scene: { ...before.scene, id: "other" } };
    const late = expected("e", "field.set", { of: "scene", change: { name: "Of the first" } });
    edits.draws(other, edits.reads());
    await late;
    expect(edits.now()).toEqual([]);
  });

  it("of the workshop is seen by the scenes beside it, one of the scene only by its own", async () => {
    const p = page();
    const before = await p.read();
    const other = { ...before, scene: { ...before.scene, id: "other" }, parts: [], records: [] };
    const reading = edits.reads();
    const beside = (): readonly ProjectRows[] => edits.layAll([other], edits.now(), reading);
    const first = beside();
    await expected("e", "field.set", { of: "scene", change: { name: "Another name" } });
    expect(beside()).toBe(first);
    await expected("f", "field.set", { of: "habits", change: { air: { airC: 11 } } });
    expect([beside()[0].workshop.habits.air.airC, beside()[0].scene.name, beside()[0].parts]).toEqual([11, before.scene.name, []]);
  });
});
