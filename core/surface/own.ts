/**
 * The user's own filling: how much of a step a coat of a product really takes away, against the common figures. From a slope fan that was
 * treated in strips (the gentlest slope on which the lines were gone), from the lamp-and-phone meter (strength before and after), or typed.
 *
 * What is sought is a factor on the share that a coat fills. The common figures are a log-normal prior with a spread of a factor of 1.5;
 * each reading is what was left, with a spread by how it was read (Bayes' rule on a grid of factors, exact but for the grid). So a
 * reading weighs by what it can tell: where a coat fills a twentieth of the step, an error of a seventh of what is left says nothing of it.
 * Films and cans differ from day to day, and what was read at one spacing says less of another: levelling goes by its fourth power.
 */
import { fillShare, levellingShare } from "./fill";
import { PRODUCTS, type ProductId } from "./products";
import { stepsOn, type Grain } from "./steps";

export type ReadHow = "eye" | "nail" | "photo" | "meter";
export const READ_HOW: Record<ReadHow, string> = {
  eye: "by eye under the lamp",
  nail: "by nail",
  photo: "from a photo",
  meter: "with the line meter",
};

/** One reading of what coats did. */
export interface FillReading {
  id: string;
  product: ProductId;
  how: ReadHow;
  coats: number;
  /** Step of the ridges before, and how far apart they lay along the face, mm. */
  stepMm: number;
  pitchMm: number;
  /** What was left, as a share of what was there. */
  left: number;
  at: number;
  /** Where it was read, in the user's words. */
  what: string;
}

export interface OwnFill {
  /** Own filling ÷ the common figure, and between what it lies with 90 %. */
  factor: number;
  low: number;
  high: number;
  readings: number;
  /** What was read, for use at other spacings. */
  seen: readonly FillReading[];
}

/** Spread of the common figures, and of one reading, as standard deviations of the logarithm. Common practice, no source. */
const PRIOR_SD = Math.log(1.5);
const READING_SD: Record<ReadHow, number> = { eye: 0.45, nail: 0.4, photo: 0.3, meter: 0.15 };
/** What no care takes out of one reading of the factor: film, can, air of that day. Common practice, no source. */
const DAY_SD = 0.15;
/** A factor from another spacing is as much less sure, for each natural logarithm between the two. Common practice, no source. */
const SPACING_SD = 0.7;
/** 5 % to 95 % of a normal distribution. */
const Z90 = 1.6449;
/** Readings say no more than this: what is gone may be less than nothing left. */
const BOUNDS = { least: 0.02, most: 0.98 };

export const COMMON_FILL: OwnFill = { factor: 1, low: Math.exp(-Z90 * PRIOR_SD), high: Math.exp(Z90 * PRIOR_SD), readings: 0, seen: [] };

/** What is laid on to fill: of these a strip or a photograph teaches something. */
export const FILL_PRODUCTS: ProductId[] = ["thick-paint", "filler", "filler-thin", "surfacer", "uv-resin"];

/** The wet film of a coat of a product, mm. */
export const wetFilmMm = (product: ProductId): number => PRODUCTS[product].filmMm / PRODUCTS[product].solids;

/** Filling by a reading ÷ filling by the table; null where the table says that nothing fills at this pitch, so that nothing can be learned. */
export function factorOf({ product, coats, pitchMm, left }: Pick<FillReading, "product" | "coats" | "pitchMm" | "left">): number | null {
  const common = PRODUCTS[product].solids * levellingShare(pitchMm, wetFilmMm(product));
  if (common < 0.01 || coats < 1) return null;
  const kept = Math.min(BOUNDS.most, Math.max(BOUNDS.least, left)) ** (1 / coats);
  return (1 - kept) / common;
}

export const ownFill = (readings: readonly FillReading[], product: ProductId): OwnFill =>
  posterior(
    readings.filter((r) => r.product === product && factorOf(r) !== null),
    null,
  );

