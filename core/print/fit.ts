/** Does a part fit a printer, how is it turned on the plate, how many copies fit, how many pieces if it does not. */
import { polygonHull } from "d3";
import { turnUp, type Mesh, type Up } from "../mesh";
import type { Printer } from "./printers";

/** Outline on the plate and height, mm, with one side up. */
export interface Stance {
  up: Up;
  hull: [number, number][];
  heightMm: number;
}

/** The convex outline on the plate when `up` points up. O(n log n) in vertices, thinned to a grid first. */
export function stanceOf(mesh: Mesh, up: Up): Stance {
  const turned = turnUp(mesh, up).positions;
  // Keep only the outermost points in 180 directions: the hull lies among them.
  let low = Infinity,
    high = -Infinity;
  const directions = 180;
  const best = new Float64Array(directions).fill(-Infinity);
  const at = new Uint32Array(directions);
  const cos = Float64Array.from({ length: directions }, (_, i) => Math.cos((2 * Math.PI * i) / directions));
  const sin = Float64Array.from({ length: directions }, (_, i) => Math.sin((2 * Math.PI * i) / directions));
  const step = Math.max(1, Math.floor(turned.length / 3 / 400000));
  for (let i = 0; i < turned.length; i += 3) {
    const z = turned[i + 2];
    if (z < low) low = z;
    if (z > high) high = z;
    if ((i / 3) % step !== 0) continue;
    const x = turned[i],
      y = turned[i + 1];
    for (let d = 0; d < directions; d++) {
      const reach = x * cos[d] + y * sin[d];
      if (reach > best[d]) {
        best[d] = reach;
        at[d] = i;
      }
    }
  }
  const points = [...new Set(at)].map((i): [number, number] => [turned[i], turned[i + 1]]);
  return { up, hull: polygonHull(points) ?? points, heightMm: high - low };
}

/** The stance of a box, for typed sizes. */
export function boxStance(size: readonly [number, number, number]): Stance {
  const [x, y, z] = size;
  return {
    up: "+z",
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
}

/** Usable build space: the bed less its margins; height less the support lift of resin. */
export function usableMm(printer: Printer): [number, number, number] {
  const [x, y, z] = printer.bedMm;
  const lift = printer.process === "resin" ? printer.supportLiftMm : 0;
  return [x - 2 * printer.marginMm, y - 2 * printer.marginMm, z - lift];
}

/** Tries turns of five degrees and keeps the one that reaches least beyond the plate. */
export function fitOn(stance: Stance, printer: Printer): Fit {
  const usable = usableMm(printer);
  let best: Fit | undefined;
  for (let turnDeg = 0; turnDeg < 180; turnDeg += 5) {
    const c = Math.cos((turnDeg * Math.PI) / 180),
      s = Math.sin((turnDeg * Math.PI) / 180);
    let x0 = Infinity,
      x1 = -Infinity,
      y0 = Infinity,
      y1 = -Infinity;
    for (const [x, y] of stance.hull) {
      const u = c * x - s * y,
        v = s * x + c * y;
      x0 = Math.min(x0, u);
      x1 = Math.max(x1, u);
      y0 = Math.min(y0, v);
      y1 = Math.max(y1, v);
    }
    const sides: [number, number, number] = [x1 - x0, y1 - y0, stance.heightMm];
    const overMm = sides.map((side, i) => Math.max(0, side - usable[i] - 1e-3)) as Fit["overMm"];
    const over = overMm[0] + overMm[1] + overMm[2];
    const pieces = sides.reduce((n, side, i) => n * Math.max(1, Math.ceil(side / usable[i] - 1e-6)), 1);
    const bestOver = best ? best.overMm[0] + best.overMm[1] + best.overMm[2] : Infinity;
    if (!best || pieces < best.pieces || (pieces === best.pieces && over < bestOver - 1e-6))
      best = { fits: over === 0, turnDeg, widthMm: sides[0], depthMm: sides[1], heightMm: sides[2], overMm, pieces };
  }
  return best!;
}

/** Gap between neighbours on a plate, mm. Common practice, no source. */
const SPACING_MM: Record<Printer["process"], number> = { fdm: 4, resin: 3 };

/** Copies that fit one plate in a plain grid; 0 when the part does not fit. */
export function copiesPerPlate(fit: Fit, printer: Printer): number {
  if (!fit.fits) return 0;
  const [ux, uy] = usableMm(printer);
  const gap = SPACING_MM[printer.process];
  const grid = (w: number, d: number): number => Math.floor((ux + gap) / (w + gap)) * Math.floor((uy + gap) / (d + gap));
  return Math.max(1, grid(fit.widthMm, fit.depthMm), grid(fit.depthMm, fit.widthMm));
}
