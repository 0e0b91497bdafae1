/**
 * Local wall thickness and gap width: rays from points spread evenly over the surface, in a narrow cone into the solid and out of
 * it. A ray's length times the cosine of its angle is the distance between parallel faces; the median of the cone is the point's
 * value, so that one ray past an edge does not count. (The idea is that of the shape diameter function, Shapira, Shamir & Cohen-Or
 * 2008, with a narrower cone, since walls are wanted and not limbs.)
 *
 * Everything is kept in the size of the file: at another scale the same facts answer for the new size.
 * n log n for the tree, then about log n a ray.
 */
import { BackSide, FrontSide, Ray, Vector3, type Side } from "three";
import { throwIfCancelled, type OnProgress } from "../measure";
import { treeOf, type MeshTree } from "./bvh";
import { cavityShells } from "./findings";
import { boundsOf, type Mesh } from "./mesh";
import { facetsOf } from "./normals";
import { shellVolumes } from "./report";
import type { Topology } from "./topology";

/** Raised when the method changes: stored facts are then made anew. */
export const WALLS_VERSION = 1;

/** A thin or narrow place: its width and where it is, mm in the file's size. */
export interface WallPlace {
  mm: number;
  at: [number, number, number];
}

export interface WallFacts {
  version: number;
  /** Points of the surface that were measured. */
  points: number;
  /** Wall thickness, mm: quantiles over the area at shares quantileShare(i). Empty when no ray came out again (an open mesh). */
  wallMm: number[];
  /** Gap in front of the surface, mm, likewise; NO_GAP where nothing stands opposite. */
  gapMm: number[];
  /** Thinnest places first, well apart from each other. */
  thin: WallPlace[];
  narrow: WallPlace[];
}

/** "Nothing opposite": longer than any part. */
export const NO_GAP = 1e6;
const QUANTILES = 100;
/** Share of the area at quantile i of QUANTILES: closer together at the thin end. */
export const quantileShare = (i: number): number => (i / (QUANTILES - 1)) ** 3;

const PLACES = 24;
const CELLS = 12;
/** Half angle of the cone. */
const CONE = (20 * Math.PI) / 180;
const AROUND = 4;
/** Faces of other shells inside the solid are passed; more than this many are a thicket. */
const MOST_PASSED = 12;
/** A wall must be about as thin at three points near each other before it counts: single rays slip past edges. */
const AGREEING = 3;

/** Points of the surface, spread by area, with the direction out of it. Deterministic. */
export interface SurfacePoints {
  /** x, y, z and the outward normal: six numbers a point. */
  at: Float64Array;
  /** First vertex of the point's triangle, which tells its shell. */
  vertex: Uint32Array;
}

/** @param skip facets without area */
export function surfacePoints(mesh: Mesh, skip: Uint8Array, count: number): SurfacePoints {
  const { positions: p, indices } = mesh;
  const { normals, areasMm2 } = facetsOf(mesh);
  let total = 0;
  for (let t = 0; t < areasMm2.length; t++) if (!skip[t]) total += areasMm2[t];
  const at = new Float64Array(count * 6);
  const vertex = new Uint32Array(count);
  let used = 0,
    sum = 0;
  for (let t = 0; t < areasMm2.length && used < count; t++) {
    if (skip[t]) continue;
    sum += areasMm2[t];
    const a = indices[t * 3] * 3,
      b = indices[t * 3 + 1] * 3,
      c = indices[t * 3 + 2] * 3;
    // One point in every equal share of the area; where in the triangle, by a sequence that fills it evenly (Roberts 2018).
    while (used < count && (used + 0.5) * total <= sum * count) {
      let u = (used * 0.7548776662466927) % 1,
        v = (used * 0.5698402909980532) % 1;
      if (u + v > 1) {
        u = 1 - u;
        v = 1 - v;
      }
      const o = used * 6;
      for (let k = 0; k < 3; k++) {
        at[o + k] = p[a + k] + u * (p[b + k] - p[a + k]) + v * (p[c + k] - p[a + k]);
        at[o + 3 + k] = normals[t * 3 + k];
      }
      vertex[used++] = indices[t * 3];
    }
  }
  return { at: at.subarray(0, used * 6), vertex: vertex.subarray(0, used) };
}

