/**
 * Is a scene fit to be stored, saved and opened? Every row by its schema, ids unique in their table, references leading somewhere.
 * Bundles are refused by it, saving and upgrading set aside what it names: one judgement for all.
 */
import type Joi from "joi";
import { isId, LIMITS, type PartRow, type ProjectRows, type Workshop } from "../core/project";
import { type Reference } from "../core/work";
import { kindOf, loosened } from "../core/stations/kinds";
import { groundFault, mendedGround } from "../core/ground";
import type { Plate } from "../core/print";
import type { Recipe } from "../core/recipe";
import { newScene, newWorkshop } from "./newScene";
import {
  habitsSchema,
  ofWorkshop,
  partSchema,
  recordSchema,
  sceneSchema,
  WORKSHOP_TABLE_NAMES,
  WORKSHOP_TABLES,
  type WorkshopTable,
} from "../core/rows";

/** Lists that belong to a scene, and lists of the workshop. */
export const SCENE_LISTS = ["parts", "records"] as const;
const LISTS = [...SCENE_LISTS, ...WORKSHOP_TABLE_NAMES] as const;
type ListTable = (typeof LISTS)[number];
export type ProjectTable = "scene" | "habits" | ListTable;

const SCHEMAS: Record<ProjectTable, Joi.Schema> = {
  scene: sceneSchema,
  parts: partSchema,
  records: recordSchema,
  ...ofWorkshop((t) => t.schema),
  habits: habitsSchema,
};

const MOST: Record<ListTable, number> = { ...LIMITS, ...ofWorkshop((t) => t.most) };

const inWorkshop = (table: ListTable): table is WorkshopTable => Object.hasOwn(WORKSHOP_TABLES, table);

/** A list of a project, wherever it lies. */
const listIn = (given: Loose, table: ListTable): unknown =>
  inWorkshop(table) ? (isRow(given.workshop) ? given.workshop[table] : undefined) : given[table];

const withList = (project: ProjectRows, table: ListTable, rows: unknown[]): ProjectRows =>
  inWorkshop(table) ? { ...project, workshop: { ...project.workshop, [table]: rows } } : { ...project, [table]: rows };

/** What is wrong with one row, and where. */
export interface Fault {
  table: ProjectTable;
  /** Place in its table, from 0; null for the scene itself. */
  row: number | null;
  /** The row's own name or title, to know it by. */
  name: string;
  /** Path inside the row, "work.2.coats"; "" for the row as a whole. */
  field: string;
  message: string;
}

type Loose = Record<string, unknown>;
const isRow = (x: unknown): x is Loose => typeof x === "object" && x !== null && !Array.isArray(x);

const nameOfRow = (row: unknown): string => {
  if (!isRow(row)) return "";
  const name = row.name ?? row.title ?? row.id;
  return typeof name === "string" ? name.slice(0, 80) : "";
};

/** The first thing wrong with a row by its schema. */
function rowFault(table: ProjectTable, row: unknown, index: number | null): Fault | null {
  const { error } = SCHEMAS[table].required().validate(row, { convert: false, abortEarly: true });
  if (!error) return null;
  const detail = error.details[0];
  return { table, row: index, name: nameOfRow(row), field: detail.path.join("."), message: detail.message };
}

/** Where a fault sits, in words: "parts, row 3 (Crate), copies". */
export const placeOf = (fault: Fault): string =>
  [fault.table, fault.row === null ? "" : `row ${fault.row + 1}${fault.name ? ` (${fault.name})` : ""}`, fault.field]
    .filter(Boolean)
    .join(", ");

/** Repeated ids: the later row is at fault. */
function duplicates(rows: readonly { id: string }[], field = ""): { index: number; field: string; message: string }[] {
  const first = new Map<string, number>();
  const out: { index: number; field: string; message: string }[] = [];
  rows.forEach(({ id }, index) => {
    const before = first.get(id);
    if (before === undefined) first.set(id, index);
    else out.push({ index, field: `${field}id`, message: `the id "${id}" is also used by row ${before + 1}` });
  });
  return out;
}

