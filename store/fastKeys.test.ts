/**
 * Three thousand recorded presses, sent as fast keys send them: the next before the last was answered, from two windows by turns. In the end
 * the rows are the sum of the edits, kept beside them as plain numbers.
 */
import { type CommandName, type Commands } from "../core/stations";
import "fake-indexeddb/auto";
import Dexie from "dexie";
import { afterAll, beforeAll, expect, it } from "vitest";
import { seededRandom } from "../core/units";
import type { ProjectRows } from "../core/project";
import { rowsOf } from "../core/results";
import { fullProject } from "../tests/fullProject";
import { runCommand } from "./run";
import { InchHollowDatabase } from "./database";
import { loadProject, storeImported } from "./projects";

const PRESSES = 3000;
/** So many are under way at once. */
const AHEAD = 12;

let db: InchHollowDatabase;
let rows: ProjectRows;
beforeAll(async () => {
  rows = rowsOf((await fullProject()).project);
  db = new InchHollowDatabase("fast-keys");
  await storeImported(db, { project: rows, meshes: new Map(), pictures: new Map() }, "fresh", "demo");
});
afterAll(async () => {
  db.close();
  await Dexie.delete(db.name);
});

it("three thousand fast presses end as the sum of their edits", async () => {
  const random = seededRandom(20261129);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)];
  const now = Date.UTC(2026, 10, 29);
  let sent = 0;
  const under = new Set<Promise<void>>();
  const send = async <N extends CommandName>(command: N, payload: Commands[N]): Promise<void> => {
    const order = { now: now + sent, editId: `e${sent}`, windowId: sent % 2 ? "a" : "b" };
    sent++;
    const one = runCommand(db, rows.scene.id, command, payload, order).then((done) => {
      if (!done.ok) throw new Error(`${command}: ${done.problem.message}`);
    });
    under.add(one);
    void one.finally(() => under.delete(one)).catch(() => undefined);
    if (under.size >= AHEAD) await Promise.race(under);
  };
  const plate = rows.scene.plates[0];
  const places = new Map(plate.pieces.map((p) => [p.id, { x: p.xMm, y: p.yMm, deg: p.turnDeg }]));
  const air = { ...rows.workshop.habits.air };
  const evenings = new Map(rows.workshop.habits.evenings.map((e) => [e.weekday, `${e.from} ${e.to}`]));
  const changes = new Map(rows.workshop.habits.changes.map((c) => [c.weekday, `${c.from} ${c.to}`]));
  const part = rows.parts.find((p) => p.work.length > 2)!;
  const work = part.work.map((w) => w.id);
  const said = { notes: part.notes, group: part.group };
  for (let i = 0; i < PRESSES; i++) {
    const act = pick(["arrow", "arrow", "turn", "air", "air", "evening", "changes", "move", "field"] as const);
    if (act === "arrow") {
      const id = pick([...places.keys()]);
      const by: [number, number] = pick([
        [1, 0],
        [-1, 0],
        [0, 1],
        [0, -1],
      ]);
      const at = places.get(id)!;
      [at.x, at.y] = [at.x + by[0], at.y + by[1]];
      await send("pieces.shift", { plateId: plate.id, pieceIds: [id], byMm: by, byDeg: 0 });
    } else if (act === "turn") {
      const id = pick([...places.keys()]);
      const byDeg = pick([15, -15]);
      places.get(id)!.deg += byDeg;
      await send("pieces.shift", { plateId: plate.id, pieceIds: [id], byMm: [0, 0], byDeg });
    } else if (act === "air") {
      const field = pick(["airC", "rh"] as const);
      const value = 15 + Math.floor(random() * 15);
      air[field] = value;
      await send("field.set", { of: "habits", change: { air: { [field]: value } } });
    } else if (act === "evening" || act === "changes") {
      const weekday = Math.floor(random() * 7);
      const span = random() < 0.3 ? null : { from: "18:00", to: `2${Math.floor(random() * 3)}:30` };
      const told = act === "evening" ? evenings : changes;
      if (span) told.set(weekday, `${span.from} ${span.to}`);
      else told.delete(weekday);
      await (act === "evening" ? send("evening.set", { weekday, span }) : send("changes.set", { weekdays: [weekday], span }));
    } else if (act === "move") {
      const itemId = pick(work);
      const to = Math.floor(random() * work.length);
      work.splice(work.indexOf(itemId), 1);
      work.splice(to, 0, itemId);
      await send("list.move", { list: "part.work", of: part.id, key: itemId, to });
    } else {
      const field = pick(["notes", "group"] as const);
      said[field] = `${field} ${i}`;
      await send("field.set", { of: "part", id: part.id, change: { [field]: said[field] } });
    }
  }
  await Promise.all(under);
  const { scene, parts, workshop } = (await loadProject(db, rows.scene.id))!;
  const full = (deg: number): number => ((deg % 360) + 360) % 360;
  for (const p of scene.plates.find((x) => x.id === plate.id)!.pieces) {
    const at = places.get(p.id)!;
    expect([p.xMm, p.yMm, p.turnDeg].map((v) => v.toFixed(2))).toEqual([at.x, at.y, full(at.deg)].map((v) => v.toFixed(2)));
  }
  expect(workshop.habits.air).toMatchObject(air);
  const spans = (list: readonly { weekday: number; from: string; to: string }[]): Map<number, string> =>
    new Map(list.map((e) => [e.weekday, `${e.from} ${e.to}`]));
  expect(spans(workshop.habits.evenings)).toEqual(evenings);
  expect(spans(workshop.habits.changes)).toEqual(changes);
  const now2 = parts.find((p) => p.id === part.id)!;
  expect(now2.work.map((w) => w.id)).toEqual(work);
  expect({ notes: now2.notes, group: now2.group }).toEqual(said);
}, 120_000);
