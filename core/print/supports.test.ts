/**
 * Supports against solids whose overhang has a closed form. Areas are as seen from above: a slope counts with its run. None of the bounds
 * comes from layers.
 */
import type { Manifold } from "manifold-3d";
import { beforeAll, describe, expect, it } from "vitest";
import { buildTopology, MeshBuilder, TURNS, turnMesh, type Mesh, type Turn } from "../mesh";
import { loadSolids, meshOfSolid, type Solids } from "../slice";
import { estimateFdm, GENERIC_PRINTERS, Shape, waysUp, type FilamentPrinter } from "./index";
import { unmarked } from "./orient/hold";
import { lookAt } from "./orient/stand";

const large = GENERIC_PRINTERS[0] as FilamentPrinter;
/** The generic profile's limit, degrees from upright. */
const LIMIT = 50;
const DENSITY = 0.15;
const rad = (deg: number): number => (deg * Math.PI) / 180;

let solids: Solids;
beforeAll(async () => {
  solids = await loadSolids();
});

const solidOf = (mesh: Mesh): Manifold =>
  new solids.Manifold(new solids.Mesh({ numProp: 3, vertProperties: mesh.positions, triVerts: mesh.indices }));
const standOf = (mesh: Mesh, printer = large, turn: Turn = TURNS["+z"]) =>
  lookAt(new Shape(solids, mesh, buildTopology(mesh), 1), printer, turn, unmarked(mesh.indices.length / 3));
const columnsMm3 = (mesh: Mesh, printer = large): number => estimateFdm(solids, mesh, buildTopology(mesh), printer).supportMm3 / DENSITY;
/** A prism 20 mm deep whose underside rises over 10 mm at so many degrees from upright. */
const wedge = (deg: number): Mesh =>
  new MeshBuilder()
    .prism(
      [
        [0, 0],
        [4, 0],
        [4 + 10 * Math.tan(rad(deg)), 10],
        [0, 10],
      ],
      0,
      20,
    )
    .build();

describe("what hangs over", () => {
  it.each([50.5, 51, 53, 55, 60, 68, 75, 80])("the whole underside of a wedge at %d° from upright, and the room below it", (deg) => {
    const run = 10 * Math.tan(rad(deg));
    const { heldMm2 } = standOf(wedge(deg));
    expect(heldMm2 / (run * 20)).toBeGreaterThan(0.96);
    expect(heldMm2 / (run * 20)).toBeLessThan(1.01);
    expect(columnsMm3(wedge(deg)) / (run * 10 * 10)).toBeCloseTo(1, 1);
  });
  it.each([49.5, 45, 20, 0])("nothing of one at %d°", (deg) => {
    expect(standOf(wedge(deg)).heldMm2).toBe(0);
    expect(columnsMm3(wedge(deg))).toBe(0);
  });
  it("a ball up to where it is as steep as the limit: a circle of r cos(limit), and the room between it and the plate", () => {
    for (const [r, facets] of [
      [20, 64],
      [20, 200],
      [7, 128],
    ]) {
      const mesh = meshOfSolid(solids.Manifold.sphere(r, facets));
      const a = r * Math.cos(rad(LIMIT));
      const mm2 = Math.PI * a * a;
      const roomMm3 = mm2 * r - ((2 * Math.PI) / 3) * (r ** 3 - (r * r - a * a) ** 1.5);
      expect(standOf(mesh).heldMm2 / mm2).toBeGreaterThan(0.95);
      expect(standOf(mesh).heldMm2 / mm2).toBeLessThan(1.03);
      expect(columnsMm3(mesh) / roomMm3).toBeGreaterThan(0.93);
      expect(columnsMm3(mesh) / roomMm3).toBeLessThan(1.07);
    }
  });
  it.each([
    [15, 8],
    [15, 4],
    [22, 17],
  ])("a cone on its tip, r %d, %d high: its whole circle, and two thirds of its cylinder", (r, h) => {
    const mesh = meshOfSolid(solids.Manifold.cylinder(h, 0.01, r, 128));
    // The top half of the last layer stands for none: fine layers, so that it is little.
    const fine = { ...large, layerMm: 0.1 };
    expect(standOf(mesh, fine).heldMm2 / (Math.PI * r * r)).toBeGreaterThan(0.95);
    expect(standOf(mesh, fine).heldMm2 / (Math.PI * r * r)).toBeLessThan(1.01);
    expect(columnsMm3(mesh, fine) / ((Math.PI * r * r * h * 2) / 3)).toBeGreaterThan(0.95);
    expect(columnsMm3(mesh, fine) / ((Math.PI * r * r * h * 2) / 3)).toBeLessThan(1.03);
  });
  it.each([12, 18, 25])("a round vault of radius %d hangs from where it is as flat as the limit; only its last crown bridges", (r) => {
    const { Manifold } = solids;
    const mesh = meshOfSolid(
      Manifold.cube([2 * r + 10, 20, r + 10]).subtract(
        Manifold.cylinder(30, r, r, 180)
          .rotate([90, 0, 0])
          .translate([r + 5, 25, 0]),
      ),
    );
    const { heldMm2, bridgedMm2 } = standOf(mesh);
    const mm2 = 2 * r * Math.cos(rad(LIMIT)) * 20;
    expect((heldMm2 + bridgedMm2) / mm2).toBeGreaterThan(0.95);
    expect((heldMm2 + bridgedMm2) / mm2).toBeLessThan(1.03);
    // The last layer closes over a chord of 2 √(2rt), seen from its middle.
    expect(bridgedMm2).toBeLessThan(2 * Math.sqrt(2 * r * 0.2) * 20);
    expect(heldMm2).toBeGreaterThan(0.75 * mm2);
  });
  it("steps that each reach out no further than the limit print on themselves, whatever their own undersides say", () => {
    const { Manifold } = solids;
    const one = Manifold.union(Array.from({ length: 30 }, (_, k) => Manifold.cube([5 + k * 0.2, 10, 0.2]).translate([0, 0, k * 0.2])));
    expect(standOf(meshOfSolid(one)).heldMm2).toBe(0);
  });
  it("the same ball of many more facets, moved, mirrored and said twice hangs over as much", () => {
    const { Manifold } = solids;
    const one = standOf(meshOfSolid(Manifold.sphere(12, 96))).heldMm2;
    const said: [string, Mesh, number][] = [
      ["moved", meshOfSolid(Manifold.sphere(12, 96).translate([700, -300, 40])), 1],
      ["mirrored", meshOfSolid(Manifold.sphere(12, 96).mirror([1, 0, 0])), 1],
      ["finer", meshOfSolid(Manifold.sphere(12, 96).refine(3)), 1],
      ["two", meshOfSolid(Manifold.compose([Manifold.sphere(12, 96), Manifold.sphere(12, 96).translate([40, 7, 0])])), 2],
    ];
    for (const [how, mesh, times] of said) expect(standOf(mesh).heldMm2 / (one * times), how).toBeCloseTo(1, 1);
  });
  it("the first look, the ways up and the layers say the same of a cone", () => {
    const mesh = meshOfSolid(solids.Manifold.cylinder(8, 0.01, 15, 96));
    const first = waysUp(new Shape(solids, mesh, buildTopology(mesh), 1), large, TURNS["+z"]).find((w) => w.turn === TURNS["+z"])!;
    expect(first.overhangMm2 / standOf(mesh).heldMm2).toBeCloseTo(1, 1);
    expect(first.overhangMm2 / (Math.PI * 225)).toBeCloseTo(1, 1);
  });
});

