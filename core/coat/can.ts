/**
 * Paint in a can is not measured out: millilitres of it include the propellant. A can says how much it covers, and a scale says what is left.
 */
import { fail, formatMillilitres, ok, spacedNumber, type Result } from "../units";

/** What a can is known by. */
export interface Can {
  /** One coat from a full can, cm²: on the pieces, with what goes past them. */
  cm2: number;
  /** What it weighs full and empty; null where nobody weighed it. */
  fullG: number | null;
  emptyG: number | null;
}

/** A pot or a can. Of a can, a level in ml is its share of the whole. */
export interface InPot {
  can?: Can | null;
  /** What it holds when full, ml. */
  wholeMl?: number | null;
  /** Since when it is not found, ms. */
  missingSince?: number | null;
}

/** So much of a can covers so much in one coat. */
export interface Cover {
  cm2: number;
  ml: number;
}

/** A can of the usual size, ml. Common practice, no source. */
const USUAL_CAN_ML = 400;
/** One coat from a can of the usual size on small pieces, cm². Common practice, no source. */
export const USUAL_CAN_CM2 = 10_000;

export const wholeOf = ({ wholeMl }: InPot): number => wholeMl || USUAL_CAN_ML;

export const canCover = (pot: InPot): Cover | undefined => (pot.can ? { cm2: pot.can.cm2, ml: wholeOf(pot) } : undefined);

/** Areas of spray are no better known than to two figures. */
function roughCm2(cm2: number): string {
  const unit = cm2 > 0 ? 10 ** Math.max(0, Math.floor(Math.log10(cm2)) - 1) : 1;
  return `${spacedNumber(Math.round(cm2 / unit) * unit)} cm²`;
}

/** "24 ml" from a pot, "600 cm² of coat" from a can. */
export const inPotWords = (pot: InPot | null | undefined, ml: number): string =>
  pot?.can ? `${roughCm2((ml / wholeOf(pot)) * pot.can.cm2)} of coat` : formatMillilitres(ml);

/** What is left: "24 ml", "a can 38 % full, 3 800 cm² of coat", "24 ml, not found". */
export const levelWords = (pot: InPot & { stockMl: number }): string =>
  (pot.can
    ? `a can ${Math.round((pot.stockMl / wholeOf(pot)) * 100)} % full, ${inPotWords(pot, pot.stockMl)}`
    : formatMillilitres(pot.stockMl)) + (pot.missingSince == null ? "" : ", not found");

/** What is left in a can, ml of its whole, by what it weighs now. */
export function levelByWeight(pot: InPot & { can: Can }, nowG: number): Result<number> {
  const { fullG, emptyG } = pot.can;
  if (fullG === null || emptyG === null)
    return fail("can.unweighed", "Enter what the can weighs full and empty first: full less its net content is empty.");
  if (fullG <= emptyG) return fail("can.weights", `A full can weighs more than an empty one: ${fullG} g and ${emptyG} g were entered.`);
  if (nowG > fullG || nowG < emptyG) return fail("can.now", `Between empty and full this can weighs ${emptyG} to ${fullG} g.`);
  return ok(Math.round(((nowG - emptyG) / (fullG - emptyG)) * wholeOf(pot) * 100) / 100);
}
