/**
 * Orthographic views of a mesh as a draughtsman draws them: outlines, feature edges, hidden edges, at one scale.
 *
 * Edges are drawn where two facets turn by more than 30°, at boundaries, and where the surface turns away from the eye.
 * What is hidden is found with a depth raster: each edge is sampled and compared with the nearest surface around its
 * pixel. Linear in triangles plus drawn samples. Third-angle order: the side view is from the right.
 */
import { boundsOf, facetsOf, RASTER_BORDER, rasterise, type DepthRaster, type Mesh, type Topology, type ViewAxes } from "../mesh";

export type ViewName = "front" | "side" | "plan";
export const VIEW_NAMES: ViewName[] = ["front", "side", "plan"];

/** Which axes of the mesh run right, up and away from the eye in each view. */
export const VIEW_AXES: Record<ViewName, ViewAxes> = {
  front: { u: 0, v: 2, d: 1, sign: 1 },
  side: { u: 1, v: 2, d: 0, sign: -1 },
  plan: { u: 0, v: 1, d: 2, sign: -1 },
};

/** A drawn view. Segments are u0, v0, u1, v1 in mm from the view's lower left. */
export interface ViewDrawing {
  name: ViewName;
  widthMm: number;
  heightMm: number;
  outline: number[];
  features: number[];
  hidden: number[];
}

export interface ViewRaster extends DepthRaster {
  name: ViewName;
}

/** Pixels of a view along the longest side of the mesh. */
export const LONG_SIDE_PX = 440;
const CREASE_COS = Math.cos((30 * Math.PI) / 180);
/** The most edges that are drawn in a view: the longest ones. */
const MOST_EDGES = 14000;

/** Draws one view. The same scale holds for all views of a mesh: pixels follow from its longest side. */
export function drawView(mesh: Mesh, topology: Topology, name: ViewName): { drawing: ViewDrawing; raster: ViewRaster } {
  const { positions: p, indices } = mesh;
  const bounds = boundsOf(p);
  const { u, v, d, sign } = VIEW_AXES[name];
  const u0 = bounds.min[u],
    v0 = bounds.min[v];
  const raster: ViewRaster = { name, ...rasterise(mesh, VIEW_AXES[name], LONG_SIDE_PX) };
  const { mmPerPixel, columns } = raster;
  const drawing: ViewDrawing = { name, widthMm: bounds.size[u], heightMm: bounds.size[v], outline: [], features: [], hidden: [] };
  traceEdges();
  return { drawing, raster };

  function traceEdges(): void {
    const normal = facetsOf(mesh).normals;
    const edges: { from: number; to: number; length: number }[] = [];
    for (let h = 0; h < indices.length; h++) {
      const o = topology.opposite[h];
      if (o > h) continue;
      const t = (h / 3) | 0;
      if (topology.degenerate[t]) continue;
      if (o >= 0) {
        const s = (o / 3) | 0;
        const dot = normal[t * 3] * normal[s * 3] + normal[t * 3 + 1] * normal[s * 3 + 1] + normal[t * 3 + 2] * normal[s * 3 + 2];
        const facingA = -normal[t * 3 + d] * sign,
          facingB = -normal[s * 3 + d] * sign;
        const silhouette = facingA > 1e-4 !== facingB > 1e-4 && dot < 0.9999;
        if (dot > CREASE_COS && !silhouette) continue;
      }
      const from = indices[h] * 3,
        to = indices[h % 3 === 2 ? h - 2 : h + 1] * 3;
      const length = Math.hypot(p[to + u] - p[from + u], p[to + v] - p[from + v]);
      if (length > mmPerPixel * 0.4) edges.push({ from, to, length });
    }
    if (edges.length > MOST_EDGES) edges.sort((a, b) => b.length - a.length).length = MOST_EDGES;
    const longest = Math.max(bounds.size[u], bounds.size[v]);
    for (const e of edges) traceEdge(e.from, e.to, e.length, longest);
  }

  function traceEdge(from: number, to: number, length: number, longest: number): void {
    const { depth, triangle } = raster;
    const samples = Math.min(96, Math.max(3, Math.ceil(length / mmPerPixel / 2.5)));
    const ua = p[from + u] - u0,
      va = p[from + v] - v0,
      ub = p[to + u] - u0,
      vb = p[to + v] - v0;
    const da = p[from + d] * sign,
      db = p[to + d] * sign;
    let runStart = 0;
    let runKind = -1;
    for (let i = 0; i <= samples; i++) {
      let kind = -1; // at the end: close the run
      if (i < samples) {
        const f = (i + 0.5) / samples;
        const x = Math.round((ua + f * (ub - ua)) / mmPerPixel) + RASTER_BORDER,
          y = Math.round((va + f * (vb - va)) / mmPerPixel) + RASTER_BORDER;
        const z = da + f * (db - da);
        let visible = false,
          edgeOfAll = false;
        for (let dy = -1; dy <= 1; dy++)
          for (let dx = -1; dx <= 1; dx++) {
            const at = (y + dy) * columns + x + dx;
            if (triangle[at] === 0) {
              edgeOfAll = true;
              visible = true;
            } else if (z <= depth[at] + mmPerPixel * 1.5) visible = true;
          }
        kind = !visible ? 2 : edgeOfAll ? 0 : 1;
      }
      if (kind !== runKind) {
        if (runKind >= 0) {
          const f0 = runStart / samples,
            f1 = i / samples;
          const list = runKind === 0 ? drawing.outline : runKind === 1 ? drawing.features : drawing.hidden;
          // Short hidden scraps only clutter.
          if (runKind !== 2 || (f1 - f0) * length > longest * 0.05)
            list.push(round(ua + f0 * (ub - ua)), round(va + f0 * (vb - va)), round(ua + f1 * (ub - ua)), round(va + f1 * (vb - va)));
        }
        runStart = i;
        runKind = kind;
      }
    }
  }
}

const round = (n: number): number => Math.round(n * 1000) / 1000;
