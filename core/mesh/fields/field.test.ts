import { describe, expect, it } from "vitest";
import { coneMesh, boxMesh, rangeOf, slopeField, turnMesh, TURNS, UPS } from "../index";

describe("a field over the facets of a mesh", () => {
  it("a cone's side is as steep as its height over its radius says", () => {
    const { values } = slopeField(coneMesh(60, 22, 96), TURNS["+z"]);
    const deg = (Math.atan2(22, 60 * Math.cos(Math.PI / 96)) * 180) / Math.PI;
    const sides = [...values].filter((v) => v > 1);
    expect(sides).toHaveLength(96);
    sides.forEach((v) => expect(v).toBeCloseTo(deg, 2));
    // The base looks down.
    expect([...values].filter((v) => Object.is(Math.round(v), -0) || v === 0).length).toBe(values.length - 96);
  });
  it("is the same whether the part is turned or the eye is", () => {
    const cone = coneMesh(60, 22, 12);
    for (const up of UPS) {
      const a = slopeField(cone, TURNS[up]).values,
        b = slopeField(turnMesh(cone, TURNS[up]), TURNS["+z"]).values;
      a.forEach((v, i) => expect(v).toBeCloseTo(b[i], 3));
    }
  });
  it("has none for what has no area, and its range leaves those out", () => {
    const flat = { positions: Float32Array.from([0, 0, 0, 1, 0, 0, 2, 0, 0]), indices: Uint32Array.from([0, 1, 2]) };
    expect(rangeOf(slopeField(flat, TURNS["+z"]))).toBeNull();
    expect(rangeOf(slopeField(boxMesh(1, 1, 1), TURNS["+z"]))).toEqual([-0, 90]);
  });
});
