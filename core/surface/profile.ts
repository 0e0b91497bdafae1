/**
 * Surface profiles for the raking strip and the core sample: heights over a length, in mm.
 * A coat of wet thickness d on a profile p levels towards mean(p) + d; as it dries the film keeps its share of solids.
 */
import { levellingShare } from "./fill";

/** A saw-tooth of this step and pitch, `count` samples over `widthMm`. */
export function sawTooth(stepMm: number, pitchMm: number, widthMm: number, count: number): Float64Array {
  const out = new Float64Array(count);
  if (pitchMm <= 0) return out;
  for (let i = 0; i < count; i++) {
    const phase = (((i / (count - 1)) * widthMm) / pitchMm) % 1;
    out[i] = stepMm * (phase > 0.985 ? (1 - phase) / 0.015 : phase / 0.985);
  }
  return out;
}

/** Round beads of this height and pitch, as a wall of filament or a level top has: circles that meet in valleys. */
export function beads(heightMm: number, pitchMm: number, widthMm: number, count: number): Float64Array {
  const out = new Float64Array(count);
  if (pitchMm <= 0) return out;
  for (let i = 0; i < count; i++) {
    const x = ((((i / (count - 1)) * widthMm) / pitchMm) % 1) * 2 - 1;
    out[i] = heightMm * Math.sqrt(Math.max(0, 1 - x * x));
  }
  return out;
}

/** The dry surface after a coat of dry thickness `filmMm` with these volume solids, over `below`. */
export function coatOver(below: Float64Array, filmMm: number, solids: number, pitchMm: number): Float64Array {
  // Tape, alcohol, wet sanding: laid on, and nothing stays.
  if (filmMm === 0 || solids === 0) return below.slice();
  let mean = 0;
  for (const v of below) mean += v;
  mean /= below.length;
  const wet = filmMm / solids;
  const share = levellingShare(pitchMm, wet);
  return below.map((v) => {
    const level = Math.max(v + filmMm * 0.15, mean + wet);
    const conform = v + wet;
    return v + (level * share + conform * (1 - share) - v) * solids;
  });
}

/** The surface after sanding until `leavesMm` from ridge to valley are left: ridges are cut, valleys stay. */
export function sandDown(surface: Float64Array, leavesMm: number): Float64Array {
  const low = Math.min(...surface);
  return surface.map((v) => Math.min(v, low + leavesMm));
}
