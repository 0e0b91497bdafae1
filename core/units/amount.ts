/** Mass, area, volume and money as people type and read them. 1 lb = 453.59237 g exactly (international agreement of 1959). */
import { MM_PER, parseSides, type LengthUnit } from "./length";
import { decimalMarks, numberPattern, numberValue, oneReading, plainSigns, retypedNumber, spacedNumber, tidy } from "./number";
import { fail, ok, type Result } from "./result";

const G_PER: Record<string, number> = { g: 1, gram: 1, grams: 1, kg: 1000, oz: 28.349523125, lb: 453.59237, lbs: 453.59237 };

/** A tonne: no scene weighs more. */
export const MOST_MASS_G = 1e6;

/** Reads `210 g`, `1.2 kg`, `7 oz`. A bare number is grams. */
export function parseMass(text: string): Result<number> {
  const plain = plainSigns(text);
  const tries = decimalMarks().map((mark): Result<number> => {
    const m = new RegExp(`^(${numberPattern(mark)}) ?([a-z]*)$`).exec(plain);
    const unit = m?.[2] || "g";
    if (!m || !Object.hasOwn(G_PER, unit)) return fail("mass.unread", `"${text.trim()}" is not a mass. Try 210 g, 1.2 kg or 7 oz.`);
    const g = tidy(numberValue(m[1], mark) * G_PER[unit]);
    return g <= MOST_MASS_G ? ok(g) : fail("mass.large", "That is more than a tonne. Is the unit right?");
  });
  return oneReading(text, tries, Object.is, (g) => ({ text: `${retypedNumber(g)} g`, readAs: readAsMass(g), value: g }), "mass.ambiguous");
}

/** What a field understood: "1 200 g". */
export const readAsMass = (g: number): string => `${spacedNumber(g)} g`;

/** Reads an area: "460 cm²", "0.25 m2", "2 ft2", "320 × 240 mm". A bare number is square centimetres. @returns mm² */
export function parseArea(text: string): Result<number> {
  const plain = plainSigns(text).replace(/²/g, "2");
  const tries = decimalMarks().map((mark): Result<number> => {
    const m = new RegExp(`^(${numberPattern(mark)}) ?(?:(mm|cm|m|in|ft) ?2|sq\\.? ?(mm|cm|m|in|ft))?$`).exec(plain);
    if (!m) return fail("area.unread", `"${text.trim()}" is not an area. Try 460 cm² or 320 × 240 mm.`);
    return ok(tidy(numberValue(m[1], mark) * MM_PER[(m[2] ?? m[3] ?? "cm") as LengthUnit] ** 2));
  });
  const lone = oneReading(
    text,
    tries,
    Object.is,
    (mm2) => ({ text: `${retypedNumber(mm2 / 100)} cm²`, readAs: readAsArea(mm2), value: mm2 }),
    "area.ambiguous",
  );
  if (lone.ok || lone.problem.readings || !/x|\*| by /.test(plain)) return lone;
  const sides = parseSides(text, [2]);
  return sides.ok ? ok(sides.value[0] * sides.value[1]) : sides;
}

/** What a field understood: "460 cm²". */
const readAsArea = (mm2: number): string => `${spacedNumber(mm2 / 100)} cm²`;

/** "0.8 g", "148 g", "3.1 kg". */
export function formatMass(g: number): string {
  if (g < 9.95) return `${g.toFixed(1)} g`;
  if (g < 995) return `${Math.round(g)} g`;
  return `${(g / 1000).toFixed(1)} kg`;
}

/** Volumes come in mm³ and read as "118.6 cm³" (solids). */
export function formatVolume(mm3: number): string {
  const cm3 = mm3 / 1000;
  return `${cm3 < 10 ? cm3.toFixed(2) : cm3 < 1000 ? cm3.toFixed(1) : Math.round(cm3).toString()} cm³`;
}

/** Liquids and loose material: "24 ml", "1.2 l". */
export function formatMillilitres(ml: number): string {
  if (ml < 9.95) return `${ml.toFixed(1)} ml`;
  return ml < 995 ? `${Math.round(ml)} ml` : `${(ml / 1000).toFixed(1)} l`;
}

/** Areas come in mm² and read as "253 cm²" or "8.2 mm²". */
export function formatArea(mm2: number): string {
  if (mm2 < 100) return `${mm2.toFixed(1)} mm²`;
  const cm2 = mm2 / 100;
  return `${cm2 < 10 ? cm2.toFixed(1) : Math.round(cm2).toString()} cm²`;
}

/** A share of a whole: "0.4 %", "12 %". */
export const formatShare = (share: number): string => `${share < 0.1 ? (share * 100).toFixed(1) : Math.round(share * 100)} %`;

/** Money in minor units with its currency, so that two currencies are never added by accident. */
export interface Money {
  minor: number;
  currency: string;
}

export const money = (minor: number, currency: string): Money => ({ minor, currency });

/** Adds amounts of one currency. Throws on a mix: that is a bug, not a user's error. */
export function addMoney(a: Money, b: Money): Money {
  if (a.currency !== b.currency) throw new Error(`addMoney: ${a.currency} and ${b.currency} cannot be added`);
  return { minor: a.minor + b.minor, currency: a.currency };
}

/** "2.96" with the currency's code when asked for. */
export function formatMoney(m: Money, withCode = false): string {
  const text = (m.minor / 100).toFixed(2);
  return withCode ? `${text} ${m.currency}` : text;
}
