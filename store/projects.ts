/** Whole scenes in and out of the database. */
import type { Project, Scene } from "../core/project";
import { LIST_TABLES } from "./check";
import type { Bundle, FileSet } from "./bundle";
import type { AsideRow, FileRow, InchHollowDatabase } from "./database";

/** Everything of one scene but its meshes, parts in their order. */
export async function loadProject(db: InchHollowDatabase, sceneId: string): Promise<Project | undefined> {
  return db.transaction("r", [db.scenes, db.parts, db.paints, db.procedures, db.records], async () => {
    const scene = await db.scenes.get(sceneId);
    if (!scene) return undefined;
    const own = <T>(table: (typeof LIST_TABLES)[number]): Promise<T[]> => db.table<T>(table).where("sceneId").equals(sceneId).toArray();
    const [parts, paints, procedures, records] = await Promise.all([
      own<Project["parts"][0]>("parts"),
      own<Project["paints"][0]>("paints"),
      own<Project["procedures"][0]>("procedures"),
      own<Project["records"][0]>("records"),
    ]);
    parts.sort((a, b) => a.order - b.order);
    records.sort((a, b) => a.startedAt - b.startedAt);
    return { scene, parts, paints, procedures, records };
  });
}

/** All scenes but the deleted ones, those begun last first. */
export async function listScenes(db: InchHollowDatabase): Promise<Scene[]> {
  const [scenes, trash] = await Promise.all([db.scenes.toArray(), db.trash.toCollection().primaryKeys()]);
  const gone = new Set(trash);
  return scenes.filter((s) => !gone.has(s.id)).sort((a, b) => Number(a.demo) - Number(b.demo) || b.createdAt - a.createdAt);
}

/** Every content hash that rows name, wherever it stands in them and whatever else they hold. */
function hashesIn(x: unknown, into: Set<string>): void {
  if (typeof x === "string") {
    if (/^[0-9a-f]{64}$/.test(x)) into.add(x);
  } else if (typeof x === "object" && x !== null && !ArrayBuffer.isView(x)) for (const y of Object.values(x)) hashesIn(y, into);
}

/** Meshes and pictures of a project, for a bundle; those that are gone are left out. */
export async function loadFiles(db: InchHollowDatabase, project: Project): Promise<Pick<Bundle, "meshes" | "pictures">> {
  const named = new Set<string>();
  hashesIn(project, named);
  const [meshes, pictures] = await Promise.all([db.meshes.bulkGet([...named]), db.pictures.bulkGet([...named])]);
  return { meshes: filesOf(meshes), pictures: filesOf(pictures) };
}

const filesOf = (rows: (FileRow | undefined)[]): FileSet => new Map(rows.filter((r) => r !== undefined).map((r) => [r.hash, r.file]));
const rowsOf = (files: FileSet): FileRow[] => [...files].map(([hash, file]) => ({ hash, file }));

/** The same rows under another scene id. */
const underSceneId = (project: Project, sceneId: string): Project => ({
  scene: { ...project.scene, id: sceneId },
  parts: project.parts.map((r) => ({ ...r, sceneId })),
  paints: project.paints.map((r) => ({ ...r, sceneId })),
  procedures: project.procedures.map((r) => ({ ...r, sceneId })),
  records: project.records.map((r) => ({ ...r, sceneId })),
});

/** All times moved by `ms`: the demo is always as old as when it was made. */
export const shiftTimes = (project: Project, ms: number): Project => ({
  ...project,
  records: project.records.map((r) => ({
    ...r,
    startedAt: r.startedAt + ms,
    finishedAt: r.finishedAt === null ? null : r.finishedAt + ms,
  })),
});

/** A name that no other scene has: "Creek", then "Creek (2)". */
export function nameApart(name: string, taken: ReadonlySet<string>): string {
  if (!taken.has(name)) return name;
  for (let n = 2; ; n++) {
    const next = `${name.slice(0, 110)} (${n})`;
    if (!taken.has(next)) return next;
  }
}

const sceneTables = (db: InchHollowDatabase) =>
  [db.scenes, db.parts, db.paints, db.procedures, db.records, db.meshes, db.pictures, db.history, db.trash, db.aside] as const;

async function putAll(db: InchHollowDatabase, project: Project, files: Pick<Bundle, "meshes" | "pictures">): Promise<void> {
  await db.scenes.put(project.scene);
  await db.parts.bulkPut(project.parts);
  await db.paints.bulkPut(project.paints);
  await db.procedures.bulkPut(project.procedures);
  await db.records.bulkPut(project.records);
  await db.meshes.bulkPut(rowsOf(files.meshes));
  await db.pictures.bulkPut(rowsOf(files.pictures));
}

/**
 * Stores a scene that comes from a file, in one transaction: all or nothing. It is a scene of its own whatever its rows say: every row
 * gets its id, which is a fresh one where the bundle's is taken, and a name that no other scene has. The demo's own id is never taken.
 */
export async function storeImported(db: InchHollowDatabase, bundle: Bundle, freshId: string, demoId: string): Promise<string> {
  return db.transaction("rw", sceneTables(db), async () => {
    const { scene } = bundle.project;
    const taken = scene.id === demoId || (await db.scenes.get(scene.id)) !== undefined;
    const names = new Set((await db.scenes.toArray()).map((s) => s.name));
    const id = taken ? freshId : scene.id;
    const project = underSceneId(bundle.project, id);
    await putAll(db, { ...project, scene: { ...project.scene, name: nameApart(scene.name, names), demo: false } }, bundle);
    return id;
  });
}

/** Stores a scene of this program's own making, the demo or a new one, in place of what has its id. */
export async function storeOwn(db: InchHollowDatabase, bundle: Bundle): Promise<string> {
  return db.transaction("rw", sceneTables(db), async () => {
    const { id } = bundle.project.scene;
    await clearScene(db, id);
    await putAll(db, underSceneId(bundle.project, id), bundle);
    return id;
  });
}

