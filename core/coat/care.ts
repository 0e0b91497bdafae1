/**
 * Cautions of a coat, from one table of what it is and how it is laid: every cell has a caution or a written reason for none. Common practice,
 * no source: the product's own safety data sheet and local rules come first.
 */
import type { CautionId } from "../care";
import type { CoatFamily, CoatMethod } from "./families";

/** What matters of a product for whoever breathes and touches it. */
type Hazard = "water" | "solvent" | "oil" | "alcohol" | "resin" | "powder" | "cement" | "instant glue" | "nothing";
/** How it is brought there. */
type Way = "mist" | "hand" | "pool" | "dust" | "dry";

const HAZARDS: Record<CoatFamily, Hazard> = {
  "bare filament": "nothing",
  "bare resin": "nothing",
  "bare foam": "nothing",
  "clear sheet": "nothing",
  "plastic sheet": "nothing",
  "water primer": "water",
  "solvent primer": "solvent",
  "water acrylic": "water",
  "water wash": "water",
  lacquer: "solvent",
  enamel: "oil",
  "enamel wash": "oil",
  "oil paint": "oil",
  "alcohol ink": "alcohol",
  "acrylic ink": "water",
  "mirror metal": "solvent",
  "water varnish": "water",
  "solvent varnish": "solvent",
  "gloss effect": "water",
  pigment: "powder",
  "uv resin": "resin",
  "white glue": "water",
  "instant glue": "instant glue",
  "wetted sand": "water",
  "chalk paste": "powder",
  "cement ground": "cement",
  decal: "nothing",
  masking: "nothing",
  alcohol: "alcohol",
  "wet sanding": "nothing",
};

const WAYS: Record<CoatMethod, Way> = {
  brush: "hand",
  spray: "mist",
  airbrush: "mist",
  mist: "mist",
  "from above": "mist",
  "dry brush": "hand",
  wash: "pool",
  "line in": "pool",
  "streak and wipe": "hand",
  sponge: "hand",
  stipple: "hand",
  "pick out": "hand",
  chip: "hand",
  pencil: "dry",
  flick: "hand",
  dust: "dust",
  pour: "pool",
  decal: "dry",
  tape: "dry",
  "liquid mask": "hand",
};

/** Cautions, or why there are none. */
type Cell = readonly CautionId[] | string;

const NO_VAPOUR = "Water-based and laid by hand: nothing floats, and its vapour is water.";
const NOT_LAID = "A ground or a film: nothing is opened, and nothing floats.";
const NO_DUST = "It does not come as a powder: nothing floats.";

const TABLE: Record<Hazard, Record<Way, Cell>> = {
  water: { mist: ["water-mist"], hand: NO_VAPOUR, pool: NO_VAPOUR, dust: NO_DUST, dry: NO_VAPOUR },
  solvent: { mist: ["solvent-spray"], hand: ["solvent-brush"], pool: ["solvent-brush"], dust: ["solvent-brush"], dry: ["solvent-brush"] },
  oil: {
    mist: ["solvent-spray", "oily-rags"],
    hand: ["solvent-brush", "oily-rags"],
    pool: ["solvent-brush", "oily-rags"],
    dust: ["solvent-brush", "oily-rags"],
    dry: ["solvent-brush", "oily-rags"],
  },
  alcohol: { mist: ["alcohol", "water-mist"], hand: ["alcohol"], pool: ["alcohol"], dust: ["alcohol"], dry: ["alcohol"] },
  resin: {
    mist: ["resin", "lamp", "solvent-spray"],
    hand: ["resin", "lamp"],
    pool: ["resin", "lamp"],
    dust: ["resin", "lamp"],
    dry: ["resin", "lamp"],
  },
  powder: { mist: ["powder"], hand: ["powder"], pool: ["powder"], dust: ["powder"], dry: ["powder"] },
  cement: { mist: ["cement"], hand: ["cement"], pool: ["cement"], dust: ["cement"], dry: ["cement"] },
  "instant glue": {
    mist: ["instant-glue", "water-mist"],
    hand: ["instant-glue"],
    pool: ["instant-glue"],
    dust: ["instant-glue"],
    dry: ["instant-glue"],
  },
  nothing: { mist: NOT_LAID, hand: NOT_LAID, pool: NOT_LAID, dust: NOT_LAID, dry: NOT_LAID },
};

/** What is to be heeded when a product is laid in a way; and the reason, where there is nothing. */
export function coatCare(family: CoatFamily, method: CoatMethod): { cautions: CautionId[]; none: string | null } {
  const cell = TABLE[HAZARDS[family]][WAYS[method]];
  return typeof cell === "string" ? { cautions: [], none: cell } : { cautions: [...cell], none: null };
}

/** Does open solvent or alcohol stand about, or air, while it is laid and dries? */
export const OPEN_SOLVENT: readonly CautionId[] = ["solvent-spray", "solvent-brush", "alcohol"];
