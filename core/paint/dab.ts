/**
 * The colour of a dried dab from a photograph that has a white sheet in it: the sheet says what the light was. Each channel is scaled in linear
 * light (von Kries 1902), the sheet taken to reflect 0.85. In daylight that is good to about 5 (CIEDE2000); lamplight has other bands, and no
 * sheet can mend that: up to 13 under a bulb or a warm LED (dab.test.ts, by Planck's law). A camera bends colours besides.
 */
import { fail, ok, type Result } from "../units";
import { hexOf, linearOf, type Hex, type LinearRgb } from "./colour";

/** What plain white paper reflects. Common practice, no source. */
const SHEET = 0.85;
/** How far off the answer may be by daylight, and by a lamp, CIEDE2000: dab.test.ts. */
export const PHOTO_WITHIN = { daylight: 5, lamp: 13 };
/** A sheet so much redder than blue, in linear light, lies under a lamp. */
const LAMP = 1.5;

/** A part of a photograph: red, green, blue and a fourth byte, row by row. */
export interface Pixels {
  rgba: Uint8ClampedArray | Uint8Array;
  width: number;
  height: number;
}

export interface Spot {
  x: number;
  y: number;
}

/** The middle value of each channel around a spot, in linear light, and the share of its pixels that are burnt out. */
function spotColour({ rgba, width, height }: Pixels, { x, y }: Spot, radius: number): { rgb: LinearRgb; burnt: number } {
  const channels: [number[], number[], number[]] = [[], [], []];
  let burnt = 0;
  const [cx, cy] = [Math.round(x), Math.round(y)];
  for (let j = Math.max(0, cy - radius); j <= Math.min(height - 1, cy + radius); j++)
    for (let i = Math.max(0, cx - radius); i <= Math.min(width - 1, cx + radius); i++) {
      const o = (j * width + i) * 4;
      channels.forEach((c, k) => c.push(rgba[o + k]));
      if (Math.max(rgba[o], rgba[o + 1], rgba[o + 2]) >= 254) burnt++;
    }
  const count = channels[0].length;
  const middle = channels.map((c) => c.sort((a, b) => a - b)[count >> 1] ?? 0);
  const hex = `#${middle.map((v) => v.toString(16).padStart(2, "0")).join("")}`;
  return { rgb: linearOf(hex), burnt: count === 0 ? 0 : burnt / count };
}

/**
 * @returns the dab as it is in daylight; problems `dab.burnt` and `dab.dark` where the sheet says too little, `dab.lighter` where the dab is
 * lighter than paper can be
 */
export function dabColour(pixels: Pixels, sheet: Spot, dab: Spot, radius: number): Result<{ hex: Hex; lamplight: boolean }> {
  const white = spotColour(pixels, sheet, radius);
  const colour = spotColour(pixels, dab, radius);
  if (white.burnt > 0.05)
    return fail("dab.burnt", "The sheet is burnt out in the photograph. Take it darker, or put the mark where the sheet is grey.");
  if (Math.min(...white.rgb) < 0.05)
    return fail("dab.dark", "The sheet is too dark to tell the light. Put the mark on the white sheet, or take it brighter.");
  const rgb = colour.rgb.map((v, k) => (v / white.rgb[k]) * SHEET) as unknown as LinearRgb;
  if (Math.max(...rgb) > 1.05)
    return fail("dab.lighter", "The dab is brighter than the sheet: the marks may be the wrong way round, or it shines.");
  return ok({ hex: hexOf(rgb.map((v) => Math.min(1, v)) as unknown as LinearRgb), lamplight: white.rgb[0] > LAMP * white.rgb[2] });
}
