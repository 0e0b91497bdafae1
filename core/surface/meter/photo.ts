/**
 * A photograph as the meter looks at it: brightness in proportion to light, straightened so that a known rectangle or a ruler gives the
 * scale. Linear in pixels.
 */

/** Brightness 0 to 1 in proportion to light, row by row from the top. */
export interface GrayPhoto {
  gray: Float32Array;
  width: number;
  height: number;
}

export interface Pixel {
  x: number;
  y: number;
}

/** sRGB to light (IEC 61966-2-1 [published]), then luminance by ITU-R BT.709 weights [published]. */
export function grayOf(rgba: Uint8ClampedArray | Uint8Array, width: number, height: number): GrayPhoto {
  const linear = new Float32Array(256);
  for (let i = 0; i < 256; i++) {
    const v = i / 255;
    linear[i] = v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4;
  }
  const gray = new Float32Array(width * height);
  for (let i = 0; i < gray.length; i++)
    gray[i] = 0.2126 * linear[rgba[i * 4]] + 0.7152 * linear[rgba[i * 4 + 1]] + 0.0722 * linear[rgba[i * 4 + 2]];
  return { gray, width, height };
}

/**
 * The plane map that takes the corners of the unit square to four points, in order round (Heckbert 1989, Fundamentals of texture mapping,
 * section 2.2.3 [published]).
 * @returns none for four points of which three lie on a line
 */
export function squareTo(q: readonly [Pixel, Pixel, Pixel, Pixel]): ((u: number, v: number) => Pixel) | null {
  const [a, b, c, d] = q;
  const sx = a.x - b.x + c.x - d.x,
    sy = a.y - b.y + c.y - d.y;
  const dx1 = b.x - c.x,
    dx2 = d.x - c.x,
    dy1 = b.y - c.y,
    dy2 = d.y - c.y;
  const det = dx1 * dy2 - dx2 * dy1;
  if (Math.abs(det) < 1e-9) return null;
  const g = (sx * dy2 - dx2 * sy) / det,
    h = (dx1 * sy - sx * dy1) / det;
  const [m0, m1, m2] = [b.x - a.x + g * b.x, d.x - a.x + h * d.x, a.x];
  const [m3, m4, m5] = [b.y - a.y + g * b.y, d.y - a.y + h * d.y, a.y];
  return (u, v) => {
    const w = g * u + h * v + 1;
    return { x: (m0 * u + m1 * v + m2) / w, y: (m3 * u + m4 * v + m5) / w };
  };
}

/** Brightness between pixels; outside, that of the border. */
function at({ gray, width, height }: GrayPhoto, x: number, y: number): number {
  const cx = Math.min(width - 1.001, Math.max(0, x)),
    cy = Math.min(height - 1.001, Math.max(0, y));
  const i = Math.floor(cx),
    j = Math.floor(cy);
  const fx = cx - i,
    fy = cy - j;
  const o = j * width + i;
  return (gray[o] * (1 - fx) + gray[o + 1] * fx) * (1 - fy) + (gray[o + width] * (1 - fx) + gray[o + width + 1] * fx) * fy;
}

/** What lies between four corners, given as front view of so many pixels. */
export function straightened(
  photo: GrayPhoto,
  corners: readonly [Pixel, Pixel, Pixel, Pixel],
  width: number,
  height: number,
): GrayPhoto | null {
  const map = squareTo(corners);
  if (!map) return null;
  const gray = new Float32Array(width * height);
  for (let j = 0; j < height; j++)
    for (let i = 0; i < width; i++) {
      const p = map((i + 0.5) / width, (j + 0.5) / height);
      gray[j * width + i] = at(photo, p.x - 0.5, p.y - 0.5);
    }
  return { gray, width, height };
}

/** Smaller by a whole factor, each pixel the mean of those that it covers. */
export function shrunk({ gray, width, height }: GrayPhoto, by: number): GrayPhoto {
  if (by <= 1) return { gray, width, height };
  const w = Math.floor(width / by),
    h = Math.floor(height / by);
  const out = new Float32Array(w * h);
  for (let j = 0; j < h; j++)
    for (let i = 0; i < w; i++) {
      let sum = 0;
      for (let y = 0; y < by; y++) for (let x = 0; x < by; x++) sum += gray[(j * by + y) * width + i * by + x];
      out[j * w + i] = sum / (by * by);
    }
  return { gray: out, width: w, height: h };
}
