/** Whole scenes in and out of the database. */
import { ROW_TABLES, WORKSHOP, WORKSHOP_TABLE_NAMES, WORKSHOP_TABLES, type WorkshopTable } from "../core/rows";
import { Refused } from "../core/stations";
import stringify from "safe-stable-stringify";
import { nanoid } from "nanoid";
import type { StockLine } from "../core/ledger";
import { type ProjectRows, type StepRecord, type SceneRow, type Workshop } from "../core/project";
import type { Printer } from "../core/print";
import { withPot } from "../core/recipe";
import { kindOf } from "../core/stations/kinds";
import { naming } from "../core/work";
import { SCENE_LISTS } from "./check";
import type { Bundle, CarriedResult, FileSet } from "./bundle";
import { loadWorkshop, type AsideRow, type FileRow, type InchHollowDatabase } from "./database";

import { newWorkshop } from "./newScene";
import { dropResults, findResults, keepResults, resultRow, resultsUsage, type Share } from "./results";

/** Everything of one scene but its meshes, parts in their order, with the whole workshop. */
export async function loadProject(db: InchHollowDatabase, sceneId: string): Promise<ProjectRows | undefined> {
  return db.transaction(
    "r",
    ROW_TABLES.map((t) => db.rows(t)),
    async () => {
      const scene = await db.scenes.get(sceneId);
      if (!scene) return undefined;
      const [parts, records, workshop] = await Promise.all([
        db.parts.where("sceneId").equals(sceneId).toArray(),
        db.records.where("sceneId").equals(sceneId).toArray(),
        loadWorkshop(db),
      ]);
      parts.sort((a, b) => a.order - b.order);
      records.sort((a, b) => a.startedAt - b.startedAt);
      return { scene, parts, records, workshop: workshop ?? newWorkshop("UTC") };
    },
  );
}

/** All scenes but the deleted ones, those begun last first. */
export async function listScenes(db: InchHollowDatabase): Promise<SceneRow[]> {
  const [scenes, trash] = await Promise.all([db.scenes.toArray(), db.trash.toCollection().primaryKeys()]);
  const gone = new Set(trash);
  return scenes
    .filter((s) => !gone.has(s.id))
    .sort((a, b) => Number(a.demo) - Number(b.demo) || a.rank - b.rank || b.createdAt - a.createdAt);
}

/** Every content hash that rows name, wherever it stands in them and whatever else they hold. */
function hashesIn(x: unknown, into: Set<string>): void {
  if (typeof x === "string") {
    if (/^[0-9a-f]{64}$/.test(x)) into.add(x);
  } else if (typeof x === "object" && x !== null && !ArrayBuffer.isView(x)) for (const y of Object.values(x)) hashesIn(y, into);
}

/** Meshes and pictures of a project, for a bundle; those that are gone are left out. */
export async function loadFiles(db: InchHollowDatabase, project: ProjectRows): Promise<Pick<Bundle, "meshes" | "pictures">> {
  const named = new Set<string>();
  hashesIn(project, named);
  const [meshes, pictures] = await Promise.all([db.meshes.bulkGet([...named]), db.pictures.bulkGet([...named])]);
  return { meshes: filesOf(meshes), pictures: filesOf(pictures) };
}

const filesOf = (rows: (FileRow | undefined)[]): FileSet => new Map(rows.filter((r) => r !== undefined).map((r) => [r.hash, r.file]));
const rowsOf = (files: FileSet): FileRow[] => [...files].map(([hash, file]) => ({ hash, file }));

/** The same rows under another scene id. */
const underSceneId = (project: ProjectRows, sceneId: string): ProjectRows => ({
  ...project,
  scene: { ...project.scene, id: sceneId },
  parts: project.parts.map((r) => ({ ...r, sceneId })),
  records: project.records.map((r) => ({ ...r, sceneId })),
});

