import { describe, expect, it } from "vitest";
import { newJoint } from "../project";
import { GLUES, proceduresFor, squareOf, type Joint } from ".";

const joint = (id: string, more: Partial<Joint> = {}): Joint => ({ ...newJoint(id, "a", { kind: "part", partId: "b" }), ...more });
const told = (j: Joint, glueId: string, others: Joint[] = []): string[] =>
  proceduresFor(
    j,
    GLUES.find((g) => g.id === glueId)!,
    [j, ...others],
  ).map((p) => p.id);

// Common practice, no source.
describe("procedures", () => {
  it("hot glue holds while instant glue runs down a long seam; a short one needs nothing", () => {
    expect(told(joint("j", { lengthMm: 120, widthMm: 0.05 }), "instant-thin")).toEqual(["held-by-hot-glue"]);
    expect(told(joint("j", { lengthMm: 20, widthMm: 0.05 }), "instant-thin")).toEqual([]);
  });
  it("square, card under what oozes, pads where it lies on paint and carries load", () => {
    const found = told(joint("j", { lengthMm: 120, widthMm: 0.5, paint: "before", load: true }), "epoxy-5");
    expect(found).toEqual(["square", "card", "pads"]);
  });
  it("the moving piece is the jig for its frame; two joints of the same two go in one go, whichever side is named first", () => {
    const leaf = { ...joint("k"), a: "leaf", b: { kind: "part" as const, partId: "a" }, how: "slides" as const };
    expect(told(joint("j", { lengthMm: 20 }), "instant-gel", [leaf])).toEqual(["jig"]);
    const other = { ...joint("k"), a: "b", b: { kind: "part" as const, partId: "a" } };
    expect(told(joint("j", { lengthMm: 20 }), "instant-gel", [other])).toEqual(["one-go"]);
  });
});

describe("square", () => {
  it("120 × 90: 150 across; a millimetre out and the diagonals differ by 1.6", () => {
    expect(squareOf(120, 90).diagonalMm).toBe(150);
    expect(squareOf(120, 90).perMm).toBeCloseTo(1.6, 9);
  });
  it("is what comes out when the corners are moved", () => {
    for (const [a, b, s] of [
      [120, 90, 0.4],
      [50, 200, 0.2],
    ]) {
      // The upper side slides by s along a.
      const [one, other] = [Math.hypot(a + s, b), Math.hypot(a - s, b)];
      expect(one - other).toBeCloseTo(squareOf(a, b).perMm * s, 3);
    }
  });
});
