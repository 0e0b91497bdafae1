/** What a step takes, of which pots and supplies of the workshop: written down when it is begun, entered in the ledger when it has ended. */
import { paintFor, usableOf, type Project, type Supply, type Take } from "../project";
import type { Step, Taking } from "../work";

/** The supply that is used: of its kind, one that is there and still holds something before others. */
const supplyFor = (kind: Supply["kind"], what: string, supplies: readonly Supply[]): Supply | undefined => {
  const all = supplies.filter((s) => s.kind === kind && s.what === what);
  return all.find((s) => usableOf(s) > 0) ?? all[0];
};

/** The row of the workshop that something is taken from; undefined where none is there. */
export function itemOf(taking: Taking, { paints, supplies }: Pick<Project, "paints" | "supplies">): string | undefined {
  if ("paintId" in taking) return taking.paintId;
  if ("product" in taking) return paintFor(taking.product, paints)?.id;
  return supplyFor(taking.supply, taking.what, supplies)?.id;
}

/** Amounts of a step by the row that they come from; what the workshop does not have is not kept. */
export function takesOf(step: Pick<Step, "takes">, project: Pick<Project, "paints" | "supplies">): Take[] {
  const of = new Map<string, number>();
  for (const taking of step.takes) {
    const itemId = itemOf(taking, project);
    if (itemId !== undefined && taking.amount > 0) of.set(itemId, (of.get(itemId) ?? 0) + taking.amount);
  }
  return [...of].map(([itemId, amount]) => ({ itemId, amount: Math.round(amount * 1000) / 1000 })).filter((t) => t.amount > 0);
}
