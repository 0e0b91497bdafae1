/**
 * Edits that are on their way into the store, shown already: what they will make of the rows is laid over those that were read. Each goes
 * when rows are there that were read after it was stored, or when it was refused. What is read then says the same as what was shown, and
 * is the same object: nothing is drawn twice.
 */
import equal from "fast-deep-equal";
import { Recent, sameList } from "~core/derive";
import type { ProjectRows } from "~core/project";
import { inOrder, isSceneTable, type Rows, type RowTable } from "~core/rows";
import { keyIn } from "../../store/edit";
import { rowsShown, type Foreseen } from "../../store/foresee";

interface Pending {
  editId: string;
  at: number;
  writes: readonly Foreseen[];
  /** The last reading that had begun when it was stored; null while it is not. Filled in. */
  storedIn: number | null;
}

/** Rows of a scene as they were read, and the number of that reading. */
interface Reading {
  rows: ProjectRows;
  reading: number;
}

/** Of how many scenes it is known what was shown last: the open one and those beside it. */
const SCENES = 50;

const nameOf = (table: RowTable, key: unknown): string => JSON.stringify([table, key]);

export class ForeseenEdits {
  private pending: readonly Pending[] = [];
  /** Edits that are neither stored nor refused. */
  private readonly open = new Set<string>();
  private readings = 0;
  private drawn: Reading | null = null;
  private line: Promise<void> = Promise.resolve();
  private readonly listeners = new Set<() => void>();
  /** Rows that were shown before they were stored, by table and key. */
  private readonly rows = new Map<string, unknown>();
  private readonly last = new Recent<ProjectRows>(SCENES);
  private beside: readonly ProjectRows[] = [];

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** What is laid over; another list when there is more, or when something of it was refused. */
  readonly now = (): readonly Pending[] => this.pending;

  /** A reading of the rows begins. @returns its number */
  reads(): number {
    return ++this.readings;
  }

  /**
   * An edit of the open scene goes to the store: what it will make of the rows is shown as soon as that is known, if it is not stored by
   * then. Edits are looked ahead one after the other: each goes by what those before it will have done.
   * @param sceneId the scene that it is made in: where another one is open by then, nothing is shown
   * @param look what it makes of rows
   */
  expect(sceneId: string, editId: string, at: number, look: (rows: ProjectRows) => Promise<Foreseen[]>): Promise<void> {
    this.open.add(editId);
    this.line = this.line
      .then(async () => {
        if (this.drawn?.rows.scene.id !== sceneId) return;
        const writes = await look(this.lay(this.drawn.rows, this.pending, this.drawn.reading));
        if (writes.length === 0 || !this.open.has(editId)) return;
        for (const { table, key, row } of writes) this.rows.set(nameOf(table, key), row);
        this.become([...this.pending, { editId, at, writes, storedIn: null }]);
      })
      // What cannot be foreseen is shown once it is stored.
      .catch((error: unknown) => console.error(error));
    return this.line;
  }

  /** It is in the store: rows that are read from now on have it. */
  stored(editId: string): void {
    this.open.delete(editId);
    const pending = this.pending.find((p) => p.editId === editId);
    if (pending) pending.storedIn = this.readings;
  }

  /** It was refused. */
  refused(editId: string): void {
    this.open.delete(editId);
    if (this.pending.some((p) => p.editId === editId)) this.become(this.pending.filter((p) => p.editId !== editId));
  }

  /** These rows are on the page: what was stored before they were read is in them. */
  draws(rows: ProjectRows, reading: number): void {
    this.drawn = { rows, reading };
    this.pending = missing(this.pending, reading);
    if (this.pending.length === 0) this.rows.clear();
  }

  private become(pending: readonly Pending[]): void {
    this.pending = pending;
    for (const listener of this.listeners) listener();
  }

  /** A row as it was read, or the one that was shown for it where both say the same. */
  readonly same = (table: RowTable, row: Rows[RowTable]): Rows[RowTable] => {
    if (this.rows.size === 0) return row;
    const shown = this.rows.get(nameOf(table, keyIn(table, row)));
    return shown !== undefined && equal(shown, row) ? (shown as Rows[RowTable]) : row;
  };

  /** The rows of a reading with what is not in them yet; whatever says the same as when they were laid last stays the same object. */
  lay(rows: ProjectRows, pending: readonly Pending[], reading: number): ProjectRows {
    const sceneId = rows.scene.id;
    const laid = withForeseen(rows, missing(pending, reading), this.last.get(sceneId));
    this.last.set(sceneId, laid);
    return laid;
  }

  /** The same for the scenes beside the open one. */
  layAll(list: readonly ProjectRows[], pending: readonly Pending[], reading: number): readonly ProjectRows[] {
    const laid = list.map((rows) => this.lay(rows, pending, reading));
    if (!sameList(this.beside, laid)) this.beside = laid;
    return this.beside;
  }
}

/** Which of them rows of a reading do not have yet. */
const missing = (pending: readonly Pending[], reading: number): Pending[] =>
  pending.filter((p) => p.storedIn === null || p.storedIn >= reading);

/** When the last of what is laid over was made; 0 where nothing is. */
export const lastForeseen = (pending: readonly Pending[]): number => Math.max(0, ...pending.map((p) => p.at));

/** A list with rows written or deleted, in its order; the list itself where none is of it. */
function withWrites<T extends RowTable>(table: T, list: readonly Rows[T][], writes: readonly Foreseen[]): readonly Rows[T][] {
  const mine = writes.filter((w) => w.table === table);
  if (mine.length === 0) return list;
  const rows = new Map(list.map((row) => [nameOf(table, keyIn(table, row)), row]));
  for (const { key, row } of mine)
    if (row === null) rows.delete(nameOf(table, key));
    else rows.set(nameOf(table, key), row as Rows[T]);
  return inOrder(table, [...rows.values()]);
}

function withForeseen(rows: ProjectRows, pending: readonly Pending[], last: ProjectRows | undefined): ProjectRows {
  const sceneId = rows.scene.id;
  const writes = pending
    .flatMap((p) => p.writes)
    .filter((w) => (isSceneTable(w.table) ? w.key[0] === sceneId : w.table !== "scenes" || w.key === sceneId));
  const list = <T extends RowTable>(table: T): Rows[T][] => {
    const now = withWrites(table, rowsShown(rows, table), writes);
    const was = last && rowsShown(last, table);
    return (was && sameList(was, now) ? was : now) as Rows[T][];
  };
  const { workshop } = rows;
  const shop = {
    ...workshop,
    printers: list("printers"),
    paints: list("paints"),
    recipes: list("recipes"),
    procedures: list("procedures"),
    things: list("things"),
    supplies: list("supplies"),
    lines: list("lines"),
    lessons: list("lessons"),
    habits: list("habits")[0],
  };
  const next: ProjectRows = {
    ...rows,
    scene: list("scenes")[0],
    parts: list("parts"),
    records: list("records"),
    workshop: [last?.workshop, workshop].find((w) => w && sameList(Object.values(w), Object.values(shop))) ?? shop,
  };
  return [last, rows].find((r) => r && sameList(Object.values(r), Object.values(next))) ?? next;
}
