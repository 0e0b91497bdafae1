/** Mass, centre and tipping: handbook centroids, and a ray in every direction as a check of the nearest edge. */
import fc from "fast-check";
import { polygonContains, polygonHull } from "d3";
import { describe, expect, it } from "vitest";
import { balanceOf, boxMesh, MeshBuilder, type Mesh } from "../mesh";
import { drillFor, footFor, insideBy, pinsFor, standingOf, TIP_MARKS, weightFor, type Built } from ".";

const SOLID: Built = { gCm3: 1, wallMm: null, infill: 1, filmMm: 0 };

const moved = (mesh: Mesh, by: readonly number[]): Mesh => ({ ...mesh, positions: mesh.positions.map((v, i) => v + by[i % 3]) });

/** A cone on its base. */
function cone(r: number, h: number, n = 96): Mesh {
  const b = new MeshBuilder();
  const at = (i: number): [number, number, number] => [r * Math.cos((2 * Math.PI * i) / n), r * Math.sin((2 * Math.PI * i) / n), 0];
  for (let i = 0; i < n; i++) {
    b.triangle(at(i), at(i + 1), [0, 0, h]);
    b.triangle(at(i + 1), at(i), [0, 0, 0]);
  }
  return b.build();
}

describe("mass and centre", () => {
  it("a solid box and a cone have the centroids of the handbook: a half and a quarter of their height", () => {
    const box = standingOf(balanceOf(boxMesh(30, 20, 100)), 1, SOLID);
    expect([box.massG, box.heightMm, box.edgeMm]).toEqual([expect.closeTo(60, 4), expect.closeTo(50, 4), expect.closeTo(10, 4)]);
    const c = standingOf(balanceOf(cone(15, 60)), 1, SOLID);
    expect(c.heightMm).toBeCloseTo(15, 4);
    expect(c.massG).toBeCloseTo((Math.PI * 15 ** 2 * 60) / 3000, 1);
  });
  it("walls weigh at the centre of the faces: of a cone with open infill it is at a third of the slope and a share of the base", () => {
    // Faces of a cone: the base at 0, the mantle at h/3, by their areas (Pappus).
    const [r, h] = [15, 60];
    const mantle = Math.PI * r * Math.hypot(r, h),
      base = Math.PI * r * r;
    const thin = standingOf(balanceOf(cone(r, h, 400)), 1, { gCm3: 1, wallMm: 0.4, infill: 0, filmMm: 0 });
    expect(thin.heightMm).toBeCloseTo((mantle * (h / 3)) / (mantle + base), 2);
  });
  it("grows by the cube in mass and tips at the same angle at any size; is the same wherever the file puts it", () => {
    const balance = balanceOf(boxMesh(30, 30, 100));
    const [one, two] = [1, 2].map((f) => standingOf(balance, f, SOLID));
    expect(two.massG / one.massG).toBeCloseTo(8, 6);
    expect(two.tipDeg).toBeCloseTo(one.tipDeg, 6);
    const away = standingOf(balanceOf(moved(boxMesh(30, 30, 100), [500, -70, 33])), 1, SOLID);
    expect([away.massG, away.tipDeg, away.heightMm]).toEqual([one.massG, one.tipDeg, one.heightMm].map((v) => expect.closeTo(v, 3)));
  });
  it("paint on its faces counts: 0.1 mm all over a box of 60 cm³", () => {
    const painted = standingOf(balanceOf(boxMesh(30, 20, 100)), 1, { ...SOLID, filmMm: 0.1 });
    // 11,200 mm² × 0.1 mm × 1.3 g/cm³.
    expect(painted.massG).toBeCloseTo(60 + 1.456, 3);
  });
});

describe("tipping", () => {
  it("15 mm to the edge under a centre 50 mm up: 16.7°", () => {
    expect(standingOf(balanceOf(boxMesh(30, 30, 100)), 1, SOLID).tipDeg).toBeCloseTo(16.699, 2);
  });
  it("the nearest edge is the shortest of the ways in every direction", () =>
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: -50, max: 50 }), fc.integer({ min: -50, max: 50 })), { minLength: 3, maxLength: 12 }),
        (points) => {
          const hull = polygonHull(points as [number, number][]);
          fc.pre(hull !== null && polygonContains(hull, [0.31, 0.17]));
          const ring = hull!.flat();
          // By walking outwards until it is left, in 720 directions.
          let least = Infinity;
          for (let k = 0; k < 720; k++) {
            const [ux, uy] = [Math.cos((k * Math.PI) / 360), Math.sin((k * Math.PI) / 360)];
            let [lo, hi] = [0, 200];
            for (let i = 0; i < 40; i++) {
              const mid = (lo + hi) / 2;
              if (polygonContains(hull!, [0.31 + ux * mid, 0.17 + uy * mid])) lo = mid;
              else hi = mid;
            }
            least = Math.min(least, lo);
          }
          const found = insideBy(ring, 0.31, 0.17);
          expect(found).toBeLessThanOrEqual(least + 1e-6);
          expect(found).toBeGreaterThan(least * 0.995 - 0.02);
          expect(insideBy([...hull!].reverse().flat(), 0.31, 0.17)).toBeCloseTo(found, 9);
        },
      ),
    ));
  it("a weight that is put under it does what is said: the centre of both over the edge at exactly that angle", () => {
    const s = { massG: 40, heightMm: 55, edgeMm: 8 };
    const w = weightFor(s, TIP_MARKS.handledDeg);
    const both = (s.massG * s.heightMm) / (s.massG + w);
    expect((Math.atan2(s.edgeMm, both) * 180) / Math.PI).toBeCloseTo(15, 9);
    expect((Math.atan2(footFor(s, 15), s.heightMm) * 180) / Math.PI).toBeCloseTo(15, 9);
    expect(weightFor({ massG: 40, heightMm: 10, edgeMm: 8 }, 15)).toBe(0);
    expect(weightFor({ massG: 40, heightMm: 10, edgeMm: 0 }, 15)).toBe(Infinity);
  });
  it("what stands beside its feet falls by itself, what stands on a point too", () => {
    const b = new MeshBuilder();
    const ball = [
      [0, 0, 0],
      [10, 0, 20],
      [-5, 8, 20],
      [-5, -8, 20],
    ] as [number, number, number][];
    b.triangle(ball[0], ball[2], ball[1]);
    b.triangle(ball[0], ball[3], ball[2]);
    b.triangle(ball[0], ball[1], ball[3]);
    b.triangle(ball[1], ball[2], ball[3]);
    expect(standingOf(balanceOf(b.build()), 1, SOLID).tipDeg).toBe(0);
  });
});

describe("wires of the shops", () => {
  it("the thinnest that holds comes first; 40 g, 10 mm out, 55 mm up wants brass of 1.2 or steel of 1", () => {
    const [best, ...rest] = pinsFor({ massG: 40, offsetMm: 10, heightMm: 55, holeMm: 10, coverMm: 0.7, body: "resin" });
    expect(best.holds).toBe(true);
    expect([best.wire.material, best.wire.dMm]).toEqual(["steel", 1]);
    for (const p of rest) if (p.holds) expect(p.wire.dMm).toBeGreaterThanOrEqual(best.wire.dMm);
    expect(rest.find((p) => p.wire.material === "brass" && p.wire.dMm === 1)).toMatchObject({ holds: false });
    expect(rest.find((p) => p.wire.material === "brass" && p.wire.dMm === 1.2)).toMatchObject({ holds: true });
  });
  it("drills are a little wider", () => expect([0.5, 0.8, 1, 1.27].map(drillFor)).toEqual([0.55, 0.85, 1.05, 1.35]));
});
