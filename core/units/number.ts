/**
 * Numbers as people type them, with either decimal mark and with thousands grouped by space, apostrophe, comma or point.
 * One text is read under both habits; what comes out differently is ambiguous and is asked, never chosen.
 */
import { fail, ok, type Problem, type Reading, type Result } from "./result";

/** Which mark stands before the fraction; the other one may group thousands. */
export type DecimalMark = "." | ",";

/** The marks in the order of this machine's own habit. */
export function decimalMarks(): readonly [DecimalMark, DecimalMark] {
  const mark = new Intl.NumberFormat().formatToParts(1.5).find((p) => p.type === "decimal")?.value;
  return mark === "," ? [",", "."] : [".", ","];
}

/** The source of a pattern for one number with `mark` before its fraction: groups are of three digits, all with one sign between. */
export function numberPattern(mark: DecimalMark): string {
  const point = mark === "." ? "\\." : ",";
  const other = mark === "." ? "," : "\\.";
  return `(?:[1-9]\\d{0,2}(?:(?: \\d{3})+|(?:'\\d{3})+|(?:${other}\\d{3})+)(?!\\d)(?:${point}\\d+)?|\\d+(?:${point}\\d+)?|${point}\\d+)(?:e[+-]?\\d{1,3}(?![\\d.,]))?`;
}

/** The number that a match of `numberPattern` stands for. */
export const numberValue = (matched: string, mark: DecimalMark): number =>
  Number(matched.replace(mark === "." ? /[ ',]/g : /[ '.]/g, "").replace(",", "."));

/** Kinds of space, apostrophe, quote, dash and cross that stand for one sign; `½` becomes ` 1/2`. */
export function plainSigns(text: string): string {
  return text
    .replace(/[\u00a0\u2007\u2009\u202f]/g, " ")
    .replace(/[½¼¾⅐-⅞]/g, (c) => ` ${c.normalize("NFKC").replace("\u2044", "/")}`)
    .replace(/\u2044/g, "/")
    .replace(/[’‘ʼ′´]/g, "'")
    .replace(/[”“″ʺ]|''/g, '"')
    .replace(/[−–]/g, "-")
    .replace(/[×✕]/g, "x")
    .replace(/μ/g, "µ")
    .trim()
    .toLowerCase();
}

/** A number to read aloud: thousands apart, at most six significant figures after the first thousand, and no trailing noughts. */
export function spacedNumber(n: number): string {
  const digits = Math.abs(n) >= 1000 ? Math.round(n * 1000) / 1000 : Number(n.toPrecision(6));
  const [whole, fraction] = plainDecimal(digits).split(".");
  const grouped = whole.replace(/\B(?=(\d{3})+$)/g, " ");
  return fraction ? `${grouped}.${fraction}` : grouped;
}

/** A number that can be typed back and means the same under either habit. */
export function retypedNumber(n: number): string {
  const text = plainDecimal(tidy(n));
  // Three digits behind a point might be thousands: a fourth digit settles it.
  return /^[1-9]\d{0,2}\.\d{3}$/.test(text) ? `${text}0` : text;
}

/** Without the dust of binary fractions: twelve significant figures are finer than anything that can be typed or measured. */
export const tidy = (n: number): number => Number(n.toPrecision(12));

/** Never in powers of ten. */
const plainDecimal = (n: number): string => (Math.abs(n) >= 1e-6 && Math.abs(n) < 1e21 ? String(n) : n.toFixed(n === 0 ? 0 : 12));

/**
 * Puts the ways a text can be read together.
 * @param tries one for each habit, the user's own first
 * @param retype the text that can only be read as this value
 */
export function oneReading<T>(
  typed: string,
  tries: readonly Result<T>[],
  same: (a: T, b: T) => boolean,
  retype: (value: T) => Reading,
  code: string,
): Result<T> {
  const found: T[] = [];
  for (const t of tries) if (t.ok && !found.some((f) => same(f, t.value))) found.push(t.value);
  if (found.length === 1) return ok(found[0]);
  if (found.length === 0) return furthest(tries);
  const readings = found.map(retype);
  const problem: Problem = {
    code,
    message: `"${typed.trim()}" can be read as ${readings.map((r) => r.readAs).join(" or as ")}. Which one?`,
    readings,
  };
  return { ok: false, problem };
}

/** Of several refusals, the one that read most of the text. */
function furthest<T>(tries: readonly Result<T>[]): Result<T> {
  const at = (r: Result<T>): number => (r.ok ? -1 : Number(/\d+/.exec(r.problem.where ?? "")?.[0] ?? 0));
  return tries.reduce((best, r) => (at(r) > at(best) ? r : best));
}

/** What a field of numbers allows. */
export interface NumberRange {
  least: number;
  most: number;
}

/**
 * Reads one number, of any habit, within limits. A reading outside the limits is none, so "1,500" between 0 and 100 is one and a half.
 * @returns the number; `number.ambiguous` with both readings; or `number.unread`
 */
export function parseNumber(text: string, { least, most }: NumberRange): Result<number> {
  const plain = plainSigns(text);
  const tries = decimalMarks().map((mark): Result<number> => {
    const whole = new RegExp(`^-?${numberPattern(mark)}$`).test(plain);
    const n = whole ? numberValue(plain, mark) : NaN;
    return n >= least && n <= most ? ok(n) : fail("number.unread", `Enter a number from ${spacedNumber(least)} to ${spacedNumber(most)}.`);
  });
  return oneReading(text, tries, Object.is, (n) => ({ text: retypedNumber(n), readAs: spacedNumber(n), value: n }), "number.ambiguous");
}

/** Reads "104.5 %", "85%", "12,5 per cent" or a bare number, within limits in per cent. */
export const parsePercent = (text: string, range: NumberRange): Result<number> =>
  parseNumber(text.replace(/\s*(?:%|per ?cent)\s*$/i, ""), range);

/** Text that is a percentage and nothing else, so that fields that take lengths too can tell. */
export const saysPercent = (text: string): boolean => /(?:%|per ?cent)\s*$/i.test(text);
