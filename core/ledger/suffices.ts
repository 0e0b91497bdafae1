/**
 * Will the pot do, and when to order. What a coat takes varies log-normally about its estimate: by a factor that all coats of the job
 * share (whoever lays thick lays all thick), and by one of each coat. Common practice, no source.
 */
import { upperTail } from "../units";
import { inTurn } from "./book";
import type { StockLine } from "./line";

/** Standard deviations of the logarithm of what is taken beside its estimate: of what all takes share, and of each. */
export interface TakeSpread {
  shared: number;
  each: number;
}
/** Of coats: thick and thin hands. */
const OF_COATS: TakeSpread = { shared: 0.35, each: 0.15 };
/** Of prints: the model knows them better. */
export const OF_PRINTS: TakeSpread = { shared: 0.08, each: 0.05 };

/**
 * The chance that a pot lasts for the coats that are still to come.
 * @param level what is in it
 * @param coats what each is estimated to take, in the same unit
 * @param seen what coats of the same job took, beside what they were estimated to take: they tell how thick this hand lays
 * @returns 0 to 1; 1 where nothing is needed
 */
export function chanceToLast(
  level: number,
  coats: readonly number[],
  seen: readonly { took: number; estimate: number }[] = [],
  spread: TakeSpread = OF_COATS,
): number {
  const need = coats.reduce((a, b) => a + b, 0);
  if (need <= 0) return 1;
  if (level <= 0) return 0;
  const told = seen.filter((s) => s.took > 0 && s.estimate > 0).map((s) => Math.log(s.took / s.estimate));
  // Normal with a normal prior of mean 0 [published: conjugate prior].
  const ofPrior = 1 / spread.shared ** 2;
  const precision = ofPrior + told.length / spread.each ** 2;
  const shift = told.reduce((a, b) => a + b, 0) / spread.each ** 2 / precision;
  // Of coats that vary each by itself, the larger ones count more.
  const own = (spread.each ** 2 * coats.reduce((sum, c) => sum + c * c, 0)) / (need * need);
  return upperTail((shift - Math.log(level / need)) / Math.sqrt(1 / precision + own));
}

/**
 * The last day on which something can be ordered: the latest start less the days that it takes to come, and back from there to a day on
 * which the shop sends.
 * @param weekdays on which the shop sends or sells, 0 for Sunday; every day where there is none
 */
export function orderBy(latestStart: number, leadDays: number, weekdays: readonly number[] = []): number {
  let at = latestStart - leadDays * 86_400_000;
  for (let n = 0; n < 7 && weekdays.length > 0 && !weekdays.includes(new Date(at).getDay()); n++) at -= 86_400_000;
  return at;
}

/**
 * What counts tell of estimates: between two of them so much was entered as used, and so much was gone in truth.
 * @param opening what was there before the first line
 * @returns one for each count after something was used, in the order of time
 */
export function countsTell(opening: number, lines: readonly StockLine[]): { took: number; estimate: number }[] {
  const out: { took: number; estimate: number }[] = [];
  let level = opening,
    estimate = 0;
  for (const { kind, amount } of inTurn(lines)) {
    if (kind === "took") estimate += amount;
    if (kind === "counted") {
      const took = level - amount + estimate;
      // Of an amount that nobody entered anything of, an estimate tells nothing.
      if (estimate > 0 && took > 0) out.push({ took, estimate });
      level = amount;
      estimate = 0;
    } else level += kind === "bought" || kind === "corrected" ? amount : -amount;
  }
  return out;
}
