/** The browser's database. Rows of a scene are keyed by scene and id, so the same scene may be stored twice. */
import Dexie, { type EntityTable, type Table } from "dexie";
import type { Sheet } from "../core/sheet";
import { upgradePart, upgradeScene, type Paint, type Part, type Procedure, type Scene, type StepRecord } from "../core/project";

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

  constructor(name = "inch-hollow") {
    super(name);
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
  }
}
