import { describe, expect, it } from "vitest";
import { copiesOf, copyLooks, NEW_STEP, type RecipeStep } from "./index";

const accent = (id: string, every?: number): RecipeStep => ({
  ...NEW_STEP,
  id,
  role: "picked out",
  wants: { name: id, family: "water acrylic", hex: "#808080", sheen: "matt" },
  method: "pick out",
  finish: "good",
  ...(every && { every }),
});

describe("copies that differ on purpose", () => {
  it("every copy is in one look, and as many take each accent as the plan counts", () => {
    for (let copies = 1; copies <= 30; copies++)
      for (const everies of [[2], [3, 3], [2, 4], [5, 2, 3], [9, 9, 9, 9]]) {
        const steps = [accent("base"), ...everies.map((n, i) => accent(`a${i}`, n))];
        const looks = copyLooks(steps, copies);
        expect(looks.flatMap((l) => l.copies).sort((a, b) => a - b)).toEqual(Array.from({ length: copies }, (_, i) => i + 1));
        for (const step of steps.slice(1)) {
          const takes = looks.reduce((n, l) => n + (l.accents.includes(step) ? l.copies.length : 0), 0);
          expect(takes, `${step.id} of ${everies.join()} on ${copies}`).toBe(copiesOf(step, copies));
        }
        // The base is on all of them, and makes no difference.
        expect(looks.every((l) => !l.accents.some((s) => s.id === "base"))).toBe(true);
      }
  });
  it("two accents on every third of twelve fall on different copies: three looks, not two", () => {
    expect(copyLooks([accent("a", 3), accent("b", 3)], 12).map((l) => l.copies)).toEqual([
      [1, 4, 7, 10],
      [2, 5, 8, 11],
      [3, 6, 9, 12],
    ]);
  });
  it("without accents all are alike", () => {
    expect(copyLooks([accent("base")], 4)).toEqual([{ copies: [1, 2, 3, 4], accents: [] }]);
  });
});
