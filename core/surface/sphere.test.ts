/** Slopes and steps on a sphere, where every share is known exactly (Archimedes: area between two heights is 2πr·h). */
import { beforeAll, describe, expect, it } from "vitest";
import { buildTopology, facetsOf, type Mesh } from "../mesh";
import { loadSolids } from "../slice";
import { findSurfaces, seenAt, stepsOn, type Surfaces } from "./index";

let ball: Mesh;
let surfaces: Surfaces;
beforeAll(async () => {
  const solids = await loadSolids();
  const m = solids.Manifold.sphere(20, 400).getMesh();
  ball = { positions: new Float32Array(m.vertProperties), indices: new Uint32Array(m.triVerts) };
  surfaces = findSurfaces(ball, buildTopology(ball));
});
const SPHERE = 4 * Math.PI * 400;
const share = (test: (s: Surfaces["list"][0]) => boolean): number => surfaces.list.filter(test).reduce((a, s) => a + s.areaMm2, 0) / SPHERE;

describe("a sphere sorted into surfaces", () => {
  // Share of a sphere whose normal is within a of straight up or down: (1 − cos a)/2 each (exact).
  it.each([
    [16, 2],
    [35, 3],
    [55, 4],
  ])("up to %d° from level, above and below", (slope) => {
    const within = (s: Surfaces["list"][0], under: boolean): boolean => s.kind === "slope" && s.underside === under && s.slopeDeg < slope;
    const cap = (1 - Math.cos((slope * Math.PI) / 180)) / 2 - (1 - Math.cos((0.3 * Math.PI) / 180)) / 2;
    expect(share((s) => within(s, false))).toBeCloseTo(cap, 2);
    expect(share((s) => within(s, true))).toBeCloseTo(cap, 2);
  });
  it("walls from 80° on are sin 10° of it", () => expect(share((s) => s.kind === "wall")).toBeCloseTo(Math.sin((10 * Math.PI) / 180), 2));
  it("each side has about a quarter of every slope (facets on a diagonal fall to one side)", () => {
    const bands = surfaces.list.filter((s) => s.kind === "slope" && !s.underside);
    for (const a of bands)
      for (const b of bands.filter((x) => Math.abs(x.slopeDeg - a.slopeDeg) < 1))
        expect(Math.abs(a.areaMm2 / b.areaMm2 - 1), `${a.facing} ${b.facing}`).toBeLessThan(0.25);
  });
  it("names every facet's surface or leaves it as a scrap", () => {
    const { areasMm2 } = facetsOf(ball);
    const scraps = areasMm2.reduce((sum, a, t) => sum + (surfaces.surfaceOf[t] < 0 ? a : 0), 0);
    expect(scraps / SPHERE).toBeLessThan(0.01);
  });
});

describe("steps on a sphere", () => {
  // The area mean of |n_z| on a sphere is 1/2, so the mean cusp is half a layer (exact).
  it("are half a layer high on average", () => {
    const { normals, areasMm2 } = facetsOf(ball);
    let sum = 0;
    for (let t = 0; t < areasMm2.length; t++) {
      const slope = (Math.acos(Math.min(1, Math.abs(normals[t * 3 + 2]))) * 180) / Math.PI;
      // The formula itself, without the cases of level tops and walls.
      sum += areasMm2[t] * 0.2 * Math.cos((slope * Math.PI) / 180);
    }
    expect(sum / SPHERE / 0.2).toBeCloseTo(0.5, 2);
  });
  it("grow towards the top and are plain only there", () => {
    const seen = [85, 60, 30, 15, 5].map((slope) => seenAt(stepsOn(slope, { layerMm: 0.2 }), 1000));
    for (let i = 1; i < seen.length; i++) expect(seen[i].arcmin).toBeGreaterThanOrEqual(seen[i - 1].arcmin);
    expect(seen.map((s) => s.seen)).toEqual(["dry brush", "dry brush", "dry brush", "plain", "plain"]);
  });
  it("shrink with the layer and with the distance", () => {
    expect(stepsOn(20, { layerMm: 0.1 }).pitchMm / stepsOn(20, { layerMm: 0.2 }).pitchMm).toBeCloseTo(0.5, 9);
    expect(seenAt(stepsOn(20, { layerMm: 0.2 }), 500).arcmin / seenAt(stepsOn(20, { layerMm: 0.2 }), 1000).arcmin).toBeCloseTo(2, 3);
  });
});
