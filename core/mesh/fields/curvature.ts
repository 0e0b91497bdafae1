/**
 * Mean curvature of a mesh at its vertices, by the cotangent formula over mixed Voronoi areas (Meyer, Desbrun, Schröder & Barr 2003,
 * "Discrete differential-geometry operators for triangulated 2-manifolds"). And the normals and areas of vertices that go with it.
 */
import { facetsOf } from "../analyse/normals";
import { buildTopology } from "../analyse/topology";
import type { Mesh } from "../mesh";

export interface VertexFields {
  /** Unit vectors, weighed by the facets' areas; three numbers a vertex. Zero where there is no area. */
  normals: Float32Array;
  /** The vertex's own share of the area: all together they are the area of the mesh. */
  areas: Float32Array;
  /** 1 over the unit of the mesh; more than 0 where it bulges. A sphere of radius R has 1/R, a cylinder 1/(2R). 0 at open borders. */
  curvature: Float32Array;
}

/** Angles of less than this are those of a sliver, whose cotangent is only noise. */
const LEAST_SINE = 1e-4;

export function vertexFields(mesh: Mesh): VertexFields {
  const { positions: p, indices } = mesh;
  const vertices = p.length / 3;
  const { normals: facing, areasMm2 } = facetsOf(mesh);
  const normals = new Float32Array(p.length),
    areas = new Float32Array(vertices),
    pull = new Float64Array(p.length);
  const open = openBorders(mesh);
  const corner = [0, 0, 0],
    cot = [0, 0, 0],
    length2 = [0, 0, 0];
  for (let t = 0; t < areasMm2.length; t++) {
    const area = areasMm2[t];
    if (area === 0) continue;
    for (let k = 0; k < 3; k++) corner[k] = indices[t * 3 + k] * 3;
    for (let k = 0; k < 3; k++) {
      const a = corner[k],
        b = corner[(k + 1) % 3],
        c = corner[(k + 2) % 3];
      length2[k] = (p[b] - p[c]) ** 2 + (p[b + 1] - p[c + 1]) ** 2 + (p[b + 2] - p[c + 2]) ** 2;
      const dot =
        (p[b] - p[a]) * (p[c] - p[a]) + (p[b + 1] - p[a + 1]) * (p[c + 1] - p[a + 1]) + (p[b + 2] - p[a + 2]) * (p[c + 2] - p[a + 2]);
      cot[k] = dot / Math.max(2 * area, LEAST_SINE * Math.abs(dot));
    }
    const blunt = cot.findIndex((c) => c < 0);
    for (let k = 0; k < 3; k++) {
      const v = corner[k] / 3;
      for (let d = 0; d < 3; d++) normals[v * 3 + d] += facing[t * 3 + d] * area;
      // The edge across from this corner pulls its two ends together.
      const b = corner[(k + 1) % 3],
        c = corner[(k + 2) % 3];
      for (let d = 0; d < 3; d++) {
        const by = (cot[k] * (p[b + d] - p[c + d])) / 2;
        pull[b + d] += by;
        pull[c + d] -= by;
      }
      areas[v] +=
        blunt < 0
          ? (length2[(k + 1) % 3] * cot[(k + 1) % 3] + length2[(k + 2) % 3] * cot[(k + 2) % 3]) / 8
          : blunt === k
            ? area / 2
            : area / 4;
    }
  }
  const curvature = new Float32Array(vertices);
  for (let v = 0; v < vertices; v++) {
    const i = v * 3;
    const l = Math.hypot(normals[i], normals[i + 1], normals[i + 2]);
    if (l === 0) continue;
    for (let d = 0; d < 3; d++) normals[i + d] /= l;
    if (areas[v] > 0 && open[v] === 0)
      curvature[v] = (pull[i] * normals[i] + pull[i + 1] * normals[i + 1] + pull[i + 2] * normals[i + 2]) / (2 * areas[v]);
  }
  return { normals, areas, curvature };
}

/** Of each vertex: 1 where an edge ends at it that has not exactly one facet on each side. There the formula says nothing. */
function openBorders(mesh: Mesh): Uint8Array {
  const out = new Uint8Array(mesh.positions.length / 3);
  buildTopology(mesh).opposite.forEach((other, half) => {
    if (other >= 0) return;
    const t = half - (half % 3);
    out[mesh.indices[half]] = 1;
    out[mesh.indices[t + ((half + 1) % 3)]] = 1;
  });
  return out;
}
