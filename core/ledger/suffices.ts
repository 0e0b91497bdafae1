/**
 * Will the pot do, and when to order. What a coat takes varies log-normally about its estimate: by a factor that all coats of the job
 * share (whoever lays thick lays all thick), and by one of each coat. Common practice, no source.
 */
import { upperTail } from "../units";

/** Standard deviations of the logarithm: of what all coats share, and of each coat. */
const SPREAD = { shared: 0.35, coat: 0.15 };

/**
 * The chance that a pot lasts for the coats that are still to come.
 * @param level what is in it
 * @param coats what each is estimated to take, in the same unit
 * @param seen what coats of the same job took, beside what they were estimated to take: they tell how thick this hand lays
 * @returns 0 to 1; 1 where nothing is needed
 */
export function chanceToLast(level: number, coats: readonly number[], seen: readonly { took: number; estimate: number }[] = []): number {
  const need = coats.reduce((a, b) => a + b, 0);
  if (need <= 0) return 1;
  if (level <= 0) return 0;
  const told = seen.filter((s) => s.took > 0 && s.estimate > 0).map((s) => Math.log(s.took / s.estimate));
  // Normal with a normal prior of mean 0 [published: conjugate prior].
  const ofPrior = 1 / SPREAD.shared ** 2;
  const precision = ofPrior + told.length / SPREAD.coat ** 2;
  const shift = told.reduce((a, b) => a + b, 0) / SPREAD.coat ** 2 / precision;
  // Of coats that vary each by itself, the larger ones count more.
  const own = (SPREAD.coat ** 2 * coats.reduce((sum, c) => sum + c * c, 0)) / (need * need);
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