/** Ids repeated in the lists inside a row. */
function innerFaults(table: ProjectTable, index: number | null, name: string, lists: Record<string, readonly { id: string }[]>): Fault[] {
  return Object.entries(lists).flatMap(([list, rows]) =>
    duplicates(rows).map((d) => ({ table, row: index, name, field: `${list}.${d.index}.id`, message: d.message })),
  );
}

/** What keeps one row from being stored: its schema, or ids that stand twice in its own lists. */
export function rowProblem(table: ProjectTable, row: object): Fault | null {
  return rowFault(table, row, null) ?? listFaults(table, row, null)[0] ?? null;
}

function listFaults(table: ProjectTable, row: object, index: number | null): Fault[] {
  if (table === "scene") {
    const {
      name,
      dimensions,
      references,
      homes,
      plates,
      joints,
      boards = [],
      standings = [],
      zones = [],
      layers = [],
      panels = [],
      awaits = [],
    } = row as ProjectRows["scene"];
    return [
      ...innerFaults(table, index, name, {
        dimensions,
        references,
        homes,
        plates,
        joints,
        boards,
        standings,
        zones,
        layers,
        panels,
        awaits,
      }),
      ...joints.flatMap((j, i) => innerFaults(table, index, name, { [`joints.${i}.fits`]: j.fits })),
      ...plates.flatMap((p, i) => innerFaults(table, index, name, { [`plates.${i}.pieces`]: p.pieces })),
    ];
  }
  if (table === "recipes") {
    const { name, steps } = row as Recipe;
    return innerFaults(table, index, name, { steps });
  }
  if (table !== "parts") return [];
  const { name, work, variations, sightings, surfaces } = row as PartRow;
  return innerFaults(table, index, name, { work, variations, sightings, surfaces });
}

/** What a part refers to and is not there. */
function partReferences(part: PartRow, known: Known): { field: string; message: string } | null {
  for (const [i, w] of part.work.entries())
    for (const { field, table, id } of kindOf(w).refers(w))
      if (!known[table].has(id)) return { field: `work.${i}.${field}`, message: `there is no ${REFERENCE_WORDS[table]} "${id}"` };
  return null;
}

const REFERENCE_WORDS: Record<Reference["table"], string> = {
  paints: "paint",
  printers: "printer",
  procedures: "saved step",
  recipes: "recipe",
  parts: "part",
};

interface Known {
  parts: ReadonlySet<string>;
  paints: ReadonlySet<string>;
  procedures: ReadonlySet<string>;
  recipes: ReadonlySet<string>;
  printers: ReadonlySet<string>;
  dimensions: ReadonlySet<string>;
}

const idsOf = (rows: readonly { id: string }[]): Set<string> => new Set(rows.map((r) => r.id));

