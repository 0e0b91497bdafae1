/**
 * Lengths as people type them. Exact factors: international yard and pound agreement of 1959 (1 in = 25.4 mm);
 * a thou is a thousandth of an inch.
 *
 * The grammar, for every field, column and command: one or more amounts with units, each smaller than the one before; an amount is a
 * number or a fraction. The whole text is read or it is refused, and where it can mean two things both are offered.
 */
import {
  decimalMarks,
  numberPattern,
  numberValue,
  oneReading,
  plainSigns,
  retypedNumber,
  spacedNumber,
  tidy,
  type DecimalMark,
} from "./number";
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
  micron: "um",
  microns: "um",
  micrometre: "um",
  micrometres: "um",
  micrometer: "um",
  micrometers: "um",
  mm: "mm",
  millimetre: "mm",
  millimetres: "mm",
  millimeter: "mm",
  millimeters: "mm",
  cm: "cm",
  centimetre: "cm",
  centimetres: "cm",
  centimeter: "cm",
  centimeters: "cm",
  m: "m",
  metre: "m",
  metres: "m",
  meter: "m",
  meters: "m",
  km: "km",
  kilometre: "km",
  kilometres: "km",
  kilometer: "km",
  kilometers: "km",
  in: "in",
  inch: "in",
  inches: "in",
  '"': "in",
  ft: "ft",
  foot: "ft",
  feet: "ft",
  "'": "ft",
  yd: "yd",
  yard: "yd",
  yards: "yd",
  thou: "thou",
};

/** "mil" is a thousandth of an inch in one country and a millimetre in another: asked. */
const MIL = /^mils?$/;

const WORD_FRACTIONS: Record<string, string> = { half: "1/2", third: "1/3", quarter: "1/4", eighth: "1/8", sixteenth: "1/16" };
const WORD_FRACTION = new RegExp(
  `(?:\\b(?:an?|one) )?\\b(${Object.keys(WORD_FRACTIONS).join("|")})(?: of)?(?: an?)?(?= ?(?:inch|foot|ft|in\\b|m\\b|metre|meter))`,
  "g",
);

export interface ParsedLength {
  mm: number;
  /** The first unit that was typed; undefined when a bare number took the default unit. */
  unit?: LengthUnit;
}

/** One way to read a text: the decimal mark, what a lone digit after metres counts, what a mil is. */
interface Habit {
  mark: DecimalMark;
  digitAfterM: "cm" | "dm";
  mil: "thou" | "mm";
}

const habits = (): Habit[] =>
  decimalMarks().flatMap((mark) =>
    (["cm", "dm"] as const).flatMap((digitAfterM) => (["thou", "mm"] as const).map((mil) => ({ mark, digitAfterM, mil }))),
  );

const EXAMPLES = `Try 2 m, 34.5 mm, 3/16 in or 6' 2"`;

const unread = (typed: string, at: number, why: string): ReturnType<typeof fail> =>
  fail("length.unread", `"${typed.trim()}" is not a length: ${why}. ${EXAMPLES}.`, `character ${at + 1}`);

const TOKENS = new Map<DecimalMark, RegExp>(
  ([".", ","] as const).map((mark) => [
    mark,
    new RegExp(`(?:(\\d+)(?: +|-)(\\d+) ?/ ?(\\d+)|(\\d+) ?/ ?(\\d+)|(${numberPattern(mark)})) *(?:(["']|[a-zµ]+)\\.?)?`, "y"),
  ]),
);
/** What may stand between two amounts. */
const BETWEEN = / *(?:and |, | ?- ?)? */y;

