import fc from "fast-check";
import { beforeAll, describe, expect, it } from "vitest";
import { boxMesh, TURNS } from "../mesh";
import { loadSolids, meshOfSolid, scoped, type Solids } from "../slice";
import {
  beyond,
  distanceTo,
  footOf,
  footprintOf,
  isInside,
  regionOf,
  ringArea,
  ringsAt,
  selfCrossing,
  sharedPlace,
  type Ring,
} from "./index";

let solids: Solids;
beforeAll(async () => {
  solids = await loadSolids();
});
/** A star with so many corners: never crosses itself. */
const star = fc
  .record({
    radii: fc.array(fc.double({ min: 4, max: 30, noNaN: true }), { minLength: 3, maxLength: 14 }),
    x: fc.double({ min: -40, max: 40, noNaN: true }),
    y: fc.double({ min: -40, max: 40, noNaN: true }),
  })
  .map(({ radii, x, y }): Ring =>
    radii.flatMap((r, i) => [x + r * Math.cos((2 * Math.PI * i) / radii.length), y + r * Math.sin((2 * Math.PI * i) / radii.length)]),
  );
/** What two outlines share, by the solids library (Clipper), which knows nothing of edges that cross here. */
const shared = (a: Ring, b: Ring): number =>
  scoped((keep) => keep(keep(regionOf(solids, [a])).intersect(keep(regionOf(solids, [b])))).area());

describe("outlines that share area", () => {
  it("agrees with the solids library wherever more than a scratch is shared, or nothing", () => {
    fc.assert(
      fc.property(star, star, (a, b) => {
        const area = shared(a, b);
        const place = sharedPlace([a], [b]);
        if (area > 1) expect(place).not.toBeNull();
        if (area === 0) expect(place).toBeNull();
        if (place) {
          // The place lies in both, or on the line where they cross.
          expect(isInside([a], ...place) || distanceTo([a], ...place) < 1e-6).toBe(true);
          expect(isInside([b], ...place) || distanceTo([b], ...place) < 1e-6).toBe(true);
        }
        // Said the other way round it is the same.
        expect(sharedPlace([b], [a]) === null).toBe(place === null);
      }),
      { numRuns: 400 },
    );
  });
  const square = (x: number, y: number, s: number): Ring => [x, y, x + s, y, x + s, y + s, x, y + s];
  it("side by side is not in each other; one over the other is, alike or inside or crosswise", () => {
    expect(sharedPlace([square(0, 0, 10)], [square(10, 0, 10)])).toBeNull();
    expect(sharedPlace([square(0, 0, 10)], [square(0, 0, 10)])).not.toBeNull();
    expect(sharedPlace([square(0, 0, 10)], [square(3, 3, 2)])).not.toBeNull();
    expect(sharedPlace([[-10, -1, 10, -1, 10, 1, -10, 1]], [[-1, -10, 1, -10, 1, 10, -1, 10]])).not.toBeNull();
  });
  it("what stands in a hole stands free", () => {
    const frame = [square(0, 0, 30), [5, 5, 5, 25, 25, 25, 25, 5]];
    expect(sharedPlace(frame, [square(10, 10, 8)])).toBeNull();
    expect(sharedPlace(frame, [square(1, 10, 8)])).not.toBeNull();
  });
  it("stays what it is when both are turned and moved", () => {
    fc.assert(
      fc.property(star, star, fc.double({ min: 0, max: 360, noNaN: true }), (a, b, turnDeg) => {
        if (shared(a, b) < 1) return;
        const at = { xMm: 123, yMm: -45, turnDeg };
        expect(sharedPlace(ringsAt({ rings: [a] }, at), ringsAt({ rings: [b] }, at))).not.toBeNull();
      }),
      { numRuns: 60 },
    );
  });
  it("reaches beyond by its farthest corner", () => {
    expect(beyond([square(8, 2, 5)], [square(0, 0, 10)])).toBeCloseTo(3, 9);
    expect(beyond([square(2, 2, 5)], [square(0, 0, 10)])).toBe(0);
  });
  it("finds where a line crosses itself: a bow tie does, a star does not", () => {
    expect(selfCrossing([0, 0, 10, 10, 10, 0, 0, 10])).toEqual([5, 5]);
    fc.assert(fc.property(star, (ring) => selfCrossing(ring) === null));
  });
});

describe("the foot of a part", () => {
  it("of what is smaller than a hand sets down is its outline, and no place is lost", () => {
    for (const mm of [1e-4, 1e-3, 0.05, 0.09, 0.2]) {
      const f = footOf(solids, boxMesh(mm, mm / 2, mm * 3), TURNS["+z"]);
      expect([f.widthMm, f.depthMm, f.heightMm, ...f.midMm].every(Number.isFinite)).toBe(true);
      expect(f.foot.length).toBeGreaterThan(0);
      expect(f.widthMm).toBeCloseTo(mm, 5);
      const p = footprintOf(solids, boxMesh(mm, mm / 2, mm * 3), TURNS["+z"]);
      expect([p.widthMm, p.depthMm, p.heightMm, p.areaMm2, p.contactMm2, p.largestMm2].every(Number.isFinite)).toBe(true);
      expect(p.rings.length).toBeGreaterThan(0);
    }
  });
  it("of a box is its shadow", () => {
    const f = footOf(solids, boxMesh(30, 20, 10), TURNS["+z"]);
    expect(f.footMm2).toBeCloseTo(600, 6);
    expect(f.shadowMm2).toBeCloseTo(600, 6);
    expect([f.widthMm, f.depthMm, f.heightMm]).toEqual([30, 20, 10]);
  });
  it("of a house of walls is its walls, of a table its legs; the shadow is the roof", () => {
    const { Manifold } = solids;
    const table = Manifold.union([
      Manifold.cube([100, 60, 4]).translate([0, 0, 40]),
      ...[
        [0, 0],
        [95, 0],
        [0, 55],
        [95, 55],
      ].map(([x, y]) => Manifold.cube([5, 5, 41]).translate([x, y, 0])),
    ]);
    const f = footOf(solids, meshOfSolid(table), TURNS["+z"]);
    table.delete();
    expect(f.footMm2).toBeCloseTo(100, 3);
    expect(f.shadowMm2).toBeCloseTo(6000, 3);
    expect(f.foot).toHaveLength(4);
    expect(f.foot.every((r) => ringArea(r) > 0)).toBe(true);
    // On its top it stands on all of it.
    const over = footOf(solids, meshOfSolid(Manifold.cube([100, 60, 4])), TURNS["-z"]);
    expect(over.footMm2).toBeCloseTo(6000, 3);
  });
});
