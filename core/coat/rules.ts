/**
 * What may go over what. The first row that matches a pair decides. `under` and `over` name families; a row without one
 * matches all. All rows are common practice without a published source, unless they say so.
 */
import type { Cleaner, CoatFamily, CoatMethod } from "./families";

export type Verdict = "fine" | "wait" | "test first" | "seal first" | "never";

export interface CoatRule {
  id: string;
  under?: CoatFamily[];
  over?: CoatFamily[];
  underCleaner?: Cleaner;
  overCleaner?: Cleaner;
  overMethod?: CoatMethod[];
  verdict: Verdict;
  /** Least age of the coat below, s; undefined takes its usual recoat time. */
  waitS?: number;
  /** Age of the coat below, s, from which the stop is only to be tested first. */
  clearsS?: number;
  /** The verdict where the coat above is laid in distant, dry mist coats. */
  mist?: Verdict;
  why: string;
  remedy: string;
  source: string;
}

const DAY = 86400,
  H = 3600;
const PRACTICE = "common practice, no source";
const WATER: CoatFamily[] = [
  "water primer",
  "water acrylic",
  "water wash",
  "water varnish",
  "white glue",
  "wetted sand",
  "chalk paste",
  "gloss effect",
];
const GROUNDS: CoatFamily[] = ["bare filament", "bare resin", "bare foam", "clear sheet", "plastic sheet"];
const PAINTS: CoatFamily[] = ["water acrylic", "water wash", "lacquer", "enamel", "enamel wash", "oil paint", "alcohol ink"];
const HOT: CoatFamily[] = ["solvent primer", "lacquer", "solvent varnish"];
const SPIRIT: CoatFamily[] = ["enamel", "enamel wash", "oil paint"];

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
    id: "spirit-on-foam",
    under: ["bare foam"],
    over: SPIRIT,
    verdict: "never",
    why: "White spirit softens bare foam and creeps into it.",
    remedy: "Seal the foam with thinned white glue or water-based primer first.",
    source: PRACTICE,
  },
  {
    id: "resin-on-foam",
    under: ["bare foam"],
    over: ["uv resin"],
    verdict: "seal first",
    why: "Liquid resin attacks bare foam, and the heat of curing melts it.",
    remedy: "Seal with white glue or water-based primer, then thin layers.",
    source: PRACTICE,
  },
  {
    id: "instant-on-foam",
    under: ["bare foam"],
    over: ["instant glue"],
    verdict: "never",
    why: "Instant glue dissolves bare foam.",
    remedy: "Use white glue or a foam-safe contact glue.",
    source: PRACTICE,
  },
  {
    id: "instant-near-clear",
    under: ["clear sheet"],
    over: ["instant glue"],
    verdict: "never",
    why: "Its vapour frosts clear parts.",
    remedy: "Use white glue or a clear-parts glue at the edge.",
    source: PRACTICE,
  },
  {
    id: "solvent-on-clear",
    under: ["clear sheet"],
    over: HOT,
    verdict: "never",
    why: "Strong thinner crazes and fogs clear sheet.",
    remedy: "Mask it, or use a water-based gloss.",
    source: PRACTICE,
  },
  {
    id: "alcohol-on-clear",
    under: ["clear sheet"],
    over: ["alcohol", "alcohol ink"],
    verdict: "test first",
    waitS: 0,
    why: "Alcohol can crack clear sheet where it is bent or cut.",
    remedy: "Wash with soapy water instead.",
    source: PRACTICE,
  },
  {
    id: "resin-on-plastic-sheet",
    under: ["plastic sheet"],
    over: ["uv resin"],
    verdict: "never",
    why: "Cured resin does not hold on polystyrene: it peels.",
    remedy: "Use a solvent putty or epoxy putty.",
    source: PRACTICE,
  },
  {
    id: "lacquer-on-plastic-sheet",
    under: ["plastic sheet"],
    over: ["lacquer", "solvent varnish"],
    verdict: "test first",
    waitS: 0,
    mist: "fine",
    why: "Strong thinner in a wet coat softens bare polystyrene.",
    remedy: "Prime first, or light coats.",
    source: PRACTICE,
  },
  {
    id: "wet-sanding-bare-filament",
    under: ["bare filament"],
    over: ["wet sanding"],
    verdict: "seal first",
    why: "Water wicks between the lines and into the infill.",
    remedy: "Sand the bare print dry with a mask, or prime it first.",
    source: PRACTICE,
  },
  {
    id: "dry-brush-on-dark-filament",
    under: ["bare filament"],
    over: ["water acrylic", "enamel"],
    overMethod: ["dry brush"],
    verdict: "test first",
    waitS: 0,
    why: "On dark matt filament, dry brushing alone is enough for display pieces. It rubs off where it is handled.",
    remedy: "Prime what is handled.",
    source: PRACTICE,
  },
  {
    id: "resin-on-bare-filament",
    under: ["bare filament"],
    over: ["uv resin"],
    verdict: "seal first",
    why: "Resin wicks between the lines and into the infill, where no lamp can cure it.",
    remedy: "Prime the print first, then brush thin layers.",
    source: PRACTICE,
  },
  {
    id: "paint-on-bare",
    under: ["bare filament", "bare resin", "plastic sheet"],
    over: PAINTS,
    verdict: "seal first",
    why: "Paint on bare plastic rubs off and hides no faults.",
    remedy: "Prime first: it grips, gives one colour and shows up faults.",
    source: PRACTICE,
  },
  {
    id: "any-on-ground",
    under: GROUNDS,
    verdict: "fine",
    waitS: 0,
    why: "It holds if the surface is clean, dry and free of dust.",
    remedy: "",
    source: PRACTICE,
  },

  // Solvent over what it lifts.
  {
    id: "solvent-varnish-on-enamel",
    under: ["enamel", "enamel wash"],
    over: HOT,
    verdict: "never",
    waitS: 10 * DAY,
    clearsS: 10 * DAY,
    mist: "test first",
    why: "Strong thinner swells enamel that has not hardened through, and it wrinkles.",
    remedy: "Use a water-based matt.",
    source: PRACTICE,
  },
  {
    id: "solvent-varnish-on-oil",
    under: ["oil paint"],
    over: HOT,
    verdict: "never",
    waitS: 30 * DAY,
    clearsS: 30 * DAY,
    mist: "test first",
    why: "Oil paint stays soft under its skin for weeks, and strong thinner wrinkles it.",
    remedy: "Use a water-based matt once it is touch dry.",
    source: PRACTICE,
  },
  {
    id: "spirit-on-enamel",
    under: SPIRIT,
    overCleaner: "white spirit",
    verdict: "wait",
    waitS: 24 * H,
    why: "White spirit lifts fresh enamel.",
    remedy: "Leave it a day, or seal with a water-based varnish in between.",
    source: PRACTICE,
  },
  {
    id: "hot-on-water",
    under: ["water acrylic", "water wash"],
    over: ["lacquer", "solvent primer"],
    verdict: "test first",
    waitS: 24 * H,
    mist: "wait",
    why: "Strong thinner can craze a thin water-based film.",
    remedy: "Use a water-based product if you can.",
    source: PRACTICE,
  },
  {
    id: "solvent-primer-on-ground",
    under: ["wetted sand", "white glue", "chalk paste", "water primer"],
    over: ["solvent primer", "lacquer"],
    verdict: "wait",
    waitS: 12 * H,
    why: "Spraying over glued sand is routine once the glue is dry all the way through.",
    remedy: "Leave it overnight, then two light coats.",
    source: PRACTICE,
  },
  {
    id: "hot-on-alcohol-ink",
    under: ["alcohol ink"],
    over: HOT,
    verdict: "test first",
    waitS: 2 * H,
    mist: "wait",
    why: "Strong thinner lifts ink and bleeds it.",
    remedy: "Seal with a water-based varnish first.",
    source: PRACTICE,
  },
  {
    id: "solvent-varnish-on-water",
    under: ["water acrylic", "water wash", "water primer", "wetted sand", "white glue", "chalk paste"],
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
    over: ["enamel wash", "oil paint"],
    verdict: "wait",
    waitS: 24 * H,
    why: "White spirit does not harm dry acrylic, but scrubbing does.",
    remedy: "A day to dry, soft brush, no scrubbing; seal first if many corrections are likely.",
    source: PRACTICE,
  },

  // Alcohol as a step of its own, to wet or to wash.
  {
    id: "alcohol-on-solvent-varnish",
    under: ["solvent varnish"],
    over: ["alcohol"],
    verdict: "never",
    why: "Alcohol turns a solvent matt varnish white and crusty.",
    remedy: "Wet with water and a drop of soap. If it has happened, another coat of the same varnish may cure it.",
    source: PRACTICE,
  },
  {
    id: "alcohol-on-paint",
    under: ["water acrylic", "water wash", "water primer", "alcohol ink", "lacquer"],
    over: ["alcohol", "alcohol ink"],
    verdict: "seal first",
    waitS: 24 * H,
    why: "Alcohol lifts paint that is not sealed.",
    remedy: "A water-based varnish first, or wet with water and a drop of soap.",
    source: PRACTICE,
  },
  {
    id: "alcohol-on-water-varnish",
    under: ["water varnish", "gloss effect"],
    over: ["alcohol", "alcohol ink"],
    verdict: "test first",
    waitS: 24 * H,
    why: "Water-based varnish withstands a dab of alcohol, but not scrubbing.",
    remedy: "Dab, do not rub.",
    source: PRACTICE,
  },
  {
    id: "after-alcohol",
    under: ["alcohol"],
    verdict: "wait",
    waitS: 10 * 60,
    why: "It evaporates in minutes.",
    remedy: "",
    source: PRACTICE,
  },
  {
    id: "wet-sanding-water-films",
    under: ["water varnish", "water acrylic", "water wash", "water primer", "white glue", "wetted sand", "chalk paste", "gloss effect"],
    over: ["wet sanding"],
    verdict: "test first",
    waitS: 24 * H,
    why: "Water softens a water-based film, and it rolls up under the paper.",
    remedy: "A day to dry, fine paper, little water; or sand dry with a mask.",
    source: PRACTICE,
  },
  {
    id: "wet-sanding",
    over: ["wet sanding"],
    verdict: "wait",
    why: "Films that water does not affect may be sanded wet once they are hard.",
    remedy: "Rinse and dry before the next coat.",
    source: PRACTICE,
  },
  {
    id: "after-wet-sanding",
    under: ["wet sanding"],
    verdict: "wait",
    waitS: 1 * H,
    why: "Let it dry and remove all dust.",
    remedy: "",
    source: PRACTICE,
  },

  // Alcohol, wetted ground.
  {
    id: "sand-on-solvent-varnish",
    under: ["solvent varnish"],
    over: ["wetted sand", "cement ground"],
    verdict: "never",
    why: "The alcohol used to wet the sand turns a solvent matt varnish white and crusty.",
    remedy: "Lay the ground before the varnish, or wet with water and a drop of soap and use neat glue.",
    source: PRACTICE,
  },
  {
    id: "sand-on-lacquer",
    under: ["lacquer", "water acrylic", "water wash", "alcohol ink"],
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
    under: ["gloss effect", "enamel", "oil paint", "uv resin"],
    over: ["pigment"],
    verdict: "never",
    why: "Pigment needs tooth. It slides off gloss.",
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
    remedy: "Mist it and brush the palest tone on again afterwards, or leave it unsealed if it is never touched.",
    source: PRACTICE,
  },
  {
    id: "paint-on-pigment",
    under: ["pigment"],
    verdict: "seal first",
    why: "A coat over loose powder comes off with the powder.",
    remedy: "Fix the pigment first, then paint.",
    source: PRACTICE,
  },
  {
    id: "matt-on-effect",
    under: ["gloss effect"],
    over: ["water varnish", "solvent varnish"],
    verdict: "never",
    why: "An overall varnish kills the wet look underneath.",
    remedy: "Make gloss effects the very last coat.",
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
    why: "Contact with air leaves the surface tacky and smooth.",
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
    why: "Cement must set before it is coated. Its alkali and water spoil paint films.",
    remedy: "Wait a day.",
    source: PRACTICE,
  },

  // Wet in wet, as it is meant to be.
  {
    id: "sand-in-wet-glue",
    under: ["white glue", "chalk paste"],
    over: ["wetted sand", "pigment"],
    verdict: "fine",
    waitS: 0,
    why: "Sand goes into wet glue, which is what holds it.",
    remedy: "",
    source: PRACTICE,
  },
  {
    id: "wash-wet-in-wet",
    under: ["water wash"],
    over: ["water wash"],
    verdict: "fine",
    waitS: 0,
    why: "Washes can go on wet in wet to blend. For a clean edge, let the first one dry.",
    remedy: "",
    source: PRACTICE,
  },
  {
    id: "oil-over-dry",
    over: ["oil paint"],
    verdict: "wait",
    waitS: 24 * H,
    why: "White spirit is mild on dry films.",
    remedy: "A day to dry.",
    source: PRACTICE,
  },
  {
    id: "ink-on-dry",
    over: ["alcohol ink"],
    verdict: "test first",
    why: "Alcohol may lift the coat below.",
    remedy: "Use it over a cured varnish or primer.",
    source: PRACTICE,
  },
  {
    id: "alcohol-on-hard",
    over: ["alcohol"],
    verdict: "wait",
    why: "Films that alcohol does not affect may be wetted once they are hard.",
    remedy: "",
    source: PRACTICE,
  },

  // Like over like.
  {
    id: "water-on-anything",
    over: WATER,
    verdict: "wait",
    why: "Water-based coats go on any dry film.",
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
    why: "Like dissolves into like: stay within the recoat window with light coats.",
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
    why: "The glue grips the paint, and the paint only grips the primer.",
    remedy: "Scrape to bare plastic where the joint carries load.",
    source: PRACTICE,
  },
];

/** When no row knows the pair. */
export const UNKNOWN_PAIR: CoatRule = {
  id: "unknown",
  verdict: "test first",
  why: "No rule on record for this pair.",
  remedy: "Try it on a hidden spot first.",
  source: PRACTICE,
};
