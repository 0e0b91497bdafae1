/** What something cost, typed and shown. */
import { fail, ok, type Money, type Result } from "~core/units";

/** "4.50 EUR", "3,99 GBP"; an amount alone is in the currency of habit; empty for none. */
export const parseCostIn =
  (habit: string) =>
  (text: string): Result<Money | null> => {
    if (!text.trim()) return ok(null);
    const m = /^\s*(\d{1,6})(?:[.,](\d{1,2}))?\s*([a-z]{3})?\s*$/i.exec(text);
    return m
      ? ok({
          minor: Number(m[1]) * 100 + Number((m[2] ?? "").padEnd(2, "0") || 0),
          currency: ((m[3] as string | undefined) ?? habit).toUpperCase(),
        })
      : fail("cost", `Enter an amount, such as 4.50, with the currency if it is not ${habit}.`);
  };

export const costText = (cost: Money | null): string => (cost ? `${(cost.minor / 100).toFixed(2)} ${cost.currency}` : "");
