/**
 * Areas of a part that take a colour of their own, and where they meet: how large each is, how many millimetres of border lie between each
 * two, and how much of that runs along edges that stand out or lie deep. Exact on the mesh: lines of a height are cut into it.
 */
import { Vector3 } from "three";
import { boundsOf, buildTopology, cutAtHeights, facetsOf, patchesOf, treeOf, type Mesh, type MeshField, type Topology } from "../../mesh";

/** Raised with each change of what is measured. */
export const AREAS_VERSION = 1;

/** How an area is picked. */
export type AreaBy = "bucket" | "surface" | "below" | "above" | "gentler" | "steeper";

/** An area, as it is found on a mesh in model millimetres. */
export interface AreaPick {
  by: AreaBy;
  /** Height over the lowest point: below and above. */
  mm?: number;
  /** From level: gentler (of what looks up) and steeper. Of a bucket, the bend that it does not run over. */
  deg?: number;
  /** Number of the surface. */
  surface?: number;
  /** The place that was pressed. */
  at?: readonly [number, number, number];
}

/** A border between two areas; −1 is what lies in none. */
export interface Border {
  a: number;
  b: number;
  mm: number;
  /** Of that, along edges that stand out, and along such that lie deep; the rest is on a face. */
  proudMm: number;
  deepMm: number;
}

export interface MeasuredAreas {
  /** One for each area, then what is left: mm². What a later area lies on is not an earlier one's. */
  areasMm2: number[];
  restMm2: number;
  borders: Border[];
}

/** A bucket does not run over a bend of so many degrees. Common practice, no source. */
export const BUCKET_BEND_DEG = 30;
/** From this bend on a border runs along an edge. Common practice, no source. */
const EDGE_DEG = 30;

export const NO_AREA = -1;

/**
 * The area of each facet; a later area lies over an earlier one.
 * @param surfaceOf number of the surface of each facet
 */
export function areasOf(mesh: Mesh, topology: Topology, surfaceOf: ArrayLike<number>, picks: readonly AreaPick[]): Int16Array {
  const { positions: p, indices } = mesh;
  const { normals, areasMm2 } = facetsOf(mesh);
  const floor = boundsOf(p).min[2];
  const out = new Int16Array(indices.length / 3).fill(NO_AREA);
  picks.forEach((pick, n) => {
    const bucket = pick.by === "bucket" && pick.at ? bucketOf(mesh, topology, pick.at, pick.deg ?? BUCKET_BEND_DEG) : null;
    for (let t = 0; t < out.length; t++) {
      if (areasMm2[t] === 0) continue;
      const z = (p[indices[t * 3] * 3 + 2] + p[indices[t * 3 + 1] * 3 + 2] + p[indices[t * 3 + 2] * 3 + 2]) / 3 - floor;
      const up = normals[t * 3 + 2];
      const deg = (Math.acos(Math.min(1, Math.abs(up))) * 180) / Math.PI;
      let within = false;
      switch (pick.by) {
        case "below":
          within = z < (pick.mm ?? 0);
          break;
        case "above":
          within = z > (pick.mm ?? 0);
          break;
        case "gentler":
          within = up > 0 && deg <= (pick.deg ?? 0);
          break;
        case "steeper":
          within = deg > (pick.deg ?? 0);
          break;
        case "surface":
          within = pick.surface !== undefined && surfaceOf[t] === pick.surface;
          break;
        case "bucket":
          within = bucket?.has(t) ?? false;
          break;
      }
      if (within) out[t] = n;
    }
  });
  // A sliver belongs to whatever it lies beside: it is no border.
  for (let t = 0; t < out.length; t++) {
    if (areasMm2[t] > 0) continue;
    const beside = [0, 1, 2].map((k) => Math.floor(topology.opposite[t * 3 + k] / 3)).find((u) => u >= 0 && areasMm2[u] > 0);
    if (beside !== undefined) out[t] = out[beside];
  }
  return out;
}

