/** Whole scenes of this browser: opening, making, importing, saving, deleting. What packs and unpacks bundles runs in a worker. */
import { nanoid } from "nanoid";
import { DEMO_ID, DEMO_NOW } from "../../demo/identity";
import { mendStoredScene } from "../../store/database";
import { newProject } from "../../store/newScene";
import {
  listScenes,
  loadFiles,
  loadProject,
  purgeScene,
  restoreScene,
  shiftTimes,
  storeImported,
  storeOwn,
  sweep,
  trashScene,
  type Swept,
} from "../../store/projects";
import { fail, ok, type Result } from "../../core/measure";
import { isTimeZone, type Project, type Scene } from "../../core/project";
import { runBundleJob, type BundleOptions } from "../../workers/bundle/client";
import type { Packed } from "../../workers/bundle/protocol";
import { ask, askResult, db, LONG_MS } from "./database.client";
import { keep, kept } from "./kept";
import { keepForGood } from "./storage.client";
import { tellStored } from "./windows.client";

const LAST = "last-scene";

/** The scene that was drawn last. Remembered only once it stands on the page; forgotten while one is being opened. */
export const rememberScene = (sceneId: string): void => keep(LAST, sceneId);
export const forgetScene = (): void => keep(LAST, null);
export const lastScene = (): string | null => kept(LAST);

const localTimeZone = (): string => {
  const name = Intl.DateTimeFormat().resolvedOptions().timeZone;
  return name && isTimeZone(name) ? name : "UTC";
};

/** Fetches the demo that ships with the program and stores it, told as of now. Replaces an earlier copy. */
export async function resetDemo(): Promise<Result<string>> {
  let file: Blob;
  try {
    const response = await fetch("/demo.inchhollow");
    if (!response.ok) return fail("demo.missing", "The demo scene did not come with this program. Run npm run demo once.");
    file = await response.blob();
  } catch {
    return fail(
      "demo.unreachable",
      "The demo scene cannot be fetched: the program's own server does not answer. Your scenes are not touched.",
    );
  }
  const bundle = await runBundleJob("read", { file });
  if (!bundle.ok) return bundle;
  const shifted = shiftTimes(bundle.value.project, Date.now() - DEMO_NOW);
  const project = { ...shifted, scene: { ...shifted.scene, timeZone: localTimeZone() } };
  const stored = await ask(() => storeOwn(db, { ...bundle.value, project }), LONG_MS);
  if (stored.ok) tellStored(stored.value);
  return stored;
}

/** As resetDemo, with a way back to what the demo was before. */
export async function resetDemoUndoably(): Promise<Result<{ sceneId: string; undo: () => Promise<Result<string>> }>> {
  const before = await ask(async () => {
    const project = await loadProject(db, DEMO_ID);
    return project && { project, ...(await loadFiles(db, project)) };
  }, LONG_MS);
  if (!before.ok) return before;
  const done = await resetDemo();
  if (!done.ok) return done;
  const undo = async (): Promise<Result<string>> => {
    if (!before.value) return done;
    const back = await ask(() => storeOwn(db, before.value!), LONG_MS);
    if (back.ok) tellStored(back.value);
    return back;
  };
  return ok({ sceneId: done.value, undo });
}

/** The demo's id, after making sure that it is there. */
export async function ensureDemo(): Promise<Result<string>> {
  const there = await ask(async () => (await db.scenes.get(DEMO_ID)) !== undefined && (await db.trash.get(DEMO_ID)) === undefined);
  if (!there.ok) return there;
  return there.value ? ok(DEMO_ID) : resetDemo();
}

export async function createScene(name: string): Promise<Result<string>> {
  const project = newProject(nanoid(), name, localTimeZone(), Date.now());
  const stored = await ask(() => storeOwn(db, { project, meshes: new Map(), pictures: new Map() }));
  if (stored.ok) tellStored(null);
  return stored;
}

export interface Imported {
  sceneId: string;
  /** What was not in the file, in words. */
  missing: string[];
}

/** Takes a saved scene in, beside what is there. */
export async function importBundle(file: Blob, options: BundleOptions = {}): Promise<Result<Imported>> {
  const bundle = await runBundleJob("read", { file }, options);
  if (!bundle.ok) return bundle;
  const stored = await ask(() => storeImported(db, bundle.value, nanoid(), DEMO_ID), LONG_MS);
  if (!stored.ok) return stored;
  tellStored(null);
  keepForGood();
  return ok({ sceneId: stored.value, missing: bundle.value.missing.map((m) => m.what) });
}

/**
 * A scene as a file, from the store and not from what a page shows. Where the store cannot be read, `shown` (what the page holds) is saved
 * without its meshes.
 */
export async function packScene(
  sceneId: string,
  shown: Project | null,
  options: BundleOptions = {},
): Promise<Result<Packed & { name: string }>> {
  const read = await ask(async () => {
    const project = await loadProject(db, sceneId);
    return project && { project, ...(await loadFiles(db, project)) };
  });
  const given = read.ok ? read.value : shown && { project: shown, meshes: new Map<string, Blob>(), pictures: new Map<string, Blob>() };
  if (!given) return read.ok ? fail("scene.gone", "That scene is no longer here.") : (read as Result<never>);
  const packed = await runBundleJob("write", given, options);
  return packed.ok ? ok({ ...packed.value, name: given.project.scene.name }) : packed;
}

/** Every row of a scene as it is stored, for one that no bundle can hold. */
export const rawScene = (sceneId: string): Promise<Result<Project | undefined>> => ask(() => loadProject(db, sceneId));

export async function deleteScene(sceneId: string): Promise<Result<unknown>> {
  const done = await ask(() => trashScene(db, sceneId, Date.now()));
  if (done.ok && lastScene() === sceneId) forgetScene();
  tellStored(null);
  return done;
}

export async function bringBackScene(sceneId: string): Promise<Result<unknown>> {
  const done = await ask(() => restoreScene(db, sceneId));
  tellStored(null);
  return done;
}

export async function removeScene(sceneId: string): Promise<Result<unknown>> {
  const done = await ask(() => purgeScene(db, sceneId));
  tellStored(null);
  return done;
}

export const mendScene = (sceneId: string): Promise<Result<number>> => ask(() => mendStoredScene(db, sceneId), LONG_MS);

export const sweepStore = (): Promise<Result<Swept>> => ask(() => sweep(db, Date.now()), LONG_MS);

/** A scene with all its rows; undefined when it is not here, or was deleted. */
export const openProject = (sceneId: string): Promise<Result<Project | undefined>> =>
  ask(async () => ((await db.trash.get(sceneId)) ? undefined : loadProject(db, sceneId)));

export const allScenes = (): Promise<Result<Scene[]>> => ask(() => listScenes(db));

/** What is dropped on the demo goes to a scene of the user's own: the demo stays what it was. */
export async function sceneForNewPart(scene: Scene): Promise<Result<string>> {
  if (!scene.demo) return ok(scene.id);
  return askResult(async () => {
    const own = (await listScenes(db)).find((s) => !s.demo && !s.scaleAnswered);
    return own ? ok(own.id) : createScene("My scene");
  });
}
