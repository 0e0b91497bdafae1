import type { Cover } from "./can";

/**
 * Kinds of coat, told apart by what cleans the tool rather than by the word on the can. Times at about 20 °C and 50 %
 * humidity for a usual film; starting values, common practice without a source: the product's own sheet wins.
 */
export type CoatFamily =
  | "bare filament"
  | "bare resin"
  | "bare foam"
  | "clear sheet"
  | "plastic sheet"
  | "water primer"
  | "solvent primer"
  | "water acrylic"
  | "water wash"
  | "lacquer"
  | "enamel"
  | "enamel wash"
  | "oil paint"
  | "alcohol ink"
  | "acrylic ink"
  | "mirror metal"
  | "water varnish"
  | "solvent varnish"
  | "gloss effect"
  | "pigment"
  | "uv resin"
  | "white glue"
  | "instant glue"
  | "wetted sand"
  | "chalk paste"
  | "cement ground"
  | "decal"
  | "masking"
  | "alcohol"
  | "wet sanding";

export type Cleaner = "water" | "alcohol" | "white spirit" | "strong thinner" | "none once cured";

export type Sheen = "matt" | "satin" | "gloss";

export interface FamilyFacts {
  cleaner: Cleaner;
  /** May be touched, may be coated over with a like coat, dry through. Seconds, laid as it usually is. */
  touchS: number;
  recoatS: number;
  throughS: number;
  /** How it is usually laid; brushed where nothing is said. */
  usual?: CoatMethod;
  /** How it dries where nothing else is known of the pot. */
  sheen?: Sheen;
  /** Usual dry film of one coat, mm. */
  filmMm: number;
  /** Share of the ground that one coat closes, 0..1. */
  cover: number;
  /** Volume solids, for films. */
  solids: number;
  /** A printed or found ground, not a coat. */
  ground?: boolean;
}

const MIN = 60,
  H = 3600,
  DAY = 86400;
const GROUND = { cleaner: "none once cured" as const, touchS: 0, recoatS: 0, throughS: 0, filmMm: 0, cover: 1, solids: 1, ground: true };

