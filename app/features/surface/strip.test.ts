import { describe, expect, it } from "vitest";
import { planSchool, stepsOn } from "~core/surface";
import { stripRows } from "./RakingStrip";

describe("the raking strip", () => {
  const steps = stepsOn(30, { layerMm: 0.2 });
  const plan = planSchool("fill-and-sand", 10000, steps);
  const rows = stripRows(steps, plan, 2.8);
  const depth = (p: Float64Array): number => Math.max(...p) - Math.min(...p);

  it("has one row a stage, and the print itself", () => {
    expect(rows.map((r) => r.label)).toEqual(["printed", "sanded", "coat 2", "sanded"]);
  });
  it("draws each profile as deep as the sums say is left", () => {
    for (const [i, r] of rows.entries()) {
      expect(r.leavesMm, r.label).toBe(i === 0 ? steps.cuspMm : plan.stages[i - 1].leavesMm);
      expect(Math.abs(depth(r.profile) - r.leavesMm), r.label).toBeLessThan(0.004);
    }
  });
  it("never gets rougher", () => {
    for (let i = 1; i < rows.length; i++) expect(rows[i].leavesMm).toBeLessThanOrEqual(rows[i - 1].leavesMm);
  });
  it("has nothing to draw on a level top", () => {
    const level = stepsOn(0, { layerMm: 0.2 });
    const flat = stripRows(level, planSchool("thick-coat", 100, level), 2);
    expect(flat.length).toBe(1);
    expect(depth(flat[0].profile)).toBe(0);
  });
});
