/** Unit normals and areas of all facets. */
import type { Mesh } from "../mesh";

export interface Facets {
  /** Three numbers a triangle; zero for facets without area. */
  normals: Float32Array;
  areasMm2: Float32Array;
}

export function facetsOf({ positions: p, indices }: Mesh): Facets {
  const triangles = indices.length / 3;
  const normals = new Float32Array(triangles * 3);
  const areasMm2 = new Float32Array(triangles);
  for (let t = 0; t < triangles; t++) {
    const a = indices[t * 3] * 3,
      b = indices[t * 3 + 1] * 3,
      c = indices[t * 3 + 2] * 3;
    const ux = p[b] - p[a],
      uy = p[b + 1] - p[a + 1],
      uz = p[b + 2] - p[a + 2];
    const vx = p[c] - p[a],
      vy = p[c + 1] - p[a + 1],
      vz = p[c + 2] - p[a + 2];
    const nx = uy * vz - uz * vy,
      ny = uz * vx - ux * vz,
      nz = ux * vy - uy * vx;
    const l = Math.sqrt(nx * nx + ny * ny + nz * nz);
    areasMm2[t] = l / 2;
    if (l === 0) continue;
    normals[t * 3] = nx / l;
    normals[t * 3 + 1] = ny / l;
    normals[t * 3 + 2] = nz / l;
  }
  return { normals, areasMm2 };
}
