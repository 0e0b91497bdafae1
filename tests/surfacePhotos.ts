/**
 * Photographs of surfaces as they are met: with marks that are no layer lines (scratches of sanding, strokes of a brush, grain), with real
 * step heights and the shadows they cast, and saved as a phone saves them. The truth is known. Shares nothing with the meter.
 */
import jpeg from "jpeg-js";
import { renderLines, type Rendered, type Spoiled } from "../demo/linePhoto";
import { grayOf, type GrayPhoto } from "../core/surface";
import { seededRandom } from "../core/units";

export type Texture = "scratches" | "brush strokes" | "crossed scratches" | "grain" | "orange peel" | "plain";

const PX_PER_MM = 24;
const FACE = { x: 40, y: 40, w: 24 * PX_PER_MM, h: 20 * PX_PER_MM };

/** Three boxes of 2r + 1 pixels each way: near enough a Gaussian, the same in all directions. */
function blurredThrice(raw: Float32Array, w: number, h: number, r: number): Float32Array {
  let from = raw;
  for (let pass = 0; pass < 3; pass++)
    for (const [dx, dy] of [
      [1, 0],
      [0, 1],
    ]) {
      const to = new Float32Array(raw.length);
      for (let y = 0; y < h; y++)
        for (let x = 0; x < w; x++) {
          let sum = 0;
          for (let k = -r; k <= r; k++) sum += from[((y + k * dy + h) % h) * w + ((x + k * dx + w) % w)];
          to[y * w + x] = sum / (2 * r + 1);
        }
      from = to;
    }
  return from;
}

/** Random relief of brightness, −1 to 1 or so, w × h. */
function texture(kind: Texture, w: number, h: number, seed: number): Float32Array {
  const random = seededRandom(seed * 7919 + 13);
  const normal = (): number => Math.sqrt(-2 * Math.log(Math.max(1e-12, random()))) * Math.cos(2 * Math.PI * random());
  const out = new Float32Array(w * h);
  const stroke = (angle: number, count: number, longPx: [number, number], widePx: [number, number]): void => {
    for (let i = 0; i < count; i++) {
      const [x0, y0] = [random() * w, random() * h];
      const turn = angle + normal() * 0.05;
      const long = longPx[0] + random() * (longPx[1] - longPx[0]),
        wide = widePx[0] + random() * (widePx[1] - widePx[0]);
      const depth = normal();
      const [c, s] = [Math.cos(turn), Math.sin(turn)];
      for (let u = -long / 2; u <= long / 2; u += 0.7)
        for (let v = -3 * wide; v <= 3 * wide; v += 0.7) {
          const x = Math.round(x0 + u * c - v * s),
            y = Math.round(y0 + u * s + v * c);
          // A groove is bright on one side and dark on the other.
          if (x >= 0 && y >= 0 && x < w && y < h) out[y * w + x] += (depth * v * Math.exp(-(v * v) / (2 * wide * wide))) / wide / 3;
        }
    }
  };
  const angle = random() * Math.PI;
  if (kind === "scratches" || kind === "crossed scratches") {
    stroke(angle, 1500, [60, 300], [0.8, 3]);
    if (kind === "crossed scratches") stroke(angle + 1.1, 1500, [60, 300], [0.8, 3]);
  } else if (kind === "brush strokes") {
    // Bristles: random bands along one direction, each a few pixels wide, with a slow waver.
    const [c, s] = [Math.cos(angle), Math.sin(angle)];
    const n = 2 * (w + h);
    const bands = Float32Array.from({ length: n }, normal);
    for (const r of [2, 3, 4]) for (let i = n - 1; i >= r; i--) bands[i] = (bands[i] + bands[i - r]) / 1.6;
    for (let y = 0; y < h; y++)
      for (let x = 0; x < w; x++) {
        const v = (-x * s + y * c + 3 * Math.sin((x * c + y * s) / 90)) / 1.4 + w + h;
        // A stroke is a centimetre long, then the next begins beside it.
        const nth = Math.floor((x * c + y * s) / 240 + Math.floor(v / 60) * 0.37);
        out[y * w + x] = bands[(Math.floor(v) + 977 * (nth + 9)) % n];
      }
  } else if (kind !== "plain") {
    // Grain: noise blurred a little. Orange peel: bumps of about one size, the difference of two blurs.
    const raw = Float32Array.from(out, normal);
    const fine = blurredThrice(raw, w, h, kind === "grain" ? 1 : 2);
    const wide = kind === "grain" ? null : blurredThrice(raw, w, h, 4);
    const scale = kind === "grain" ? 4 : 8;
    for (let i = 0; i < out.length; i++) out[i] = scale * (fine[i] - (wide ? wide[i] : 0));
  }
  return out;
}

