import { describe, expect, it } from "vitest";
import { boxMesh, coneMesh, TURNS } from "../mesh";
import { stepField, stepsOn } from "./index";

const GRAIN = { layerMm: 0.2, lineWidthMm: 0.45 };

describe("where layer lines lie on a mesh", () => {
  it("on a box: a layer apart on its walls, a line's width on its top, none below", () => {
    const { values } = stepField(boxMesh(10, 20, 30), TURNS["+z"], GRAIN);
    const count = (test: (v: number) => boolean): number => [...values].filter(test).length;
    expect(count((v) => Math.abs(v - 0.2) < 1e-6)).toBe(8);
    expect(count((v) => Math.abs(v - 0.45) < 1e-6)).toBe(2);
    expect(count(Number.isNaN)).toBe(2);
  });
  it("on a cone: the run of its slope, layer over tangent", () => {
    const { values } = stepField(coneMesh(60, 22, 360), TURNS["+z"], GRAIN);
    const run = (0.2 * 60) / 22;
    const sides = [...values].filter((v) => !Number.isNaN(v));
    sides.forEach((v) => expect(v).toBeCloseTo(run, 3));
    expect(stepsOn((Math.atan2(22, 60) * 180) / Math.PI, GRAIN).pitchMm).toBeCloseTo(run, 6);
  });
});
