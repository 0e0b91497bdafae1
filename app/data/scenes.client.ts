/** Whole scenes of this browser: opening, making, importing, saving, deleting. What packs and unpacks bundles runs in a worker. */
import { WORKSHOP } from "~core/rows";
import { Refused } from "~core/stations";
import { ofOne, sameList } from "~core/derive";
import { goesOn } from "~core/plan";
import { nanoid } from "nanoid";
import { DEMO_ID, DEMO_NOW } from "../../demo/identity";
import { mendStoredScene } from "../../store/database";
import { newProject } from "../../store/newScene";
import {
  differencesOf,
  keepCarried,
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
  type Choices,
  type Difference,
  type Swept,
} from "../../store/projects";
import { fail, ok, type Result } from "~core/units";
import { isTimeZone, type Project, type ProjectRows, type SceneRow, type StepRecord } from "../../core/project";
import { joinProject, rowsOf, wantedOf, withNamedOnly } from "../../core/results";
import { isWork } from "../../core/stations/kinds";
import { runJob } from "../../workers/client";
import type { JobOptions } from "../../workers/pool";
import type { Packed } from "../../workers/protocol";
import { backupDue, restoreBackup, takeBackup, type Backup, type BackupWritten } from "../../store/backup";
import { RowsAtHand } from "../../store/atHand";
import { clearResults } from "../../store/results";
import { ask, askResult, db, LONG_MS } from "./database.client";
import { desk } from "./results.client";
import { foreseen } from "./foreseen.client";
import { keep, kept } from "./kept";
import { keepForGood } from "./storage.client";
import { onStoredElsewhere, tellStored } from "./windows.client";

const atHand = new RowsAtHand(db, foreseen.same);

/** What other windows may have changed is read anew when it is next asked for. */
export const doubtRows = (): void => atHand.doubt();
/** Another once any row was stored, by whatever way. */
export const momentOfRows = (): string => atHand.moment();
onStoredElsewhere(doubtRows);

export type BundleOptions = Pick<JobOptions, "onProgress" | "signal">;

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
    if (!response.ok) return fail("demo.missing", "The demo scene is missing from this program. Run npm run demo once.");
    file = await response.blob();
  } catch {
    return fail(
      "demo.unreachable",
      "The demo scene cannot be fetched: the program's own server does not answer. Your scenes are not touched.",
    );
  }
  const bundle = await runJob("readBundle", { file });
  if (!bundle.ok) return bundle;
  const shifted = shiftTimes(bundle.value.project, Date.now() - DEMO_NOW);
  const { workshop } = shifted;
  const project = { ...shifted, workshop: { ...workshop, habits: { ...workshop.habits, timeZone: localTimeZone() } } };
  const stored = await ask(async () => {
    await keepCarried(db, bundle.value.results ?? [], Date.now(), true);
    return storeOwn(db, { ...bundle.value, project });
  }, LONG_MS);
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
  const habits = await ask(() => db.habits.get(WORKSHOP));
  const fresh = newProject(nanoid(), name, localTimeZone(), Date.now());
  const distance = (habits.ok && habits.value?.viewingDistanceMm) || fresh.scene.viewingDistanceMm;
  const project = { ...fresh, scene: { ...fresh.scene, viewingDistanceMm: distance } };
  const stored = await ask(() => storeOwn(db, { project, meshes: new Map(), pictures: new Map() }));
  if (stored.ok) tellStored(null);
  return stored;
}

export interface Imported {
  sceneId: string;
  /** What was not in the file, in words. */
  missing: string[];
}

/** Asks which of two holds where the file and the workshop differ; null for neither: nothing is taken in. */
export type AskChoices = (differences: Difference[]) => Promise<Choices | null>;

/** Takes a saved scene in, beside what is there. */
export async function importBundle(file: Blob, options: BundleOptions, askChoices: AskChoices): Promise<Result<Imported>> {
  const bundle = await runJob("readBundle", { file }, options);
  if (!bundle.ok) return bundle;
  const differ = await ask(() => differencesOf(db, bundle.value.project.workshop));
  if (!differ.ok) return differ;
  const choices = differ.value.length > 0 ? await askChoices(differ.value) : new Map();
  if (choices === null) return fail("cancelled", "Nothing was imported.");
  const stored = await askResult(async () => {
    try {
      await keepCarried(db, bundle.value.results ?? [], Date.now(), false);
      return ok(await storeImported(db, bundle.value, nanoid(), DEMO_ID, choices));
    } catch (error) {
      if (error instanceof Refused) return fail(error.code, error.message);
      throw error;
    }
  }, LONG_MS);
  if (!stored.ok) return stored;
  desk.tryAgain([...bundle.value.meshes.keys()]);
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
    return project && { project: withNamedOnly(project), ...(await loadFiles(db, project)) };
  });
  const given = read.ok
    ? read.value
    : shown && { project: withNamedOnly(rowsOf(shown)), meshes: new Map<string, Blob>(), pictures: new Map<string, Blob>() };
  if (!given) return read.ok ? fail("scene.gone", "That scene is no longer here.") : (read as Result<never>);
  const packed = await runJob("writeBundle", given, options);
  return packed.ok ? ok({ ...packed.value, name: given.project.scene.name }) : packed;
}

