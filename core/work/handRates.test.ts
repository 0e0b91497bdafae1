/** Whole builds as practitioners time them: common practice, no source. The defaults must come within a factor of 1.5. */
import { describe, expect, it } from "vitest";
import type { CoatMethod } from "../coat";
import { coatHandTime } from "./handRates";

/** Hours for pieces of one size that take these coats one after the other. */
const hours = (pieceCm2: number, pieces: number, coats: CoatMethod[]): number =>
  coats.reduce((sum, method) => {
    const { setUpS, workS } = coatHandTime(method, pieceCm2, pieces);
    return sum + setUpS + workS;
  }, 0) / 3600;
const within = (got: number, low: number, high: number): void => {
  expect(got).toBeGreaterThan(low / 1.5);
  expect(got).toBeLessThan(high * 1.5);
};

describe("whole builds", () => {
  // 2 × 2 ft are 3,716 cm² of ground; walls and ruins double it, in a dozen pieces.
  it("2 ft × 2 ft of ruins by spray, stain and metal dry brush: about two hours", () =>
    within(hours(7400 / 12, 12, ["spray", "airbrush", "wash", "dry brush"]), 2, 2));
  // Three spools of 1 kg are 2,420 cm³: shells of about 2 mm have 12,000 cm², two thirds of it outside, in thirty-six pieces.
  it("three dry-brushed tones on a kit of three spools: two to three hours", () =>
    within(hours(8000 / 36, 36, ["dry brush", "dry brush", "dry brush"]), 2, 3));
  it("an arena of many parts, primed, based, washed, dry-brushed twice: about four hours", () =>
    within(hours(9000 / 30, 30, ["spray", "brush", "wash", "dry brush", "dry brush"]), 4, 4));
  it("a set of scatter pieces, twenty of 60 cm²: under two hours", () =>
    expect(hours(60, 20, ["spray", "brush", "wash", "dry brush"])).toBeLessThan(2));
  it("a block of 1,500 cm² is based in a quarter of an hour, not in hours", () => {
    expect(hours(1500, 1, ["brush"])).toBeLessThan(0.5);
    expect(hours(1500, 1, ["dry brush"])).toBeLessThan(0.25);
  });
  it("no tool is slower on a larger piece, a cm²", () => {
    for (const method of ["brush", "dry brush", "wash", "airbrush"] as const) {
      const per = (cm2: number): number => coatHandTime(method, cm2, 1).workS / cm2;
      for (const [small, large] of [
        [10, 60],
        [60, 300],
        [300, 3000],
      ])
        expect(per(large)).toBeLessThan(per(small));
    }
  });
});

describe("edges cost the time, not areas", () => {
  // Common practice, no source: bars on two-colour walls take hours. Worked by hand: 6 m of bars on twelve pieces.
  it("a metre of border is eight minutes by brush, on every piece; a spray keeps none", () => {
    const border = (method: CoatMethod, borderMm: number): number =>
      coatHandTime(method, 60, 12, { picked: 0, borderMm }).workS - coatHandTime(method, 60, 12).workS;
    expect(border("brush", 500)).toBeCloseTo(6 * 480, 6);
    expect(border("airbrush", 500)).toBe(0);
  });
  it("a two-colour wall with 500 mm of bars takes longer at its bars than at all its face", () => {
    const { workS } = coatHandTime("brush", 80, 1);
    expect(coatHandTime("brush", 80, 1, { picked: 0, borderMm: 500 }).workS).toBeGreaterThan(3 * workS);
  });
  it("thirty bricks that are picked out are seven and a half minutes", () =>
    expect(coatHandTime("pick out", 10, 1, { picked: 30, borderMm: 0 }).workS - coatHandTime("pick out", 10, 1).workS).toBe(450));
});
