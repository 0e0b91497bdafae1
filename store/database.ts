/**
 * The browser's database. Rows of a scene are keyed by scene and id, so the same scene may be stored twice; rows of the workshop are there
 * once, and scenes name them.
 */
import Dexie, { type EntityTable, type Table } from "dexie";
import type { Patch } from "immer";
import { nanoid } from "nanoid";
import type { StockLine } from "../core/ledger";
import type { Recipe } from "../core/recipe";
import type { Habits, Lesson, Paint, PartRow, Procedure, ProjectRows, SceneRow, StepRecord, Supply, Workshop } from "../core/project";
import type { Printer } from "../core/print";
import {
  inOrder,
  ROW_TABLES,
  WORKSHOP,
  WORKSHOP_TABLE_NAMES,
  WORKSHOP_TABLES,
  type Rows,
  type RowTable,
  type WorkshopTable,
} from "../core/rows";
import type { ResultKind, Results } from "../core/results";
import type { RealThing } from "../core/scale";
import type { AwayRow } from "./awayRows";
import { SCENE_LISTS, sift, type SetAside } from "./check";
import { MIGRATIONS, upgradeTables } from "./migrations";

export type RowKey = string | [string, string];

/** What an edit did to one row: patches over the row with its lists keyed by id, forth and back. */
export interface RowChange {
  table: RowTable;
  key: RowKey;
  forth: Patch[];
  back: Patch[];
}

export interface HistoryEntry {
  seq: number;
  /** The scene it was made in, whose undo it is, also where it changed the workshop. */
  sceneId: string;
  label: string;
  at: number;
  undone: 0 | 1;
  changes: RowChange[];
  /** Names the edit, so that it is not done twice when it is sent again after a torn tab. */
  editId?: string;
  /** The window it was made in, so that undo says when it was another. */
  windowId?: string;
}

/** A scene that was deleted: kept for a while, restored in one press. */
export interface TrashRow {
  sceneId: string;
  at: number;
}

/** A row that could not be understood: kept as it was, to be saved to a file. */
export interface AsideRow extends SetAside {
  seq: number;
  sceneId: string;
  sceneName: string;
  at: number;
}

/** A stored file. A Blob is handed to the worker by reference, without passing through the page's memory. */
export interface FileRow {
  hash: string;
  file: Blob;
}

/** A computed result: never part of what was said, never in undo, gone when room is needed. */
export interface ResultRow {
  /** Kind, method version and a hash of its inputs: see resultKey. */
  key: string;
  kind: ResultKind;
  /** Hash of the mesh that it was computed from; "" for none. */
  mesh: string;
  /** It came with a file and was not computed here: shown, and computed anew when there is time. */
  carried: 0 | 1;
  value: Results[ResultKind]["value"];
}

/** How large a result is, and when it was used last: noted apart, so that a look at it never writes it again. */
export interface ResultUse {
  key: string;
  bytes: number;
  used: number;
}

/** Something that is to be done once when the database is next opened. */
interface Chore {
  name: "sift";
}

export const DATABASE_NAME = "inch-hollow";
export class InchHollowDatabase extends Dexie {
  scenes!: EntityTable<SceneRow, "id">;
  parts!: Table<PartRow, [string, string]>;
  records!: Table<StepRecord, [string, string]>;
  printers!: EntityTable<Printer, "id">;
  paints!: EntityTable<Paint, "id">;
  recipes!: EntityTable<Recipe, "id">;
  procedures!: EntityTable<Procedure, "id">;
  things!: EntityTable<RealThing, "name">;
  supplies!: EntityTable<Supply, "id">;
  lines!: EntityTable<StockLine, "id">;
  lessons!: EntityTable<Lesson, "id">;
  habits!: EntityTable<Habits, "id">;
  /** Meshes as STL, in the unit of the file they came from. */
  meshes!: EntityTable<FileRow, "hash">;
  /** Pictures and sounds, cleaned of where they were taken: always JPEG or WAV. */
  pictures!: EntityTable<FileRow, "hash">;
  results!: EntityTable<ResultRow, "key">;
  resultUses!: EntityTable<ResultUse, "key">;
  history!: Table<HistoryEntry, number, Omit<HistoryEntry, "seq">>;
  trash!: EntityTable<TrashRow, "sceneId">;
  aside!: Table<AsideRow, number, Omit<AsideRow, "seq">>;
  away!: EntityTable<AwayRow, "id">;
  private chores!: EntityTable<Chore, "name">;

