/** What people read off their own slicer and type in one field: "17 h 20, 210 g, 3.40". */
import { fail, ok, parseDuration, parseMass, parseNumber, retyped, type Result } from "../../units";
import type { TypedEstimate } from "./kinds/print";

const CODE = /^[a-z]{3}$|[€$£¥]/i;
const SIGNS: Record<string, string> = { "€": "EUR", $: "USD", "£": "GBP", "¥": "JPY" };

/** A price, with or without its currency; minor units. */
function parsePrice(text: string, currency: string): Result<number> {
  const m = /^([a-z]{3}|[€$£¥])?\s*([\d.,'\s]+?)\s*([a-z]{3}|[€$£¥])?$/i.exec(text.trim());
  const said = m && (m[1] ?? m[3]);
  if (!m) return fail("price.unread", `"${text.trim()}" is not a price. Try 17 h 20, 210 g, 3.40.`);
  const code = said && (SIGNS[said] ?? said.toUpperCase());
  if (code && code !== currency) return fail("price.currency", `Prices for this printer are in ${currency}, not ${code}.`);
  const n = parseNumber(m[2], { least: 0, most: 1e6 });
  return n.ok ? ok(Math.round(n.value * 100)) : n;
}

/**
 * Time, then mass, then price; the later ones may be left out.
 * @param currency of the printer: a bare price is in it
 * @returns null for an emptied field
 */
export function parseTypedEstimate(text: string, currency = "EUR"): Result<TypedEstimate | null> {
  const t = text.trim().replace(/^mine says\s*/i, "");
  if (!t) return ok(null);
  // A comma that parts them stands behind a unit or before a space: the others belong to numbers.
  const [time, ...rest] = t.split(/\s*;\s*|\s*,\s+|(?<=[a-z])\s*,\s*(?=\d)/i);
  const others = (s: string): string => [s, ...rest].join(", ");
  const seconds = retyped(parseDuration(time), others);
  if (!seconds.ok) return seconds;
  if (seconds.value <= 0) return fail("time.zero", "Enter a time above zero, such as 17 h, 210 g.");
  if (rest.length > 2) return fail("typed.many", "Time, mass and price are enough: 17 h 20, 210 g, 3.40.");
  const [first, second] = rest;
  // What names a currency is the price, wherever it stands.
  const mass = first !== undefined && !CODE.test(first.replace(/[\d.,'\s]/g, "")) ? first : undefined;
  const price = mass === undefined ? first : second;
  if (mass === undefined && second !== undefined) return fail("typed.order", "Mass comes before the price: 17 h 20, 210 g, 3.40.");
  const grams = mass === undefined ? ok(0) : retyped(parseMass(mass), (g) => [time, g, ...rest.slice(1)].join(", "));
  if (!grams.ok) return grams;
  const cost = price === undefined ? ok(undefined) : parsePrice(price, currency);
  if (!cost.ok) return cost;
  return ok({ timeS: seconds.value, massG: grams.value, text: t, ...(cost.value === undefined ? {} : { costMinor: cost.value }) });
}
