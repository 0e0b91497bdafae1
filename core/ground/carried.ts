/** A board as it is carried: what it weighs with its ground and what stands on it, how far it bends, by how many people. */
import { boxOfRings, ringArea, type Ring } from "../lay";
import { bareG, peopleFor, sagOn, stiffnessOf, SUPPORTS, supportsAt, type BoardLayer, type Load, type SupportName } from "./boards";

interface Spread {
  value: number;
  low: number;
  high: number;
}

export interface Carried {
  massG: number;
  /** Of the bare board, of its ground, and of what stands on it. */
  ofG: { board: number; ground: number; load: number };
  lengthMm: number;
  widthMm: number;
  eI: Spread;
  sagMm: Record<SupportName, Spread>;
  people: 1 | 2;
  loads: Load[];
}

export interface ToCarry {
  outlineMm: Ring;
  layers: readonly BoardLayer[];
  /** Dry ground, and what stands there, along the longer side, mm from where it begins. */
  ground: readonly Load[];
  load: readonly Load[];
}

/** The longer side of an outline: along x or along y, where it begins, and how long and wide it is. */
export function lengthwise(outlineMm: Ring): { along: 0 | 1; fromMm: number; lengthMm: number; widthMm: number } {
  const { x0, x1, y0, y1 } = boxOfRings([outlineMm]);
  return x1 - x0 >= y1 - y0
    ? { along: 0, fromMm: x0, lengthMm: x1 - x0, widthMm: y1 - y0 }
    : { along: 1, fromMm: y0, lengthMm: y1 - y0, widthMm: x1 - x0 };
}

const sumG = (loads: readonly Load[]): number => loads.reduce((sum, l) => sum + l.g, 0);

/** Sums for a board; a beam of the width that its area has over its length. */
export function carried({ outlineMm, layers, ground, load }: ToCarry): Carried {
  const { lengthMm, widthMm } = lengthwise(outlineMm);
  const area = Math.abs(ringArea(outlineMm));
  const board = bareG(layers, area);
  const loads: Load[] = [{ fromMm: 0, toMm: lengthMm, g: board }, ...ground, ...load];
  const eI = stiffnessOf(layers, lengthMm > 0 ? area / lengthMm : 0);
  const sag = (at: readonly [number, number]): Spread => {
    const value = sagOn(lengthMm, eI.value, loads, at).mm;
    // A stiffer board bends less, in proportion.
    return { value, low: (value * eI.value) / eI.high, high: (value * eI.value) / eI.low };
  };
  const massG = sumG(loads);
  return {
    massG,
    ofG: { board, ground: sumG(ground), load: sumG(load) },
    lengthMm,
    widthMm,
    eI,
    sagMm: {
      ends: sag(supportsAt(lengthMm, SUPPORTS.ends)),
      quarter: sag(supportsAt(lengthMm, SUPPORTS.quarter)),
      bessel: sag(supportsAt(lengthMm, SUPPORTS.bessel)),
    },
    people: peopleFor(massG, Math.max(lengthMm, widthMm)),
    loads,
  };
}
