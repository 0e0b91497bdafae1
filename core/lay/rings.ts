/** Closed lines on a plane: their box, their area, where they lie when turned and moved, and the region they enclose. */
import type { CrossSection } from "manifold-3d";
import { contoursOf, scoped, type Solids } from "../slice";

/** A closed line of an outline: x and y in turn, mm. Outer lines run counter-clockwise, holes clockwise. */
export type Ring = number[];

/** Where something lies: the middle of its outline's box, and its turn about the vertical. */
export interface Lying {
  xMm: number;
  yMm: number;
  /** Counter-clockwise from above, degrees. */
  turnDeg: number;
}

/** Signed area of a ring, mm²: positive counter-clockwise. */
export function ringArea(ring: Ring): number {
  let twice = 0;
  for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2) twice += ring[j] * ring[i + 1] - ring[i] * ring[j + 1];
  return twice / 2;
}

/** Length of a ring, mm. */
export function perimeterOf(ring: Ring): number {
  let sum = 0;
  for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2) sum += Math.hypot(ring[i] - ring[j], ring[i + 1] - ring[j + 1]);
  return sum;
}

export interface Box2 {
  x0: number;
  x1: number;
  y0: number;
  y1: number;
}

export function boxOfRings(rings: readonly Ring[]): Box2 {
  const box = { x0: Infinity, x1: -Infinity, y0: Infinity, y1: -Infinity };
  for (const ring of rings)
    for (let i = 0; i < ring.length; i += 2) {
      box.x0 = Math.min(box.x0, ring[i]);
      box.x1 = Math.max(box.x1, ring[i]);
      box.y0 = Math.min(box.y0, ring[i + 1]);
      box.y1 = Math.max(box.y1, ring[i + 1]);
    }
  return box;
}

/** Rings turned about their origin and laid where a piece is, mm from the front left corner of what it lies on. */
export function ringsAt({ rings }: { rings: readonly Ring[] }, at: Lying): Ring[] {
  const c = Math.cos((at.turnDeg * Math.PI) / 180),
    s = Math.sin((at.turnDeg * Math.PI) / 180);
  return rings.map((ring) => {
    const out = new Array<number>(ring.length);
    for (let i = 0; i < ring.length; i += 2) {
      out[i] = at.xMm + c * ring[i] - s * ring[i + 1];
      out[i + 1] = at.yMm + s * ring[i] + c * ring[i + 1];
    }
    return out;
  });
}

/** Corners of a gap round a piece, as parts of a circle. */
const ROUND = 12;

/** Rings with a gap of so much around them. */
export function widenedRings(solids: Solids, rings: readonly Ring[], byMm: number): Ring[] {
  if (byMm <= 0) return [...rings];
  return scoped((keep) =>
    keep(keep(regionOf(solids, rings)).offset(byMm, "Round", 2, ROUND))
      .toPolygons()
      .map((p) => p.flat()),
  );
}
/** What rings enclose; whoever asks deletes it. */
export const regionOf = (solids: Solids, rings: readonly Ring[]): CrossSection => new solids.CrossSection(rings.map(pairs), "Positive");
const pairs = (ring: Ring): [number, number][] => Array.from({ length: ring.length / 2 }, (_, i) => [ring[i * 2], ring[i * 2 + 1]]);

/** The lines of a region. */
export function ringsOf(region: CrossSection): Ring[] {
  const { points, ends } = contoursOf(region);
  const rings: Ring[] = [];
  let begin = 0;
  for (const end of ends) {
    rings.push([...points.subarray(begin * 2, end * 2)]);
    begin = end;
  }
  return rings;
}
