import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { beads, GRADES, PRODUCTS, STRIP_SAMPLES, stepsOn, stripRows, type ProductId, type StripStep } from "./index";

const depth = (p: Float64Array): number => Math.max(...p) - Math.min(...p);
const steps = stepsOn(30, { layerMm: 0.2 });
const done: StripStep[] = [
  { kind: "sand", grade: 120 },
  { kind: "lay", product: "filler" },
  { kind: "sand", grade: 400 },
];

describe("the raking strip", () => {
  const rows = stripRows(steps, "slope", done, 2.8);
  it("has one row a step, and the print itself", () => {
    expect(rows.map((r) => r.label)).toEqual(["printed", "P120", "Filler primer", "P400"]);
  });
  it("draws each profile as deep as the sums say is left", () => {
    expect(rows[0].leavesMm).toBe(steps.cuspMm);
    for (const r of rows) expect(Math.abs(depth(r.profile) - r.leavesMm), r.label).toBeLessThan(0.004);
  });
  it("has nothing to draw where there is no step", () => {
    const flat = stripRows({ cuspMm: 0, pitchMm: 0, spacingMm: 0 }, "level", [{ kind: "lay", product: "filler" }], 2);
    expect(depth(flat[1].profile)).toBe(0);
  });
  const step = fc.oneof(
    fc.record({ kind: fc.constant("lay" as const), product: fc.constantFrom(...(Object.keys(PRODUCTS) as ProductId[])) }),
    fc.record({ kind: fc.constant("sand" as const), grade: fc.constantFrom(...GRADES) }),
    fc.record({ kind: fc.constant("heat" as const), leaves: fc.double({ min: 0, max: 0.3, noNaN: true }) }),
  );
  it("is never negative and never gets rougher, whatever is put on it and in whatever order; nothing done leaves all", () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 90, noNaN: true }),
        fc.double({ min: 0.03, max: 0.4, noNaN: true }),
        fc.array(step, { maxLength: 8 }),
        (slope, layerMm, list) => {
          const own = stepsOn(slope, { layerMm });
          const all = stripRows(own, "slope", list, 4);
          expect(all[0].leavesMm).toBe(own.cuspMm);
          for (const [i, r] of all.entries()) {
            expect(r.leavesMm).toBeGreaterThanOrEqual(0);
            expect(r.low).toBeLessThanOrEqual(r.leavesMm + 1e-12);
            expect(r.high).toBeGreaterThanOrEqual(r.leavesMm - 1e-12);
            if (i > 0) expect(r.leavesMm).toBeLessThanOrEqual(all[i - 1].leavesMm + 1e-12);
            expect(r.profile.every((v) => Number.isFinite(v))).toBe(true);
          }
        },
      ),
      { numRuns: 60 },
    ));
  it("many coats on narrow ridges leave it flat", () => {
    const fine = stepsOn(60, { layerMm: 0.1 });
    const many = stripRows(
      fine,
      "slope",
      Array.from({ length: 12 }, (): StripStep => ({ kind: "lay", product: "uv-resin" })),
      2,
    );
    expect(many.at(-1)!.leavesMm).toBeLessThan(1e-3);
  });
  // Half-round beads: ridge to valley is the height; mean height of a half circle is π/4 of it (exact).
  it("beads are half circles", () => {
    const p = beads(0.1, 0.2, 2, STRIP_SAMPLES);
    expect(depth(p)).toBeCloseTo(0.1, 2);
    expect(p.reduce((a, b) => a + b, 0) / p.length / 0.1).toBeCloseTo(Math.PI / 4, 1);
  });
});
