/**
 * The whole workshop in one file and back, exactly: `backup.json` with every row of every scene and of the workshop, and all meshes and
 * pictures by their hash. A zip like a scene's own file, checked the same way; restoring replaces everything in one transaction.
 */
import { ROW_TABLES, WORKSHOP_TABLE_NAMES } from "../core/rows";
import { projectFrom, STORED_VERSION } from "./migrations";
import { isStored } from "./migrations/stored";
import { BlobReader, BlobWriter, ZipReader, ZipWriter, type FileEntry } from "@zip.js/zip.js";
import { fail, ok, type Result } from "../core/units";
import type { PartRow, ProjectRows, SceneRow, StepRecord, Workshop } from "../core/project";
import { nanoid } from "nanoid";
import { hashOf, meshName, MTIME, pictureName, SOUND_TYPE, soundName, unpack, type FileSet, type Work } from "./bundle";
import { faultsOf, placeOf, SCENE_LISTS, sift, type SetAside } from "./check";
import { loadWorkshop, type FileRow, type InchHollowDatabase, type TrashRow } from "./database";

const FORMAT = "inch-hollow-backup";
const NAME = "backup.json";
/** Of files, by their folder. */
const TYPES: Record<string, string> = { meshes: "model/stl", photos: "image/jpeg", sounds: SOUND_TYPE };

export interface Backup {
  /** When it was written, ms. */
  at: number;
  workshop: Workshop;
  scenes: { scene: SceneRow; parts: PartRow[]; records: StepRecord[] }[];
  trash: TrashRow[];
  meshes: FileSet;
  pictures: FileSet;
}

const filesOf = (rows: FileRow[]): FileSet => new Map(rows.map((r) => [r.hash, r.file]));

/** Everything that was said, as it is stored now. Undefined while nothing was. */
export async function takeBackup(db: InchHollowDatabase, at: number): Promise<Backup | undefined> {
  return db.transaction("r", [...ROW_TABLES.map((t) => db.rows(t)), db.trash, db.meshes, db.pictures], async () => {
    const workshop = await loadWorkshop(db);
    if (!workshop) return undefined;
    const [scenes, parts, records, trash, meshes, pictures] = await Promise.all([
      db.scenes.toArray(),
      db.parts.toArray(),
      db.records.toArray(),
      db.trash.toArray(),
      db.meshes.toArray(),
      db.pictures.toArray(),
    ]);
    const own = <T extends { sceneId: string }>(rows: T[], id: string): T[] => rows.filter((r) => r.sceneId === id);
    return {
      at,
      workshop,
      scenes: scenes.map((scene) => ({ scene, parts: own(parts, scene.id), records: own(records, scene.id) })),
      trash,
      meshes: filesOf(meshes),
      pictures: filesOf(pictures),
    };
  });
}

/** The same with every scene as it can be stored: what cannot be understood goes beside it, as when a scene is saved. */
function sound(backup: Backup): { backup: Backup; aside: SetAside[] } {
  const aside: SetAside[] = [];
  let { workshop } = backup;
  const scenes = backup.scenes.flatMap((scene): Backup["scenes"] => {
    if (faultsOf({ ...scene, workshop }).length === 0) return [scene];
    const fit = sift({ ...scene, workshop }, nanoid);
    if (!fit) {
      aside.push({ table: "scene", name: String(scene.scene.name), why: "it could not be read", row: scene });
      return [];
    }
    aside.push(...fit.aside);
    workshop = fit.project.workshop;
    const { scene: row, parts, records } = fit.project;
    return [{ scene: row, parts, records }];
  });
  // It is itself the last backup of what it holds.
  const habits = { ...workshop.habits, backupAt: backup.at };
  return { backup: { ...backup, workshop: { ...workshop, habits }, scenes }, aside };
}

export interface BackupWritten {
  file: Blob;
  /** Rows that could not be understood: they are in the file, beside the rest, under `aside.json`. */
  aside: number;
  /** Meshes and pictures that are no longer what their names say. */
  damaged: number;
}

/** Writes what can be read again: a row or a file that is damaged takes nothing else along. */
export async function writeBackup(given: Backup, { onProgress, signal }: Work = {}): Promise<Result<BackupWritten>> {
  const { backup, aside } = sound(given);
  const { meshes, pictures, ...rows } = backup;
  const writer = new ZipWriter(new BlobWriter("application/zip"), { extendedTimestamp: false, lastModDate: MTIME, level: 6 });
  const files = [
    { name: NAME, file: new Blob([JSON.stringify({ format: FORMAT, version: STORED_VERSION, ...rows })]) },
    ...(aside.length > 0 ? [{ name: "aside.json", file: new Blob([JSON.stringify(aside)]) }] : []),
    ...[...meshes].map(([hash, file]) => ({ name: meshName(hash), file, hash })),
    ...[...pictures].map(([hash, file]) => ({ name: file.type === SOUND_TYPE ? soundName(hash) : pictureName(hash), file, hash })),
  ];
  let damaged = 0;
  for (const [i, { name, file, ...of }] of files.entries()) {
    if ("hash" in of && (await hashOf(file, signal)) !== of.hash) {
      damaged++;
      continue;
    }
    signal?.throwIfAborted();
    onProgress?.(i / files.length, "packing");
    await writer.add(name, new BlobReader(file), { signal, level: name.startsWith("photos/") ? 0 : 6 });
  }
  return ok({ file: await writer.close(), aside: aside.length, damaged });
}

