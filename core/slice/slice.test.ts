import fc from "fast-check";
import { beforeAll, describe, expect, it } from "vitest";
import { boxMesh, buildTopology, coneMesh, cylinderMesh, MeshBuilder, reportMesh } from "../mesh";
import { layerCount, layerMiddles, loadSolids, contoursOf, perimeterMm, regionOf, sliceMesh, type Solids } from "./index";

let solids: Solids;
beforeAll(async () => {
  solids = await loadSolids();
});

describe("layer counts", () => {
  // Multiples that a plain ceil gets wrong by one (0.54 / 0.06 = 9.000000000000002 in binary).
  it.each([
    [0.54, 0.06, 9],
    [0.66, 0.06, 11],
    [0.9, 0.06, 15],
    [1.8, 0.06, 30],
    [2.7, 0.06, 45],
    [60, 0.05, 1200],
    [60.01, 0.05, 1201],
    [0.01, 0.2, 1],
  ])("%d mm in layers of %d mm is %d", (h, t, n) => expect(layerCount(h, t)).toBe(n));
  it("is exact for every multiple", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 5000 }),
        fc.constantFrom(0.03, 0.05, 0.06, 0.07, 0.1, 0.12, 0.15, 0.2, 0.28, 0.3),
        (n, t) => layerCount(n * t, t) === n,
      ),
    );
  });
  it("cuts the last thin layer in its own middle", () =>
    expect([...layerMiddles(0, 0.5, 0.2)]).toEqual([0.1, expect.closeTo(0.3), expect.closeTo(0.45)]));
});

describe("slices", () => {
  it("a box gives its outline on every layer", () => {
    const mesh = boxMesh(40, 30, 2);
    const s = sliceMesh(mesh, buildTopology(mesh), 0.2);
    expect(s.z.length).toBe(10);
    expect([...s.areaMm2].every((a) => Math.abs(a - 1200) < 1e-6)).toBe(true);
    expect([...s.perimeterMm].every((p) => Math.abs(p - 140) < 1e-6)).toBe(true);
    expect(s.openContours).toBe(0);
  });

  // Midpoint slices of a cone integrate to 1 − 1/(4N²) of its volume: exact for the midpoint rule.
  it.each([5, 10, 50])("a cone in %d layers holds 1 − 1/4N² of its volume", (n) => {
    const mesh = coneMesh(10, 30, 96);
    const s = sliceMesh(mesh, buildTopology(mesh), 30 / n);
    const sum = s.areaMm2.reduce((a, b) => a + b, 0) * (30 / n);
    expect(sum / reportMesh(mesh).report.volumeMm3).toBeCloseTo(1 - 1 / (4 * n * n), 5);
  });

  it("holes run the other way: a tube has the ring's area", () => {
    const tube = solids.Manifold.cylinder(30, 10, 10, 64)
      .subtract(solids.Manifold.cylinder(40, 8, 8, 64).translate([0, 0, -5]))
      .getMesh();
    const mesh = { positions: new Float32Array(tube.vertProperties), indices: new Uint32Array(tube.triVerts) };
    const s = sliceMesh(mesh, buildTopology(mesh), 1);
    expect(s.contours[10]).toBe(2);
    expect(s.areaMm2[10]).toBeCloseTo(Math.PI * 36 * 0.998394, 1);
  });

  it("areas integrate to the volume of any cluster of boxes, and agree with the solids library (Cavalieri)", () => {
    const part = fc.record({
      x: fc.integer({ min: 0, max: 20 }),
      y: fc.integer({ min: 0, max: 20 }),
      z: fc.integer({ min: 0, max: 8 }),
      s: fc.integer({ min: 2, max: 9 }),
      turn: fc.integer({ min: 0, max: 80 }),
    });
    fc.assert(
      fc.property(fc.array(part, { minLength: 1, maxLength: 5 }), (boxes) => {
        const solid = solids.Manifold.union(
          boxes.map((b) => solids.Manifold.cube([b.s, b.s, b.s]).rotate([0, 0, b.turn]).translate([b.x, b.y, b.z])),
        );
        const m = solid.getMesh();
        const mesh = { positions: new Float32Array(m.vertProperties), indices: new Uint32Array(m.triVerts) };
        const s = sliceMesh(mesh, buildTopology(mesh), 0.25);
        const sum = s.areaMm2.reduce((a, b) => a + b, 0) * 0.25;
        const peer = solid.slice(s.z[5]);
        const same = Math.abs(peer.area() - s.areaMm2[5]) < 1e-2;
        peer.delete();
        const volume = solid.volume();
        solid.delete();
        return same && Math.abs(sum - volume) < 0.02 * volume && s.openContours === 0;
      }),
      { numRuns: 30 },
    );
  });

  it("measures what it can of an open mesh and says that it is open", () => {
    const box = boxMesh(10, 10, 10);
    const mesh = { positions: box.positions, indices: box.indices.slice(0, 33) };
    const s = sliceMesh(mesh, buildTopology(mesh), 0.5);
    expect(s.openContours).toBeGreaterThan(0);
    expect(s.areaMm2[2]).toBeGreaterThan(40);
  });

  it("a turned triangle does not break the contour", () => {
    const box = boxMesh(10, 10, 10);
    const turned = box.indices.slice();
    const at = 6 * 3; // a side wall
    [turned[at], turned[at + 1]] = [turned[at + 1], turned[at]];
    const mesh = { positions: box.positions, indices: turned };
    const s = sliceMesh(mesh, buildTopology(mesh), 1);
    expect([...s.perimeterMm].every((p) => Math.abs(p - 40) < 1e-6)).toBe(true);
  });
});

describe("offsets of layers", () => {
  // Inward mitred offset: P − 2dC and A − Pd + Cd² with C = Σ cot(α/2): 4 for a rectangle (exact until an edge vanishes).
  it("rectangle 40 × 30 by 2 mm: P 124, A 936; three walls of 0.45 lay 403.8 mm", () => {
    const mesh = boxMesh(40, 30, 1);
    let walls = 0;
    sliceMesh(mesh, buildTopology(mesh), 1, {
      onLayer: (_, layer) => {
        const region = regionOf(solids, layer);
        const inner = region.offset(-2, "Miter");
        expect(inner.area()).toBeCloseTo(936, 6);
        expect(perimeterMm(contoursOf(inner))).toBeCloseTo(124, 6);
        for (const i of [0, 1, 2]) {
          const line = region.offset(-(i + 0.5) * 0.45, "Miter");
          walls += perimeterMm(contoursOf(line));
          line.delete();
        }
        inner.delete();
        region.delete();
      },
    });
    expect(walls).toBeCloseTo(403.8, 6);
  });
  it("overlapping shells count once", () => {
    const mesh = new MeshBuilder().box([0, 0, 0], [10, 10, 1]).box([5, 0, 0], [15, 10, 1]).build();
    sliceMesh(mesh, buildTopology(mesh), 1, {
      onLayer: (_, layer) => {
        const region = regionOf(solids, layer);
        expect(region.area()).toBeCloseTo(150, 4);
        region.delete();
      },
    });
  });
  it("a round outline keeps the n-gon's area", () => {
    const mesh = cylinderMesh(10, 1, 64);
    expect(sliceMesh(mesh, buildTopology(mesh), 1).areaMm2[0]).toBeCloseTo(Math.PI * 100 * 0.998394, 2);
  });
});
