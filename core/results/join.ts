/** A scene as it is reckoned with, from what was said and the results that are there; and back again. */
import { define, ofOne, sameFields, sameList, steady, thereAndBack } from "../derive";
import { bookOfItem } from "../ledger";
import { sayFinding, type WallFacts } from "../mesh";
import { factsOf, priceOf, type FoundPrint, type Price, type Printer } from "../print";
import {
  paceOfRecords,
  type MeshFound,
  type Part,
  type PartRow,
  type PrinterFacts,
  type Project,
  type ProjectRows,
  type SaidSource,
  type StepRecord,
  type Workshop,
} from "../project";
import { withMarks, type FoundMap, type MarkedShares } from "../surface";
import { isWork, kindOf } from "../stations/kinds";
import type { ResultRequest, ValueOf } from "./kinds";
import { marksRequest, meshRequest, ownerOf, printRequest, surfacesRequest, wallsRequest } from "./requests";

/** Finds a result that is there, and fresh; undefined otherwise. */
export type Lookup = <R extends ResultRequest>(request: R) => ValueOf<R> | undefined;

/** Finds the last result of the same owner; see Wanted. */
export type Last = (of: string) => ValueOf<ResultRequest> | undefined;

/** A value that is there, by the key of its request. */
export interface KnownValue {
  key: string;
  value: ValueOf<ResultRequest>;
}

interface JoinWorld {
  row: PartRow;
  printers: readonly Printer[];
  value: Lookup;
  last: Last;
}

/** Everything that a part is joined from. */
interface Inputs {
  row: PartRow;
  found: MeshFound | undefined;
  walls: WallFacts | undefined;
  prints: readonly { facts: FoundPrint; printerId: string; price: Price; stale: boolean }[];
  surfaces: FoundMap | undefined;
  marks: { value: readonly MarkedShares[]; stale: boolean };
}

const samePrint = (a: Inputs["prints"][number], b: Inputs["prints"][number]): boolean =>
  a.facts === b.facts &&
  a.printerId === b.printerId &&
  a.stale === b.stale &&
  a.price.minor === b.price.minor &&
  a.price.currency === b.price.currency;

const NO_MARKS: Inputs["marks"] = { value: [], stale: false };

const inputsOf = define<JoinWorld, [], Inputs>({
  name: "what a part is joined from",
  scope: { shape: { value: "asked", last: "asked" }, of: ({ row }) => `${row.sceneId} ${row.id}` },
  read: ({ row, printers, value, last }) => {
    /** What is there, or what was there before something that it follows from was changed. */
    const get = <R extends ResultRequest>(request: R, whose = ""): { value: ValueOf<R>; stale: boolean } | undefined => {
      const now = value(request);
      if (now !== undefined) return { value: now, stale: false };
      const before = last(ownerOf(row, request.kind, whose)) as ValueOf<R> | undefined;
      return before && { value: before, stale: true };
    };
    const { source } = row;
    const printed = source.kind !== "scratch";
    return {
      row,
      found: source.kind === "mesh" ? get(meshRequest(source))?.value : undefined,
      walls: source.kind === "mesh" ? get(wallsRequest(source))?.value : undefined,
      prints: printed
        ? printers.flatMap((printer) => {
            const facts = get(printRequest(row, printer), printer.id);
            return facts ? [{ facts: facts.value, printerId: printer.id, price: priceOf(printer), stale: facts.stale }] : [];
          })
        : [],
      surfaces: printed ? get(surfacesRequest(row))?.value : undefined,
      // The first mark of a part follows none: its surfaces stay as they were until it is looked at.
      marks: printed && row.faces.length > 0 ? (get(marksRequest(row)) ?? { ...NO_MARKS, stale: true }) : NO_MARKS,
    };
  },
  same: (a, b) =>
    a.row === b.row &&
    a.found === b.found &&
    a.walls === b.walls &&
    a.surfaces === b.surfaces &&
    a.marks.value === b.marks.value &&
    a.marks.stale === b.marks.stale &&
    a.prints.length === b.prints.length &&
    a.prints.every((p, i) => samePrint(p, b.prints[i])),
});

