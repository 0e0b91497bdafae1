/** How each kind of result is computed. The caller brings the stored files; the mesh read last is kept, since results of one part come in a row. */
import { checkPartSize, ok, throwIfCancelled, type OnProgress, type Problem, type Result } from "../units";
import {
  findCrossings,
  findOpenings,
  judgeSolid,
  measureWalls,
  outsideAreaMm2,
  printedMesh,
  printedSolid,
  readMesh,
  reportMesh,
  scaleMesh,
  turnMesh,
  type Mesh,
  type MeshReport,
  type Shells,
  type Topology,
} from "../mesh";
import {
  candidates,
  cutsOf,
  footprintOf,
  hollowing,
  markAtSize,
  markedShares,
  marksOf,
  printFacts,
  Shape,
  strengthened,
  widened,
} from "../print";
import { typedMesh } from "../project";
import { drawOutlines, drawSheet } from "../drawing";
import { findSurfaces, lookAround, type Surfaces } from "../surface";
import { unionVolume, type Solids } from "../slice";
import { resultKey } from "./key";
import type { Geometry, MeshGeometry, ResultKind, ResultRequest, Results, ValueOf } from "./kinds";
import type { Lookup } from "./ofParts";

/** What a mesh is once it is read: welded, in millimetres, reported on. */
export interface Loaded {
  mesh: Mesh;
  topology: Topology;
  report: MeshReport;
  shells: Shells;
}

/** What computing needs from outside. */
export interface Supplies {
  /** The bytes of a stored mesh. */
  file: (hash: string) => Promise<Result<Uint8Array>>;
  solids: () => Promise<Solids>;
}

/** The exact volume where shells may overlap: by the solids library, where it takes them. */
export async function judge({ mesh, topology, report, shells }: Loaded, solids: Supplies["solids"]): Promise<void> {
  if (report.solid && report.solid.low < report.solid.high) judgeSolid(report, shells, unionVolume(await solids(), mesh, topology, shells));
}

type Computes = {
  [K in ResultKind]: (
    inputs: Results[K]["inputs"],
    read: Reader,
    onProgress?: OnProgress,
    signal?: AbortSignal,
  ) => Promise<Result<Results[K]["value"]>>;
};

/** Computes results, reading each mesh once for a row of them. */
export class Reader {
  private last: { key: string; loaded: Loaded } | undefined;
  private lastShape: { loaded: Loaded; factor: number; shape: Shape } | undefined;

  private lastSurfaces: { loaded: Loaded; surfaces: Surfaces } | undefined;

  constructor(readonly supplies: Supplies) {}

  async load(geometry: Geometry): Promise<Result<Loaded>> {
    const key = JSON.stringify(geometry);
    if (this.last?.key === key) return ok(this.last.loaded);
    this.last = undefined;
    const loaded = "hash" in geometry ? await this.read(geometry) : ok(standIn(geometry.sizeMm, geometry.shell));
    if (loaded.ok) this.last = { key, loaded: loaded.value };
    return loaded;
  }

  private async read({ hash, unit }: MeshGeometry): Promise<Result<Loaded>> {
    const bytes = await this.supplies.file(hash);
    if (!bytes.ok) return bytes;
    const file = readMesh(bytes.value, unit);
    if (!file.ok) return file;
    const { mesh, topology, report, shells } = file.value;
    const loaded = { mesh, topology, report, shells };
    await judge(loaded, this.supplies.solids);
    return ok(loaded);
  }

  /** A part as printers look at it; the last one is kept, since they are asked one after the other. */
  async shape(loaded: Loaded, factor: number): Promise<Shape> {
    const last = this.lastShape;
    if (last?.loaded === loaded && last.factor === factor) return last.shape;
    this.lastShape = undefined;
    const { mesh, topology } = printedSolid(loaded.mesh, loaded.topology, loaded.shells);
    const shape = new Shape(await this.supplies.solids(), scaleMesh(mesh, factor), topology, loaded.report.solid!.value * factor ** 3);
    this.lastShape = { loaded, factor, shape };
    return shape;
  }

