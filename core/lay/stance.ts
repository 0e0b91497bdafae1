/** The convex outline on the plane that a mesh stands on. */
import { polygonArea, polygonHull } from "d3";
import { turnMesh, type Mesh, type Turn } from "../mesh";
import { counterClockwise } from "./meets";
import type { Ring } from "./rings";

/** Outline on the plate and height, mm, as the part is turned. */
export interface Stance {
  hull: [number, number][];
  heightMm: number;
}

/** The convex outline on the plate of a part that is turned so, of every vertex. Linear, then n log n in the few that may lie on it. */
export function stanceOf(mesh: Mesh, turn: Turn): Stance {
  const turned = turnMesh(mesh, turn).positions;
  let low = Infinity,
    high = -Infinity;
  // First the outermost points in a few directions: what lies inside their polygon is no corner of the hull.
  const directions = 16;
  const best = new Float64Array(directions).fill(-Infinity);
  const at = new Uint32Array(directions);
  const cos = Float64Array.from({ length: directions }, (_, i) => Math.cos((2 * Math.PI * i) / directions));
  const sin = Float64Array.from({ length: directions }, (_, i) => Math.sin((2 * Math.PI * i) / directions));
  for (let i = 0; i < turned.length; i += 3) {
    const x = turned[i],
      y = turned[i + 1],
      z = turned[i + 2];
    if (z < low) low = z;
    if (z > high) high = z;
    for (let d = 0; d < directions; d++) {
      const reach = x * cos[d] + y * sin[d];
      if (reach > best[d]) {
        best[d] = reach;
        at[d] = i;
      }
    }
  }
  const corners = [...new Set(at)].map((i): [number, number] => [turned[i], turned[i + 1]]);
  const rough = polygonHull(corners);
  if (!rough) return { hull: corners, heightMm: high - low };
  const points = [...corners];
  const n = rough.length;
  // The hull of d3 runs counter-clockwise in a y that grows downwards: its sign is taken as it comes.
  const sense = Math.sign(polygonArea(rough));
  for (let i = 0; i < turned.length; i += 3) {
    const x = turned[i],
      y = turned[i + 1];
    for (let k = 0; k < n; k++) {
      const [ax, ay] = rough[k],
        [bx, by] = rough[k + 1 === n ? 0 : k + 1];
      if (sense * ((bx - ax) * (y - ay) - (by - ay) * (x - ax)) > 1e-9) {
        points.push([x, y]);
        break;
      }
    }
  }
  return { hull: polygonHull(points) ?? rough, heightMm: high - low };
}

/** The same outline as a ring, counter-clockwise: what stands for a mesh that encloses nothing, or is smaller than outlines are simplified by. */
export function hullRing(mesh: Mesh, turn: Turn): { ring: Ring; heightMm: number } {
  const { hull, heightMm } = stanceOf(mesh, turn);
  return { ring: counterClockwise(hull.flat()), heightMm };
}

/** The stance of a box, for typed sizes. */
export function boxStance(size: readonly [number, number, number]): Stance {
  const [x, y, z] = size;
  return {
    hull: [
      [0, 0],
      [x, 0],
      [x, y],
      [0, y],
    ],
    heightMm: z,
  };
}
