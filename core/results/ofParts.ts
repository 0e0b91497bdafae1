/** Which results a scene's parts want, and the scene as it is reckoned with once some of them are there. */
import type { Turn } from "../mesh";
import { profileOf, type FilamentPrinter, type FilamentProfile, type Printer } from "../print";
import type { Part, PartRow, PrinterFacts, Project, ProjectRows, SaidMesh, SaidSource, Workshop } from "../project";
import type { RealThing } from "../scale";
import { isWork, kindOf, workOf } from "../work";
import type { Geometry, MeshGeometry, ResultRequest, ValueOf } from "./kinds";

const meshGeometry = ({ hash, unit }: SaidMesh): MeshGeometry => ({ hash, unit });

/** What a part's results are computed from. A thing made by hand has the shape of its size. */
export const geometryOf = (source: SaidSource): Geometry =>
  source.kind === "mesh" ? meshGeometry(source) : { sizeMm: source.sizeMm, shell: source.kind === "typed" && source.shell };

type Request<K extends ResultRequest["kind"]> = Extract<ResultRequest, { kind: K }>;

/** One request for one row, as long as the row is the same: its key is then made once. */
function once<A extends object, R extends ResultRequest>(make: (of: A) => R): (of: A) => R {
  const made = new WeakMap<A, R>();
  return (of) => {
    let request = made.get(of);
    if (!request) made.set(of, (request = make(of)));
    return request;
  };
}

export const meshRequest = once((source: SaidMesh): Request<"mesh"> => ({ kind: "mesh", inputs: { geometry: meshGeometry(source) } }));
export const wallsRequest = once((source: SaidMesh): Request<"walls"> => ({ kind: "walls", inputs: { geometry: meshGeometry(source) } }));
export const crossingsRequest = once((source: SaidMesh): Request<"crossings"> => ({
  kind: "crossings",
  inputs: { geometry: meshGeometry(source) },
}));

/** How the user has turned it for a printer; null while the best is wanted. */
const chosenTurn = (part: PartRow, printerId: string): Turn | null =>
  workOf(part.work, "print").find((w) => w.printerId === printerId)?.turn ?? null;

const printRequestsOf = new WeakMap<PartRow, (printer: Printer) => Request<"print">>();

export function printRequest(part: PartRow, printer: Printer): Request<"print"> {
  let of = printRequestsOf.get(part);
  if (!of) {
    of = once((p: Printer) => ({
      kind: "print",
      inputs: { geometry: geometryOf(part.source), factor: part.factor, turn: chosenTurn(part, p.id), profile: profileOf(p) },
    }));
    printRequestsOf.set(part, of);
  }
  return of(printer);
}

/** @param turn a way to be looked at beside those that are found; choosing one of those makes no other list */
export const waysRequest = (part: PartRow, printer: Printer, turn: Turn | null = null): Request<"ways"> => ({
  kind: "ways",
  inputs: {
    geometry: geometryOf(part.source),
    factor: part.factor,
    turn,
    profile: profileOf(printer),
    faces: part.faces,
  },
});

/** What a printer would say if the part lay so. */
export const turnedRequest = (part: PartRow, printer: Printer, turn: Turn): Request<"print"> => ({
  kind: "print",
  inputs: { geometry: geometryOf(part.source), factor: part.factor, turn, profile: profileOf(printer) },
});

/** What a part, or one of its copies that differ, covers of the plate as it lies. */
export const footprintRequest = (part: Pick<PartRow, "source" | "factor">, turn: Turn, percent = 100): Request<"footprint"> => ({
  kind: "footprint",
  inputs: { geometry: geometryOf(part.source), factor: (part.factor * percent) / 100, turn },
});

export const hollowRequest = (part: PartRow & { source: SaidMesh }, wallMm: number, turn: Turn): Request<"hollow"> => ({
  kind: "hollow",
  inputs: { geometry: meshGeometry(part.source), factor: part.factor, wallMm, turn },
});

export const cutsRequest = (part: PartRow, printer: Printer): Request<"cuts"> => ({
  kind: "cuts",
  inputs: { geometry: geometryOf(part.source), factor: part.factor, profile: profileOf(printer), faces: part.faces },
});

