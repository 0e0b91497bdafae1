/**
 * Edits that can be undone. Each runs in one transaction and keeps patches: which fields of which rows it changed, forth and back. What an
 * edit would store is held to the row's own schema and to the limits of its table: whatever is stored can be saved, and what was saved
 * opens again. An edit is taken back field by field, and refused where a later edit has changed the same field since.
 */
import { applyPatches, enablePatches, produceWithPatches, setAutoFreeze, type Patch } from "immer";
import type { Table } from "dexie";
import { LIMITS } from "../core/project";
import { kindOf } from "../core/stations/kinds";
import { rowProblem, type ProjectTable } from "./check";
import { isSceneTable, ofWorkshop, ROW_TABLES, type Rows, type RowTable, type SceneTable } from "../core/rows";
import { Refused, type Edit } from "../core/stations";
import type { HistoryEntry, InchHollowDatabase, RowChange, RowKey } from "./database";
import { isOrder, keyed, mergedOrder, unkeyed } from "./keyed";

enablePatches();
// Rows belong to whoever reads them: patches are taken, nothing is frozen.
setAutoFreeze(false);

/** Steps of undo that are kept for a scene. */
const MOST_HISTORY = 200;

const CHECKED_AS: Record<RowTable, ProjectTable> = {
  scenes: "scene",
  parts: "parts",
  records: "records",
  ...ofWorkshop((_, table) => table),
  habits: "habits",
};
const MOST: Partial<Record<RowTable, number>> = { ...LIMITS, ...ofWorkshop((t) => t.most) };
const TABLE_WORDS: Record<RowTable, string> = {
  scenes: "scenes",
  parts: "parts",
  records: "records",
  ...ofWorkshop((t) => t.many),
  habits: "habits",
};

/** How a row is named in its table. */
export const keyIn = <T extends RowTable>(table: T, row: Rows[T]): RowKey =>
  isSceneTable(table) ? [(row as Rows[SceneTable]).sceneId, (row as Rows[SceneTable]).id] : "id" in row ? row.id : row.name;

/** Refuses a row that is not fit by the schema of its table. */
export function refuseUnfit<T extends RowTable>(table: T, row: Rows[T]): void {
  const wrong = rowProblem(CHECKED_AS[table], row);
  if (wrong) throw new Refused("row.unfit", `${wrong.message.replace(/\.$/, "")}. Nothing was stored.`, wrong.field);
}

/** Refuses one more row of a table that holds so many. */
function refuseFull(table: RowTable, rows: number): void {
  const most = MOST[table];
  if (most === undefined || rows < most) return;
  const where = isSceneTable(table) ? "A scene" : "The workshop";
  const what = isSceneTable(table) ? " Start another scene." : "";
  throw new Refused("table.full", `${where} can have at most ${most} ${TABLE_WORDS[table]}.${what}`);
}

/** Makes one row into the other by setting only what differs. */
function assign(draft: Record<string, unknown>, to: Record<string, unknown>): void {
  for (const key of Object.keys(draft)) if (!(key in to)) delete draft[key];
  for (const [key, value] of Object.entries(to)) {
    const now = draft[key];
    const both = (x: unknown): x is Record<string, unknown> => typeof x === "object" && x !== null && !Array.isArray(x);
    if (both(now) && both(value)) assign(now, value);
    else if (JSON.stringify(now) !== JSON.stringify(value)) draft[key] = value;
  }
}

type Holder = { row: unknown };

/** Patches from one row to the other; null for a row that is not there. */
function difference(before: unknown, after: unknown): { forth: Patch[]; back: Patch[] } {
  const [, forth, back] = produceWithPatches({ row: keyed(before) } as Holder, (draft) => {
    assign(draft as unknown as Record<string, unknown>, { row: keyed(after) });
  });
  return { forth, back };
}

/** An edit of stored rows, inside a transaction over the tables that it names. */
class StoredEdit implements Edit {
  private readonly touched = new Map<string, { table: RowTable; key: RowKey; before: unknown; after: unknown }>();
  private readonly counts = new Map<RowTable, number>();

  constructor(
    private readonly db: InchHollowDatabase,
    readonly sceneId: string,
  ) {}

  private table<T extends RowTable>(name: T): Table<Rows[T], RowKey> {
    return this.db.rows(name);
  }

  private keyOf(table: RowTable, id: string): RowKey {
    return isSceneTable(table) ? [this.sceneId, id] : id;
  }

  readonly scene = (): Promise<Rows["scenes"] | undefined> => this.table("scenes").get(this.sceneId);

  readonly get: Edit["get"] = (table, id) => this.table(table).get(this.keyOf(table, id));

  readonly all: Edit["all"] = (table) =>
    isSceneTable(table) ? this.table(table).where("sceneId").equals(this.sceneId).toArray() : this.table(table).toArray();

  readonly ofAllScenes: Edit["ofAllScenes"] = (table) => this.table(table).toArray();

