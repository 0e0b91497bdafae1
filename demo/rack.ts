/** The demo's rack and its recipes: pots of every family, all of them made up. */
import type { CoatFamily, CoatMethod, Sheen } from "../core/coat";
import type { Paint } from "../core/project";
import { NEW_STEP, STARTERS, type Pot, type Recipe, type RecipeStep, type Role } from "../core/recipe";
import type { Finish } from "../core/subject";
import { DEMO_NOW } from "./identity";

const paint = (id: string, name: string, hex: string, family: CoatFamily, sheen: Sheen, stockMl: number): Paint => ({
  id,
  name,
  hex,
  family,
  sheen,
  stockMl,
});

export const PAINTS: Paint[] = [
  paint("grey-primer", "Harbour grey primer", "#84898b", "water primer", "matt", 240),
  {
    ...paint("filler-primer", "Filler primer, can", "#a3a7a8", "solvent primer", "matt", 300),
    wholeMl: 400,
    can: { cm2: 9000, fullG: 478, emptyG: 121 },
  },
  paint("mid-earth", "Mid earth", "#8a6b48", "water acrylic", "matt", 55),
  paint("sand-tone", "Sand tone", "#bda273", "water acrylic", "matt", 60),
  paint("slate-blue", "Slate blue", "#4d5a63", "water acrylic", "matt", 40),
  paint("lime-white", "Lime white", "#ded8c6", "water acrylic", "matt", 80),
  paint("weed-green", "Weed green", "#5c6b3c", "water acrylic", "matt", 18),
  paint("brown-black", "Enamel wash, brown-black", "#3b2f27", "enamel wash", "satin", 35),
  paint("tar", "Tar wash", "#25201d", "water wash", "satin", 30),
  paint("mud-dust", "Dry mud pigment", "#9c8a6b", "pigment", "matt", 40),
  {
    ...paint("solvent-matt", "Solvent matt varnish, can", "#e4e6de", "solvent varnish", "matt", 150),
    wholeMl: 400,
    can: { cm2: 12_000, fullG: 455, emptyG: 118 },
  },
  paint("water-matt", "Water-based matt", "#e9ebe3", "water varnish", "matt", 100),
  paint("soot-primer", "Soot black primer", "#1f1f21", "water primer", "matt", 180),
  paint("chalk-primer", "Chalk white primer", "#e2e1db", "water primer", "matt", 120),
  paint("bog-brown", "Bog brown", "#3e2f25", "water acrylic", "matt", 45),
  paint("wet-slate", "Wet slate", "#45494d", "water acrylic", "matt", 38),
  paint("quarry-grey", "Quarry grey", "#7c7f7e", "water acrylic", "matt", 70),
  paint("mist-grey", "Mist grey", "#b3b5b1", "water acrylic", "matt", 52),
  paint("sail-cloth", "Sail cloth", "#e1dac8", "water acrylic", "matt", 40),
  paint("dune", "Dune", "#d8c8a2", "water acrylic", "matt", 36),
  paint("kiln-red", "Kiln red", "#8b4a35", "water acrylic", "matt", 30),
  paint("tile-orange", "Tile orange", "#ae6943", "water acrylic", "matt", 26),
  paint("anchor-iron", "Anchor iron", "#4c4e53", "water acrylic", "satin", 22),
  paint("tin-bright", "Bright tin", "#b8bcc1", "water acrylic", "satin", 18),
  paint("nail-rust", "Nail rust", "#a2562c", "water acrylic", "matt", 24),
  paint("reed-green", "Reed green", "#3d4b31", "water acrylic", "matt", 33),
  paint("marsh-light", "Marsh light", "#8b916a", "water acrylic", "matt", 20),
  paint("deep-creek", "Deep creek", "#20364f", "water acrylic", "matt", 40),
  paint("noon-creek", "Noon creek", "#3e6b92", "water acrylic", "matt", 28),
  paint("foam-blue", "Foam blue", "#a8cad7", "water acrylic", "matt", 19),
  paint("oar-skin", "Oarsman skin", "#b17a59", "water acrylic", "matt", 15),
  paint("smock-red", "Smock red", "#6b4046", "water acrylic", "matt", 17),
  paint("red-wash", "Red-brown wash", "#592f20", "water wash", "satin", 28),
  paint("weed-wash", "Weed wash", "#3a4233", "water wash", "satin", 24),
  paint("foam-ink", "White foam ink", "#f2f2ee", "acrylic ink", "satin", 22),
  paint("lamp-ink", "Lamp amber ink", "#b3762e", "acrylic ink", "satin", 14),
  paint("pitch-gloss", "Pitch, gloss", "#0c0c0e", "lacquer", "gloss", 60),
  paint("mirror-tin", "Mirror tin", "#ced2d7", "mirror metal", "gloss", 25),
  paint("boat-enamel", "Boat blue enamel", "#34566e", "enamel", "gloss", 30),
  paint("umber-oil", "Umber oil", "#4a3626", "oil paint", "gloss", 35),
  paint("spirit-ink", "Tide green spirit ink", "#2f5a4c", "alcohol ink", "gloss", 20),
  paint("rust-powder", "Rust powder", "#9b5b31", "pigment", "matt", 30),
  paint("still-water", "Still water effect", "#dfe6e6", "gloss effect", "gloss", 90),
  paint("gloss-coat", "Water-based gloss", "#e9ebe3", "water varnish", "gloss", 60),
  {
    ...paint("mill-cream", "Mill cream, mixed", "#cdbf9f", "water acrylic", "matt", 4.2),
    mix: {
      parts: [
        { paintId: "lime-white", name: "Lime white", hex: "#ded8c6", drops: 6 },
        { paintId: "sand-tone", name: "Sand tone", hex: "#bda273", drops: 4 },
      ],
      thinning: 0,
      at: DEMO_NOW - 21 * 86_400_000,
      came: "as wanted, a little yellower when dry",
    },
  },
];

