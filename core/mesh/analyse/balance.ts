/**
 * What a mesh weighs on: the centre of what is solid (signed tetrahedra), the centre of its faces (by area), and the hull of the points that
 * it stands on with the file's own up. O(facets), and O(n log n) in the points at the bottom.
 */
import { polygonHull } from "d3";
import { boundsOf, type Mesh } from "../mesh";

export interface Balance {
  solidMm3: number;
  shellMm2: number;
  /** Centre of what is solid; of its faces where it encloses nothing. */
  solid: [number, number, number];
  /** Centre of its faces. */
  shell: [number, number, number];
  /** Where it stands. */
  lowMm: number;
  /** Hull of the points that touch there, x and y in turn; empty where it stands on an edge or a point. */
  feet: number[];
}

export const BALANCE_VERSION = 1;

/** What stands no higher than this touches: two layers of a fine print, mm. Common practice, no source. */
const TOUCHES_MM = 0.1;

export function balanceOf(mesh: Mesh): Balance {
  const { positions: p, indices } = mesh;
  const { min, size } = boundsOf(p);
  let six = 0,
    area2 = 0;
  const solid = [0, 0, 0],
    shell = [0, 0, 0];
  for (let i = 0; i < indices.length; i += 3) {
    const [a, b, c] = [indices[i] * 3, indices[i + 1] * 3, indices[i + 2] * 3];
    // From the corner of the box, which keeps digits.
    const at = (v: number, k: number): number => p[v + k] - min[k];
    const u = [0, 1, 2].map((k) => at(b, k) - at(a, k)),
      v = [0, 1, 2].map((k) => at(c, k) - at(a, k));
    const n = [u[1] * v[2] - u[2] * v[1], u[2] * v[0] - u[0] * v[2], u[0] * v[1] - u[1] * v[0]];
    const faces = Math.hypot(n[0], n[1], n[2]);
    const volume = at(a, 0) * n[0] + at(a, 1) * n[1] + at(a, 2) * n[2];
    six += volume;
    area2 += faces;
    for (let k = 0; k < 3; k++) {
      const sum = at(a, k) + at(b, k) + at(c, k);
      shell[k] += (faces * sum) / 3;
      solid[k] += (volume * sum) / 4;
    }
  }
  const centreOfFaces = [0, 1, 2].map((k) => min[k] + (area2 > 0 ? shell[k] / area2 : size[k] / 2)) as [number, number, number];
  const encloses = Math.abs(six) > 1e-9 * Math.max(1e-9, size[0] * size[1] * size[2]);
  const points: [number, number][] = [];
  for (let v = 0; v < p.length; v += 3) if (p[v + 2] <= min[2] + TOUCHES_MM) points.push([p[v], p[v + 1]]);
  return {
    solidMm3: Math.abs(six) / 6,
    shellMm2: area2 / 2,
    solid: encloses ? ([0, 1, 2].map((k) => min[k] + solid[k] / six) as [number, number, number]) : centreOfFaces,
    shell: centreOfFaces,
    lowMm: min[2],
    feet: (polygonHull(points) ?? []).flat(),
  };
}