/** A photograph without layer lines: a face with other marks, `contrast` of its brightness deep. */
export function renderMarks(kind: Texture, pitchMm: number, contrast: number, seed: number, spoil: Spoiled = {}): Rendered {
  const done = renderLines(0, pitchMm, { noise: 0.01, falloff: 0.3, seed, ...spoil });
  return { ...done, photo: marked(done.photo, kind, contrast, seed), strength: 0 };
}

/** The same marks over lines that are there. */
export function withMarks(shot: Rendered, kind: Texture, contrast: number, seed: number): Rendered {
  return { ...shot, photo: marked(shot.photo, kind, contrast, seed) };
}

function marked({ gray, width, height }: GrayPhoto, kind: Texture, contrast: number, seed: number): GrayPhoto {
  const marks = texture(kind, FACE.w, FACE.h, seed);
  const out = gray.slice();
  for (let y = 0; y < FACE.h; y++)
    for (let x = 0; x < FACE.w; x++) {
      const k = (y + FACE.y) * width + x + FACE.x;
      out[k] = Math.max(0, out[k] * (1 + contrast * marks[y * FACE.w + x]));
    }
  return { gray: out, width, height };
}

/** Saved as a phone saves it: sRGB, JPEG of this quality, and opened again. */
export function savedAsJpeg({ gray, width, height }: GrayPhoto, quality: number): GrayPhoto {
  const data = new Uint8Array(width * height * 4);
  gray.forEach((v, i) => {
    const lit = Math.min(1, Math.max(0, v));
    const s = Math.round(255 * (lit <= 0.0031308 ? 12.92 * lit : 1.055 * lit ** (1 / 2.4) - 0.055));
    data.set([s, s, s, 255], i * 4);
  });
  const back = jpeg.decode(jpeg.encode({ data, width, height }, quality).data, { useTArray: true });
  return grayOf(back.data, width, height);
}

/**
 * Brightness along a profile of steps under a lamp: cosine shading, and nothing where a ridge between it and the lamp stands higher. By
 * marching along the profile; one period is repeated. Given as a share of a level face's brightness.
 * @param profile heights of one period, mm, evenly spaced
 */
export function litProfile(profile: Float64Array, pitchMm: number, lampDeg: number): Float64Array {
  const n = profile.length,
    dx = pitchMm / n;
  const lamp = (lampDeg * Math.PI) / 180;
  const [c, s] = [Math.cos(lamp), Math.sin(lamp)];
  return Float64Array.from(profile, (z, i) => {
    const slope = (profile[(i + 1) % n] - profile[(i + n - 1) % n]) / (2 * dx);
    const facing = (s - slope * c) / Math.hypot(1, slope);
    if (facing <= 0) return 0;
    // The lamp stands in the direction of rising x.
    for (let k = 1; k <= 40 * n; k++) {
      const ray = z + k * dx * Math.tan(lamp);
      if (ray > z + 10) break;
      if (profile[(i + k) % n] > ray + 1e-9) return 0;
    }
    return facing / s;
  });
}
