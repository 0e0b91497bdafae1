/** Doorways and windows of huts made by the solids library, whose openings are known by construction. */
import { beforeAll, describe, expect, it } from "vitest";
import { moved, reversed, shuffled, subdivided, turned } from "../../../tests/sameThing";
import { loadSolids, type Solids } from "../../slice";
import { boxMesh, cylinderMesh, findOpenings, mirrored, printedMesh, reportMesh, type Mesh } from "../index";

let solids: Solids;
beforeAll(async () => {
  solids = await loadSolids();
});

/** 60 × 45 × 40 outside, walls 2, a floor of 1: a door 10 × 20 in front, a window 8 × 9 with a sill of 12 at the side, a niche behind. */
function hut(floor = 1): Mesh {
  const { Manifold } = solids;
  const box = (x: number, y: number, z: number, at: [number, number, number]) => Manifold.cube([x, y, z]).translate(at);
  const m = box(60, 45, 40, [0, 0, 0])
    .subtract(box(56, 41, 40, [2, 2, floor]))
    .subtract(box(10, 4, 20, [25, -1, floor]))
    .subtract(box(4, 8, 9, [57, 18, 12]))
    .subtract(box(12, 2, 15, [20, 44, 8]))
    .getMesh();
  return { positions: new Float32Array(m.vertProperties), indices: new Uint32Array(m.triVerts) };
}
const openings = (mesh: Mesh) => findOpenings(printedMesh(mesh, reportMesh(mesh).shells));

describe("openings of a hut", () => {
  it("are its door and its window with their sizes, and not the niche that does not go through", () => {
    const found = openings(hut());
    expect(found.map((o) => o.kind)).toEqual(["door", "window"]);
    const [door, window] = found;
    expect(Math.abs(door.widthMm - 10)).toBeLessThanOrEqual(door.marginMm * 1.01);
    expect(Math.abs(door.heightMm - 20)).toBeLessThanOrEqual(door.marginMm * 1.01);
    expect(door.sillMm).toBeLessThan(1 + door.marginMm);
    expect(door.at[0]).toBeCloseTo(30, 0);
    expect(Math.abs(window.widthMm - 8)).toBeLessThanOrEqual(window.marginMm * 1.01);
    expect(Math.abs(window.heightMm - 9)).toBeLessThanOrEqual(window.marginMm * 1.01);
    expect(Math.abs(window.sillMm - 12)).toBeLessThanOrEqual(window.marginMm * 1.01);
  });
  it.each<[string, (m: Mesh) => Mesh]>([
    ["turned by 37°", (m) => turned(m, 37)],
    ["mirrored", mirrored],
    ["moved far off", (m) => moved(m, [800, -900, 500])],
    ["subdivided and shuffled", (m) => shuffled(subdivided(m, 2))],
    ["inside out", reversed],
  ])("stay %s", (_, say) => {
    const [door, window] = openings(say(hut()));
    expect([door.kind, window.kind]).toEqual(["door", "window"]);
    expect(Math.abs(door.heightMm - 20)).toBeLessThanOrEqual(1.5 * door.marginMm);
    expect(Math.abs(window.widthMm - 8)).toBeLessThanOrEqual(1.5 * window.marginMm);
  });
  it("a door that cuts through to the ground reaches the floor", () => {
    const [door] = openings(hut(0));
    expect(door).toMatchObject({ kind: "door", sillMm: 0 });
  });
  it("solids without openings have none", () => {
    expect(openings(boxMesh(30, 20, 10))).toEqual([]);
    expect(openings(cylinderMesh(10, 30, 64))).toEqual([]);
  });
  it("an arch is as high as its crown and as wide as its straight part", () => {
    const { Manifold } = solids;
    const arch = Manifold.cube([12, 10, 14])
      .translate([24, -5, 0])
      .add(Manifold.cylinder(10, 6, 6, 64).rotate([90, 0, 0]).translate([30, 5, 14]));
    const m = Manifold.cube([60, 4, 40]).subtract(arch).getMesh();
    const found = openings({ positions: new Float32Array(m.vertProperties), indices: new Uint32Array(m.triVerts) });
    expect(found.map((o) => o.kind)).toEqual(["door"]);
    expect(found[0].wallMm).toBeCloseTo(4, 3);
    expect(Math.abs(found[0].heightMm - 20)).toBeLessThan(0.8);
    expect(Math.abs(found[0].widthMm - 12)).toBeLessThan(0.3);
  });
});
