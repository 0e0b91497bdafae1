/**
 * A mesh as columns of material: parallel rays through a grid, each with the places where it goes in and out. The winding number
 * along a ray tells material from air, so that overlaps count once; a ray that does not come out again passed through a hole of an
 * open mesh, and is told apart. Linear in triangles plus covered cells.
 */
import type { Mesh } from "../mesh";

export interface Columns {
  columns: number;
  rows: number;
  /** Side of a cell, mm; the ray runs through its middle. */
  cellMm: number;
  /** Lower corner of the grid in the two directions across the rays. */
  u0: number;
  v0: number;
  /** Material of cell i: pairs of depths (in, out) from spans[start[i]] on to start[i + 1]. */
  start: Uint32Array;
  spans: Float64Array;
  /** 1 where a ray does not come out again: the surface is open there. */
  unsure: Uint8Array;
}

/** Three directions at right angles: across, up, and along the rays. */
export type Frame = readonly [readonly number[], readonly number[], readonly number[]];

export const AXIS_FRAMES: readonly Frame[] = [
  [
    [0, 1, 0],
    [0, 0, 1],
    [1, 0, 0],
  ],
  [
    [0, 0, 1],
    [1, 0, 0],
    [0, 1, 0],
  ],
  [
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1],
  ],
];

/**
 * @param mesh wound so that material lies behind each facet (printedMesh)
 * @param frame right-handed: facets that face against the third direction are entries
 * @param longSide cells along the longer side of the grid
 */
export function columnsOf(mesh: Mesh, frame: Frame, longSide: number): Columns {
  const { indices } = mesh;
  const p = turned(mesh, frame);
  let u0 = Infinity,
    u1 = -Infinity,
    v0 = Infinity,
    v1 = -Infinity;
  for (let i = 0; i < p.length; i += 3) {
    if (p[i] < u0) u0 = p[i];
    if (p[i] > u1) u1 = p[i];
    if (p[i + 1] < v0) v0 = p[i + 1];
    if (p[i + 1] > v1) v1 = p[i + 1];
  }
  const cellMm = Math.max(u1 - u0, v1 - v0) / longSide || 1;
  const columns = Math.max(1, Math.ceil((u1 - u0) / cellMm)),
    rows = Math.max(1, Math.ceil((v1 - v0) / cellMm));
  return throughGrid(p, indices, u0, v0, columns, rows, cellMm);
}

/** The same on a grid that is given: the ray of its first cell runs through (u, v). */
export function columnsOn(mesh: Mesh, frame: Frame, u: number, v: number, columns: number, rows: number, cellMm: number): Columns {
  return throughGrid(turned(mesh, frame), mesh.indices, u - cellMm / 2, v - cellMm / 2, columns, rows, cellMm);
}

function throughGrid(
  p: Float64Array,
  indices: Uint32Array,
  u0: number,
  v0: number,
  columns: number,
  rows: number,
  cellMm: number,
): Columns {
  const counts = new Uint32Array(columns * rows + 1);
  // Two rounds: first how many crossings each cell has, then where they are.
  eachCrossing(p, indices, u0, v0, cellMm, columns, rows, (cell) => counts[cell + 1]++);
  for (let i = 0; i < columns * rows; i++) counts[i + 1] += counts[i];
  const depth = new Float64Array(counts[columns * rows]);
  const sense = new Int8Array(depth.length);
  const fill = counts.slice(0, columns * rows);
  eachCrossing(p, indices, u0, v0, cellMm, columns, rows, (cell, w, entry) => {
    const at = fill[cell]++;
    depth[at] = w;
    sense[at] = entry;
  });
  const start = new Uint32Array(columns * rows + 1);
  const spans: number[] = [];
  const unsure = new Uint8Array(columns * rows);
  for (let cell = 0; cell < columns * rows; cell++) {
    const order: number[] = [];
    for (let i = counts[cell]; i < counts[cell + 1]; i++) order.push(i);
    order.sort((a, b) => depth[a] - depth[b] || sense[b] - sense[a]);
    let cover = 0,
      least = 0;
    for (const i of order) {
      cover += sense[i];
      least = Math.min(least, cover);
    }
    if (cover !== 0 || least < 0) unsure[cell] = 1;
    cover = 0;
    let from = 0;
    for (const i of order) {
      const before = cover;
      cover += sense[i];
      if (before <= 0 && cover > 0) from = depth[i];
      else if (before > 0 && cover <= 0 && depth[i] > from) spans.push(from, depth[i]);
    }
    start[cell + 1] = spans.length;
  }
  return { columns, rows, cellMm, u0, v0, start, spans: Float64Array.from(spans), unsure };
}

function turned({ positions: p }: Mesh, [u, v, w]: Frame): Float64Array {
  const out = new Float64Array(p.length);
  for (let i = 0; i < p.length; i += 3) {
    out[i] = u[0] * p[i] + u[1] * p[i + 1] + u[2] * p[i + 2];
    out[i + 1] = v[0] * p[i] + v[1] * p[i + 1] + v[2] * p[i + 2];
    out[i + 2] = w[0] * p[i] + w[1] * p[i + 1] + w[2] * p[i + 2];
  }
  return out;
}

/** Where in its cell a ray runs: off the middle by an odd little, so that it misses the edges of tidy models. */
const IN_CELL_U = 0.5 + 0.00131,
  IN_CELL_V = 0.5 + 0.00173;

function eachCrossing(
  p: Float64Array,
  indices: Uint32Array,
  u0: number,
  v0: number,
  cellMm: number,
  columns: number,
  rows: number,
  tell: (cell: number, w: number, entry: 1 | -1) => void,
): void {
  for (let t = 0; t < indices.length; t += 3) {
    const a = indices[t] * 3,
      b = indices[t + 1] * 3,
      c = indices[t + 2] * 3;
    const ax = (p[a] - u0) / cellMm - IN_CELL_U,
      ay = (p[a + 1] - v0) / cellMm - IN_CELL_V;
    const bx = (p[b] - u0) / cellMm - IN_CELL_U,
      by = (p[b + 1] - v0) / cellMm - IN_CELL_V;
    const cx = (p[c] - u0) / cellMm - IN_CELL_U,
      cy = (p[c + 1] - v0) / cellMm - IN_CELL_V;
    const area = (bx - ax) * (cy - ay) - (by - ay) * (cx - ax);
    if (area === 0) continue;
    const x0 = Math.max(0, Math.ceil(Math.min(ax, bx, cx))),
      x1 = Math.min(columns - 1, Math.floor(Math.max(ax, bx, cx)));
    const y0 = Math.max(0, Math.ceil(Math.min(ay, by, cy))),
      y1 = Math.min(rows - 1, Math.floor(Math.max(ay, by, cy)));
    for (let y = y0; y <= y1; y++)
      for (let x = x0; x <= x1; x++) {
        const wb = ((x - ax) * (cy - ay) - (y - ay) * (cx - ax)) / area;
        const wc = ((bx - ax) * (y - ay) - (by - ay) * (x - ax)) / area;
        if (wb < 0 || wc < 0 || wb + wc > 1) continue;
        const w = p[a + 2] + wb * (p[b + 2] - p[a + 2]) + wc * (p[c + 2] - p[a + 2]);
        // A facet whose outline runs clockwise seen along the ray faces against it.
        tell(y * columns + x, w, area > 0 ? -1 : 1);
      }
  }
}