/** Every row of a scene as it is stored, for one that no bundle can hold. */
export const rawScene = (sceneId: string): Promise<Result<ProjectRows | undefined>> => ask(() => loadProject(db, sceneId));

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

/** Everything in one file. @returns the file; the moment of it is noted */
export async function backUp(options: BundleOptions = {}): Promise<Result<BackupWritten>> {
  const now = Date.now();
  const taken = await ask(() => takeBackup(db, now), LONG_MS);
  if (!taken.ok) return taken;
  if (!taken.value) return fail("backup.nothing", "Nothing to back up yet.");
  const packed = await runJob("writeBackup", taken.value, options);
  if (packed.ok) await ask(() => db.habits.update(WORKSHOP, { backupAt: now }));
  return packed;
}

/** Puts everything as a backup says. @returns how to have it back as it was before */
export async function restoreFrom(
  file: Blob,
  options: BundleOptions = {},
): Promise<Result<{ backup: Backup; undo: () => Promise<Result<void>> }>> {
  const read = await runJob("readBackup", { file }, options);
  if (!read.ok) return read;
  const before = await ask(() => takeBackup(db, Date.now()), LONG_MS);
  if (!before.ok) return before;
  const put = async (backup: Backup): Promise<Result<void>> => {
    const done = await ask(() => restoreBackup(db, backup), LONG_MS);
    desk.tryAgain([...backup.meshes.keys()]);
    tellStored(null);
    return done;
  };
  const done = await put(read.value);
  return done.ok ? ok({ backup: read.value, undo: () => (before.value ? put(before.value) : Promise.resolve(done)) }) : done;
}

export const isBackupDue = (): Promise<Result<boolean>> => ask(() => backupDue(db, Date.now()));

/** Lets go of all that was computed: nothing of it was said by anybody. */
export async function clearAllResults(): Promise<Result<void>> {
  const done = await ask(() => clearResults(db));
  desk.forget();
  return done;
}

export const sweepStore = (): Promise<Result<Swept>> => ask(() => sweep(db, Date.now()), LONG_MS);

/** A scene with all its rows; undefined when it is not here, or was deleted. */
export const openProject = (sceneId: string): Promise<Result<ProjectRows | undefined>> => ask(() => atHand.project(sceneId));

/** What a scene is planned with besides its own rows. */
export interface Beside {
  /** Scenes that are at work beside it. */
  others: ProjectRows[];
  /** Records of scenes at rest: hands learn from them too. */
  taught: readonly StepRecord[];
}

let lastBeside: ProjectRows[] = [];
let lastTaught: readonly (readonly StepRecord[])[] = [];
let taught: readonly StepRecord[] = [];

/** Scenes that are at work beside one: those at rest only while something of theirs goes on, the demo never. The demo stands by itself. */
export async function scenesBeside(scene: SceneRow): Promise<Beside> {
  const beside = scene.demo
    ? ok([])
    : await ask(async () => {
        const at = (await atHand.scenes()).filter((s) => s.id !== scene.id && !s.demo);
        return Promise.all(at.map((s) => atHand.project(s.id)));
      });
  // One that cannot be read, or whose rows nobody understands, is no reason not to open this one.
  const all = beside.ok ? beside.value.filter((p) => p !== undefined).filter(isUnderstood) : [];
  const list = all.filter((p) => !p.scene.rests || goesOn(p.records));
  // Those at rest stay at hand too: whether something of theirs goes on is asked at every edit.
  atHand.keepOnly(new Set([scene.id, ...all.map((p) => p.scene.id)]));
  if (!sameList(list, lastBeside)) lastBeside = list;
  const atRest = all.filter((p) => !list.includes(p)).map((p) => p.records);
  if (!sameList(atRest, lastTaught)) {
    lastTaught = atRest;
    taught = atRest.flat();
  }
  return { others: lastBeside, taught };
}

/** Can what is stored of a scene be asked and joined? Rows of an older program may hold anything. */
const isUnderstood = ofOne((rows: ProjectRows): boolean => {
  try {
    wantedOf(rows);
    goesOn(rows.records);
    const { unread, parts } = joinProject(rows, () => undefined);
    return [...unread, ...parts].every((p) => Array.isArray(p.work) && p.work.every(isWork));
  } catch {
    return false;
  }
});

export const allScenes = (): Promise<Result<SceneRow[]>> => ask(() => listScenes(db));

/** What is dropped on the demo goes to a scene of the user's own: the demo stays what it was. */
export async function sceneForNewPart(scene: SceneRow): Promise<Result<string>> {
  if (!scene.demo) return ok(scene.id);
  return askResult(async () => {
    const own = (await listScenes(db)).find((s) => !s.demo && !s.scaleAnswered);
    return own ? ok(own.id) : createScene("My scene");
  });
}
