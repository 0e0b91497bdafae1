/**
 * What may go over what. The first row that matches a pair decides. `under` and `over` name families; a row without one
 * matches all. All rows are common practice without a published source, unless they say so.
 */
import type { Cleaner, CoatFamily } from "./families";

export type Verdict = "fine" | "wait" | "test first" | "seal first" | "never";

export interface CoatRule {
  id: string;
  under?: CoatFamily[];
  over?: CoatFamily[];
  underCleaner?: Cleaner;
  overCleaner?: Cleaner;
  verdict: Verdict;
  /** Least age of the coat below, s; undefined takes its usual recoat time. */
  waitS?: number;
  why: string;
  remedy: string;
  source: string;
}

const DAY = 86400,
  H = 3600;
const PRACTICE = "common practice, no source";
const WATER: CoatFamily[] = ["water primer", "water acrylic", "water wash", "water varnish", "white glue", "wetted sand", "gloss effect"];
const GROUNDS: CoatFamily[] = ["bare filament", "bare resin", "bare foam", "clear sheet"];
const PAINTS: CoatFamily[] = ["water acrylic", "water wash", "lacquer", "enamel", "enamel wash"];
const HOT: CoatFamily[] = ["solvent primer", "lacquer", "solvent varnish"];

export const COAT_RULES: CoatRule[] = [
  // The ground itself.
  {
    id: "spray-on-foam",
    under: ["bare foam"],
    over: HOT,
    verdict: "never",
    why: "Strong solvent melts bare foam.",
    remedy: "Seal the foam with thinned white glue or water-based primer first.",
    source: PRACTICE,
  },
  {
    id: "instant-on-foam",
    under: ["bare foam"],
    over: ["instant glue"],
    verdict: "never",
    why: "Instant glue eats bare foam.",
    remedy: "Use white glue or a foam-safe contact glue.",
    source: PRACTICE,
  },
  {
    id: "instant-near-clear",
    under: ["clear sheet"],
    over: ["instant glue"],
    verdict: "never",
    why: "Its vapour frosts clear parts.",
    remedy: "Use white glue or a clear-parts glue at the rim.",
    source: PRACTICE,
  },
  {
    id: "resin-on-bare-filament",
    under: ["bare filament"],
    over: ["uv resin"],
    verdict: "seal first",
    why: "It wicks between the lines and fills the infill, where no lamp reaches.",
    remedy: "Prime the print first, then brush thin layers.",
    source: PRACTICE,
  },
  {
    id: "paint-on-bare",
    under: ["bare filament", "bare resin"],
    over: PAINTS,
    verdict: "seal first",
    why: "Paint on bare plastic rubs off and hides no fault.",
    remedy: "Prime first: grip, one colour, shows faults.",
    source: PRACTICE,
  },
  {
    id: "any-on-ground",
    under: GROUNDS,
    verdict: "fine",
    waitS: 0,
    why: "Clean, dry and free of dust it holds.",
    remedy: "",
    source: PRACTICE,
  },

  // Solvent over what it lifts.
  {
    id: "solvent-varnish-on-enamel",
    under: ["enamel", "enamel wash"],
    over: ["solvent varnish", "lacquer", "solvent primer"],
    verdict: "never",
    waitS: 10 * DAY,
    why: "Strong thinner swells enamel that is not hard through: it wrinkles.",
    remedy: "Use a water-based matt, or wait ten days and try a hidden spot.",
    source: PRACTICE,
  },
  {
    id: "spirit-on-enamel",
    under: ["enamel", "enamel wash"],
    overCleaner: "white spirit",
    verdict: "wait",
    waitS: 24 * H,
    why: "White spirit takes young enamel off again.",
    remedy: "Leave it a day, or seal with a water-based varnish between.",
    source: PRACTICE,
  },
  {
    id: "hot-on-water",
    under: ["water acrylic", "water wash"],
    over: ["lacquer", "solvent primer"],
    verdict: "test first",
    waitS: 24 * H,
    why: "Strong thinner can craze a thin water-based film.",
    remedy: "Mist very light coats, or stay water-based.",
    source: PRACTICE,
  },
  {
    id: "solvent-varnish-on-water",
    under: ["water acrylic", "water wash", "water primer", "wetted sand", "white glue"],
    over: ["solvent varnish"],
    verdict: "wait",
    waitS: 24 * H,
    why: "Trapped water frosts under a solvent varnish.",
    remedy: "A day to dry, then two light coats on a dry day.",
    source: PRACTICE,
  },
  {
    id: "enamel-wash-on-acrylic",
    under: ["water acrylic", "water wash", "water primer", "lacquer", "solvent primer"],
    over: ["enamel wash"],
    verdict: "wait",
    waitS: 24 * H,
    why: "White spirit leaves dry acrylic alone, but a scrubbing brush does not.",
    remedy: "A day to dry, soft brush, no scrubbing; seal first if many corrections are likely.",
    source: PRACTICE,
  },

  // Alcohol, wetted ground.
  {
    id: "sand-on-solvent-varnish",
    under: ["solvent varnish"],
    over: ["wetted sand", "cement ground"],
    verdict: "never",
    why: "The alcohol that wets the sand turns a solvent matt varnish white and crusty.",
    remedy: "Lay the ground before the varnish, or wet with water and a drop of soap and use neat glue.",
    source: PRACTICE,
  },
  {
    id: "sand-on-lacquer",
    under: ["lacquer", "water acrylic", "water wash"],
    over: ["wetted sand"],
    verdict: "test first",
    waitS: 24 * H,
    why: "Alcohol lifts paint that is not sealed.",
    remedy: "Wet with water and a drop of soap, or seal first.",
    source: PRACTICE,
  },

  // Pigments and gloss.
  {
    id: "pigment-on-gloss",
    under: ["gloss effect", "enamel", "uv resin"],
    over: ["pigment"],
    verdict: "never",
    why: "Pigment needs tooth: on gloss it slides off.",
    remedy: "Matt varnish first.",
    source: PRACTICE,
  },
  {
    id: "seal-pigment",
    under: ["pigment"],
    over: ["water varnish", "solvent varnish"],
    verdict: "test first",
    waitS: 0,
    why: "Sealing darkens and flattens pigment.",
    remedy: "Mist it, brush the palest tone on again afterwards, or leave unsealed what nobody touches.",
    source: PRACTICE,
  },
  {
    id: "paint-on-pigment",
    under: ["pigment"],
    verdict: "seal first",
    why: "Loose powder under a coat takes the coat off with it.",
    remedy: "Fix the pigment first, then paint.",
    source: PRACTICE,
  },
  {
    id: "matt-on-effect",
    under: ["gloss effect"],
    over: ["water varnish", "solvent varnish"],
    verdict: "never",
    why: "An overall varnish kills the wet look below it.",
    remedy: "Make gloss effects the last coat of all.",
    source: PRACTICE,
  },

  // Resin and glue films.
  {
    id: "resin-on-paint",
    over: ["uv resin"],
    verdict: "wait",
    why: "Resin over a soft film wrinkles as it shrinks.",
    remedy: "Let the paint dry a day, thin layers.",
    waitS: 24 * H,
    source: PRACTICE,
  },
  {
    id: "paint-on-resin",
    under: ["uv resin"],
    over: PAINTS,
    verdict: "test first",
    waitS: 10 * 60,
    why: "The air leaves its skin tacky and smooth.",
    remedy: "Wipe with alcohol, scuff or prime.",
    source: PRACTICE,
  },
  {
    id: "on-instant-glue",
    under: ["instant glue"],
    verdict: "fine",
    waitS: 10 * 60,
    why: "Hard in minutes; frost wipes off.",
    remedy: "",
    source: PRACTICE,
  },
  {
    id: "cement-wet",
    under: ["cement ground"],
    verdict: "wait",
    waitS: 24 * H,
    why: "Cement must set before it is coated: its alkali and water spoil films.",
    remedy: "Wait a day.",
    source: PRACTICE,
  },

  // Like over like.
  {
    id: "water-on-anything",
    over: WATER,
    verdict: "wait",
    why: "Water-based coats lie on any dry film.",
    remedy: "Let the coat below dry.",
    source: PRACTICE,
  },
  {
    id: "pigment-on-matt",
    over: ["pigment"],
    verdict: "wait",
    why: "Pigment holds on matt films.",
    remedy: "Let the coat below dry.",
    source: PRACTICE,
  },
  {
    id: "hot-on-hot",
    under: HOT,
    over: HOT,
    verdict: "wait",
    why: "Like melts into like: within the recoat time, light coats.",
    remedy: "Light coats.",
    source: PRACTICE,
  },
  {
    id: "enamel-on-dry",
    over: ["enamel", "enamel wash"],
    verdict: "wait",
    waitS: 24 * H,
    why: "White spirit is mild on dry films.",
    remedy: "A day to dry.",
    source: PRACTICE,
  },
  {
    id: "glue-on-paint",
    over: ["instant glue"],
    verdict: "test first",
    why: "Glue holds to paint, and paint only to primer.",
    remedy: "Scrape to bare plastic where load goes.",
    source: PRACTICE,
  },
];

/** When no row knows the pair. */
export const UNKNOWN_PAIR: CoatRule = {
  id: "unknown",
  verdict: "test first",
  why: "Nobody has written this pair down here.",
  remedy: "Try it on a hidden spot first.",
  source: PRACTICE,
};
