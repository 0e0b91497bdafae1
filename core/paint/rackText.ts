/**
 * A rack from a list of names, one a line, with what else stands in the line: "Lime white, 17 ml", "Black primer can". Kinds, sheen and colours
 * are guessed by words, and asked; nothing is guessed of what has no word for it.
 */
import { FAMILIES, type CoatFamily, type Sheen } from "../coat";
import type { Hex } from "./colour";

export interface Named {
  name: string;
  family: CoatFamily;
  sheen: Sheen;
  hex: Hex;
  stockMl: number | null;
  can: boolean;
  /** What was read out of words and should be looked at. */
  guessed: { family: boolean; hex: boolean };
}

/** The first that fits counts. Common practice, no source. */
const FAMILY_WORDS: readonly (readonly [RegExp, CoatFamily])[] = [
  [/\b(spirit|alcohol) ink\b/i, "alcohol ink"],
  [/\bink\b/i, "acrylic ink"],
  [/\b(pigment|powder|dust)s?\b/i, "pigment"],
  [/\b(enamel wash|panel liner|enamel shade)\b/i, "enamel wash"],
  [/\b(wash|shade)\b/i, "water wash"],
  [/\b(varnish|lacquer coat|matt coat|clear coat|top ?coat|matt medium)\b/i, "water varnish"],
  [/\b(water effect|gloss effect|still water|gloss gel)\b/i, "gloss effect"],
  [/\b(primer|undercoat|surfacer)\b/i, "water primer"],
  [/\b(chrome|mirror)\b/i, "mirror metal"],
  [/\blacquer\b/i, "lacquer"],
  [/\benamel\b/i, "enamel"],
  [/\boils?\b/i, "oil paint"],
];
const IN_CANS: Partial<Record<CoatFamily, CoatFamily>> = {
  "water primer": "solvent primer",
  "water varnish": "solvent varnish",
  "water acrylic": "lacquer",
};
const CAN = /\b(can|spray|aerosol|rattle ?can)\b/i;
const METAL = /\b(metal(lic)?|steel|silver|gold|brass|copper|bronze|tin|iron|gun ?metal|alumini?um)\b/i;

/** A plain colour for a word: to be looked at, never trusted. Common practice, no source. */
const COLOUR_WORDS: readonly (readonly [RegExp, Hex])[] = [
  [/\b(black|soot|coal|pitch)\b/i, "#1e1e20"],
  [/\b(white|chalk|snow)\b/i, "#ecebe6"],
  [/\b(bone|ivory|cream|linen|sail)\b/i, "#dccfae"],
  [/\b(sand|dune|buff|desert|khaki)\b/i, "#bfa878"],
  [/\b(grey|gray|stone|slate|ash|concrete)\b/i, "#808486"],
  [/\b(gold|brass)\b/i, "#b08d45"],
  [/\b(copper|bronze)\b/i, "#99603f"],
  [/\b(silver|steel|tin|alumini?um|chrome|mirror)\b/i, "#a9adb2"],
  [/\b(iron|gun ?metal)\b/i, "#57595e"],
  [/\b(rust|brick|terracotta)\b/i, "#9a5535"],
  [/\b(orange|amber)\b/i, "#d07a2c"],
  [/\b(yellow|ochre|mustard)\b/i, "#d3aa3b"],
  [/\b(red|crimson|scarlet|ruby)\b/i, "#9b2f2c"],
  [/\b(pink|rose)\b/i, "#cf8f94"],
  [/\b(purple|violet|plum)\b/i, "#5f4371"],
  [/\b(turquoise|teal|aqua)\b/i, "#2f8384"],
  [/\b(blue|navy|sky)\b/i, "#355f8f"],
  [/\b(green|olive|moss|leaf|weed)\b/i, "#55693b"],
  [/\b(brown|earth|umber|leather|wood|mud|bark|tar)\b/i, "#6a4c33"],
  [/\b(skin|flesh)\b/i, "#c08f6f"],
];
const NO_COLOUR: Hex = "#808080";

const AMOUNT = new RegExp(String.raw`(?:^|[\s,;(])(\d+(?:[.,]\d+)?)\s*(ml|cl|l|fl\.? ?oz|oz)\b\)?`, "i");
/** Millilitres of a unit; the fluid ounce is that of the United States (29.5735 ml, NIST Handbook 44). */
const UNITS: Readonly<Record<string, number>> = { ml: 1, cl: 10, l: 1000, oz: 29.5735 };

/** One line; null where it has no name. */
export function namedPot(line: string): Named | null {
  const amount = AMOUNT.exec(line);
  const unit = amount?.[2].toLowerCase().replace(/^fl\.? ?/, "") ?? "ml";
  const value = amount ? Number(amount[1].replace(",", ".")) : null;
  const name = line
    .replace(amount?.[0] ?? "", " ")
    // Marks of a list go, numbers that belong to the name stay: "2. Tar" is Tar, "70.9 Tar" is not.
    .replace(/^\s*(?:[-*•–]|\d{1,3}[.)])\s+/u, "")
    .replace(/[\s,;]+$/g, "")
    .replace(/\s{2,}/g, " ")
    .trim();
  if (!/\p{L}|\p{N}/u.test(name)) return null;
  const can = CAN.test(name);
  const word = FAMILY_WORDS.find(([of]) => of.test(name))?.[1];
  const family = can ? (IN_CANS[word ?? "water acrylic"] ?? word ?? "lacquer") : (word ?? "water acrylic");
  const hex = COLOUR_WORDS.find(([of]) => of.test(name))?.[1];
  const sheen: Sheen = /\bgloss\b/i.test(name)
    ? "gloss"
    : /\b(satin|silk|semi)/i.test(name) || METAL.test(name)
      ? "satin"
      : (FAMILIES[family].sheen ?? "matt");
  return {
    name,
    family,
    sheen,
    hex: hex ?? NO_COLOUR,
    stockMl: value !== null && Number.isFinite(value) ? Math.round(value * UNITS[unit] * 10) / 10 : null,
    can,
    guessed: { family: word === undefined, hex: true },
  };
}

/** Names one a line; empty lines are left out, and a name that comes twice is one pot. */
export function namedPots(text: string): Named[] {
  const pots = text.split(/\r?\n/).flatMap((line) => namedPot(line) ?? []);
  return pots.filter((p, i) => pots.findIndex((x) => x.name.toLowerCase() === p.name.toLowerCase()) === i);
}