/** Removes a scene's rows and its undo history. Files stay: another scene may name them; what none names is swept. */
async function clearScene(db: InchHollowDatabase, sceneId: string): Promise<void> {
  for (const table of LIST_TABLES) await db.table(table).where("sceneId").equals(sceneId).delete();
  await db.history.where("[sceneId+undone]").between([sceneId, 0], [sceneId, 1], true, true).delete();
  await db.scenes.delete(sceneId);
  await db.trash.delete(sceneId);
}

/** Days that a deleted scene can be restored. */
export const TRASH_DAYS = 30;

/** Puts a scene away. Its rows stay until it is swept, so that it can be restored as it was. */
export const trashScene = (db: InchHollowDatabase, sceneId: string, at: number): Promise<unknown> => db.trash.put({ sceneId, at });
export const restoreScene = (db: InchHollowDatabase, sceneId: string): Promise<void> => db.trash.delete(sceneId);
/** Removes a deleted scene for good. */
export const purgeScene = (db: InchHollowDatabase, sceneId: string): Promise<void> =>
  db.transaction("rw", sceneTables(db), () => clearScene(db, sceneId));

export interface Trashed {
  scene: Scene;
  at: number;
}

/** Scenes that can be restored, last deleted first. */
export async function listTrash(db: InchHollowDatabase): Promise<Trashed[]> {
  const rows = await db.trash.toArray();
  const scenes = await db.scenes.bulkGet(rows.map((r) => r.sceneId));
  return rows.flatMap(({ at }, i) => (scenes[i] ? [{ scene: scenes[i], at }] : [])).sort((a, b) => b.at - a.at);
}

/** The label of each scene's last change that can be taken back. */
export async function lastEdits(db: InchHollowDatabase, scenes: readonly Scene[]): Promise<Record<string, string>> {
  const labels = await Promise.all(
    scenes.map(async ({ id }) => [id, (await db.history.where("[sceneId+undone]").equals([id, 0]).last())?.label ?? ""] as const),
  );
  return Object.fromEntries(labels.filter(([, label]) => label));
}

export const listAside = (db: InchHollowDatabase): Promise<AsideRow[]> => db.aside.toArray();

/** Hashes of files that rows of any kind name: a scene, a part, an earlier version, what was set aside, or an edit that can be taken back. */
async function namedFiles(db: InchHollowDatabase): Promise<Set<string>> {
  const named = new Set<string>();
  for (const table of [db.parts, db.scenes, db.aside, db.history]) await table.each((row: unknown) => hashesIn(row, named));
  return named;
}

export interface Swept {
  scenes: number;
  files: number;
  sheets: number;
}

/**
 * Lets go of what nothing names any more: scenes deleted long ago, meshes and pictures of no row, drawn sheets of no mesh. One
 * transaction, so that a file is never swept while its row is on its way in.
 */
export async function sweep(db: InchHollowDatabase, now: number): Promise<Swept> {
  return db.transaction("rw", [...sceneTables(db), db.sheets], async () => {
    const old = (await db.trash.toArray()).filter((t) => now - t.at > TRASH_DAYS * 86_400_000);
    for (const { sceneId } of old) await clearScene(db, sceneId);
    const named = await namedFiles(db);
    let files = 0;
    for (const table of [db.meshes, db.pictures]) {
      const loose = (await table.toCollection().primaryKeys()).filter((hash) => !named.has(hash));
      await table.bulkDelete(loose);
      files += loose.length;
    }
    // A sheet's key begins with its mesh's hash, or with a size.
    const sheets = (await db.sheets.toCollection().primaryKeys()).filter(
      (key) => /^[0-9a-f]{64} /.test(key) && !named.has(key.slice(0, 64)),
    );
    await db.sheets.bulkDelete(sheets);
    return { scenes: old.length, files, sheets: sheets.length };
  });
}

/** What takes how much, in bytes. */
export interface Usage {
  meshes: { count: number; bytes: number };
  pictures: { count: number; bytes: number };
  sheets: { count: number; bytes: number };
  rows: { count: number; bytes: number };
  undo: { count: number; bytes: number };
}

const textBytes = (row: unknown): number => JSON.stringify(row)?.length ?? 0;

/** Bytes of plain data, typed arrays at their true length. */
function valueBytes(x: unknown): number {
  if (ArrayBuffer.isView(x)) return x.byteLength;
  if (Array.isArray(x)) return x.reduce((n: number, y) => n + valueBytes(y), 8);
  if (typeof x === "object" && x !== null) return Object.entries(x).reduce((n, [k, y]) => n + k.length + valueBytes(y), 8);
  return typeof x === "string" ? x.length : 8;
}

export async function usage(db: InchHollowDatabase): Promise<Usage> {
  const sum = async (each: (add: (bytes: number) => void) => Promise<void>): Promise<{ count: number; bytes: number }> => {
    const total = { count: 0, bytes: 0 };
    await each((bytes) => {
      total.count++;
      total.bytes += bytes;
    });
    return total;
  };
  return {
    meshes: await sum((add) => db.meshes.each((r) => add(r.file.size))),
    pictures: await sum((add) => db.pictures.each((r) => add(r.file.size))),
    sheets: await sum((add) => db.sheets.each((r) => add(valueBytes(r.sheet)))),
    rows: await sum(async (add) => {
      await db.scenes.each((r) => add(textBytes(r)));
      for (const table of LIST_TABLES) await db.table(table).each((r: unknown) => add(textBytes(r)));
    }),
    undo: await sum((add) => db.history.each((r) => add(textBytes(r)))),
  };
}
