/** What is said of a level: lines of the stock book, never the level itself. */
import type { StockLine } from "~core/ledger";
import { isMissing, type Paint, type Supply } from "~core/project";
import type { Money } from "~core/units";
import { newId, useActions } from "./scene";

/** @returns one press each; every one is a line that can be taken back */
export function useStock() {
  const { run } = useActions();
  const line = (item: Pick<Paint | Supply, "id" | "demo">, of: Pick<StockLine, "kind" | "amount"> & Partial<StockLine>) =>
    run("list.add", {
      list: "lines",
      items: [{ ...of, id: newId(), at: Date.now(), itemId: item.id, ...(item.demo && { demo: true }) }],
    });
  const named = (item: Paint | Supply) => ({ of: "stockMl" in item ? ("paint" as const) : ("supply" as const), id: item.id });
  const setMissing = (item: Paint | Supply, missingSince: number | null) => run("field.set", { ...named(item), change: { missingSince } });
  return {
    /** So much was seen to be there: what was seen is found. */
    count: async (item: Paint | Supply, amount: number) => {
      if (isMissing(item)) await setMissing(item, null);
      return line(item, { kind: "counted", amount });
    },
    /** It is not at its place, or is found. */
    missing: (item: Paint | Supply, yes: boolean) => setMissing(item, yes ? Date.now() : null),
    /** Where it stands. */
    place: (item: Paint | Supply, place: string) => run("field.set", { ...named(item), change: { place } }),
    buy: (item: Paint | Supply, amount: number, price: Money | null) => line(item, { kind: "bought", amount, price }),
    throwAway: (item: Paint | Supply, amount: number) => line(item, { kind: "thrown", amount }),
  };
}
