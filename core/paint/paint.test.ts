import Color from "colorjs.io";
import { converter, type Lab65 } from "culori";
import { describe, expect, it } from "vitest";
import { seededRandom } from "../units";
import pairs from "../../tests/checks/ciede2000_pairs.json";
import lhtss from "../../tests/checks/lhtss_reference.json";
import { absorptionOf, coprime, differenceOf, differenceWords, labOf, mixedColour, mixesFor, reflectanceOf, type Hex } from "./index";
import { colourOf, curveOf, RGB_WEIGHTS } from "./reflectance";
import { linearOf } from "./colour";

const toLab = converter("lab65");

const mixed = (...parts: [Hex, number][]): Hex =>
  mixedColour(parts.map(([hex, volume]) => ({ absorption: absorptionOf(curveOf(hex)), volume })));

describe("colours", () => {
  // Sharma, Wu, Dalal 2005, table 1: all 34 pairs, to the four decimals that are printed.
  it.each(pairs.pairs.map((p) => [p.pair, p] as const))("CIEDE2000, pair %i", (_, { lab1, lab2, dE00 }) => {
    const lab = ([l, a, b]: number[]) => ({ mode: "lab65" as const, l, a, b });
    expect(Math.abs(differenceOf(lab(lab1), lab(lab2)) - dE00)).toBeLessThan(1e-4);
  });
  // A second library, in the same white.
  it("Lab under D65 is that of another library, on two hundred colours", () => {
    const random = seededRandom(5);
    for (let i = 0; i < 200; i++) {
      const hex = `#${Math.floor(random() * 0xffffff)
        .toString(16)
        .padStart(6, "0")}`;
      const [l, a, b] = new Color(hex).to("lab-d65").coords.map(Number);
      const own = labOf(hex);
      expect(Math.max(Math.abs(own.l - l), Math.abs(own.a - a), Math.abs(own.b - b)), hex).toBeLessThan(0.02);
    }
  });
  it("says how much and which way", () => {
    expect(differenceWords("#808080", "#808080")).toBe("nobody sees a difference");
    expect(differenceWords("#b0b0b0", "#808080")).toMatch(/lighter/);
    expect(differenceWords("#905050", "#805858")).toMatch(/redder/);
    expect(differenceWords("#505090", "#585880")).toMatch(/bluer/);
  });
});

describe("reflectance of a swatch", () => {
  // Burns 2020; a reference that was computed elsewhere, with its own weights.
  it("has the published weights", () => {
    lhtss.T_rows_normalised_so_that_rho_1_is_white.forEach((row, c) =>
      row.forEach((v, i) => expect(Math.abs(RGB_WEIGHTS[c][i] - v)).toBeLessThan(2e-4)),
    );
  });
  it.each(lhtss.colours.map((c) => [c.hex, c] as const))("%s is the reference's curve", (hex, { rho }) => {
    const own = curveOf(hex);
    expect(Math.max(...rho.map((v, i) => Math.abs(own[i] - v)))).toBeLessThan(4e-3);
  });
  it("lies strictly between 0 and 1, looks like its swatch, and a grey is flat", () => {
    for (let r = 0; r <= 255; r += 51)
      for (let g = 0; g <= 255; g += 51)
        for (let b = 0; b <= 255; b += 51) {
          const hex = `#${[r, g, b].map((v) => v.toString(16).padStart(2, "0")).join("")}`;
          const curve = curveOf(hex);
          expect(Math.min(...curve)).toBeGreaterThan(0);
          expect(Math.max(...curve)).toBeLessThanOrEqual(1);
          const [want, is] = [linearOf(hex), colourOf(curve)];
          want.forEach((v, c) => expect(Math.abs(v - is[c])).toBeLessThan(2e-4));
        }
    const grey = curveOf("#808080");
    expect(Math.max(...grey) - Math.min(...grey)).toBeLessThan(1e-6);
  });
});

