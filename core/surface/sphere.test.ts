/** Slopes and steps on a sphere, where every share is known exactly (Archimedes: area between two heights is 2πr·h). */
import { beforeAll, describe, expect, it } from "vitest";
import { buildTopology, facetsOf, TURNS, type Mesh } from "../mesh";
import { loadSolids } from "../slice";
import { findSurfaces, laySurface, seenAt, showsAt, stepsOn, type Surfaces } from "./index";

let ball: Mesh;
let surfaces: Surfaces;
beforeAll(async () => {
  const solids = await loadSolids();
  const m = solids.Manifold.sphere(20, 400).getMesh();
  ball = { positions: new Float32Array(m.vertProperties), indices: new Uint32Array(m.triVerts) };
  surfaces = findSurfaces(ball, buildTopology(ball));
});
const SPHERE = 4 * Math.PI * 400;
const lay = (turn = TURNS["+z"]) => laySurface(surfaces.list[0], { turn, factor: 1, grain: { layerMm: 0.2 } });

describe("a sphere is one surface", () => {
  it("that bends, holds every facet, and is as large as it is", () => {
    expect(surfaces.list.length).toBe(1);
    expect(surfaces.list[0].flat).toBe(false);
    expect(surfaces.list[0].areaMm2 / SPHERE).toBeCloseTo(1, 3);
    expect(surfaces.surfaceOf.every((s) => s === 0)).toBe(true);
  });
  // Share of a sphere whose normal is within a of straight up or down: (1 − cos a)/2 each (exact).
  it.each([15, 30, 45, 60])("up to %d° from level, above and below, whichever way it lies", (slope) => {
    for (const turn of [TURNS["+z"], TURNS["+x"], TURNS["-y"]]) {
      const within = (down: boolean): number =>
        lay(turn)
          .bands.filter((b) => b.down === down && b.slopeDeg < slope)
          .reduce((sum, b) => sum + b.areaMm2, 0) / SPHERE;
      const cap = (1 - Math.cos((slope * Math.PI) / 180)) / 2;
      // Directions are gathered in cells of about 4°.
      expect(Math.abs(within(false) - cap)).toBeLessThan(0.02);
      expect(Math.abs(within(true) - cap)).toBeLessThan(0.02);
    }
  });
  // The area mean of |n_z| on a sphere is 1/2; where the round edge of a bead is higher than the step, half a layer counts:
  // ∫ max(1/2, u) du from 0 to 1 = 5/8 (exact).
  it("has steps of five eighths of a layer on average, the same however it lies", () => {
    for (const turn of Object.values(TURNS)) {
      expect(lay(turn).cuspMm / 0.2).toBeCloseTo(5 / 8, 1);
      expect(Math.abs(lay(turn).cuspMm / 0.2 - 5 / 8)).toBeLessThan(0.012);
    }
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
  // At 1 m 0.2 mm layers are plain below 19°: t/tan φ ≥ two minutes of arc = 0.582 mm, so φ ≤ 18.97°; both caps are (1 − cos φ) of it.
  it("shows as much of itself plain as its caps are", () => {
    expect(showsAt(lay(), 1000).shares.plain).toBeCloseTo(1 - Math.cos((18.97 * Math.PI) / 180), 1);
    // One's own slope fan goes before the eye of the table: gone from 12° on, only the caps up to 12° are plain, from wherever.
    expect(Math.abs(showsAt(lay(), 1000, 12).shares.plain - (1 - Math.cos((12 * Math.PI) / 180)))).toBeLessThan(0.02);
    const { shares } = showsAt(lay(), 600);
    expect(shares.plain + shares["dry brush"] + shares.hidden).toBeCloseTo(1, 9);
  });
});
