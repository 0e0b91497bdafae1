/** The tables that hold what was said: of a scene, and of the workshop. */
import type { Habits, PartRow, SceneRow, StepRecord, Workshop } from "../project";
import { WORKSHOP_TABLE_NAMES, type WorkshopTable } from "./workshop";

type WorkshopRows = { [T in WorkshopTable]: Workshop[T][number] };

/** Tables that edits and undo work on. */
export interface Rows extends WorkshopRows {
  scenes: SceneRow;
  parts: PartRow;
  records: StepRecord;
  habits: Habits;
}
export type RowTable = keyof Rows;
export const ROW_TABLES: RowTable[] = ["scenes", "parts", "records", ...WORKSHOP_TABLE_NAMES, "habits"];
/** Rows that belong to one scene, keyed by it. */
export type SceneTable = "parts" | "records";
export const isSceneTable = (table: RowTable): table is SceneTable => table === "parts" || table === "records";

/** The one row of habits. */
export const WORKSHOP = "workshop";
