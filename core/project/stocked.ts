/** What there is of a pot or a supply, whichever it is; and what of it can be used now. */
import { SUPPLY_KINDS } from "./supplies";
import type { Paint, Supply } from "./types";

export type StockItem = Paint | Supply;

/** What is left of it, what it held when full (null where nobody said), and the unit that both are counted in. */
export function stockOf(item: StockItem): { level: number; whole: number | null; unit: string } {
  if ("stockMl" in item) return { level: item.stockMl, whole: item.wholeMl ?? null, unit: "ml" };
  const { unit } = SUPPLY_KINDS[item.kind];
  return { level: item.stock, whole: item.whole ?? null, unit: unit === "ml or g" ? "ml" : unit };
}

/** It was looked for and is not at its place. It is not used up: what is left of it stays as it is. */
export const isMissing = ({ missingSince }: Pick<StockItem, "missingSince">): boolean => missingSince != null;

/** What of it can be used now: nothing of what is not found. */
export const usableOf = (item: StockItem): number => (isMissing(item) ? 0 : stockOf(item).level);
