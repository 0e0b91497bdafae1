/** A value for each facet of a mesh, in the order of its facets: what a drawing or a turntable can show on it. Linear. */
import { facetsOf } from "../analyse/normals";
import type { Mesh } from "../mesh";
import { turnRows, type Turn } from "../turn";

export interface MeshField {
  unit: string;
  /** One for each facet; NaN where there is none. */
  values: Float32Array;
}

/** Least and greatest of the values that are there; null where there are none. */
export function rangeOf({ values }: MeshField): [low: number, high: number] | null {
  let low = Infinity,
    high = -Infinity;
  for (const v of values) {
    if (v < low) low = v;
    if (v > high) high = v;
  }
  return low <= high ? [low, high] : null;
}

/** A face that leans over by less than the rounding of its corners stands upright. */
const UPRIGHT = 1e-4;

/**
 * Degrees from level, 0 to 90, of each facet of the part as it is turned; what looks down is negative. None for facets without area.
 */
export function slopeField(mesh: Mesh, turn: Turn): MeshField {
  const { normals, areasMm2 } = facetsOf(mesh);
  const [x, y, z] = turnRows(turn)[2];
  const values = new Float32Array(areasMm2.length).fill(NaN);
  for (let t = 0; t < values.length; t++) {
    if (areasMm2[t] === 0) continue;
    const up = Math.min(1, Math.max(-1, normals[t * 3] * x + normals[t * 3 + 1] * y + normals[t * 3 + 2] * z));
    const deg = (Math.acos(Math.abs(up)) * 180) / Math.PI;
    values[t] = up < -UPRIGHT ? -deg : deg;
  }
  return { unit: "°", values };
}