describe("mixing", () => {
  // Kubelka and Munk 1931, by hand for greys: half and half is nearly black.
  it.each([
    [1, 1, 20.4],
    [1, 5, 34.6],
    [1, 9, 42.1],
    [1, 30, 58.9],
  ])("black to white %i to %i is L* %d", (black, white, l) =>
    expect(Math.abs(labOf(mixed(["#222222", black], ["#ebebeb", white])).l - l)).toBeLessThan(0.25),
  );
  it.each([
    [0.1, 4.05],
    [0.25, 1.125],
    [0.5, 0.25],
    [0.8, 0.025],
  ])("R %d is K/S %d, and back", (r, ks) => {
    expect(absorptionOf(Float64Array.of(r))[0]).toBeCloseTo(ks, 9);
    expect(reflectanceOf(ks)).toBeCloseTo(r, 9);
  });
  it("a paint with itself is itself; order and unit are nothing; yellow and blue make a green", () => {
    expect(mixed(["#8b3a2b", 2], ["#8b3a2b", 5])).toBe("#8b3a2b");
    expect(mixed(["#8b3a2b", 2], ["#c2b280", 5])).toBe(mixed(["#c2b280", 10], ["#8b3a2b", 4]));
    const green = labOf(mixed(["#ffe000", 1], ["#1040c0", 1]));
    expect(green.a).toBeLessThan(-10);
  });
  it("finds the drops that a colour was mixed of, and never more than were allowed", () => {
    const shelf = ["#ebebeb", "#222222", "#8b3a2b", "#c2b280", "#2c4f6e", "#6b8e23"].map((hex, i) => ({
      name: `p${i}`,
      hex,
      dropMl: 0.05,
    }));
    const { mixes, closest } = mixesFor(mixed(["#ebebeb", 4], ["#8b3a2b", 1], ["#6b8e23", 2]), shelf);
    expect(closest!.deltaE00).toBeLessThan(0.5);
    expect(closest!.parts).toEqual([
      { paint: "p0", drops: 4 },
      { paint: "p2", drops: 1 },
      { paint: "p5", drops: 2 },
    ]);
    for (const m of mixes) expect(m.parts.reduce((n, p) => n + p.drops, 0)).toBeLessThanOrEqual(8);
    expect(mixesFor("#8b3a2b", shelf).mixes[0].parts).toEqual([{ paint: "p2", drops: 1 }]);
  });
  it("passes over no mix that is nearer by a hundredth: every one is looked at the slow way", () => {
    const random = seededRandom(77);
    const hex = (): Hex =>
      `#${Math.floor(random() * 0x1000000)
        .toString(16)
        .padStart(6, "0")}`;
    for (let round = 0; round < 6; round++) {
      const shelf = Array.from({ length: 7 }, (_, i) => ({ name: `p${i}`, hex: hex(), dropMl: 0.03 + 0.05 * random() }));
      const curves = shelf.map((p) => absorptionOf(curveOf(p.hex)));
      const every: { lab: Lab65; score: number }[] = [];
      const look = (which: number[], drops: number[]): void => {
        const volumes = which.map((w, i) => shelf[w].dropMl * drops[i]);
        const sum = volumes.reduce((a, b) => a + b);
        const curve = curves[0].map((_, band) => reflectanceOf(which.reduce((ks, w, i) => ks + (curves[w][band] * volumes[i]) / sum, 0)));
        const [r, g, b] = colourOf(curve);
        const few = 0.5 * (which.length - 1) + 0.05 * drops.reduce((x, y) => x + y);
        every.push({ lab: toLab({ mode: "lrgb", r, g, b }), score: few });
      };
      for (let a = 0; a < 7; a++) {
        look([a], [1]);
        for (let b = a + 1; b < 7; b++) {
          for (const d of coprime(2, 6)) look([a, b], d);
          for (let c = b + 1; c < 7; c++) for (const d of coprime(3, 6)) look([a, b, c], d);
        }
      }
      for (const target of [shelf[0].hex, hex(), hex(), hex()]) {
        const off = every.map((m) => differenceOf(m.lab, labOf(target)));
        const { mixes, closest } = mixesFor(target, shelf, { mostDrops: 6 });
        expect(closest!.deltaE00).toBeLessThan(Math.min(...off) + 0.01);
        const best = Math.min(...off.map((d, i) => d + every[i].score));
        const { parts, deltaE00 } = mixes[0];
        expect(deltaE00 + 0.5 * (parts.length - 1) + 0.05 * parts.reduce((n, p) => n + p.drops, 0)).toBeLessThan(best + 0.01);
      }
    }
  });
});
