import Color from "colorjs.io";
import { differenceCiede2000 } from "culori";
import { describe, expect, it } from "vitest";
import { seededRandom } from "../units";
import pairs from "../../tests/checks/ciede2000_pairs.json";
import lhtss from "../../tests/checks/lhtss_reference.json";
import { absorptionOf, coprime, differenceOf, differenceWords, labOf, mixedColour, mixesFor, reflectanceOf, type Hex } from "./index";
import { colourOf, curveOf, RGB_WEIGHTS } from "./reflectance";
import { linearOf } from "./colour";

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
      const other = new Color("#8b3a2b").deltaE(new Color(hex), { method: "2000" });
      expect(differenceCiede2000()("#8b3a2b", hex)).toBeCloseTo(differenceOf("#8b3a2b", hex), 6);
      expect(Number.isFinite(other)).toBe(true);
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
  it("over a full shelf finds as near a mix as looking at each with the whole curve", () => {
    const random = seededRandom(11);
    const shelf = Array.from({ length: 9 }, (_, i) => ({
      name: `p${i}`,
      hex: `#${Math.floor(random() * 0xffffff)
        .toString(16)
        .padStart(6, "0")}`,
      dropMl: 0.03 + 0.01 * i,
    }));
    for (const target of ["#5a6b3c", "#d8c8a0", "#203040"]) {
      const { mixes, closest } = mixesFor(target, shelf, { mostDrops: 5 });
      // The same by the slow way: its hexes are rounded, which is worth about half a step.
      const nearest = Math.min(
        ...shelf.flatMap((a, i) =>
          shelf
            .slice(i)
            .flatMap((b, j) =>
              (j === 0 ? [[1]] : coprime(2, 5)).map((d) =>
                differenceOf(
                  mixedColour([
                    { absorption: absorptionOf(curveOf(a.hex)), volume: a.dropMl * d[0] },
                    ...(d.length > 1 ? [{ absorption: absorptionOf(curveOf(b.hex)), volume: b.dropMl * d[1] }] : []),
                  ]),
                  target,
                ),
              ),
            ),
        ),
      );
      expect(closest!.deltaE00).toBeLessThan(nearest + 0.6);
      expect(differenceOf(mixes[0].result, target)).toBeLessThan(mixes[0].deltaE00 + 0.6);
    }
  });
  it("leaves out nothing that is nearer: the closest is that of looking at every mix", () => {
    const shelf = ["#ffffff", "#101010", "#c02020", "#f0d000", "#2040c0"].map((hex, i) => ({ name: `p${i}`, hex, dropMl: 0.05 }));
    const curves = shelf.map((p) => absorptionOf(curveOf(p.hex)));
    for (const target of ["#7a4a20", "#a0c0a0", "#402060", "#ff8000"]) {
      let nearest = Infinity;
      const look = (which: number[], drops: number[]): void => {
        const hex = mixedColour(which.map((w, i) => ({ absorption: curves[w], volume: drops[i] })));
        nearest = Math.min(nearest, differenceOf(hex, target));
      };
      for (let a = 0; a < 5; a++)
        for (let b = a; b < 5; b++)
          for (let c = b; c < 5; c++) {
            const which = [...new Set([a, b, c])];
            for (const drops of which.length === 1 ? [[1]] : coprime(which.length, 6)) look(which, drops);
          }
      // Both round to what a screen has, at another place.
      expect(Math.abs(mixesFor(target, shelf, { mostDrops: 6 }).closest!.deltaE00 - nearest)).toBeLessThan(0.6);
    }
  });
});
