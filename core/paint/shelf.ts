/** How pots stand on the shelf: kinds first, colours by hue, each group from dark to light. And how full each is. */
import { wholeOf, type CoatFamily, type InPot } from "../coat";
import { labOf, type Hex } from "./colour";

export const SHELVES = [
  "primers",
  "greys, black and white",
  "earths",
  "reds",
  "oranges and yellows",
  "greens",
  "blues",
  "violets",
  "metals",
  "washes and inks",
  "powders",
  "varnishes and effects",
] as const;
export type Shelf = (typeof SHELVES)[number];

const OF_FAMILY: Partial<Record<CoatFamily, Shelf>> = {
  "water primer": "primers",
  "solvent primer": "primers",
  "mirror metal": "metals",
  "water wash": "washes and inks",
  "enamel wash": "washes and inks",
  "acrylic ink": "washes and inks",
  "alcohol ink": "washes and inks",
  pigment: "powders",
  "water varnish": "varnishes and effects",
  "solvent varnish": "varnishes and effects",
  "gloss effect": "varnishes and effects",
};

/** Hues of CIELAB, degrees, up to which a group goes. Common practice, no source. */
const HUES: readonly (readonly [upTo: number, shelf: Shelf])[] = [
  [45, "reds"],
  [105, "oranges and yellows"],
  [195, "greens"],
  [290, "blues"],
  [340, "violets"],
  [360, "reds"],
];
/** Less chroma is grey; browns are oranges of so little chroma, or so dark. Common practice, no source. */
const GREY_CHROMA = 10;
const EARTH = { hue: [42, 105], chroma: 42, dark: 42 } as const;

export function shelfOf({ family, hex }: { family: CoatFamily; hex: Hex }): Shelf {
  const kind = OF_FAMILY[family];
  if (kind) return kind;
  const { l, a, b } = labOf(hex);
  const chroma = Math.hypot(a, b);
  if (chroma < GREY_CHROMA) return "greys, black and white";
  const hue = ((Math.atan2(b, a) * 180) / Math.PI + 360) % 360;
  if (hue >= EARTH.hue[0] && hue < EARTH.hue[1] && (chroma < EARTH.chroma || l < EARTH.dark)) return "earths";
  return HUES.find(([upTo]) => hue < upTo)![1];
}

/** The groups that have pots, in the order of the shelf; each from dark to light. */
export function onShelves<P extends { family: CoatFamily; hex: Hex; name: string }>(paints: readonly P[]): { shelf: Shelf; pots: P[] }[] {
  const light = new Map(paints.map((p) => [p, labOf(p.hex).l]));
  return SHELVES.map((shelf) => ({
    shelf,
    pots: paints.filter((p) => shelfOf(p) === shelf).sort((a, b) => light.get(a)! - light.get(b)! || a.name.localeCompare(b.name)),
  })).filter((g) => g.pots.length > 0);
}

/** Sizes that pots come in, ml. Common practice, no source. */
const SIZES = [10, 12, 15, 17, 20, 30, 60, 120, 250, 500, 1000];

/** How full it is, 0 to 1, and how full once the plan has had its share; of a size that is guessed where nobody said it. */
export function fillOf(pot: InPot & { stockMl: number }, needMl: number): { now: number; then: number; guessed: boolean } {
  const known = Boolean(pot.can) || Boolean(pot.wholeMl);
  const whole = known ? wholeOf(pot) : (SIZES.find((s) => s >= pot.stockMl) ?? pot.stockMl);
  const share = (ml: number): number => Math.min(1, Math.max(0, whole > 0 ? ml / whole : 0));
  return { now: share(pot.stockMl), then: share(pot.stockMl - needMl), guessed: !known };
}

/** What settles in the pot. Common practice, no source. */
const SETTLES: readonly (readonly [RegExp, string])[] = [
  [/primer/, "Shake it for a minute: what fills lies on the bottom."],
  [/wash/, "Shake it until nothing lies on the bottom: an unshaken wash comes out another colour."],
  [/mirror metal/, "Shake it: the metal lies on the bottom."],
];
/** "Shake it …" where it should be shaken before it is used; null where it need not. */
export function shakeOf({ family, sheen, can }: { family: CoatFamily; sheen: string } & InPot): string | null {
  if (can) return "Shake it for two minutes, and try it on card.";
  if (family.endsWith("varnish") && sheen === "matt") return "Shake it for two minutes: what makes it matt lies on the bottom.";
  return SETTLES.find(([of]) => of.test(family))?.[1] ?? null;
}