/**
 * Measures walls and gaps of a welded mesh in millimetres.
 * @param points how many points of the surface; each casts five rays inwards and five outwards
 */
export function measureWalls(mesh: Mesh, topology: Topology, points = 6000, onProgress?: OnProgress, signal?: AbortSignal): WallFacts {
  const tree = treeOf(mesh, topology.degenerate);
  onProgress?.(0.3, "sorting the surface");
  throwIfCancelled(signal);
  const surface = surfacePoints(mesh, topology.degenerate, points);
  const inwards = castCones(tree, mesh, topology, surface, -1, (f) => onProgress?.(0.3 + 0.35 * f, "measuring walls"), signal);
  const outwards = castCones(tree, mesh, topology, surface, 1, (f) => onProgress?.(0.65 + 0.35 * f, "measuring gaps"), signal);
  const bounds = boundsOf(mesh.positions);
  const cell = Math.max(...bounds.size, 1e-9) / CELLS;
  const thin = placesOf(inwards, surface, cell),
    narrow = placesOf(outwards, surface, cell);
  return {
    version: WALLS_VERSION,
    points: inwards.length,
    wallMm: quantiles(inwards.filter(Number.isFinite), thin[0]?.mm ?? 0),
    gapMm: quantiles(
      outwards.map((d) => Math.min(d, NO_GAP)),
      narrow[0]?.mm ?? NO_GAP,
    ),
    thin,
    narrow,
  };
}

/**
 * The distance across at every point: into the solid (`sense` −1) or out of it (+1); Infinity where nothing is met.
 * Inside a solid made of several shells only the surface that ends it counts: the point's own shell, or a cavity.
 */
export function castCones(
  tree: MeshTree,
  mesh: Mesh,
  topology: Topology,
  surface: SurfacePoints,
  sense: 1 | -1,
  onProgress?: (fraction: number) => void,
  signal?: AbortSignal,
): Float64Array {
  const count = surface.vertex.length;
  const out = new Float64Array(count);
  const shellAt = topology.shells > 1 ? shellOfVertices(mesh, topology) : undefined;
  const cavity = shellAt ? cavityShells(mesh, topology, shellVolumes(mesh, topology)) : undefined;
  const { bvh, indices } = tree;
  const side: Side = sense < 0 ? BackSide : FrontSide;
  const ray = new Ray(new Vector3(), new Vector3());
  const cos = Math.cos(CONE),
    sin = Math.sin(CONE);
  // Nearer than this a ray only meets the facet beside the one it started on.
  const clear = Math.max(...boundsOf(mesh.positions).size) * 1e-6;
  const lengths = new Float64Array(1 + AROUND);
  const spin = Array.from({ length: AROUND }, (_, k) => [
    Math.cos((2 * Math.PI * k) / AROUND) * sin,
    Math.sin((2 * Math.PI * k) / AROUND) * sin,
  ]);

  const cast = (i: number, dx: number, dy: number, dz: number): number => {
    const o = i * 6;
    ray.origin.set(surface.at[o], surface.at[o + 1], surface.at[o + 2]);
    ray.direction.set(dx, dy, dz);
    if (!shellAt || sense > 0) return bvh.raycastFirst(ray, side, clear)?.distance ?? Infinity;
    const own = shellAt[surface.vertex[i]];
    let near = clear;
    for (let passed = 0; passed < MOST_PASSED; passed++) {
      const hit = bvh.raycastFirst(ray, side, near);
      if (!hit) return Infinity;
      const shell = shellAt[indices[(hit.faceIndex ?? 0) * 3]];
      if (shell === own || cavity![shell] || cavity![own]) return hit.distance;
      near = hit.distance * (1 + 1e-6) + 1e-9;
    }
    return Infinity;
  };

  for (let i = 0; i < count; i++) {
    if ((i & 511) === 0) {
      throwIfCancelled(signal);
      onProgress?.(i / count);
    }
    const o = i * 6;
    const nx = surface.at[o + 3] * sense,
      ny = surface.at[o + 4] * sense,
      nz = surface.at[o + 5] * sense;
    lengths[0] = cast(i, nx, ny, nz);
    // Two directions across the normal (Duff et al. 2017).
    const s = nz < 0 ? -1 : 1;
    const a = -1 / (s + nz),
      b = nx * ny * a;
    const t1x = 1 + s * nx * nx * a,
      t1y = s * b,
      t1z = -s * nx;
    const t2x = b,
      t2y = s + ny * ny * a,
      t2z = -ny;
    for (let k = 0; k < AROUND; k++) {
      const [u, v] = spin[k];
      lengths[1 + k] = cast(i, nx * cos + t1x * u + t2x * v, ny * cos + t1y * u + t2y * v, nz * cos + t1z * u + t2z * v) * cos;
    }
    lengths.sort();
    out[i] = lengths[(1 + AROUND) >> 1];
  }
  return out;
}

