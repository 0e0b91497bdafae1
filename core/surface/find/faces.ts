/**
 * Measures of each patch of a mesh: which way it looks, how far it bends, how wide it is, who its neighbours are and whether it meets them
 * in an inner corner. Everything in the size and the axes of the file, so that neither a scale nor a turn changes it. Linear in facets.
 */
import { facetsOf, patchesOf, type Facets, type Mesh, type Topology } from "../../mesh";
import { partedAtCreases } from "./creases";

/** Neighbours that bend less than this are one patch. */
const BEND_DEG = 12;

export interface Faces {
  facets: Facets;
  /** Patch of each facet; −1 for facets without area. */
  of: Int32Array;
  count: number;
  areasMm2: Float64Array;
  /** Mean unit normal, three a patch; zero for one that closes on itself. */
  normals: Float64Array;
  /** Length of the mean of its normals: 1 for a flat one, less the more it bends. */
  together: Float64Array;
  /** Centre of area, three a patch. */
  centres: Float64Array;
  /** Length of its border, and of the part of it that is an inner corner, mm. */
  borderMm: Float64Array;
  innerMm: Float64Array;
  /** Facets of each patch, one after the other: those of p from start[p] to start[p + 1]. */
  start: Uint32Array;
  facetsBy: Uint32Array;
  /** Neighbours of each patch over its border, likewise; a neighbour may stand there several times. */
  neighbourStart: Uint32Array;
  neighbours: Uint32Array;
  /** 1 for half-edges on the border of their patch. */
  onBorder: Uint8Array;
}

/** @param mesh mm, wound so that material lies behind every facet */
export function facesOf(mesh: Mesh, topology: Topology): Faces {
  const { positions: p, indices } = mesh;
  const facets = facetsOf(mesh);
  const { of, count, areasMm2 } = partedAtCreases(mesh, topology, patchesOf(mesh, topology, BEND_DEG, facets), facets);
  const { normals: n, areasMm2: area } = facets;
  const normals = new Float64Array(count * 3),
    centres = new Float64Array(count * 3),
    together = new Float64Array(count),
    borderMm = new Float64Array(count),
    innerMm = new Float64Array(count);
  const onBorder = new Uint8Array(indices.length);
  const start = new Uint32Array(count + 1),
    neighbourStart = new Uint32Array(count + 1);
  const { opposite } = topology;
  const across = (h: number): number => {
    const o = opposite[h];
    return o < 0 ? -1 : of[(o / 3) | 0];
  };
  for (let t = 0; t < area.length; t++) {
    const at = of[t];
    if (at < 0) continue;
    start[at + 1]++;
    const w = area[t];
    const a = indices[t * 3] * 3,
      b = indices[t * 3 + 1] * 3,
      c = indices[t * 3 + 2] * 3;
    for (let k = 0; k < 3; k++) {
      normals[at * 3 + k] += w * n[t * 3 + k];
      centres[at * 3 + k] += (w * (p[a + k] + p[b + k] + p[c + k])) / 3;
    }
    for (let e = 0; e < 3; e++) {
      const h = t * 3 + e;
      const other = across(h);
      if (other === at) continue;
      const from = indices[h] * 3,
        to = indices[t * 3 + ((e + 1) % 3)] * 3;
      const length = Math.hypot(p[to] - p[from], p[to + 1] - p[from + 1], p[to + 2] - p[from + 2]);
      borderMm[at] += length;
      onBorder[h] = 1;
      if (other < 0) continue;
      neighbourStart[at + 1]++;
      // The far corner of the neighbour lies before this facet where they meet in an inner corner.
      const o = opposite[h];
      const far = indices[((o / 3) | 0) * 3 + (((o % 3) + 2) % 3)] * 3;
      const before = (p[far] - p[from]) * n[t * 3] + (p[far + 1] - p[from + 1]) * n[t * 3 + 1] + (p[far + 2] - p[from + 2]) * n[t * 3 + 2];
      if (before > 0) innerMm[at] += length;
    }
  }
  for (let i = 0; i < count; i++) {
    start[i + 1] += start[i];
    neighbourStart[i + 1] += neighbourStart[i];
    const l = Math.hypot(normals[i * 3], normals[i * 3 + 1], normals[i * 3 + 2]);
    together[i] = areasMm2[i] > 0 ? Math.min(1, l / areasMm2[i]) : 0;
    for (let k = 0; k < 3; k++) {
      normals[i * 3 + k] = l > 0 ? normals[i * 3 + k] / l : 0;
      centres[i * 3 + k] /= areasMm2[i];
    }
  }
  const facetsBy = new Uint32Array(start[count]),
    neighbours = new Uint32Array(neighbourStart[count]);
  const nextFacet = start.slice(),
    nextNeighbour = neighbourStart.slice();
  for (let t = 0; t < area.length; t++) {
    const at = of[t];
    if (at < 0) continue;
    facetsBy[nextFacet[at]++] = t;
    for (let e = 0; e < 3; e++) {
      const other = across(t * 3 + e);
      if (other >= 0 && other !== at) neighbours[nextNeighbour[at]++] = other;
    }
  }
  return {
    facets,
    of,
    count,
    areasMm2,
    normals,
    together,
    centres,
    borderMm,
    innerMm,
    start,
    facetsBy,
    neighbourStart,
    neighbours,
    onBorder,
  };
}

/** Least and greatest of n·x over the corners of a patch. */
export function reachAlong(mesh: Mesh, faces: Faces, patch: number, nx: number, ny: number, nz: number): [number, number] {
  const { positions: p, indices } = mesh;
  let low = Infinity,
    high = -Infinity;
  for (let i = faces.start[patch]; i < faces.start[patch + 1]; i++) {
    const t = faces.facetsBy[i] * 3;
    for (let k = 0; k < 3; k++) {
      const v = indices[t + k] * 3;
      const d = p[v] * nx + p[v + 1] * ny + p[v + 2] * nz;
      if (d < low) low = d;
      if (d > high) high = d;
    }
  }
  return [low, high];
}