  /** Its surfaces, as they are in the file; kept, since the sheet and the map of one part come in a row. */
  surfaces(loaded: Loaded): Surfaces {
    if (this.lastSurfaces?.loaded !== loaded) {
      const { mesh, topology } = printedSolid(loaded.mesh, loaded.topology, loaded.shells);
      this.lastSurfaces = { loaded, surfaces: findSurfaces(mesh, topology) };
    }
    return this.lastSurfaces.surfaces;
  }

  /** Computes one result. Throws only on a fault of the program, or when `signal` says stop. */
  async compute<R extends ResultRequest>(
    { kind, inputs }: R,
    onProgress?: OnProgress,
    signal?: AbortSignal,
  ): Promise<Result<Results[R["kind"]]["value"]>> {
    const compute = COMPUTE[kind] as Computes[R["kind"]];
    return compute(inputs as never, this, onProgress, signal) as Promise<Result<Results[R["kind"]]["value"]>>;
  }
}

/** Everything that a scene wants, one after the other: for commands and tests, where nobody looks on. What fails is left out, with its problem. */
export async function computeWanted(
  requests: readonly ResultRequest[],
  supplies: Supplies,
): Promise<{ lookup: Lookup; values: Map<ResultRequest, ValueOf<ResultRequest>>; problems: Problem[] }> {
  const reader = new Reader(supplies);
  const byKey = new Map<string, ValueOf<ResultRequest>>();
  const values = new Map<ResultRequest, ValueOf<ResultRequest>>();
  const problems: Problem[] = [];
  for (const request of requests) {
    const key = resultKey(request);
    if (byKey.has(key)) continue;
    const done = await reader.compute(request);
    if (!done.ok) {
      problems.push(done.problem);
      continue;
    }
    byKey.set(key, done.value);
    values.set(request, done.value);
  }
  const lookup: Lookup = (request) => byKey.get(resultKey(request)) as never;
  return { lookup, values, problems };
}

const standIn = (sizeMm: readonly [number, number, number], shell: boolean): Loaded => {
  const mesh = typedMesh(sizeMm, shell);
  return { mesh, ...reportMesh(mesh) };
};

