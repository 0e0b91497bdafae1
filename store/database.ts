/** The browser's database. Rows of a scene are keyed by scene and id, so the same scene may be stored twice. */
import Dexie, { type EntityTable, type Table } from "dexie";
import type { Sheet } from "../core/sheet";
import type { Paint, Part, Procedure, Scene, StepRecord } from "../core/project";

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

export interface MeshRow {
  hash: string;
  bytes: Uint8Array;
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
  meshes!: EntityTable<MeshRow, "hash">;
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
  }
}