describe("bridges", () => {
  /** A beam between two posts, turned by so many degrees about the vertical. */
  const beam = (spanMm: number, widthMm: number, deg = 0): Mesh => {
    const { Manifold } = solids;
    const post = Manifold.cube([5, widthMm, 20]);
    return meshOfSolid(
      Manifold.union([post, post.translate([5 + spanMm, 0, 0]), Manifold.cube([10 + spanMm, widthMm, 4]).translate([0, 0, 20])]).rotate([
        0,
        0,
        deg,
      ]),
    );
  };
  it.each([
    [11, 100, 0],
    [8, 5, 0],
    [11.8, 3, 33],
    [9, 40, 17],
    [3, 2, 71],
  ])("over %d mm, %d wide, turned by %d°, needs nothing", (span, width, deg) => {
    const { heldMm2, bridgedMm2 } = standOf(beam(span, width, deg));
    expect(heldMm2).toBe(0);
    expect(bridgedMm2 / (span * width)).toBeCloseTo(1, 1);
  });
  it.each([
    [100, 11, 0],
    [100, 2, 0],
    [14, 5, 0],
    [40, 9, 28],
  ])("over %d mm is held, however narrow (%d mm, turned by %d°)", (span, width, deg) => {
    const { heldMm2, bridgedMm2 } = standOf(beam(span, width, deg));
    expect(bridgedMm2).toBe(0);
    expect(heldMm2 / (span * width)).toBeCloseTo(1, 1);
  });
  it("a roof over a round hole bridges where the hole is narrow", () => {
    const roofed = (d: number): Mesh =>
      meshOfSolid(solids.Manifold.cylinder(20, d / 2 + 3, d / 2 + 3, 96).subtract(solids.Manifold.cylinder(18, d / 2, d / 2, 96)));
    expect(standOf(roofed(10)).heldMm2).toBe(0);
    expect(standOf(roofed(20)).heldMm2 / (Math.PI * 100)).toBeCloseTo(1, 1);
  });
  it("a ledge rests on one end only, and an inner corner on two sides that meet", () => {
    const ledge = new MeshBuilder().box([0, 0, 0], [5, 8, 20]).box([0, 0, 20], [13, 8, 24]).build();
    expect(standOf(ledge).heldMm2 / 64).toBeCloseTo(1, 1);
    const { Manifold } = solids;
    const walls = Manifold.cube([5, 20, 20]).add(Manifold.cube([20, 5, 20]));
    const corner = (side: number): Mesh => meshOfSolid(walls.add(Manifold.cube([5 + side, 5 + side, 4]).translate([0, 0, 20])));
    // Diagonal lines rest on both walls over half of it at most.
    expect(standOf(corner(8)).heldMm2).toBeGreaterThan(50);
  });
  it("is the same after a quarter turn that lays another side down and back", () => {
    const mesh = beam(9, 14);
    const there = turnMesh(mesh, TURNS["+x"]);
    const back = meshOfSolid(solidOf({ positions: there.positions, indices: mesh.indices }));
    expect(standOf(back, large, TURNS["-x"]).heldMm2 + standOf(mesh).heldMm2).toBe(0);
  });
});