/** The facets that a bucket of paint reaches from a place without running over a bend. */
function bucketOf(mesh: Mesh, topology: Topology, at: readonly [number, number, number], bendDeg: number): Set<number> {
  const { of } = patchesOf(mesh, topology, bendDeg);
  const patch = of.at(facetAt(mesh, topology, at) ?? of.length);
  const out = new Set<number>();
  if (patch !== undefined && patch >= 0) of.forEach((n, t) => n === patch && out.add(t));
  return out;
}

/** The facet that a place lies on. */
function facetAt(mesh: Mesh, { degenerate }: Topology, at: readonly [number, number, number]): number | null {
  const { bvh, indices } = treeOf(mesh, degenerate);
  const found = indices.length > 0 ? bvh.closestPointToPoint(new Vector3(...at)) : null;
  if (!found) return null;
  // The tree has put the facets in its own order.
  const corners = indices.subarray(found.faceIndex * 3, found.faceIndex * 3 + 3);
  const { indices: own } = mesh;
  for (let i = 0; i < own.length; i += 3) if (own[i] === corners[0] && own[i + 1] === corners[1] && own[i + 2] === corners[2]) return i / 3;
  return null;
}

/** Sizes and borders of areas. @param mesh in model millimetres @param surfaceOf number of the surface of each facet */
export function measureAreas(mesh: Mesh, topology: Topology, surfaceOf: ArrayLike<number>, picks: readonly AreaPick[]): MeasuredAreas {
  const floor = boundsOf(mesh.positions).min[2];
  const heights = picks.flatMap(({ by, mm }) => ((by === "below" || by === "above") && mm !== undefined ? floor + mm : []));
  const { mesh: cut, parent } = cutAtHeights(mesh, heights);
  const whole = cut === mesh || heights.length === 0;
  const joined = whole ? topology : buildTopology(cut);
  const area = areasOf(cut, joined, whole ? surfaceOf : Array.from(parent, (t) => surfaceOf[t]), picks);
  const { normals, areasMm2 } = facetsOf(cut);
  const sums = picks.map(() => 0);
  let restMm2 = 0;
  area.forEach((n, t) => {
    if (n === NO_AREA) restMm2 += areasMm2[t];
    else sums[n] += areasMm2[t];
  });
  const borders = new Map<string, Border>();
  const { positions: p, indices } = cut;
  joined.opposite.forEach((other, half) => {
    // Each edge once.
    if (other < half) return;
    const [t, u] = [Math.floor(half / 3), Math.floor(other / 3)];
    if (area[t] === area[u]) return;
    const [a, b] = [Math.min(area[t], area[u]), Math.max(area[t], area[u])];
    const border = borders.get(`${a} ${b}`) ?? { a, b, mm: 0, proudMm: 0, deepMm: 0 };
    borders.set(`${a} ${b}`, border);
    const from = indices[half] * 3,
      to = indices[t * 3 + ((half + 1) % 3)] * 3;
    const mm = Math.hypot(p[from] - p[to], p[from + 1] - p[to + 1], p[from + 2] - p[to + 2]);
    border.mm += mm;
    const bend = bendDeg(normals, t, u);
    if (bend < EDGE_DEG) return;
    // The corner across the edge lies behind this facet where the edge stands out.
    const far = indices[u * 3 + ((other + 2) % 3)] * 3;
    const before = [0, 1, 2].reduce((sum, k) => sum + normals[t * 3 + k] * (p[far + k] - p[from + k]), 0);
    if (before < 0) border.proudMm += mm;
    else border.deepMm += mm;
  });
  return { areasMm2: sums, restMm2, borders: [...borders.values()] };
}

function bendDeg(normals: Float32Array, t: number, u: number): number {
  const dot = normals[t * 3] * normals[u * 3] + normals[t * 3 + 1] * normals[u * 3 + 1] + normals[t * 3 + 2] * normals[u * 3 + 2];
  return (Math.acos(Math.min(1, Math.max(-1, dot))) * 180) / Math.PI;
}

/** The number of its area at each facet, for a drawing; none where it lies in none. */
export const areaField = (mesh: Mesh, surfaceOf: ArrayLike<number>, picks: readonly AreaPick[]): MeshField => ({
  unit: "",
  values: Float32Array.from(areasOf(mesh, buildTopology(mesh), surfaceOf, picks), (n) => (n === NO_AREA ? NaN : n)),
});
