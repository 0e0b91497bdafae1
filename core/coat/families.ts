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
  | "alcohol"
  | "wet sanding";

export type Cleaner = "water" | "alcohol" | "white spirit" | "strong thinner" | "none once cured";

export interface FamilyFacts {
  cleaner: Cleaner;
  /** May be touched, may be coated over with a like coat, dry through. Seconds. */
  touchS: number;
  recoatS: number;
  throughS: number;
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
  "water primer": { cleaner: "water", touchS: 20 * MIN, recoatS: 1 * H, throughS: 12 * H, filmMm: 0.02, cover: 1, solids: 0.3 },
  "solvent primer": { cleaner: "strong thinner", touchS: 15 * MIN, recoatS: 1 * H, throughS: 24 * H, filmMm: 0.03, cover: 1, solids: 0.35 },
  "water acrylic": { cleaner: "water", touchS: 15 * MIN, recoatS: 30 * MIN, throughS: 24 * H, filmMm: 0.02, cover: 0.95, solids: 0.35 },
  "water wash": { cleaner: "water", touchS: 30 * MIN, recoatS: 2 * H, throughS: 24 * H, filmMm: 0.005, cover: 0.4, solids: 0.1 },
  lacquer: { cleaner: "strong thinner", touchS: 10 * MIN, recoatS: 30 * MIN, throughS: 12 * H, filmMm: 0.015, cover: 1, solids: 0.2 },
  enamel: { cleaner: "white spirit", touchS: 6 * H, recoatS: 24 * H, throughS: 7 * DAY, filmMm: 0.025, cover: 1, solids: 0.45 },
  "enamel wash": { cleaner: "white spirit", touchS: 2 * H, recoatS: 24 * H, throughS: 7 * DAY, filmMm: 0.005, cover: 0.3, solids: 0.1 },
  "oil paint": { cleaner: "white spirit", touchS: 3 * DAY, recoatS: 4 * DAY, throughS: 30 * DAY, filmMm: 0.02, cover: 0.6, solids: 0.7 },
  "alcohol ink": { cleaner: "alcohol", touchS: 5 * MIN, recoatS: 15 * MIN, throughS: 2 * H, filmMm: 0.004, cover: 0.5, solids: 0.1 },
  "water varnish": { cleaner: "water", touchS: 30 * MIN, recoatS: 2 * H, throughS: 24 * H, filmMm: 0.015, cover: 1, solids: 0.3 },
  "solvent varnish": {
    cleaner: "strong thinner",
    touchS: 20 * MIN,
    recoatS: 1 * H,
    throughS: 24 * H,
    filmMm: 0.015,
    cover: 1,
    solids: 0.2,
  },
  "gloss effect": { cleaner: "water", touchS: 1 * H, recoatS: 4 * H, throughS: 48 * H, filmMm: 0.1, cover: 0.5, solids: 0.4 },
  pigment: { cleaner: "water", touchS: 0, recoatS: 10 * MIN, throughS: 10 * MIN, filmMm: 0.01, cover: 0.3, solids: 1 },
  "uv resin": { cleaner: "none once cured", touchS: 1 * MIN, recoatS: 2 * MIN, throughS: 10 * MIN, filmMm: 0.1, cover: 1, solids: 0.95 },
  "white glue": { cleaner: "water", touchS: 1 * H, recoatS: 4 * H, throughS: 24 * H, filmMm: 0.1, cover: 0.6, solids: 0.5 },
  "instant glue": { cleaner: "none once cured", touchS: 1 * MIN, recoatS: 10 * MIN, throughS: 12 * H, filmMm: 0.05, cover: 0.3, solids: 1 },
  "wetted sand": { cleaner: "water", touchS: 4 * H, recoatS: 12 * H, throughS: 24 * H, filmMm: 1, cover: 0.9, solids: 0.6 },
  "chalk paste": { cleaner: "water", touchS: 2 * H, recoatS: 12 * H, throughS: 24 * H, filmMm: 1, cover: 0.9, solids: 0.6 },
  // What wets or rubs and leaves nothing: it is judged for what it does to the coats below.
  alcohol: { cleaner: "alcohol", touchS: 0, recoatS: 10 * MIN, throughS: 10 * MIN, filmMm: 0, cover: 0, solids: 0 },
  "wet sanding": { cleaner: "water", touchS: 0, recoatS: 1 * H, throughS: 1 * H, filmMm: 0, cover: 0, solids: 0 },
  "cement ground": { cleaner: "none once cured", touchS: 4 * H, recoatS: 24 * H, throughS: 48 * H, filmMm: 2, cover: 0.9, solids: 0.8 },
};

export type CoatMethod = "brush" | "spray" | "airbrush" | "mist" | "dry brush" | "wash" | "sponge" | "dust" | "pour";

/** How a method changes cover and film of one coat. Common practice, no source. */
export interface MethodFacts {
  /** Share of the ground that one coat closes; null as the family. */
  cover: number | null;
  /** And that any number of coats closes: a dry brush never reaches the recesses. */
  coverMost: number;
  film: number;
  word: string;
}

export const METHODS: Record<CoatMethod, MethodFacts> = {
  brush: { cover: null, coverMost: 1, film: 1.2, word: "brushed" },
  spray: { cover: null, coverMost: 1, film: 1, word: "sprayed" },
  airbrush: { cover: null, coverMost: 1, film: 0.7, word: "airbrushed" },
  mist: { cover: 0.5, coverMost: 0.9, film: 0.3, word: "in distant, dry mist coats" },
  "dry brush": { cover: 0.25, coverMost: 0.6, film: 0.4, word: "dry-brushed" },
  wash: { cover: 0.3, coverMost: 0.6, film: 0.3, word: "as a wash" },
  sponge: { cover: 0.4, coverMost: 0.8, film: 0.6, word: "sponged" },
  dust: { cover: 0.3, coverMost: 0.6, film: 0.5, word: "dusted on" },
  pour: { cover: null, coverMost: 1, film: 1, word: "poured" },
};

export interface CoatLayer {
  id: string;
  name: string;
  family: CoatFamily;
  method: CoatMethod;
  coats: number;
  hex?: string;
  /** On which surface it lies, where not all over: coats on different surfaces never touch. */
  place?: string;
  /** When its last coat is laid, hours from any beginning. With it the wait that is planned is known. */
  atH?: number;
  /** The air from then on; the table's when not said. */
  airC?: number;
  rh?: number;
}

/** Share of the ground that a layer closes after all its coats. */
export function coverOf(layer: CoatLayer): number {
  const { cover, coverMost } = METHODS[layer.method];
  const one = FAMILIES[layer.family].cover === 0 ? 0 : (cover ?? FAMILIES[layer.family].cover);
  return Math.min(coverMost, 1 - (1 - one) ** Math.max(1, layer.coats));
}

/** Dry film of a layer where it lies, mm. */
export function filmOf(layer: CoatLayer): number {
  return FAMILIES[layer.family].filmMm * METHODS[layer.method].film * Math.max(1, layer.coats);
}

/** Wait before a like coat may follow: grows with the square of the film beyond the usual one, at least the table's time. */
export function recoatS(layer: CoatLayer): number {
  const { filmMm, recoatS: usual } = FAMILIES[layer.family];
  if (filmMm === 0) return usual;
  return usual * Math.max(1, filmOf(layer) / Math.max(1, layer.coats) / filmMm) ** 2;
}