/** The same part as before where nothing of it is another. */
const joined = ofOne(({ row, found, walls, prints, surfaces, marks }: Inputs): Part | undefined => {
  const source = joinedSource(row.source, found, walls);
  if (!source) return undefined;
  return {
    ...row,
    source,
    prints: prints.map(({ facts, printerId, price, stale }): PrinterFacts => ({
      ...factsOf(facts, price),
      printerId,
      ...(stale && { stale }),
    })),
    surfaceMap: surfaces ? { ...withMarks(surfaces, marks.value), ...(marks.stale && { stale: true as const }) } : null,
  };
});

function joinedSource(source: SaidSource, found: MeshFound | undefined, walls: WallFacts | undefined): Part["source"] | undefined {
  if (source.kind !== "mesh") return source;
  if (!found) return undefined;
  // What the reader warned of is not found again in the stored mesh: it stays.
  const noted = found.report.findings.map(sayFinding);
  const here = new Set(noted.map((w) => w.code));
  return { ...source, ...found, walls: walls ?? null, noted: [...noted, ...source.warnings.filter((w) => !here.has(w.code))] };
}

const NOTHING_BEFORE: Last = () => undefined;

/** One part with what is there of it; undefined while its mesh is not measured. */
export const joinPart = (row: PartRow, printers: readonly Printer[], value: Lookup, last: Last = NOTHING_BEFORE): Part | undefined =>
  joined(inputsOf({ row, printers, value, last }));

type NamedHere = "paints" | "printers" | "recipes" | "procedures" | "things";

/** Rows of the workshop that a scene names, by table. */
function namedBy({ parts, scene, workshop }: Pick<ProjectRows, "parts" | "scene" | "workshop">): Record<NamedHere, Set<string>> {
  const none = (): Set<string> => new Set<string>();
  const named = { paints: none(), printers: none(), recipes: none(), procedures: none(), things: none() };
  for (const plate of Array.isArray(scene.plates) ? scene.plates : []) named.printers.add(plate.printerId);
  for (const part of parts) {
    // Rows of an older program may hold anything: what cannot be asked names nothing.
    for (const item of Array.isArray(part.work) ? part.work.filter(isWork) : [])
      for (const { table, id } of kindOf(item).refers(item)) if (table !== "parts") named[table].add(id);
    for (const s of Array.isArray(part.sightings) ? part.sightings : []) named.things.add(s.thing);
  }
  for (const { id, steps } of workshop.recipes)
    if (named.recipes.has(id)) for (const { paintId } of Array.isArray(steps) ? steps : []) if (paintId) named.paints.add(paintId);
  return named;
}

/** A printer as the demo shows it, and the row behind one: what is stored is what was said. */
const { there: asInDemo, back: saidOfShown } = thereAndBack((said: Printer): Printer => (said.inDemo ? { ...said, ...said.inDemo } : said));

type OfDemo = { demo?: boolean };

const madeUp = (row: OfDemo): boolean => row.demo === true;
const unlessMadeUp = <T extends OfDemo>(list: T[]): T[] => (list.some(madeUp) ? list.filter((r) => !madeUp(r)) : list);
const suppliesShown = ofOne((list: Workshop["supplies"]) => unlessMadeUp(list));
/** Glues, abrasives and tools that a scene shows. */
export const suppliesOf = ({ scene, workshop: { supplies } }: Pick<ProjectRows, "scene" | "workshop">): Workshop["supplies"] =>
  scene.demo ? supplies : suppliesShown(supplies);
const linesOf = ofOne((lines: Workshop["lines"]): ReadonlyMap<string, Workshop["lines"]> => {
  const byItem = new Map<string, Workshop["lines"]>();
  for (const line of lines) {
    const own = byItem.get(line.itemId);
    if (own) own.push(line);
    else byItem.set(line.itemId, [line]);
  }
  return byItem;
});

