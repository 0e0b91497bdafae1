/**
 * Two planes that meet at a gentle crease bend no more there than a round surface does from facet to facet, but they print unlike: a
 * level top has no steps, a ramp of 5° beside it the widest of all. A patch in which planes take up much of the area is parted at the
 * creases between them; one that bends all over, facet by facet, stays whole. Linear in facets.
 */
import { patchesOf, type Facets, type Mesh, type Patches, type Topology } from "../../mesh";

/** Facets that meet at less lie in one plane, degrees. */
const PLANE_DEG = 0.75;
/** A plane that takes up so much of its patch is a face of its own. */
const LARGE_SHARE = 0.12;
/** Planes that look less apart than this print alike, degrees. */
const APART_DEG = 1.5;

/** @param patches by bends, as `patchesOf` gives them */
export function partedAtCreases(mesh: Mesh, topology: Topology, patches: Patches, facets: Facets): Patches {
  const planes = patchesOf(mesh, topology, PLANE_DEG, facets);
  const { normals: n, areasMm2: area } = facets;
  const patchOf = new Int32Array(planes.count).fill(-1);
  const sums = new Float64Array(planes.count * 3);
  for (let t = 0; t < planes.of.length; t++) {
    const plane = planes.of[t];
    if (plane < 0) continue;
    patchOf[plane] = patches.of[t];
    for (let k = 0; k < 3; k++) sums[plane * 3 + k] += area[t] * n[t * 3 + k];
  }
  const cosApart = Math.cos((APART_DEG * Math.PI) / 180);
  const large = new Map<number, number[]>();
  for (let plane = 0; plane < planes.count; plane++) {
    const patch = patchOf[plane];
    if (planes.areasMm2[plane] < LARGE_SHARE * patches.areasMm2[patch]) continue;
    const l = Math.hypot(sums[plane * 3], sums[plane * 3 + 1], sums[plane * 3 + 2]);
    for (let k = 0; k < 3; k++) sums[plane * 3 + k] /= l || 1;
    const list = large.get(patch);
    if (list) list.push(plane);
    else large.set(patch, [plane]);
  }
  for (const [patch, list] of large) {
    const [first, ...others] = list;
    const dot = (a: number, b: number): number => [0, 1, 2].reduce((sum, k) => sum + sums[a * 3 + k] * sums[b * 3 + k], 0);
    if (others.every((p) => dot(first, p) > cosApart)) large.delete(patch);
  }
  if (large.size === 0) return patches;
  // Each facet goes with the plane that looks most as it does; what then lies apart is a patch by itself.
  const side = new Int32Array(patches.of.length).fill(-1);
  for (let t = 0; t < side.length; t++) {
    const list = large.get(patches.of[t]);
    if (!list) continue;
    let best = -Infinity;
    for (const plane of list) {
      const d = n[t * 3] * sums[plane * 3] + n[t * 3 + 1] * sums[plane * 3 + 1] + n[t * 3 + 2] * sums[plane * 3 + 2];
      if (d > best + 1e-9) [best, side[t]] = [d, plane];
    }
  }
  const of = new Int32Array(side.length).fill(-1);
  const areas: number[] = [];
  const stack: number[] = [];
  for (let seed = 0; seed < of.length; seed++) {
    if (of[seed] >= 0 || patches.of[seed] < 0) continue;
    const patch = areas.length;
    let sum = 0;
    of[seed] = patch;
    stack.push(seed);
    while (stack.length) {
      const t = stack.pop()!;
      sum += area[t];
      for (let h = t * 3; h < t * 3 + 3; h++) {
        const o = topology.opposite[h];
        const u = o < 0 ? -1 : (o / 3) | 0;
        if (u < 0 || of[u] >= 0 || patches.of[u] !== patches.of[t] || side[u] !== side[t]) continue;
        of[u] = patch;
        stack.push(u);
      }
    }
    areas.push(sum);
  }
  return { of, count: areas.length, areasMm2: Float64Array.from(areas) };
}
