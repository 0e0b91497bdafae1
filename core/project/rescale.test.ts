import { describe, expect, it } from "vitest";
import { rescaleFactor, type Axis } from "./rescale";

const size: [number, number, number] = [100, 50, 120];
const factor = (text: string, axis: Axis = "height"): number => {
  const r = rescaleFactor(text, axis, size, 1, 56);
  if (!r.ok) throw new Error(r.problem.message);
  return r.value;
};

describe("rescaling a part", () => {
  it("by per cent of the file", () => expect(factor("85 %")).toBeCloseTo(0.85, 12));
  it("by a model height", () => expect(factor("60 mm")).toBeCloseTo(0.5, 12));
  it("by its real size", () => expect(factor("this is 6.72 m")).toBeCloseTo(1, 12));
  it("by another axis", () => expect(factor("200 mm", "width")).toBeCloseTo(2, 12));
  // Well-known factors: 28 mm figures to 32 mm are 114.29 %, 1:72 to 1:56 is 128.57 %.
  it("114.286 % turns 28 into 32", () => expect(28 * factor("114.2857 %")).toBeCloseTo(32, 3));
  it.each(["big", "", "9000 m", "0 %", "0.0001 mm"])("refuses %j", (text) =>
    expect(rescaleFactor(text, "height", size, 1, 56).ok).toBe(false),
  );
});
