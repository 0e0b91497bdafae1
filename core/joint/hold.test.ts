/** Worked by hand, and against a beam that is bent step by step, which knows no formula for its end. */
import { describe, expect, it } from "vitest";
import { buckleN, buttMPa, pinOf, tipDeg, WIRES, type PinAsked } from "./hold";

const PIN: PinAsked = {
  massG: 40,
  offsetMm: 10,
  heightMm: 55,
  wire: { material: "brass", dMm: 1 },
  holeMm: 6,
  coverMm: 0.7,
  body: "filament",
};
const droop = (material: PinAsked["wire"]["material"], dMm: number): number => pinOf({ ...PIN, wire: { material, dMm } }).droopDeg;

describe("a pin", () => {
  it("40 g 10 mm beside 55 mm of brass nods 5.9, 2.4 and 1.16° at 0.8, 1.0 and 1.2 mm; of steel 1.26° at 1.0", () => {
    expect(droop("brass", 0.8)).toBeCloseTo(5.86, 1);
    expect(droop("brass", 1)).toBeCloseTo(2.4, 2);
    expect(droop("brass", 1.2)).toBeCloseTo(1.16, 2);
    expect(droop("steel", 1)).toBeCloseTo(1.26, 2);
    expect(pinOf(PIN).bendingMPa).toBeCloseTo(40, 0);
  });
  it("nods as a beam does that is bent piece by piece", () => {
    const { massG, offsetMm, heightMm, wire } = PIN;
    const moment = (massG / 1000) * 9.81 * offsetMm;
    let angle = 0;
    const N = 5000;
    // Curvature from the strains of thin layers across the wire, summed over its section.
    let i = 0;
    for (let k = 0; k < N; k++) {
      const y = -wire.dMm / 2 + ((k + 0.5) * wire.dMm) / N;
      i += y * y * 2 * Math.sqrt((wire.dMm / 2) ** 2 - y * y) * (wire.dMm / N);
    }
    for (let k = 0; k < N; k++) angle += (moment / (WIRES.brass.eMPa * i)) * (heightMm / N);
    expect(pinOf(PIN).droopDeg).toBeCloseTo((angle * 180) / Math.PI, 2);
  });
  it("in a hole: 0.8 N and 60 N·mm on 1 mm press 10.5 and 3.9 MPa at 6 and 10 mm, and shear 7.5 and 2.8", () => {
    // A mass and an offset that give that force and that moment.
    const at = (holeMm: number) => pinOf({ ...PIN, massG: (0.8 / 9.81) * 1000, offsetMm: 75, holeMm });
    expect([at(6).bearingMPa, at(6).shearMPa].map((v) => Math.round(v * 10) / 10)).toEqual([10.5, 7.5]);
    expect([at(10).bearingMPa, at(10).shearMPa].map((v) => Math.round(v * 10) / 10)).toEqual([3.9, 2.8]);
  });
  it("under the centre nothing nods; a tube is weaker than its rod; what fails is said", () => {
    expect(pinOf({ ...PIN, offsetMm: 0 }).droopDeg).toBe(0);
    const tube = pinOf({ ...PIN, wire: { material: "stainless tube", dMm: 0.8, innerMm: 0.5 } });
    // Z of 0.8 over 0.5 is 0.0426 mm³.
    expect(tube.bendingMPa).toBeCloseTo(3.924 / 0.0426, 0);
    expect(pinOf(PIN).holds).toBe(false);
    expect(pinOf(PIN).why).toMatch(/nods/);
    expect(pinOf({ ...PIN, offsetMm: 3 }).holds).toBe(true);
    expect(pinOf({ ...PIN, offsetMm: 3, holeMm: 0.5 }).why).toMatch(/deeper/);
  });
});

describe("what stands", () => {
  it("tips at 16.7° with its edge 15 mm out and its centre 50 mm up", () => {
    expect(tipDeg({ centreMm: 50, edgeMm: 15 })).toBeCloseTo(16.7, 1);
  });
  it("a resin leg of 1.8 by 25 mm buckles at 4.1 N; a butt of 10 × 2 at 0.6 N on 60 mm has 5.4 MPa", () => {
    expect(buckleN({ eMPa: 2000, dMm: 1.8, lengthMm: 25 })).toBeCloseTo(4.07, 2);
    expect(buttMPa({ widthMm: 10, thickMm: 2, forceN: 0.6, leverMm: 60 })).toBeCloseTo(5.4, 9);
  });
});
