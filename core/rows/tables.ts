/** The tables that hold what was said: of a scene, and of the workshop. */
import type { Habits, Lesson, Paint, PartRow, Procedure, SceneRow, StepRecord, Supply } from "../project";
import type { Printer } from "../print";
import type { RealThing } from "../scale";

/** Tables that edits and undo work on. */
export interface Rows {
  scenes: SceneRow;
  parts: PartRow;
  records: StepRecord;
  printers: Printer;
  paints: Paint;
  procedures: Procedure;
  things: RealThing;
  supplies: Supply;
  lessons: Lesson;
  habits: Habits;
}
export type RowTable = keyof Rows;
export const ROW_TABLES: RowTable[] = [
  "scenes",
  "parts",
  "records",
  "printers",
  "paints",
  "procedures",
  "things",
  "supplies",
  "lessons",
  "habits",
];
/** Rows that belong to one scene, keyed by it. */
export type SceneTable = "parts" | "records";
/** Rows of the workshop. */
export type WorkshopTable = "printers" | "paints" | "procedures" | "things" | "supplies" | "lessons";
export const isSceneTable = (table: RowTable): table is SceneTable => table === "parts" || table === "records";

/** The one row of habits. */
export const WORKSHOP = "workshop";