/** Earlier backups said less: each scene by the same steps as a bundle of its version, and the habits with it. */
function upgraded(version: number, scenes: unknown[], workshop: unknown): { scenes: unknown[]; workshop: unknown } {
  const each = scenes.map((scene) => (isStored(scene) ? projectFrom(version, { ...scene, workshop }) : scene));
  const first = each.find(isStored);
  return {
    workshop: first?.workshop ?? workshop,
    scenes: each.map((scene) => (isStored(scene) ? Object.fromEntries(Object.entries(scene).filter(([k]) => k !== "workshop")) : scene)),
  };
}

const refused = (message: string, where?: string): Result<never> => fail("backup.shape", message, where);

/** Reads and checks a backup: every scene must be one that could be stored. Nothing is stored here. */
export async function readBackup(file: Blob, work: Work = {}): Promise<Result<Backup>> {
  const zip = new ZipReader(new BlobReader(file));
  try {
    const entries = (await zip.getEntries()).filter((e): e is FileEntry => !e.directory);
    const rows = entries.find((e) => e.filename === NAME);
    if (!rows) return refused("This is not a workshop backup: it has no backup.json. To open a single scene, use the bench page.");
    const text = await (await unpack(rows, "application/json", work, () => undefined)).file.text();
    const said = JSON.parse(text) as Partial<Backup> & { format?: unknown; version?: unknown };
    if (said.format !== FORMAT) return refused("This is not a workshop backup.", NAME);
    if (typeof said.version !== "number" || said.version > STORED_VERSION)
      return refused(`The backup is version ${JSON.stringify(said.version)}; this program reads up to ${STORED_VERSION}.`, NAME);
    const { trash = [], at = 0 } = said;
    const { scenes, workshop } = (
      Array.isArray(said.scenes) && said.version < STORED_VERSION ? upgraded(said.version, said.scenes, said.workshop) : said
    ) as Pick<Backup, "scenes" | "workshop">;
    if (!Array.isArray(scenes) || !Array.isArray(trash) || typeof at !== "number") return refused("The backup is incomplete.", NAME);
    for (const scene of scenes) {
      const fault = faultsOf({ ...scene, workshop })[0];
      if (fault) return refused(`Something in it cannot be stored: ${placeOf(fault)}: ${fault.message}. Nothing was changed.`, NAME);
    }
    if (scenes.length === 0) return refused("The backup has no scenes. Nothing was changed.", NAME);
    const meshes: FileSet = new Map(),
      pictures: FileSet = new Map();
    for (const [i, entry] of entries.entries()) {
      const name = /^(meshes|photos|sounds)\/([0-9a-f]{64})\./.exec(entry.filename);
      if (!name) continue;
      work.onProgress?.(i / entries.length, "unpacking");
      const mesh = name[1] === "meshes";
      const got = await unpack(entry, TYPES[name[1]], work, () => undefined);
      if (got.hash !== name[2]) return refused(`${entry.filename} has changed since it was saved. Nothing was changed.`, entry.filename);
      (mesh ? meshes : pictures).set(name[2], got.file);
    }
    return ok({ at, workshop: workshop!, scenes, trash, meshes, pictures });
  } catch {
    work.signal?.throwIfAborted();
    return refused("The backup is damaged and cannot be unpacked. Copy it again from where it came from.");
  } finally {
    await zip.close().catch(() => undefined);
  }
}

/** Puts everything as the backup says, in one transaction: all of it or nothing. Undo begins anew. */
export async function restoreBackup(db: InchHollowDatabase, { workshop, scenes, trash, meshes, pictures }: Backup): Promise<void> {
  const tables = ROW_TABLES.map((t) => db.rows(t));
  await db.transaction("rw", [...tables, db.trash, db.history, db.meshes, db.pictures], async () => {
    for (const table of [...tables, db.trash, db.history]) await table.clear();
    await db.scenes.bulkPut(scenes.map((s) => s.scene));
    for (const list of SCENE_LISTS)
      await db.table(list).bulkPut(scenes.flatMap((s: Pick<ProjectRows, "parts" | "records">) => s[list] as object[]));
    for (const list of WORKSHOP_TABLE_NAMES) await db.rows(list).bulkPut(workshop[list] as never[]);
    await db.habits.put(workshop.habits);
    await db.trash.bulkPut(trash);
    for (const [table, files] of [
      [db.meshes, meshes],
      [db.pictures, pictures],
    ] as const)
      await table.bulkPut([...files].map(([hash, file]) => ({ hash, file })));
  });
}

/** Days after which a backup is old. */
const BACKUP_DAYS = 14;

/** Is a backup due: the last one is old, or there was none, and something of worth was added since? */
export async function backupDue(db: InchHollowDatabase, now: number): Promise<boolean> {
  const habits = (await loadWorkshop(db))?.habits;
  const last = habits?.backupAt ?? 0;
  if (!habits || now - last < BACKUP_DAYS * 86_400_000) return false;
  const own = new Set((await db.scenes.toArray()).filter((s) => !s.demo).map((s) => s.id));
  if (own.size === 0) return false;
  const edits = await db.history.filter((h) => own.has(h.sceneId) && h.undone === 0 && h.at > last).count();
  return edits > 0;
}