/** All that is wrong with rows that are each right by their schema: repeated ids, references that lead nowhere. */
function crossFaults(project: ProjectRows): Fault[] {
  const { scene, workshop } = project;
  const known: Known = {
    parts: idsOf(project.parts),
    paints: idsOf(workshop.paints),
    procedures: idsOf(workshop.procedures),
    recipes: idsOf(workshop.recipes),
    printers: idsOf(workshop.printers),
    dimensions: idsOf(scene.dimensions),
  };
  const out: Fault[] = [];
  for (const table of LISTS) {
    const rows = listIn(project as unknown as Loose, table) as { id?: string; name?: string }[];
    // Known things have no id: they are known by their name.
    for (const d of duplicates(rows.map((r) => ({ id: r.id ?? r.name ?? "" }))))
      out.push({ table, row: d.index, name: nameOfRow(rows[d.index]), field: d.field, message: d.message });
  }
  out.push(...listFaults("scene", scene, null));
  const inScene = (field: string, message: string): void => {
    out.push({ table: "scene", row: null, name: scene.name, field, message });
  };
  scene.dimensions.forEach((d, i) => {
    if (d.partId !== null && !known.parts.has(d.partId)) inScene(`dimensions.${i}.partId`, `there is no part "${d.partId}"`);
    if (d.within !== null && !known.dimensions.has(d.within)) inScene(`dimensions.${i}.within`, `there is no dimension "${d.within}"`);
  });
  scene.references.forEach((r, i) => {
    if (r.partId !== null && !known.parts.has(r.partId)) inScene(`references.${i}.partId`, `there is no part "${r.partId}"`);
  });
  scene.joints.forEach(({ a, b }, i) => {
    if (!known.parts.has(a)) inScene(`joints.${i}.a`, `there is no part "${a}"`);
    if (b.kind === "part" && !known.parts.has(b.partId)) inScene(`joints.${i}.b.partId`, `there is no part "${b.partId}"`);
  });
  const ground = groundFault(scene, known.parts);
  if (ground) inScene(ground.field, ground.says);
  scene.plates.forEach((p, i) => {
    if (!known.printers.has(p.printerId)) inScene(`plates.${i}.printerId`, `there is no printer "${p.printerId}"`);
    p.pieces.forEach((x, k) => {
      if (!known.parts.has(x.partId)) inScene(`plates.${i}.pieces.${k}.partId`, `there is no part "${x.partId}"`);
    });
  });
  workshop.recipes.forEach((recipe, row) => {
    out.push(...listFaults("recipes", recipe, row));
    recipe.steps.forEach(({ paintId }, i) => {
      if (paintId !== null && !known.paints.has(paintId))
        out.push({ table: "recipes", row, name: recipe.name, field: `steps.${i}.paintId`, message: `there is no paint "${paintId}"` });
    });
  });
  project.parts.forEach((part, row) => {
    out.push(...listFaults("parts", part, row));
    const wrong = partReferences(part, known);
    if (wrong) out.push({ table: "parts", row, name: part.name, ...wrong });
  });
  project.records.forEach((r, row) => {
    if (!known.parts.has(r.partId))
      out.push({ table: "records", row, name: r.title, field: "partId", message: `there is no part "${r.partId}"` });
  });
  return out;
}

/**
 * Everything that keeps a project from being stored, first by schema, then across rows. Rows past `most` of a table are one fault.
 * @param given anything: what a bundle holds, or rows as they are stored
 */
export function faultsOf(given: unknown): Fault[] {
  if (!isRow(given)) return [{ table: "scene", row: null, name: "", field: "", message: "there is no project in it" }];
  const faults: Fault[] = [];
  const scene = rowFault("scene", given.scene, null);
  if (scene) faults.push(scene);
  const habits = rowFault("habits", isRow(given.workshop) ? given.workshop.habits : undefined, null);
  if (habits) faults.push(habits);
  for (const table of LISTS) {
    const rows = listIn(given, table);
    if (!Array.isArray(rows)) {
      faults.push({ table, row: null, name: "", field: "", message: `"${table}" is not a list` });
      continue;
    }
    if (rows.length > MOST[table]) faults.push({ table, row: null, name: "", field: "", message: `more than ${MOST[table]} rows` });
    rows.slice(0, MOST[table]).forEach((row, i) => {
      const fault = rowFault(table, row, i);
      if (fault) faults.push(fault);
    });
  }
  return faults.length ? faults : crossFaults(given as unknown as ProjectRows);
}

/** A row that could not stay, as it was, with why. */
export interface SetAside {
  table: ProjectTable;
  name: string;
  why: string;
  row: unknown;
}

/**
 * The largest part of a project that is fit, and what had to be left out of it. Ids that are none are replaced, optional references
 * that lead nowhere are cut, a field of the scene that cannot be understood becomes a new scene's. Undefined when there is no scene in it.
 * @param freshId makes ids for those that are none
 */
