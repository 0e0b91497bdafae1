/**
 * What a mesh is: size, volume, area, shells and what is wrong with it.
 * Volume and centroid by the divergence theorem (signed tetrahedra over the origin of the box, which keeps digits).
 */
import { throwIfCancelled, type OnProgress } from "../measure";
import { boundsOf, triangleCount, vertexCount, type Bounds, type Mesh } from "./mesh";
import { cavityShells, countHoles, duplicateTriangles, placesOf, type Place } from "./findings";
import { buildTopology, flippedTriangles, type Topology } from "./topology";

export interface MeshWarning {
  code: string;
  message: string;
  count?: number;
}

/** Raised when the report says more than it did: stored ones are then made anew. */
export const REPORT_VERSION = 3;

export interface MeshReport {
  version: number;
  triangles: number;
  vertices: number;
  /** Closed surfaces of their own, cavities among them. */
  shells: number;
  /** Shells that face inwards inside another. */
  cavities: number;
  watertight: boolean;
  boundaryEdges: number;
  /** Chains that the boundary edges form. */
  holes: number;
  nonManifoldEdges: number;
  flippedTriangles: number;
  degenerateTriangles: number;
  /** Facets that repeat another on the same three vertices. */
  duplicateTriangles: number;
  bounds: Bounds;
  /** Signed by winding, outward positive, mm³. Only a solid's volume when the mesh is watertight. */
  volumeMm3: number;
  areaMm2: number;
  centroidMm: [number, number, number];
  warnings: MeshWarning[];
  /** Where the faults are, mm in the mesh as measured. */
  places: Place[];
}

/** Signed volume, area and centroid in one pass. */
export function measureSolid(mesh: Mesh, bounds: Bounds): { volumeMm3: number; areaMm2: number; centroidMm: [number, number, number] } {
  const { positions, indices } = mesh;
  const [ox, oy, oz] = bounds.min;
  let six = 0,
    area2 = 0,
    mx = 0,
    my = 0,
    mz = 0;
  for (let i = 0; i < indices.length; i += 3) {
    const a = indices[i] * 3,
      b = indices[i + 1] * 3,
      c = indices[i + 2] * 3;
    const ax = positions[a] - ox,
      ay = positions[a + 1] - oy,
      az = positions[a + 2] - oz;
    const bx = positions[b] - ox,
      by = positions[b + 1] - oy,
      bz = positions[b + 2] - oz;
    const cx = positions[c] - ox,
      cy = positions[c + 1] - oy,
      cz = positions[c + 2] - oz;
    const nx = (by - ay) * (cz - az) - (bz - az) * (cy - ay);
    const ny = (bz - az) * (cx - ax) - (bx - ax) * (cz - az);
    const nz = (bx - ax) * (cy - ay) - (by - ay) * (cx - ax);
    area2 += Math.sqrt(nx * nx + ny * ny + nz * nz);
    const v = ax * nx + ay * ny + az * nz;
    six += v;
    mx += v * (ax + bx + cx);
    my += v * (ay + by + cy);
    mz += v * (az + bz + cz);
  }
  const centroidMm: [number, number, number] =
    Math.abs(six) > 1e-12
      ? [ox + mx / (4 * six), oy + my / (4 * six), oz + mz / (4 * six)]
      : [ox + bounds.size[0] / 2, oy + bounds.size[1] / 2, oz + bounds.size[2] / 2];
  return { volumeMm3: six / 6, areaMm2: area2 / 2, centroidMm };
}

