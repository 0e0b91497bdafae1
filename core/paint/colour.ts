/**
 * Colours as they are seen: one white, daylight D65 (CIE 15, IEC 61966-2-1), differences by CIEDE2000 (Sharma, Wu, Dalal 2005), and both in
 * words. The sums are culori's.
 */
import {
  converter,
  differenceCiede2000,
  formatHex,
  type Lab65,
  modeLab65,
  modeLrgb,
  modeRgb,
  modeXyz65,
  useMode as addMode,
} from "culori/fn";

addMode(modeRgb);
addMode(modeLrgb);
addMode(modeXyz65);
addMode(modeLab65);

/** "#rrggbb". */
export type Hex = string;
/** Red, green and blue in linear light, 0 to 1. */
export type LinearRgb = readonly [number, number, number];

const toLab = converter("lab65");
const toLinear = converter("lrgb");
const difference = differenceCiede2000();

export function linearOf(hex: Hex): LinearRgb {
  const c = toLinear(hex);
  if (!c) throw new Error(`linearOf: ${hex} is no colour`);
  return [c.r, c.g, c.b];
}
export function labOf(hex: Hex): Lab65 {
  const c = toLab(hex);
  if (!c) throw new Error(`labOf: ${hex} is no colour`);
  return c;
}
/** The nearest colour that a screen has. */
export const hexOf = ([r, g, b]: LinearRgb): Hex => formatHex({ mode: "lrgb", r, g, b });

/** CIEDE2000. */
export const differenceOf = (a: Hex | Lab65, b: Hex | Lab65): number =>
  difference(typeof a === "string" ? labOf(a) : a, typeof b === "string" ? labOf(b) : b);

/** How much a difference is. Common practice, no source. */
const STEPS: readonly (readonly [number, string])[] = [
  [1, "nobody sees a difference"],
  [2, "only seen side by side"],
  [5, "a visible difference"],
  [10, "another tone"],
  [Infinity, "another colour"],
];

/** No direction is said below these. Lightness, red to green, yellow to blue. */
const LEAST = 1;

/** "another tone: lighter, a little redder", of `is` against `wanted`. */
export function differenceWords(is: Hex, wanted: Hex): string {
  const much = differenceOf(is, wanted);
  const [, words] = STEPS.find(([most]) => much <= most)!;
  if (much <= STEPS[0][0]) return words;
  const a = labOf(is),
    b = labOf(wanted);
  const ways = [
    { by: a.l - b.l, more: "lighter", less: "darker" },
    { by: a.a - b.a, more: "redder", less: "greener" },
    { by: a.b - b.b, more: "yellower", less: "bluer" },
  ];
  const most = Math.max(...ways.map((w) => Math.abs(w.by)));
  const said = ways
    .filter((w) => Math.abs(w.by) >= LEAST && Math.abs(w.by) >= most / 4)
    .sort((x, y) => Math.abs(y.by) - Math.abs(x.by))
    .map((w) => `${Math.abs(w.by) < most / 2 ? "a little " : ""}${w.by > 0 ? w.more : w.less}`);
  return said.length === 0 ? words : `${words}: ${said.join(", ")}`;
}
