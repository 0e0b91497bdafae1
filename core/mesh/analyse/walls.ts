/**
 * Local wall thickness and gap width: from points on every flat or gently curved patch a ray goes straight into the solid and
 * straight out of it, to the face that stands opposite. (The idea is that of the shape diameter function, Shapira, Shamir &
 * Cohen-Or 2008, without its cone: parallel faces are wanted, and those a straight ray measures exactly.)
 *
 * Every patch has points of its own, so that two faces that stand opposite each other are not missed however small they are beside
 * the rest. Faces that are not nearly parallel are an edge and no wall. In and out are told by the winding number, so that shells
 * sunk into a wall do not end it, and what lies inside another shell is not looked at.
 *
 * Everything is kept in the size of the file: at another scale the same facts answer for the new size.
 * n log n for the tree, then about log n a ray.
 */
import { BackSide, DoubleSide, FrontSide, Ray, Vector3, type Side } from "three";
import { throwIfCancelled, type OnProgress } from "../../units";
import { treeOf, type MeshTree } from "./bvh";
import { boundsOf, type Mesh } from "../mesh";
import { facetsOf, type Facets } from "./normals";
import type { Opening } from "./openings";
import { patchesOf } from "./patches";
import { printedSolid, shellsOf, type Shells } from "./shells";
import type { Topology } from "./topology";

/** Raised when the method changes: stored facts are then made anew. */
export const WALLS_VERSION = 2;

/** A thin or narrow place: its width and where it is, mm in the file's size. */
export interface WallPlace {
  mm: number;
  at: [number, number, number];
}

export interface WallFacts {
  version: number;
  /** Points of the surface that were measured. */
  points: number;
  /** Wall thickness, mm: quantiles over the area at shares quantileShare(i). Empty when no two faces stand opposite each other. */
  wallMm: number[];
  /** Gap in front of the surface, mm, likewise; NO_GAP where nothing stands opposite. */
  gapMm: number[];
  /** Thinnest places first, well apart from each other. */
  thin: WallPlace[];
  narrow: WallPlace[];
  /** What was looked at. Not in facts before version 2. */
  /** Openings that lead through the walls, in the file's size. Not in facts before version 2; see findOpenings. */
  openings?: Opening[];
  looked?: {
    /** Flat or gently curved patches. */
    patches: number;
    /** True when each of them had a point. */
    all: boolean;
    /** A thin place smaller than this, mm, inside a larger face may lie between the points. */
    missMm: number;
    /** Share of the area that had a face opposite: the rest is edges, wedges and points. */
    opposed: number;
  };
}

/** "Nothing opposite": longer than any part. */
export const NO_GAP = 1e6;
const QUANTILES = 100;
/** Share of the area at quantile i of QUANTILES: closer together at the thin end. */
export const quantileShare = (i: number): number => (i / (QUANTILES - 1)) ** 3;

const PLACES = 24;
const CELLS = 12;
/** Facets that bend less than this against each other are one patch. */
const BEND_DEG = 15;
/** Faces that stand opposite each other within this angle are a wall; more is the edge of a wedge. Common practice, no source. */
const OPPOSED_COS = Math.cos((20 * Math.PI) / 180);
/** Points of the surface that are looked at, about. */
export const WALL_POINTS = 12_000;
/** Points that a small patch has at most beyond its share of the area. */
const LEAST_POINTS = 8;
/** Areas are kept to seven digits: what is equal but for that falls the same way at every size. */
const TIE = 1e-6;

/** Points of the surface with the direction out of it. Deterministic. */
export interface SurfacePoints {
  /** x, y, z and the outward normal: six numbers a point. */
  at: Float64Array;
  /** Share of the area that each point stands for. */
  share: Float64Array;
  patches: number;
  /** Each patch has a point. */
  all: boolean;
  /** Distance between the points of a large patch, mm. */
  spacingMm: number;
}

/**
 * One point in every equal share of a patch's area, in the order of its facets; where in the facet, by a sequence that fills it evenly
 * (Roberts 2018).
 * @param of which patch each facet is of; -1 for none
 * @param areasMm2 of the patches
 * @param wanted points of each
 * @returns six numbers a point as in `SurfacePoints`, and which patch it is of
 */
