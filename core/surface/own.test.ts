import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  COMMON_FILL,
  factorOf,
  fillShare,
  leftAfter,
  ownFill,
  ownFills,
  PRODUCTS,
  SMOOTH_ENOUGH_MM,
  stepsOn,
  stripReading,
  wetFilmMm,
  type FillReading,
  type ProductId,
} from "./index";

const reading = (left: number, more: Partial<FillReading> = {}): FillReading => ({
  id: "r",
  product: "filler",
  how: "meter",
  coats: 1,
  stepMm: 0.17,
  pitchMm: 0.35,
  left,
  at: 0,
  what: "fan",
  ...more,
});
const common = fillShare(PRODUCTS.filler.solids, 0.35, wetFilmMm("filler"));

describe("own filling", () => {
  it("nothing read: the common figure, and how unsure it is", () => {
    expect(ownFill([], "filler")).toEqual({ ...COMMON_FILL, factor: expect.closeTo(1, 12), readings: 0 });
  });
  it("a reading that says what the table says changes nothing but the range", () => {
    const o = ownFill([reading(1 - common)], "filler");
    expect(o.factor).toBeCloseTo(1, 9);
    expect(o.high / o.low).toBeLessThan(COMMON_FILL.high / COMMON_FILL.low);
  });
  // Normal prior, normal readings of one spread: posterior mean = prior + (n/σ²)(x̄ − prior)/(1/τ² + n/σ²) (exact; textbook).
  it("three readings move it a little, thirty a lot: by the precision-weighted mean of logarithms", () => {
    const twice = 1 - 2 * common;
    const at = (n: number, how: "eye" | "meter"): number =>
      ownFill(
        Array.from({ length: n }, () => reading(twice, { how })),
        "filler",
      ).factor;
    const expected = (n: number, sd: number): number => {
      const tau = Math.log(1.5);
      return Math.exp(((n / sd ** 2) * Math.log(2)) / (1 / tau ** 2 + n / sd ** 2));
    };
    for (const n of [1, 3, 30]) {
      expect(at(n, "eye")).toBeCloseTo(expected(n, 0.45), 9);
      expect(at(n, "meter")).toBeCloseTo(expected(n, 0.15), 9);
    }
    expect(at(1, "eye")).toBeLessThan(at(1, "meter"));
    expect(at(30, "eye")).toBeGreaterThan(1.9);
  });
  it("coats are taken one by one: two that leave a share squared teach what one does", () => {
    expect(factorOf(reading(0.64, { coats: 2 }))).toBeCloseTo(factorOf(reading(0.8))!, 9);
  });
  it("nothing can be learned where the table says that nothing flows out, or of no coat", () => {
    expect(factorOf(reading(0.9, { pitchMm: 3 }))).toBeNull();
    expect(ownFill([reading(0.5, { pitchMm: 3 })], "filler").readings).toBe(0);
  });
  it("products do not teach each other", () => {
    const all = ownFills([reading(0.5), reading(0.9, { product: "uv-resin" })]);
    expect(Object.keys(all).sort()).toEqual(["filler", "uv-resin"]);
    expect(ownFill([reading(0.5)], "uv-resin").factor).toBeCloseTo(1, 9);
  });
  it("in whatever order they were read, and whatever they say, it stays a figure", () =>
    fc.assert(
      fc.property(
        fc.array(fc.record({ left: fc.double({ min: 0, max: 2, noNaN: true }), coats: fc.integer({ min: 1, max: 6 }) }), { maxLength: 20 }),
        (list) => {
          const readings = list.map((r) => reading(r.left, { coats: r.coats }));
          const a = ownFill(readings, "filler"),
            b = ownFill([...readings].reverse(), "filler");
          expect(a.factor).toBeCloseTo(b.factor, 9);
          expect(a.low).toBeLessThanOrEqual(a.factor);
          expect(a.high).toBeGreaterThanOrEqual(a.factor);
          expect(a.factor).toBeGreaterThan(0);
        },
      ),
    ));
  it("what is left lies between nothing and all, whatever the factor", () => {
    for (const product of Object.keys(PRODUCTS) as ProductId[])
      for (const factor of [0.01, 1, 100]) {
        const l = leftAfter(0.2, 0.3, product, { factor, low: factor / 2, high: factor * 2, readings: 3 });
        expect(l.low).toBeGreaterThanOrEqual(0);
        expect(l.high).toBeLessThanOrEqual(0.2);
        expect(l.low).toBeLessThanOrEqual(l.value);
      }
  });
});

describe("a strip of the slope fan", () => {
  const grain = { layerMm: 0.2, lineWidthMm: 0.45 };
  it("gone from a slope on: what is just not seen was left between it and the next gentler one", () => {
    const s = stripReading(30, 20, grain, SMOOTH_ENOUGH_MM)!;
    const [a, b] = [stepsOn(30, grain), stepsOn(20, grain)];
    expect(s.stepMm).toBeGreaterThan(a.cuspMm);
    expect(s.stepMm).toBeLessThan(b.cuspMm);
    expect(s.left * s.stepMm).toBeCloseTo(SMOOTH_ENOUGH_MM, 12);
  });
  it("gone on a gentler slope means that the coat fills more", () => {
    const fills = (deg: number, before: number): number =>
      factorOf({ product: "uv-resin", coats: 2, ...stripReading(deg, before, grain, SMOOTH_ENOUGH_MM)! })!;
    expect(fills(20, 12)).toBeGreaterThan(fills(45, 30));
  });
  it("steps that were never seen teach nothing", () => expect(stripReading(60, 45, { layerMm: 0.02 }, SMOOTH_ENOUGH_MM)).toBeNull());
});
