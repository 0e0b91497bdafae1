import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { keyed, mergedOrder, unkeyed } from "./keyed";

describe("a row with its lists keyed", () => {
  const named = fc.uniqueArray(fc.record({ id: fc.string({ minLength: 1 }).filter((s) => !s.includes("\n")), n: fc.integer() }), {
    selector: (r) => r.id,
  });
  const row = fc.record({ name: fc.string(), list: named, sizes: fc.array(fc.integer()), inner: fc.record({ list: named }) });
  it("comes back as it was, whatever it holds", () => {
    fc.assert(
      fc.property(row, (r) => {
        expect(unkeyed(keyed(r))).toEqual(r);
      }),
    );
  });
  it("names an item by its id or its name, and leaves a list of numbers one field", () => {
    expect(keyed({ work: [{ id: "a" }, { id: "b" }], sizes: [1, 2], things: [{ name: "gate" }] })).toEqual({
      work: { "#order": "a\nb", "=a": { id: "a" }, "=b": { id: "b" } },
      sizes: [1, 2],
      things: { "#order": "gate", "=gate": { name: "gate" } },
    });
  });
});

describe("the order of a list that others changed meanwhile", () => {
  it.each([
    ["what was added goes, what others added stays", "a b", "a b c", "a b c d", "a b d"],
    ["what was dropped comes back where it was", "a b c", "a c", "a c d", "a b c d"],
    ["what was dropped first comes back first", "a b", "b", "b c", "a b c"],
    ["nothing happened meanwhile", "a b", "b a", "b a", "a b"],
  ])("%s", (_, before, after, now, merged) => {
    const lines = (s: string): string => s.replaceAll(" ", "\n");
    expect(mergedOrder(lines(before), lines(after), lines(now))).toBe(lines(merged));
  });
  it("items that were moved twice cannot be led back", () => expect(mergedOrder("a\nb\nc", "c\na\nb", "b\nc\na")).toBeUndefined());
});
