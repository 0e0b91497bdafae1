/**
 * What can be said of a row without a command of its own: its fields, block by block, and its lists. A station names its own in `rows.ts`;
 * `field.set` and `list.*` do the rest.
 */
import type Joi from "joi";
import { WORKSHOP, type Rows, type RowTable, type WorkshopTable } from "../rows";
import { gone, type Edit } from "./command";

type Names = Record<string, unknown>;

/** A row, or one object inside it, whose fields are said each by itself. */
export interface Block {
  table: RowTable;
  /** The object inside the row; the row itself where there is none. */
  at?: string;
  /** What it begins as where nothing was said yet. */
  begins?: object;
  /** Which fields may be said, where not all of the row's. */
  schema?: Joi.ObjectSchema;
  /** What undo calls a change of it. */
  label: string | ((change: object) => string);
  /** Fields that are objects themselves: each of theirs is said by itself, however soon after another. */
  within?: readonly string[];
}

/** A list inside a row. */
export interface RowList {
  table: RowTable;
  tables: readonly RowTable[];
  /** Where it lies in the row. */
  at: readonly string[];
  /** The field by which an item is known; null where the items are texts, each there once. */
  by: string | null;
  /** What undo calls a change of it. */
  label: string | Record<"add" | "set" | "drop" | "move", string>;
  /** Fields of an item that stay as they were when it was added, beside the one that it is known by. */
  fixed?: readonly string[];
  /** Refuses items that may not be added, or not be as they are now. */
  check?: (edit: Edit, row: Names, items: readonly unknown[]) => Promise<void>;
  /** What else changes in the row when items go. */
  dropped?: (row: Names, keys: readonly string[]) => Names;
  /** The most that it may hold, and what is said of one more. */
  most?: { items: number; message: string };
}

/** A table of the workshop, as a list of its rows. */
export interface TableList {
  rows: WorkshopTable;
  tables: readonly RowTable[];
  label: (row: Names) => string;
  dropLabel: string;
  /** What is said where the name is taken; absent where the new row takes the place of the old. */
  there?: { code: string; message: string };
  /** Refuses a row that may not be added. */
  check?: (edit: Edit, row: Names) => Promise<void>;
  /** Refuses to let it go, or lets go of it elsewhere. */
  drop?: (edit: Edit, id: string) => Promise<void>;
}

export type List = RowList | TableList;

/** Blocks by name, with the fields of each; lists by name, with the items of each. */
export type BlocksOf<B> = { [N in keyof B]: Block };
export type ListsOf<L> = { [N in keyof L]: List };

/** A list in the rows of a table; what it looks at in others it names, and the compiler knows. */
export const listIn = <T extends RowTable, A extends RowTable = never>(
  table: T,
  also: readonly A[],
  list: Omit<RowList, "table" | "tables" | "check" | "dropped"> & {
    check?: (edit: Edit<T | A>, row: Rows[T], items: readonly unknown[]) => Promise<void>;
    dropped?: (row: Rows[T], keys: readonly string[]) => Rows[T];
  },
): RowList => ({ ...(list as RowList), table, tables: [table, ...also] });

/** The rows of a table of the workshop, in the same way. */
export const rowsOf = <T extends WorkshopTable, A extends RowTable = never>(
  table: T,
  also: readonly A[],
  list: Omit<TableList, "rows" | "tables" | "drop" | "label" | "check"> & {
    label: (row: Rows[T]) => string;
    check?: (edit: Edit<T | A>, row: Rows[T]) => Promise<void>;
    drop?: (edit: Edit<T | A>, id: string) => Promise<void>;
  },
): TableList => ({ ...(list as unknown as TableList), rows: table, tables: [table, ...also] });

/** The row that something is said of: the scene's own, the workshop's habits, or the one with that id. */
export async function rowOf(e: Edit, table: RowTable, id: string | undefined): Promise<Names> {
  const row = table === "scenes" ? await e.scene() : await e.get(table, table === "habits" ? WORKSHOP : (id ?? ""));
  if (!row) throw gone(table);
  return row as unknown as Names;
}