/** All times moved by `ms`: the demo is always as old as when it was made. */
export const shiftTimes = (project: ProjectRows, ms: number): ProjectRows => ({
  ...project,
  workshop: {
    ...project.workshop,
    paints: project.workshop.paints.map((p) => (p.mix ? { ...p, mix: { ...p.mix, at: p.mix.at + ms } } : p)),
    supplies: project.workshop.supplies.map((s) => (typeof s.since === "number" ? { ...s, since: s.since + ms } : s)),
    lines: project.workshop.lines.map((l) => ({ ...l, at: l.at + ms })),
    lessons: project.workshop.lessons.map((l) => ({ ...l, at: l.at + ms })),
    printers: project.workshop.printers.map((p) =>
      p.inDemo?.learned ? { ...p, inDemo: { ...p.inDemo, learned: p.inDemo.learned.map((l) => ({ ...l, at: l.at + ms })) } } : p,
    ),
  },
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

const sceneTables = (db: InchHollowDatabase) => [
  ...ROW_TABLES.map((t) => db.rows(t)),
  db.meshes,
  db.pictures,
  db.history,
  db.trash,
  db.aside,
];

async function putScene(db: InchHollowDatabase, project: ProjectRows, files: Pick<Bundle, "meshes" | "pictures">): Promise<void> {
  await db.scenes.put(project.scene);
  await db.parts.bulkPut(project.parts);
  await db.records.bulkPut(project.records);
  await db.meshes.bulkPut(rowsOf(files.meshes));
  await db.pictures.bulkPut(rowsOf(files.pictures));
}

/** Results that came along with a bundle. @param ours they are of this program's own making, and need not be computed anew */
export async function keepCarried(db: InchHollowDatabase, results: readonly CarriedResult[], now: number, ours: boolean): Promise<void> {
  const rows = results.map(({ request, value }) => resultRow(request, value as never, ours ? 0 : 1));
  // What was computed here is better than anybody's word.
  const here = new Set(
    (
      await findResults(
        db,
        rows.map((r) => r.key),
        now,
      )
    )
      .filter((r) => r.carried === 0)
      .map((r) => r.key),
  );
  await keepResults(
    db,
    rows.filter((r) => !here.has(r.key)),
    now,
  );
}

/** A row that a file brings and that the workshop has otherwise: which of the two holds is asked. */
export interface Difference {
  table: WorkshopTable;
  id: string;
  mine: { name: string; row: object };
  theirs: { name: string; row: object };
}
/** What is to be done about each, by table and id. Mine where nothing was said. */
export type Choices = ReadonlyMap<string, "mine" | "theirs" | "both">;
export const choiceKey = ({ table, id }: Pick<Difference, "table" | "id">): string => `${table} ${id}`;

const idOf = (row: object): string => ("id" in row ? String(row.id) : String((row as { name: string }).name));
const nameOf = (row: object): string => ("name" in row ? String(row.name) : "title" in row ? String(row.title) : idOf(row));
/** The same, whatever order the fields came in. */
/** What holds in one workshop, or in the demo alone, makes two rows no different. */
const AT_HOME = { demo: undefined, inDemo: undefined, loadedId: undefined, address: undefined };
const sameRow = (a: object, b: object): boolean => stringify({ ...a, ...AT_HOME }) === stringify({ ...b, ...AT_HOME });

/** Rows of the workshop that a file brings otherwise than they are here. */
export async function differencesOf(db: InchHollowDatabase, theirs: Workshop): Promise<Difference[]> {
  const out: Difference[] = [];
  for (const table of WORKSHOP_TABLE_NAMES)
    for (const row of theirs[table]) {
      const mine = await db.rows(table).get(idOf(row));
      if (mine && !sameRow(mine, row))
        out.push({ table, id: idOf(row), mine: { name: nameOf(mine), row: mine }, theirs: { name: nameOf(row), row } });
    }
  return out;
}

const linesOf = (lines: readonly StockLine[], from: string, to: string): StockLine[] =>
  lines.map((l) => (l.itemId === from ? { ...l, itemId: to } : l));
const takingFrom = (records: readonly StepRecord[], from: string, to: string): StepRecord[] =>
  records.map((r) =>
    r.takes?.some((t) => t.itemId === from) ? { ...r, takes: r.takes.map((t) => (t.itemId === from ? { ...t, itemId: to } : t)) } : r,
  );

/** Work, recipes, plates and prints that name a row name another instead. */
const renamedIn = (project: ProjectRows, table: WorkshopTable, from: string, to: string): ProjectRows => ({
  ...project,
  ...(table === "printers"
    ? {
        scene: { ...project.scene, plates: project.scene.plates.map((p) => (p.printerId === from ? { ...p, printerId: to } : p)) },
        records: project.records.map((r) => (r.print?.printerId === from ? { ...r, print: { ...r.print, printerId: to } } : r)),
      }
    : table === "supplies"
      ? {
          workshop: { ...project.workshop, lines: linesOf(project.workshop.lines, from, to) },
          records: takingFrom(
            project.records.map((r) => (r.print?.supplyId === from ? { ...r, print: { ...r.print, supplyId: to } } : r)),
            from,
            to,
          ),
        }
      : table === "paints"
        ? {
            workshop: {
              ...project.workshop,
              lines: linesOf(project.workshop.lines, from, to),
              recipes: project.workshop.recipes.map((r) => withPot(r, from, to)),
            },
            records: takingFrom(
              project.records.map((r) => (r.rests?.paintId === from ? { ...r, rests: { ...r.rests, paintId: to } } : r)),
              from,
              to,
            ),
          }
        : {}),
  parts: project.parts.map((part) => ({
    ...part,
    work: part.work.map((w) => {
      const fields = kindOf(w)
        .refers(w)
        .filter((r) => r.table === table && r.id === from);
      return fields.reduce((item, r) => naming(item, r.field, to), w);
    }),
    sightings: table === "things" ? part.sightings.map((s) => (s.thing === from ? { ...s, thing: to } : s)) : part.sightings,
  })),
});

async function makeRoom(db: InchHollowDatabase, table: WorkshopTable): Promise<void> {
  const { most, many } = WORKSHOP_TABLES[table];
  if ((await db.rows(table).count()) >= most)
    throw new Refused(
      "table.full",
      `The workshop can have at most ${most} ${many}, and the file would add more. Delete some first. Nothing was imported.`,
    );
}

/** Takes what a file brings of the workshop: what is new, and what was chosen of what differs. @returns the scene, naming what is here now */
async function takeWorkshop(
  db: InchHollowDatabase,
  given: ProjectRows,
  choices: Choices,
  freshId: () => string,
  demo: boolean,
): Promise<ProjectRows> {
  let project = given;
  for (const table of WORKSHOP_TABLE_NAMES) {
    const rows = db.rows(table);
    for (const theirs of project.workshop[table]) {
      const id = idOf(theirs);
      const mine = await rows.get(id);
      const row = demo && table !== "printers" ? { ...theirs, demo: true } : theirs;
      if (!mine) {
        await makeRoom(db, table);
        await rows.put(row);
        continue;
      }
      // What the demo says of a machine holds in the demo; the machine stays the user's own.
      if (demo && table === "printers") {
        await rows.put({ ...mine, inDemo: (theirs as Printer).inDemo } as Printer);
        continue;
      }
      if (sameRow(mine, theirs)) continue;
      // What is the user's own stays theirs whatever the demo brings: it takes another id for its own. A known thing has its name for an id.
      if (demo && table === "things" && !("demo" in mine && mine.demo)) continue;
      const choice = demo && !("demo" in mine && mine.demo) ? "both" : (choices.get(choiceKey({ table, id })) ?? "mine");
      if (choice === "theirs" || (demo && "demo" in mine && mine.demo)) await rows.put(row);
      else if (choice === "both") {
        const taken = new Set((await rows.toArray()).map(nameOf));
        const name = demo ? nameOf(theirs) : nameApart(nameOf(theirs), taken);
        await makeRoom(db, table);
        const { key, title } = WORKSHOP_TABLES[table];
        const next = { ...row, ...(key === "id" && { id: demo ? `demo-${id}` : freshId() }), [title]: name };
        await rows.put(next as typeof row);
        project = renamedIn(project, table, id, idOf(next));
      }
    }
  }
  if (!(await db.habits.get(WORKSHOP))) await db.habits.put(given.workshop.habits);
  return project;
}

/**
 * Stores a scene that comes from a file, in one transaction: all or nothing. It is a scene of its own whatever its rows say: every row
 * gets its id, which is a fresh one where the bundle's is taken, and a name that no other scene has. The demo's own id is never taken.
 */
export async function storeImported(
  db: InchHollowDatabase,
  bundle: Bundle,
  freshId: string,
  demoId: string,
  choices: Choices = new Map(),
  newId: () => string = nanoid,
): Promise<string> {
  return db.transaction("rw", sceneTables(db), async () => {
    const { scene } = bundle.project;
    const taken = scene.id === demoId || (await db.scenes.get(scene.id)) !== undefined;
    const names = new Set((await db.scenes.toArray()).map((s) => s.name));
    const id = taken ? freshId : scene.id;
    const project = underSceneId(await takeWorkshop(db, bundle.project, choices, newId, false), id);
    await putScene(db, { ...project, scene: { ...project.scene, name: nameApart(scene.name, names), demo: false } }, bundle);
    return id;
  });
}

/** Stores a scene of this program's own making, the demo or a new one, in place of what has its id. */
export async function storeOwn(db: InchHollowDatabase, bundle: Bundle): Promise<string> {
  return db.transaction("rw", sceneTables(db), async () => {
    const { id, demo } = bundle.project.scene;
    await clearScene(db, id);
    // A first shelf is for somebody who has none: what was taken off it does not come back with every new scene.
    // The demo begins its book anew.
    if (demo)
      await db
        .rows("lines")
        .filter((l) => l.demo === true)
        .delete();
    const begun = !demo && (await db.scenes.filter((s) => !s.demo).count()) > 0 && (await db.habits.get(WORKSHOP)) !== undefined;
    const project = begun ? bundle.project : await takeWorkshop(db, bundle.project, new Map(), nanoid, demo);
    await putScene(db, underSceneId(project, id), bundle);
    return id;
  });
}

/** Removes a scene's rows and its undo history. Files stay: another scene may name them; what none names is swept. */
async function clearScene(db: InchHollowDatabase, sceneId: string): Promise<void> {
  for (const table of SCENE_LISTS) await db.table(table).where("sceneId").equals(sceneId).delete();
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
  scene: SceneRow;
  at: number;
}

/** Scenes that can be restored, last deleted first. */
export async function listTrash(db: InchHollowDatabase): Promise<Trashed[]> {
  const rows = await db.trash.toArray();
  const scenes = await db.scenes.bulkGet(rows.map((r) => r.sceneId));
  return rows.flatMap(({ at }, i) => (scenes[i] ? [{ scene: scenes[i], at }] : [])).sort((a, b) => b.at - a.at);
}

/** The label of each scene's last change that can be taken back. */
export async function lastEdits(db: InchHollowDatabase, scenes: readonly SceneRow[]): Promise<Record<string, string>> {
  const labels = await Promise.all(
    scenes.map(async ({ id }) => [id, (await db.history.where("[sceneId+undone]").equals([id, 0]).last())?.label ?? ""] as const),
  );
  return Object.fromEntries(labels.filter(([, label]) => label));
}

export const listAside = (db: InchHollowDatabase): Promise<AsideRow[]> => db.aside.toArray();

/** Hashes of files that rows of any kind name: of a scene or the workshop, an earlier version, what was set aside, or an edit that can be taken back. */
async function namedFiles(db: InchHollowDatabase): Promise<Set<string>> {
  const named = new Set<string>();
  for (const table of [...ROW_TABLES.map((t) => db.rows(t)), db.aside, db.history])
    await table.each((row: unknown) => hashesIn(row, named));
  return named;
}

export interface Swept {
  scenes: number;
  files: number;
  results: number;
}

/**
 * Lets go of what nothing names any more: scenes deleted long ago, meshes and pictures of no row, results of no mesh. One
 * transaction, so that a file is never swept while its row is on its way in.
 */
export async function sweep(db: InchHollowDatabase, now: number): Promise<Swept> {
  return db.transaction("rw", [...sceneTables(db), db.results, db.resultUses], async () => {
    const old = (await db.trash.toArray()).filter((t) => now - t.at > TRASH_DAYS * 86_400_000);
    for (const { sceneId } of old) await clearScene(db, sceneId);
    const named = await namedFiles(db);
    let files = 0;
    for (const table of [db.meshes, db.pictures]) {
      const loose = (await table.toCollection().primaryKeys()).filter((hash) => !named.has(hash));
      await table.bulkDelete(loose);
      files += loose.length;
    }
    const results = (await db.results.orderBy("mesh").uniqueKeys()).filter((hash) => hash !== "" && !named.has(String(hash)));
    const dropped = await db.results.where("mesh").anyOf(results).primaryKeys();
    await dropResults(db, dropped);
    return { scenes: old.length, files, results: dropped.length };
  });
}

/** What takes how much, in bytes. */
export interface Usage {
  meshes: Share;
  pictures: Share;
  /** Computed, and computed again when it is wanted. */
  results: Share;
  /** What was said. */
  rows: Share;
  undo: Share;
}

const textBytes = (row: unknown): number => JSON.stringify(row)?.length ?? 0;

export async function usage(db: InchHollowDatabase): Promise<Usage> {
  const sum = async (each: (add: (bytes: number) => void) => Promise<void>): Promise<Share> => {
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
    results: await resultsUsage(db),
    rows: await sum(async (add) => {
      await db.scenes.each((r) => add(textBytes(r)));
      for (const table of [...SCENE_LISTS, ...WORKSHOP_TABLE_NAMES]) await db.rows(table).each((r: unknown) => add(textBytes(r)));
    }),
    undo: await sum((add) => db.history.each((r) => add(textBytes(r)))),
  };
}
