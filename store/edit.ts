/** Edits that can be undone. Each runs in one transaction and keeps what every row was before. */
import type { Table } from "dexie";
import { ROW_TABLES, type HistoryEntry, type InchHollowDatabase, type RowChange, type RowKey, type Rows, type RowTable } from "./database";

/** Steps of undo that are kept for a scene. */
const MOST_HISTORY = 200;

const keyOf = (table: RowTable, row: Rows[RowTable]): RowKey =>
  table === "scenes" ? row.id : [(row as { sceneId: string }).sceneId, row.id];

/** What an edit may do. Reads see the edit's own writes. */
export class Edit {
  readonly changes: RowChange[] = [];

  constructor(
    private readonly db: InchHollowDatabase,
    readonly sceneId: string,
  ) {}

  private table<T extends RowTable>(name: T): Table<Rows[T], RowKey> {
    return this.db.table(name);
  }

  scene(): Promise<Rows["scenes"] | undefined> {
    return this.table("scenes").get(this.sceneId);
  }

  get<T extends Exclude<RowTable, "scenes">>(table: T, id: string): Promise<Rows[T] | undefined> {
    return this.table(table).get([this.sceneId, id]);
  }

  all<T extends Exclude<RowTable, "scenes">>(table: T): Promise<Rows[T][]> {
    return this.table(table).where("sceneId").equals(this.sceneId).toArray();
  }

  async put<T extends RowTable>(table: T, row: Rows[T]): Promise<void> {
    const key = keyOf(table, row);
    const before = (await this.table(table).get(key)) ?? null;
    await this.table(table).put(row);
    this.changes.push({ table, key, before, after: row });
  }

  async delete<T extends RowTable>(table: T, id: string): Promise<void> {
    const key: RowKey = table === "scenes" ? id : [this.sceneId, id];
    const before = (await this.table(table).get(key)) ?? null;
    if (before === null) return;
    await this.table(table).delete(key);
    this.changes.push({ table, key, before, after: null });
  }
}

const tables = (db: InchHollowDatabase): Table[] => [...ROW_TABLES.map((t) => db.table(t)), db.history, db.meshes, db.pictures];

/** Runs `work` as one undoable edit. When it throws, nothing is stored. */
export async function edit(
  db: InchHollowDatabase,
  sceneId: string,
  label: string,
  at: number,
  work: (edit: Edit) => Promise<void>,
): Promise<void> {
  await db.transaction("rw", tables(db), async () => {
    const e = new Edit(db, sceneId);
    await work(e);
    if (e.changes.length === 0) return;
    // A new edit ends the line of what could be redone.
    await db.history.where("[sceneId+undone]").equals([sceneId, 1]).delete();
    await db.history.add({ sceneId, label, at, undone: 0, changes: e.changes });
    // Keys only, which come in order: the entries hold whole rows, and five hundred parts make large ones.
    const kept = await db.history.where("[sceneId+undone]").equals([sceneId, 0]).primaryKeys();
    await db.history.bulkDelete(kept.slice(0, Math.max(0, kept.length - MOST_HISTORY)));
  });
}

async function replay(db: InchHollowDatabase, sceneId: string, direction: "undo" | "redo"): Promise<string | null> {
  return db.transaction("rw", tables(db), async () => {
    const from = direction === "undo" ? 0 : 1;
    const entries = db.history.where("[sceneId+undone]").equals([sceneId, from]);
    const entry: HistoryEntry | undefined = await (direction === "undo" ? entries.last() : entries.first());
    if (!entry) return null;
    const changes = direction === "undo" ? [...entry.changes].reverse() : entry.changes;
    for (const c of changes) {
      const row = direction === "undo" ? c.before : c.after;
      if (row === null) await db.table(c.table).delete(c.key);
      else await db.table(c.table).put(row);
    }
    await db.history.update(entry.seq, { undone: direction === "undo" ? 1 : 0 });
    return entry.label;
  });
}

/** Takes the last edit of a scene back; gives its label, or null when there is none. */
export const undo = (db: InchHollowDatabase, sceneId: string): Promise<string | null> => replay(db, sceneId, "undo");
export const redo = (db: InchHollowDatabase, sceneId: string): Promise<string | null> => replay(db, sceneId, "redo");
