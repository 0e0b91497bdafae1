/** Opening, making and replacing whole scenes in this browser. What reads bundles comes only when one is read. */
import { DEMO_ID, DEMO_NOW } from "../../demo/identity";
import { newProject } from "../../store/newScene";
import { loadProject, shiftTimes, storeBundle, storageProblem } from "../../store/projects";
import { fail, ok, type Result } from "../../core/measure";
import { db } from "./database.client";

const LAST = "last-scene";

export const rememberScene = (sceneId: string): void => localStorage.setItem(LAST, sceneId);
export const lastScene = (): string | null => localStorage.getItem(LAST);
export const freshId = (): string => crypto.randomUUID();
export const localTimeZone = (): string => Intl.DateTimeFormat().resolvedOptions().timeZone || "UTC";

/** Fetches the demo that ships with the program and stores it, told as of now. Replaces an earlier copy. */
export async function resetDemo(): Promise<Result<string>> {
  const response = await fetch("/demo.inchhollow");
  if (!response.ok) return fail("demo.missing", "The demo scene did not come with this program. Run npm run demo once.");
  const { readBundle } = await import("../../store/bundle");
  const bundle = await readBundle(new Uint8Array(await response.arrayBuffer()));
  if (!bundle.ok) return bundle;
  const timeZone = localTimeZone();
  const shifted = shiftTimes(bundle.value.project, Date.now() - DEMO_NOW);
  const project = { ...shifted, scene: { ...shifted.scene, timeZone } };
  try {
    return ok(await storeBundle(db, { ...bundle.value, project }, freshId(), true));
  } catch (error) {
    return storageProblem(error);
  }
}

/** The demo's id, after making sure that it is there. */
export async function ensureDemo(): Promise<Result<string>> {
  return (await db.scenes.get(DEMO_ID)) ? ok(DEMO_ID) : resetDemo();
}

export async function createScene(name: string): Promise<Result<string>> {
  const project = newProject(freshId(), name, localTimeZone(), Date.now());
  try {
    return ok(await storeBundle(db, { project, meshes: new Map(), pictures: new Map() }, freshId()));
  } catch (error) {
    return storageProblem(error);
  }
}

export async function importBundle(bytes: Uint8Array): Promise<Result<string>> {
  const { readBundle } = await import("../../store/bundle");
  const bundle = await readBundle(bytes);
  if (!bundle.ok) return bundle;
  try {
    return ok(await storeBundle(db, bundle.value, freshId()));
  } catch (error) {
    return storageProblem(error);
  }
}

export const openProject = (sceneId: string) => loadProject(db, sceneId);