/** The text under one habit, from its first character to its last. */
function readUnder(typed: string, plain: string, bareUnit: LengthUnit, habit: Habit): Result<ParsedLength> {
  const token = TOKENS.get(habit.mark)!;
  let at = 0;
  let mm = 0;
  let first: LengthUnit | undefined;
  let previous: { unit: LengthUnit; whole: boolean } | null = null;
  while (at < plain.length) {
    token.lastIndex = at;
    const m = token.exec(plain);
    if (!m) return unread(typed, at, `"${plain.slice(at)}" cannot be read`);
    const mixed = m[1] !== undefined;
    if (mixed && Number(m[2]) >= Number(m[3])) return unread(typed, at, `${m[2]}/${m[3]} is not a fraction below one`);
    const digits = m[6] as string | undefined;
    const amount: number = mixed
      ? Number(m[1]) + Number(m[2]) / Number(m[3])
      : digits === undefined
        ? Number(m[4]) / Number(m[5])
        : numberValue(digits, habit.mark);
    if (!Number.isFinite(amount)) return unread(typed, at, "that number is not a usable size");
    const unit = unitOf(m[7], digits, previous?.unit, plain[at - 1] === " ", habit);
    if (unit === null) return unread(typed, at, `"${m[7]}" is not a unit of length here (mm, cm, m, in, ft, yd, thou, µm)`);
    if (unit === undefined && at > 0) return unread(typed, at, `"${m[0].trim()}" has no unit`);
    const per = unit === "dm" ? 100 : MM_PER[unit ?? bareUnit];
    if (previous) {
      if (!previous.whole) return unread(typed, at, "only the last number may have a fraction");
      if (amount * per >= MM_PER[previous.unit]) return unread(typed, at, `"${m[0].trim()}" is not smaller than the unit before it`);
    }
    mm += amount * per;
    const named = unit === "dm" ? "cm" : unit;
    first ??= named;
    previous = { unit: named ?? bareUnit, whole: digits !== undefined && /^[\d ']+$/.test(digits) };
    at += m[0].length;
    if (at < plain.length) {
      if (named === undefined) return unread(typed, at, `"${plain.slice(at).trim()}" cannot be read`);
      BETWEEN.lastIndex = at;
      at += BETWEEN.exec(plain)?.[0].length ?? 0;
      if (at >= plain.length) return unread(typed, at - 1, "something is missing at the end");
    }
  }
  if (!Number.isFinite(mm)) return unread(typed, 0, "that number is not a usable size");
  return ok(first === undefined ? { mm: tidy(mm) } : { mm: tidy(mm), unit: first });
}

/** The unit of one amount; undefined for a bare number; null for a word that is none. After feet a bare number is inches, after metres centimetres. */
function unitOf(
  word: string | undefined,
  digits: string | undefined,
  before: LengthUnit | undefined,
  apart: boolean,
  habit: Habit,
): LengthUnit | "dm" | undefined | null {
  if (word !== undefined) return MIL.test(word) ? habit.mil : Object.hasOwn(UNIT_WORDS, word) ? UNIT_WORDS[word] : null;
  if (before === "ft") return "in";
  if (before !== "m" || digits === undefined || !/^\d{1,3}$/.test(digits)) return undefined;
  if (digits.length === 3) return "mm";
  if (digits.length === 2) return "cm";
  // "2 m2" is an area.
  return apart ? habit.digitAfterM : undefined;
}

/**
 * Reads a length such as `6' 2"`, `3/16 in`, `2¼"`, `1.98 m`, `1 500 mm`, `1.234,5 mm`, `40 thou`, `2 ft 6`, `1 m 75`.
 * A bare number takes `bareUnit`; after feet it is inches, after metres centimetres.
 * @returns millimetres; or `length.ambiguous` with both readings, in the machine's own habit first; or `length.unread` with where and what
 * would be right. Signs are refused: a length has none.
 */
export function parseLength(text: string, bareUnit: LengthUnit = "mm"): Result<ParsedLength> {
  const plain = plainSigns(text).replace(WORD_FRACTION, (_, word: string) => WORD_FRACTIONS[word]);
  if (!plain) return fail("length.unread", "Type a length, for example 2 m, 34 mm or 6' 2\".", "character 1");
  return oneReading(
    text,
    habits().map((h) => readUnder(text, plain, bareUnit, h)),
    (a, b) => a.mm === b.mm,
    ({ mm }) => ({ text: plainMm(mm), readAs: readAsMm(mm), value: mm }),
    "length.ambiguous",
  );
}

/** What a field understood, in words: "1 000 mm". */
export const readAsMm = (mm: number): string => `${spacedNumber(mm)} mm`;

/** The same for real lengths, which people think of in metres: "12 500 mm, 12.5 m". */
export const readAsReal = (mm: number): string => (mm >= 1000 ? `${readAsMm(mm)}, ${spacedNumber(mm / 1000)} m` : readAsMm(mm));

/** A length that can only be read one way. */
const plainMm = (mm: number): string => `${retypedNumber(mm)} mm`;

/** A length in millimetres alone, as fields store it. */
export const parseMm = (text: string): Result<number> => {
  const length = parseLength(text);
  return length.ok ? ok(length.value.mm) : length;
};

/**
 * Reads a size of lengths such as `192 × 148 × 118 mm`, `192x148x118` or `19.2 by 14.8 by 11.8 cm`. The unit of the last serves all that
 * have none, and all are read with one decimal mark.
 * @param counts how many lengths it may have
 */
export function parseSides(text: string, counts: readonly number[], bareUnit: LengthUnit = "mm"): Result<number[]> {
  const pieces = plainSigns(text)
    .split(/ *(?:[x*]| by ) */)
    .filter((s) => s.trim());
  if (!counts.includes(pieces.length))
    return fail(
      "size.sides",
      `A size is ${counts.map((n) => ["no", "one", "two", "three"][n]).join(" or ")} lengths, for example ${counts.includes(3) ? "192 × 148 × 118 mm" : "320 × 240 mm"}. "${text.trim()}" has ${pieces.length}.`,
    );
  const tries = habits().map((habit): Result<number[]> => {
    const read = (piece: string, unit: LengthUnit): Result<ParsedLength> => readUnder(piece, piece.trim(), unit, habit);
    const last = read(pieces[pieces.length - 1], bareUnit);
    if (!last.ok) return last;
    const out: number[] = [];
    for (const piece of pieces) {
      const one = read(piece, last.value.unit ?? bareUnit);
      if (!one.ok) return one;
      out.push(one.value.mm);
    }
    return ok(out);
  });
  return oneReading(
    text,
    tries,
    (a, b) => a.every((v, i) => v === b[i]),
    (sides) => ({ text: sides.map(plainMm).join(" x "), readAs: readAsSides(sides), value: sides[0] }),
    "length.ambiguous",
  );
}

/** "192 × 148 × 118 mm". */
export const readAsSides = (sides: readonly number[]): string => `${sides.map(spacedNumber).join(" × ")} mm`;

/** Reads three lengths: width, depth, height. */
export function parseSize(text: string, bareUnit: LengthUnit = "mm"): Result<[number, number, number]> {
  return parseSides(text, [3], bareUnit) as Result<[number, number, number]>;
}

/** The largest and smallest side a part of scenery can have. Outside it the unit is in doubt. */
export const PART_SIZE_LIMITS_MM = { least: 0.2, most: 5000 };

/** Checks a typed or measured size for sense: a kilometre or a micron means that the unit is wrong. */
export function checkPartSize(sizeMm: readonly [number, number, number]): Result<[number, number, number]> {
  const most = Math.max(...sizeMm);
  if (!sizeMm.every((v) => Number.isFinite(v) && v > 0)) return fail("size.positive", "Every side of a part must be above zero.");
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
