/** Does a part fit a printer, how is it turned on the plate, how many copies fit, how many pieces if it does not. */
import type { Stance } from "../lay";
import { SPACING_MM, type PrintProfile } from "./printers";

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