export function sift(given: ProjectRows, freshId: () => string): { project: ProjectRows; aside: SetAside[] } | undefined {
  if (!isRow(given.scene)) return undefined;
  const aside: SetAside[] = [];
  let project = mendReferences(withSafeIds(given, freshId));
  project = { ...project, scene: repairedScene(project.scene, aside), workshop: repairedWorkshop(project.workshop, aside) };
  // Taking a row out may leave another one's reference loose: at most one round for each link of the longest chain.
  for (let round = 0; round < 5; round++) {
    const faults = faultsOf(project);
    if (faults.length === 0) return { project, aside };
    let next = project;
    for (const table of LISTS) {
      const bad = new Map(faults.filter((f) => f.table === table).map((f) => [f.row, f]));
      if (bad.size === 0) continue;
      const given = listIn(next as unknown as Loose, table);
      const rows: unknown[] = Array.isArray(given) ? given : [];
      for (const [i, fault] of bad)
        if (i !== null) aside.push({ table, name: fault.name, why: [fault.field, fault.message].filter(Boolean).join(": "), row: rows[i] });
      const sound = rows.filter((_, i) => !bad.has(i));
      for (const row of sound.slice(MOST[table])) aside.push({ table, name: nameOfRow(row), why: `more than ${MOST[table]} rows`, row });
      next = withList(next, table, sound.slice(0, MOST[table]));
    }
    project = mendReferences(next);
  }
  return undefined;
}

/** A workshop that is one: lists that are lists, habits that can be understood. */
function repairedWorkshop(given: unknown, aside: SetAside[]): Workshop {
  const fresh = newWorkshop("UTC");
  const loose = isRow(given) ? given : {};
  const habits = rowFault("habits", loose.habits, null);
  if (habits && loose.habits !== undefined) aside.push({ table: "habits", name: "", why: habits.message, row: loose.habits });
  const lists = Object.fromEntries(WORKSHOP_TABLE_NAMES.map((t) => [t, Array.isArray(loose[t]) ? loose[t] : []]));
  return { ...fresh, ...lists, habits: habits ? fresh.habits : (loose.habits as Workshop["habits"]) };
}

/** A scene whose every field can be understood; what could not is a new scene's and goes aside. */
function repairedScene(given: ProjectRows["scene"], aside: SetAside[]): ProjectRows["scene"] {
  const fresh = newScene(given.id, "A scene", 0);
  let scene: ProjectRows["scene"] = given;
  const setAside = (field: string, why: string): void => {
    aside.push({ table: "scene", name: nameOfRow(given), why: `${field}: ${why}`, row: { [field]: (given as unknown as Loose)[field] } });
  };
  for (let n = 0; n < 60; n++) {
    const fault = rowFault("scene", scene, null);
    if (!fault) break;
    const field = fault.field.split(".")[0];
    if (!Object.hasOwn(fresh, field)) break;
    setAside(field, fault.message);
    scene = { ...scene, [field]: (fresh as unknown as Loose)[field] };
  }
  for (const list of ["dimensions", "references", "homes", "plates", "joints"] as const) {
    const twice = new Set(duplicates(scene[list]).map((d) => d.index));
    if (twice.size === 0) continue;
    setAside(list, "duplicate ids");
    scene = { ...scene, [list]: (scene[list] as { id: string }[]).filter((_, i) => !twice.has(i)) };
  }
  return scene;
}

/** Fields that name a row or are its name. */
const ID_FIELDS = new Set([
  "id",
  "sceneId",
  "partId",
  "paintId",
  "printerId",
  "procedureId",
  "recipeId",
  "stepId",
  "itemId",
  "within",
  "supplyId",
  "plateId",
  "loadedId",
  "variation",
  "a",
  "surfaceId",
  "jointId",
  "boardId",
  "zoneId",
  "layerId",
  "standingId",
  "recordId",
]);