/** As many pots and supplies as a large workshop has. */
const STOCKED_AT_HAND = 4000;
const steadyPaint = steady<Workshop["paints"][number]>(sameFields, STOCKED_AT_HAND);
const steadySupply = steady<Workshop["supplies"][number]>(sameFields, STOCKED_AT_HAND);

/** A pot with what is left in it, which follows from the ledger; what it began with stays beside it. */
const levelledPaints = (paints: Workshop["paints"], lines: Workshop["lines"]): Workshop["paints"] =>
  lines.length === 0
    ? paints
    : paints.map((p) => {
        const own = linesOf(lines).get(p.id);
        return own ? steadyPaint(p.id, { ...p, stockMl: bookOfItem(p.stockMl, own).level, began: p.stockMl }) : p;
      });
const levelledSupplies = (supplies: Workshop["supplies"], lines: Workshop["lines"]): Workshop["supplies"] =>
  lines.length === 0
    ? supplies
    : supplies.map((s) => {
        const own = linesOf(lines).get(s.id);
        return own ? steadySupply(s.id, { ...s, stock: bookOfItem(s.stock, own).level, began: s.stock }) : s;
      });
const steadyLevels = steady<object[]>(sameList, 60);

const lessonsShown = ofOne((list: Workshop["lessons"]) => unlessMadeUp(list));
const habitsShown = ofOne((habits: Workshop["habits"]): Workshop["habits"] => {
  const fills = unlessMadeUp(habits.fills);
  return fills === habits.fills ? habits : { ...habits, fills };
});
const printersOfDemo = ofOne((printers: Workshop["printers"]) => printers.map(asInDemo));

/** What a scene that is no demo shows of a table: what is made up for the demo only where it is used. */
const shownOf = <T extends "paints" | "recipes" | "procedures" | "things">(table: T, by: (row: Workshop[T][number]) => string) =>
  define<ProjectRows, [], Workshop[T]>({
    name: `${table} that a scene shows`,
    scope: { shape: { workshop: {} }, of: ({ scene }) => scene.id },
    read: (rows) => {
      const list: readonly (Workshop[T][number] & OfDemo)[] = rows.workshop[table];
      if (!list.some(madeUp)) return list as Workshop[T];
      const used = namedBy(rows)[table];
      return list.filter((r) => !madeUp(r) || used.has(by(r))) as Workshop[T];
    },
    same: sameList,
  });
const paintsShown = shownOf("paints", (r) => r.id);
const recipesShown = shownOf("recipes", (r) => r.id);
const proceduresShown = shownOf("procedures", (r) => r.id);
const thingsShown = shownOf("things", (r) => r.name);

/** The workshop as a scene shows it: what is made up for the demo only in the demo, or where it is used. What says the same is the same. */
function workshopOf(rows: ProjectRows): Workshop {
  const { workshop, scene } = rows;
  if (scene.demo) return { ...workshop, printers: printersOfDemo(workshop.printers) };
  return {
    ...workshop,
    paints: paintsShown(rows),
    recipes: recipesShown(rows),
    procedures: proceduresShown(rows),
    supplies: suppliesOf(rows),
    lessons: lessonsShown(workshop.lessons),
    habits: habitsShown(workshop.habits),
    things: thingsShown(rows),
  };
}

/** A printer without what holds in this workshop alone. */
const atHome = (printer: Printer): Printer => {
  if (!printer.inDemo && !printer.loadedId && !printer.address) return printer;
  const { inDemo: _demo, ...rest } = printer;
  return { ...rest, loadedId: null, address: null } as Printer;
};

