/**
 * What a mesh is: size, volume, area, shells and what is wrong with it.
 * Volume and centroid by the divergence theorem (signed tetrahedra over the origin of the box, which keeps digits).
 */
import { throwIfCancelled, type OnProgress } from "../../units";
import { boundsOf, triangleCount, vertexCount, type Bounds, type Mesh } from "../mesh";
import { countHoles, duplicateTriangles, placesOf, type Place } from "./findings";
import { shellsOf, type Shells } from "./shells";
import { shellSum, solidVolume, type SolidVolume } from "./solid";
import { buildTopology, type Topology } from "./topology";

/** Something said of a mesh or its file. */
export interface MeshWarning {
  code: string;
  message: string;
  count?: number;
}

/** What may be found in a mesh, in words. */
const FINDINGS = {
  "mesh.degenerate-only": "Every triangle has zero area: nothing to print.",
  "mesh.open": "The surface has holes: size and area are right, volume and print figures are approximate.",
  "mesh.non-manifold": "Some edges join more than two triangles: slicers may fill or drop what is there.",
  "mesh.flipped": "Some triangles face inwards, so the volume is off by what they enclose.",
  "mesh.degenerate": "Triangles without area were left out of the edge counts.",
  "mesh.duplicate": "Some triangles are duplicates: slicers may leave a gap there.",
  "mesh.cavities": "The solid has closed hollows inside. Resin stays liquid in them unless they are drained.",
  "mesh.overlap": "Closed surfaces overlap. The overlap is counted once. Most slicers merge them.",
  "mesh.inside-out": "Closed surfaces face inwards without enclosing a hollow. They are treated as solid.",
};
export type MeshFault = keyof typeof FINDINGS;
export const MESH_FAULTS = Object.keys(FINDINGS) as MeshFault[];

/** Something that was found in a mesh, and how often. */
export interface MeshFinding {
  code: MeshFault;
  count: number;
}

export const sayFinding = ({ code, count }: MeshFinding): MeshWarning => ({ code, message: FINDINGS[code], count });

/** Raised when the report says more than it did: stored ones are then made anew. */
export const REPORT_VERSION = 5;

export interface MeshReport {
  version: number;
  triangles: number;
  vertices: number;
  /** Closed surfaces of their own, cavities among them. */
  shells: number;
  /** Shells that face inwards inside another. */
  cavities: number;
  /** Shells that face inwards where there is nothing to hollow out: they are taken as solid. Not in reports before version 4. */
  insideOut?: number;
  /** Volume that lies in more than one shell, mm³. Not in reports before version 4. */
  overlapMm3?: number;
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
  /** Material of the printed solid: what sums use. Not in reports before version 4. */
  solid?: SolidVolume;
  areaMm2: number;
  centroidMm: [number, number, number];
  findings: MeshFinding[];
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

/**
 * Measures a welded mesh in millimetres and says what is wrong with it, worst first.
 * @returns the report and the topology, which slicing uses again
 */
export function reportMesh(
  mesh: Mesh,
  onProgress?: OnProgress,
  signal?: AbortSignal,
): { report: MeshReport; topology: Topology; shells: Shells } {
  throwIfCancelled(signal);
  const bounds = boundsOf(mesh.positions);
  const topology = buildTopology(mesh);
  onProgress?.(0.6, "edges");
  throwIfCancelled(signal);
  const shells = shellsOf(mesh, topology);
  const { flipped, list } = shells;
  const duplicates = duplicateTriangles(mesh, topology);
  const { volumeMm3, areaMm2, centroidMm } = measureSolid(mesh, bounds);
  onProgress?.(0.9, "measuring");
  const findings: MeshFinding[] = [];
  const { boundaryEdges, nonManifoldEdges, degenerateTriangles } = topology;
  if (topology.shells === 0) findings.push({ code: "mesh.degenerate-only", count: degenerateTriangles });
  if (boundaryEdges > 0) findings.push({ code: "mesh.open", count: boundaryEdges });
  if (nonManifoldEdges > 0) findings.push({ code: "mesh.non-manifold", count: nonManifoldEdges });
  if (flipped.length > 0) findings.push({ code: "mesh.flipped", count: flipped.length });
  const insideOut = list.filter((s) => s.insideOut).length;
  if (insideOut > 0) findings.push({ code: "mesh.inside-out", count: insideOut });
  if (degenerateTriangles > 0 && topology.shells > 0) findings.push({ code: "mesh.degenerate", count: degenerateTriangles });
  if (duplicates.length > 0) findings.push({ code: "mesh.duplicate", count: duplicates.length });
  const cavities = list.filter((s) => s.role === "hollow").length;
  if (cavities > 0) findings.push({ code: "mesh.cavities", count: cavities });
  const report: MeshReport = {
    version: REPORT_VERSION,
    triangles: triangleCount(mesh),
    vertices: vertexCount(mesh),
    shells: topology.shells,
    cavities,
    insideOut,
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
    findings,
    places: placesOf(mesh, topology, bounds, shells, duplicates),
  };
  judgeSolid(report, shells, solidVolume(mesh, shells));
  onProgress?.(1, "measuring");
  return { topology, shells, report };
}

/** Overlaps smaller than this share of the whole are the rounding of faces that only touch. */
const OVERLAP_SHARE = 1e-4;

/** Puts the printed solid's volume into a report, and what of the mesh lies in more than one shell. A better volume may follow a first. */
export function judgeSolid(report: MeshReport, shells: Shells, solid: SolidVolume): void {
  report.solid = solid;
  report.findings = report.findings.filter((w) => w.code !== "mesh.overlap");
  report.places = report.places.filter((p) => p.code !== "overlap");
  // Only what the error of the volume cannot explain is an overlap.
  const twice = shells.list.every((s) => s.closed) ? shellSum(shells) - solid.value : 0;
  report.overlapMm3 = twice > Math.max(solid.high - solid.value, OVERLAP_SHARE * solid.value) ? twice : 0;
  if (report.overlapMm3 === 0) return;
  report.findings.push({ code: "mesh.overlap", count: shells.mayOverlap.length });
  report.places.push(...overlapPlaces(shells));
}

/** Middles of the boxes in which pairs of shells meet, the largest first. */
function overlapPlaces({ list, mayOverlap }: Shells): Place[] {
  return mayOverlap
    .map(([a, b]) => {
      const [x, y] = [list[a].bounds, list[b].bounds];
      const low = x.min.map((v, k) => Math.max(v, y.min[k])),
        high = x.max.map((v, k) => Math.min(v, y.max[k]));
      return { at: low.map((v, k) => (v + high[k]) / 2) as Place["at"], mm3: low.reduce((v, l, k) => v * (high[k] - l), 1) };
    })
    .sort((a, b) => b.mm3 - a.mm3)
    .slice(0, 8)
    .map(({ at }) => ({ code: "overlap", at, count: 1 }));
}
