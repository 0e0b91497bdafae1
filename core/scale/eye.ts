/**
 * What the eye resolves. One minute of arc at distance d covers d × tan(1/60°): decimal acuity 1.0 is a gap of one
 * minute in the Landolt ring, ISO 8596:2017. A grating needs its pitch (a line pair) at two minutes.
 */
const ARCMIN_RAD = Math.PI / 180 / 60;

/** Viewing distances the trade speaks of. Common practice, no source. */
export const VIEWING_DISTANCES = [
  { id: "hand", label: "in the hand", mm: 250 },
  { id: "shelf", label: "on a shelf", mm: 600 },
  { id: "table", label: "across a table", mm: 1000 },
] as const;

/** Length that covers one minute of arc at this distance, mm. */
export function arcMinuteMm(distanceMm: number): number {
  return distanceMm * Math.tan(ARCMIN_RAD);
}

/** Angle that a small length covers at this distance, in minutes of arc. */
export function arcMinutes(lengthMm: number, distanceMm: number): number {
  return Math.atan(lengthMm / distanceMm) / ARCMIN_RAD;
}
