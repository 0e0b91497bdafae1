/**
 * Openings that lead through the walls of a part that stands: doorways, windows, arches, found in every direction in which walls face.
 *
 * Seen straight on, a wall is where rays first meet material at one depth; an opening is a patch of rays that find nothing in the
 * whole thickness of that wall and is framed by it. A niche that does not go through is none. Columns of material by winding numbers,
 * so that overlapping bodies and reversed shells do not matter. Linear in triangles plus cells, for each direction.
 */
import { columnsOf, type Columns, type Frame } from "./columns";
import { boundsOf, type Mesh } from "../mesh";
import { facetsOf } from "./normals";

export interface Opening {
  /** door: reaches the floor and is upright; window: has a sill; passage: reaches the floor and is as wide as it is high, or wider. */
  kind: "door" | "window" | "passage";
  widthMm: number;
  heightMm: number;
  /** From the foot of the part to its lower edge. */
  sillMm: number;
  /** Widths and heights are good to so much, mm. */
  marginMm: number;
  /** Of the wall that it leads through, mm. */
  wallMm: number;
  /** Middle of it, in the plane of the wall's face. */
  at: [number, number, number];
  /** Compass direction in which the wall faces, degrees from +x towards +y. */
  facesDeg: number;
}

/** Cells along the longer side of a view. */
const CELLS = 260;
/** A direction in which less than this share of the upright surface faces has no wall. */
const LEAST_FACING = 0.03;
const MOST_DIRECTIONS = 8;
/** Facets within this of upright belong to walls. */
const UPRIGHT_SIN = 0.2;
/** The largest are kept; a part with more has a pattern in its walls. */
export const MOST_OPENINGS = 40;
/** An opening is at least so many cells wide and high. */
const LEAST_CELLS = 4;
/** Share of its rim that the wall must make. */
const FRAMED = 0.7;
/** A sill lower than this share of the opening's height is a threshold. Common practice, no source. */
const THRESHOLD = 0.15;

/** @param mesh wound as the printed solid is (printedMesh), mm, z up */
export function findOpenings(mesh: Mesh): Opening[] {
  const floor = boundsOf(mesh.positions).min[2];
  return facings(mesh)
    .flatMap((deg) => openingsFrom(mesh, deg, floor))
    .sort((a, b) => b.widthMm * b.heightMm - a.widthMm * a.heightMm)
    .filter((o, i, all) => !all.slice(0, i).some((other) => sameOpening(o, other)))
    .slice(0, MOST_OPENINGS);
}

/** One hole seen from both faces of its wall. */
function sameOpening(a: Opening, b: Opening): boolean {
  const turn = Math.abs(((a.facesDeg - b.facesDeg + 540) % 360) - 180);
  if (turn < 175) return false;
  return Math.hypot(...a.at.map((v, k) => v - b.at[k])) <= Math.max(a.wallMm, b.wallMm) + 3 * a.marginMm;
}

/** Directions in which walls face, degrees. */
function facings(mesh: Mesh): number[] {
  const { normals, areasMm2 } = facetsOf(mesh);
  const bins = 72;
  const x = new Float64Array(bins),
    y = new Float64Array(bins),
    area = new Float64Array(bins);
  let total = 0;
  for (let t = 0; t < areasMm2.length; t++) {
    if (areasMm2[t] === 0 || Math.abs(normals[t * 3 + 2]) > UPRIGHT_SIN) continue;
    const bin = Math.floor(((Math.atan2(normals[t * 3 + 1], normals[t * 3]) / (2 * Math.PI) + 1) % 1) * bins) % bins;
    x[bin] += normals[t * 3] * areasMm2[t];
    y[bin] += normals[t * 3 + 1] * areasMm2[t];
    area[bin] += areasMm2[t];
    total += areasMm2[t];
  }
  // A direction at the edge of a bin falls into two: neighbours are taken together.
  const out: number[] = [];
  for (let round = 0; round < MOST_DIRECTIONS; round++) {
    let best = -1,
      most = 0;
    for (let b = 0; b < bins; b++) {
      const sum = area[b] + area[(b + 1) % bins];
      if (sum > most) {
        most = sum;
        best = b;
      }
    }
    if (best < 0 || most < total * LEAST_FACING) break;
    const next = (best + 1) % bins;
    out.push((Math.atan2(y[best] + y[next], x[best] + x[next]) * 180) / Math.PI);
    for (const spent of [x, y, area]) spent[best] = spent[next] = 0;
  }
  return out;
}

function openingsFrom(mesh: Mesh, facesDeg: number, floor: number): Opening[] {
  // Looking against the way the wall faces.
  const c = -Math.cos((facesDeg * Math.PI) / 180),
    s = -Math.sin((facesDeg * Math.PI) / 180);
  const frame: Frame = [
    [-s, c, 0],
    [0, 0, 1],
    [c, s, 0],
  ];
  const view = columnsOf(mesh, frame, CELLS);
  const out: Opening[] = [];
  for (const plane of wallPlanes(view)) {
    for (const patch of emptyPatches(view, plane)) {
      const o = measure(view, plane, patch, floor);
      if (!o) continue;
      const [u, v] = o.middle;
      out.push({
        ...o.opening,
        at: [0, 1, 2].map((k) => frame[0][k] * u + frame[1][k] * v + frame[2][k] * plane.depth) as Opening["at"],
        facesDeg,
      });
    }
  }
  return out;
}

interface WallPlane {
  depth: number;
  thickness: number;
  /** Relief on the wall's face that still belongs to it. */
  slack: number;
  /** 1 where a cell has the wall. */
  wall: Uint8Array;
}

