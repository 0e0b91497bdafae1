/**
 * Faces that the user has marked: seen, hidden, lying against another part, or covered later. A mark names a place on the mesh, not a
 * facet's number, so that it holds when the file is read again; it takes the whole surface that is connected there without a sharp edge.
 */
import { boundsOf, facetsOf, patchesOf, turnRows, TURNS, type Mesh, type Topology, type Up } from "../../mesh";
import type { Marks } from "./hold";

export type FaceKind = "seen" | "hidden" | "mating" | "covered";
export const FACE_KINDS: Record<FaceKind, string> = {
  seen: "seen",
  hidden: "hidden",
  mating: "joins another part",
  covered: "covered later",
};

export interface FaceMark {
  id: string;
  kind: FaceKind;
  /** In the size of the file: the surface at a place, everything below a height over its lowest point, all that looks one way, or what lies in a plane, as a cut does. */
  where: { at: [number, number, number] } | { belowMm: number } | { facing: Up } | { axis: "x" | "y" | "z"; planeMm: number };
}

/** A mark on a mesh that is `by` times the size. */
export function markAtSize(mark: FaceMark, by: number): FaceMark {
  const { where } = mark;
  if ("at" in where) return { ...mark, where: { at: where.at.map((v) => v * by) as [number, number, number] } };
  if ("belowMm" in where) return { ...mark, where: { belowMm: where.belowMm * by } };
  return "planeMm" in where ? { ...mark, where: { ...where, planeMm: where.planeMm * by } } : mark;
}

/** Neighbours that bend less than this are one surface. */
const BEND_DEG = 25;
/** Corners this close to a plane lie in it: files store single precision. */
const IN_PLANE_MM = 2e-3;
/** What faces within 45° of a direction looks that way. */
const FACES_COS = Math.SQRT1_2;
/** Where some faces are marked as seen, the others count this much. Common practice, no source. */
const OTHERS = 0.25;

/** Which facets belong to the surface at a place: what is connected to the nearest one without a sharp edge. Linear. */
function surfacesAt(mesh: Mesh, topology: Topology): (at: readonly [number, number, number]) => Uint8Array {
  const facets = facetsOf(mesh);
  const { of } = patchesOf(mesh, topology, BEND_DEG, facets);
  return (at) => {
    const nearest = nearestFacet(mesh, at);
    return Uint8Array.from(of, (patch) => Number(patch >= 0 && patch === of[nearest]));
  };
}

/** Facet nearest to a place. Linear. */
function nearestFacet({ positions: p, indices }: Mesh, [x, y, z]: readonly [number, number, number]): number {
  let best = 0,
    least = Infinity;
  for (let t = 0; t < indices.length; t += 3) {
    const d = distance2(p, indices[t] * 3, indices[t + 1] * 3, indices[t + 2] * 3, x, y, z);
    if (d < least) [least, best] = [d, t / 3];
  }
  return best;
}

/** Squared distance of a point from a triangle (Ericson, Real-Time Collision Detection, 5.1.5). */
function distance2(p: Float32Array, a: number, b: number, c: number, x: number, y: number, z: number): number {
  const ab = [p[b] - p[a], p[b + 1] - p[a + 1], p[b + 2] - p[a + 2]],
    ac = [p[c] - p[a], p[c + 1] - p[a + 1], p[c + 2] - p[a + 2]],
    ap = [x - p[a], y - p[a + 1], z - p[a + 2]];
  const dot = (u: number[], v: number[]): number => u[0] * v[0] + u[1] * v[1] + u[2] * v[2];
  const d1 = dot(ab, ap),
    d2 = dot(ac, ap),
    abab = dot(ab, ab),
    abac = dot(ab, ac),
    acac = dot(ac, ac);
  const from = (v: number, w: number): number => {
    const q = [0, 1, 2].map((k) => ap[k] - v * ab[k] - w * ac[k]);
    return dot(q, q);
  };
  const clamp = (s: number): number => Math.min(1, Math.max(0, s));
  const det = abab * acac - abac * abac;
  if (det > 0) {
    const v = (acac * d1 - abac * d2) / det,
      w = (abab * d2 - abac * d1) / det;
    if (v >= 0 && w >= 0 && v + w <= 1) return from(v, w);
  }
  const along = abab > 0 ? clamp(d1 / abab) : 0,
    other = acac > 0 ? clamp(d2 / acac) : 0;
  const bcbc = abab + acac - 2 * abac;
  const s = bcbc > 0 ? clamp((d2 - d1 + abab - abac) / bcbc) : 0;
  return Math.min(from(along, 0), from(0, other), from(1 - s, s));
}

