/** Walls and gaps of solids whose thickness is known by construction; solids from manifold-3d as the outside reference. */
import { beforeAll, describe, expect, it } from "vitest";
import { loadSolids, type Solids } from "../../slice";
import {
  buildTopology,
  MeshBuilder,
  measureWalls,
  narrowestMm,
  quantileShare,
  shareUnder,
  surfacePoints,
  thinnestMm,
  NO_GAP,
  type Mesh,
} from "../index";

let solids: Solids;
beforeAll(async () => {
  solids = await loadSolids();
});
const plain = (m: { getMesh(): { vertProperties: Float32Array; triVerts: Uint32Array } }): Mesh => {
  const { vertProperties, triVerts } = m.getMesh();
  return { positions: new Float32Array(vertProperties), indices: new Uint32Array(triVerts) };
};
const walls = (mesh: Mesh, points = 4000) => measureWalls(mesh, buildTopology(mesh), points);
const both = (a: Mesh, b: Mesh): Mesh => {
  const indices = new Uint32Array(a.indices.length + b.indices.length);
  indices.set(a.indices);
  indices.set(
    b.indices.map((i) => i + a.positions.length / 3),
    a.indices.length,
  );
  const positions = new Float32Array(a.positions.length + b.positions.length);
  positions.set(a.positions);
  positions.set(b.positions, a.positions.length);
  return { positions, indices };
};

describe("walls of known thickness", () => {
  it.each([0.4, 1, 2, 3.5])("a box with a hollow inside, wall %d mm", (wall) => {
    const outer = solids.Manifold.cube([40, 30, 20], true);
    const inner = solids.Manifold.cube([40 - 2 * wall, 30 - 2 * wall, 20 - 2 * wall], true);
    expect(thinnestMm(walls(plain(outer.subtract(inner))))).toBeCloseTo(wall, 3);
  });

  it.each([
    [20, 18.5],
    [10, 8],
  ])("a tube, radius %d outside and %d inside", (R, r) => {
    const tube = solids.Manifold.cylinder(30, R, R, 256).subtract(solids.Manifold.cylinder(30, r, r, 256));
    const facts = walls(plain(tube));
    // The cone's rays run straight where the wall bends: a hundredth or so.
    expect(Math.abs(thinnestMm(facts)! - (R - r))).toBeLessThan(0.03);
    // Straight across the hole is a gap as wide as the bore, and nothing is narrower.
    expect(narrowestMm(facts)!).toBeGreaterThan(2 * r * 0.9);
  });

  it("a spherical shell of 1.5 mm", () => {
    const shell = solids.Manifold.sphere(20, 128).subtract(solids.Manifold.sphere(18.5, 128));
    expect(thinnestMm(walls(plain(shell)))!).toBeGreaterThan(1.46);
    expect(thinnestMm(walls(plain(shell)))!).toBeLessThan(1.54);
  });

  it("a solid ball is as thick as itself", () => {
    const facts = walls(plain(solids.Manifold.sphere(15, 96)));
    expect(facts.wallMm[50]).toBeGreaterThan(26);
    expect(narrowestMm(facts)).toBeUndefined();
    expect(facts.gapMm.every((g) => g === NO_GAP)).toBe(true);
  });

  it("finds a small fin on a big block, and where it is", () => {
    const block = solids.Manifold.cube([60, 60, 20]);
    const fin = solids.Manifold.cube([8, 0.3, 6]).translate([10, 40, 20]);
    const facts = walls(plain(block.add(fin)), 8000);
    expect(thinnestMm(facts)).toBeCloseTo(0.3, 3);
    const [x, y, z] = facts.thin[0].at;
    expect(x).toBeGreaterThan(9);
    expect(x).toBeLessThan(19);
    expect(Math.abs(y - 40.15)).toBeLessThan(0.2);
    expect(z).toBeGreaterThan(19.9);
    // The fin's two faces are 96 of the block's 12,096 mm² or so.
    expect(shareUnder(facts.wallMm, 0.45, 1)).toBeGreaterThan(0.005);
    expect(shareUnder(facts.wallMm, 0.45, 1)).toBeLessThan(0.012);
  });

  it("a bar sunk into a wall, not joined to it, does not make the wall thin", () => {
    const wall = new MeshBuilder().box([0, 0, 0], [40, 5, 30]).build();
    const bar = new MeshBuilder().box([5, -1, 10], [35, 0.1, 12]).build();
    expect(thinnestMm(walls(both(wall, bar)))!).toBeGreaterThan(1);
  });

  it("an open sheet has no thickness, and says none", () => {
    const sheet = new MeshBuilder().quad([0, 0, 0], [10, 0, 0], [10, 10, 0], [0, 10, 0]).build();
    const facts = walls(sheet, 200);
    expect(thinnestMm(facts)).toBeUndefined();
    expect(shareUnder(facts.wallMm, 1, 1)).toBe(0);
  });
});

describe("gaps of known width", () => {
  it.each([0.3, 0.8, 2])("a groove %d mm wide", (width) => {
    const block = solids.Manifold.cube([40, 20, 10]).subtract(solids.Manifold.cube([width, 20, 4]).translate([20, 0, 6]));
    const facts = walls(plain(block));
    expect(narrowestMm(facts)).toBeCloseTo(width, 3);
    expect(Math.abs(facts.narrow[0].at[0] - 20)).toBeLessThan(width + 0.1);
  });
  it("two boxes side by side", () => {
    const pair = both(new MeshBuilder().box([0, 0, 0], [10, 10, 10]).build(), new MeshBuilder().box([10.4, 0, 0], [20, 10, 10]).build());
    expect(narrowestMm(walls(pair))).toBeCloseTo(0.4, 3);
  });
});

describe("another scale", () => {
  it("answers from the same facts what a fresh measurement would", () => {
    const at = (k: number): Mesh =>
      plain(solids.Manifold.cube([40 * k, 30 * k, 20 * k]).subtract(solids.Manifold.cube([38 * k, 28 * k, 20 * k]).translate([k, k, k])));
    const facts = walls(at(1)),
      half = walls(at(0.5));
    expect(thinnestMm(facts, 0.5)).toBeCloseTo(thinnestMm(half)!, 4);
    expect(shareUnder(facts.wallMm, 0.9, 0.5)).toBeCloseTo(shareUnder(half.wallMm, 0.9, 1), 2);
    expect(shareUnder(facts.wallMm, 0.9, 1)).toBe(0);
    expect(shareUnder(facts.wallMm, 0.9, 0.5)).toBeGreaterThan(0.8);
  });
  it("shares rise from none to all", () => {
    const q = Array.from({ length: 100 }, (_, i) => 1 + quantileShare(i));
    expect(shareUnder(q, 0.9, 1)).toBe(0);
    expect(shareUnder(q, 1.5, 1)).toBeCloseTo(0.5, 3);
    expect(shareUnder(q, 2.1, 1)).toBe(1);
  });
});

describe("points on the surface", () => {
  it("lie evenly by area and on it", () => {
    const mesh = new MeshBuilder().box([0, 0, 0], [10, 10, 40]).build();
    const { at, share } = surfacePoints(mesh, buildTopology(mesh), 1800);
    expect(share.length).toBe(1800);
    let top = 0;
    for (let i = 0; i < 1800; i++) {
      if (at[i * 6 + 5] > 0.9) top++;
      expect(Math.hypot(at[i * 6 + 3], at[i * 6 + 4], at[i * 6 + 5])).toBeCloseTo(1, 6);
    }
    // The top is 100 of 1,800 mm².
    expect(top).toBe(100);
  });
});