export const FAMILIES: Record<CoatFamily, FamilyFacts> = {
  "bare filament": GROUND,
  "bare resin": GROUND,
  "bare foam": GROUND,
  "clear sheet": GROUND,
  "plastic sheet": GROUND,
  "water primer": {
    cleaner: "water",
    touchS: 20 * MIN,
    recoatS: 1 * H,
    throughS: 12 * H,
    filmMm: 0.02,
    cover: 1,
    solids: 0.3,
    sheen: "matt",
  },
  "solvent primer": {
    cleaner: "strong thinner",
    touchS: 15 * MIN,
    recoatS: 1 * H,
    throughS: 24 * H,
    filmMm: 0.03,
    cover: 1,
    solids: 0.35,
    usual: "spray",
    sheen: "matt",
  },
  "water acrylic": { cleaner: "water", touchS: 15 * MIN, recoatS: 25 * MIN, throughS: 24 * H, filmMm: 0.02, cover: 0.95, solids: 0.35 },
  "water wash": {
    cleaner: "water",
    touchS: 30 * MIN,
    recoatS: 90 * MIN,
    throughS: 24 * H,
    filmMm: 0.005,
    cover: 0.4,
    solids: 0.1,
    usual: "wash",
  },
  lacquer: {
    cleaner: "strong thinner",
    touchS: 10 * MIN,
    recoatS: 30 * MIN,
    throughS: 12 * H,
    filmMm: 0.015,
    cover: 1,
    solids: 0.2,
    usual: "spray",
  },
  enamel: {
    cleaner: "white spirit",
    touchS: 6 * H,
    recoatS: 24 * H,
    throughS: 7 * DAY,
    filmMm: 0.025,
    cover: 1,
    solids: 0.45,
    sheen: "gloss",
  },
  "enamel wash": {
    cleaner: "white spirit",
    touchS: 2 * H,
    recoatS: 12 * H,
    throughS: 7 * DAY,
    filmMm: 0.005,
    cover: 0.3,
    solids: 0.1,
    usual: "wash",
  },
  "oil paint": {
    cleaner: "white spirit",
    touchS: 3 * DAY,
    recoatS: 4 * DAY,
    throughS: 30 * DAY,
    filmMm: 0.02,
    cover: 0.6,
    solids: 0.7,
    sheen: "gloss",
  },
  "alcohol ink": { cleaner: "alcohol", touchS: 5 * MIN, recoatS: 15 * MIN, throughS: 2 * H, filmMm: 0.004, cover: 0.5, solids: 0.1 },
  "acrylic ink": {
    cleaner: "water",
    touchS: 5 * MIN,
    recoatS: 15 * MIN,
    throughS: 12 * H,
    filmMm: 0.006,
    cover: 0.5,
    solids: 0.12,
    sheen: "satin",
  },
  "mirror metal": {
    cleaner: "strong thinner",
    touchS: 15 * MIN,
    recoatS: 1 * H,
    throughS: 48 * H,
    filmMm: 0.005,
    cover: 1,
    solids: 0.05,
    usual: "airbrush",
    sheen: "gloss",
  },
  "water varnish": {
    cleaner: "water",
    touchS: 30 * MIN,
    recoatS: 2 * H,
    throughS: 24 * H,
    filmMm: 0.015,
    cover: 1,
    solids: 0.3,
    sheen: "matt",
  },
  "solvent varnish": {
    cleaner: "strong thinner",
    touchS: 20 * MIN,
    recoatS: 1 * H,
    throughS: 24 * H,
    filmMm: 0.015,
    cover: 1,
    solids: 0.2,
    sheen: "matt",
    usual: "spray",
  },
  "gloss effect": {
    cleaner: "water",
    touchS: 1 * H,
    recoatS: 4 * H,
    throughS: 48 * H,
    filmMm: 0.1,
    cover: 0.5,
    solids: 0.4,
    sheen: "gloss",
  },
  pigment: {
    cleaner: "water",
    touchS: 0,
    recoatS: 10 * MIN,
    throughS: 10 * MIN,
    filmMm: 0.01,
    cover: 0.3,
    solids: 1,
    usual: "dust",
    sheen: "matt",
  },
  "uv resin": {
    cleaner: "none once cured",
    touchS: 1 * MIN,
    recoatS: 2 * MIN,
    throughS: 10 * MIN,
    filmMm: 0.1,
    cover: 1,
    solids: 0.95,
    sheen: "gloss",
  },
  "white glue": { cleaner: "water", touchS: 1 * H, recoatS: 4 * H, throughS: 24 * H, filmMm: 0.1, cover: 0.6, solids: 0.5 },
  "instant glue": {
    cleaner: "none once cured",
    touchS: 1 * MIN,
    recoatS: 10 * MIN,
    throughS: 12 * H,
    filmMm: 0.05,
    cover: 0.3,
    solids: 1,
    sheen: "gloss",
  },
  "wetted sand": {
    cleaner: "water",
    touchS: 4 * H,
    recoatS: 12 * H,
    throughS: 24 * H,
    filmMm: 1,
    cover: 0.9,
    solids: 0.6,
    usual: "pour",
    sheen: "matt",
  },
  "chalk paste": { cleaner: "water", touchS: 2 * H, recoatS: 12 * H, throughS: 24 * H, filmMm: 1, cover: 0.9, solids: 0.6, sheen: "matt" },
  // What is laid on and stays, or comes off again: it is judged by how it is laid.
  decal: {
    cleaner: "none once cured",
    touchS: 30 * MIN,
    recoatS: 2 * H,
    throughS: 24 * H,
    filmMm: 0.01,
    cover: 0.2,
    solids: 1,
    usual: "decal",
  },
  masking: { cleaner: "none once cured", touchS: 0, recoatS: 0, throughS: 0, filmMm: 0, cover: 0, solids: 0, usual: "tape" },
  // What wets or rubs and leaves nothing: it is judged for what it does to the coats below.
  alcohol: { cleaner: "alcohol", touchS: 0, recoatS: 10 * MIN, throughS: 10 * MIN, filmMm: 0, cover: 0, solids: 0 },
  "wet sanding": { cleaner: "water", touchS: 0, recoatS: 1 * H, throughS: 1 * H, filmMm: 0, cover: 0, solids: 0 },
  "cement ground": {
    cleaner: "none once cured",
    touchS: 4 * H,
    recoatS: 24 * H,
    throughS: 48 * H,
    filmMm: 2,
    cover: 0.9,
    solids: 0.8,
    usual: "pour",
    sheen: "matt",
  },
};

export type CoatMethod =
  | "brush"
  | "spray"
  | "airbrush"
  | "mist"
  | "from above"
  | "dry brush"
  | "wash"
  | "line in"
  | "streak and wipe"
  | "sponge"
  | "stipple"
  | "pick out"
  | "chip"
  | "pencil"
  | "flick"
  | "dust"
  | "pour"
  | "decal"
  | "tape"
  | "liquid mask";

