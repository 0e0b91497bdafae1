/** What a way of hiding lines costs in paint and paper, by the prices that were said; what has none is named. */
import { PRODUCTS, type ProductId, type SchoolPlan } from "../surface";
import { formatMoney } from "../units";
import type { Paint, Project, Supply } from "./types";

/** The pot or can on the rack that does for a product: of its kind, the one that is said to be for it before others. */
export function paintFor(product: ProductId, paints: readonly Paint[]): Paint | undefined {
  const { family, name } = PRODUCTS[product];
  const ofKind = paints.filter((p) => p.family === family);
  const word = name.split(" ")[0].toLowerCase();
  return ofKind.find((p) => p.name.toLowerCase().includes(word)) ?? ofKind.find((p) => p.price) ?? ofKind[0];
}

const paperOf = (grade: number, supplies: readonly Supply[]): Supply | undefined =>
  supplies.find((s) => s.kind === "abrasive" && s.what === `P${grade}`);

/** Of one piece of it; null where the price, or how much it was the price of, was not said. */
const perUnit = (
  price: { minor: number; currency: string } | null | undefined,
  whole: number | null | undefined,
): { minor: number; currency: string } | null =>
  price && whole && whole > 0 ? { minor: price.minor / whole, currency: price.currency } : null;

export interface MaterialCost {
  /** By currency: they are never added up. */
  sums: Map<string, number>;
  /** What has no price. */
  unknown: string[];
}

export function materialCost(
  plan: Pick<SchoolPlan, "stages" | "papers">,
  { paints, supplies }: Pick<Project, "paints" | "supplies">,
): MaterialCost {
  const sums = new Map<string, number>();
  const unknown = new Set<string>();
  const add = (each: { minor: number; currency: string } | null, amount: number, what: string): void => {
    if (each) sums.set(each.currency, (sums.get(each.currency) ?? 0) + each.minor * amount);
    else unknown.add(what);
  };
  for (const stage of plan.stages)
    if (stage.product) {
      const paint = paintFor(stage.product, paints);
      add(perUnit(paint?.price, paint?.wholeMl), stage.usedMl, paint?.name ?? PRODUCTS[stage.product].name.split(",")[0].toLowerCase());
    }
  for (const { grade, sheets } of plan.papers) {
    const paper = paperOf(grade, supplies);
    add(perUnit(paper?.price, paper?.whole), sheets, `P${grade}`);
  }
  return { sums, unknown: [...unknown] };
}

/** "about 2.40 EUR; no price: P120"; "" where nothing is used up. */
export function materialCostText({ sums, unknown }: MaterialCost): string {
  const known = [...sums].map(([currency, minor]) => formatMoney({ minor: Math.round(minor), currency }, true));
  return [known.length ? `about ${known.join(" and ")}` : "", unknown.length ? `no price for ${unknown.join(", ")}` : ""]
    .filter(Boolean)
    .join("; ");
}
