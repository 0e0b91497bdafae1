/**
 * Rows at hand: what a page has read of the store, read again only where a table has changed since. A row that says the same as before is
 * the same object as before, so that whoever draws or reckons from it can tell by looking at it that nothing is new.
 */
import Dexie from "dexie";
import equal from "fast-deep-equal";
import type { ProjectRows, SceneRow } from "../core/project";
import { loadWorkshop, ROW_TABLES, type InchHollowDatabase } from "./database";
import { newWorkshop } from "./newScene";
import { listScenes } from "./projects";

/** What was read, and which changes of its tables were known by then. */
interface Kept {
  stamp: string;
  value: unknown;
}

const keyOf = (row: unknown): unknown => (row as { id?: unknown; name?: unknown }).id ?? (row as { name?: unknown }).name;

/** The new list, with the objects of the old one wherever they say the same; the old list itself where all do. */
function sharedList(before: readonly unknown[], now: readonly unknown[]): readonly unknown[] {
  const had = new Map(before.map((row) => [keyOf(row), row]));
  const list = now.map((row) => {
    const old = had.get(keyOf(row));
    return equal(old, row) ? old : row;
  });
  return list.length === before.length && list.every((row, i) => row === before[i]) ? before : list;
}

/** The same for a record of lists and rows. */
function shared(before: unknown, now: unknown): unknown {
  if (Array.isArray(before) && Array.isArray(now)) return sharedList(before, now);
  return equal(before, now) ? before : now;
}

export class RowsAtHand {
  private readonly changes = new Map<string, number>();
  private readonly kept = new Map<string, Kept>();
  /** Counts what may have changed anywhere. */
  private everything = 0;
  private readonly projects = new Map<string, ProjectRows>();

  constructor(private readonly db: InchHollowDatabase) {
    // Said by the store once a transaction is through, before whoever began it goes on.
    Dexie.on("storagemutated", (parts: object) => {
      for (const part of Object.keys(parts)) {
        const [, , name, table] = part.split("/");
        if (name === db.name && table) this.changes.set(table, (this.changes.get(table) ?? 0) + 1);
        else if (part === "all") this.doubt();
      }
    });
  }

  /** Somebody else may have changed anything: all is read anew when it is next asked for. */
  doubt(): void {
    this.everything++;
  }

  /** Names what is known to have changed of scenes and workshop so far: another name once anything has. */
  moment(): string {
    return this.stamp([...ROW_TABLES.map((t) => this.db.rows(t).name), "trash"]);
  }

  private stamp(tables: readonly string[]): string {
    return [this.everything, ...tables.map((t) => this.changes.get(t) ?? 0)].join(" ");
  }

  private async get<T>(key: string, tables: readonly string[], read: () => Promise<T>): Promise<T> {
    // Taken before reading: what changes meanwhile counts as not yet read.
    const stamp = this.stamp(tables);
    const kept = this.kept.get(key);
    if (kept?.stamp === stamp) return kept.value as T;
    const value = shared(kept?.value, await read()) as T;
    this.kept.set(key, { stamp, value });
    return value;
  }

  /** All scenes but the deleted ones, in their order. */
  scenes(): Promise<SceneRow[]> {
    return this.get("list", ["scenes", "trash"], () => listScenes(this.db));
  }

  /** A scene with all its rows and the workshop; undefined when it is not here, or was deleted. */
  async project(sceneId: string): Promise<ProjectRows | undefined> {
    const { db } = this;
    const rows = await db.transaction("r", [...ROW_TABLES.map((t) => db.rows(t)), db.trash], async () => {
      const scene = (await this.scenes()).find((s) => s.id === sceneId);
      if (!scene) return undefined;
      const list = <T>(table: "parts" | "records", order: (a: T, b: T) => number): Promise<T[]> =>
        this.get(`${table} ${sceneId}`, [table], async () =>
          ((await db.rows(table).where("sceneId").equals(sceneId).toArray()) as T[]).sort(order),
        );
      const parts = await list<ProjectRows["parts"][0]>("parts", (a, b) => a.order - b.order);
      const records = await list<ProjectRows["records"][0]>("records", (a, b) => a.startedAt - b.startedAt);
      return { scene, parts, records, workshop: await this.workshop() };
    });
    if (!rows) return undefined;
    const before = this.projects.get(sceneId);
    const same = before && Object.entries(rows).every(([field, value]) => before[field as keyof ProjectRows] === value);
    if (same) return before;
    this.projects.set(sceneId, rows);
    return rows;
  }

  private async workshop(): Promise<ProjectRows["workshop"]> {
    const { db } = this;
    const before = this.kept.get("workshop")?.value as ProjectRows["workshop"] | undefined;
    const tables = (["printers", "paints", "procedures", "things", "supplies", "lessons", "habits"] as const).map((t) => db.rows(t).name);
    return this.get("workshop", tables, async () => {
      const now = (await loadWorkshop(db)) ?? newWorkshop("UTC");
      if (!before) return now;
      const fields = Object.entries(now).map(([field, value]) => [field, shared(before[field as keyof typeof before], value)]);
      return Object.fromEntries(fields) as ProjectRows["workshop"];
    });
  }

  /** Lets go of all scenes but these. */
  keepOnly(sceneIds: ReadonlySet<string>): void {
    for (const id of this.projects.keys())
      if (!sceneIds.has(id)) {
        this.projects.delete(id);
        this.kept.delete(`parts ${id}`);
        this.kept.delete(`records ${id}`);
      }
  }
}
