import { beforeAll, describe, expect, it } from "vitest";
import { reportMesh } from "../../mesh";
import { loadSolids, type Solids } from "../../slice";
import { GENERIC_PRINTERS } from "../printers";
import { COUPONS, couponStake, EXPOSURE_SHARES, exposureFor } from "./coupons";

let solids: Solids;
beforeAll(async () => {
  solids = await loadSolids();
});
const [fdm, , resin] = GENERIC_PRINTERS;
const coupon = (id: string) => COUPONS.find((c) => c.id === id)!;

describe("test prints", () => {
  it.each(COUPONS.map((c) => [c.id, c] as const))("%s is a closed solid that prints in one piece on its machine", (_, c) => {
    for (const printer of c.process === "both" ? [fdm, resin] : [c.process === "fdm" ? fdm : resin]) {
      const { report } = reportMesh(c.build(solids, printer));
      expect(report.watertight).toBe(true);
      expect(report.bounds.min[2]).toBeGreaterThan(-0.01);
      expect(report.bounds.size[0]).toBeLessThan(printer.bedMm[0] - 10);
      expect(report.bounds.size[1]).toBeLessThan(printer.bedMm[1]);
      expect(c.readings(printer).length).toBeGreaterThan(0);
      expect(c.learn(new Map(), printer)).toEqual([]);
    }
  });

  it("the comb has its holes at the rooms that are read", () => {
    // Bar of 80 × 11 × 6 less seven holes of 3 mm plus the room in radius, less the notch, plus pin and its foot.
    const { report } = reportMesh(coupon("clearance").build(solids, fdm));
    const holes = [0.05, 0.1, 0.15, 0.2, 0.25, 0.3, 0.4].reduce((n, r) => n + Math.PI * (3 + r) ** 2 * 6, 0);
    const expected = 80 * 11 * 6 - holes - 1.5 * 1.5 * 6 + 12 * 12 * 3 + Math.PI * 9 * 11;
    // Circles of 48 sides hold a little less than round ones.
    expect(Math.abs(report.volumeMm3 / expected - 1)).toBeLessThan(0.01);
  });

  it("a reading becomes a value between its two steps, with what it was before", () => {
    const [change] = coupon("clearance").learn(new Map([["hole", 4]]), fdm);
    expect(change).toMatchObject({ path: "fits.clearanceMm", before: 0.2, after: 0.25, low: 0.2, high: 0.25 });
    const [overhang, bridge] = coupon("overhang").learn(
      new Map([
        ["overhang", 4],
        ["bridge", 2],
      ]),
      fdm,
    );
    expect(overhang).toMatchObject({ path: "overhangDeg", before: 50, after: 55, low: 55, high: 60 });
    expect(bridge).toMatchObject({ after: 15, low: 15, high: 20 });
    expect(coupon("clearance").learn(new Map([["hole", 99]]), fdm)).toEqual([]);
  });

  // Growth with the logarithm of the light: Jacobs 1992, working curve. Invented resin: 1.85 mm at 1 s, 0.12 mm for each e-fold.
  it("finds the light that gives the width, through readings of a working curve", () => {
    const width = (s: number): number => 1.85 + 0.12 * Math.log(s);
    const points = EXPOSURE_SHARES.map((x) => ({ exposureS: 2.5 * x, widthMm: width(2.5 * x) }));
    const found = exposureFor(points, 2)!;
    expect(found.value).toBeCloseTo(Math.exp(0.15 / 0.12), 6);
    expect(found.low).toBeLessThan(found.value);
    expect(found.high).toBeGreaterThan(found.value);
    // Turned round, the same.
    expect(exposureFor([...points].reverse(), 2)!.value).toBeCloseTo(found.value, 9);
    const readings = new Map(EXPOSURE_SHARES.map((x) => [`at${x}`, width(2.5 * x)]));
    expect(coupon("exposure").learn(readings, resin)[0]).toMatchObject({ path: "exposureS", before: 2.5, after: 3.49 });
  });
  it("readings that say nothing are no answer", () => {
    expect(exposureFor([{ exposureS: 2, widthMm: 2 }], 2)).toBeNull();
    expect(
      exposureFor(
        [
          { exposureS: 2, widthMm: 2 },
          { exposureS: 2, widthMm: 2.1 },
        ],
        2,
      ),
    ).toBeNull();
    expect(
      exposureFor(
        [
          { exposureS: 2, widthMm: 2.1 },
          { exposureS: 3, widthMm: 2 },
        ],
        2,
      ),
    ).toBeNull();
  });
  it("what is at stake is what the plate's material costs", () => {
    expect(couponStake(fdm, 200).minor).toBeCloseTo(400, 9);
    expect(couponStake(resin, 118).minor).toBeCloseTo(300, 9);
  });
});
