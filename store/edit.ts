/**
 * Edits that can be undone. Each runs in one transaction and keeps what every row was before. What an edit would store is held to the
 * row's own schema and to the limits of its table: whatever is stored can be saved, and what was saved opens again.
 */
import type { Table } from "dexie";
import { LIMITS } from "../core/project";
import { rowProblem } from "./check";
import { ROW_TABLES, type HistoryEntry, type InchHollowDatabase, type RowChange, type RowKey, type Rows, type RowTable } from "./database";

/** Steps of undo that are kept for a scene. */
const MOST_HISTORY = 200;

/** What a command says when the rows do not allow it; becomes a Problem. */
export class Refused extends Error {
  constructor(
    readonly code: string,
    message: string,
    readonly where?: string,
  ) {
    super(message);
  }
}

const keyOf = (table: RowTable, row: Rows[RowTable]): RowKey =>
  table === "scenes" ? row.id : [(row as { sceneId: string }).sceneId, row.id];

/** What an edit may do. Reads see the edit's own writes. */
export class Edit {
  readonly changes: RowChange[] = [];
  private readonly counts = new Map<RowTable, number>();

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
    const wrong = rowProblem(table === "scenes" ? "scene" : table, row);
    if (wrong) throw new Refused("row.unfit", `${wrong.message.replace(/\.$/, "")}. Nothing was stored.`, wrong.field);
    const key = keyOf(table, row);
    const before = (await this.table(table).get(key)) ?? null;
    if (before === null && table !== "scenes") await this.makeRoom(table);
    await this.table(table).put(row);
    this.changes.push({ table, key, before, after: row });
  }

  private async makeRoom(table: Exclude<RowTable, "scenes">): Promise<void> {
    const before = this.counts.get(table) ?? (await this.table(table).where("sceneId").equals(this.sceneId).count());
    if (before >= LIMITS[table]) throw new Refused("table.full", `A scene holds at most ${LIMITS[table]} ${table}. Begin another scene.`);
    this.counts.set(table, before + 1);
  }

  async delete<T extends RowTable>(table: T, id: string): Promise<void> {
    const key: RowKey = table === "scenes" ? id : [this.sceneId, id];
    const before = (await this.table(table).get(key)) ?? null;
    if (before === null) return;
    await this.table(table).delete(key);
    this.counts.delete(table);
    this.changes.push({ table, key, before, after: null });
  }
}

const tables = (db: InchHollowDatabase): Table[] => [...ROW_TABLES.map((t) => db.table(t)), db.history, db.meshes, db.pictures];

export interface EditMeta {
  label: string;
  at: number;
  editId?: string;
  windowId?: string;
}

/** Runs `work` as one undoable edit. When it throws, nothing is stored. An edit whose id is known was stored already and is not done again. */
export async function edit(db: InchHollowDatabase, sceneId: string, meta: EditMeta, work: (edit: Edit) => Promise<void>): Promise<void> {
  await db.transaction("rw", tables(db), async () => {
    if (meta.editId && (await db.history.where("editId").equals(meta.editId).count()) > 0) return;
    const e = new Edit(db, sceneId);
    await work(e);
    if (e.changes.length === 0) return;
    // A new edit ends the line of what could be redone.
    await db.history.where("[sceneId+undone]").equals([sceneId, 1]).delete();
    await db.history.add({ sceneId, ...meta, undone: 0, changes: e.changes });
    // Keys only, which come in order: the entries hold whole rows, and five hundred parts make large ones.
    const kept = await db.history.where("[sceneId+undone]").equals([sceneId, 0]).primaryKeys();
    await db.history.bulkDelete(kept.slice(0, Math.max(0, kept.length - MOST_HISTORY)));
  });
}

export type Replayed =
  | { kind: "done"; label: string }
  | { kind: "nothing" }
  /** The edit is another open window's: it is taken back only when that is said. */
  | { kind: "other window"; label: string };

/** Tells which edits are this window's own to take back. Without it every edit is. */
export type Mine = (windowId: string | undefined) => boolean;

async function replay(db: InchHollowDatabase, sceneId: string, direction: "undo" | "redo", mine: Mine): Promise<Replayed> {
  return db.transaction("rw", tables(db), async (): Promise<Replayed> => {
    const from = direction === "undo" ? 0 : 1;
    const entries = db.history.where("[sceneId+undone]").equals([sceneId, from]);
    const entry: HistoryEntry | undefined = await (direction === "undo" ? entries.last() : entries.first());
    if (!entry) return { kind: "nothing" };
    if (!mine(entry.windowId)) return { kind: "other window", label: entry.label };
    const changes = direction === "undo" ? [...entry.changes].reverse() : entry.changes;
    for (const c of changes) {
      const row = direction === "undo" ? c.before : c.after;
      if (row === null) await db.table(c.table).delete(c.key);
      else await db.table(c.table).put(row);
    }
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
