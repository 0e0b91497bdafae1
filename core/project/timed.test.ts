/** Lessons come back where they belong, and records teach what they say. */
import { describe, expect, it } from "vitest";
import { record } from "../../tests/sampleProject";
import { lessonsAbout, paceOfRecords, type Lesson } from ".";

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
});

describe("own minutes from records", () => {
  const of = (plannedS: number, saidS: number, more: object = {}) =>
    record("p", "p/x/0", {
      startedAt: 0,
      finishedAt: 1,
      plannedS,
      saidS,
      result: "good",
      rests: { kind: "coat", method: "brush", ...more },
    });
  it("go back to the tables: what was learned before is taken out again", () => {
    // Planned by the table at 600 s, and later at 1.5 times that: both took 900 s.
    const plain = paceOfRecords([Array.from({ length: 8 }, () => of(600, 900))]);
    const learned = paceOfRecords([Array.from({ length: 8 }, () => of(900, 900, { pace: 1.5 }))]);
    expect(learned.of.brush.factor).toBeCloseTo(plain.of.brush.factor, 9);
  });
  it("are taught by no failed work, no machine, nothing that was not timed, and no time that somebody said", () => {
    const silent = [
      { ...of(600, 900), result: "failed" as const },
      { ...of(600, 900), time: "machine" as const },
      { ...of(600, 900), saidS: undefined, untimed: true },
      of(600, 900, { said: 1 }),
    ];
    expect(paceOfRecords([silent, silent, silent]).all.n).toBe(0);
  });
});