export const zonesRequest = (part: PartRow, printer: FilamentPrinter): Request<"zones"> => ({
  kind: "zones",
  inputs: {
    geometry: geometryOf(part.source),
    factor: part.factor,
    zones: part.zones.map(({ id, axis, fromMm, toMm, infill, wallLines }) => ({
      id,
      axis,
      fromMm: fromMm * part.factor,
      toMm: toMm * part.factor,
      infill,
      wallLines,
    })),
    profile: profileOf(printer) as FilamentProfile,
  },
});

export const outlineRequest = once((part: PartRow): Request<"outline"> => ({
  kind: "outline",
  inputs: { geometry: geometryOf(part.source), factor: part.factor },
}));

export const sheetRequest = (part: Part): Request<"sheet"> => ({
  kind: "sheet",
  inputs: { geometry: geometryOf(part.source), factor: part.factor },
});

export const surfacesRequest = once((part: PartRow): Request<"surfaces"> => ({
  kind: "surfaces",
  inputs: { geometry: geometryOf(part.source), faces: part.faces },
}));

/** Everything that is kept fresh of a scene, first things first: sizes of all parts, then what printers say, then walls. */
export function wantedOf({ parts, workshop: { printers } }: ProjectRows): ResultRequest[] {
  const meshes = parts.flatMap(({ source }) => (source.kind === "mesh" ? [source] : []));
  return [
    ...meshes.map(meshRequest),
    ...parts.filter((p) => p.source.kind !== "scratch").flatMap((part) => printers.map((printer) => printRequest(part, printer))),
    ...parts.filter((p) => p.source.kind !== "scratch").map(surfacesRequest),
    ...meshes.map(wallsRequest),
  ];
}

/** Finds a result that is there, and fresh; undefined otherwise. */
export type Lookup = <R extends ResultRequest>(request: R) => ValueOf<R> | undefined;

function joinedSource(source: SaidSource, lookup: Lookup): Part["source"] | undefined {
  if (source.kind !== "mesh") return source;
  const found = lookup(meshRequest(source));
  if (!found) return undefined;
  // What the reader warned of is not found again in the stored mesh: it stays.
  const here = new Set(found.report.warnings.map((w) => w.code));
  const warnings = [...found.report.warnings, ...source.warnings.filter((w) => !here.has(w.code))];
  return { ...source, ...found, report: { ...found.report, warnings }, walls: lookup(wallsRequest(source)) ?? null };
}

/** What a part was last joined from, and what it then was. */
const joinedOf = new WeakMap<PartRow, { from: unknown[]; part: Part | undefined }>();

/** One part with what is there of it; undefined while its mesh is not measured. The same part as before where nothing new has come. */
export function joinPart(row: PartRow, printers: readonly Printer[], lookup: Lookup): Part | undefined {
  const requests = [
    ...(row.source.kind === "mesh" ? [meshRequest(row.source), wallsRequest(row.source)] : []),
    ...(row.source.kind === "scratch" ? [] : [...printers.map((printer) => printRequest(row, printer)), surfacesRequest(row)]),
  ];
  const from = [...printers.map((p) => p.id), ...requests.map((r) => lookup(r))];
  const before = joinedOf.get(row);
  if (before && before.from.length === from.length && before.from.every((x, i) => x === from[i])) return before.part;
  const part = joinedAnew(row, printers, lookup);
  joinedOf.set(row, { from, part });
  return part;
}

function joinedAnew(row: PartRow, printers: readonly Printer[], lookup: Lookup): Part | undefined {
  const source = joinedSource(row.source, lookup);
  if (!source) return undefined;
  const prints =
    row.source.kind === "scratch"
      ? []
      : printers.flatMap((printer): PrinterFacts[] => {
          const facts = lookup(printRequest(row, printer));
          return facts ? [{ ...facts, printerId: printer.id }] : [];
        });
  return { ...row, source, prints, surfaceMap: row.source.kind === "scratch" ? null : (lookup(surfacesRequest(row)) ?? null) };
}