function shellOfVertices(mesh: Mesh, topology: Topology): Int32Array {
  const out = new Int32Array(mesh.positions.length / 3).fill(-1);
  for (let t = 0; t < topology.shellOf.length; t++)
    if (topology.shellOf[t] >= 0) for (let k = 0; k < 3; k++) out[mesh.indices[t * 3 + k]] = topology.shellOf[t];
  return out;
}

/** @param least what a neighbourhood agrees on; single rays below it slipped past an edge */
function quantiles(values: Float64Array, least: number): number[] {
  if (values.length === 0) return [];
  const sorted = values.slice().sort();
  return Array.from({ length: QUANTILES }, (_, i) =>
    Number(Math.max(least, sorted[Math.round(quantileShare(i) * (sorted.length - 1))]).toPrecision(6)),
  );
}

/** The least values, one a neighbourhood, each confirmed by others near it. */
function placesOf(values: Float64Array, surface: SurfacePoints, cell: number): WallPlace[] {
  const order = [...values.keys()].filter((i) => Number.isFinite(values[i])).sort((a, b) => values[a] - values[b]);
  const cells = new Map<string, { mm: number; i: number; count: number }>();
  for (const i of order) {
    const key = [0, 1, 2].map((k) => Math.floor(surface.at[i * 6 + k] / cell)).join(" ");
    const known = cells.get(key);
    if (!known) cells.set(key, { mm: values[i], i, count: 1 });
    else if (values[i] <= known.mm * 1.25 + 1e-6) {
      // The value of a place is that of its third point, as for the whole.
      if (known.count < AGREEING) known.mm = values[i];
      known.count++;
    }
  }
  return [...cells.values()]
    .filter((c) => c.count >= Math.min(AGREEING, order.length))
    .sort((a, b) => a.mm - b.mm)
    .slice(0, PLACES)
    .map(({ mm, i }) => ({
      mm: Number(mm.toPrecision(6)),
      at: [surface.at[i * 6], surface.at[i * 6 + 1], surface.at[i * 6 + 2]] as [number, number, number],
    }));
}

/** Share of the area, 0 to 1, whose wall (or gap) is under `floorMm` when the file is printed at `factor`. */
export function shareUnder(quantileMm: readonly number[], floorMm: number, factor: number): number {
  if (quantileMm.length === 0) return 0;
  const floor = floorMm / factor;
  let i = 0;
  while (i < quantileMm.length && quantileMm[i] < floor) i++;
  if (i === 0) return 0;
  if (i === quantileMm.length) return 1;
  const low = quantileMm[i - 1],
    high = quantileMm[i];
  const part = high > low ? (floor - low) / (high - low) : 0;
  return quantileShare(i - 1) + part * (quantileShare(i) - quantileShare(i - 1));
}

/** The thinnest wall at `factor`, mm; undefined when no wall could be measured. */
export const thinnestMm = (facts: WallFacts, factor = 1): number | undefined =>
  facts.wallMm.length === 0 ? undefined : facts.wallMm[0] * factor;

/** The narrowest gap at `factor`, mm; undefined when nothing stands opposite anything. */
export const narrowestMm = (facts: WallFacts, factor = 1): number | undefined =>
  facts.gapMm.length === 0 || facts.gapMm[0] >= NO_GAP ? undefined : facts.gapMm[0] * factor;