/** Parts of a relief that are painted apart: what stands out, what lies deep, and the foot that dirt splashes on. */
export type Spot = "raised" | "recess" | "foot";
export const SPOTS: readonly Spot[] = ["foot", "recess", "raised"];

/** How a method changes cover, film and drying of one coat. Common practice, no source. */
export interface MethodFacts {
  /** Share of the ground that one coat closes; null as the family. */
  cover: number | null;
  /** And that any number of coats closes: a dry brush never reaches the recesses. */
  coverMost: number;
  film: number;
  /** How long a coat takes against a brushed one: a mist is dry when it lands, a wash lies in pools. */
  dries: number;
  /** Where it lies on relief; everywhere where not said. */
  lies?: readonly Spot[];
  /** It lies in pools. */
  pools?: true;
  /** It is sprayed: the air must allow it. */
  sprayed?: true;
  /** It is laid over paint that covers by itself: the piece is painted without it. Common practice, no source. */
  accent?: true;
  /** It is laid light and nearly dry: what it brings does not soak in. */
  light?: true;
  /** It lays down no paint from a pot. */
  noPot?: true;
  word: string;
}

export const METHODS: Record<CoatMethod, MethodFacts> = {
  brush: { cover: null, coverMost: 1, film: 1.2, dries: 1, word: "brushed" },
  spray: { cover: null, coverMost: 1, film: 1, dries: 0.7, sprayed: true, word: "sprayed" },
  airbrush: { cover: null, coverMost: 1, film: 0.7, dries: 0.4, sprayed: true, light: true, word: "airbrushed" },
  mist: { cover: 0.5, coverMost: 0.9, film: 0.3, dries: 0.15, sprayed: true, light: true, word: "in distant, dry mist coats" },
  "from above": {
    cover: 0.5,
    coverMost: 0.6,
    film: 0.5,
    dries: 0.3,
    sprayed: true,
    light: true,
    lies: ["raised"],
    word: "sprayed from above",
  },
  "dry brush": { cover: 0.25, coverMost: 0.6, film: 0.4, dries: 0.15, lies: ["raised"], accent: true, word: "dry-brushed" },
  wash: { cover: 0.3, coverMost: 0.6, film: 0.3, dries: 3.5, pools: true, lies: ["recess"], accent: true, word: "as a wash" },
  "line in": { cover: 0.1, coverMost: 0.2, film: 0.5, dries: 1, lies: ["recess"], accent: true, word: "lined in" },
  "streak and wipe": {
    cover: 0.15,
    coverMost: 0.4,
    film: 0.2,
    dries: 0.4,
    lies: ["recess", "foot"],
    accent: true,
    word: "streaked and wiped",
  },
  sponge: { cover: 0.4, coverMost: 0.8, film: 0.6, dries: 0.4, lies: ["raised"], accent: true, word: "sponged" },
  stipple: { cover: 0.4, coverMost: 0.9, film: 0.8, dries: 0.6, lies: ["raised"], word: "stippled" },
  "pick out": { cover: 0.1, coverMost: 0.2, film: 1, dries: 0.8, lies: ["raised"], accent: true, word: "picked out" },
  chip: { cover: 0.05, coverMost: 0.2, film: 0.8, dries: 0.4, lies: ["raised"], accent: true, word: "as chips" },
  pencil: { cover: 0.03, coverMost: 0.1, film: 0.1, dries: 0.1, lies: ["raised"], accent: true, word: "drawn on by pencil" },
  flick: { cover: 0.05, coverMost: 0.2, film: 1, dries: 0.8, accent: true, word: "flicked on" },
  dust: { cover: 0.3, coverMost: 0.6, film: 0.5, dries: 0.5, lies: ["recess", "foot"], accent: true, word: "dusted on" },
  pour: { cover: null, coverMost: 1, film: 1, dries: 4, pools: true, word: "poured" },
  decal: { cover: 0.2, coverMost: 0.5, film: 1, dries: 1, noPot: true, lies: ["raised"], accent: true, word: "laid on wet" },
  tape: { cover: 0, coverMost: 0, film: 0, dries: 1, noPot: true, word: "stuck on, and taken off again" },
  "liquid mask": { cover: 0, coverMost: 0, film: 0, dries: 1, noPot: true, word: "brushed on, and rubbed off again" },
};

