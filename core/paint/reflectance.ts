/**
 * What a swatch reflects, band by band: the smoothest curve between 0 and 1 that looks like it (Burns 2020, "Numerical methods for smoothest
 * reflectance reconstruction", LHTSS, Newton's method). A handful of steps, each a solve of 44 equations.
 */
import { Matrix, solve } from "ml-matrix";
import { BANDS, XYZ_WEIGHTS } from "./spectrum";
import { linearOf, type Hex, type LinearRgb } from "./colour";

/** Reflectance, 0 to 1, for each band of spectrum.ts. */
export type Curve = Float64Array;

/** XYZ to linear sRGB (IEC 61966-2-1). */
const FROM_XYZ = [
  [3.2409699419045226, -1.537383177570094, -0.4986107602930034],
  [-0.9692436362808796, 1.8759675015077202, 0.04155505740717559],
  [0.05563007969699366, -0.20397695888897652, 1.0569715142428786],
] as const;

/** What each band adds to linear red, green and blue; rows made to sum to 1, so that an even white is white. */
export const RGB_WEIGHTS: readonly (readonly number[])[] = FROM_XYZ.map((row) => {
  const raw = XYZ_WEIGHTS.map(([x, y, z]) => row[0] * x + row[1] * y + row[2] * z);
  const sum = raw.reduce((s, v) => s + v, 0);
  return raw.map((v) => v / sum);
});

/** Linear sRGB to XYZ over that of white (IEC 61966-2-1). */
const OVER_WHITE = [
  [0.4123907992659593 / 0.9504559270516716, 0.357584339383878 / 0.9504559270516716, 0.1804807884018343 / 0.9504559270516716],
  [0.2126390058715102, 0.715168678767756, 0.0721923153607337],
  [0.0193308187155918 / 1.0890577507598784, 0.119194779794626 / 1.0890577507598784, 0.9505321522496607 / 1.0890577507598784],
] as const;

/** What each band adds to X, Y and Z over those of white: three by three. */
export const WHITE_WEIGHTS: Float64Array = Float64Array.from({ length: 3 * BANDS }, (_, k) =>
  OVER_WHITE[k % 3].reduce((sum, m, c) => sum + m * RGB_WEIGHTS[c][Math.floor(k / 3)], 0),
);

/** Nothing is blacker: the method wants something that is reflected. */
const BLACK = 1e-4;
const MOST_STEPS = 60;

/** @returns the linear colour that a curve looks like */
export function colourOf(curve: ArrayLike<number>): LinearRgb {
  const rgb: [number, number, number] = [0, 0, 0];
  for (let c = 0; c < 3; c++) {
    const w = RGB_WEIGHTS[c];
    let sum = 0;
    for (let i = 0; i < BANDS; i++) sum += w[i] * curve[i];
    rgb[c] = sum;
  }
  return rgb;
}

export function curveOf(hex: Hex): Curve {
  const rgb = linearOf(hex);
  const [least, most] = [Math.min(...rgb), Math.max(...rgb)];
  if (most < BLACK) return new Float64Array(BANDS).fill(BLACK);
  if (least > 1 - 1e-9) return new Float64Array(BANDS).fill(1);
  return smoothest(rgb.map((v) => Math.min(1 - BLACK / 10, Math.max(BLACK / 10, v))) as unknown as LinearRgb);
}

function smoothest(rgb: LinearRgb): Curve {
  const n = BANDS;
  const z = new Float64Array(n);
  const lambda = [0, 0, 0];
  for (let step = 0; step < MOST_STEPS; step++) {
    const jacobian = Matrix.zeros(n + 3, n + 3);
    const f = Matrix.zeros(n + 3, 1);
    for (let i = 0; i < n; i++) {
      const t = Math.tanh(z[i]);
      const d1 = (1 - t * t) / 2;
      const pull = RGB_WEIGHTS.reduce((sum, w, c) => sum + w[i] * lambda[c], 0);
      const ends = (i > 0 ? 1 : 0) + (i < n - 1 ? 1 : 0);
      const smooth = 2 * ends * z[i] - 2 * (i > 0 ? z[i - 1] : 0) - 2 * (i < n - 1 ? z[i + 1] : 0);
      f.set(i, 0, smooth + d1 * pull);
      jacobian.set(i, i, 2 * ends - 2 * d1 * t * pull);
      if (i > 0) jacobian.set(i, i - 1, -2);
      if (i < n - 1) jacobian.set(i, i + 1, -2);
      RGB_WEIGHTS.forEach((w, c) => {
        jacobian.set(i, n + c, d1 * w[i]);
        jacobian.set(n + c, i, w[i] * d1);
        f.set(n + c, 0, f.get(n + c, 0) + (w[i] * (t + 1)) / 2);
      });
    }
    rgb.forEach((v, c) => f.set(n + c, 0, f.get(n + c, 0) - v));
    if (maxAbs(f) < 1e-9) break;
    const by = solve(jacobian, f);
    for (let i = 0; i < n; i++) z[i] -= by.get(i, 0);
    for (let c = 0; c < 3; c++) lambda[c] -= by.get(n + c, 0);
  }
  return z.map((v) => (Math.tanh(v) + 1) / 2);
}

const maxAbs = (m: Matrix): number => m.to1DArray().reduce((most, v) => Math.max(most, Math.abs(v)), 0);
