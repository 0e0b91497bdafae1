/**
 * The tables of the workshop, each said once: whatever stores, saves, opens, shows or empties them goes by this record. Another table is its
 * type in `Workshop`, an entry here and one in the list of migrations.
 */
import type Joi from "joi";
import { LIMITS, type Workshop } from "../project";
import { lessonSchema } from "./lesson";
import { lineSchema } from "./line";
import { paintSchema } from "./paint";
import { printerSchema } from "./printer";
import { procedureSchema } from "./procedure";
import { recipeSchema } from "./recipe";
import { supplySchema } from "./supply";
import { thingSchema } from "./thing";

export type WorkshopTable = Exclude<keyof Workshop, "habits">;

interface WorkshopFacts {
  schema: Joi.Schema;
  /** Rows that it may have. */
  most: number;
  /** The field that a row is known by, and the one that it is called by. */
  key: "id" | "name";
  title: "name" | "title" | "id";
  /** Several of them, in words. */
  many: string;
  /** The name that the browser's database has for it, where that is another: a table keeps its key for ever. */
  stored?: string;
}

export const WORKSHOP_TABLES: Readonly<Record<WorkshopTable, WorkshopFacts>> = {
  printers: { schema: printerSchema, most: LIMITS.printers, key: "id", title: "name", many: "printers" },
  // Their keys changed with version 4.
  paints: { schema: paintSchema, most: LIMITS.paints, key: "id", title: "name", many: "paints", stored: "rack" },
  // After the paints: a recipe names them.
  recipes: { schema: recipeSchema, most: LIMITS.recipes, key: "id", title: "name", many: "recipes" },
  procedures: { schema: procedureSchema, most: LIMITS.procedures, key: "id", title: "title", many: "saved steps", stored: "kept" },
  things: { schema: thingSchema, most: LIMITS.ownThings, key: "name", title: "name", many: "known things" },
  supplies: { schema: supplySchema, most: LIMITS.supplies, key: "id", title: "name", many: "glues, abrasives and tools" },
  // After what they are of.
  lines: { schema: lineSchema, most: LIMITS.lines, key: "id", title: "id", many: "lines of stock" },
  lessons: { schema: lessonSchema, most: LIMITS.lessons, key: "id", title: "title", many: "lessons" },
};

export const WORKSHOP_TABLE_NAMES = Object.keys(WORKSHOP_TABLES) as readonly WorkshopTable[];

/** What a row of one of them is known by. */
export const keyOfRow = (table: WorkshopTable, row: object): string => String((row as Record<string, unknown>)[WORKSHOP_TABLES[table].key]);

/** Something of each table. */
export const ofWorkshop = <V>(of: (facts: WorkshopFacts, table: WorkshopTable) => V): Record<WorkshopTable, V> =>
  Object.fromEntries(WORKSHOP_TABLE_NAMES.map((t) => [t, of(WORKSHOP_TABLES[t], t)])) as Record<WorkshopTable, V>;