export interface CoatLayer {
  id: string;
  name: string;
  family: CoatFamily;
  method: CoatMethod;
  coats: number;
  hex?: string;
  /** How it dries; as its family does where not said. */
  sheen?: Sheen;
  /** Parts of thinner to one of paint. */
  thinning?: number;
  /** Laid while what is below is still wet, on purpose. */
  wet?: boolean;
  /** Meant to crack on what is below it, on purpose. */
  crackle?: boolean;
  /** Dry film of one coat where it is known, mm. */
  filmMm?: number;
  /** Where on a relief it lies, where that is said; as its method does where not. */
  spots?: readonly Spot[];
  /** The most of the ground that it lies on, where it is laid on a part of it only. */
  share?: number;
  /** From a can: what it covers. */
  covers?: Cover;
  /** On which surface it lies, where not all over: coats on different surfaces never touch. */
  place?: string;
  /** When its last coat is laid, hours from any beginning. With it the wait that is planned is known. */
  atH?: number;
  /** The air from then on; the table's when not said. */
  airC?: number;
  rh?: number;
}

/** Does it lie there? */
export const liesOn = (layer: Pick<CoatLayer, "method" | "spots">, spot: Spot): boolean =>
  (layer.spots ?? METHODS[layer.method].lies)?.includes(spot) ?? true;

/** Share of the ground that a layer closes after all its coats. */
export function coverOf(layer: CoatLayer): number {
  const { cover, coverMost } = METHODS[layer.method];
  const one = FAMILIES[layer.family].cover === 0 ? 0 : (cover ?? FAMILIES[layer.family].cover);
  return Math.min(coverMost, layer.share ?? 1, 1 - (1 - one) ** Math.max(1, layer.coats));
}

export const sheenOf = (layer: Pick<CoatLayer, "family" | "sheen">): Sheen | undefined => layer.sheen ?? FAMILIES[layer.family].sheen;

/** Solids by volume as it is laid: t parts of thinner to one of paint leave 1/(1 + t) of them. */
export const solidsOf = ({ family, thinning = 0 }: Pick<CoatLayer, "family" | "thinning">): number =>
  FAMILIES[family].solids / (1 + thinning);

/** Dry film of one coat as its family and method lay it, mm. */
const usualFilmMm = ({ family, method }: CoatLayer): number => FAMILIES[family].filmMm * METHODS[method].film;

/** Dry film of one coat, mm: as it was said, or as usual; the tool leaves as much wet film of thinned paint, with less in it. */
const oneFilmMm = (layer: CoatLayer): number => layer.filmMm ?? usualFilmMm(layer) / (1 + (layer.thinning ?? 0));

/** Dry film of a layer where it lies, mm. */
export function filmOf(layer: CoatLayer): number {
  return oneFilmMm(layer) * Math.max(1, layer.coats);
}

/** No coat is dry sooner than in this share of its usual time. Common practice, no source. */
const QUICKEST = 0.1;

/** Does it come in pots? Decals and tape do not. */
export const comesInPots = (family: CoatFamily): boolean => {
  const { ground, usual = "brush" } = FAMILIES[family];
  return !ground && !METHODS[usual].noPot;
};

/** How its film stands to the usual one: drying goes by the square of it, both ways. A pool dries by its depth, however thin the paint. */
function filmFactor(layer: CoatLayer): number {
  const usual = usualFilmMm(layer);
  const film = METHODS[layer.method].pools ? (layer.filmMm ?? usual) : oneFilmMm(layer);
  return usual === 0 ? 1 : (film / usual) ** 2;
}
/** How its method stands to the one that its family's times are for. */
function methodFactor({ family, method }: CoatLayer): number {
  const { usual = "brush" } = FAMILIES[family];
  // A wash that is brushed on lies in the same pools.
  return METHODS[usual].pools && method === "brush" ? 1 : METHODS[method].dries / METHODS[usual].dries;
}

/** Wait before the next mild coat, s, in the table's air: the family's time by the method, by the square of the film. */
export const recoatS = (layer: CoatLayer): number =>
  FAMILIES[layer.family].recoatS * Math.max(QUICKEST, methodFactor(layer) * filmFactor(layer));

/**
 * The share of a rule's own wait that this coat asks for: thin films are hard through sooner, thick ones later. That it lay in a pool is
 * over by then.
 */
export const throughFactor = (layer: CoatLayer): number => Math.max(QUICKEST, Math.min(1, methodFactor(layer)) * filmFactor(layer));
