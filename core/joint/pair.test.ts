/** Gaps and bites of bodies whose distance is known, and of the demo's own moving parts. */
import { beforeAll, describe, expect, it } from "vitest";
import { quayClip, quayWall, sluiceFrame, sluicePaddle } from "../../demo/meshes";
import { boxMesh, turnMesh, TURNS, type Mesh } from "../mesh";
import { loadSolids, meshOfSolid, type Solids } from "../slice";
import { checkPair, type PairChecked, type Placing } from ".";

let solids: Solids;
beforeAll(async () => {
  solids = await loadSolids();
});
const at = (x: number, y: number, z: number, more: Partial<Placing> = {}): Placing => ({
  atMm: [x, y, z],
  turnDeg: 0,
  travel: null,
  ...more,
});
const checked = (a: Mesh, b: Mesh, place: Placing): PairChecked => {
  const found = checkPair(solids, a, b, place);
  if ("open" in found) throw new Error(`${found.open} is open`);
  return found;
};
const sphere = (r: number): Mesh => meshOfSolid(solids.Manifold.sphere(r, 128));

describe("two bodies", () => {
  it("boxes: the gap between them, and the volume in which they bite", () => {
    const [a, b] = [boxMesh(10, 10, 10), boxMesh(20, 20, 20)];
    expect(checked(a, b, at(20.4, 5, 5)).tightest).toMatchObject({ gapMm: expect.closeTo(0.4, 4), biteMm3: 0 });
    // 2 × 10 × 10.
    const bite = checked(a, b, at(18, 5, 5)).tightest;
    expect(bite.biteMm3).toBeCloseTo(200, 2);
    expect(bite.biteAt).toEqual([expect.closeTo(19, 3), expect.closeTo(10, 3), expect.closeTo(10, 3)]);
    expect(checked(a, b, at(60, 5, 5)).tightest.gapMm).toBeNull();
    // Face to face they touch and do not bite.
    expect(checked(a, b, at(20, 5, 5)).tightest.biteMm3).toBe(0);
  });
  it("spheres: centre to centre, less both radii", () => {
    const gap = checked(sphere(5), sphere(8), at(0, 0, 14)).tightest.gapMm!;
    expect(gap).toBeGreaterThanOrEqual(1 - 1e-3);
    // Facets lie inside the ball: no further than their sagitta, r(1 − cos(π/128)).
    expect(gap).toBeLessThan(1 + 13 * (1 - Math.cos(Math.PI / 128)) + 1e-3);
  });
  it("says the same whichever is moved", () => {
    const [a, b] = [boxMesh(10, 14, 10), boxMesh(20, 20, 20)];
    for (const [x, y, z] of [
      [18, 3, 5],
      [21, 3, 5],
    ]) {
      const one = checked(a, b, at(x, y, z)).tightest,
        other = checked(b, a, at(-x, -y, -z)).tightest;
      expect(other.gapMm).toBeCloseTo(one.gapMm!, 3);
      expect(other.biteMm3).toBeCloseTo(one.biteMm3, 2);
    }
  });
  it("along a way the tightest place counts: a bar that turns in a frame bites at its corners only", () => {
    const frame = meshOfSolid(solids.Manifold.cube([30, 30, 4], true).subtract(solids.Manifold.cube([22, 22, 10], true)));
    const bar = meshOfSolid(solids.Manifold.cube([21, 3, 4], true));
    const turn = (x: number): PairChecked => checked(bar, frame, at(x, 0, 0, { travel: { kind: "turns", about: "z", byDeg: 90 } }));
    // Half a diagonal of 21 × 3 is 10.61: it goes round within 11, not when it stands 0.6 mm aside.
    expect(turn(0).places).toHaveLength(9);
    expect(turn(0).tightest.biteMm3).toBe(0);
    expect(turn(0).tightest.gapMm).toBeLessThan(0.5);
    expect(turn(0.2).tightest.biteMm3).toBe(0);
    expect(turn(0.6).tightest.biteMm3).toBeGreaterThan(0);
  });
  it("what is not closed is said to be open", () => {
    const { positions, indices } = boxMesh(10, 10, 10);
    const open = { positions, indices: indices.slice(0, 30) };
    expect(checkPair(solids, open, boxMesh(5, 5, 5), at(0, 0, 0))).toEqual({ open: "a" });
    expect(checkPair(solids, boxMesh(5, 5, 5), open, at(0, 0, 0))).toEqual({ open: "b" });
  });
});

describe("the demo goes together", () => {
  it("the paddle slides from the sill to the head of its frame with the room that its joint says, a side", () => {
    // In the slots, its plate in their middle: 49.6 − 48.6 is half a millimetre at each end, 3 − 2.6 is 0.2 at each face.
    const place = at(4.7, 3.2, 6.5, { travel: { kind: "slides", along: "z", byMm: 20 } });
    const { tightest } = checked(sluicePaddle(solids), sluiceFrame(solids), place);
    expect(tightest.biteMm3).toBe(0);
    expect(tightest.gapMm).toBeCloseTo(0.2, 2);
  });
  it("a clip lies in the slots of two quay walls that stand end to end, with 0.3 mm of room a side", () => {
    const wall = quayWall(solids);
    const clip = quayClip(solids);
    // The middle of the clip on the seam; its bar in the middle of the wall.
    for (const seam of [0, 50.8]) {
      const { tightest } = checked(clip, wall, at(seam - 8, 25.4 / 2 - 2, 0));
      expect(tightest.biteMm3).toBe(0);
      expect(tightest.gapMm).toBeCloseTo(0.3, 2);
    }
    // Turned over, its legs point the other way: there is no slot for them.
    expect(checked(turnMesh(clip, TURNS["+z"]), wall, at(50.8 - 8, 25.4 / 2 - 9, 0)).tightest.biteMm3).toBeGreaterThan(0);
  });
});
