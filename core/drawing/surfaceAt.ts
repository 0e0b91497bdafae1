/** Which surface is seen at a place of a view. */
import { polygonContains } from "d3";
import type { HatchArea } from "./hatch";
import type { ViewName } from "./views";

const pairs = (ring: readonly number[]): [number, number][] =>
  Array.from({ length: ring.length / 2 }, (_, i) => [ring[2 * i], ring[2 * i + 1]]);

/** @param at mm from the view's lower left @returns the number of the surface; null beside the part, and on what is too small to be outlined */
export function surfaceAt(areas: readonly HatchArea[], view: ViewName, at: readonly [x: number, y: number]): number | null {
  // Inner rings are holes: a place within an even number of rings is outside.
  const inside = ({ rings }: HatchArea): boolean => rings.filter((ring) => polygonContains(pairs(ring), [at[0], at[1]])).length % 2 === 1;
  return areas.find((a) => a.view === view && inside(a))?.surface ?? null;
}