  constructor(name = DATABASE_NAME, freshId: () => string = nanoid) {
    // An edit that was acknowledged has reached the disk: a power cut does not take it back.
    super(name, { chromeTransactionDurability: "strict" });
    for (const migration of MIGRATIONS)
      this.version(migration.to)
        .stores(migration.tables ?? {})
        .upgrade((tx) => upgradeTables(migration, tx));
    // Older programs were less strict: what they stored is gone through once, by what this program understands.
    this.on("ready", async () => {
      if (!(await this.chores.get("sift"))) return;
      for (const { id } of await this.scenes.toArray()) await mendStoredScene(this, id, freshId);
      await this.chores.delete("sift");
    });
    // Their keys changed with version 4, and a table keeps its key: these are theirs under the name that the program uses.
    this.paints = this.table("rack");
    this.procedures = this.table("kept");
  }

  /** The table that holds the rows of this name. */
  rows<T extends RowTable>(name: T): Table<Rows[T], RowKey> {
    return this.table((Object.hasOwn(WORKSHOP_TABLES, name) && WORKSHOP_TABLES[name as WorkshopTable].stored) || name);
  }
}

/** The workshop; undefined when nothing was ever stored of it. */
export async function loadWorkshop(db: InchHollowDatabase): Promise<Workshop | undefined> {
  const [habits, ...lists] = await Promise.all([db.habits.get(WORKSHOP), ...WORKSHOP_TABLE_NAMES.map((t) => db.rows(t).toArray())]);
  const rows = Object.fromEntries(WORKSHOP_TABLE_NAMES.map((t, i) => [t, t === "printers" ? inOrder(t, lists[i] as Printer[]) : lists[i]]));
  return habits && ({ ...rows, habits } as Workshop);
}

/**
 * Puts what cannot be understood of one stored scene, and of the workshop, aside. Undo would bring back what was cut, so the scene's
 * begins anew where something was.
 */
async function siftStored(db: InchHollowDatabase, scene: SceneRow, freshId: () => string): Promise<number> {
  const [parts, records] = await Promise.all(SCENE_LISTS.map((t) => db.table(t).where("sceneId").equals(scene.id).toArray()));
  const workshop = await loadWorkshop(db);
  const given = { scene, parts, records, workshop } as unknown as ProjectRows;
  const fit = sift(given, freshId);
  const at = Date.now();
  const entry = (a: SetAside): Omit<AsideRow, "seq"> => ({ ...a, sceneId: scene.id, sceneName: String(scene.name ?? ""), at });
  if (!fit) {
    await db.aside.add(entry({ table: "scene", name: String(scene.name ?? scene.id), why: "it could not be read", row: given }));
    await db.scenes.delete(scene.id);
    return 1;
  }
  if (fit.aside.length === 0 && JSON.stringify(fit.project) === JSON.stringify(given)) return 0;
  for (const table of SCENE_LISTS) await db.table(table).where("sceneId").equals(scene.id).delete();
  await db.scenes.delete(scene.id);
  await db.history.where("[sceneId+undone]").between([scene.id, 0], [scene.id, 1], true, true).delete();
  const sceneId = fit.project.scene.id;
  await db.scenes.put(fit.project.scene);
  for (const table of SCENE_LISTS) await db.table(table).bulkPut((fit.project[table] as object[]).map((r) => ({ ...r, sceneId })));
  for (const table of WORKSHOP_TABLE_NAMES) {
    await db.rows(table).clear();
    await db.rows(table).bulkPut(fit.project.workshop[table] as never[]);
  }
  await db.habits.put(fit.project.workshop.habits);
  await db.aside.bulkAdd(fit.aside.map((a) => ({ ...entry(a), sceneId })));
  return fit.aside.length;
}

/** Looks at one stored scene and puts aside what cannot be understood. @returns rows set aside */
export async function mendStoredScene(db: InchHollowDatabase, sceneId: string, freshId: () => string = nanoid): Promise<number> {
  return db.transaction("rw", [...ROW_TABLES.map((t) => db.rows(t)), db.history, db.aside], async () => {
    const scene = await db.scenes.get(sceneId);
    return scene ? siftStored(db, scene, freshId) : 0;
  });
}