/** Depths at which many rays first meet material, with how thick it is there. */
function wallPlanes(view: Columns): WallPlane[] {
  const { start, spans, cellMm } = view;
  const cells = view.columns * view.rows;
  let near = Infinity,
    far = -Infinity,
    occupied = 0;
  for (let i = 0; i < cells; i++) {
    if (start[i] === start[i + 1]) continue;
    occupied++;
    near = Math.min(near, spans[start[i]]);
    far = Math.max(far, spans[start[i + 1] - 1]);
  }
  if (occupied === 0) return [];
  const slack = Math.max(2 * cellMm, (far - near) * 0.02);
  const bins = Math.max(1, Math.ceil((far - near) / slack));
  const count = new Uint32Array(bins + 1);
  for (let i = 0; i < cells; i++) if (start[i] < start[i + 1]) count[Math.min(bins - 1, Math.floor((spans[start[i]] - near) / slack))]++;
  const out: WallPlane[] = [];
  for (let b = 0; b < bins; b++) {
    const here = count[b] + count[b + 1];
    if (here < occupied * 0.05 || here < (count[b - 1] ?? 0) + count[b]) continue;
    const from = near + b * slack,
      to = from + 2 * slack;
    const depths: number[] = [],
      thick: number[] = [];
    for (let i = 0; i < cells; i++) {
      if (start[i] === start[i + 1] || spans[start[i]] < from || spans[start[i]] >= to) continue;
      depths.push(spans[start[i]]);
      thick.push(spans[start[i] + 1] - spans[start[i]]);
    }
    const depth = median(depths),
      thickness = median(thick);
    const wall = new Uint8Array(cells);
    for (let i = 0; i < cells; i++)
      for (let k = start[i]; k < start[i + 1]; k += 2)
        if (spans[k] <= depth + thickness / 2 && spans[k + 1] >= depth + thickness / 2) wall[i] = 1;
    out.push({ depth, thickness, slack, wall });
    b++;
  }
  return out;
}

const median = (values: number[]): number => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0;

/** Patches of rays that find nothing in the thickness of the wall, and do not run out of the view at a side or the top. */
function emptyPatches(view: Columns, { depth, thickness, slack }: WallPlane): number[][] {
  const { columns, rows, start, spans } = view;
  const through = depth + thickness * 0.97;
  const empty = new Uint8Array(columns * rows);
  for (let i = 0; i < empty.length; i++) {
    empty[i] = 1;
    for (let k = start[i]; k < start[i + 1]; k += 2) if (spans[k] < through && spans[k + 1] > depth - slack) empty[i] = 0;
  }
  const out: number[][] = [];
  const stack: number[] = [];
  for (let seed = 0; seed < empty.length; seed++) {
    if (!empty[seed]) continue;
    const patch: number[] = [];
    let outside = false;
    empty[seed] = 0;
    stack.push(seed);
    while (stack.length) {
      const i = stack.pop()!;
      patch.push(i);
      const x = i % columns,
        y = (i / columns) | 0;
      if (x === 0 || x === columns - 1 || y === rows - 1) outside = true;
      for (const j of [x > 0 ? i - 1 : -1, x < columns - 1 ? i + 1 : -1, i - columns, i + columns]) {
        if (j < 0 || j >= empty.length || !empty[j]) continue;
        empty[j] = 0;
        stack.push(j);
      }
    }
    if (!outside && patch.length >= LEAST_CELLS * LEAST_CELLS) out.push(patch);
  }
  return out;
}

function measure(
  view: Columns,
  { wall, thickness }: WallPlane,
  patch: number[],
  floor: number,
): { opening: Omit<Opening, "at" | "facesDeg">; middle: [number, number] } | undefined {
  const { columns, cellMm, u0, v0 } = view;
  const inPatch = new Set(patch);
  let rim = 0,
    framed = 0;
  const rowRuns = new Map<number, number>(),
    columnRuns = new Map<number, number>();
  let x0 = Infinity,
    x1 = -Infinity,
    y0 = Infinity,
    y1 = -Infinity;
  for (const i of patch) {
    const x = i % columns,
      y = (i / columns) | 0;
    rowRuns.set(y, (rowRuns.get(y) ?? 0) + 1);
    columnRuns.set(x, (columnRuns.get(x) ?? 0) + 1);
    x0 = Math.min(x0, x);
    x1 = Math.max(x1, x);
    y0 = Math.min(y0, y);
    y1 = Math.max(y1, y);
    // The rim at its sides and above: below may be a floor.
    for (const j of [i - 1, i + 1, i + columns]) {
      if (inPatch.has(j)) continue;
      rim++;
      if (wall[j]) framed++;
    }
  }
  if (framed < rim * FRAMED) return undefined;
  // Of an arch the width is that of its straight part, the height that of its middle.
  const third = (x1 - x0) / 3;
  const widthMm = median([...rowRuns.values()]) * cellMm;
  const heightMm = median([...columnRuns].filter(([x]) => x >= x0 + third - 0.5 && x <= x1 - third + 0.5).map(([, n]) => n)) * cellMm;
  if (widthMm < LEAST_CELLS * cellMm || heightMm < LEAST_CELLS * cellMm) return undefined;
  const sillMm = Math.max(0, v0 + y0 * cellMm - floor);
  const kind = sillMm > heightMm * THRESHOLD ? "window" : heightMm >= widthMm * 1.2 ? "door" : "passage";
  return {
    opening: { kind, widthMm, heightMm, sillMm, marginMm: cellMm, wallMm: thickness },
    middle: [u0 + ((x0 + x1 + 1) / 2) * cellMm, v0 + ((y0 + y1 + 1) / 2) * cellMm],
  };
}
