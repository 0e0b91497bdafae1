/**
 * What an edit will make of the rows that a page shows, before the store has it: the same command, run on those rows. Nothing is stored by
 * it. Where a command looks at more than the page has, or would be refused, nothing is foreseen.
 */
import equal from "fast-deep-equal";
import type { ProjectRows } from "../core/project";
import { isSceneTable, type Rows, type RowTable } from "../core/rows";
import { COMMANDS, Refused, type Command, type CommandName, type Edit } from "../core/stations";
import type { RowKey } from "./database";
import { keyIn, refuseUnfit } from "./edit";

/** A row as an edit leaves it; null where it is deleted. */
export interface Foreseen {
  table: RowTable;
  key: RowKey;
  row: Rows[RowTable] | null;
}

/** Thrown where a command asks for rows that the page does not have. */
class OutOfSight extends Error {}

/** The rows of a table that a scene's page shows. */
export function rowsShown<T extends RowTable>({ scene, parts, records, workshop }: ProjectRows, table: T): readonly Rows[T][] {
  const all: { [K in RowTable]: readonly Rows[K][] } = {
    scenes: [scene],
    parts,
    records,
    ...workshop,
    habits: [workshop.habits],
  };
  return all[table];
}

const idIn = <T extends RowTable>(table: T, row: Rows[T]): string => {
  const key = keyIn(table, row);
  return typeof key === "string" ? key : key[1];
};

class ShownEdit implements Edit {
  private readonly shown = new Map<RowTable, Map<string, Rows[RowTable]>>();
  private readonly written = new Map<string, Foreseen>();

  constructor(private readonly rows: ProjectRows) {}

  get sceneId(): string {
    return this.rows.scene.id;
  }

  private table<T extends RowTable>(name: T): Map<string, Rows[T]> {
    let table = this.shown.get(name);
    if (!table) this.shown.set(name, (table = new Map(rowsShown(this.rows, name).map((row) => [idIn(name, row), row]))));
    return table as Map<string, Rows[T]>;
  }

  readonly scene: Edit["scene"] = () => Promise.resolve(this.table("scenes").get(this.sceneId));
  readonly get: Edit["get"] = (table, id) => Promise.resolve(this.table(table).get(id));
  readonly all: Edit["all"] = (table) => Promise.resolve([...this.table(table).values()]);
  readonly ofAllScenes: Edit["ofAllScenes"] = () => Promise.reject(new OutOfSight());

  readonly put: Edit["put"] = (table, row) => {
    refuseUnfit(table, row);
    const key = keyIn(table, row);
    // A row of another scene is not on this page.
    if (Array.isArray(key) && key[0] !== this.sceneId) throw new OutOfSight();
    const id = idIn(table, row);
    // What says the same as before is no other row.
    if (equal(this.table(table).get(id), row)) return Promise.resolve();
    this.table(table).set(id, row);
    this.written.set(JSON.stringify([table, key]), { table, key, row });
    return Promise.resolve();
  };

  readonly delete: Edit["delete"] = (table, id) => {
    const key: RowKey = isSceneTable(table) ? [this.sceneId, id] : id;
    if (this.table(table).delete(id)) this.written.set(JSON.stringify([table, key]), { table, key, row: null });
    return Promise.resolve();
  };

  get writes(): Foreseen[] {
    return [...this.written.values()];
  }
}

/**
 * The rows as the edit will leave them; none where nothing can be said before it is stored.
 * @param rows as they are shown; not changed
 */
export async function foresee(rows: ProjectRows, command: string, payload: unknown, now: number): Promise<Foreseen[]> {
  if (!Object.hasOwn(COMMANDS, command)) return [];
  // Which command it is only its name knows: its own schema says what it takes.
  const { schema, apply } = COMMANDS[command as CommandName] as Command<unknown>;
  const { error, value } = schema.validate(payload, { convert: false });
  if (error) return [];
  const edit = new ShownEdit(rows);
  try {
    await apply(edit, value, now);
  } catch (problem) {
    // It is the store that says so, of the rows as they are there.
    if (problem instanceof Refused || problem instanceof OutOfSight) return [];
    throw problem;
  }
  return edit.writes;
}
