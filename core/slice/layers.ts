/**
 * Layer counts. A plain ceil is wrong by one for many exact multiples (0.54 / 0.06 gives 10), since neither number
 * is exact in binary; a millionth of a layer is allowed as rounding.
 */
const SLACK = 1e-6;

/**
 * Number of layers of `layerMm` for a height; at least 1.
 * @param roundingMm by how much the height may be off because its ends are stored in single precision; see roundingMm
 */
export function layerCount(heightMm: number, layerMm: number, roundingMm = 0): number {
  if (!(layerMm > 0)) throw new RangeError(`layerCount: layer height must be positive, got ${layerMm}`);
  return Math.max(1, Math.ceil(heightMm / layerMm - SLACK - roundingMm / layerMm));
}

/** How much a height between these two ends may be off: two half steps of single precision at the farther one, and one of a scaling. */
export const roundingMm = (bottomMm: number, topMm: number): number => 2 * 2 ** -24 * Math.max(Math.abs(bottomMm), Math.abs(topMm));

/** Heights at which layers are cut, at the middle of each; the last layer may be thinner than the others. */
export function layerMiddles(bottomMm: number, heightMm: number, layerMm: number, rounding = 0): Float64Array {
  const n = layerCount(heightMm, layerMm, rounding);
  const out = new Float64Array(n);
  for (let k = 0; k < n; k++) {
    const low = k * layerMm;
    out[k] = bottomMm + (low + Math.min(heightMm, low + layerMm)) / 2;
  }
  return out;
}
