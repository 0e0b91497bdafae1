import { describe, expect, it } from "vitest";
import { AIRBORNE, careOf, careText, CAUTIONS } from "../care";
import { record } from "../../tests/sampleProject";
import type { StepRecord } from "../project";
import { airborneOf, exposureOf } from ".";

const NOW = Date.UTC(2026, 10, 30);
const DAY = 86_400_000;
const worked = (id: string, daysAgo: number, min: number, more: Partial<StepRecord> = {}): StepRecord =>
  record("c", id, {
    id,
    startedAt: NOW - daysAgo * DAY - min * 60_000,
    finishedAt: NOW - daysAgo * DAY,
    result: "good",
    rests: { kind: "coat", care: "solvent-brush blade" },
    ...more,
  });

describe("the exposure diary", () => {
  it("sums what floats by what it is, over a week, a month and all, and by what aired; a blade floats not", () => {
    const rows = exposureOf([worked("a", 1, 20, { aired: "window" }), worked("b", 10, 30), worked("d", 40, 60, { aired: "window" })], NOW);
    expect(rows).toEqual([
      {
        id: "solvent-brush",
        what: "solvent vapour",
        weekS: 1200,
        monthS: 3000,
        allS: 6600,
        aired: { window: 4800, "not said": 1800 },
        last: NOW - DAY,
        untimed: 0,
      },
    ]);
  });
  it("is the same in whatever order entries come, and entries of two scenes add up", () => {
    const all = [worked("a", 1, 20), worked("b", 2, 30, { rests: { care: "powder" } }), worked("d", 3, 5)];
    expect(exposureOf([...all].reverse(), NOW)).toEqual(exposureOf(all, NOW));
    const twice = exposureOf([...all, ...all], NOW);
    expect(twice.map((r) => r.allS)).toEqual(exposureOf(all, NOW).map((r) => 2 * r.allS));
  });
  it("counts no machine, nothing that goes on, and says what was not timed", () => {
    const rows = exposureOf(
      [worked("m", 1, 20, { time: "machine" }), worked("o", 1, 20, { finishedAt: null }), worked("u", 1, 20, { untimed: true })],
      NOW,
    );
    expect(rows).toMatchObject([{ allS: 0, untimed: 1 }]);
  });
  it("of entries without kept cautions goes by paint and method, and by nothing else", () => {
    expect(airborneOf({ rests: { family: "enamel", method: "brush" } })).toContain("solvent-brush");
    expect(airborneOf({ rests: { family: "water acrylic", method: "brush" } })).toEqual([]);
    expect(airborneOf({ rests: { family: "toString", method: "brush" } })).toEqual([]);
    expect(airborneOf({})).toEqual([]);
  });
  it("every caution says whether anything floats, and a record's text gives them back", () => {
    expect(Object.keys(AIRBORNE).sort()).toEqual(Object.keys(CAUTIONS).sort());
    expect(careOf(careText(["resin", "blade"]))).toEqual(["resin", "blade"]);
    expect(careOf("resin nonsense constructor")).toEqual(["resin"]);
  });
});
