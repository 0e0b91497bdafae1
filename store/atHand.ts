/**
 * Rows at hand: what a page has read of the store, read again only where a table has changed since. A row that says the same as before is
 * the same object as before, so that whoever draws or reckons from it can tell by looking at it that nothing is new.
 */
import { inOrder, ROW_TABLES, WORKSHOP_TABLE_NAMES, type Rows, type RowTable, type SceneTable } from "../core/rows";
import Dexie, { cmp, RangeSet, type IndexableType, type IntervalTree } from "dexie";
import equal from "fast-deep-equal";
import type { ProjectRows, SceneRow } from "../core/project";
import { loadWorkshop, type InchHollowDatabase, type RowKey } from "./database";
import { newWorkshop } from "./newScene";
import { listScenes } from "./projects";

/** What was read, and which changes of its tables were known by then. */
interface Kept {
  stamp: string;
  value: unknown;
}

/** Rows of a scene that were read, which changes of their table were known by then, and which doubt. */
interface KeptList {
  known: number;
  doubt: number;
  rows: readonly Row[];
}
type Row = { id: string };

/** Which object a row is that was read: the one that was shown for it before it was stored, where both say the same. */
type SameRow = (table: RowTable, row: Rows[RowTable]) => Rows[RowTable];

/** So many changed rows of a table are remembered by name. */
const MOST_NAMED = 500;

/** Which rows of a table were changed, one after the other. */
class Changes {
  /** How many there were so far. */
  count = 0;
  /** The last of them; null where nobody can say which row it was. */
  private readonly last: (IndexableType | null)[] = [];

  note(ranges: IntervalTree): void {
    // A row by itself is an interval from its key to its key.
    for (const { from, to } of RangeSet(ranges)) {
      this.count++;
      this.last.push(cmp(from, to) === 0 ? from : null);
    }
    this.last.splice(0, this.last.length - MOST_NAMED);
  }

  /** Keys of what was changed since there were so many; null where they are not known any more. */
  since(count: number): IndexableType[] | null {
    const many = this.count - count;
    if (many > this.last.length) return null;
    const keys = many === 0 ? [] : this.last.slice(-many);
    return keys.every((k) => k !== null) ? keys : null;
  }
}

const keyOf = (row: unknown): unknown => (row as { id?: unknown; name?: unknown }).id ?? (row as { name?: unknown }).name;

/** The new list, with the objects of the old one wherever they say the same; the old list itself where all do. */
function sharedList(before: readonly unknown[], now: readonly unknown[], known: (row: unknown) => unknown): readonly unknown[] {
  const had = new Map(before.map((row) => [keyOf(row), row]));
  const list = now.map((row) => {
    const old = had.get(keyOf(row));
    return equal(old, row) ? old : known(row);
  });
  return list.length === before.length && list.every((row, i) => row === before[i]) ? before : list;
}

/** The same for a record of lists and rows. */
function shared(before: unknown, now: unknown, known: (row: unknown) => unknown): unknown {
  if (Array.isArray(now)) return sharedList(Array.isArray(before) ? before : [], now, known);
  return equal(before, now) ? before : known(now);
}

/** A list with the rows of these keys as they are now; the list itself where none of them is of this scene. */
async function withChanged<T extends Row>(
  list: T[],
  keys: readonly IndexableType[],
  sceneId: string,
  get: (keys: RowKey[]) => Promise<(T | undefined)[]>,
): Promise<T[]> {
  const own = (keys as readonly [string, string][]).filter(([scene]) => scene === sceneId);
  if (own.length === 0) return list;
  const now = new Map((await get(own)).map((row, i) => [own[i][1], row]));
  const there = new Set(list.map((r) => r.id));
  const added = [...now].flatMap(([id, row]) => (row && !there.has(id) ? [row] : []));
  return [...list.flatMap((r) => (now.has(r.id) ? (now.get(r.id) ?? []) : r)), ...added];
}

/** So many rows are read at once: a long book in one go would hold the page up. */
const AT_ONCE = 2000;

/** All rows, read in the order of their ids. @param next those after an id */
async function allOf<T extends Row>(next: (after: string) => Promise<unknown[]>): Promise<T[]> {
  const all: T[] = [];
  for (;;) {
    const some = (await next(all.at(-1)?.id ?? "")) as T[];
    for (const row of some) all.push(row);
    if (some.length < AT_ONCE) return all;
  }
}

export class RowsAtHand {
  private readonly changes = new Map<string, Changes>();
  private readonly kept = new Map<string, Kept>();
  private readonly lists = new Map<string, KeptList>();
  /** Counts what may have changed anywhere. */
  private everything = 0;
  private readonly projects = new Map<string, ProjectRows>();

