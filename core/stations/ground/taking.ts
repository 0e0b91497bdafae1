/** What a layer of ground takes of the stock: of what is poured and scattered ml, of what grows g. */
import { groundGood } from "../../ground";
import type { Taking } from "../../work";

/** @param share of the amounts that this step lays */
export const takingOf = (items: readonly { name: string; ml: number; g: number }[], share = 1): Taking[] =>
  items.flatMap(({ name, ml, g }): Taking[] => {
    const amount = (ml > 0 ? ml : g) * share;
    if (name === "white glue") return [{ supply: "glue", what: "white-glue", amount }];
    const what = groundGood(name);
    return what ? [{ supply: "ground", what, amount }] : [];
  });
