/**
 * What a film looks like over what lies below it (Kubelka 1948): R = (1 − Rg(a − b·coth bSX)) / (a − Rg + b·coth bSX), a = 1 + K/S,
 * b = √(a² − 1). And ground that is covered in part: the shares of its area, in linear light (Murray & Davies 1936).
 */
import { BANDS } from "./spectrum";
import type { Absorption } from "./mix";
import type { Curve } from "./reflectance";

/**
 * @param ground reflectance below
 * @param k absorption of the film, s its scattering, x its thickness, in any units that go together
 */
export function overGround(ground: number, k: number, s: number, x: number): number {
  const a = 1 + k / s;
  const b = Math.sqrt(a * a - 1);
  // What absorbs nothing scatters alone.
  const cot = b * s * x < 1e-9 ? 1 / (s * x) : b / Math.tanh(b * s * x);
  return (1 - ground * (a - cot)) / (a - ground + cot);
}

/**
 * A film over a ground, band by band.
 * @param sx how much it scatters: 3 hides, a tenth stains
 * @param share of the ground that it lies on, 0 to 1
 */
export function filmOver(ground: Curve, film: Absorption, sx: number, share: number): Curve {
  const out = new Float64Array(BANDS);
  for (let i = 0; i < BANDS; i++) out[i] = (1 - share) * ground[i] + share * overGround(ground[i], film[i] * sx, sx, 1);
  return out;
}
