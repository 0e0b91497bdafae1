/** Flat or gently curved patches of a surface: facets joined over edges that bend little. Linear. */
import type { Mesh } from "../mesh";
import { facetsOf, type Facets } from "./normals";
import type { Topology } from "./topology";

export interface Patches {
  /** Patch of each facet; −1 for facets without area. */
  of: Int32Array;
  count: number;
  areasMm2: Float64Array;
}

/** @param bendDeg neighbours that meet at a smaller angle than this are one patch */
export function patchesOf(mesh: Mesh, topology: Topology, bendDeg: number, { normals, areasMm2 }: Facets = facetsOf(mesh)): Patches {
  const { opposite, degenerate } = topology;
  const { indices } = mesh;
  const least = Math.cos((bendDeg * Math.PI) / 180);
  const of = new Int32Array(degenerate.length).fill(-1);
  const areas: number[] = [];
  const stack: number[] = [];
  for (let seed = 0; seed < of.length; seed++) {
    if (of[seed] >= 0 || degenerate[seed]) continue;
    const patch = areas.length;
    let area = 0;
    of[seed] = patch;
    stack.push(seed);
    while (stack.length) {
      const t = stack.pop()!;
      area += areasMm2[t];
      for (let h = t * 3; h < t * 3 + 3; h++) {
        const o = opposite[h];
        if (o < 0) continue;
        const u = (o / 3) | 0;
        if (of[u] >= 0 || degenerate[u]) continue;
        const dot = normals[t * 3] * normals[u * 3] + normals[t * 3 + 1] * normals[u * 3 + 1] + normals[t * 3 + 2] * normals[u * 3 + 2];
        // Facets wound against each other belong to one surface all the same.
        const bend = indices[h] === indices[o] ? -dot : dot;
        if (bend < least) continue;
        of[u] = patch;
        stack.push(u);
      }
    }
    areas.push(area);
  }
  return { of, count: areas.length, areasMm2: Float64Array.from(areas) };
}
