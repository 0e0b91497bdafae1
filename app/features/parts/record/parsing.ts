/** What is typed on a part's record. */
import { fail, ok, type Result } from "~core/units";
import type { Part } from "~core/project";

export const parseText =
  (most: number) =>
  (text: string): Result<string> =>
    text.trim().length <= most ? ok(text.trim()) : fail("long", `At most ${most} characters.`);

export const parseTags = (text: string): Result<string[]> => {
  const tags = [
    ...new Set(
      text
        .split(",")
        .map((t) => t.trim())
        .filter(Boolean),
    ),
  ];
  return tags.length <= 20 && tags.every((t) => t.length <= 40)
    ? ok(tags)
    : fail("tags", "At most twenty tags of forty characters, with commas between.");
};

/** "4.50 EUR", "3,99 GBP"; an amount alone is in the currency of habit; empty for none. */
export const parseCostIn =
  (habit: string) =>
  (text: string): Result<Part["fileCost"]> => {
    if (!text.trim()) return ok(null);
    const m = /^\s*(\d{1,6})(?:[.,](\d{1,2}))?\s*([a-z]{3})?\s*$/i.exec(text);
    return m
      ? ok({
          minor: Number(m[1]) * 100 + Number((m[2] ?? "").padEnd(2, "0") || 0),
          currency: ((m[3] as string | undefined) ?? habit).toUpperCase(),
        })
      : fail("cost", `An amount, such as 4.50, and its currency where that is not ${habit}.`);
  };

export const costText = (cost: Part["fileCost"]): string => (cost ? `${(cost.minor / 100).toFixed(2)} ${cost.currency}` : "");
