/**
 * What a mesh weighs on: the centre of what is solid (see report), the centre of its faces (by area), and the hull of the points that
 * it stands on with the file's own up. O(facets), and O(n log n) in the points at the bottom.
 */
import { polygonHull } from "d3";
import { boundsOf, type Mesh } from "../mesh";
import { measureSolid } from "./report";

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
  const bounds = boundsOf(p);
  const { min, size } = bounds;
  const { volumeMm3, areaMm2, centroidMm } = measureSolid(mesh, bounds);
  const shell = centreOfFaces(p, indices, min) ?? ([0, 1, 2].map((k) => min[k] + size[k] / 2) as [number, number, number]);
  const encloses = Math.abs(volumeMm3) > 1e-9 * Math.max(1e-9, size[0] * size[1] * size[2]);
  const points: [number, number][] = [];
  for (let v = 0; v < p.length; v += 3) if (p[v + 2] <= min[2] + TOUCHES_MM) points.push([p[v], p[v + 1]]);
  return {
    solidMm3: Math.abs(volumeMm3),
    shellMm2: areaMm2,
    solid: encloses ? centroidMm : shell,
    shell,
    lowMm: min[2],
    feet: (polygonHull(points) ?? []).flat(),
  };
}

/** By area; null where there are no faces. From a corner of the box, which keeps digits. */
function centreOfFaces(p: Float32Array, indices: Uint32Array, [ox, oy, oz]: readonly number[]): [number, number, number] | null {
  let area = 0,
    mx = 0,
    my = 0,
    mz = 0;
  for (let i = 0; i < indices.length; i += 3) {
    const a = indices[i] * 3,
      b = indices[i + 1] * 3,
      c = indices[i + 2] * 3;
    const ux = p[b] - p[a],
      uy = p[b + 1] - p[a + 1],
      uz = p[b + 2] - p[a + 2],
      vx = p[c] - p[a],
      vy = p[c + 1] - p[a + 1],
      vz = p[c + 2] - p[a + 2];
    const nx = uy * vz - uz * vy,
      ny = uz * vx - ux * vz,
      nz = ux * vy - uy * vx;
    const faces = Math.sqrt(nx * nx + ny * ny + nz * nz);
    area += faces;
    mx += faces * (p[a] + p[b] + p[c] - 3 * ox);
    my += faces * (p[a + 1] + p[b + 1] + p[c + 1] - 3 * oy);
    mz += faces * (p[a + 2] + p[b + 2] + p[c + 2] - 3 * oz);
  }
  return area > 0 ? [ox + mx / (3 * area), oy + my / (3 * area), oz + mz / (3 * area)] : null;
}
