/** A small project for tests: printers, a rack, and parts with facts computed by the real core. */
import { boxMesh, buildTopology, coneMesh, reportMesh, type Mesh, TURNS } from "../core/mesh";
import { NO_PACE } from "../core/learn";
import { GENERIC_PRINTERS, printFacts, profileOf, Shape, type PrintRecord } from "../core/print";
import {
  HABIT_DEFAULTS,
  NEW_SURFACE,
  PART_DEFAULTS,
  SCENE_DEFAULTS,
  type Part,
  type Project,
  type StepRecord,
  type WorkItem,
} from "../core/project";
import { figureScale } from "../core/scale";
import { loadSolids } from "../core/slice";
import { drawSheet, type Sheet } from "../core/drawing";
import { anchorOf, findSurfaces, lookAround, type SchoolId, type SurfaceMap } from "../core/surface";
import type { OnProgress } from "../core/units";

/** Thursday 8 January 2026, 19:10 in Berlin. */
export const THURSDAY = Date.UTC(2026, 0, 8, 18, 10);
export const HOUR = 3_600_000;

export const mound = (): Mesh => coneMesh(60, 22, 96);
export const block = (): Mesh => boxMesh(40, 30, 20);

/** A part from a mesh, with the facts of every generic printer. */
export async function meshPart(id: string, name: string, mesh: Mesh, work: WorkItem[] = [], more: Partial<Part> = {}): Promise<Part> {
  const { report, topology } = reportMesh(mesh);
  const shape = new Shape(await loadSolids(), mesh, topology, Math.abs(report.volumeMm3));
  return {
    ...structuredClone(PART_DEFAULTS),
    id,
    sceneId: "s",
    name,
    source: {
      kind: "mesh",
      hash: "0".repeat(64),
      fileName: `${id}.stl`,
      unit: "mm",
      unitReason: "",
      warnings: [],
      report,
      outsideMm2: report.areaMm2 * 0.7,
      walls: null,
      noted: [],
    },
    factor: 1,
    copies: 1,
    goodBefore: 0,
    failedBefore: 0,
    work,
    prints: GENERIC_PRINTERS.map((p) => ({ ...printFacts(shape, p, 1), printerId: p.id })),
    surfaceMap: surfaceMapOf(mesh),
    notes: "",
    order: 1,
    ...more,
  };
}

/** The surfaces of a mesh, nothing of them marked. */
export function surfaceMapOf(mesh: Mesh): SurfaceMap {
  const topology = buildTopology(mesh);
  const found = findSurfaces(mesh, topology);
  const around = lookAround(mesh, topology, found);
  const { bounds, areaMm2 } = found;
  return { bounds, areaMm2, list: found.list.map((s, i) => ({ ...s, ...around[i], marked: { hidden: 0, covered: 0, mating: 0 } })) };
}

/** A mesh drawn as the program draws it. */
export function sheetOfMesh(mesh: Mesh, onProgress?: OnProgress, signal?: AbortSignal): Sheet {
  const topology = buildTopology(mesh);
  return drawSheet(mesh, topology, findSurfaces(mesh, topology), onProgress, signal);
}

/** The same part with one of its surfaces known as "s", and hidden by a school. */
export function hiding(part: Part, school: SchoolId, number = 0): Part {
  const map = part.surfaceMap!;
  const item: WorkItem = { id: "h", kind: "hide", school, surfaceId: "s" };
  return {
    ...part,
    surfaces: [{ ...structuredClone(NEW_SURFACE), id: "s", anchor: anchorOf(map.list[number], map), name: "roof" }],
    work: [...part.work, item],
  };
}

/** A part known by its size only, or made by hand. */
export const sizePart = (id: string, source: Part["source"], work: WorkItem[] = []): Part => ({
  ...structuredClone(PART_DEFAULTS),
  id,
  sceneId: "s",
  name: id,
  source,
  factor: 1,
  copies: 1,
  goodBefore: 0,
  failedBefore: 0,
  work,
  prints: [],
  surfaceMap: null,
  notes: "",
  order: 1,
});

export const print = (printerId = "large-filament", more: Partial<Extract<WorkItem, { kind: "print" }>> = {}): WorkItem => ({
  id: "print",
  kind: "print",
  printerId,
  turn: TURNS["+z"],
  typed: null,
  sliced: null,
  ...more,
});

export const coat = (
  id: string,
  paintId: string,
  method: Extract<WorkItem, { kind: "coat" }>["method"] = "brush",
  coats = 1,
): WorkItem => ({
  id,
  kind: "coat",
  paintId,
  method,
  coats,
});

/** What is kept of a print of an hour and 20 g on the first generic printer. */
export const printRecord = (on: PrintRecord["pieces"][number]): PrintRecord => ({
  printerId: GENERIC_PRINTERS[0].id,
  printer: GENERIC_PRINTERS[0].name,
  profile: profileOf(GENERIC_PRINTERS[0]),
  supplyId: null,
  material: "",
  plateId: null,
  pieces: [on],
  layers: 100,
  turn: TURNS["+z"],
  plannedMassG: 20,
  modelS: 3600,
  modelMassG: 20,
  massG: null,
  failure: null,
  observed: [],
  measured: [],
  photos: [],
  gate: "known",
  test: false,
});

export const record = (partId: string, stepKey: string, more: Partial<StepRecord> = {}): StepRecord => ({
  id: `${stepKey}-${more.startedAt ?? 0}`,
  sceneId: "s",
  partId,
  stepKey,
  title: stepKey,
  time: "hands",
  startedAt: 0,
  finishedAt: null,
  plannedS: 600,
  waitS: 0,
  result: null,
  good: 0,
  failed: 0,
  wentWrong: "",
  ...more,
});

export function projectOf(parts: Part[], records: StepRecord[] = [], more: Partial<Project["scene"]> = {}): Project {
  const paint = (id: string, name: string, family: Project["paints"][0]["family"]): Project["paints"][0] => ({
    id,
    name,
    hex: "#808080",
    family,
    sheen: "matt",
    stockMl: 50,
  });
  return {
    scene: {
      ...structuredClone(SCENE_DEFAULTS),
      id: "s",
      name: "Test creek",
      demo: false,
      scale: figureScale(28),
      scaleAnswered: true,
      viewingDistanceMm: 1000,
      printers: GENERIC_PRINTERS.map((p) => structuredClone(p)),
      evenings: Array.from({ length: 7 }, (_, weekday) => ({ weekday, from: "19:00", to: "22:00" })),
      timeZone: "Europe/Berlin",
      ownThings: [],
      recipes: [],
      readyBy: null,
      createdAt: 0,
      ...more,
    },
    parts,
    unread: [],
    paints: [
      paint("primer", "Grey primer", "water primer"),
      paint("brown", "Brown", "water acrylic"),
      paint("stone", "Stone", "water acrylic"),
      paint("wash", "Enamel wash", "enamel wash"),
      paint("can", "Matt can", "solvent varnish"),
      paint("matt", "Water matt", "water varnish"),
    ],
    procedures: [],
    supplies: [],
    lines: [],
    pace: NO_PACE,
    lessons: [],
    habits: structuredClone(HABIT_DEFAULTS),
    records,
  };
}