const COMPUTE: Computes = {
  mesh: async ({ geometry }, reader) => {
    const loaded = await reader.load(geometry);
    return loaded.ok ? ok({ report: loaded.value.report, outsideMm2: outsideAreaMm2(loaded.value.mesh) }) : loaded;
  },
  walls: async ({ geometry }, reader, onProgress, signal) => {
    const loaded = await reader.load(geometry);
    if (!loaded.ok) return loaded;
    const { mesh, topology, shells } = loaded.value;
    const openings = findOpenings(printedMesh(mesh, shells));
    return ok({ ...measureWalls(mesh, topology, undefined, onProgress, signal, shells), openings });
  },
  print: async ({ geometry, factor, turn, profile }, reader, onProgress, signal) => {
    const loaded = await reader.load(geometry);
    if (!loaded.ok) return loaded;
    // No printer is as large as that, and its layers would never end.
    const sensible = checkPartSize(loaded.value.report.bounds.size.map((v) => Math.max(v * factor, 1e-9)) as [number, number, number]);
    if (!sensible.ok) return sensible;
    const facts = printFacts(await reader.shape(loaded.value, factor), profile, factor, turn ?? undefined, onProgress, signal);
    if ("hash" in geometry) return ok(facts);
    // A size has no shape: what it weighs and takes lies between a shell and a solid of it.
    const other = await reader.shape(standIn(geometry.sizeMm, !geometry.shell), factor);
    return ok(widened(facts, printFacts(other, profile, factor, turn ?? undefined, onProgress, signal)));
  },
  ways: async ({ geometry, factor, turn, profile, faces }, reader, onProgress, signal) => {
    const loaded = await reader.load(geometry);
    if (!loaded.ok) return loaded;
    const shape = await reader.shape(loaded.value, factor);
    // Marks name places in the size of the file.
    const marks = marksOf(
      shape.mesh,
      shape.topology,
      faces.map((f) => markAtSize(f, factor)),
    );
    const found = candidates(shape, profile, marks, turn ?? undefined, onProgress, signal);
    return ok(found.map((c) => ({ ...c, picture: drawOutlines(turnMesh(shape.mesh, c.turn)).views.find((v) => v.name === "front")! })));
  },
  hollow: async ({ geometry, factor, wallMm, turn }, reader, onProgress, signal) => {
    const loaded = await reader.load(geometry);
    if (!loaded.ok) return loaded;
    const { mesh } = await reader.shape(loaded.value, factor);
    const found = hollowing(mesh, wallMm, turn, undefined, onProgress, signal);
    // A wall that does not fit is an answer, not a failure: it is asked again with another.
    return ok(found.ok ? found.value : { refused: found.problem.message });
  },
  cuts: async ({ geometry, factor, profile, faces }, reader) => {
    const loaded = await reader.load(geometry);
    if (!loaded.ok) return loaded;
    const { mesh, topology } = await reader.shape(loaded.value, factor);
    const marks = marksOf(
      mesh,
      topology,
      faces.map((f) => markAtSize(f, factor)),
    );
    return ok(cutsOf(mesh, topology, profile, marks));
  },
  zones: async ({ geometry, factor, zones, profile }, reader) => {
    const loaded = await reader.load(geometry);
    if (!loaded.ok) return loaded;
    const { solids, mesh, topology } = await reader.shape(loaded.value, factor);
    return ok(strengthened(solids, mesh, topology, profile, zones));
  },
  outline: async ({ geometry, factor }, reader) => {
    const loaded = await reader.load(geometry);
    return loaded.ok ? ok(drawOutlines(scaleMesh(loaded.value.mesh, factor))) : loaded;
  },
  sheet: async ({ geometry, factor }, reader, onProgress, signal) => {
    const loaded = await reader.load(geometry);
    if (!loaded.ok) return loaded;
    return ok(drawSheet(scaleMesh(loaded.value.mesh, factor), loaded.value.topology, reader.surfaces(loaded.value), onProgress, signal));
  },
  surfaces: async ({ geometry }, reader, onProgress, signal) => {
    const loaded = await reader.load(geometry);
    if (!loaded.ok) return loaded;
    const { mesh, topology } = printedSolid(loaded.value.mesh, loaded.value.topology, loaded.value.shells);
    const found = reader.surfaces(loaded.value);
    onProgress?.(0.4, "surfaces");
    throwIfCancelled(signal);
    const around = lookAround(mesh, topology, found, (f, phase) => onProgress?.(0.4 + 0.6 * f, phase), signal);
    const { bounds, areaMm2 } = found;
    return ok({ bounds, areaMm2, list: found.list.map((s, i) => ({ ...s, ...around[i] })) });
  },
  marks: async ({ geometry, faces }, reader) => {
    const loaded = await reader.load(geometry);
    if (!loaded.ok) return loaded;
    const { mesh, topology } = printedSolid(loaded.value.mesh, loaded.value.topology, loaded.value.shells);
    const found = reader.surfaces(loaded.value);
    return ok(markedShares(mesh, topology, faces, found.surfaceOf, found.list.length));
  },
  footprint: async ({ geometry, factor, turn }, reader) => {
    const loaded = await reader.load(geometry);
    if (!loaded.ok) return loaded;
    const { solids, mesh } = await reader.shape(loaded.value, factor);
    return ok(footprintOf(solids, mesh, turn));
  },
  crossings: async ({ geometry }, reader, onProgress, signal) => {
    const loaded = await reader.load(geometry);
    return loaded.ok ? ok(findCrossings(loaded.value.mesh, loaded.value.topology.degenerate, onProgress, signal)) : loaded;
  },
};
