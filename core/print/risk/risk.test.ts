import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { seededRandom } from "../../units";
import { hazardOf, predictedGood, predictedHours, rateRange, type LearnedHazard, type Run } from "./learned";
import { expectedHours, splitVerdict } from "./restarts";

const constant = (perHour: number) => ({ start: 0, perHour });

describe("hours with restarts", () => {
  // Closed form (e^{λT} − 1)/λ, worked by hand and by another program's Monte Carlo of two million runs.
  it.each([
    [0.02, 5, 5.258546, 5.311131],
    [0.02, 10, 11.070138, 11.180839],
    [0.02, 20, 24.591235, 24.837147],
    [0.02, 50, 85.914091, 86.773232],
    [0.1, 10, 17.182818, 18.041959],
  ])("λ %d, T %d", (rate, hours, expected, withHalfHour) => {
    expect(expectedHours(constant(rate), hours)).toBeCloseTo(expected, 5);
    expect(expectedHours(constant(rate), hours, { again: 0.5 })).toBeCloseTo(withHalfHour, 5);
  });

  it("agree with a simulation of starts and runs within three standard errors", () => {
    const hazard = { start: 0.2, perHour: 0.05 };
    const random = seededRandom(11);
    const runs = 40_000;
    let sum = 0,
      square = 0;
    for (let i = 0; i < runs; i++) {
      let at = 0;
      for (;;) {
        if (random() < hazard.start) {
          at += 0.25 + 0.1;
          continue;
        }
        const until = -Math.log(1 - random()) / hazard.perHour;
        if (until >= 8) {
          at += 8;
          break;
        }
        at += until + 0.1;
      }
      sum += at;
      square += at * at;
    }
    const mean = sum / runs,
      error = Math.sqrt((square / runs - mean ** 2) / runs);
    expect(Math.abs(mean - expectedHours(hazard, 8, { lostAtStart: 0.25, again: 0.1 }))).toBeLessThan(3 * error);
  });

  it("no failures: the job itself", () => {
    expect(expectedHours(constant(0), 7)).toBe(7);
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 0.5, noNaN: true }),
        fc.double({ min: 0, max: 0.2, noNaN: true }),
        fc.double({ min: 0.1, max: 40, noNaN: true }),
        (start, perHour, hours) => {
          expect(expectedHours({ start, perHour }, hours)).toBeGreaterThanOrEqual(hours * (1 - 1e-9));
        },
      ),
    );
  });

  it("splitting pays where a rate does the harm, and not where the start does", () => {
    // The same 10 h at λ 0.1 in 2, 4, 10 parts: 12.97443, 11.36102, 10.51709.
    expect(2 * expectedHours(constant(0.1), 5)).toBeCloseTo(12.97443, 4);
    expect(10 * expectedHours(constant(0.1), 1)).toBeCloseTo(10.51709, 4);
    expect(splitVerdict(constant(0.1), 30, 2, 30, 0.1).split).toBe(true);
    const bad = splitVerdict({ start: 0.4, perHour: 0 }, 30, 4, 30, 0.1);
    expect(bad.split).toBe(false);
    expect(bad.sentence).toMatch(/^Print it whole: 4 pieces would fail at the start more often/);
    // A short job saves less than the seam costs.
    expect(splitVerdict(constant(0.02), 5, 2, 30, 0.1).sentence).toMatch(/^Print it whole: 2 pieces would save/);
  });
});

describe("what a log says", () => {
  const gamma = (failures: number, hours: number): LearnedHazard => ({
    start: 0,
    perHour: failures / hours,
    beta: { failed: 0, passed: 1 },
    gamma: { failures, hours },
    runs: 0,
    hoursRun: 0,
    failures: 0,
    failedStarts: 0,
  });
  // Gamma–Poisson worked by hand: prior Gamma(2, 100 h), 3 failures in 150 h → Gamma(5, 250).
  it("a rate with its doubt: chance, hours and range", () => {
    const g = gamma(5, 250);
    expect(g.perHour).toBeCloseTo(0.02, 12);
    expect(predictedGood(g, 10)).toBeCloseTo(0.821927, 6);
    expect(predictedHours(g, 10)).toBeCloseTo(11.085981, 5);
    expect(predictedHours(g, 250)).toBeNull();
    // 90 % (.007881, .036614): quantiles of the Gamma by another library.
    const range = rateRange(g.gamma, 0.9);
    expect(range.low).toBeCloseTo(0.007881, 3);
    expect(range.high).toBeCloseTo(0.036614, 3);
  });

  const run = (more: Partial<Run>): Run => ({
    printerId: "a",
    material: "usual",
    hours: 5,
    failed: null,
    outside: false,
    test: false,
    ...more,
  });
  it("counts starts and later failures apart, and by printer and material", () => {
    const runs = [
      run({ failed: "at the start", hours: 0.2 }),
      run({ failed: "later", hours: 3 }),
      run({}),
      run({ material: "tough" }),
      run({ printerId: "b" }),
      // The power says nothing of the printer, but it ran two hours well.
      run({ failed: "later", outside: true, hours: 2 }),
    ];
    const h = hazardOf("fdm", runs, "a", "usual");
    expect([h.runs, h.failedStarts, h.failures, h.hoursRun]).toEqual([4, 1, 1, 10]);
    expect(h.beta).toEqual({ failed: 1.5, passed: 12.5 });
    expect(h.gamma).toEqual({ failures: 2, hours: 60 });
    expect(hazardOf("fdm", runs, "a", null).runs).toBe(5);
    expect(hazardOf("fdm", [], "a", null).start).toBeCloseTo(0.05, 12);
  });
  it("the order of the log does not matter, and more good runs never raise the risk", () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            hours: fc.double({ min: 0, max: 30, noNaN: true }),
            failed: fc.constantFrom("at the start" as const, "later" as const, null),
          }),
        ),
        (list) => {
          const runs = list.map((r) => run(r));
          const [a, b] = [hazardOf("fdm", runs, "a", null), hazardOf("fdm", [...runs].reverse(), "a", null)];
          expect(b.perHour).toBeCloseTo(a.perHour, 10);
          const better = hazardOf("fdm", [...runs, run({})], "a", null);
          expect(better.perHour <= a.perHour && better.start <= a.start).toBe(true);
        },
      ),
    );
  });
});
