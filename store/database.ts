/**
 * The browser's database. Rows of a scene are keyed by scene and id, so the same scene may be stored twice; rows of the workshop are there
 * once, and scenes name them.
 */
import Dexie, { type EntityTable, type Table, type Transaction } from "dexie";
import type { Patch } from "immer";
import { nanoid } from "nanoid";
import type { Habits, Lesson, Paint, PartRow, Procedure, ProjectRows, SceneRow, StepRecord, Supply, Workshop } from "../core/project";
import type { Printer } from "../core/print";
import { inOrder, ROW_TABLES, WORKSHOP, type Rows, type RowTable } from "../core/rows";
import type { ResultKind, Results } from "../core/results";
import type { RealThing } from "../core/scale";
import { SCENE_LISTS, sift, WORKSHOP_LISTS, type SetAside } from "./check";
import { partTo2, sceneTo2 } from "./migrations/2";
import { partTo4, workshopTo4 } from "./migrations/4";
import { partTo5 } from "./migrations/5";
import { habitsTo6, partTo6, sceneTo6 } from "./migrations/6";
import { habitsTo7, partTo7, sceneTo7 } from "./migrations/7";
import { habitsTo8 } from "./migrations/8";
import type { Stored } from "./migrations/stored";

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

/** A row that could not be read: kept as it was, to be saved to a file. */
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
/** Raised with every change of tables or of what their rows hold. */
export const DATABASE_VERSION = 9;

export class InchHollowDatabase extends Dexie {
  scenes!: EntityTable<SceneRow, "id">;
  parts!: Table<PartRow, [string, string]>;
  records!: Table<StepRecord, [string, string]>;
  printers!: EntityTable<Printer, "id">;
  paints!: EntityTable<Paint, "id">;
  procedures!: EntityTable<Procedure, "id">;
  things!: EntityTable<RealThing, "name">;
  supplies!: EntityTable<Supply, "id">;
  lessons!: EntityTable<Lesson, "id">;
  habits!: EntityTable<Habits, "id">;
  /** Meshes as STL, in the unit of the file they came from. */
  meshes!: EntityTable<FileRow, "hash">;
  /** Pictures, cleaned of where they were taken: always JPEG. */
  pictures!: EntityTable<FileRow, "hash">;
  results!: EntityTable<ResultRow, "key">;
  resultUses!: EntityTable<ResultUse, "key">;
  history!: Table<HistoryEntry, number, Omit<HistoryEntry, "seq">>;
  trash!: EntityTable<TrashRow, "sceneId">;
  aside!: Table<AsideRow, number, Omit<AsideRow, "seq">>;
  private chores!: EntityTable<Chore, "name">;

