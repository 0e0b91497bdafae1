import { describe, expect, it } from "vitest";
import { filamentM } from "./filament";

describe("filament by the metre", () => {
  // Metres a kilogram, 1000 ÷ (density × section): worked by hand for common materials' densities.
  it.each([
    [1.24, 335.284, 126.415],
    [1.27, 327.364, 123.429],
    [1.04, 399.761, 150.726],
    [1.07, 388.553, 146.5],
    [1.01, 411.635, 155.203],
    [1.2, 346.46, 130.629],
  ])("%d g/cm³", (density, thin, thick) => {
    expect(filamentM(1000, density)).toBeCloseTo(thin, 3);
    expect(filamentM(1000, density, 2.85)).toBeCloseTo(thick, 3);
  });
  it("12.5 m of the usual weigh 37.28 g", () => expect(filamentM(37.2819, 1.24)).toBeCloseTo(12.5, 4));
});
