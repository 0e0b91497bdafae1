/**
 * What was stored by any earlier version, as this one stores it: an ordered list that is folded, by the browser's database over its tables and
 * by the reader of bundles over a scene. A step that has shipped is frozen; the next version is another entry at the end.
 */
import type { Transaction } from "dexie";
import { partTo2, sceneTo2 } from "./2";
import { partTo4, workshopTo4 } from "./4";
import { partTo5 } from "./5";
import { habitsTo6, partTo6, sceneTo6 } from "./6";
import { habitsTo7, partTo7, sceneTo7 } from "./7";
import { habitsTo8 } from "./8";
import { projectTo11 } from "./11";
import { isStored, rowsIn, type Stored } from "./stored";

type RowStep = (row: Stored) => Stored;

export interface Migration {
  /** The version that it leads to, from the one before. */
  to: number;
  /** Tables of the browser's database that come, go or get other keys. */
  tables?: Record<string, string | null>;
  /** Rows that change one by one, the same in a bundle and in the browser. */
  scene?: RowStep;
  part?: RowStep;
  habits?: RowStep;
  /** What cannot be done row by row, of a scene as a bundle holds it. */
  project?: (stored: Stored) => Stored;
  /** The same, and what only the browser keeps, over its tables. */
  upgrade?: (tx: Transaction) => Promise<unknown>;
  /** Undo would bring back rows of the old shape: it begins anew. */
  forgetsUndo?: true;
}

export const MIGRATIONS: readonly Migration[] = [
  {
    to: 1,
    tables: {
      scenes: "id",
      parts: "[sceneId+id], sceneId",
      paints: "[sceneId+id], sceneId",
      procedures: "[sceneId+id], sceneId",
      records: "[sceneId+id], sceneId",
      meshes: "hash",
      sheets: "key",
      history: "++seq, [sceneId+undone]",
    },
  },
  // Scenes and parts say more; meshes become Blobs.
  {
    to: 2,
    tables: { pictures: "hash" },
    scene: sceneTo2,
    part: partTo2,
    upgrade: (tx) => replaceRows(tx, "meshes", ({ hash, bytes }) => ({ hash, file: new Blob([bytes as Uint8Array<ArrayBuffer>]) })),
    forgetsUndo: true,
  },
  // Deleted scenes are kept for a while; a row that cannot be understood is set aside, and the rest opens.
  { to: 3, tables: { trash: "sceneId", aside: "++seq, sceneId", history: "++seq, [sceneId+undone], editId" } },
  // Rows hold only what was said, results have a table of their own, and what belongs to the workshop leaves the scenes. A table whose
  // key changes is emptied into a new one: "paints" and "procedures" become "rack" and "kept".
  {
    to: 4,
    tables: {
      results: "key, mesh, [used+bytes]",
      chores: "name",
      sheets: null,
      paints: null,
      procedures: null,
      printers: "id",
      rack: "id",
      kept: "id",
      things: "name",
      supplies: "id",
      lessons: "id",
      habits: "id",
    },
    project: projectTo4,
    upgrade: tablesTo4,
    forgetsUndo: true,
  },
  // Parts say more of how they are printed.
  { to: 5, part: partTo5 },
  // Scenes have plates, parts a batch, and habits say when somebody sleeps.
  { to: 6, scene: sceneTo6, part: partTo6, habits: habitsTo6 },
  // What is said of surfaces has rows, scenes say which parts are joined.
  { to: 7, scene: sceneTo7, part: partTo7, habits: habitsTo7, forgetsUndo: true },
  // Readings of filling go by the spacing along the face.
  { to: 8, habits: habitsTo8, forgetsUndo: true },
  // An orientation, and what a joint leads to, may be left to the program: rows of before stand as they are. Results say in a table of
  // their own how large they are and when they were used last; those of before are computed anew.
  {
    to: 9,
    tables: { results: "key, mesh", resultUses: "key, [used+bytes]" },
    upgrade: (tx) => tx.table("results").clear(),
  },
  // The workshop has recipes.
  { to: 10, tables: { recipes: "id" }, project: projectTo10 },
  // One row for one joint.
  { to: 11, project: projectTo11, upgrade: (tx) => eachProject(tx, projectTo11), forgetsUndo: true },
  // The workshop has a ledger. What was in stock is what it begins with.
  { to: 12, tables: { lines: "id" }, project: projectTo12 },
  // Lists of an evening's work go to a phone and come back.
  { to: 13, tables: { away: "id" } },
];

/** Version of what the browser and bundles hold. */
export const STORED_VERSION = MIGRATIONS.at(-1)!.to;

