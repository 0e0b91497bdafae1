import { describe, expect, it } from "vitest";
import { dabColour, differenceOf, PHOTO_WITHIN, type Pixels } from "./index";
import { curveOf } from "./reflectance";
import { OBSERVER } from "./spectrum";

/** IEC 61966-2-1, written out here: the pixel that light of that strength leaves. */
const pixel = (light: number): number => {
  const v = light <= 0.0031308 ? 12.92 * light : 1.055 * light ** (1 / 2.4) - 0.055;
  return Math.round(255 * Math.min(1, Math.max(0, v)));
};
const light = (byte: number): number => {
  const v = byte / 255;
  return v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4;
};
/** Left half the sheet, right half the dab, under one light; speckled where asked. */
function photo(dab: string, lamp: readonly [number, number, number], noise = 0): Pixels {
  const [width, height] = [40, 20];
  const rgba = new Uint8ClampedArray(width * height * 4);
  const paint = [1, 3, 5].map((i) => light(parseInt(dab.slice(i, i + 2), 16)));
  let seed = 7;
  const random = (): number => ((seed = (seed * 48271) % 2147483647) / 2147483647 - 0.5) * 2;
  for (let i = 0; i < width * height; i++) {
    const sheet = i % width < width / 2;
    lamp.forEach((l, k) => (rgba[i * 4 + k] = pixel(l * (sheet ? 0.85 : paint[k])) + noise * random()));
    rgba[i * 4 + 3] = 255;
  }
  return { rgba, width, height };
}
const read = (p: Pixels) => dabColour(p, { x: 8, y: 10 }, { x: 31, y: 10 }, 4);

const DABS = ["#8a6b48", "#c2b280", "#20364f", "#ae6943", "#5c6b3c", "#222222", "#ded8c6"];
describe("a dab under a white sheet", () => {
  it.each([
    ["daylight", [0.9, 0.9, 0.9]],
    ["a warm lamp", [0.95, 0.7, 0.42]],
    ["shade", [0.35, 0.42, 0.55]],
    ["half the light", [0.4, 0.4, 0.4]],
  ] as const)("comes out the same in %s", (_, lamp) => {
    for (const dab of DABS) {
      const got = read(photo(dab, lamp, 6));
      expect(got.ok, dab).toBe(true);
      if (got.ok) expect(differenceOf(got.value.hex, dab), dab).toBeLessThan(PHOTO_WITHIN.daylight);
    }
  });
  it("refuses a sheet that is burnt out, too dark, or no sheet at all", () => {
    expect(read(photo("#8a6b48", [1.4, 1.4, 1.4]))).toMatchObject({ ok: false, problem: { code: "dab.burnt" } });
    expect(read(photo("#8a6b48", [0.04, 0.04, 0.04]))).toMatchObject({ ok: false, problem: { code: "dab.dark" } });
    const p = photo("#8a6b48", [0.9, 0.9, 0.9]);
    expect(dabColour(p, { x: 31, y: 10 }, { x: 8, y: 10 }, 4)).toMatchObject({ ok: false });
  });
  it("marks at the border of the photograph read what is there", () => {
    const p = photo("#8a6b48", [0.9, 0.9, 0.9]);
    const got = dabColour(p, { x: 0, y: 0 }, { x: 39, y: 19 }, 4);
    expect(got.ok && differenceOf(got.value.hex, "#8a6b48")).toBeLessThan(2);
  });
});

// Planck's law and the observer of ISO/CIE 11664-1: what a camera with the eye's own response sees of a swatch under another light.
const planck = (kelvin: number) => (nm: number) => 1 / (nm ** 5 * (Math.exp(1.4388e7 / (nm * kelvin)) - 1));
/** A blue peak and a broad one: the shape of a warm white LED. */
const led = (nm: number): number => 1.2 * Math.exp(-(((nm - 450) / 12) ** 2)) + Math.exp(-(((nm - 590) / 60) ** 2));
const TO_RGB = [
  [3.2409699, -1.5373832, -0.4986108],
  [-0.9692436, 1.8759675, 0.0415551],
  [0.0556301, -0.203977, 1.0569715],
];
function lit(reflects: ArrayLike<number>, spectrum: (nm: number) => number): [number, number, number] {
  const xyz = [0, 0, 0];
  let white = 0;
  OBSERVER.forEach(([nm, ...eye], i) => {
    white += eye[1] * spectrum(nm);
    eye.forEach((e, k) => (xyz[k] += e * spectrum(nm) * reflects[i]));
  });
  return TO_RGB.map((row) => row.reduce((sum, m, k) => sum + (m * xyz[k]) / white, 0)) as [number, number, number];
}
function photographed(dab: string, spectrum: (nm: number) => number): Pixels {
  const [width, height] = [40, 20];
  const rgba = new Uint8ClampedArray(width * height * 4).fill(255);
  // The camera sets its exposure by the sheet.
  const sheet = lit(new Float64Array(OBSERVER.length).fill(0.85), spectrum);
  const colour = lit(curveOf(dab), spectrum);
  const by = 0.9 / Math.max(...sheet);
  for (let i = 0; i < width * height; i++) (i % width < width / 2 ? sheet : colour).forEach((v, k) => (rgba[i * 4 + k] = pixel(v * by)));
  return { rgba, width, height };
}
describe("a dab under light of other bands", () => {
  const worst = (spectrum: (nm: number) => number): { most: number; lamplight: boolean } => {
    const got = DABS.map((dab) => ({ dab, read: read(photographed(dab, spectrum)) }));
    return {
      most: Math.max(...got.map(({ dab, read: r }) => (r.ok ? differenceOf(r.value.hex, dab) : Infinity))),
      lamplight: got.every(({ read: r }) => r.ok && r.value.lamplight),
    };
  };
  it.each([5000, 6500, 8000])("daylight of about %i K: within five", (k) =>
    expect(worst(planck(k)).most).toBeLessThan(PHOTO_WITHIN.daylight),
  );
  it.each([
    ["a bulb of 2856 K", planck(2856)],
    ["a warm LED", led],
  ] as const)("%s is called lamplight, and the wider bound holds", (_, spectrum) => {
    const { most, lamplight } = worst(spectrum);
    expect(lamplight).toBe(true);
    expect(most).toBeGreaterThan(PHOTO_WITHIN.daylight);
    expect(most).toBeLessThan(PHOTO_WITHIN.lamp);
  });
});
