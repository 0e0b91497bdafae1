/** Hours of a plate of unlike parts, and of narrow bars, against a planner of its own (tests/referencePlanner.ts) and one file. */
import type { Manifold } from "manifold-3d";
import { beforeAll, describe, expect, it } from "vitest";
import { referenceMaterialMm3, referencePrintS } from "../../../tests/referencePlanner";
import { buildTopology, TURNS } from "../../mesh";
import { loadSolids, meshOfSolid, type Solids } from "../../slice";
import { AS_MODELLED, GENERIC_PRINTERS, plateSum, plateTimeS, printFacts, Shape, type FilamentPrinter, type OnPlate } from "../index";

const large = GENERIC_PRINTERS[0] as FilamentPrinter;
let solids: Solids;
beforeAll(async () => {
  solids = await loadSolids();
});
const factsOf = (solid: Manifold, printer = large) => {
  const mesh = meshOfSolid(solid);
  return printFacts(new Shape(solids, mesh, buildTopology(mesh), 1), printer, 1, TURNS["+z"]);
};
const on = (solid: Manifold, count = 1): OnPlate => ({ facts: factsOf(solid), count, time: AS_MODELLED, mass: AS_MODELLED });
const hoursOf = (parts: readonly OnPlate[]): number => plateSum(large, parts).timeS.value;
const side = (solids: Solids, parts: readonly Manifold[], apart: number): Manifold =>
  solids.Manifold.union(parts.map((p, i) => p.translate([i * apart, 0, 0])));

describe("a plate of unlike parts", () => {
  const plates: [string, (s: Solids) => Manifold[], number][] = [
    ["five thin posts of five widths", ({ Manifold }) => [7, 7.5, 8, 8.5, 9].map((d) => Manifold.cylinder(60, d / 2, d / 2, 48)), 13],
    [
      "a block, a tall pin, a hat and a bar",
      ({ Manifold }) => [
        Manifold.cube([20, 20, 40]),
        Manifold.cylinder(80, 3, 3, 48),
        Manifold.cylinder(25, 12, 2, 64),
        Manifold.cube([30, 8, 60]),
      ],
      40,
    ],
    ["one tall among three low", ({ Manifold }) => [Manifold.cube([6, 6, 90]), ...[4, 6, 9].map((h) => Manifold.cube([10, 10, h]))], 16],
  ];
  it.each(plates)("%s: as the other planner has it, and as one file", (_, make, apart) => {
    const parts = make(solids);
    const together = side(solids, parts, apart);
    const said = hoursOf(parts.map((p) => on(p)));
    expect(Math.abs(said / referencePrintS(together, large) - 1)).toBeLessThan(0.08);
    expect(Math.abs(said / factsOf(together).one.timeS.value - 1)).toBeLessThan(0.04);
  });
  it("is the same in any order, and whether copies are said at once or one by one", () => {
    const [a, b] = [on(solids.Manifold.cylinder(30, 4, 4, 32)), on(solids.Manifold.cube([7, 9, 50]))];
    const all = hoursOf([{ ...a, count: 3 }, b]);
    expect(hoursOf([b, { ...a, count: 3 }])).toBeCloseTo(all, 6);
    expect(hoursOf([a, b, a, a])).toBeCloseTo(all, 6);
  });
  it("of one part is what the part alone takes, and what is known of it stands", () => {
    const post = on(solids.Manifold.cylinder(30, 4, 4, 32), 4);
    expect(hoursOf([post])).toBeCloseTo(plateTimeS(post.facts, 4).value, 6);
    const known = { ...post, time: { value: 1.6, low: 1.5, high: 1.7 } };
    expect(plateSum(large, [known]).timeS.value).toBeCloseTo(1.6 * plateTimeS(post.facts, 4).value, 6);
  });
  it("takes at least its slowest part, at most all of them one after the other", () => {
    const parts = [on(solids.Manifold.cylinder(30, 4, 2, 32)), on(solids.Manifold.cube([7, 9, 50])), on(solids.Manifold.sphere(9, 40))];
    const alone = parts.map((p) => plateTimeS(p.facts, 1).value);
    expect(hoursOf(parts)).toBeGreaterThan(Math.max(...alone));
    expect(hoursOf(parts)).toBeLessThan(alone.reduce((x, y) => x + y, 0));
  });
});

describe("a part alone, against the other planner", () => {
  const still = { ...large, startS: 0, leastLayerS: 0 };
  it.each([3, 4.4, 5.5, 6.2, 6.3, 7.1, 9, 14])("a bar %d mm wide, and no jump from one width to the next", (width) => {
    const bar = solids.Manifold.cube([100, width, 4]);
    expect(Math.abs(factsOf(bar, still).one.timeS.value / referencePrintS(bar, still) - 1)).toBeLessThan(0.05);
    const wider = factsOf(solids.Manifold.cube([100, width + 0.1, 4]), still).one.timeS.value;
    expect(wider / factsOf(bar, still).one.timeS.value).toBeLessThan(1.03);
  });
  it("round and hollow ones", () => {
    const { Manifold } = solids;
    for (const solid of [
      Manifold.cube([60, 40, 30]),
      Manifold.cylinder(30, 20, 20, 64).subtract(Manifold.cylinder(30, 17, 17, 64)),
      Manifold.cylinder(20, 18, 6, 80),
    ])
      expect(Math.abs(factsOf(solid, still).one.timeS.value / referencePrintS(solid, still) - 1)).toBeLessThan(0.1);
  });
});

describe("material on slopes", () => {
  const shapes: [string, (s: Solids) => Manifold][] = [
    ["a ball", ({ Manifold }) => Manifold.sphere(18, 48).translate([0, 0, 18])],
    ["a small ball", ({ Manifold }) => Manifold.sphere(7, 48).translate([0, 0, 7])],
    ["a flat dome", ({ Manifold }) => Manifold.sphere(40, 64).translate([0, 0, -28]).trimByPlane([0, 0, 1], 0)],
    ["a steep cone", ({ Manifold }) => Manifold.cylinder(40, 12, 1, 48)],
    ["a flat cone", ({ Manifold }) => Manifold.cylinder(8, 30, 1, 64)],
    [
      "a roof of 20°",
      ({ Manifold, CrossSection }) =>
        Manifold.extrude(
          new CrossSection([
            [
              [0, 0],
              [60, 0],
              [30, 10.9],
            ],
          ]),
          40,
        )
          .rotate([90, 0, 0])
          .translate([0, 40, 0]),
    ],
    ["a block", ({ Manifold }) => Manifold.cube([40, 30, 20])],
    ["a tilted slab", ({ Manifold }) => Manifold.cube([60, 40, 8]).rotate([0, -35, 0]).translate([10, 0, 0])],
  ];
  it.each(shapes)("%s weighs within its range what three schools of skins make of it", (_, make) => {
    const raw = make(solids);
    const solid = raw.translate([0, 0, -raw.boundingBox().min[2]]);
    const { materialMm3, supportMm3 } = factsOf(solid, { ...large, overhangDeg: 89 }).one;
    expect(supportMm3).toBe(0);
    for (const school of ["insides above", "outlines above", "square to the slope"] as const) {
      const mm3 = referenceMaterialMm3(solid, large, school);
      expect(mm3, school).toBeGreaterThan(materialMm3.low);
      expect(mm3, school).toBeLessThan(materialMm3.high);
    }
    expect(materialMm3.value / referenceMaterialMm3(solid, large, "insides above")).toBeCloseTo(1, 1);
    // No range is so wide that it says nothing.
    expect(materialMm3.high / materialMm3.value).toBeLessThan(1.5);
  });
});
