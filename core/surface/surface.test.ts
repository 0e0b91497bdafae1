import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  afterCoat,
  afterSanding,
  coatAmounts,
  coatOver,
  fillAmounts,
  levellingShare,
  loopScar,
  sandDown,
  sawTooth,
  seenAt,
  stepsOn,
  TRANSFER,
} from "./index";

describe("layer steps (Dolenc & Mäkelä 1994)", () => {
  it.each([
    [0.2, 10, 0.19696, 1.1343],
    [0.2, 30, 0.17321, 0.3464],
    [0.2, 45, 0.14142, 0.2],
    [0.05, 30, 0.0433, 0.0866],
  ])("%d mm layers at %d° from level", (t, slope, cusp, run) => {
    const s = stepsOn(slope, { layerMm: t });
    expect(s.cuspMm).toBeCloseTo(cusp, 4);
    expect(s.pitchMm).toBeCloseTo(run, 4);
  });
  it("a level top lies on a layer and has none; a wall shows its beads", () => {
    expect(stepsOn(0, { layerMm: 0.2 })).toEqual({ cuspMm: 0, pitchMm: 0, spacingMm: 0 });
    expect(stepsOn(90, { layerMm: 0.2 })).toEqual({ cuspMm: 0.1, pitchMm: 0.2, spacingMm: 0.2 });
  });
  it("a level top of filament shows its lines, one line width apart", () =>
    expect(stepsOn(0, { layerMm: 0.2, lineWidthMm: 0.45 })).toEqual({ cuspMm: expect.closeTo(0.06, 9), pitchMm: 0.45, spacingMm: 0.45 }));
  it.each([10, 30, 46, 60, 75])("at %d° the run is seen from above and the spacing lies along the face: a right triangle", (deg) => {
    const { pitchMm, spacingMm } = stepsOn(deg, { layerMm: 0.2 });
    expect(spacingMm * Math.sin((deg * Math.PI) / 180)).toBeCloseTo(0.2, 9);
    if (deg < 45) expect(Math.hypot(pitchMm, 0.2)).toBeCloseTo(spacingMm, 9);
    else expect(spacingMm).toBeGreaterThanOrEqual(pitchMm);
  });
  it("a loop's scar stands higher than the beads beside it, and resin has none", () => {
    const grain = { layerMm: 0.2, lineWidthMm: 0.45 };
    expect(loopScar(grain)!.cuspMm).toBeGreaterThan(stepsOn(90, grain).cuspMm);
    expect(loopScar({ layerMm: 0.05 })).toBeNull();
  });
  it("steps and pitch never grow towards a steeper face, down to half a degree and over the edge of what is called a wall", () => {
    const at = (deg: number) => stepsOn(deg, { layerMm: 0.2, lineWidthMm: 0.45 });
    for (let deg = 0.5; deg < 90; deg += 0.25) {
      expect(at(deg + 0.25).cuspMm).toBeLessThanOrEqual(at(deg).cuspMm + 1e-12);
      expect(at(deg + 0.25).pitchMm).toBeLessThanOrEqual(at(deg).pitchMm + 1e-12);
    }
    // 0.2 / tan 0.5°: terraces of 23 mm, the widest there are.
    expect(at(0.5).pitchMm).toBeCloseTo(22.918, 2);
    expect(at(80).cuspMm / at(79).cuspMm).toBeCloseTo(1, 6);
  });
});

describe("what shows at 1 m (two minutes of arc, ISO 8596)", () => {
  // 0.2 mm layers: a wall 0.7', a 30° roof 1.2', a 10° slope 3.9', 5° 7.9'.
  it.each([
    // The brush finds a wall's beads from wherever it is seen; in the hand they are plain: 2.7 minutes of arc.
    [90, "dry brush", 0.69],
    [30, "dry brush", 1.19],
    [10, "plain", 3.9],
    [5, "plain", 7.86],
  ] as const)("a slope of %d° is %s", (slope, seen, arcmin) => {
    const s = seenAt(stepsOn(slope, { layerMm: 0.2 }), 1000);
    expect(s.seen).toBe(seen);
    expect(s.arcmin).toBeCloseTo(arcmin, 1);
  });
  it("comes closer in the hand", () => {
    expect(seenAt(stepsOn(30, { layerMm: 0.2 }), 250).seen).toBe("plain");
    const wall = seenAt(stepsOn(90, { layerMm: 0.2 }), 250);
    expect(wall).toMatchObject({ seen: "plain", arcmin: expect.closeTo(2.75, 1) });
    expect(seenAt(stepsOn(90, { layerMm: 0.2 }), 600).arcmin).toBeCloseTo(1.15, 2);
  });
  it("what a dry brush finds does not depend on where one stands", () => {
    for (const slope of [5, 30, 60, 90])
      for (const far of [300, 1000, 5000, 20000]) expect(seenAt(stepsOn(slope, { layerMm: 0.2 }), far).seen).not.toBe("hidden");
    // Resin layers of 0.05 mm are ridden over.
    expect(seenAt(stepsOn(90, { layerMm: 0.05 }), 1000).seen).toBe("hidden");
  });
});

