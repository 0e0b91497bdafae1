/** The browser's database. Rows of a scene are keyed by scene and id, so the same scene may be stored twice. */
import Dexie, { type EntityTable, type Table, type Transaction } from "dexie";
import { nanoid } from "nanoid";
import type { Sheet } from "../core/sheet";
import {
  upgradePart,
  upgradeScene,
  type Paint,
  type Part,
  type Procedure,
  type Project,
  type Scene,
  type StepRecord,
} from "../core/project";
import { LIST_TABLES, sift, type SetAside } from "./check";

/** Tables that edits and undo work on. */
export interface Rows {
  scenes: Scene;
  parts: Part;
  paints: Paint;
  procedures: Procedure;
  records: StepRecord;
}
export type RowTable = keyof Rows;
export const ROW_TABLES: RowTable[] = ["scenes", "parts", "paints", "procedures", "records"];

export type RowKey = string | [string, string];

export interface RowChange {
  table: RowTable;
  key: RowKey;
  before: Rows[RowTable] | null;
  after: Rows[RowTable] | null;
}

export interface HistoryEntry {
  seq: number;
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

/** A computed sheet, by mesh hash, size, side up and method version. */
export interface SheetRow {
  key: string;
  sheet: Sheet;
}

export const DATABASE_NAME = "inch-hollow";
/** Raised with every change of tables or of what their rows hold. */
export const DATABASE_VERSION = 3;

export class InchHollowDatabase extends Dexie {
  scenes!: EntityTable<Scene, "id">;
  parts!: Table<Part, [string, string]>;
  paints!: Table<Paint, [string, string]>;
  procedures!: Table<Procedure, [string, string]>;
  records!: Table<StepRecord, [string, string]>;
  /** Meshes as STL, in the unit of the file they came from. */
  meshes!: EntityTable<FileRow, "hash">;
  /** Pictures, cleaned of where they were taken: always JPEG. */
  pictures!: EntityTable<FileRow, "hash">;
  sheets!: EntityTable<SheetRow, "key">;
  history!: Table<HistoryEntry, number, Omit<HistoryEntry, "seq">>;
  trash!: EntityTable<TrashRow, "sceneId">;
  aside!: Table<AsideRow, number, Omit<AsideRow, "seq">>;

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
        const replace = (table: string, upgrade: (row: Record<string, unknown>) => Record<string, unknown>): Promise<number> =>
          tx
            .table(table)
            .toCollection()
            .modify((row: Record<string, unknown>, ref: { value: unknown }) => {
              ref.value = upgrade(row);
            });
        await replace("scenes", upgradeScene);
        await replace("parts", upgradePart);
        await replace("meshes", ({ hash, bytes }) => ({ hash, file: new Blob([bytes as Uint8Array<ArrayBuffer>]) }));
        await tx.table("history").clear();
      });
    // Deleted scenes are kept for a while; a row that cannot be understood is set aside, and the rest opens.
    this.version(DATABASE_VERSION)
      .stores({ trash: "sceneId", aside: "++seq, sceneId", history: "++seq, [sceneId+undone], editId" })
      .upgrade(async (tx) => {
        for (const scene of (await tx.table("scenes").toArray()) as Scene[]) await siftStored(tx, scene, freshId);
      });
  }
}

/** Puts what cannot be understood of one stored scene aside. Undo would bring back what was cut, so the scene's begins anew where something was. */
async function siftStored(tx: Transaction, scene: Scene, freshId: () => string): Promise<number> {
  const table = <T>(name: string): Table<T> => tx.table(name);
  const own = async (name: string): Promise<{ id: string }[]> => table<{ id: string }>(name).where("sceneId").equals(scene.id).toArray();
  const lists = await Promise.all(LIST_TABLES.map(async (name) => [name, await own(name)] as const));
  const given = { scene, ...Object.fromEntries(lists) } as unknown as Project;
  const fit = sift(given, freshId);
  const at = Date.now();
  const entry = (a: SetAside): Omit<AsideRow, "seq"> => ({ ...a, sceneId: scene.id, sceneName: String(scene.name ?? ""), at });
  if (!fit) {
    await table("aside").add(
      entry({ table: "scene", name: String(scene.name ?? scene.id), why: "nothing of it could be understood", row: given }),
    );
    await table("scenes").delete(scene.id);
    return 1;
  }
  if (fit.aside.length === 0 && JSON.stringify(fit.project) === JSON.stringify(given)) return 0;
  for (const [name] of lists) await table(name).where("sceneId").equals(scene.id).delete();
  await table("scenes").delete(scene.id);
  await table("history").where("[sceneId+undone]").between([scene.id, 0], [scene.id, 1], true, true).delete();
  const sceneId = fit.project.scene.id;
  await table("scenes").put(fit.project.scene);
  for (const name of LIST_TABLES) await table(name).bulkPut((fit.project[name] as object[]).map((r) => ({ ...r, sceneId })));
  await table("aside").bulkAdd(fit.aside.map((a) => ({ ...entry(a), sceneId })));
  return fit.aside.length;
}

/** Looks at one stored scene and puts aside what cannot be understood. @returns rows set aside */
export async function mendStoredScene(db: InchHollowDatabase, sceneId: string): Promise<number> {
  return db.transaction("rw", [db.scenes, db.parts, db.paints, db.procedures, db.records, db.history, db.aside], async (tx) => {
    const scene = await db.scenes.get(sceneId);
    return scene ? siftStored(tx, scene, nanoid) : 0;
  });
}