/** The own filling at one spacing: what was read at others counts for less. */
export const ownFillAt = (own: OwnFill, pitchMm: number): OwnFill =>
  own.seen.length === 0 || !(pitchMm > 0) ? own : posterior(own.seen, pitchMm);

/** Factors that are weighed, evenly by their logarithm, out to so many spreads of the prior. */
const GRID = { points: 121, spreads: 4.5 };

function posterior(seen: readonly FillReading[], pitchMm: number | null): OwnFill {
  if (seen.length === 0) return COMMON_FILL;
  const told = seen.map((r) => ({
    r,
    share: PRODUCTS[r.product].solids * levellingShare(r.pitchMm, wetFilmMm(r.product)),
    off: Math.hypot(DAY_SD, pitchMm === null ? 0 : SPACING_SD * Math.log(r.pitchMm / pitchMm)),
  }));
  const logs = Array.from({ length: GRID.points }, (_, i) => ((2 * i) / (GRID.points - 1) - 1) * GRID.spreads * PRIOR_SD);
  const weights = logs.map((log) => {
    let sum = -((log / PRIOR_SD) ** 2) / 2;
    for (const { r, share, off } of told) {
      const filled = Math.min(BOUNDS.most, share * Math.exp(log));
      const left = (1 - filled) ** r.coats;
      const sd = Math.hypot(READING_SD[r.how] * left, r.coats * (left / (1 - filled)) * filled * off);
      sum -= ((r.left - left) / sd) ** 2 / 2 + Math.log(sd);
    }
    return sum;
  });
  const most = Math.max(...weights);
  const mass = weights.map((w) => Math.exp(w - most));
  const total = mass.reduce((x, y) => x + y, 0);
  const at = (share: number): number => {
    let passed = 0;
    for (let i = 0; i < mass.length; i++) {
      if (passed + mass[i] >= share * total) return Math.exp(logs[i] + ((share * total - passed) / mass[i] - 0.5) * (logs[1] - logs[0]));
      passed += mass[i];
    }
    return Math.exp(logs[logs.length - 1]);
  };
  return { factor: at(0.5), low: at(0.05), high: at(0.95), readings: seen.length, seen };
}

export type OwnFills = Partial<Record<ProductId, OwnFill>>;

export function ownFills(readings: readonly FillReading[]): OwnFills {
  const out: OwnFills = {};
  for (const product of new Set(readings.map((r) => r.product))) out[product] = ownFill(readings, product);
  return out;
}

/**
 * What a strip of the slope fan says: with so many coats the lines were gone on `goneDeg` and still there on the next gentler slope. The
 * step that is just not seen then lies between what the coats left on the two.
 * @param seenMm the least step that is seen under the lamp
 * @returns null where the strip says nothing: it was never gone, or nothing was there
 */
export function stripReading(
  goneDeg: number,
  thereDeg: number | null,
  grain: Grain,
  seenMm: number,
): Pick<FillReading, "stepMm" | "pitchMm" | "left"> | null {
  const gone = stepsOn(goneDeg, grain);
  const there = thereDeg === null ? gone : stepsOn(thereDeg, grain);
  // In the middle of the two slopes, by the logarithm, exactly the least that is seen was left.
  const stepMm = Math.sqrt(gone.cuspMm * there.cuspMm),
    pitchMm = Math.sqrt(gone.spacingMm * there.spacingMm);
  if (!(stepMm > seenMm)) return null;
  return { stepMm, pitchMm, left: seenMm / stepMm };
}

/** What a coat leaves of a step, by the common figures or one's own: value and range. @param pitchMm along the face */
export function leftAfter(
  stepMm: number,
  pitchMm: number,
  product: ProductId,
  own: OwnFill = COMMON_FILL,
): { value: number; low: number; high: number } {
  const { solids } = PRODUCTS[product];
  const at = (factor: number): number => stepMm * (1 - fillShare(solids, pitchMm, wetFilmMm(product), factor));
  const here = ownFillAt(own, pitchMm);
  return { value: at(here.factor), low: at(here.high), high: at(here.low) };
}