  constructor(name = DATABASE_NAME, freshId: () => string = nanoid) {
    // An edit that was acknowledged has reached the disk: a power cut does not take it back.
    super(name, { chromeTransactionDurability: "strict" });
    this.version(1).stores({
      scenes: "id",
      parts: "[sceneId+id], sceneId",
      paints: "[sceneId+id], sceneId",
      procedures: "[sceneId+id], sceneId",
      records: "[sceneId+id], sceneId",
      meshes: "hash",
      sheets: "key",
      history: "++seq, [sceneId+undone]",
    });
    // Scenes and parts say more; what was stored gets what it lacks, and meshes become Blobs. Undo would bring back rows of the old shape, so it begins anew.
    this.version(2)
      .stores({ pictures: "hash" })
      .upgrade(async (tx) => {
        await replaceRows(tx, "scenes", sceneTo2);
        await replaceRows(tx, "parts", partTo2);
        await replaceRows(tx, "meshes", ({ hash, bytes }) => ({ hash, file: new Blob([bytes as Uint8Array<ArrayBuffer>]) }));
        await tx.table("history").clear();
      });
    // Deleted scenes are kept for a while; a row that cannot be understood is set aside, and the rest opens.
    this.version(3).stores({ trash: "sceneId", aside: "++seq, sceneId", history: "++seq, [sceneId+undone], editId" });
    // Rows hold only what was said, results have a table of their own, and what belongs to the workshop leaves the scenes. A table whose
    // key changes is emptied into a new one: "paints" and "procedures" go by way of their upgrade to "rack" and "kept".
    this.version(4)
      .stores({
        results: "key, mesh, [used+bytes]",
        chores: "name",
        sheets: null,
        paints: null,
        procedures: null,
        printers: "id",
        rack: "id",
        kept: "id",
        things: "name",
        supplies: "id",
        lessons: "id",
        habits: "id",
      })
      .upgrade(async (tx) => {
        const all = async (table: string): Promise<Stored[]> => (await tx.table(table).toArray()) as Stored[];
        const [scenes, parts, paints, procedures] = await Promise.all(["scenes", "parts", "paints", "procedures"].map(all));
        const own = (rows: Stored[], id: unknown): Stored[] => rows.filter((r) => r.sceneId === id);
        // A scene of one's own says how somebody works; the demo only where there is none.
        const ordered = [...scenes].sort((a, b) => Number(a.demo) - Number(b.demo) || Number(b.createdAt) - Number(a.createdAt));
        const { workshop, projects } = workshopTo4(
          ordered.map((scene) => ({
            scene,
            paints: own(paints, scene.id),
            procedures: own(procedures, scene.id),
            parts: own(parts, scene.id).map((p, _, list) => partTo4(p, list)),
          })),
        );
        await tx.table("scenes").clear();
        await tx.table("scenes").bulkPut(projects.map((p) => p.scene));
        await tx.table("parts").clear();
        await tx.table("parts").bulkPut(projects.flatMap((p) => p.parts as Stored[]));
        await tx.table("printers").bulkPut(workshop.printers);
        await tx.table("rack").bulkPut(workshop.paints);
        await tx.table("kept").bulkPut(workshop.procedures);
        await tx.table("things").bulkPut(workshop.things);
        if (scenes.length > 0) await tx.table("habits").put(workshop.habits);
        await tx.table("history").clear();
        await tx.table("chores").put({ name: "sift" });
      });
    // Parts say more of how they are printed.
    this.version(5).upgrade((tx) => replaceRows(tx, "parts", partTo5));
    // Scenes have plates, parts a batch, and habits say when somebody sleeps.
    this.version(6).upgrade(async (tx) => {
      await replaceRows(tx, "scenes", sceneTo6);
      await replaceRows(tx, "parts", partTo6);
      await replaceRows(tx, "habits", habitsTo6);
    });
    // What is said of surfaces has rows, scenes say who meets whom. Undo would bring back rows of the old shape, so it begins anew.
    this.version(7).upgrade(async (tx) => {
      await replaceRows(tx, "scenes", sceneTo7);
      await replaceRows(tx, "parts", partTo7);
      await replaceRows(tx, "habits", habitsTo7);
      await tx.table("history").clear();
    });
    // Readings of filling go by the spacing along the face. Undo would bring back the old ones, so it begins anew.
    this.version(8).upgrade(async (tx) => {
      await replaceRows(tx, "habits", habitsTo8);
      await tx.table("history").clear();
    });
    // A way up and what a joint leads to may be left to the program now. What rows of before say stands.
    // Results say in a table of their own how large they are and when they were used last; those of before are computed anew.
    this.version(DATABASE_VERSION)
      .stores({ results: "key, mesh", resultUses: "key, [used+bytes]" })
      .upgrade((tx) => tx.table("results").clear());
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
    return this.table(name === "paints" ? "rack" : name === "procedures" ? "kept" : name);
  }
}

/** Every row of a table in its next shape. */
const replaceRows = (tx: Transaction, table: string, to: (row: Stored) => Stored): Promise<number> =>
  tx
    .table(table)
    .toCollection()
    .modify((row: Stored, ref: { value: unknown }) => {
      ref.value = to(row);
    });

/** The workshop; undefined when nothing was ever stored of it. */
export async function loadWorkshop(db: InchHollowDatabase): Promise<Workshop | undefined> {
  const [printers, paints, procedures, things, supplies, lessons, habits] = await Promise.all([
    db.printers.toArray(),
    db.paints.toArray(),
    db.procedures.toArray(),
    db.things.toArray(),
    db.supplies.toArray(),
    db.lessons.toArray(),
    db.habits.get(WORKSHOP),
  ]);
  return habits && { printers: inOrder("printers", printers), paints, procedures, things, supplies, lessons, habits };
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
  for (const table of WORKSHOP_LISTS) {
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
