import { describe, expect, it } from "vitest";
import { sheetOfMesh } from "../../tests/sampleProject";
import { boxMesh, coneMesh, turnMesh, TURNS } from "../mesh";
import { drawOutlines } from "./index";

/** Area inside closed rings given as segments, by the shoelace formula (signed, summed over rings). */
const area = (segments: number[]): number => {
  let sum = 0;
  for (let i = 0; i < segments.length; i += 4) sum += (segments[i] * segments[i + 3] - segments[i + 2] * segments[i + 1]) / 2;
  return Math.abs(sum);
};

describe("silhouettes", () => {
  it("of a box are its three faces, within a pixel all round", () => {
    const { views } = drawOutlines(boxMesh(40, 30, 20));
    const px = 40 / 440;
    for (const [i, [w, h]] of [
      [40, 20],
      [30, 20],
      [40, 30],
    ].entries()) {
      expect([views[i].widthMm, views[i].heightMm]).toEqual([w, h]);
      expect(Math.abs(area(views[i].outline) - w * h)).toBeLessThan(2 * (w + h) * px * 1.5);
    }
  });
  it("of a cone are a triangle and a disc", () => {
    const [front, , plan] = drawOutlines(coneMesh(60, 22, 96)).views;
    expect(area(front.outline) / ((120 * 22) / 2)).toBeCloseTo(1, 1);
    expect(area(plan.outline) / (Math.PI * 60 * 60)).toBeCloseTo(1, 1);
  });
  it("stand at the places and the scale of the full sheet, whichever side is up", () => {
    for (const mesh of [boxMesh(40, 30, 20), turnMesh(coneMesh(60, 22, 48), TURNS["+x"])]) {
      const full = sheetOfMesh(mesh);
      const outline = drawOutlines(mesh);
      expect(outline.views.map(({ name, widthMm, heightMm }) => [name, widthMm, heightMm])).toEqual(
        full.views.map(({ name, widthMm, heightMm }) => [name, widthMm, heightMm]),
      );
      expect(outline.hatches).toEqual([]);
    }
  });
});
