/**
 * The camera: what it takes in, what is sharp, and where it stands by a photograph of a sheet of paper. Thin lens, pinhole geometry. And how
 * far one sees over a board past what stands on it.
 */
import { isInside, type Ring } from "../lay";
import { fromSquare } from "../scale";
import type { CameraSaid } from "./said";

export interface Frame {
  /** What is taken in at the distance, mm. */
  wideMm: number;
  highMm: number;
  /** Sharp from here to there, mm; Infinity beyond the hyperfocal distance. */
  nearMm: number;
  farMm: number;
  hyperfocalMm: number;
}

/** A spot that still looks like a point, on a sensor of that diagonal, mm: its 1,442nd part (0.03 of 36 × 24). Common practice, no source. */
const SPOT_OF = 0.03 / Math.hypot(36, 24);

/** What a lens focused at a distance takes in: s·(d − f)/f; depth of field by the hyperfocal distance f²/(N·c) + f. */
export function frameOf({
  focalMm: f,
  sensorMm: [w, h],
  stop,
  distanceMm: d,
}: Pick<CameraSaid, "focalMm" | "sensorMm" | "stop" | "distanceMm">): Frame {
  const times = Math.max(0, d - f) / f;
  const spot = SPOT_OF * Math.hypot(w, h);
  const H = (f * f) / (stop * spot) + f;
  return {
    wideMm: w * times,
    highMm: h * times,
    nearMm: (d * (H - f)) / (H + d - 2 * f),
    farMm: d >= H ? Infinity : (d * (H - f)) / (H - d),
    hyperfocalMm: H,
  };
}

/** The backdrop that fills the frame behind the middle of the board, mm. */
export const backdropOf = (camera: CameraSaid): { wideMm: number; highMm: number } =>
  frameOf({ ...camera, distanceMm: camera.distanceMm + camera.backdropMm });

/** A place in the picture, px, with y downwards. */
export type Pixel = readonly [number, number];
export interface Pose {
  /** Focal length, px. */
  focalPx: number;
  /** Rows: right, down and ahead of the camera in the sheet's millimetres. */
  rotation: readonly [readonly number[], readonly number[], readonly number[]];
  /** The camera above the sheet, mm: x, y along its sides, z up. */
  eyeMm: [number, number, number];
}

/**
 * Focal length and place of a camera from the four corners of a sheet of known size, the middle of the picture taken as its centre (Zhang 2000:
 * the two sides of the sheet are at right angles and alike in scale).
 * @param corners front left, front right, back right, back left, px
 * @returns null where it cannot be told: a sheet seen from straight above says nothing of the lens
 */
export function poseOf(corners: readonly Pixel[], sheetMm: readonly [number, number], picturePx: readonly [number, number]): Pose | null {
  const [w, d] = sheetMm;
  const h = fromSquare(corners.map(([u, v]) => ({ x: u - picturePx[0] / 2, y: v - picturePx[1] / 2 })));
  if (!h) return null;
  const a = [h[0] / w, h[3] / w, h[6] / w],
    b = [h[1] / d, h[4] / d, h[7] / d],
    t = [h[2], h[5], h[8]];
  // a·b = 0 and a·a = b·b once the first two rows are divided by f.
  const guesses = [
    { over: a[2] * b[2], of: -(a[0] * b[0] + a[1] * b[1]) },
    { over: a[2] * a[2] - b[2] * b[2], of: b[0] * b[0] + b[1] * b[1] - a[0] * a[0] - a[1] * a[1] },
  ];
  // By least squares of both.
  const over = guesses.reduce((sum, g) => sum + g.over * g.over, 0),
    of = guesses.reduce((sum, g) => sum + g.over * g.of, 0);
  const f2 = of / over;
  // How much of perspective there is over the sheet.
  const tilt = Math.hypot(a[2], b[2]) * Math.hypot(w, d);
  if (!(f2 > 0) || !Number.isFinite(f2) || tilt < 0.02) return null;
  const focalPx = Math.sqrt(f2);
  const un = (c: readonly number[]): number[] => [c[0] / focalPx, c[1] / focalPx, c[2]];
  const [ra, rb, rt] = [un(a), un(b), un(t)];
  const size = (Math.hypot(...ra) + Math.hypot(...rb)) / 2;
  // The sheet lies before the camera.
  const sign = rt[2] > 0 ? 1 : -1;
  const r1 = ra.map((v) => (sign * v) / Math.hypot(...ra)),
    r2 = rb.map((v) => (sign * v) / Math.hypot(...rb)),
    tr = rt.map((v) => (sign * v) / size);
  const r3 = [r1[1] * r2[2] - r1[2] * r2[1], r1[2] * r2[0] - r1[0] * r2[2], r1[0] * r2[1] - r1[1] * r2[0]];
  const back = (r: readonly number[]): number => -(r[0] * tr[0] + r[1] * tr[1] + r[2] * tr[2]);
  return {
    focalPx,
    rotation: [
      [r1[0], r2[0], r3[0]],
      [r1[1], r2[1], r3[1]],
      [r1[2], r2[2], r3[2]],
    ],
    eyeMm: [back(r1), back(r2), back(r3)],
  };
}

/** A place over the sheet in the picture, px. The sheet's third axis points down where the picture's y does: heights count upwards. */
export function projected(
  { focalPx, rotation, eyeMm }: Pose,
  picturePx: readonly [number, number],
  [x, y, z]: readonly number[],
): [number, number] {
  const up = eyeMm[2] < 0 ? -z : z;
  const p = [x - eyeMm[0], y - eyeMm[1], up - eyeMm[2]];
  const [cx, cy, cz] = rotation.map((row) => row[0] * p[0] + row[1] * p[1] + row[2] * p[2]);
  return [picturePx[0] / 2 + (focalPx * cx) / cz, picturePx[1] / 2 + (focalPx * cy) / cz];
}

/** Does a straight line between two places over the board run free of all shadows? */
export function seesOver(from: readonly [number, number], to: readonly [number, number], shadows: readonly (readonly Ring[])[]): boolean {
  for (const rings of shadows) {
    if (isInside(rings, ...from) || isInside(rings, ...to)) return false;
    for (const ring of rings)
      for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2)
        if (cuts(from, to, ring[j], ring[j + 1], ring[i], ring[i + 1])) return false;
  }
  return true;
}

function cuts(
  [ax, ay]: readonly [number, number],
  [bx, by]: readonly [number, number],
  cx: number,
  cy: number,
  dx: number,
  dy: number,
): boolean {
  const side = (px: number, py: number, qx: number, qy: number, x: number, y: number): number =>
    (qx - px) * (y - py) - (qy - py) * (x - px);
  return (
    side(ax, ay, bx, by, cx, cy) > 0 !== side(ax, ay, bx, by, dx, dy) > 0 &&
    side(cx, cy, dx, dy, ax, ay) > 0 !== side(cx, cy, dx, dy, bx, by) > 0
  );
}

/** Mean free sight on a board of that area past obstacles with those outlines: π·A/ΣP (Cauchy; sparse boards). */
export const meanSightMm = (areaMm2: number, perimetersMm: readonly number[]): number =>
  (Math.PI * areaMm2) / perimetersMm.reduce((sum, p) => sum + p, 0);