/** Signed volume of each shell, mm³: a negative one inside a positive one is a cavity; a lone negative one is inside out. */
export function shellVolumes(mesh: Mesh, topology: Topology): Float64Array {
  const out = new Float64Array(topology.shells);
  const { positions: p, indices } = mesh;
  for (let t = 0; t < indices.length / 3; t++) {
    const s = topology.shellOf[t];
    if (s < 0) continue;
    const a = indices[t * 3] * 3,
      b = indices[t * 3 + 1] * 3,
      c = indices[t * 3 + 2] * 3;
    out[s] +=
      (p[a] * (p[b + 1] * p[c + 2] - p[b + 2] * p[c + 1]) +
        p[a + 1] * (p[b + 2] * p[c] - p[b] * p[c + 2]) +
        p[a + 2] * (p[b] * p[c + 1] - p[b + 1] * p[c])) /
      6;
  }
  return out;
}

/**
 * Measures a welded mesh in millimetres and says what is wrong with it, worst first.
 * @returns the report and the topology, which slicing uses again
 */
export function reportMesh(mesh: Mesh, onProgress?: OnProgress, signal?: AbortSignal): { report: MeshReport; topology: Topology } {
  throwIfCancelled(signal);
  const bounds = boundsOf(mesh.positions);
  const topology = buildTopology(mesh);
  onProgress?.(0.6, "edges");
  throwIfCancelled(signal);
  const flipped = flippedTriangles(mesh, topology);
  const duplicates = duplicateTriangles(mesh, topology);
  const cavity = topology.shells > 1 ? cavityShells(mesh, topology, shellVolumes(mesh, topology)) : new Uint8Array();
  const { volumeMm3, areaMm2, centroidMm } = measureSolid(mesh, bounds);
  onProgress?.(0.9, "measuring");
  const warnings: MeshWarning[] = [];
  const { boundaryEdges, nonManifoldEdges, degenerateTriangles } = topology;
  if (topology.shells === 0)
    warnings.push({
      code: "mesh.degenerate-only",
      message: "No triangle has any area: there is nothing to print.",
      count: degenerateTriangles,
    });
  if (boundaryEdges > 0)
    warnings.push({
      code: "mesh.open",
      message: "The surface has holes: size and area hold, volume and print figures are only a guide.",
      count: boundaryEdges,
    });
  if (nonManifoldEdges > 0)
    warnings.push({
      code: "mesh.non-manifold",
      message: "Some edges join more than two triangles: slicers may fill or drop what is there.",
      count: nonManifoldEdges,
    });
  if (flipped.length > 0)
    warnings.push({
      code: "mesh.flipped",
      message: "Some triangles face inwards: volume is wrong by what they enclose.",
      count: flipped.length,
    });
  else if (topology.shells > 0 && volumeMm3 < 0)
    warnings.push({ code: "mesh.inside-out", message: "The whole surface faces inwards. Its volume is taken as positive.", count: 1 });
  if (degenerateTriangles > 0 && topology.shells > 0)
    warnings.push({
      code: "mesh.degenerate",
      message: "Triangles without area were left out of the edge counts.",
      count: degenerateTriangles,
    });
  if (duplicates.length > 0)
    warnings.push({
      code: "mesh.duplicate",
      message: "Some triangles are there twice: slicers may leave a gap where they are.",
      count: duplicates.length,
    });
  const cavities = cavity.reduce((n, c) => n + c, 0);
  if (cavities > 0)
    warnings.push({
      code: "mesh.cavities",
      message: "The solid has closed hollows inside: resin stays liquid in them unless they are drained.",
      count: cavities,
    });
  onProgress?.(1, "measuring");
  return {
    topology,
    report: {
      version: REPORT_VERSION,
      triangles: triangleCount(mesh),
      vertices: vertexCount(mesh),
      shells: topology.shells,
      cavities,
      watertight: topology.watertight,
      boundaryEdges,
      holes: countHoles(mesh, topology),
      nonManifoldEdges,
      flippedTriangles: flipped.length,
      degenerateTriangles,
      duplicateTriangles: duplicates.length,
      bounds,
      volumeMm3,
      areaMm2,
      centroidMm,
      warnings,
      places: placesOf(mesh, topology, bounds, flipped, duplicates, cavity),
    },
  };
}
