/** Does a part fit a printer, how is it turned on the plate, how many copies fit, how many pieces if it does not. */
import { polygonArea, polygonHull } from "d3";
import { turnMesh, type Mesh, type Turn } from "../mesh";
import { SPACING_MM, type PrintProfile } from "./printers";

/** Outline on the plate and height, mm, as the part is turned. */
export interface Stance {
  hull: [number, number][];
  heightMm: number;
}

/** The convex outline on the plate of a part that is turned so, of every vertex. Linear, then n log n in the few that may lie on it. */
export function stanceOf(mesh: Mesh, turn: Turn): Stance {
  const turned = turnMesh(mesh, turn).positions;
  let low = Infinity,
    high = -Infinity;
  // First the outermost points in a few directions: what lies inside their polygon is no corner of the hull.
  const directions = 16;
  const best = new Float64Array(directions).fill(-Infinity);
  const at = new Uint32Array(directions);
  const cos = Float64Array.from({ length: directions }, (_, i) => Math.cos((2 * Math.PI * i) / directions));
  const sin = Float64Array.from({ length: directions }, (_, i) => Math.sin((2 * Math.PI * i) / directions));
  for (let i = 0; i < turned.length; i += 3) {
    const x = turned[i],
      y = turned[i + 1],
      z = turned[i + 2];
    if (z < low) low = z;
    if (z > high) high = z;
    for (let d = 0; d < directions; d++) {
      const reach = x * cos[d] + y * sin[d];
      if (reach > best[d]) {
        best[d] = reach;
        at[d] = i;
      }
    }
  }
  const corners = [...new Set(at)].map((i): [number, number] => [turned[i], turned[i + 1]]);
  const rough = polygonHull(corners);
  if (!rough) return { hull: corners, heightMm: high - low };
  const points = [...corners];
  const n = rough.length;
  // The hull of d3 runs counter-clockwise in a y that grows downwards: its sign is taken as it comes.
  const sense = Math.sign(polygonArea(rough));
  for (let i = 0; i < turned.length; i += 3) {
    const x = turned[i],
      y = turned[i + 1];
    for (let k = 0; k < n; k++) {
      const [ax, ay] = rough[k],
        [bx, by] = rough[k + 1 === n ? 0 : k + 1];
      if (sense * ((bx - ax) * (y - ay) - (by - ay) * (x - ax)) > 1e-9) {
        points.push([x, y]);
        break;
      }
    }
  }
  return { hull: polygonHull(points) ?? rough, heightMm: high - low };
}

/** The stance of a box, for typed sizes. */
export function boxStance(size: readonly [number, number, number]): Stance {
  const [x, y, z] = size;
  return {
    hull: [
      [0, 0],
      [x, 0],
      [x, y],
      [0, y],
    ],
    heightMm: z,
  };
}

export interface Fit {
  fits: boolean;
  /** Turn about the vertical that fits best, degrees. */
  turnDeg: number;
  widthMm: number;
  depthMm: number;
  heightMm: number;
  /** How far the part reaches beyond the usable space, mm, per axis; 0 where it fits. */
  overMm: [number, number, number];
  /** Pieces it would have to be cut into, counted by box. */
  pieces: number;
  /** Of these so many one above the other. */
  storeys: number;
}

/** Extent of an outline turned about the vertical. */
function turnedSides(hull: readonly [number, number][], turnDeg: number): [number, number] {
  const c = Math.cos((turnDeg * Math.PI) / 180),
    s = Math.sin((turnDeg * Math.PI) / 180);
  let x0 = Infinity,
    x1 = -Infinity,
    y0 = Infinity,
    y1 = -Infinity;
  for (const [x, y] of hull) {
    const u = c * x - s * y,
      v = s * x + c * y;
    x0 = Math.min(x0, u);
    x1 = Math.max(x1, u);
    y0 = Math.min(y0, v);
    y1 = Math.max(y1, v);
  }
  return [x1 - x0, y1 - y0];
}

/** Usable build space: the bed less its margins; height less the support lift of resin. */
export function usableMm(printer: PrintProfile): [number, number, number] {
  const [x, y, z] = printer.bedMm;
  const lift = printer.process === "resin" ? printer.supportLiftMm : 0;
  return [x - 2 * printer.marginMm, y - 2 * printer.marginMm, z - lift];
}

/** Tries turns of five degrees and keeps the one that reaches least beyond the plate. */
export function fitOn(stance: Stance, printer: PrintProfile): Fit {
  const usable = usableMm(printer);
  let best: Fit | undefined;
  for (let turnDeg = 0; turnDeg < 180; turnDeg += 5) {
    const sides: [number, number, number] = [...turnedSides(stance.hull, turnDeg), stance.heightMm];
    const overMm = sides.map((side, i) => Math.max(0, side - usable[i] - 1e-3)) as Fit["overMm"];
    const over = overMm[0] + overMm[1] + overMm[2];
    const cuts = sides.map((side, i) => Math.max(1, Math.ceil(side / usable[i] - 1e-6)));
    const pieces = cuts[0] * cuts[1] * cuts[2];
    const bestOver = best ? best.overMm[0] + best.overMm[1] + best.overMm[2] : Infinity;
    if (!best || pieces < best.pieces || (pieces === best.pieces && over < bestOver - 1e-6))
      best = { fits: over === 0, turnDeg, widthMm: sides[0], depthMm: sides[1], heightMm: sides[2], overMm, pieces, storeys: cuts[2] };
  }
  return best!;
}

/** Copies that fit one plate in a plain grid, in the turn that packs most; 0 when the part does not fit. */
export function copiesPerPlate(stance: Stance, printer: PrintProfile): number {
  const fit = fitOn(stance, printer);
  if (!fit.fits) return 0;
  const [ux, uy] = usableMm(printer);
  const gap = SPACING_MM[printer.process];
  let most = 1;
  for (let turnDeg = 0; turnDeg < 180; turnDeg += 5) {
    const [w, d] = turnedSides(stance.hull, turnDeg);
    // A turn that brings an edge to the plate's own leaves a dust of the cosine.
    const along = (room: number, side: number): number => Math.floor((room + gap) / (side + gap) + 1e-9);
    most = Math.max(most, along(ux, w) * along(uy, d));
  }
  return most;
}