/** The same project with every id that is none (older programs took any text) replaced, wherever it is named. */
export function withSafeIds(project: ProjectRows, freshId: () => string): ProjectRows {
  const fresh = new Map<string, string>();
  const walk = (x: unknown, field: string): void => {
    if (Array.isArray(x)) for (const y of x) walk(y, field);
    else if (isRow(x)) for (const [k, y] of Object.entries(x)) walk(y, k);
    else if (field === "id" && typeof x === "string" && !isId(x) && !fresh.has(x)) fresh.set(x, freshId());
  };
  walk(project, "");
  if (fresh.size === 0) return project;
  const replaced = (x: unknown, field: string): unknown => {
    if (Array.isArray(x)) return x.map((y) => replaced(y, field));
    if (isRow(x)) return Object.fromEntries(Object.entries(x).map(([k, y]) => [k, replaced(y, k)]));
    if (typeof x !== "string") return x;
    if (ID_FIELDS.has(field)) return fresh.get(x) ?? x;
    // "part/item/step": the ids may hold slashes themselves, so each is looked for in turn.
    return field === "stepKey" ? [...fresh].reduce((key, [bad, good]) => key.split(bad).join(good), x) : x;
  };
  return replaced(project, "") as ProjectRows;
}

/** References that may be empty and lead nowhere are emptied: to a part, a dimension or a kept step that was removed. */
export function mendReferences(project: ProjectRows): ProjectRows {
  if (!isRow(project.scene) || LISTS.some((t) => !Array.isArray(listIn(project as unknown as Loose, t)))) return project;
  const ids = (rows: unknown): Set<unknown> => new Set(Array.isArray(rows) ? rows.map((r: unknown) => (isRow(r) ? r.id : undefined)) : []);
  const parts = ids(project.parts),
    procedures = ids(project.workshop.procedures),
    dimensions = ids(project.scene.dimensions);
  const mayGo = { parts, procedures };
  const kept = (known: Set<unknown>, id: string | null): string | null => (id === null || known.has(id) ? id : null);
  const each = <T>(rows: T[], mend: (row: T) => T): T[] => (Array.isArray(rows) ? rows.map((r) => (isRow(r) ? mend(r) : r)) : rows);
  const paints = ids(project.workshop.paints);
  return {
    ...project,
    workshop: {
      ...project.workshop,
      // A step whose pot is gone still says what it wants.
      recipes: each(project.workshop.recipes, (r) => ({ ...r, steps: each(r.steps, (s) => ({ ...s, paintId: kept(paints, s.paintId) })) })),
    },
    scene: {
      ...mendedGround(project.scene, parts as Set<string>),
      dimensions: each(project.scene.dimensions, (d) => ({ ...d, partId: kept(parts, d.partId), within: kept(dimensions, d.within) })),
      references: each(project.scene.references, (r) => ({ ...r, partId: kept(parts, r.partId) })),
      // Both sides of a joint must be there.
      joints: Array.isArray(project.scene.joints)
        ? project.scene.joints.filter((j) => !isRow(j) || (parts.has(j.a) && (!isRow(j.b) || j.b.kind !== "part" || parts.has(j.b.partId))))
        : project.scene.joints,
      plates: mendedPlates(project.scene.plates, parts, ids(project.workshop.printers)),
    },
    parts: each(project.parts, (p) => ({
      ...p,
      work: each(p.work, (w) => loosened(w, (table, id) => !(table in mayGo) || mayGo[table as keyof typeof mayGo].has(id))),
    })),
  };
}

/** Plates of printers that are gone go, and pieces of parts that are gone; a plate that is empty then too, and a piece that lies twice. */
function mendedPlates(plates: Plate[], parts: ReadonlySet<unknown>, printers: ReadonlySet<unknown>): Plate[] {
  if (!Array.isArray(plates)) return plates;
  const sound = (p: Plate): boolean => isRow(p) && Array.isArray(p.pieces);
  return plates
    .filter((p) => !sound(p) || printers.has(p.printerId))
    .map((p) => {
      if (!sound(p)) return p;
      const seen = new Set<unknown>();
      const pieces = p.pieces.filter((x) => !isRow(x) || (parts.has(x.partId) && !seen.has(x.id) && seen.add(x.id)));
      return pieces.length === p.pieces.length ? p : { ...p, pieces };
    })
    .filter((p) => !sound(p) || p.pieces.length > 0);
}
