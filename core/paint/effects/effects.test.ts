/** Volumes of solids in closed form, and by adding up thin slices, which shares nothing with the polynomial. */
import { describe, expect, it } from "vitest";
import { seededRandom } from "../../units";
import { POURS } from "../../ground";
import { domeOf, NEW_EFFECT, vatLayers, type Effect } from "./effects";

const vat = (more: Partial<Effect>): Effect => ({ ...NEW_EFFECT.vat, id: "e", product: "epoxy", ...more });
const sum = (e: Effect): number => {
  const layers = vatLayers(e);
  return layers.ok ? layers.value.reduce((s, l) => s + l.ml, 0) : NaN;
};

describe("a vat", () => {
  it("with upright sides is area times depth; with banks that meet at a point, a third of it", () => {
    expect(sum(vat({ round: false, aMm: 40, bMm: 25, deepMm: 6 }))).toBeCloseTo(6, 9);
    expect(sum(vat({ round: true, aMm: 40, deepMm: 6 }))).toBeCloseTo((Math.PI * 400 * 6) / 1000, 9);
    // A pyramid and a cone.
    expect(sum(vat({ round: false, aMm: 20, bMm: 20, deepMm: 10, slopeDeg: 45 }))).toBeCloseTo(4 / 3, 6);
    expect(sum(vat({ round: true, aMm: 20, deepMm: 10, slopeDeg: 45 }))).toBeCloseTo((Math.PI * 100 * 10) / 3 / 1000, 6);
    // A frustum of a cone: πh(R² + Rr + r²)/3.
    expect(sum(vat({ round: true, aMm: 60, deepMm: 10, slopeDeg: 45 }))).toBeCloseTo((Math.PI * 10 * (900 + 600 + 400)) / 3 / 1000, 6);
  });
  it("layer by layer is what thin slices add up to, from the bottom, none thicker than its product bears", () => {
    const random = seededRandom(9);
    for (let k = 0; k < 60; k++) {
      const e = vat({
        round: random() < 0.5,
        aMm: 30 + 50 * random(),
        bMm: 30 + 50 * random(),
        deepMm: 12 * random(),
        slopeDeg: 45 * random(),
        product: random() < 0.5 ? "water effect" : "epoxy",
        count: 1 + Math.floor(3 * random()),
      });
      const layers = vatLayers(e);
      if (!layers.ok) continue;
      for (const { fromMm, toMm, ml } of layers.value) {
        expect(toMm - fromMm).toBeLessThanOrEqual(POURS[e.product].mostLayerMm + 1e-9);
        let mm3 = 0;
        const N = 400;
        for (let i = 0; i < N; i++) {
          const height = fromMm + ((i + 0.5) * (toMm - fromMm)) / N;
          const off = 2 * (e.deepMm - height) * Math.tan((e.slopeDeg * Math.PI) / 180);
          const section = e.round ? (Math.PI / 4) * (e.aMm - off) ** 2 : (e.aMm - off) * (e.bMm - off);
          mm3 += (section * (toMm - fromMm)) / N;
        }
        expect(ml * POURS[e.product].leaves * 1000).toBeCloseTo(mm3 * e.count, 1);
      }
    }
  });
  it("whose banks meet before the bottom says where; one without depth takes nothing", () => {
    const meets = vatLayers(vat({ round: true, aMm: 10, deepMm: 6, slopeDeg: 45 }));
    expect(meets.ok ? "" : meets.problem.message).toContain("5.0 mm down");
    expect(sum(vat({ deepMm: 0 }))).toBe(0);
  });
});

describe("a dome", () => {
  it("of 10 mm across and 1 mm high is 39.8 mm³, about a drop; half a ball is 2πr³/3", () => {
    const d = domeOf({ aMm: 10, deepMm: 1 });
    expect(d.mm3).toBeCloseTo(39.79, 2);
    expect(d.drops).toBeCloseTo(0.995, 2);
    expect(domeOf({ aMm: 10, deepMm: 5 }).mm3).toBeCloseTo((2 * Math.PI * 125) / 3, 6);
  });
  it("stands by itself lower on small dials, and no higher than a puddle on large ones", () => {
    expect(domeOf({ aMm: 4, deepMm: 1 }).highMm).toBeLessThan(domeOf({ aMm: 10, deepMm: 1 }).highMm);
    expect(domeOf({ aMm: 100, deepMm: 1 }).highMm).toBe(domeOf({ aMm: 1000, deepMm: 1 }).highMm);
    // A puddle of water is about 3 to 4 mm thick at right angles; of resin, at 45°, one and a half.
    expect(domeOf({ aMm: 1000, deepMm: 1 }).highMm).toBeLessThan(2);
    const { lowMm, highMm } = domeOf({ aMm: 10, deepMm: 1 });
    expect(lowMm).toBeLessThan(highMm);
  });
});