  /** @param same tells which object a row is that was shown before it was stored */
  constructor(
    private readonly db: InchHollowDatabase,
    private readonly same: SameRow = (_, row) => row,
  ) {
    // Said by the store once a transaction is through, before whoever began it goes on.
    Dexie.on("storagemutated", (parts: Record<string, IntervalTree>) => {
      for (const [part, ranges] of Object.entries(parts)) {
        // "idb://name/table/index": without an index it is the rows themselves.
        const [, , name, table, index] = part.split("/");
        if (name === db.name && table && !index) this.changesOf(table).note(ranges);
        else if (part === "all") this.doubt();
      }
    });
  }

  private changesOf(table: string): Changes {
    let changes = this.changes.get(table);
    if (!changes) this.changes.set(table, (changes = new Changes()));
    return changes;
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
    return [this.everything, ...tables.map((t) => this.changesOf(t).count)].join(" ");
  }

  private known(table: RowTable): (row: unknown) => unknown {
    return (row) => this.same(table, row as Rows[RowTable]);
  }

  private async get<T>(key: string, tables: readonly string[], read: () => Promise<T>, known = (value: unknown) => value): Promise<T> {
    // Taken before reading: what changes meanwhile counts as not yet read.
    const stamp = this.stamp(tables);
    const kept = this.kept.get(key);
    if (kept?.stamp === stamp) return kept.value as T;
    const value = shared(kept?.value, await read(), known) as T;
    this.kept.set(key, { stamp, value });
    return value;
  }

  /** All scenes but the deleted ones, in their order. */
  scenes(): Promise<SceneRow[]> {
    return this.get("list", ["scenes", "trash"], () => listScenes(this.db), this.known("scenes"));
  }

  /** A scene with all its rows and the workshop; undefined when it is not here, or was deleted. */
  async project(sceneId: string): Promise<ProjectRows | undefined> {
    const { db } = this;
    const rows = await db.transaction("r", [...ROW_TABLES.map((t) => db.rows(t)), db.trash], async () => {
      const scene = (await this.scenes()).find((s) => s.id === sceneId);
      if (!scene) return undefined;
      const parts = await this.list("parts", sceneId);
      const records = await this.list("records", sceneId);
      return { scene, parts, records, workshop: await this.workshop() };
    });
    if (!rows) return undefined;
    const before = this.projects.get(sceneId);
    const same = before && Object.entries(rows).every(([field, value]) => before[field as keyof ProjectRows] === value);
    if (same) return before;
    this.projects.set(sceneId, rows);
    return rows;
  }

  /** A scene's rows of a table, in their order; where a few are known to have changed, only those are read. */
  private async list<K extends SceneTable>(table: K, sceneId: string): Promise<Rows[K][]> {
    type T = Rows[K];
    const key = `${table} ${sceneId}`;
    const before = this.lists.get(key) as { known: number; doubt: number; rows: T[] } | undefined;
    const changes = this.changesOf(this.db.rows(table).name);
    // Taken before reading: what changes meanwhile counts as not yet read.
    const { count: known } = changes;
    const doubt = this.everything;
    const named = before?.doubt === doubt ? changes.since(before.known) : null;
    if (before && named?.length === 0) return before.rows;
    const rows = this.db.rows(table);
    const read =
      before && named
        ? await withChanged(before.rows, named, sceneId, (keys) => rows.bulkGet(keys) as Promise<(T | undefined)[]>)
        : await allOf<T>((after) =>
            rows.where("[sceneId+id]").between([sceneId, after], [sceneId, Dexie.maxKey], false).limit(AT_ONCE).toArray(),
          );
    const now = shared(before?.rows, read === before?.rows ? read : inOrder(table, read), this.known(table)) as T[];
    this.lists.set(key, { known, doubt, rows: now });
    return now;
  }

  private async workshop(): Promise<ProjectRows["workshop"]> {
    const { db } = this;
    const before = this.kept.get("workshop")?.value as ProjectRows["workshop"] | undefined;
    const tables = [...WORKSHOP_TABLE_NAMES, "habits" as const].map((t) => db.rows(t).name);
    return this.get("workshop", tables, async () => {
      const now = (await loadWorkshop(db)) ?? newWorkshop("UTC");
      if (!before) return now;
      const fields = Object.entries(now).map(([field, value]) => [
        field,
        shared(before[field as keyof typeof before], value, this.known(field as keyof typeof before)),
      ]);
      return Object.fromEntries(fields) as ProjectRows["workshop"];
    });
  }

  /** Lets go of all scenes but these. */
  keepOnly(sceneIds: ReadonlySet<string>): void {
    for (const id of this.projects.keys())
      if (!sceneIds.has(id)) {
        this.projects.delete(id);
        this.lists.delete(`parts ${id}`);
        this.lists.delete(`records ${id}`);
      }
  }
}