/** What each facet counts as. Without any mark every facet is seen. */
export function marksOf(mesh: Mesh, topology: Topology, marks: readonly FaceMark[]): Marks {
  const others = marks.some((m) => m.kind === "seen") ? OTHERS : 1;
  const kinds = markedFacets(mesh, topology, marks);
  return {
    seen: Float32Array.from(kinds, (k) => (k === NO_MARK ? others : KINDS[k] === "seen" ? 1 : 0)),
    mating: Uint8Array.from(kinds, (k) => (k !== NO_MARK && KINDS[k] === "mating" ? 1 : 0)),
  };
}

const KINDS: readonly FaceKind[] = ["seen", "hidden", "mating", "covered"];
const NO_MARK = 255;

/** Share of each group's area that marks call hidden, covered or mating. `groupOf`: −1 for none. */
export function markedShares(
  mesh: Mesh,
  topology: Topology,
  marks: readonly FaceMark[],
  groupOf: Int32Array,
  groups: number,
): Record<"hidden" | "covered" | "mating", number>[] {
  const out = Array.from({ length: groups }, () => ({ hidden: 0, covered: 0, mating: 0 }));
  if (marks.length === 0) return out;
  const kinds = markedFacets(mesh, topology, marks);
  const { areasMm2 } = facetsOf(mesh);
  const total = new Float64Array(groups);
  for (let t = 0; t < groupOf.length; t++) {
    const g = groupOf[t];
    if (g < 0) continue;
    total[g] += areasMm2[t];
    const kind = kinds[t] === NO_MARK ? "seen" : KINDS[kinds[t]];
    if (kind !== "seen") out[g][kind] += areasMm2[t];
  }
  for (const [g, o] of out.entries()) if (total[g] > 0) for (const k of ["hidden", "covered", "mating"] as const) o[k] /= total[g];
  return out;
}

/** Which mark each facet has; a later mark wins. */
function markedFacets(mesh: Mesh, topology: Topology, marks: readonly FaceMark[]): Uint8Array {
  const n = mesh.indices.length / 3;
  const { normals } = facetsOf(mesh);
  const kinds = new Uint8Array(n).fill(NO_MARK);
  const surface = marks.some((m) => "at" in m.where) ? surfacesAt(mesh, topology) : null;
  const set = (t: number, kind: FaceKind): void => {
    kinds[t] = KINDS.indexOf(kind);
  };
  for (const { kind, where } of marks) {
    if ("at" in where) {
      const inside = surface!(where.at);
      for (let t = 0; t < n; t++) if (inside[t]) set(t, kind);
    } else if ("planeMm" in where) {
      const axis = "xyz".indexOf(where.axis);
      for (let t = 0; t < n; t++)
        if ([0, 1, 2].every((k) => Math.abs(mesh.positions[mesh.indices[t * 3 + k] * 3 + axis] - where.planeMm) < IN_PLANE_MM))
          set(t, kind);
    } else if ("facing" in where) {
      const [x, y, z] = turnRows(TURNS[where.facing])[2];
      for (let t = 0; t < n; t++) if (normals[t * 3] * x + normals[t * 3 + 1] * y + normals[t * 3 + 2] * z > FACES_COS) set(t, kind);
    } else {
      const floor = boundsOf(mesh.positions).min[2];
      for (let t = 0; t < n; t++) {
        const top = Math.max(...[0, 1, 2].map((k) => mesh.positions[mesh.indices[t * 3 + k] * 3 + 2]));
        if (top - floor <= where.belowMm + 1e-4) set(t, kind);
      }
    }
  }
  return kinds;
}