const pot = (id: string): Pot & { id: string } => PAINTS.find((p) => p.id === id)!;

const step = (id: string, role: Role, paintId: string, method: CoatMethod, finish: Finish, more: Partial<RecipeStep> = {}): RecipeStep => {
  const { name, family, hex, sheen } = pot(paintId);
  return { ...NEW_STEP, id, role, paintId, wants: { name, family, hex, sheen }, method, finish, ...more };
};

/** A starter with pots of this rack. */
const taken = (starter: string, id: string, pots: Readonly<Record<string, string>>): Recipe => {
  const found = STARTERS.find((r) => r.id === starter)!;
  return { ...found, id, steps: found.steps.map((s) => ({ ...s, paintId: pots[s.id] ?? null })) };
};

export const RECIPES: Recipe[] = [
  taken("starter-timber", "timber", {
    s1: "grey-primer",
    s2: "bog-brown",
    s3: "mid-earth",
    s4: "tar",
    s5: "sand-tone",
    s6: "mud-dust",
    s7: "water-matt",
  }),
  {
    id: "lime-wall",
    name: "Lime wall",
    school: "pale, weed from the tide up",
    steps: [
      step("prime", "all over", "grey-primer", "brush", "table", { brush: "large flat brush" }),
      step("lime", "all over", "lime-white", "brush", "table", { coats: 2, brush: "large flat brush" }),
      step("joints", "recesses", "tar", "wash", "table", {
        thinning: 2,
        brush: "large round brush",
        judgeAfterMin: 60,
        looksSo: "Much too dark while it is wet.",
      }),
      step("edges", "tips", "sail-cloth", "dry brush", "good", {
        brush: "soft dry brush",
        ifTooMuch: "Tap on a little lime white with a sponge.",
      }),
      step("weed", "foot", "weed-green", "sponge", "good", { brush: "torn foam" }),
      step("mud", "foot", "mud-dust", "dust", "display", { ifTooMuch: "Brush it off while it is dry." }),
    ],
  },
  {
    id: "tarred",
    name: "Tarred timber",
    school: "tar over primer, weed where it is wet",
    steps: [
      step("prime", "all over", "grey-primer", "brush", "table"),
      step("tar", "all over", "tar", "wash", "table", { brush: "large round brush", judgeAfterMin: 60 }),
      step("weed", "foot", "weed-green", "sponge", "good", { brush: "torn foam" }),
      step("slots", "bare", "tar", "brush", "table", { where: "the groove" }),
    ],
  },
  {
    id: "mill",
    name: "Old render",
    school: "earth, wash, dry brush",
    steps: [
      step("prime", "all over", "grey-primer", "spray", "table", { coats: 2 }),
      step("earth", "all over", "mid-earth", "brush", "table", { brush: "large flat brush" }),
      step("wash", "recesses", "brown-black", "wash", "table", { judgeAfterMin: 120 }),
      step("sand", "raised", "sand-tone", "dry brush", "good", { coats: 2, brush: "large soft dry brush" }),
      step("seal", "all over", "solvent-matt", "spray", "good"),
    ],
  },
];