/** What a scene's file carries: copies of what it names, and how its owner works. */
export function withNamedOnly(rows: ProjectRows): ProjectRows {
  const named = namedBy(rows);
  // Glues, tools and lessons are named by no scene: they stay where they are.
  const { printers, paints, recipes, procedures, things, habits } = rows.workshop;
  return {
    ...rows,
    workshop: {
      habits,
      supplies: [],
      lessons: [],
      // What is left of a pot is so on this shelf alone.
      lines: [],
      // A scene without prints still says for which machines it was reckoned. What is on them, and where they answer, stays at home.
      printers: (named.printers.size > 0 ? printers.filter((r) => named.printers.has(r.id)) : printers).map(atHome),
      paints: paints.filter((r) => named.paints.has(r.id)),
      recipes: recipes.filter((r) => named.recipes.has(r.id)),
      procedures: procedures.filter((r) => named.procedures.has(r.id)),
      things: things.filter((r) => named.things.has(r.name)),
    },
  };
}

/** A scene and those beside it, and a few that were open before. */
const SCENES_AT_HAND = 60;
const steadyParts = steady<Part[]>(sameList, SCENES_AT_HAND);
const steadyRows = steady<PartRow[]>(sameList, SCENES_AT_HAND);
const steadyScene = steady<Project["scene"]>(sameFields, SCENES_AT_HAND);
const steadyPace = steady<Project["pace"]>((a, b) => JSON.stringify(a) === JSON.stringify(b), SCENES_AT_HAND);
const steadyProject = steady<Project>(sameFields, SCENES_AT_HAND);

/**
 * The scene with what is there; parts that are not measured yet stand apart, so that nobody reads a figure of them. The same as it was
 * given last where nothing of it is another.
 * @param beside scenes whose records tell of the same hands
 */
export function joinProject(
  rows: ProjectRows,
  lookup: Lookup,
  last?: Last,
  beside: readonly { records: readonly StepRecord[] }[] = [],
): Project {
  const parts: Part[] = [];
  const unread: PartRow[] = [];
  for (const row of rows.parts) {
    const part = joinPart(row, rows.workshop.printers, lookup, last);
    if (part) parts.push(part);
    else unread.push(row);
  }
  const { printers, paints, recipes, procedures, things, supplies, lessons, lines, habits } = workshopOf(rows);
  const { evenings, timeZone } = habits;
  const { id } = rows.scene;
  return steadyProject(id, {
    scene: steadyScene(id, { ...rows.scene, printers, recipes, ownThings: things, evenings, timeZone }),
    parts: steadyParts(id, parts),
    unread: steadyRows(id, unread),
    paints: steadyLevels(`${id} paints`, levelledPaints(paints, lines)) as Project["paints"],
    procedures,
    supplies: steadyLevels(`${id} supplies`, levelledSupplies(supplies, lines)) as Project["supplies"],
    lessons,
    lines,
    pace: steadyPace(id, paceOfRecords([rows, ...beside].map((r) => r.records))),
    records: rows.records,
    habits,
  });
}

const saidSource = (source: Part["source"]): SaidSource => {
  if (source.kind !== "mesh") return source;
  const { kind, hash, fileName, unit, unitReason, warnings } = source;
  return { kind, hash, fileName, unit, unitReason, warnings };
};

/** The other way: a part as it is stored. */
export function rowOf(part: Part): PartRow {
  const row: Partial<Part> = { ...part };
  delete row.prints;
  delete row.surfaceMap;
  return { ...(row as Part), source: saidSource(part.source) };
}

/** A scene as it is stored, without anything that was computed. */
export function rowsOf(project: Project): ProjectRows {
  const { parts, unread, procedures, lessons, lines, records, habits } = project;
  const paints = project.paints.map(({ began, ...p }) => (began === undefined ? p : { ...p, stockMl: began }));
  const supplies = project.supplies.map(({ began, ...s }) => (began === undefined ? s : { ...s, stock: began }));
  const { printers: shown, recipes, ownThings: things, evenings, timeZone, ...scene } = project.scene;
  const printers = shown.map(saidOfShown);
  const workshop = { printers, paints, recipes, procedures, things, supplies, lessons, lines, habits: { ...habits, evenings, timeZone } };
  return { scene, parts: [...parts.map(rowOf), ...unread], records, workshop };
}
