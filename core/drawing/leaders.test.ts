import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { assignSlots, crossesBox, segmentsCross } from "./leaders";

describe("leader lines", () => {
  it("knows a crossing from a touch", () => {
    expect(segmentsCross({ x: 0, y: 0 }, { x: 2, y: 2 }, { x: 0, y: 2 }, { x: 2, y: 0 })).toBe(true);
    expect(segmentsCross({ x: 0, y: 0 }, { x: 2, y: 2 }, { x: 3, y: 0 }, { x: 3, y: 2 })).toBe(false);
  });
  it("never cross, wherever the anchors are", () => {
    const point = fc.record({ x: fc.integer({ min: 0, max: 600 }), y: fc.integer({ min: 0, max: 400 }) });
    fc.assert(
      fc.property(fc.uniqueArray(point, { minLength: 1, maxLength: 7, selector: (p) => `${p.x} ${p.y}` }), (anchors) => {
        const slots = anchors.map((_, i) => 20 + i * 57);
        const slotOf = assignSlots(anchors, 640, slots);
        if (new Set(slotOf).size !== anchors.length) return false;
        return anchors.every((a, i) =>
          anchors.every((b, j) => i >= j || !segmentsCross(a, { x: 640, y: slots[slotOf[i]] }, b, { x: 640, y: slots[slotOf[j]] })),
        );
      }),
    );
  });
  it("knows a line that runs through another view", () => {
    const box = { x: 10, y: 10, width: 20, height: 20 };
    expect(crossesBox({ x: 0, y: 20 }, { x: 50, y: 20 }, box)).toBe(true);
    expect(crossesBox({ x: 0, y: 0 }, { x: 50, y: 5 }, box)).toBe(false);
    expect(crossesBox({ x: 15, y: 15 }, { x: 16, y: 16 }, box)).toBe(true);
  });
});
