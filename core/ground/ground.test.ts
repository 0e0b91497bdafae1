import { describe, expect, it } from "vitest";
import { GROUND_RECIPES, groundAmounts } from "./index";

describe("groundwork by volume and weight", () => {
  const sand = { ...GROUND_RECIPES[0], loose: [{ name: "sand", share: 1, bulkGMl: 1.55, grainGMl: 2.65 }], voidsFilled: 1 };
  // Absolute volumes (ACI 211): 300 ml of loose sand is 465 g, 175.47 ml of grains and 124.53 ml of voids.
  it("fills voids, it does not add", () => {
    const a = groundAmounts(sand, 150000, 2, 0);
    expect(a.looseMl).toBeCloseTo(300, 9);
    expect(a.loose[0].g).toBeCloseTo(465, 9);
    expect(a.liquidMl).toBeCloseTo(124.53, 2);
  });
  it("a layer of 600 × 300 × 2 mm is 360 ml, with 15 % waste 414", () => {
    expect(groundAmounts(sand, 180000, 2, 0).looseMl).toBeCloseTo(360, 9);
    expect(groundAmounts(sand, 180000, 2, 0.15).looseMl).toBeCloseTo(414, 9);
  });
  it("one part of glue to three of water, and it dries lighter", () => {
    const a = groundAmounts(GROUND_RECIPES[0], 60000, 2);
    expect(a.waterMl / a.glueMl).toBeCloseTo(3, 9);
    expect(a.dryG).toBeLessThan(a.wetG);
    expect(a.loose.map((m) => m.ml / a.looseMl)).toEqual([expect.closeTo(0.8), expect.closeTo(0.2)]);
  });
});
