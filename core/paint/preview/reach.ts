/**
 * Where each step of a recipe lies on a mesh. A role is a field over the surface and the threshold that gives exactly its share of the area,
 * so that picture and millilitres agree. Which field stands for which role is common practice, no source; the shares are those of the recipe.
 */
import type { CoatMethod } from "../../coat";
import { paintedShare, type RecipeStep, type Role } from "../../recipe";

/** What is known of places of a surface, one number each: of the vertices of a mesh, or of the pixels of a picture. */
export interface Places {
  /** How open it is, and how open to the sky: 0 to 255. */
  open: Uint8Array;
  sky: Uint8Array;
  /** 128 where it is flat, more where it bulges: BULGE_STEPS for a curvature of one over the length of an edge. */
  bulge: Uint8Array;
  /** 0 at its lowest, 65535 at its highest. */
  height: Uint16Array;
  /** How much of the steps of its layers a brush finds: 0 to 255. */
  ridge: Uint8Array;
  /** Number of the surface that it lies on, from 0; NO_SURFACE where none is known. */
  surface: Uint8Array;
  /** Number of the area of colour, from 0; NO_SURFACE where it lies in none. */
  area: Uint8Array;
}
export const BULGE_STEPS = 48;
export const NO_SURFACE = 255;

/** A place that a step names: a surface of the mesh, or an area of colour, by its number. */
export type NamedPlace = { surface: number } | { area: number };

/** Places with the share of the whole area that each stands for: what thresholds are found on. */
export interface Whole extends Places {
  areas: Float32Array;
}

/** A step as it is drawn. */
export type DrawnStep = Pick<RecipeStep, "role" | "share" | "method">;

/** How a method spreads over what its role names. */
interface Spread {
  /** Width of the passage from all to nothing, in the field's own measure: a wash runs out softly, a brush line does not. */
  soft: number;
  /** It breaks up: it covers some of a place fully, and the rest not. Else the film itself is thinner there. */
  broken?: true;
  /** What ridges of layers do to it: 1 catches on them, −1 runs off them into the lines between. */
  ridges?: number;
}
const SPREAD: Record<CoatMethod, Spread> = {
  brush: { soft: 0.05, broken: true },
  spray: { soft: 0.6 },
  airbrush: { soft: 0.6 },
  mist: { soft: 0.8 },
  "from above": { soft: 0.8 },
  "dry brush": { soft: 0.15, broken: true, ridges: 1 },
  wash: { soft: 0.5, ridges: -1 },
  "line in": { soft: 0.1 },
  "streak and wipe": { soft: 0.3, ridges: -0.5 },
  sponge: { soft: 0.3, broken: true, ridges: 0.5 },
  stipple: { soft: 0.5, broken: true, ridges: 0.3 },
  "pick out": { soft: 0.05, broken: true },
  chip: { soft: 0.1, broken: true, ridges: 0.3 },
  pencil: { soft: 0.1, broken: true, ridges: 0.5 },
  flick: { soft: 1, broken: true },
  dust: { soft: 0.5, ridges: -0.5 },
  pour: { soft: 0.05 },
  decal: { soft: 0.05, broken: true },
  tape: { soft: 0.05, broken: true },
  "liquid mask": { soft: 0.05, broken: true },
};
export const isBroken = (method: CoatMethod): boolean => SPREAD[method].broken === true;

/** Roles that a mesh does not say where to find. */
export const NOT_DRAWN: readonly Role[] = ["picked out", "rim", "inside", "bare"];

/** Roles whose field stands for itself; the method chooses it for the others. */
const FIELD_OF: Partial<Record<Role, Field>> = {
  "from above": "sky",
  raised: "raised",
  recesses: "deep",
  lines: "lines",
  foot: "low",
  tips: "tips",
  surface: "surface",
};
type Field = "sky" | "raised" | "deep" | "lines" | "low" | "tips" | "surface" | "open";

function fieldOf({ role, method }: DrawnStep): Field {
  const own = FIELD_OF[role];
  if (own) return own;
  const { ridges = 0 } = SPREAD[method];
  return method === "from above" ? "sky" : ridges > 0 ? "raised" : ridges < 0 ? "deep" : "open";
}

/** How much each edge of layers adds to a field at most. */
const RIDGE_WEIGHT = 0.8;

/**
 * The field of a step at each place.
 * @param crest on the ridges of the layers, or between them @param named what the step names
 */
