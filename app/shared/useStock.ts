/** What is said of a level: lines of the stock book, never the level itself. */
import type { StockLine } from "~core/ledger";
import type { Paint, Supply } from "~core/project";
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
  return {
    /** So much was seen to be there. */
    count: (item: Paint | Supply, amount: number) => line(item, { kind: "counted", amount }),
    buy: (item: Paint | Supply, amount: number, price: Money | null) => line(item, { kind: "bought", amount, price }),
    throwAway: (item: Paint | Supply, amount: number) => line(item, { kind: "thrown", amount }),
  };
}
