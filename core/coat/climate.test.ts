/** Dew points and vapour deficits against the ASHRAE values of a reference library (psychrolib 1.1.1, 101325 Pa; values as recorded). */
import { describe, expect, it } from "vitest";
import { dewPointC, slowdown, sprayFault, vapourDeficitPa } from "./index";

describe("air", () => {
  it.each([
    [10, 70, 4.787, 368.4],
    [15, 60, 7.307, 682.2],
    [18, 65, 11.33, 722.5],
    [20, 50, 9.272, 1169.4],
    [20, 60, 12.007, 935.5],
    [20, 80, 16.447, 467.8],
    [25, 50, 13.864, 1584.6],
    [25, 60, 16.701, 1267.7],
    [30, 80, 26.169, 849.2],
  ])("%d °C and %d %%", (airC, rh, dew, deficit) => {
    // Magnus against ASHRAE: up to 0.025 K between 5 and 30 °C.
    expect(Math.abs(dewPointC({ airC, rh }) - dew)).toBeLessThan(0.05);
    expect(Math.abs(vapourDeficitPa({ airC, rh }) / deficit - 1)).toBeLessThan(0.005);
  });
  it("a surface as warm as the air may be sprayed up to 82.9 % at 20 °C (dew point + 3 °C: ISO 12944-7, as recalled)", () => {
    expect(sprayFault({ airC: 20, rh: 82 })).toBeNull();
    expect(sprayFault({ airC: 20, rh: 84 })).toMatch(/dew point/);
  });
  it("water waits for dry air, oil for warmth: 24 h at 20 °C are 48 h at 10 °C by the rule of two per ten degrees", () => {
    expect(slowdown("white spirit", { airC: 10, rh: 50 })).toBeCloseTo(2, 9);
    expect(slowdown("white spirit", { airC: 20, rh: 90 })).toBe(1);
    expect(slowdown("water", { airC: 20, rh: 50 })).toBeCloseTo(1, 9);
    expect(slowdown("water", { airC: 20, rh: 80 })).toBeCloseTo(1169.4 / 467.8, 1);
    expect(slowdown("water", { airC: 10, rh: 70 })).toBeGreaterThan(3);
    expect(slowdown("water", { airC: 5, rh: 99 })).toBe(8);
  });
});