function scores(step: DrawnStep, places: Places, crest: boolean, named: NamedPlace | null): Float32Array {
  const { open, sky, bulge, height, ridge } = places;
  const field = fieldOf(step);
  const out = new Float32Array(open.length);
  const rides = ((SPREAD[step.method].ridges ?? 0) * (crest ? RIDGE_WEIGHT : 0)) / 255;
  // Of a field that looks for what is deep, a ridge is the opposite.
  const rise = field === "deep" || field === "lines" ? Math.abs(rides) * -1 : rides;
  for (let i = 0; i < out.length; i++) {
    const o = open[i] / 255,
      b = (bulge[i] - 128) / BULGE_STEPS;
    let s: number;
    switch (field) {
      case "sky":
        s = sky[i] / 255 + 0.2 * o;
        break;
      case "raised":
        s = o + b;
        break;
      case "tips":
        s = 2 * b + 0.5 * o;
        break;
      case "deep":
        s = -o - b;
        break;
      case "lines":
        s = -2 * b - 0.5 * o;
        break;
      case "low":
        s = -height[i] / 65535;
        break;
      case "surface":
        s = isNamed(places, i, named) ? 1 : 0;
        break;
      case "open":
        s = o;
        break;
    }
    out[i] = s + (field === "low" || field === "surface" || field === "open" ? 0 : rise * ridge[i]);
  }
  return out;
}

const isNamed = ({ surface, area }: Places, i: number, named: NamedPlace | null): boolean =>
  named !== null && ("surface" in named ? surface[i] === named.surface : area[i] === named.area);

/** How much of a layer's pitch is its ridge. Common practice, no source. */
export const CREST_SHARE = 0.35;

/** How a step lies on the ridges of layers and between them: 0 to 1, more where a spray reaches best. */
export interface Reach {
  crest: Float32Array;
  between: Float32Array;
}

/**
 * Finds how a step lies on the whole, and says how it lies at other places of the same surface.
 * @returns null where nobody can say: see NOT_DRAWN, and a surface that is not known
 */
export function reachOf(step: DrawnStep, whole: Whole, named: NamedPlace | null): ((places: Places) => Reach) | null {
  if (NOT_DRAWN.includes(step.role) || (step.role === "surface" && named === null)) return null;
  const share = paintedShare(step);
  if (fieldOf(step) === "surface") return sameOnRidges((p) => scores(step, p, false, named));
  // A line at a height is sharp, whatever lays it.
  const soft = fieldOf(step) === "low" ? 1e-3 : SPREAD[step.method].soft;
  if (fieldOf(step) === "open") return share >= 1 && isEven(step.method) ? sameOnRidges(everywhere) : byOpenness(whole, share);
  const between = scores(step, whole, false, named);
  const crest = scores(step, whole, true, named);
  const middle = thresholdOf(between, crest, whole.areas, share, soft);
  const covered = (s: Float32Array): Float32Array => s.map((v) => rampAt(v, middle, soft));
  return (p) => ({ crest: covered(scores(step, p, true, named)), between: covered(scores(step, p, false, named)) });
}

/** A loaded brush, and what is poured, go everywhere alike. */
const isEven = (method: CoatMethod): boolean => method === "brush" || method === "pour";
const everywhere = (p: Places): Float32Array => new Float32Array(p.open.length).fill(1);
const sameOnRidges =
  (of: (places: Places) => Float32Array) =>
  (places: Places): Reach => {
    const here = of(places);
    return { crest: here, between: here };
  };

/** A spray comes to each place as far as that is open; in the mean it is what is laid. */
function byOpenness({ open, areas }: Whole, share: number): (places: Places) => Reach {
  let sum = 0,
    area = 0;
  open.forEach((o, i) => {
    sum += o * areas[i];
    area += areas[i];
  });
  const per = sum > 0 ? (share * area) / sum : 0;
  return sameOnRidges((p) => Float32Array.from(p.open, (o) => o * per));
}

const rampAt = (score: number, middle: number, soft: number): number => Math.min(1, Math.max(0, (score - middle) / soft + 0.5));

/** Fields come in so many steps where the threshold is looked for. */
const BINS = 4096;

/** The middle of a passage of width `soft` at which the mean of what is covered is `share`; ridges count with theirs. */
function thresholdOf(between: Float32Array, crest: Float32Array, areas: Float32Array, share: number, soft: number): number {
  let low = Infinity,
    high = -Infinity;
  for (const scores of [between, crest])
    for (const v of scores) {
      if (v < low) low = v;
      if (v > high) high = v;
    }
  const bin = (high - low) / BINS || 1;
  const area = new Float64Array(BINS + 1),
    sums = new Float64Array(BINS + 1);
  const put = (score: number, of: number): void => {
    const b = Math.min(BINS, Math.floor((score - low) / bin));
    area[b] += of;
    sums[b] += of * score;
  };
  for (let i = 0; i < areas.length; i++) {
    put(between[i], areas[i] * (1 - CREST_SHARE));
    put(crest[i], areas[i] * CREST_SHARE);
  }
  const whole = area.reduce((sum, a) => sum + a, 0);
  const mean = (middle: number): number => {
    let sum = 0;
    // A whole face may have one value: a bin counts by the mean of what lies in it, not by its middle.
    for (let b = 0; b <= BINS; b++) if (area[b] > 0) sum += area[b] * rampAt(sums[b] / area[b], middle, soft);
    return sum / whole;
  };
  // The higher the middle, the less is covered.
  let [most, least] = [low - soft, high + soft];
  for (let i = 0; i < 40; i++) {
    const middle = (most + least) / 2;
    if (mean(middle) > share) most = middle;
    else least = middle;
  }
  return (most + least) / 2;
}
