/**
 * Does it stay on its feet? Mass and centre of mass of a piece from its walls, its infill and its paint, and how far it can be tilted before
 * its centre is over the edge of its feet.
 */
import type { Balance } from "../mesh";
import type { Material } from "./glues";
import { tipDeg } from "./hold";

/** From memory. Foam is that of insulating boards. */
export const DENSITY_G_CM3: Readonly<Record<Material, number>> = {
  "filament print": 1.24,
  "resin print": 1.18,
  foam: 0.035,
  card: 0.7,
  wood: 0.6,
  metal: 7.8,
  "plastic sheet": 1.05,
  "clear sheet": 1.2,
};
/** Of dry paint, g/cm³. Common practice, no source. */
const PAINT_G_CM3 = 1.3;

/** It stands a slope, and it stands being handled and brushed against. Common practice, no source. */
export const TIP_MARKS = { slopeDeg: 10, handledDeg: 15 } as const;

export interface Built {
  /** Of what it is made, g/cm³. */
  gCm3: number;
  /** Thickness of its walls, mm, and the share of the inside that is filled; solid where it has no walls. */
  wallMm: number | null;
  infill: number;
  /** Film of paint on its faces, mm. */
  filmMm: number;
}

export interface Standing {
  massG: number;
  /** In the size of the file's own places, at the printed size. */
  centre: [number, number, number];
  /** Of the centre over what it stands on, mm. */
  heightMm: number;
  /** From under the centre to the nearest edge of the feet, mm; 0 where it lies beside them. */
  edgeMm: number;
  tipDeg: number;
}

/** @param factor model size ÷ file size, by which everything of the balance grows */
export function standingOf(balance: Balance, factor: number, { gCm3, wallMm, infill, filmMm }: Built): Standing {
  const solidMm3 = balance.solidMm3 * factor ** 3,
    shellMm2 = balance.shellMm2 * factor ** 2;
  const wallsMm3 = wallMm === null ? 0 : Math.min(solidMm3, shellMm2 * wallMm);
  const insideMm3 = wallMm === null ? solidMm3 : (solidMm3 - wallsMm3) * infill;
  const onFacesG = (wallsMm3 * gCm3 + shellMm2 * filmMm * PAINT_G_CM3) / 1000,
    insideG = (insideMm3 * gCm3) / 1000;
  const massG = onFacesG + insideG;
  const centre = [0, 1, 2].map((k) =>
    massG > 0 ? ((balance.shell[k] * onFacesG + balance.solid[k] * insideG) / massG) * factor : balance.solid[k] * factor,
  ) as [number, number, number];
  const heightMm = centre[2] - balance.lowMm * factor;
  const edgeMm = Math.max(
    0,
    insideBy(
      balance.feet.map((v) => v * factor),
      centre[0],
      centre[1],
    ),
  );
  return { massG, centre, heightMm, edgeMm, tipDeg: tipDeg({ centreMm: heightMm, edgeMm }) };
}

/** How far inside a convex outline a point lies, to its nearest edge; less than nothing outside. @param ring x and y in turn */
export function insideBy(ring: readonly number[], x: number, y: number): number {
  const n = ring.length / 2;
  if (n < 3) return 0;
  let turn = 0;
  for (let i = 0; i < n; i++) {
    const j = (i + 1) % n;
    turn += ring[2 * i] * ring[2 * j + 1] - ring[2 * j] * ring[2 * i + 1];
  }
  let least = Infinity;
  for (let i = 0; i < n; i++) {
    const j = (i + 1) % n;
    const [ux, uy] = [ring[2 * j] - ring[2 * i], ring[2 * j + 1] - ring[2 * i + 1]];
    const length = Math.hypot(ux, uy);
    if (length < 1e-12) continue;
    const left = (ux * (y - ring[2 * i + 1]) - uy * (x - ring[2 * i])) / length;
    least = Math.min(least, Math.sign(turn) * left);
  }
  return Number.isFinite(least) ? least : 0;
}

/** A weight under its foot that lets it be tilted so far, g; 0 where it can be. The weight lies flat, its middle under the centre. */
export const weightFor = ({ massG, heightMm, edgeMm }: Pick<Standing, "massG" | "heightMm" | "edgeMm">, deg: number): number => {
  const wanted = edgeMm / Math.tan((deg * Math.PI) / 180);
  return wanted >= heightMm ? 0 : wanted > 0 ? massG * (heightMm / wanted - 1) : Infinity;
};
/** How far its feet must reach from under its centre, all round, mm, for the same. */
export const footFor = ({ heightMm }: Pick<Standing, "heightMm">, deg: number): number => heightMm * Math.tan((deg * Math.PI) / 180);
