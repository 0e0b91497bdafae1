/**
 * Time of a straight move under constant acceleration (a trapezoid of speed, or a triangle when the move is short).
 * Elementary mechanics; exact.
 */

/**
 * @param distanceMm length of the move
 * @param speed wanted speed, mm/s
 * @param acceleration mm/s²
 * @param v0 speed at the start, @param v1 at the end, mm/s, both at most `speed`
 * @returns seconds
 */
export function moveTimeS(distanceMm: number, speed: number, acceleration: number, v0 = 0, v1 = 0): number {
  if (distanceMm <= 0) return 0;
  const peak = Math.min(speed, Math.sqrt((2 * acceleration * distanceMm + v0 * v0 + v1 * v1) / 2));
  const ramps = (2 * peak * peak - v0 * v0 - v1 * v1) / (2 * acceleration);
  return (peak - v0) / acceleration + (peak - v1) / acceleration + Math.max(0, distanceMm - ramps) / peak;
}

/** Seconds for `totalMm` of line laid in straight stretches of `stretchMm`, corners taken at `corner` mm/s. */
export function pathTimeS(totalMm: number, stretchMm: number, speed: number, acceleration: number, corner: number): number {
  if (totalMm <= 0) return 0;
  const stretch = Math.min(totalMm, Math.max(0.2, stretchMm));
  const at = Math.min(corner, speed);
  return (totalMm / stretch) * moveTimeS(stretch, speed, acceleration, at, at);
}
