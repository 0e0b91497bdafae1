/** Lessons come back where they belong. */
import { describe, expect, it } from "vitest";
import { judgedOf, lessonsAbout, type Lesson } from ".";

describe("lessons", () => {
  const lesson = (id: string, more: Partial<Lesson>): Lesson => ({ id, title: id, about: "coat", at: 0, ...more });
  it("of a wash are told at a wash, not at a primer that is brushed; of a kind at all of it; the newest first", () => {
    const all = [
      lesson("wash", { key: "wash", at: 1 }),
      lesson("coats", { at: 3 }),
      lesson("any", { about: null, at: 2 }),
      lesson("print", { about: "print" }),
    ];
    const told = (method: string) => lessonsAbout(all, [{ kind: "coat", method }], 9).map((l) => l.id);
    expect(told("brush")).toEqual(["coats", "any"]);
    expect(told("wash")).toEqual(["coats", "any", "wash"]);
    expect(lessonsAbout(all, [{ kind: "coat", method: "wash" }], 1).map((l) => l.id)).toEqual(["coats"]);
    expect(lessonsAbout(all, [{ kind: "recipe", method: "wash" }], 9).map((l) => l.id)).toEqual(["any", "wash"]);
  });
  it("of a product are told at that product only: an enamel wash is no primer", () => {
    const all = [lesson("enamel", { product: "enamel wash" }), lesson("gel", { about: "glue", product: "gel" })];
    const told = (rests: object) => lessonsAbout(all, [{ kind: "coat", ...rests }], 9).map((l) => l.id);
    expect(told({ family: "water primer" })).toEqual([]);
    expect(told({ family: "enamel wash", method: "wash" })).toEqual(["enamel"]);
    // A recipe lays the same wash.
    expect(lessonsAbout(all, [{ kind: "recipe", family: "enamel wash" }], 9)).toHaveLength(1);
    expect(told({ glue: "gel" })).toEqual(["gel"]);
  });
  it("that did not help, twice and more often than they did, are told no more", () => {
    const judged = (...helped: boolean[]) => lesson("l", { judged: helped.map((h, i) => ({ recordId: `r${i}`, helped: h })) });
    const told = (l: Lesson) => lessonsAbout([l], [{ kind: "coat" }], 9).length;
    expect([judged(), judged(false), judged(false, true), judged(false, false, true, true)].map(told)).toEqual([1, 1, 1, 1]);
    expect([judged(false, false), judged(false, true, false)].map(told)).toEqual([0, 0]);
    expect(judgedOf(judged(true, false, true))).toEqual({ helped: 2, not: 1 });
  });
});
