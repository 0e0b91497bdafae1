import { describe, expect, it } from "vitest";
import { surfaceAt } from "./surfaceAt";

const square = (x: number, y: number, s: number): number[] => [x, y, x + s, y, x + s, y + s, x, y + s, x, y];
// A frame of 10 mm with an opening of 4 mm, in which another surface stands.
const AREAS = [
  { surface: 7, view: "front" as const, rings: [square(0, 0, 10), square(3, 3, 4)], anchorMm: [1, 1] as [number, number], pixels: 90 },
  { surface: 9, view: "front" as const, rings: [square(4, 4, 2)], anchorMm: [5, 5] as [number, number], pixels: 30 },
  { surface: 8, view: "side" as const, rings: [square(0, 0, 10)], anchorMm: [1, 1] as [number, number], pixels: 90 },
];

describe("the surface at a place", () => {
  it.each([
    [[1, 1], 7],
    [[9, 5], 7],
    [[5, 5], 9],
    [[3.5, 3.5], null],
    [[11, 5], null],
    [[-1, -1], null],
  ] as const)("%j is on %s", (at, surface) => expect(surfaceAt(AREAS, "front", at)).toBe(surface));
  it("another view has its own", () => {
    expect(surfaceAt(AREAS, "side", [5, 5])).toBe(8);
    expect(surfaceAt(AREAS, "plan", [5, 5])).toBe(null);
  });
});
