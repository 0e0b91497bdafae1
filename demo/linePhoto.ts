/** Photographs of layer lines, rendered with the truth known, and spoiled the way phones spoil them. */
import { seededRandom } from "../core/units/random";
import type { GrayPhoto, MeterMarks, Pixel } from "../core/surface";

export interface Rendered {
  photo: GrayPhoto;
  marks: MeterMarks;
  /** The amplitude of the lines in the clean picture, as a share of the mean. */
  strength: number;
}

export interface Spoiled {
  /** Standard deviation of the noise, as a share of full light. */
  noise?: number;
  /** Of the blur, px. */
  blurPx?: number;
  /** One side lies further away by this share. */
  tilt?: number;
  /** How much darker the far end is than the near one, as a share. */
  falloff?: number;
  /** Which way the lines run, degrees from level. */
  runsDeg?: number;
  /** Waves over so many layers, by this share of the lines' strength. */
  banding?: { layers: number; share: number };
  seed?: number;
  /** How high the lamp stands over the surface, degrees. */
  lampDeg?: number;
  /** Brightness over one period instead of a wave's, as a share of a level face's. */
  lit?: Float64Array;
}

const PX_PER_MM = 24;
const SIDE_MM: [number, number] = [24, 20];
/** The lamp stands so high over the surface, degrees. */
const LAMP_DEG = 15;

/**
 * A flat face with ridges of this height and pitch, shaded by the cosine under a low lamp across the lines, with a black and white ruler
 * below it.
 */
export function renderLines(heightMm: number, pitchMm: number, spoil: Spoiled = {}): Rendered {
  const width = Math.round(SIDE_MM[0] * PX_PER_MM) + 80,
    height = Math.round(SIDE_MM[1] * PX_PER_MM) + 140;
  const run = ((spoil.runsDeg ?? 0) * Math.PI) / 180;
  const [ax, ay] = [-Math.sin(run), Math.cos(run)];
  const lamp = ((spoil.lampDeg ?? LAMP_DEG) * Math.PI) / 180;
  const slope = (Math.PI * heightMm) / pitchMm;
  const shade = (xMm: number, yMm: number): number => {
    const along = xMm * ax + yMm * ay;
    if (spoil.lit) {
      const phase = along / pitchMm - Math.floor(along / pitchMm);
      return spoil.lit[Math.min(spoil.lit.length - 1, Math.floor(phase * spoil.lit.length))];
    }
    let s = slope * Math.cos((2 * Math.PI * along) / pitchMm);
    if (spoil.banding) s += slope * spoil.banding.share * Math.cos((2 * Math.PI * along) / (pitchMm * spoil.banding.layers));
    // Normal (−s along the lines' way, 1), lamp from the upper end of that way.
    return Math.max(0, (Math.sin(lamp) + s * Math.cos(lamp)) / Math.hypot(1, s)) / Math.sin(lamp);
  };
  const tilt = spoil.tilt ?? 0;
  const gray = new Float32Array(width * height).fill(0.15);
  const corner = (u: number, v: number): Pixel => {
    // The right side lies further away: it is shorter, and nearer to the left.
    const far = 1 - tilt * u;
    return { x: 40 + SIDE_MM[0] * PX_PER_MM * u, y: 40 + SIDE_MM[1] * PX_PER_MM * (0.5 + (v - 0.5) * far) };
  };
  const corners: MeterMarks["corners"] = [corner(0, 0), corner(1, 0), corner(1, 1), corner(0, 1)];
  // Perspective of the tilted plane: equal steps in the plane come closer towards the far side.
  const uAt = (x: number): number => {
    const u = (x - 40) / (SIDE_MM[0] * PX_PER_MM);
    return tilt === 0 ? u : (u * (1 - tilt)) / (1 - tilt * u);
  };
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const px = (x + 0.5 - 40) / (SIDE_MM[0] * PX_PER_MM);
      if (px < 0 || px > 1) continue;
      const far = 1 - tilt * px;
      const v = ((y + 0.5 - 40) / (SIDE_MM[1] * PX_PER_MM) - 0.5) / far + 0.5;
      if (v < 0 || v > 1) continue;
      const u = tilt === 0 ? px : uAt(x + 0.5);
      const light = 1 - (spoil.falloff ?? 0) * u;
      gray[y * width + x] = 0.4 * light * shade(u * SIDE_MM[0], v * SIDE_MM[1]);
    }
  // The ruler: millimetres black and white, 20 mm of them, below the face.
  const y0 = height - 70;
  for (let y = y0; y < height - 20; y++)
    for (let x = 40; x < 40 + 20 * PX_PER_MM; x++) gray[y * width + x] = Math.floor((x - 40) / PX_PER_MM) % 2 ? 0.75 : 0.08;
  let photo: GrayPhoto = { gray, width, height };
  if (spoil.blurPx) photo = blurredBy(photo, spoil.blurPx);
  if (spoil.noise) {
    const random = seededRandom(spoil.seed ?? 7);
    for (let i = 0; i < photo.gray.length; i++) {
      // Box–Muller [published].
      const n = Math.sqrt(-2 * Math.log(Math.max(1e-12, random()))) * Math.cos(2 * Math.PI * random());
      photo.gray[i] = Math.max(0, photo.gray[i] + n * spoil.noise);
    }
  }
  // The first of its waves (Fourier, numerically): what the meter reads.
  let c = 0,
    si = 0,
    mean = 0;
  const n = 2000;
  for (let i = 0; i < n; i++) {
    const at = (i / n) * pitchMm;
    const lit = shade(at * ax, at * ay);
    c += lit * Math.cos((2 * Math.PI * i) / n);
    si += lit * Math.sin((2 * Math.PI * i) / n);
    mean += lit;
  }
  return {
    photo,
    marks: {
      ruler: [
        { x: 40, y: y0 + 25 },
        { x: 40 + 20 * PX_PER_MM, y: y0 + 25 },
      ],
      rulerMm: 20,
      corners,
      sidesMm: tilt ? SIDE_MM : null,
    },
    strength: (2 * Math.hypot(c, si)) / mean,
  };
}

/** Gaussian blur in two passes. */
function blurredBy({ gray, width, height }: GrayPhoto, sigma: number): GrayPhoto {
  const r = Math.ceil(sigma * 3);
  const kernel = Array.from({ length: 2 * r + 1 }, (_, i) => Math.exp(-((i - r) ** 2) / (2 * sigma * sigma)));
  const total = kernel.reduce((a, b) => a + b, 0);
  const pass = (from: Float32Array, dx: number, dy: number): Float32Array => {
    const out = new Float32Array(from.length);
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        let sum = 0;
        for (let k = -r; k <= r; k++) {
          const i = Math.min(width - 1, Math.max(0, x + k * dx)),
            j = Math.min(height - 1, Math.max(0, y + k * dy));
          sum += from[j * width + i] * kernel[k + r];
        }
        out[y * width + x] = sum / total;
      }
    return out;
  };
  return { gray: pass(pass(gray, 1, 0), 0, 1), width, height };
}
