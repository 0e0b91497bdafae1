/** Scales and known things against published definitions. Values as recalled from the standards named beside them. */
import { describe, expect, it } from "vitest";
import {
  EYE_SHARE,
  figureRatio,
  figureRatioRange,
  formatRatio,
  nearestThing,
  RAILWAY_SCALES,
  REAL_THINGS,
  toModelMm,
  toRealMm,
} from "./index";

const scale = (name: string): number => RAILWAY_SCALES.find((s) => s.name === name)!.ratio;

describe("railway scales as defined", () => {
  // NMRA S-1.2 and NEM 010: 1 m, 6 ft and the standard gauge in model millimetres.
  it.each([
    ["Z", 4.5455, 8.313, 6.523],
    ["N", 6.25, 11.43, 8.969],
    ["TT", 8.3333, 15.24, 11.958],
    ["H0", 11.4829, 21, 16.478],
    ["00", 13.1234, 24, 18.832],
    ["S", 15.625, 28.575, 22.422],
    ["0", 22.2222, 40.64, 31.889],
    ["I", 31.25, 57.15, 44.844],
    ["II", 44.444, 81.28, 63.778],
  ])("%s", (name, metre, sixFeet, gauge) => {
    expect(toModelMm(1000, scale(name))).toBeCloseTo(metre, 3);
    expect(toModelMm(1828.8, scale(name))).toBeCloseTo(sixFeet, 3);
    expect(toModelMm(1435, scale(name))).toBeCloseTo(gauge, 3);
  });
});

describe("from one scale to another (exact)", () => {
  it.each([
    ["1:72 to 1:56", 72 / 56, 1.285714, 2.125364],
    ["3.5 mm to 4 mm to the foot", scale("H0") / scale("00"), 8 / 7, 1.492711],
    ["1:35 to 1:48", 35 / 48, 0.729167, 0.387687],
    ["28 mm to 32 mm", figureRatio(28, "eye", 1755) / figureRatio(32, "eye", 1755), 32 / 28, 1.492711],
    ["1:144 to 1:35", 144 / 35, 4.114286, 69.64],
  ])("%s", (_, factor, length, volume) => {
    expect(factor).toBeCloseTo(length, 5);
    expect(factor ** 3).toBeCloseTo(volume, 2);
  });
  it("28 mm to 15 mm figures is 53.57 %, a third of the surface, a sixth of the volume", () => {
    const f = figureRatio(28, "eye", 1755) / figureRatio(15, "eye", 1755);
    expect(f).toBeCloseTo(0.5357, 4);
    expect(f ** 2).toBeCloseTo(0.287, 3);
    expect(f ** 3).toBeCloseTo(0.154, 3);
  });
  it("there and back is the same length", () => {
    for (const mm of [0.01, 1, 34.5, 1981, 12192]) expect(toRealMm(toModelMm(mm, 87.0857), 87.0857)).toBeCloseTo(mm, 9);
  });
});

describe("figures", () => {
  it("counting to the eye makes the ratio smaller by the eye's share of stature", () => {
    for (const mm of [6, 15, 28, 54, 75]) expect(figureRatio(mm, "eye", 1755) / figureRatio(mm, "crown", 1755)).toBeCloseTo(EYE_SHARE, 12);
  });
  it("a size fixes the ratio to about a tenth only", () => {
    const { low, high } = figureRatioRange(28);
    expect(high / low).toBeGreaterThan(1.15);
    expect(high / low).toBeLessThan(1.2);
  });
  it.each([
    [56.04, "1:56"],
    [87.0857, "1:87.1"],
    [7.5, "1:7.5"],
    [220, "1:220"],
  ])("%d reads %s", (n, text) => expect(formatRatio(n)).toBe(text));
});

describe("known things", () => {
  it("every one has a size, a measure and a source", () => {
    for (const t of REAL_THINGS) {
      expect(t.mm, t.name).toBeGreaterThan(0);
      expect(t.measure.length, t.name).toBeGreaterThan(2);
      expect(t.source.length, t.name).toBeGreaterThan(4);
    }
  });
  // Sizes from the standards themselves.
  it.each([
    ["a brick", 215, /EN 771-1/],
    ["a brick course", 75, /EN 771-1/],
    ["the side of a pallet", 1200, /EN 13698-1/],
    ["a shipping container", 6058, /ISO 668/],
    ["a tall door leaf", 80 * 25.4, /80 in/],
    ["a stair riser", 7.75 * 25.4, /R311\.7\.5/],
    ["a stair tread", 10 * 25.4, /R311\.7\.5/],
    ["the gauge of a main line", 1435, /standard/],
    ["a traffic lane", 12 * 304.8, /AASHTO/],
  ])("%s is %d mm", (name, mm, source) => {
    const thing = REAL_THINGS.find((t) => t.name === name)!;
    expect(thing.mm).toBeCloseTo(mm, 0);
    expect(thing.source).toMatch(source);
  });
  it("four brick courses are 300 mm, a foot-high stair of two risers is too steep to be one", () => {
    expect(4 * REAL_THINGS.find((t) => t.name === "a brick course")!.mm).toBe(300);
    expect(nearestThing(300)?.name).toBe("four brick courses");
  });
  it("three estimates of one model agree: a door of 36.3 mm and four courses of 5.36 mm are both 1:56", () => {
    expect(2032 / 36.3).toBeCloseTo(55.98, 2);
    expect(300 / 5.36).toBeCloseTo(55.97, 2);
  });
  it("nothing is named beyond twelve per cent", () => {
    expect(nearestThing(930)?.name).toBe("a handrail");
    expect(nearestThing(20000)).toBeUndefined();
    expect(nearestThing(0)).toBeUndefined();
    expect(nearestThing(-5)).toBeUndefined();
  });
});