export function spreadPoints(
  { positions: p, indices }: Mesh,
  facets: Facets,
  of: ArrayLike<number>,
  areasMm2: ArrayLike<number>,
  wanted: ArrayLike<number>,
): { at: Float64Array; patch: Uint32Array } {
  let sum = 0;
  for (let i = 0; i < wanted.length; i++) sum += wanted[i];
  const at = new Float64Array(sum * 6),
    patchOf = new Uint32Array(sum);
  let used = 0;
  const passed = new Float64Array(wanted.length),
    given = new Uint32Array(wanted.length);
  for (let t = 0; t < of.length; t++) {
    const patch = of[t];
    if (patch < 0) continue;
    passed[patch] += facets.areasMm2[t];
    const a = indices[t * 3] * 3,
      b = indices[t * 3 + 1] * 3,
      c = indices[t * 3 + 2] * 3;
    while (given[patch] < wanted[patch] && (given[patch] + 0.5) * areasMm2[patch] <= passed[patch] * wanted[patch] * (1 + TIE)) {
      const n = given[patch]++;
      let u = (0.31 + n * 0.7548776662466927) % 1,
        v = (0.17 + n * 0.5698402909980532) % 1;
      if (u + v > 1) {
        u = 1 - u;
        v = 1 - v;
      }
      const o = used * 6;
      for (let k = 0; k < 3; k++) {
        at[o + k] = p[a + k] + u * (p[b + k] - p[a + k]) + v * (p[c + k] - p[a + k]);
        at[o + 3 + k] = facets.normals[t * 3 + k];
      }
      patchOf[used++] = patch;
    }
  }
  return { at: at.subarray(0, used * 6), patch: patchOf.subarray(0, used) };
}

/**
 * Spreads about `count` points: each patch by its area, and a small one a few more, as long as they are fewer than twice `count`.
 * @param mesh wound as the printed solid is
 */
export function surfacePoints(mesh: Mesh, topology: Topology, count: number): SurfacePoints {
  const facets = facetsOf(mesh);
  const patches = patchesOf(mesh, topology, BEND_DEG, facets);
  const total = patches.areasMm2.reduce((a, b) => a + b, 0);
  const extra = Math.min(LEAST_POINTS, Math.floor((2 * count) / Math.max(1, patches.count)));
  const wanted = Uint32Array.from(patches.areasMm2, (areaMm2) => Math.max(extra, Math.round((count * areaMm2) / total)));
  const { at, patch } = spreadPoints(mesh, facets, patches.of, patches.areasMm2, wanted);
  return {
    at,
    share: Float64Array.from(patch, (i) => patches.areasMm2[i] / total / wanted[i]),
    patches: patches.count,
    all: extra > 0,
    spacingMm: Math.sqrt(total / Math.max(1, count)),
  };
}

/**
 * Measures walls and gaps of a welded mesh in millimetres, whichever way it is wound.
 * @param points about how many points of the surface; each casts a ray inwards and one outwards
 */
export function measureWalls(
  mesh: Mesh,
  topology: Topology,
  points = WALL_POINTS,
  onProgress?: OnProgress,
  signal?: AbortSignal,
  shells: Shells = shellsOf(mesh, topology),
): WallFacts {
  const { mesh: solid, topology: edges } = printedSolid(mesh, topology, shells);
  const tree = treeOf(solid, topology.degenerate);
  onProgress?.(0.3, "sorting the surface");
  throwIfCancelled(signal);
  const surface = surfacePoints(solid, edges, points);
  const winding = crossesItself(topology, shells);
  const outwards = castAcross(tree, solid, surface, 1, winding, (f) => onProgress?.(0.3 + 0.35 * f, "measuring gaps"), signal);
  const inwards = castAcross(tree, solid, surface, -1, winding, (f) => onProgress?.(0.65 + 0.35 * f, "measuring walls"), signal);
  // What is covered from outside is no surface of the solid.
  for (let i = 0; i < inwards.length; i++) if (Number.isNaN(outwards[i]) || Number.isNaN(inwards[i])) inwards[i] = outwards[i] = NaN;
  const bounds = boundsOf(solid.positions);
  const cell = Math.max(...bounds.size, 1e-9) / CELLS;
  let opposed = 0,
    seen = 0,
    measured = 0;
  for (let i = 0; i < inwards.length; i++) {
    if (Number.isNaN(inwards[i])) continue;
    measured++;
    seen += surface.share[i];
    if (Number.isFinite(inwards[i])) opposed += surface.share[i];
  }
  return {
    version: WALLS_VERSION,
    points: measured,
    wallMm: quantiles(inwards, surface.share, Infinity),
    gapMm: quantiles(
      outwards.map((d) => Math.min(d, NO_GAP)),
      surface.share,
      NO_GAP + 1,
    ),
    thin: placesOf(inwards, surface, cell),
    narrow: placesOf(outwards, surface, cell),
    looked: {
      patches: surface.patches,
      all: surface.all,
      missMm: Number(surface.spacingMm.toPrecision(3)),
      opposed: seen > 0 ? Number((opposed / seen).toPrecision(4)) : 0,
    },
  };
}

