/**
 * Triangles that cut through each other: pairs from the tree against itself (three-mesh-bvh), judged by whether an edge of one
 * passes strictly through the inside of the other. Touching, and neighbours that share a vertex, are no crossing.
 * About n log n for a mesh that hardly crosses itself.
 */
import { Matrix4 } from "three";
import { throwIfCancelled, type OnProgress } from "../../units";
import { treeOf } from "./bvh";
import { addTriangle, Places, type Place } from "./findings";
import { boundsOf, type Mesh } from "../mesh";

export interface Crossings {
  /** Triangles that cross another. */
  triangles: number;
  /** True when the search was ended at MOST_PAIRS. */
  more: boolean;
  places: Place[];
}

const MOST_PAIRS = 50_000;

export function findCrossings(mesh: Mesh, skip: Uint8Array, onProgress?: OnProgress, signal?: AbortSignal): Crossings {
  const bounds = boundsOf(mesh.positions);
  if (skip.every((s) => s === 1)) return { triangles: 0, more: false, places: [] };
  const { bvh, indices } = treeOf(mesh, skip);
  onProgress?.(0.4, "sorting the surface");
  const p = mesh.positions;
  const crossing = new Set<number>();
  let pairs = 0,
    leaves = 0;
  const total = indices.length / 3;
  bvh.bvhcast(bvh, new Matrix4(), {
    intersectsRanges: (offset1, count1, offset2, count2) => {
      // Each pair of leaves comes twice.
      if (offset2 < offset1) return false;
      if ((++leaves & 1023) === 0) {
        throwIfCancelled(signal);
        onProgress?.(Math.min(0.99, 0.4 + (0.6 * leaves) / total), "looking for crossings");
      }
      for (let i = offset1; i < offset1 + count1; i++)
        for (let j = Math.max(offset2, i + 1); j < offset2 + count2; j++)
          if (cross(p, indices, i * 3, j * 3)) {
            crossing.add(i);
            crossing.add(j);
            if (++pairs >= MOST_PAIRS) return true;
          }
      return false;
    },
  });
  const places = new Places("crossing", bounds);
  const ordered: Mesh = { positions: p, indices };
  for (const t of crossing) addTriangle(places, ordered, t);
  return { triangles: crossing.size, more: pairs >= MOST_PAIRS, places: places.list() };
}

function cross(p: Float32Array, indices: Uint32Array, i: number, j: number): boolean {
  for (let a = 0; a < 3; a++) for (let b = 0; b < 3; b++) if (indices[i + a] === indices[j + b]) return false;
  for (let k = 0; k < 3; k++) {
    const from = indices[i + k] * 3,
      to = indices[i + ((k + 1) % 3)] * 3;
    if (pierces(p, from, to, indices[j] * 3, indices[j + 1] * 3, indices[j + 2] * 3)) return true;
  }
  for (let k = 0; k < 3; k++) {
    const from = indices[j + k] * 3,
      to = indices[j + ((k + 1) % 3)] * 3;
    if (pierces(p, from, to, indices[i] * 3, indices[i + 1] * 3, indices[i + 2] * 3)) return true;
  }
  return false;
}

/** Does the edge pass through the inside of the triangle? By signs of volumes, with a margin for the rounding of Float32. */
function pierces(p: Float32Array, q: number, r: number, a: number, b: number, c: number): boolean {
  const v1 = volume(p, a, b, c, q),
    v2 = volume(p, a, b, c, r);
  if (v1 > 0 === v2 > 0) return false;
  const size = Math.abs(v1) + Math.abs(v2);
  const margin = 1e-5;
  if (Math.min(Math.abs(v1), Math.abs(v2)) <= margin * size) return false;
  const w1 = volume(p, q, r, a, b),
    w2 = volume(p, q, r, b, c),
    w3 = volume(p, q, r, c, a);
  const sum = Math.abs(w1 + w2 + w3);
  if (sum === 0) return false;
  return (w1 > margin * sum && w2 > margin * sum && w3 > margin * sum) || (w1 < -margin * sum && w2 < -margin * sum && w3 < -margin * sum);
}

/** Six times the signed volume of the tetrahedron. */
function volume(p: Float32Array, a: number, b: number, c: number, d: number): number {
  const x = p[d],
    y = p[d + 1],
    z = p[d + 2];
  const ax = p[a] - x,
    ay = p[a + 1] - y,
    az = p[a + 2] - z;
  const bx = p[b] - x,
    by = p[b + 1] - y,
    bz = p[b + 2] - z;
  const cx = p[c] - x,
    cy = p[c + 1] - y,
    cz = p[c + 2] - z;
  return ax * (by * cz - bz * cy) + ay * (bz * cx - bx * cz) + az * (bx * cy - by * cx);
}
