/** Findings and mending: faults put into sound solids by hand, and solids of manifold-3d as what they should be again. */
import { beforeAll, describe, expect, it } from "vitest";
import { loadSolids, type Solids } from "../../slice";
import {
  boxMesh,
  buildTopology,
  cylinderMesh,
  findCrossings,
  MeshBuilder,
  mendMesh,
  reportMesh,
  TURNS,
  turnMesh,
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
const report = (mesh: Mesh) => reportMesh(mesh).report;
const without = (mesh: Mesh, gone: (t: number) => boolean): Mesh => ({
  positions: mesh.positions,
  indices: mesh.indices.filter((_, i) => !gone(Math.floor(i / 3))),
});
const turned = (mesh: Mesh, which: (t: number) => boolean): Mesh => {
  const indices = mesh.indices.slice();
  for (let t = 0; t < indices.length / 3; t++) if (which(t)) [indices[t * 3], indices[t * 3 + 1]] = [indices[t * 3 + 1], indices[t * 3]];
  return { positions: mesh.positions, indices };
};
const added = (mesh: Mesh, more: number[]): Mesh => ({ positions: mesh.positions, indices: Uint32Array.from([...mesh.indices, ...more]) });

describe("findings have places", () => {
  it("a hole: its edges counted as one hole, at its place", () => {
    const ball = plain(solids.Manifold.sphere(10, 48));
    const top = (t: number): boolean => [0, 1, 2].every((k) => ball.positions[ball.indices[t * 3 + k] * 3 + 2] > 9.2);
    const r = report(without(ball, top));
    expect(r.holes).toBe(1);
    expect(r.boundaryEdges).toBeGreaterThan(8);
    const open = r.places.filter((p) => p.code === "open");
    expect(open.length).toBe(8); // the fullest eight are kept
    expect(open.reduce((n, p) => n + p.count, 0)).toBeLessThanOrEqual(r.boundaryEdges);
    for (const p of open) expect(p.at[2]).toBeGreaterThan(8);
  });
  it("turned, repeated and flat facets", () => {
    const box = boxMesh(10, 10, 10);
    const r = report(
      added(
        turned(box, (t) => t === 3),
        [box.indices[0], box.indices[1], box.indices[2], 0, 0, 1],
      ),
    );
    expect(r).toMatchObject({ flippedTriangles: 1, duplicateTriangles: 1, degenerateTriangles: 1 });
    expect(new Set(r.places.map((p) => p.code))).toEqual(new Set(["non-manifold", "flipped", "duplicate", "degenerate"]));
  });
  it("two facets that close upon each other are repeated ones", () => {
    const flap: Mesh = { positions: new Float32Array([0, 0, 0, 1, 0, 0, 0, 1, 0]), indices: new Uint32Array([0, 1, 2, 0, 2, 1]) };
    expect(report(flap).duplicateTriangles).toBe(1);
  });
});

describe("cavities", () => {
  const hollow = (): Mesh => plain(solids.Manifold.cube([20, 20, 20], true).subtract(solids.Manifold.sphere(6, 32)));
  it("a hollow is a shell and a cavity, volume less what it holds", () => {
    const r = report(hollow());
    expect(r).toMatchObject({ shells: 2, cavities: 1, watertight: true });
    expect(r.volumeMm3).toBeCloseTo(solids.Manifold.cube([20, 20, 20], true).subtract(solids.Manifold.sphere(6, 32)).volume(), 1);
    expect(r.findings.map((w) => w.code)).toContain("mesh.cavities");
    // Somewhere on the hollow's own surface, six from the middle.
    const [place] = r.places.filter((p) => p.code === "cavity");
    expect(Math.abs(Math.hypot(...place.at) - 6)).toBeLessThan(0.3);
  });
  it("two boxes beside each other have none, one inside out beside one is none either", () => {
    const a = boxMesh(5, 5, 5);
    const b = turned(a, () => true);
    const pair: Mesh = {
      positions: new Float32Array([...a.positions, ...b.positions.map((v, i) => (i % 3 === 0 ? v + 9 : v))]),
      indices: Uint32Array.from([...a.indices, ...b.indices.map((i) => i + 8)]),
    };
    expect(report(pair)).toMatchObject({ shells: 2, cavities: 0 });
    const { mesh, turned: n } = mendMesh(pair);
    expect(n).toBe(12);
    expect(report(mesh).volumeMm3).toBeCloseTo(250, 6);
  });
  it("mending leaves a cavity a cavity", () => {
    const { mesh, turned: n } = mendMesh(hollow());
    expect(n).toBe(0);
    expect(report(mesh).cavities).toBe(1);
  });
});

describe("mending", () => {
  const whole = (): Mesh =>
    plain(solids.Manifold.cube([30, 20, 10]).subtract(solids.Manifold.cylinder(40, 4, 4, 48).translate([15, 10, -1])));

  it("turned facets are put right, inside-out solids too", () => {
    const want = report(whole()).volumeMm3;
    for (const which of [(t: number) => t % 7 === 0, () => true]) {
      const { mesh } = mendMesh(turned(whole(), which));
      expect(report(mesh)).toMatchObject({ flippedTriangles: 0, watertight: true });
      expect(report(mesh).volumeMm3).toBeCloseTo(want, 3);
    }
  });

  it("a small hole in a flat face is closed to what it was", () => {
    const box = plain(solids.Manifold.cube([30, 20, 10]).refine(12));
    const want = report(box).volumeMm3;
    const holed = without(box, (t) => {
      const c = [0, 1, 2].map((k) => [0, 1, 2].reduce((n, i) => n + box.positions[box.indices[t * 3 + i] * 3 + k] / 3, 0));
      return c[2] > 9.9 && Math.hypot(c[0] - 15, c[1] - 10) < 2;
    });
    expect(report(holed).holes).toBe(1);
    const { mesh, holesClosed, holesLeft } = mendMesh(holed);
    expect([holesClosed, holesLeft]).toEqual([1, 0]);
    expect(report(mesh)).toMatchObject({ watertight: true, flippedTriangles: 0 });
    expect(report(mesh).volumeMm3).toBeCloseTo(want, 3);
  });

  it("a missing wall is not a small hole: it is left, and said", () => {
    const box = boxMesh(10, 10, 10);
    const { mesh, holesClosed, holesLeft } = mendMesh({ positions: box.positions, indices: box.indices.slice(6) });
    expect([holesClosed, holesLeft]).toEqual([0, 1]);
    expect(report(mesh).watertight).toBe(false);
  });

  it("corners that miss each other by the rounding of an export are joined", () => {
    const m = cylinderMesh(8, 20, 40);
    // Every triangle with corners of its own, each off by up to a tenth of a micrometre.
    const positions = new Float32Array(m.indices.length * 3);
    m.indices.forEach((v, i) => {
      for (let k = 0; k < 3; k++) positions[i * 3 + k] = m.positions[v * 3 + k] + 1e-4 * Math.sin(i * 12.9898 + k);
    });
    const torn: Mesh = { positions, indices: Uint32Array.from(m.indices.keys()) };
    expect(report(torn).watertight).toBe(false);
    const { mesh, joined } = mendMesh(torn);
    expect(joined).toBeGreaterThan(100);
    expect(report(mesh)).toMatchObject({ watertight: true, shells: 1 });
    expect(report(mesh).volumeMm3).toBeCloseTo(report(m).volumeMm3, 0);
  });

  it("repeated and flat facets go; a sound mesh comes back as it was, and what was given is untouched", () => {
    const box = boxMesh(10, 10, 10);
    const bad = added(box, [...box.indices.slice(0, 3), 1, 1, 2]);
    const before = bad.indices.slice();
    const { mesh, dropped, duplicates } = mendMesh(bad);
    expect([dropped, duplicates]).toEqual([1, 1]);
    expect(report(mesh)).toMatchObject({ watertight: true, triangles: 12, volumeMm3: 1000 });
    expect(bad.indices).toEqual(before);
    expect(mendMesh(box).mesh.indices).toEqual(box.indices);
  });

  it("edges with more than two facets are left alone", () => {
    const b = new MeshBuilder().box([0, 0, 0], [5, 5, 5]).box([5, 5, 0], [10, 10, 5]).build();
    expect(report(b).nonManifoldEdges).toBe(1);
    expect(report(mendMesh(b).mesh)).toMatchObject({ nonManifoldEdges: 1, volumeMm3: 250 });
  });
});

describe("crossings", () => {
  const skip = (m: Mesh): Uint8Array => buildTopology(m).degenerate;
  const apart = (a: Mesh, b: Mesh): Mesh => ({
    positions: new Float32Array([...a.positions, ...b.positions]),
    indices: Uint32Array.from([...a.indices, ...b.indices.map((i) => i + a.positions.length / 3)]),
  });
  it("two balls pushed into each other cross along a circle; joined by manifold-3d they do not", () => {
    const a = solids.Manifold.sphere(10, 48),
      b = solids.Manifold.sphere(8, 48).translate([9, 1, 0.5]);
    const raw = apart(plain(a), plain(b));
    const found = findCrossings(raw, skip(raw));
    expect(found.triangles).toBeGreaterThan(40);
    for (const p of found.places) expect(Math.abs(Math.hypot(...p.at) - 10)).toBeLessThan(0.8);
    const joined = plain(a.add(b));
    expect(findCrossings(joined, skip(joined)).triangles).toBe(0);
  });
  it("boxes that touch, and parts that lie inside others, do not cross", () => {
    const touching = apart(boxMesh(5, 5, 5), turnMesh(boxMesh(5, 5, 5), TURNS["-z"]));
    expect(findCrossings(touching, skip(touching)).triangles).toBe(0);
    const inside = apart(boxMesh(9, 9, 9), { ...boxMesh(2, 2, 2), positions: boxMesh(2, 2, 2).positions.map((v) => v + 3) });
    expect(findCrossings(inside, skip(inside)).triangles).toBe(0);
  });
  it("stops when asked", () => {
    const stop = new AbortController();
    stop.abort();
    const m = plain(solids.Manifold.sphere(10, 200));
    expect(() => findCrossings(m, skip(m), undefined, stop.signal)).toThrow();
  });
});
