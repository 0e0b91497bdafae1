/**
 * The user's own filling: how much of a step a coat of a product really takes away, against the common figures. From a slope fan that was
 * treated in strips (the gentlest slope on which the lines were gone), from the lamp-and-phone meter (strength before and after), or typed.
 *
 * Each reading is a factor on the share that a coat fills. The common figures are a log-normal prior with a spread of a factor of 1.5; a
 * reading has a spread by how it was made; precision-weighted mean of the logarithms (normal theory, exact for normal errors). So three
 * readings move it a little and thirty a lot.
 */
import { fillShare, levellingShare } from "./fill";
import { PRODUCTS, type ProductId } from "./products";
import { stepsOn, type Grain } from "./steps";

export type ReadHow = "eye" | "nail" | "photo" | "meter";
export const READ_HOW: Record<ReadHow, string> = {
  eye: "by eye under the lamp",
  nail: "by nail",
  photo: "on a photograph",
  meter: "with the line meter",
};

/** One reading of what coats did. */
export interface FillReading {
  id: string;
  product: ProductId;
  how: ReadHow;
  coats: number;
  /** Step and spacing of the ridges before, mm. */
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
}

/** Spread of the common figures, and of one reading, as standard deviations of the logarithm. Common practice, no source. */
const PRIOR_SD = Math.log(1.5);
const READING_SD: Record<ReadHow, number> = { eye: 0.45, nail: 0.4, photo: 0.3, meter: 0.15 };
/** 5 % to 95 % of a normal distribution. */
const Z90 = 1.6449;
/** Readings say no more than this: what is gone may be less than nothing left. */
const BOUNDS = { least: 0.02, most: 0.98 };

export const COMMON_FILL: OwnFill = { factor: 1, low: Math.exp(-Z90 * PRIOR_SD), high: Math.exp(Z90 * PRIOR_SD), readings: 0 };

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

export function ownFill(readings: readonly FillReading[], product: ProductId): OwnFill {
  let weight = 1 / PRIOR_SD ** 2,
    sum = 0,
    n = 0;
  for (const r of readings) {
    if (r.product !== product) continue;
    const factor = factorOf(r);
    if (factor === null) continue;
    const w = 1 / READING_SD[r.how] ** 2;
    weight += w;
    sum += w * Math.log(factor);
    n++;
  }
  const mean = sum / weight,
    sd = Math.sqrt(1 / weight);
  return { factor: Math.exp(mean), low: Math.exp(mean - Z90 * sd), high: Math.exp(mean + Z90 * sd), readings: n };
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
    pitchMm = Math.sqrt(gone.pitchMm * there.pitchMm);
  if (!(stepMm > seenMm)) return null;
  return { stepMm, pitchMm, left: seenMm / stepMm };
}

/** What a coat leaves of a step, by the common figures or one's own: value and range. */
export function leftAfter(
  stepMm: number,
  pitchMm: number,
  product: ProductId,
  own: OwnFill = COMMON_FILL,
): { value: number; low: number; high: number } {
  const { solids } = PRODUCTS[product];
  const at = (factor: number): number => stepMm * (1 - fillShare(solids, pitchMm, wetFilmMm(product), factor));
  return { value: at(own.factor), low: at(own.high), high: at(own.low) };
}
