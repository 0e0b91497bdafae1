/**
 * Lengths as people type them. Exact factors: international yard and pound agreement of 1959 (1 in = 25.4 mm);
 * a thou is a thousandth of an inch.
 */
import { fail, ok, type Result } from "./result";

export type LengthUnit = "um" | "mm" | "cm" | "m" | "km" | "in" | "ft" | "yd" | "thou";

export const MM_PER: Record<LengthUnit, number> = {
  um: 0.001,
  mm: 1,
  cm: 10,
  m: 1000,
  km: 1e6,
  in: 25.4,
  ft: 304.8,
  yd: 914.4,
  thou: 0.0254,
};

const UNIT_WORDS: Record<string, LengthUnit> = {
  um: "um",
  µm: "um",
  μm: "um",
  micron: "um",
  microns: "um",
  mm: "mm",
  millimetre: "mm",
  millimetres: "mm",
  millimeter: "mm",
  millimeters: "mm",
  cm: "cm",
  centimetre: "cm",
  centimetres: "cm",
  m: "m",
  metre: "m",
  metres: "m",
  meter: "m",
  meters: "m",
  km: "km",
  in: "in",
  inch: "in",
  inches: "in",
  '"': "in",
  "″": "in",
  "''": "in",
  ft: "ft",
  foot: "ft",
  feet: "ft",
  "'": "ft",
  "′": "ft",
  yd: "yd",
  yard: "yd",
  yards: "yd",
  thou: "thou",
  mil: "thou",
  mils: "thou",
};

export interface ParsedLength {
  mm: number;
  /** The first unit that was typed; undefined when a bare number took the default unit. */
  unit?: LengthUnit;
}

// One amount: "1.5", "1,5", "3/16", "2 1/16", then an optional unit.
const AMOUNT =
  /^\s*(?:(\d+)\s+(\d+)\s*\/\s*(\d+)|(\d+)\s*\/\s*(\d+)|(\d+(?:[.,]\d+)?|[.,]\d+)(?:e([+-]?\d{1,3}))?)\s*(''|["″'′]|[a-zµμ]+)?/i;

/**
 * Reads a length such as `6' 2"`, `3/16 in`, `2 1/16 in`, `1.98 m`, `40 thou`, `2 ft 6`.
 * A bare number takes `bareUnit`; a bare number after feet is inches.
 * @returns millimetres, or a problem that says what would be right. Signs are refused: a length has none.
 */
export function parseLength(text: string, bareUnit: LengthUnit = "mm"): Result<ParsedLength> {
  let rest = text.trim().toLowerCase();
  if (!rest) return fail("length.empty", "Type a length, for example 2 m, 34 mm or 6' 2\".");
  let mm = 0;
  let firstUnit: LengthUnit | undefined;
  let previous: LengthUnit | undefined;
  let count = 0;
  while (rest.trim()) {
    const m = AMOUNT.exec(rest);
    if (!m) return fail("length.unreadable", `"${text.trim()}" is not a length. Try 2 m, 34.5 mm, 3/16 in or 6' 2".`);
    const amount =
      m[1] !== undefined
        ? Number(m[1]) + Number(m[2]) / Number(m[3])
        : m[4] !== undefined
          ? Number(m[4]) / Number(m[5])
          : Number(m[6].replace(",", ".")) * 10 ** Number(m[7] ?? 0);
    const word = m[8];
    const unit: LengthUnit | undefined = word === undefined ? (previous === "ft" ? "in" : undefined) : UNIT_WORDS[word];
    if (word !== undefined && unit === undefined)
      return fail("length.unit", `"${word}" is not a unit of length here. Use mm, cm, m, in, ft, yd, thou or µm.`);
    if (unit === undefined && count > 0)
      return fail("length.unreadable", `"${text.trim()}" has a number without a unit. Try 2 m, 34.5 mm or 2 ft 6.`);
    mm += amount * MM_PER[unit ?? bareUnit];
    firstUnit ??= unit;
    previous = unit;
    count++;
    rest = rest.slice(m[0].length).replace(/^\s*(?:and|,(?!\d))\s*/, " ");
  }
  if (!Number.isFinite(mm)) return fail("length.unreadable", `"${text.trim()}" is not a length.`);
  return ok(firstUnit === undefined ? { mm } : { mm, unit: firstUnit });
}

/** Reads a size of three lengths such as `192 × 148 × 118 mm` or `19.2 by 14.8 by 11.8 cm`. Unit of the last serves all that have none. */
export function parseSize(text: string, bareUnit: LengthUnit = "mm"): Result<[number, number, number]> {
  const pieces = text.split(/\s*(?:[x×*]|\bby\b)\s*/i).filter((s) => s.trim());
  if (pieces.length !== 3)
    return fail("size.three", `A size is three lengths, for example 192 × 148 × 118 mm. "${text.trim()}" has ${pieces.length}.`);
  const last = parseLength(pieces[2], bareUnit);
  if (!last.ok) return last;
  const unit = last.value.unit ?? bareUnit;
  const out: number[] = [];
  for (const piece of pieces) {
    const one = parseLength(piece, unit);
    if (!one.ok) return one;
    out.push(one.value.mm);
  }
  return ok(out as [number, number, number]);
}

/** The largest and smallest side a part of scenery can have. Outside it the unit is in doubt. */
export const PART_SIZE_LIMITS_MM = { least: 0.2, most: 5000 };

/** Checks a typed or measured size for sense: a kilometre or a micron means that the unit is wrong. */
export function checkPartSize(sizeMm: readonly [number, number, number]): Result<[number, number, number]> {
  const most = Math.max(...sizeMm);
  if (!sizeMm.every((v) => Number.isFinite(v) && v > 0)) return fail("size.positive", "Every side of a part must be longer than nothing.");
  if (most > PART_SIZE_LIMITS_MM.most)
    return fail("size.unit", `${formatMm(most)} is longer than any printed part. Which unit was meant: mm, cm or in?`);
  if (most < PART_SIZE_LIMITS_MM.least)
    return fail("size.unit", `${formatMm(most)} is too small to print. Which unit was meant: mm, cm, m or in?`);
  return ok([...sizeMm]);
}

const trim = (value: number, digits: number): string => {
  const s = value.toFixed(digits);
  return digits > 0 ? s.replace(/\.?0+$/, "") : s;
};

/** Model lengths: "0.35 mm", "34.5 mm", "226 mm", "1 m"; under 0.1 mm in micrometres. */
export function formatMm(mm: number): string {
  const a = Math.abs(mm);
  if (a === 0) return "0 mm";
  if (a < 0.0995) return `${trim(mm * 1000, a < 0.01 ? 1 : 0)} µm`;
  if (a < 9.995) return `${trim(mm, 2)} mm`;
  if (a < 99.95) return `${trim(mm, 1)} mm`;
  if (a < 999.5) return `${trim(mm, 0)} mm`;
  return `${trim(mm / 1000, 2)} m`;
}

/** Real lengths: millimetres under a decimetre, then centimetres, then metres. */
export function formatReal(mm: number): string {
  const a = Math.abs(mm);
  if (a < 99.5) return `${trim(mm, a < 10 ? 1 : 0)} mm`;
  if (a < 995) return `${trim(mm / 10, 0)} cm`;
  if (a < 99500) return `${trim(mm / 1000, a < 9995 ? 2 : 1)} m`;
  return `${trim(mm / 1000, 0)} m`;
}
