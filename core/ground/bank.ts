/**
 * A plinth with sloping banks round it. Of a convex outline by Steiner's formula; of any other the widened outlines are added up (Simpson's
 * rule over the height; the area of an outline widened by r comes from the solids library, corners rounded).
 */
import { polygonHull } from "d3";
import { scoped, type Solids } from "../slice";
import { boxOfRings, counterClockwise, perimeterOf, regionOf, ringArea, type Ring } from "../lay";

export interface Bank {
  volumeMl: number;
  /** Box of its foot, mm. */
  footMm: [number, number];
  how: "steiner" | "summed";
}

/** How far a bank reaches out, mm. */
const reachOf = (heightMm: number, slopeDeg: number): number => heightMm / Math.tan((slopeDeg * Math.PI) / 180);

/** Is the outline its own hull? */
function isConvex(ring: Ring): boolean {
  const points = Array.from({ length: ring.length / 2 }, (_, i): [number, number] => [ring[2 * i], ring[2 * i + 1]]);
  const hull = polygonHull(points);
  return hull !== null && Math.abs(Math.abs(ringArea(hull.flat())) - Math.abs(ringArea(ring))) < 1e-6 * Math.abs(ringArea(ring));
}

/** Slices of the height: even, for Simpson's rule. */
const SLICES = 16;
/** Corners of a full round. */
const ROUND = 96;

/** @param ring outline of the top, x and y in turn, either way round */
export function bankOf(solids: Solids, ring: Ring, heightMm: number, slopeDeg: number): Bank {
  const area = Math.abs(ringArea(ring));
  const reach = slopeDeg >= 90 ? 0 : reachOf(heightMm, slopeDeg);
  const { x0, x1, y0, y1 } = boxOfRings([ring]);
  const footMm: [number, number] = [x1 - x0 + 2 * reach, y1 - y0 + 2 * reach];
  if (isConvex(ring)) {
    // A(r) = A + P·r + π·r² (Steiner 1840), r from 0 at the top to the reach at the foot.
    const mm3 = heightMm * (area + (perimeterOf(ring) * reach) / 2 + (Math.PI * reach * reach) / 3);
    return { volumeMl: mm3 / 1000, footMm, how: "steiner" };
  }
  const mm3 = scoped((keep) => {
    const top = keep(regionOf(solids, [counterClockwise(ring)]));
    const at = (k: number): number => (k === 0 ? top.area() : keep(top.offset((reach * k) / SLICES, "Round", 2, ROUND)).area());
    let sum = 0;
    for (let k = 0; k <= SLICES; k++) sum += at(k) * (k === 0 || k === SLICES ? 1 : k % 2 ? 4 : 2);
    return (sum / 3 / SLICES) * heightMm;
  });
  return { volumeMl: mm3 / 1000, footMm, how: "summed" };
}