  readonly put: Edit["put"] = async (table, row) => {
    refuseUnfit(table, row);
    const key = keyIn(table, row);
    const before = (await this.table(table).get(key)) ?? null;
    if (before === null) await this.makeRoom(table);
    await this.table(table).put(row);
    this.note(table, key, before, row);
  };

  private async makeRoom(table: RowTable): Promise<void> {
    const rows = this.table(table);
    const before =
      this.counts.get(table) ?? (await (isSceneTable(table) ? rows.where("sceneId").equals(this.sceneId).count() : rows.count()));
    refuseFull(table, before);
    this.counts.set(table, before + 1);
  }

  readonly delete: Edit["delete"] = async (table, id) => {
    const key = this.keyOf(table, id);
    const before = (await this.table(table).get(key)) ?? null;
    if (before === null) return;
    await this.table(table).delete(key);
    this.counts.delete(table);
    this.note(table, key, before, null);
  };

  private note(table: RowTable, key: RowKey, before: unknown, after: unknown): void {
    const name = JSON.stringify([table, key]);
    const known = this.touched.get(name);
    if (known) known.after = after;
    else this.touched.set(name, { table, key, before, after });
  }

  /** What was done in all. */
  changes(): RowChange[] {
    return [...this.touched.values()].flatMap(({ table, key, before, after }): RowChange[] => {
      const { forth, back } = difference(before, after);
      return forth.length === 0 ? [] : [{ table, key, forth, back }];
    });
  }
}

/** What an edit may touch: the rows of these tables, and files only where it brings some: a mesh that is being read keeps no edit waiting. */
export interface Scope {
  rows: readonly RowTable[];
  files?: readonly FileTable[];
}
const tables = (db: InchHollowDatabase, { rows, files = [] }: Scope): Table[] => [
  ...rows.map((t) => db.rows(t)),
  db.history,
  ...files.map((t) => db[t]),
];

/** Where files lie. */
export type FileTable = "meshes" | "pictures";

export interface EditMeta {
  label: string;
  at: number;
  editId?: string;
  windowId?: string;
}

/** Runs `work` as one undoable edit. When it throws, nothing is stored. An edit whose id is known was stored already and is not done again. */
export async function edit(
  db: InchHollowDatabase,
  sceneId: string,
  meta: EditMeta,
  work: (edit: Edit) => Promise<void>,
  scope: Scope = { rows: ROW_TABLES },
): Promise<void> {
  await db.transaction("rw", tables(db, scope), async () => {
    if (meta.editId && (await db.history.where("editId").equals(meta.editId).count()) > 0) return;
    const e = new StoredEdit(db, sceneId);
    await work(e);
    const changes = e.changes();
    if (changes.length === 0) return;
    // A new edit ends the line of what could be redone.
    await db.history.where("[sceneId+undone]").equals([sceneId, 1]).delete();
    await db.history.add({ sceneId, ...meta, undone: 0, changes });
    const kept = await db.history.where("[sceneId+undone]").equals([sceneId, 0]).primaryKeys();
    await db.history.bulkDelete(kept.slice(0, Math.max(0, kept.length - MOST_HISTORY)));
  });
}

export type Replayed =
  | { kind: "done"; label: string }
  | { kind: "nothing" }
  /** The edit is another open window's: it is taken back only when that is said. */
  | { kind: "other window"; label: string }
  /** A later edit has changed the same field. */
  | { kind: "changed since"; label: string; field: string }
  /** What would be left names something that is gone, or something that would go is named. */
  | { kind: "needed"; label: string; why: string };

/** Tells which edits are this window's own to take back. Without it every edit is. */
export type Mine = (windowId: string | undefined) => boolean;

const at = (root: unknown, path: readonly (string | number)[]): unknown =>
  path.reduce((x: unknown, k) => (typeof x === "object" && x !== null ? (x as Record<string | number, unknown>)[k] : undefined), root);
const same = (a: unknown, b: unknown): boolean => JSON.stringify(a ?? null) === JSON.stringify(b ?? null);

/** The field that a patch is about, in words: "work, coats". */
const fieldOf = (path: readonly (string | number)[]): string =>
  path
    .slice(1)
    .map(String)
    .filter((k) => !k.startsWith("=") && !k.startsWith("#"))
    .join(", ") || "the whole of it";

