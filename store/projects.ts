/** Whole scenes in and out of the database. */
import { fail, type Result } from "../core/measure";
import { meshHashes, pictureHashes, type MeshBlobs, type Project, type Scene } from "../core/project";
import type { Bundle } from "./bundle";
import type { FileRow, InchHollowDatabase } from "./database";

/** Everything of one scene but its meshes, parts in their order. */
export async function loadProject(db: InchHollowDatabase, sceneId: string): Promise<Project | undefined> {
  const scene = await db.scenes.get(sceneId);
  if (!scene) return undefined;
  const own = <T>(table: "parts" | "paints" | "procedures" | "records"): Promise<T[]> =>
    db.table<T>(table).where("sceneId").equals(sceneId).toArray();
  const [parts, paints, procedures, records] = await Promise.all([
    own<Project["parts"][0]>("parts"),
    own<Project["paints"][0]>("paints"),
    own<Project["procedures"][0]>("procedures"),
    own<Project["records"][0]>("records"),
  ]);
  parts.sort((a, b) => a.order - b.order);
  records.sort((a, b) => a.startedAt - b.startedAt);
  return { scene, parts, paints, procedures, records };
}

export const listScenes = (db: InchHollowDatabase): Promise<Scene[]> => db.scenes.orderBy("id").toArray();

/** Meshes of a project, for a bundle. */
export async function loadMeshes(db: InchHollowDatabase, project: Project): Promise<MeshBlobs> {
  return filesOf(await db.meshes.bulkGet(meshHashes(project)));
}

/** Pictures of a project, for a bundle. */
export async function loadPictures(db: InchHollowDatabase, project: Project): Promise<MeshBlobs> {
  return filesOf(await db.pictures.bulkGet(pictureHashes(project)));
}

async function filesOf(rows: (FileRow | undefined)[]): Promise<MeshBlobs> {
  const there = rows.filter((r) => r !== undefined);
  return new Map(await Promise.all(there.map(async (r) => [r.hash, new Uint8Array(await r.file.arrayBuffer())] as const)));
}

const rowsOf = (files: MeshBlobs, type: string): FileRow[] =>
  [...files].map(([hash, bytes]) => ({ hash, file: new Blob([bytes as Uint8Array<ArrayBuffer>], { type }) }));

/** The same rows under another scene id. */
export const underSceneId = (project: Project, sceneId: string): Project => ({
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

/**
 * Stores a whole scene with its meshes in one transaction: all or nothing. A scene whose id is taken comes in beside the
 * other under `freshId`, unless `replace` is set.
 */
export async function storeBundle(db: InchHollowDatabase, bundle: Bundle, freshId: string, replace = false): Promise<string> {
  return db.transaction("rw", [db.scenes, db.parts, db.paints, db.procedures, db.records, db.meshes, db.pictures, db.history], async () => {
    const taken = (await db.scenes.get(bundle.project.scene.id)) !== undefined;
    const project = taken && !replace ? underSceneId(bundle.project, freshId) : bundle.project;
    if (taken && replace) await clearScene(db, project.scene.id);
    await db.scenes.put(project.scene);
    await db.parts.bulkPut(project.parts);
    await db.paints.bulkPut(project.paints);
    await db.procedures.bulkPut(project.procedures);
    await db.records.bulkPut(project.records);
    await db.meshes.bulkPut(rowsOf(bundle.meshes, "model/stl"));
    await db.pictures.bulkPut(rowsOf(bundle.pictures, "image/jpeg"));
    return project.scene.id;
  });
}

/** Removes a scene's rows and its undo history. Meshes stay: another scene may name them. */
async function clearScene(db: InchHollowDatabase, sceneId: string): Promise<void> {
  for (const table of [db.parts, db.paints, db.procedures, db.records]) await table.where("sceneId").equals(sceneId).delete();
  await db.history.where("[sceneId+undone]").between([sceneId, 0], [sceneId, 1], true, true).delete();
  await db.scenes.delete(sceneId);
}

/** Turns what a database throws into a sentence. Anything unknown is thrown on: it is a bug. */
export function storageProblem(error: unknown): Result<never> {
  const name = (error as { name?: string; inner?: { name?: string } } | null)?.name ?? "";
  const inner = (error as { inner?: { name?: string } } | null)?.inner?.name ?? "";
  if (name === "QuotaExceededError" || inner === "QuotaExceededError")
    return fail(
      "storage.full",
      "The browser has no room left, so nothing was stored. Save a bundle of a scene, delete what you no longer need, and try again.",
    );
  if (name === "MissingAPIError" || name === "OpenFailedError" || name === "InvalidStateError")
    return fail(
      "storage.closed",
      "The browser does not let this page keep data (a private window, perhaps). Open it in an ordinary window.",
    );
  throw error;
}