describe("filling and sanding", () => {
  // A levelled coat leaves c × (1 − solids): 173 µm and two filler coats of 0.35 leave 73.
  it("two filler coats leave 0.65² of narrow ridges", () => {
    const wet = 0.25;
    expect(levellingShare(0.1, wet)).toBeGreaterThan(0.999);
    expect(afterCoat(afterCoat(0.173, 0.35, 0.1, wet), 0.35, 0.1, wet) * 1000).toBeCloseTo(73.1, 0);
  });
  it("terraces of 2 mm never flow out", () => expect(afterCoat(0.17, 0.35, 2, 0.25)).toBeGreaterThan(0.168));
  // Orchard 1962, as recalled: the rate goes with thickness cubed over wavelength to the fourth.
  it("levelling follows film cubed and wavelength to the fourth, between nothing and all", () => {
    const rate = (pitch: number, wet: number): number => -Math.log(1 - levellingShare(pitch, wet));
    fc.assert(
      fc.property(fc.double({ min: 0.3, max: 3, noNaN: true }), fc.double({ min: 0.03, max: 0.3, noNaN: true }), (pitch, wet) => {
        const share = levellingShare(pitch, wet);
        expect(share).toBeGreaterThanOrEqual(0);
        expect(share).toBeLessThanOrEqual(1);
        if (share < 1e-6 || share > 0.9) return;
        expect(rate(pitch, wet * 1.2) / rate(pitch, wet)).toBeCloseTo(1.2 ** 3, 4);
        expect(rate(pitch * 1.2, wet) / rate(pitch, wet)).toBeCloseTo(1.2 ** -4, 4);
      }),
    );
    expect(levellingShare(0.3, 0)).toBe(0);
    expect(levellingShare(100, 0.1)).toBeCloseTo(0, 9);
    expect(levellingShare(0.05, 0.5)).toBeCloseTo(1, 9);
  });
  it("sanding leaves scratches of a few tenths of the grain (FEPA 43), never more than was there", () => {
    expect(afterSanding(0.173, 400)).toBeGreaterThan(0.1 * 0.035);
    expect(afterSanding(0.173, 400)).toBeLessThan(0.5 * 0.035);
    expect(afterSanding(0.01, 400)).toBe(0.01);
    expect(() => afterSanding(0.1, 401)).toThrow(RangeError);
  });
  it("a profile coated and sanded agrees with the sums", () => {
    const base = sawTooth(0.17, 0.3, 2.4, 400);
    const depth = (p: Float64Array): number => Math.max(...p) - Math.min(...p);
    expect(depth(coatOver(base, 0.1, 0.35, 0.3)) / depth(base)).toBeCloseTo(1 - 0.35 * levellingShare(0.3, 0.1 / 0.35), 1);
    expect(depth(sandDown(base, 0.035))).toBeCloseTo(0.035, 6);
  });
});

describe("how much it takes", () => {
  // 300 cm² at 30°, 0.2 mm layers, filler of 35 % solids, sprayed at 35 % transfer: by hand 2.6, 7.4 and 21 ml.
  it("solids in the valleys, wet, out of the can", () => {
    const a = fillAmounts(30_000, stepsOn(30, { layerMm: 0.2 }).cuspMm, 0.35, "spray");
    expect(a.solidsMl).toBeCloseTo(2.598, 2);
    expect(a.wetMl).toBeCloseTo(7.42, 2);
    expect(a.usedMl).toBeCloseTo(21.2, 1);
  });
  // Use = area × dry film × coats ÷ (solids × transfer), ISO 2808: 0.25 m², 40 µm, 0.35, 0.5 would be 57.143 ml.
  it("a coat by its film", () => {
    const a = coatAmounts(250_000, 0.04, 0.35, "spray");
    expect((a.usedMl * TRANSFER.spray) / 0.5).toBeCloseTo(57.143, 3);
  });
});
