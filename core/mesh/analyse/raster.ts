/**
 * Depth raster of a mesh along an axis: which triangle is nearest in each pixel. Linear in triangles plus covered pixels.
 */
import { boundsOf, type Mesh } from "../mesh";
import { facetsOf } from "./normals";

/** Which axes run right, up and away from the eye; `sign` makes a smaller depth nearer. */
export interface ViewAxes {
  u: 0 | 1 | 2;
  v: 0 | 1 | 2;
  d: 0 | 1 | 2;
  sign: 1 | -1;
}

export interface DepthRaster {
  columns: number;
  rows: number;
  mmPerPixel: number;
  /** Triangle + 1; 0 is empty. Row 0 is the lowest. */
  triangle: Uint32Array;
  depth: Float32Array;
}

/** Empty pixels round the picture, so that outlines close. Pixel (RASTER_BORDER, RASTER_BORDER) is the view's lower left. */
export const RASTER_BORDER = 2;

/** What a picture holds: the place of its lower left pixel, and how fine it is. */
export interface RasterFrame {
  u0: number;
  v0: number;
  mmPerPixel: number;
  columns: number;
  rows: number;
}

/** All of the mesh, so many pixels along its longest side. */
function wholeFrame(mesh: Mesh, { u, v }: ViewAxes, longSidePx: number): RasterFrame {
  const bounds = boundsOf(mesh.positions);
  const mmPerPixel = Math.max(...bounds.size) / longSidePx || 1;
  return {
    u0: bounds.min[u] - RASTER_BORDER * mmPerPixel,
    v0: bounds.min[v] - RASTER_BORDER * mmPerPixel,
    mmPerPixel,
    columns: Math.ceil(bounds.size[u] / mmPerPixel) + 1 + 2 * RASTER_BORDER,
    rows: Math.ceil(bounds.size[v] / mmPerPixel) + 1 + 2 * RASTER_BORDER,
  };
}

/** @param wanted pixels along the longest side of all of it, or what of it */
export function rasterise(mesh: Mesh, axes: ViewAxes, wanted: number | RasterFrame): DepthRaster {
  const { positions: p, indices } = mesh;
  const { u, v, d, sign } = axes;
  const { u0, v0, mmPerPixel, columns, rows } = typeof wanted === "number" ? wholeFrame(mesh, axes, wanted) : wanted;
  const triangle = new Uint32Array(columns * rows);
  const depth = new Float32Array(columns * rows).fill(Infinity);
  for (let t = 0; t < indices.length / 3; t++) {
    const a = indices[t * 3] * 3,
      b = indices[t * 3 + 1] * 3,
      c = indices[t * 3 + 2] * 3;
    const ax = (p[a + u] - u0) / mmPerPixel,
      ay = (p[a + v] - v0) / mmPerPixel;
    const bx = (p[b + u] - u0) / mmPerPixel,
      by = (p[b + v] - v0) / mmPerPixel;
    const cx = (p[c + u] - u0) / mmPerPixel,
      cy = (p[c + v] - v0) / mmPerPixel;
    const area = (bx - ax) * (cy - ay) - (by - ay) * (cx - ax);
    if (Math.abs(area) < 1e-9) continue;
    const x0 = Math.max(0, Math.floor(Math.min(ax, bx, cx))),
      x1 = Math.min(columns - 1, Math.ceil(Math.max(ax, bx, cx)));
    const y0 = Math.max(0, Math.floor(Math.min(ay, by, cy))),
      y1 = Math.min(rows - 1, Math.ceil(Math.max(ay, by, cy)));
    const da = p[a + d] * sign,
      db = p[b + d] * sign,
      dc = p[c + d] * sign;
    for (let y = y0; y <= y1; y++) {
      for (let x = x0; x <= x1; x++) {
        const wb = ((x - ax) * (cy - ay) - (y - ay) * (cx - ax)) / area;
        const wc = ((bx - ax) * (y - ay) - (by - ay) * (x - ax)) / area;
        const wa = 1 - wb - wc;
        if (wa < -1e-6 || wb < -1e-6 || wc < -1e-6) continue;
        const z = wa * da + wb * db + wc * dc;
        const i = y * columns + x;
        if (z < depth[i]) {
          depth[i] = z;
          triangle[i] = t + 1;
        }
      }
    }
  }
  return { columns, rows, mmPerPixel, triangle, depth };
}

/** Front, back, right, left and above: a part that stands shows nothing from below. */
const OUTSIDE: ViewAxes[] = [
  { u: 0, v: 2, d: 1, sign: 1 },
  { u: 0, v: 2, d: 1, sign: -1 },
  { u: 1, v: 2, d: 0, sign: -1 },
  { u: 1, v: 2, d: 0, sign: 1 },
  { u: 0, v: 1, d: 2, sign: -1 },
];

/**
 * Area that a brush or spray can reach from outside, mm²: each pixel of five views counts with the slope of what it shows,
 * in the view that its facet faces most. Good to a few per cent; undersides and insides are left out.
 */
export function outsideAreaMm2(mesh: Mesh): number {
  const { normals } = facetsOf(mesh);
  let sum = 0;
  for (const axes of OUTSIDE) {
    const { triangle, mmPerPixel } = rasterise(mesh, axes, 220);
    for (let i = 0; i < triangle.length; i++) {
      if (triangle[i] === 0) continue;
      const n = (triangle[i] - 1) * 3;
      const facing = Math.abs(normals[n + axes.d]);
      if (facing < 1e-6 || facing < Math.max(Math.abs(normals[n + axes.u]), Math.abs(normals[n + axes.v])) - 1e-6) continue;
      sum += (mmPerPixel * mmPerPixel) / facing;
    }
  }
  return sum;
}
