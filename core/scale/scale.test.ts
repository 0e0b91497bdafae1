import { describe, expect, it } from "vitest";
import {
  arcMinuteMm,
  arcMinutes,
  figureRatio,
  figureRatioRange,
  figureScale,
  formatRatio,
  judgeFeature,
  nearestThing,
  RAILWAY_SCALES,
  toModelMm,
} from "./index";

describe("figure scales", () => {
  // Eye height 0.936 of stature: Drillis & Contini 1966. 28 mm to the eye of a 5 ft 6 in person is close to the often quoted 1:56.
  it.each([
    [15, "crown", 1676.4, 111.76],
    [28, "crown", 1828.8, 65.31],
    [28, "eye", 1676.4, 56.04],
    [32, "eye", 1755, 51.33],
    [54, "crown", 1755, 32.5],
    [75, "eye", 1828.8, 22.82],
  ] as const)("%d mm to the %s of %d mm is 1:%d", (figureMm, school, stature, want) =>
    expect(figureRatio(figureMm, school, stature)).toBeCloseTo(want, 2),
  );

  it("leaves a range open, and settles on one ratio", () => {
    const range = figureRatioRange(28);
    expect(range.low).toBeCloseTo(56.04, 2);
    expect(range.high).toBeCloseTo(65.31, 2);
    expect(formatRatio(figureScale(28).ratio)).toBe("1:56");
  });
});

describe("railway scales (NEM 010, NMRA S-1.2)", () => {
  it("keeps gauge × ratio near 1435 mm", () => {
    // The standards' own tables spread by about three per cent; scales that run on the track of another are left out.
    for (const s of RAILWAY_SCALES.filter((x) => !x.offGauge)) {
      const share = (s.gaugeMm * s.ratio) / 1435;
      expect(share, s.name).toBeGreaterThan(0.97);
      expect(share, s.name).toBeLessThan(1.03);
    }
  });
  it("H0 is 3.5 mm to the foot", () => {
    const h0 = RAILWAY_SCALES.find((s) => s.name === "H0");
    expect(h0?.ratio).toBeCloseTo(87.0857, 4);
    expect(toModelMm(1828.8, h0!.ratio)).toBeCloseTo(21, 9);
  });
  it("1:72 makes an inch of six feet", () => expect(toModelMm(6 * 304.8, 72)).toBeCloseTo(25.4, 12));
});

describe("the eye (ISO 8596, one minute of arc)", () => {
  it.each([
    [250, 0.0727],
    [600, 0.1745],
    [1000, 0.2909],
    [2000, 0.5818],
  ])("at %d mm it is %d mm", (d, want) => expect(arcMinuteMm(d)).toBeCloseTo(want, 4));
  it("turns a pitch back into minutes", () => expect(arcMinutes(arcMinuteMm(600) * 2, 600)).toBeCloseTo(2, 6));
});

describe("detail and known things", () => {
  it("a mortar joint at 1:56 drowns on filament and on resin", () => {
    const fdm = judgeFeature(10, 56, "groove", "fdm");
    expect(fdm.modelMm).toBeCloseTo(0.1786, 4);
    expect(fdm.verdict).toBe("vanishes");
    expect(fdm.exaggeration).toBeCloseTo(3.36, 2);
    expect(judgeFeature(10, 56, "groove", "resin").verdict).toBe("drowns");
  });
  it("names the thing of nearly that size", () => {
    expect(nearestThing(2000)?.name).toMatch(/door leaf/);
    expect(nearestThing(1e7)).toBeUndefined();
  });
});
