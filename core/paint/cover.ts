/**
 * How many coats hide what lies below: the first after which the film is within 2 of its own colour, or its contrast ratio over black and
 * white is 98 % (practice of the paint industry). Films over grounds by film.ts. How well a pot hides is not known before it was tried, so it
 * is a range.
 */
import { FAMILIES, filmOf, METHODS, type CoatFamily, type CoatLayer } from "../coat";
import { differenceOf, hexOf, labOf, type Hex } from "./colour";
import { filmOver } from "./film";
import { absorptionOfSwatch } from "./mix";
import { colourOf, curveOf, type Curve } from "./reflectance";
import { BANDS } from "./spectrum";

/** What a usual coat scatters, of paint that hides badly and of paint that hides well. Common practice, no source. */
const SCATTERS = { poor: 1, good: 4 };
/** Ink lets through what is below. Common practice, no source. */
const INK = { poor: 0.1, good: 0.6 };
/** Bright pigments scatter little: reds, yellows and oranges hide badly. So much less at this chroma and above. Common practice, no source. */
const BRIGHT = { chroma: 70, less: 0.7 };
/** Nobody lays more. */
const MOST = 12;
const NEAR = 2;
const CONTRAST = 0.98;

export interface CoatsToCover {
  least: number;
  /** Null where paint that hides badly does not cover in twelve. */
  most: number | null;
}

/** What somebody tried narrows the range to one half of it. Common practice, no source. */
const TRIED = 2;

const scatterOf = (family: CoatFamily): { poor: number; good: number } | null => {
  if (/varnish|effect|wash/.test(family)) return null;
  return /ink/.test(family) ? INK : SCATTERS;
};

const flat = (r: number): Curve => new Float64Array(BANDS).fill(r);
/** Y over that of white, from linear sRGB (IEC 61966-2-1). */
const luminance = (curve: Curve): number => {
  const [r, g, b] = colourOf(curve);
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
};

function first(film: Hex, ground: Hex, sx: number): number | null {
  const k = absorptionOfSwatch(film);
  let [over, black, white] = [curveOf(ground), flat(1e-4), flat(1)];
  for (let n = 1; n <= MOST; n++) {
    [over, black, white] = [over, black, white].map((g) => filmOver(g, k, sx, 1)) as [Curve, Curve, Curve];
    if (differenceOf(hexOf(colourOf(over)), film) <= NEAR || luminance(black) / luminance(white) >= CONTRAST) return n;
  }
  return null;
}

/**
 * @param layer one coat, as it is laid @param ground what is below it @param hides as somebody tried it; null where nobody did
 * @returns null for clear coats and washes, and for methods that do not close: they are to be seen through
 */
export function coatsToCover(
  layer: Pick<CoatLayer, "family" | "method" | "thinning"> & { hex: Hex },
  ground: Hex,
  hides: "badly" | "well" | null = null,
): CoatsToCover | null {
  const range = scatterOf(layer.family);
  if (!range || METHODS[layer.method].cover !== null) return null;
  const scatters = {
    poor: hides === "well" ? range.poor * TRIED : range.poor,
    good: hides === "badly" ? range.good / TRIED : range.good,
  };
  const whole: CoatLayer = { id: "", name: "", coats: 1, ...layer };
  const { a, b } = labOf(layer.hex);
  const dull = 1 - BRIGHT.less * Math.min(1, Math.hypot(a, b) / BRIGHT.chroma);
  const share = (dull * filmOf(whole)) / FAMILIES[layer.family].filmMm;
  const least = first(layer.hex, ground, scatters.good * share);
  return least === null ? { least: MOST, most: null } : { least, most: first(layer.hex, ground, scatters.poor * share) };
}
