import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { seededRandom } from "../units";
import {
  COMMON_FILL,
  factorOf,
  fillShare,
  leftAfter,
  ownFill,
  ownFillAt,
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
    expect(ownFill([], "filler")).toEqual(COMMON_FILL);
  });
  it("a reading that says what the table says changes nothing but the range", () => {
    const o = ownFill([reading(1 - common)], "filler");
    expect(o.factor).toBeCloseTo(1, 1);
    expect(o.high / o.low).toBeLessThan(COMMON_FILL.high / COMMON_FILL.low);
  });
  it("readings move it, more of them and surer ones more", () => {
    const twice = 1 - 2 * common;
    const at = (n: number, how: "eye" | "meter"): number =>
      ownFill(
        Array.from({ length: n }, () => reading(twice, { how })),
        "filler",
      ).factor;
    expect(at(1, "eye")).toBeLessThan(at(1, "meter"));
    expect(at(1, "eye")).toBeGreaterThan(1);
    expect(at(3, "meter")).toBeGreaterThan(at(1, "meter"));
    expect(at(30, "eye")).toBeGreaterThan(1.85);
    expect(at(30, "meter")).toBeLessThan(2.001);
  });
  // Workshops simulated: how much a coat fills is drawn, its films differ from day to day, and what was left is read with the meter's error.
  it.each([0.42, 0.6, 0.75, 0.9, 1.1])("at %d mm between ridges the true filling lies in the range in nine of ten", (pitchMm) => {
    const random = seededRandom(Math.round(pitchMm * 100));
    const normal = (): number => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
    const share = fillShare(PRODUCTS.filler.solids, pitchMm, wetFilmMm("filler"));
    for (const n of [1, 5]) {
      let held = 0;
      const shops = 400;
      for (let i = 0; i < shops; i++) {
        const truth = Math.exp(Math.log(1.5) * normal());
        const readings = Array.from({ length: n }, () => {
          const left = Math.max(0.01, 1 - share * truth * Math.exp(0.15 * normal()));
          return reading(left * Math.exp(0.15 * normal()), { pitchMm });
        });
        const { low, high } = ownFill(readings, "filler");
        if (truth >= low && truth <= high) held++;
      }
      expect(held / shops, `${n} readings of ${(share * 100).toFixed(0)} %`).toBeGreaterThan(0.82);
    }
  });
  it("one reading where a coat hardly fills says next to nothing", () => {
    const o = ownFill([reading(0.8, { pitchMm: 1.1 })], "filler");
    expect(o.high / o.low).toBeGreaterThan(0.85 * (COMMON_FILL.high / COMMON_FILL.low));
  });
  it("what was read at one spacing counts there, and less the further away", () => {
    const own = ownFill(
      Array.from({ length: 5 }, () => reading(1 - 1.8 * common)),
      "filler",
    );
    const [here, near, far] = [0.35, 0.5, 1.4].map((p) => ownFillAt(own, p));
    expect(here.factor).toBeCloseTo(own.factor, 9);
    expect(near.factor).toBeLessThan(here.factor);
    expect(far.factor).toBeLessThan(near.factor);
    expect(far.factor).toBeGreaterThan(1);
    expect(far.high / far.low).toBeGreaterThan(near.high / near.low);
    expect(far.high / far.low).toBeLessThanOrEqual(COMMON_FILL.high / COMMON_FILL.low);
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
        const l = leftAfter(0.2, 0.3, product, { factor, low: factor / 2, high: factor * 2, readings: 3, seen: [] });
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
