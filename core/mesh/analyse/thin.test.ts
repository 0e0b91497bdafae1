import { describe, expect, it } from "vitest";
import { ball } from "../../../tests/ball";
import { boundsOf, boxMesh, mirrored, reportMesh, thinOut, triangleCount } from "../index";

describe("a light copy for the eye", () => {
  it("leaves what is light enough as it is", () => {
    const box = boxMesh(10, 10, 10);
    expect(thinOut(box, 100)).toBe(box);
  });
  it.each([20_000, 100_000])("of %d triangles keeps the size within a cell, and has few enough", (size) => {
    const heavy = ball(size);
    const light = thinOut(heavy, 5000);
    expect(triangleCount(light)).toBeLessThanOrEqual(5000);
    expect(triangleCount(light)).toBeGreaterThan(1000);
    const a = boundsOf(heavy.positions).size,
      b = boundsOf(light.positions).size;
    for (let k = 0; k < 3; k++) expect(Math.abs(a[k] - b[k])).toBeLessThan(3);
    expect(Math.abs(reportMesh(light).report.volumeMm3 / reportMesh(heavy).report.volumeMm3 - 1)).toBeLessThan(0.05);
  });
});

describe("the mirror image", () => {
  it("has the same volume, outside still outside, and twice mirrored is what it was", () => {
    const heavy = ball(2000);
    const seen = mirrored(heavy);
    expect(reportMesh(seen).report.volumeMm3).toBeCloseTo(reportMesh(heavy).report.volumeMm3, 3);
    expect(mirrored(seen)).toEqual(heavy);
  });
});
