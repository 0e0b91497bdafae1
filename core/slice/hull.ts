/** The convex hull of a mesh: what reaches furthest in any direction, however the mesh is turned. */
import type { Mesh } from "../mesh";
import { meshOfSolid, type Solids } from "./outline";

/** By Manifold's quickhull, n log n. A mesh without volume is its own hull, since the library makes none of it. */
export function hullOf(solids: Solids, mesh: Mesh): Mesh {
  const { positions } = mesh;
  const points: [number, number, number][] = [];
  for (let i = 0; i < positions.length; i += 3) points.push([positions[i], positions[i + 1], positions[i + 2]]);
  if (points.length < 4) return mesh;
  const hull = solids.Manifold.hull(points);
  try {
    if (hull.isEmpty()) return mesh;
    return meshOfSolid(hull);
  } finally {
    hull.delete();
  }
}