/** Patches that lead back from the row as it is now, or the field that a later edit has changed. */
function leadBack(row: unknown, back: readonly Patch[], forth: readonly Patch[]): { row: unknown } | { field: string } {
  const now: Holder = { row: keyed(row) };
  const patches: Patch[] = [];
  for (const patch of back) {
    const path = patch.path;
    const done = forth.find((f) => f.path.join("\0") === path.join("\0"));
    const expected = done?.op === "remove" ? undefined : done?.value;
    const is = at(now, path);
    if (done && !same(is, expected)) {
      const merged =
        isOrder(path) && typeof patch.value === "string" && typeof expected === "string" && typeof is === "string"
          ? mergedOrder(patch.value, expected, is)
          : undefined;
      if (merged === undefined) return { field: fieldOf(path) };
      patches.push({ ...patch, value: merged });
    } else patches.push(patch);
  }
  try {
    return { row: unkeyed((applyPatches(now, patches) as Holder).row) };
  } catch {
    // The place that a patch leads to is no longer there.
    return { field: fieldOf(back[0]?.path ?? []) };
  }
}

/** Undoes what was replayed so far: thrown inside its transaction, answered outside. */
class Halted extends Error {
  constructor(readonly answer: Replayed) {
    super(answer.kind);
  }
}

/** The tables whose rows work names, of the scene and of the workshop. */
const NAMED = new Set<RowTable>(["paints", "printers", "procedures", "recipes"]);

/**
 * Why the rows cannot stand as a replayed edit leaves them: another scene, or another edit since, may have removed what they name, or have
 * begun to name what would go. Undefined when all is well.
 */
async function looseEnd(db: InchHollowDatabase, changes: readonly RowChange[]): Promise<string | undefined> {
  for (const { table, key } of changes) {
    const row = await db.rows(table).get(key);
    if (row !== undefined) {
      const wrong = rowProblem(CHECKED_AS[table], row);
      if (wrong) return `${wrong.field || "a row"}: ${wrong.message}`;
    }
    if (table === "parts" && row !== undefined) {
      const { sceneId, work, name } = row as Rows["parts"];
      for (const item of work)
        for (const r of kindOf(item).refers(item))
          if (!(await db.rows(r.table).get(r.table === "parts" ? [sceneId, r.id] : r.id)))
            return `${name} would refer to something deleted since then`;
    }
    if (table === "recipes" && row !== undefined) {
      const { steps, name } = row as Rows["recipes"];
      for (const { paintId } of steps)
        if (paintId !== null && !(await db.paints.get(paintId))) return `${name} would refer to something deleted since then`;
    }
    if (table === "paints" && row === undefined) {
      const user = (await db.recipes.toArray()).find((r) => r.steps.some((s) => s.paintId === key));
      if (user) return `${user.name} takes it since then`;
    }
    if (row === undefined && NAMED.has(table)) {
      const user = (await db.parts.toArray()).find((p) =>
        p.work.some((w) =>
          kindOf(w)
            .refers(w)
            .some((r) => r.table === table && r.id === key),
        ),
      );
      if (user) return `${user.name} has been planned with it since then`;
    }
  }
  return undefined;
}

async function replay(db: InchHollowDatabase, sceneId: string, direction: "undo" | "redo", mine: Mine): Promise<Replayed> {
  try {
    return await replayed(db, sceneId, direction, mine);
  } catch (error) {
    if (error instanceof Halted) return error.answer;
    throw error;
  }
}

async function replayed(db: InchHollowDatabase, sceneId: string, direction: "undo" | "redo", mine: Mine): Promise<Replayed> {
  return db.transaction("rw", tables(db, { rows: ROW_TABLES }), async (): Promise<Replayed> => {
    const from = direction === "undo" ? 0 : 1;
    const entries = db.history.where("[sceneId+undone]").equals([sceneId, from]);
    const entry: HistoryEntry | undefined = await (direction === "undo" ? entries.last() : entries.first());
    if (!entry) return { kind: "nothing" };
    if (!mine(entry.windowId)) return { kind: "other window", label: entry.label };
    const changes = direction === "undo" ? [...entry.changes].reverse() : entry.changes;
    for (const c of changes) {
      const table = db.rows(c.table);
      const now = (await table.get(c.key)) ?? null;
      const led = direction === "undo" ? leadBack(now, c.back, c.forth) : leadBack(now, c.forth, c.back);
      // Whatever was led back before this row is put as it was: all of an edit or nothing.
      if ("field" in led) throw new Halted({ kind: "changed since", label: entry.label, field: led.field });
      if (led.row === null) await table.delete(c.key);
      else await table.put(led.row as Rows[RowTable]);
    }
    const why = await looseEnd(db, entry.changes);
    if (why) throw new Halted({ kind: "needed", label: entry.label, why });
    await db.history.update(entry.seq, { undone: direction === "undo" ? 1 : 0 });
    return { kind: "done", label: entry.label };
  });
}

const ALL_MINE: Mine = () => true;

/** Takes the last edit of a scene back. */
export const undo = (db: InchHollowDatabase, sceneId: string, mine: Mine = ALL_MINE): Promise<Replayed> =>
  replay(db, sceneId, "undo", mine);
/** Does again what was taken back last. */
export const redo = (db: InchHollowDatabase, sceneId: string, mine: Mine = ALL_MINE): Promise<Replayed> =>
  replay(db, sceneId, "redo", mine);