/** Do shells run into each other, share a face or lie in each other's material, so that only the winding number tells where the solid ends? */
const crossesItself = ({ nonManifoldEdges }: Topology, { list, mayOverlap, touching }: Shells): boolean =>
  list.every((s) => s.closed) && (nonManifoldEdges > 0 || touching || mayOverlap.length > 0 || list.some((s) => s.role === "covered"));

/**
 * The distance across at every point: into the solid (`sense` −1) or out of it (+1); Infinity where nothing stands opposite; NaN where
 * the point lies inside the solid.
 * @param winding count the shells that a ray goes through; needed where they overlap
 */
export function castAcross(
  tree: MeshTree,
  mesh: Mesh,
  { at }: Pick<SurfacePoints, "at">,
  sense: 1 | -1,
  winding: boolean,
  onProgress?: (fraction: number) => void,
  signal?: AbortSignal,
): Float64Array {
  const count = at.length / 6;
  const out = new Float64Array(count);
  const side: Side = sense < 0 ? BackSide : FrontSide;
  const ray = new Ray(new Vector3(), new Vector3());
  const clear = clearMm(mesh);
  for (let i = 0; i < count; i++) {
    if ((i & 511) === 0) {
      throwIfCancelled(signal);
      onProgress?.(i / count);
    }
    const o = i * 6;
    ray.origin.set(at[o], at[o + 1], at[o + 2]);
    ray.direction.set(at[o + 3] * sense, at[o + 4] * sense, at[o + 5] * sense);
    if (winding) out[i] = throughShells(tree, ray, sense, clear);
    else {
      const hit = tree.bvh.raycastFirst(ray, side, clear);
      out[i] = hit?.face && Math.abs(hit.face.normal.dot(ray.direction)) >= OPPOSED_COS ? hit.distance : Infinity;
    }
  }
  return out;
}

/** Nearer than this a ray only meets the facet beside the one it started on, mm: it grows with the mesh and with how far it lies out. */
export function clearMm(mesh: Mesh): number {
  const { size, min, max } = boundsOf(mesh.positions);
  return Math.max(...size) * 1e-6 + Math.max(...max.map(Math.abs), ...min.map(Math.abs)) * 2 ** -22;
}

/** To the first place where the winding number says that the solid ends (going in) or begins (going out). */
function throughShells({ bvh }: MeshTree, ray: Ray, sense: 1 | -1, clear: number): number {
  const hits = bvh
    .raycast(ray, DoubleSide, clear)
    .map((h) => ({ distance: h.distance, dot: h.face ? h.face.normal.dot(ray.direction) : 0 }))
    .sort((a, b) => a.distance - b.distance);
  // Facets that face the ray are entries. Far away there is nothing: what is left over is what the point lies in.
  let cover = 0;
  for (const h of hits) cover += h.dot < 0 ? -1 : 1;
  if (sense < 0 ? cover !== 1 : cover !== 0) return NaN;
  for (const [i, h] of hits.entries()) {
    cover += h.dot < 0 ? 1 : -1;
    if (sense > 0 ? cover <= 0 : cover > 0) continue;
    // A shell that begins where this one ends goes on with it.
    const next = hits[i + 1] as (typeof hits)[number] | undefined;
    if (sense < 0 && next && next.dot < 0 && next.distance - h.distance <= 2 * clear) continue;
    return Math.abs(h.dot) >= OPPOSED_COS ? h.distance : Infinity;
  }
  return Infinity;
}

/** Quantiles over the area; values from `none` on and NaN do not count. */
function quantiles(values: Float64Array, share: Float64Array, none: number): number[] {
  const order = [...values.keys()].filter((i) => values[i] < none).sort((a, b) => values[a] - values[b]);
  const whole = order.reduce((sum, i) => sum + share[i], 0);
  const out: number[] = [];
  let at = 0,
    passed = 0;
  for (let q = 0; q < QUANTILES && order.length > 0; q++) {
    const wanted = quantileShare(q) * whole;
    while (at < order.length - 1 && passed + share[order[at]] < wanted) passed += share[order[at++]];
    out.push(Number(values[order[at]].toPrecision(6)));
  }
  return out;
}

/** The smallest values with their places, no two in one cell. */
function placesOf(values: Float64Array, surface: SurfacePoints, cell: number): WallPlace[] {
  const order = [...values.keys()].filter((i) => values[i] < NO_GAP).sort((a, b) => values[a] - values[b]);
  const cells = new Set<string>();
  const out: WallPlace[] = [];
  for (const i of order) {
    const at: WallPlace["at"] = [surface.at[i * 6], surface.at[i * 6 + 1], surface.at[i * 6 + 2]];
    const key = at.map((v) => Math.floor(v / cell)).join(" ");
    if (cells.has(key)) continue;
    cells.add(key);
    out.push({ mm: Number(values[i].toPrecision(6)), at });
    if (out.length === PLACES) break;
  }
  return out;
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
