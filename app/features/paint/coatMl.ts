/** How much the coats of one piece of work take. */
import { filmOf, METHODS, solidsOf } from "~core/coat";
import { partAreaMm2, type Paint, type Part } from "~core/project";
import { filmOfCoat, type CoatWork } from "~core/stations/kinds";
import { coatAmounts } from "~core/surface";

/** What all coats of an item take out of the pot, ml, for every copy. */
export function coatMl(part: Part, item: CoatWork, paint: Paint): { potMl: number; thinnerMl: number } {
  const layer = { id: item.id, ...filmOfCoat(item, paint)! };
  const area = partAreaMm2(part) * part.copies * Math.min(1, METHODS[item.method].cover ?? 1);
  const { usedMl } = coatAmounts(area, filmOf(layer), solidsOf(layer), item.method);
  const potMl = usedMl / (1 + (item.thinning ?? 0));
  return { potMl, thinnerMl: usedMl - potMl };
}