/** A scene with its lists, as a bundle of the given version holds it, as this version stores it. What is no scene is handed back. */
export function projectFrom(version: number, stored: Stored): Stored {
  if (!isStored(stored.scene)) return stored;
  return MIGRATIONS.filter((m) => m.to > version).reduce((project, m) => stepped(m, project), stored);
}

/** One step over a scene with its lists. */
export function stepped({ project: whole, scene, part, habits }: Migration, stored: Stored): Stored {
  const project = whole?.(stored) ?? stored;
  const { workshop, parts } = project;
  return {
    ...project,
    ...(scene && isStored(project.scene) && { scene: scene(project.scene) }),
    ...(part && Array.isArray(parts) && { parts: parts.map((p: unknown) => (isStored(p) ? part(p) : p)) }),
    ...(habits && isStored(workshop) && isStored(workshop.habits) && { workshop: { ...workshop, habits: habits(workshop.habits) } }),
  };
}

/** One step over the browser's tables. */
export async function upgradeTables({ scene, part, habits, upgrade, forgetsUndo }: Migration, tx: Transaction): Promise<void> {
  if (scene) await replaceRows(tx, "scenes", scene);
  if (part) await replaceRows(tx, "parts", part);
  if (habits) await replaceRows(tx, "habits", habits);
  if (upgrade) await upgrade(tx);
  if (forgetsUndo) await tx.table("history").clear();
}

/** Every row of a table in its next shape. */
const replaceRows = (tx: Transaction, table: string, to: RowStep): Promise<number> =>
  tx
    .table(table)
    .toCollection()
    .modify((row: Stored, ref: { value: unknown }) => {
      ref.value = to(row);
    });

/** A step over each scene of the browser with its parts. */
async function eachProject(tx: Transaction, step: (stored: Stored) => Stored): Promise<void> {
  const parts = (await tx.table("parts").toArray()) as Stored[];
  for (const scene of (await tx.table("scenes").toArray()) as Stored[]) {
    const next = step({ scene, parts: parts.filter((p) => p.sceneId === scene.id) });
    await tx.table("scenes").put(next.scene);
    await tx.table("parts").bulkPut(next.parts as Stored[]);
  }
}

function projectTo10(stored: Stored): Stored {
  const { workshop } = stored;
  return isStored(workshop) ? { ...stored, workshop: { ...workshop, recipes: [] } } : stored;
}

function projectTo12(stored: Stored): Stored {
  const { workshop } = stored;
  return isStored(workshop) ? { ...stored, workshop: { ...workshop, lines: [] } } : stored;
}

function projectTo4(stored: Stored): Stored {
  const given = rowsIn(stored.parts);
  const parts = Array.isArray(stored.parts)
    ? stored.parts.map((p: unknown) => (isStored(p) && isStored(p.source) ? partTo4(p, given) : p))
    : [];
  const { workshop, projects } = workshopTo4([{ ...stored, parts }]);
  return { ...projects[0], workshop };
}

async function tablesTo4(tx: Transaction): Promise<void> {
  const all = async (table: string): Promise<Stored[]> => (await tx.table(table).toArray()) as Stored[];
  const [scenes, parts, paints, procedures] = await Promise.all(["scenes", "parts", "paints", "procedures"].map(all));
  const own = (rows: Stored[], id: unknown): Stored[] => rows.filter((r) => r.sceneId === id);
  // A scene of one's own says how somebody works; the demo only where there is none.
  const ordered = [...scenes].sort((a, b) => Number(a.demo) - Number(b.demo) || Number(b.createdAt) - Number(a.createdAt));
  const { workshop, projects } = workshopTo4(
    ordered.map((scene) => ({
      scene,
      paints: own(paints, scene.id),
      procedures: own(procedures, scene.id),
      parts: own(parts, scene.id).map((p, _, list) => partTo4(p, list)),
    })),
  );
  await tx.table("scenes").clear();
  await tx.table("scenes").bulkPut(projects.map((p) => p.scene));
  await tx.table("parts").clear();
  await tx.table("parts").bulkPut(projects.flatMap((p) => p.parts as Stored[]));
  await tx.table("printers").bulkPut(workshop.printers);
  await tx.table("rack").bulkPut(workshop.paints);
  await tx.table("kept").bulkPut(workshop.procedures);
  await tx.table("things").bulkPut(workshop.things);
  if (scenes.length > 0) await tx.table("habits").put(workshop.habits);
  // Older programs were less strict: what they stored is gone through once, by what this program understands.
  await tx.table("chores").put({ name: "sift" });
}
