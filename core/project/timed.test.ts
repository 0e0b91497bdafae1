/** Records teach what they say. */
import { describe, expect, it } from "vitest";
import { record } from "../../tests/sampleProject";
import { paceOfRecords } from ".";

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
