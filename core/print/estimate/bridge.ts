/**
 * Does a patch that lies on nothing bridge? Where there is one direction in which lines across it rest on both ends and are no longer than
 * a bridge may be. A ledge rests on one end only, and a beam between two posts is as long as the way between them, however narrow it is.
 */
import type { Contours } from "../../slice";

/** Gap that is bridged without support, from edge to edge, mm. Common practice, no source. */
export const BRIDGE_MM = 12;
/** What counts as bridged: so much of the patch is crossed by lines that rest on both ends. */
const CROSSED_SHARE = 0.9;
/** Directions in which a bridge may be laid: along and across the longest edges of the patch, and so many over half a turn. */
const BRIDGE_EDGES = 6;
const BRIDGE_WAYS = 12;
/** Lines that are tried across a patch: a few first, and more where those look like a bridge. */
const FEW = { lines: 7, share: 0.6 };
const LINES = 48;
/** An edge this near to the outline of what lies below is a piece of it, mm: what offsets and single precision leave. */
const ON_EDGE_MM = 2e-3;
const CELL_MM = 1;

/** The outline of what lies below, by the squares of a grid that its edges pass through. */
export interface Outline {
  points: Float64Array;
  /** First and last point of each edge. */
  edges: Uint32Array;
  cells: Map<number, number[]>;
}

/** Sides of a grid's square to one number: a plate is never so wide. */
const WIDE = 1 << 20;
const cellOf = (x: number, y: number): number => (Math.floor(x / CELL_MM) + WIDE / 2) * WIDE + Math.floor(y / CELL_MM) + WIDE / 2;

/** Linear in the length of the outline. */
export function edgesOf({ points, ends }: Contours): Outline {
  const edges = new Uint32Array(points.length);
  const cells = new Map<number, number[]>();
  let begin = 0,
    n = 0;
  for (const end of ends) {
    for (let p = begin, q = end - 1; p < end; q = p++) {
      edges[n * 2] = q;
      edges[n * 2 + 1] = p;
      const [ax, ay, bx, by] = [points[q * 2], points[q * 2 + 1], points[p * 2], points[p * 2 + 1]];
      const steps = Math.ceil((2 * Math.hypot(bx - ax, by - ay)) / CELL_MM) || 1;
      let before = NaN;
      for (let i = 0; i <= steps; i++) {
        const cell = cellOf(ax + ((bx - ax) * i) / steps, ay + ((by - ay) * i) / steps);
        if (cell === before) continue;
        before = cell;
        const list = cells.get(cell);
        if (list) list.push(n);
        else cells.set(cell, [n]);
      }
      n++;
    }
    begin = end;
  }
  return { points, edges, cells };
}

function isOn({ points, edges, cells }: Outline, x: number, y: number): boolean {
  for (let i = -1; i <= 1; i++)
    for (let j = -1; j <= 1; j++)
      for (const e of cells.get(cellOf(x + i * CELL_MM, y + j * CELL_MM)) ?? []) {
        const a = edges[e * 2] * 2,
          b = edges[e * 2 + 1] * 2;
        const dx = points[b] - points[a],
          dy = points[b + 1] - points[a + 1];
        const along = Math.max(0, Math.min(1, ((x - points[a]) * dx + (y - points[a + 1]) * dy) / (dx * dx + dy * dy || 1)));
        if (Math.abs(points[a] + along * dx - x) < ON_EDGE_MM && Math.abs(points[a + 1] + along * dy - y) < ON_EDGE_MM) return true;
      }
  return false;
}

/** An edge of the patch, and whether it rests. */
interface Edge {
  from: number;
  to: number;
  rests: boolean;
  mm: number;
}

/**
 * @param patch one region, as the layer overhangs it
 * @param below the outline of the layer below
 */
export function isBridged({ points, ends }: Contours, below: Outline): boolean {
  const edges: Edge[] = [];
  let begin = 0;
  for (const end of ends) {
    for (let to = begin, from = end - 1; to < end; from = to++) {
      const mm = Math.hypot(points[to * 2] - points[from * 2], points[to * 2 + 1] - points[from * 2 + 1]);
      const x = (points[from * 2] + points[to * 2]) / 2,
        y = (points[from * 2 + 1] + points[to * 2 + 1]) / 2;
      edges.push({ from, to, mm, rests: isOn(below, x, y) });
    }
    begin = end;
  }
  if (!edges.some((e) => e.rests)) return false;
  const along = [...edges]
    .sort((a, b) => b.mm - a.mm)
    .slice(0, BRIDGE_EDGES)
    .flatMap(({ from, to }) => {
      const rad = Math.atan2(points[to * 2 + 1] - points[from * 2 + 1], points[to * 2] - points[from * 2]);
      return [rad, rad + Math.PI / 2];
    });
  const around = Array.from({ length: BRIDGE_WAYS }, (_, i) => (i * Math.PI) / BRIDGE_WAYS);
  return [...along, ...around].some(
    (rad) => crossedShare(points, edges, rad, FEW.lines) >= FEW.share && crossedShare(points, edges, rad, LINES) >= CROSSED_SHARE,
  );
}

/** Share of the lines in a direction that rest on both ends and are short enough, by length. */
function crossedShare(points: Float64Array, edges: readonly Edge[], rad: number, count: number): number {
  const [c, s] = [Math.cos(rad), Math.sin(rad)];
  const u = (i: number): number => points[i * 2] * c + points[i * 2 + 1] * s,
    v = (i: number): number => points[i * 2 + 1] * c - points[i * 2] * s;
  let low = Infinity,
    high = -Infinity;
  for (const { to } of edges) {
    low = Math.min(low, v(to));
    high = Math.max(high, v(to));
  }
  const pitch = (high - low) / count;
  const lines: { at: number; rests: boolean }[][] = Array.from({ length: count }, () => []);
  for (const { from, to, rests } of edges) {
    const [u0, v0, u1, v1] = [u(from), (v(from) - low) / pitch - 0.5, u(to), (v(to) - low) / pitch - 0.5];
    if (v0 === v1) continue;
    for (let r = Math.max(0, Math.ceil(Math.min(v0, v1))); r < Math.min(count, Math.ceil(Math.max(v0, v1))); r++)
      lines[r].push({ at: u0 + ((r - v0) / (v1 - v0)) * (u1 - u0), rests });
  }
  let all = 0,
    crossed = 0;
  for (const line of lines) {
    line.sort((a, b) => a.at - b.at);
    for (let i = 0; i + 1 < line.length; i += 2) {
      const mm = line[i + 1].at - line[i].at;
      all += mm;
      if (mm <= BRIDGE_MM && line[i].rests && line[i + 1].rests) crossed += mm;
    }
  }
  return all > 0 ? crossed / all : 0;
}
