/** Lights: the E-series, cells by their sheets, and the usual sums. */
import { describe, expect, it } from "vitest";
import { LEDS, lightRuns, NEW_LIGHT, nextE24, SOURCES, type Light } from ".";

const light = (more: Partial<Light> = {}): Light => ({ ...NEW_LIGHT, id: "l", ...more });

describe("resistors", () => {
  it("(5 − 2) / 8 mA is 375: the next of E24 (IEC 60063) is 390", () => {
    expect(nextE24(375)).toBe(390);
    expect(lightRuns(light({ led: "amber", source: "5v", mA: 8 })).resistorOhm).toBe(390);
  });
  it("a value of the series is itself, in any decade; one above the last goes to the next decade", () => {
    for (const [ohm, next] of [
      [10, 10],
      [91, 91],
      [92, 100],
      [4700, 4700],
      [4701, 5100],
      [1, 1],
      [9.2, 10],
    ])
      expect(nextE24(ohm)).toBeCloseTo(next, 9);
    expect(nextE24(0)).toBe(0);
  });
  it("holds the current to what is wanted or less, for every LED on five volts", () => {
    for (const { id, forwardV } of LEDS)
      for (let mA = 1; mA <= 30; mA++) {
        const r = lightRuns(light({ led: id, source: "5v", mA })).resistorOhm!;
        const flows = ((5 - forwardV) / r) * 1000;
        expect(flows).toBeLessThanOrEqual(mA + 1e-9);
        // Its widest step is from 13 to 15.
        expect(flows).toBeGreaterThan(mA * (13 / 15) - 1e-9);
      }
  });
});

describe("cells", () => {
  it("150 mAh at 4 mA, six tenths of it: 22 h", () => {
    expect(lightRuns(light({ source: "CR2025", mA: 4 })).hours).toBeCloseTo(22.5, 6);
    // Two hours a week: 104 hours a year.
    expect(lightRuns(light({ source: "CR2025", mA: 4, hoursAWeek: 2 })).cellsAYear).toBeCloseTo(104 / 22.5, 6);
  });
  it("coin cells say diameter and height in their names (IEC 60086)", () => {
    for (const { id, sizeMm } of SOURCES) {
      const [, d, h] = /^CR(\d\d)(\d\d)$/.exec(id) ?? [];
      if (d) expect([Math.floor(sizeMm![0]), sizeMm![1]]).toEqual([Number(d), Number(h) / 10]);
    }
  });
  it("two alkaline cells for a white LED, one lithium cell pushed on without a resistor", () => {
    expect(lightRuns(light({ led: "white", source: "LR44" }))).toMatchObject({ cells: 2, resistorOhm: null });
    expect(lightRuns(light({ led: "white", source: "CR2032" }))).toMatchObject({ cells: 1, resistorOhm: null });
    expect(lightRuns(light({ led: "red", source: "CR2032", mA: 5 })).resistorOhm).toBe(220);
    expect(lightRuns(light({ led: "white", source: "LR44" })).cavityMm![1]).toBeCloseTo(2 * 5.4 + 1.6, 6);
  });
  it("cells out of reach, children and the mains are warned of", () => {
    expect(lightRuns(light({ reachable: false })).warnings.join(" ")).toMatch(/slide in from below/);
    expect(lightRuns(light()).warnings.join(" ")).toMatch(/children/);
    expect(lightRuns(light({ source: "5v", reachable: false })).warnings.join(" ")).toMatch(/approved adapter.*licensed electrician/);
  });
});
