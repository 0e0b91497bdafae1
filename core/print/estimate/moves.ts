/**
 * Time of moves under constant acceleration. Elementary mechanics; exact. One planner serves the estimate and the files of moves alike.
 */

/**
 * A straight move: a trapezoid of speed, or a triangle when it is short.
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

/**
 * Speed at which a corner is taken, mm/s. The change of velocity is held to what it is at a right angle taken at `cornerMmS`, as firmware
 * with a limit of sudden change does it: 2 v sin(θ/2) = √2 corner.
 * @param cosTurn cosine of the angle between the two directions: 1 straight on, −1 back
 */
export function cornerSpeed(cosTurn: number, cornerMmS: number): number {
  const sinHalf = Math.sqrt(Math.max(0, (1 - cosTurn) / 2));
  return sinHalf < 1e-9 ? Infinity : (cornerMmS * Math.SQRT1_2) / sinHalf;
}

/**
 * Time of a chain of straight moves with one wanted speed, from rest to rest, s: each corner at its own speed, and no faster than the way
 * before and after it allows. Two passes, linear.
 * @param lengths mm, @param corners speed allowed at the end of each move, mm/s; the last one is not read
 */
export function chainTimeS(lengths: Float64Array, corners: Float64Array, count: number, speed: number, acceleration: number): number {
  if (count === 0) return 0;
  const at = new Float64Array(count + 1);
  for (let i = 1; i < count; i++)
    at[i] = Math.min(corners[i - 1], speed, Math.sqrt(at[i - 1] * at[i - 1] + 2 * acceleration * lengths[i - 1]));
  let sum = 0;
  for (let i = count - 1; i >= 0; i--) {
    at[i] = Math.min(at[i], Math.sqrt(at[i + 1] * at[i + 1] + 2 * acceleration * lengths[i]));
    sum += moveTimeS(lengths[i], speed, acceleration, at[i], at[i + 1]);
  }
  return sum;
}
