/** The mesh that a piece is painted on, and what is measured at its vertices once: the same for every recipe and every view. */
import { boundsOf, opennessOf, refineMesh, scaleMesh, thinOut, triangleCount, vertexFields, type Mesh } from "../../mesh";
import type { OnProgress } from "../../units";
import { BULGE_STEPS, NO_SURFACE } from "./reach";
import type { PaintMesh } from "./view";

/** Raised with each change of what is measured, or of the mesh that it is measured on. */
export const FIELDS_VERSION = 1;

/** Edges along the longest side, where that takes no more facets than this. */
const ACROSS = 160;
const FINE_FACETS = 160_000;
/** A mesh with more facets than this is thinned out first. */
const MOST_FACETS = 600_000;

/** A mesh made fit to be painted. */
export interface WorkMesh {
  mesh: Mesh;
  /** The surface that each facet lies on; NO_SURFACE where that was lost. */
  surface: Uint8Array;
  /** Curvature counts over this length. */
  over: number;
}

/** @param surfaceOf number of the surface of each facet of the mesh; −1 of none @param across edges along the longest side */
export function workMesh(mesh: Mesh, surfaceOf: () => ArrayLike<number>, across = ACROSS): WorkMesh {
  const light = thinOut(mesh, MOST_FACETS);
  // What is thinned out has lost its surfaces: they are not looked for.
  const of = light === mesh ? surfaceOf() : null;
  const { mesh: fine, parent, edge } = refineMesh(light, across, Math.max(FINE_FACETS, Math.min(MOST_FACETS, triangleCount(light))));
  const surface = Uint8Array.from(parent, (t) => {
    const n = of?.[t] ?? -1;
    return n >= 0 && n < NO_SURFACE ? n : NO_SURFACE;
  });
  return { mesh: fine, surface, over: edge < Infinity ? edge : Math.max(...boundsOf(fine.positions).size) / across };
}

/** What is kept of each vertex: see Places. */
export type FoundFields = Pick<PaintMesh, "open" | "sky" | "bulge">;

/** Measures openness, sky and curvature. Seconds for the largest. */
export function measureFields({ mesh, over }: WorkMesh, onProgress?: OnProgress, signal?: AbortSignal): FoundFields {
  const { normals, areas, curvature } = vertexFields(mesh);
  const { open, sky } = opennessOf(mesh, normals, {}, onProgress, signal);
  const smooth = spreadOver(mesh, curvature, areas, over);
  return {
    open: Uint8Array.from(open, (v) => Math.round(255 * v)),
    sky: Uint8Array.from(sky, (v) => Math.round(255 * v)),
    bulge: Uint8Array.from(smooth, (c) => bulgeByte(c, over)),
  };
}

/** A curvature as it is kept, over the length that it counts over. */
const bulgeByte = (curvature: number, over: number): number => Math.min(255, Math.max(0, Math.round(128 + BULGE_STEPS * curvature * over)));

/** Passes at most: so far and no further is spread on the finest meshes. */
const MOST_PASSES = 12;

/** On a mesh that is finer than the length that counts, values are spread over their neighbours: a bump of one facet is no edge. */
function spreadOver({ positions: p, indices }: Mesh, values: Float32Array, areas: Float32Array, over: number): Float32Array {
  const edge = meanEdge(p, indices);
  const passes = edge > 0 ? Math.min(MOST_PASSES, Math.max(1, Math.floor((over / edge) ** 2 / 4))) : 0;
  let now = values;
  for (let pass = 0; pass < passes; pass++) {
    const sum = new Float32Array(now.length),
      area = new Float32Array(now.length);
    for (let i = 0; i < indices.length; i += 3) {
      const [a, b, c] = [indices[i], indices[i + 1], indices[i + 2]];
      const all = now[a] * areas[a] + now[b] * areas[b] + now[c] * areas[c];
      const of = areas[a] + areas[b] + areas[c];
      for (let k = 0; k < 3; k++) {
        sum[indices[i + k]] += all;
        area[indices[i + k]] += of;
      }
    }
    now = sum.map((s, v) => (area[v] > 0 ? s / area[v] : 0));
  }
  return now;
}

function meanEdge(p: Float32Array, indices: Uint32Array): number {
  let sum = 0;
  for (let i = 0; i < indices.length; i += 3) {
    const a = indices[i] * 3,
      b = indices[i + 1] * 3;
    sum += Math.hypot(p[a] - p[b], p[a + 1] - p[b + 1], p[a + 2] - p[b + 2]);
  }
  return indices.length > 0 ? sum / (indices.length / 3) : 0;
}

/** The mesh with what was measured of it, in model millimetres; null where that was of another mesh. */
export function paintMesh({ mesh, surface }: WorkMesh, found: FoundFields, factor: number): PaintMesh | null {
  return found.open.length === mesh.positions.length / 3 ? { ...found, mesh: scaleMesh(mesh, factor), surface } : null;
}