/** Rows of the workshop that a scene names, by table. */
function namedBy({
  parts,
  scene,
}: Pick<ProjectRows, "parts" | "scene">): Record<"paints" | "printers" | "procedures" | "things", Set<string>> {
  const named = { paints: new Set<string>(), printers: new Set<string>(), procedures: new Set<string>(), things: new Set<string>() };
  for (const plate of Array.isArray(scene.plates) ? scene.plates : []) named.printers.add(plate.printerId);
  for (const part of parts) {
    // Rows of an older program may hold anything: what cannot be asked names nothing.
    for (const item of Array.isArray(part.work) ? part.work.filter(isWork) : [])
      for (const { table, id } of kindOf(item).refers(item)) if (table !== "parts") named[table].add(id);
    for (const s of Array.isArray(part.sightings) ? part.sightings : []) named.things.add(s.thing);
  }
  return named;
}

const shownInDemo = new WeakMap<Printer, Printer>();
const saidOfShown = new WeakMap<Printer, Printer>();

/** A printer as the demo shows it. The same object for the same row. */
function asInDemo(said: Printer): Printer {
  if (!said.inDemo) return said;
  let shown = shownInDemo.get(said);
  if (!shown) {
    shown = { ...said, ...said.inDemo };
    shownInDemo.set(said, shown);
    saidOfShown.set(shown, said);
  }
  return shown;
}

/** The workshop as a scene shows it: what is made up for the demo only in the demo, or where it is used. */
function workshopOf(rows: ProjectRows): Workshop {
  const { workshop, scene } = rows;
  if (scene.demo) return { ...workshop, printers: workshop.printers.map(asInDemo) };
  const named = namedBy(rows);
  const shown = <T extends { demo?: boolean }>(list: T[], used: Set<string>, by: (row: T) => string): T[] =>
    list.some((r) => r.demo) ? list.filter((r) => !r.demo || used.has(by(r))) : list;
  return {
    ...workshop,
    paints: shown(workshop.paints, named.paints, (r) => r.id),
    procedures: shown(workshop.procedures, named.procedures, (r) => r.id),
    supplies: workshop.supplies.filter((s) => !s.demo),
    lessons: workshop.lessons.filter((s) => !s.demo),
    habits: { ...workshop.habits, fills: workshop.habits.fills.filter((f) => !f.demo) },
    things: shown(workshop.things as (RealThing & { demo?: boolean })[], named.things, (r) => r.name),
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
  const { printers, paints, procedures, things, habits } = rows.workshop;
  return {
    ...rows,
    workshop: {
      habits,
      supplies: [],
      lessons: [],
      // A scene without prints still says for which machines it was reckoned. What is on them, and where they answer, stays at home.
      printers: (named.printers.size > 0 ? printers.filter((r) => named.printers.has(r.id)) : printers).map(atHome),
      paints: paints.filter((r) => named.paints.has(r.id)),
      procedures: procedures.filter((r) => named.procedures.has(r.id)),
      things: things.filter((r) => named.things.has(r.name)),
    },
  };
}

/** The scene with what is there; parts that are not measured yet stand apart, so that nobody reads a figure of them. */
export function joinProject(rows: ProjectRows, lookup: Lookup): Project {
  const parts: Part[] = [];
  const unread: PartRow[] = [];
  for (const row of rows.parts) {
    const part = joinPart(row, rows.workshop.printers, lookup);
    if (part) parts.push(part);
    else unread.push(row);
  }
  const { printers, paints, procedures, things, supplies, lessons, habits } = workshopOf(rows);
  const { evenings, timeZone } = habits;
  const scene = { ...rows.scene, printers, ownThings: things, evenings, timeZone };
  return { scene, parts, unread, paints, procedures, supplies, lessons, records: rows.records, habits };
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
  const { parts, unread, paints, procedures, supplies, lessons, records, habits } = project;
  const { printers: shown, ownThings: things, evenings, timeZone, ...scene } = project.scene;
  const printers = shown.map((p) => saidOfShown.get(p) ?? p);
  const workshop = { printers, paints, procedures, things, supplies, lessons, habits: { ...habits, evenings, timeZone } };
  return { scene, parts: [...parts.map(rowOf), ...unread], records, workshop };
}
