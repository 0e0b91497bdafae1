import { describe, expect, it } from "vitest";
import { ball } from "../../../tests/ball";
import { relief } from "../../../tests/relief";
import { moved, reversed, together } from "../../../tests/sameThing";
import { loadSolids } from "../../slice";
import { boxMesh, coneMesh, cylinderMesh, mirrored, turnMesh, weld, type Mesh, type Turn } from "../../mesh";
import { startsOf } from "./starts";

const UP = [0, 0, 1] as const,
  DOWN = [0, 0, -1] as const;
const welded = (mesh: Mesh): Mesh => {
  const corners = new Float32Array(mesh.indices.length * 3);
  mesh.indices.forEach((v, i) => corners.set(mesh.positions.subarray(v * 3, v * 3 + 3), i * 3));
  return weld(corners);
};
/** A turned body from its half section: radius and height of each ring, closed at both ends. */
const turned = (section: [number, number][], n = 32): Mesh => {
  const positions: number[] = [],
    indices: number[] = [];
  for (const [r, z] of section)
    for (let i = 0; i < n; i++) positions.push(r * Math.cos((2 * Math.PI * i) / n), r * Math.sin((2 * Math.PI * i) / n), z);
  for (let s = 0; s + 1 < section.length; s++)
    for (let i = 0; i < n; i++) {
      const a = s * n + i,
        b = s * n + ((i + 1) % n);
      indices.push(a, b, b + n, a, b + n, a + n);
    }
  return welded({ positions: Float32Array.from(positions), indices: Uint32Array.from(indices) });
};
const cup = turned([
  [0, 0],
  [12, 0],
  [12, 20],
  [10, 20],
  [10, 4],
  [0, 4],
]);
const polygon = (r: number, n = 32): number => (n / 2) * r * r * Math.sin((2 * Math.PI) / n);

describe("islands and pits of bodies that are known", () => {
  it("a box, a cone, a ball begin on the plate and hold nothing", () => {
    for (const mesh of [boxMesh(10, 10, 10), coneMesh(10, 20, 32), ball(5000)])
      expect(startsOf(welded(mesh), UP, 0.5)).toEqual({ islands: [], pits: [] });
  });
  it("a cup stands open from its floor to its rim, and upside down nothing is held", () => {
    const { islands, pits } = startsOf(cup, UP, 0.05);
    expect(islands).toEqual([]);
    expect(pits).toEqual([
      expect.objectContaining({ fromMm: expect.closeTo(4, 4), toMm: expect.closeTo(20, 4), areaMm2: expect.closeTo(polygon(10), 1) }),
    ]);
    expect(startsOf(cup, DOWN, 0.05).pits).toEqual([]);
  });
  it("a cup whose floor has a hole holds nothing", () => {
    const tube = turned([
      [3, 0],
      [12, 0],
      [12, 20],
      [10, 20],
      [10, 4],
      [3, 4],
      [3, 0],
    ]);
    expect(startsOf(tube, UP, 0.05).pits).toEqual([]);
  });
  it("a hanging lamp begins in the air, and a second foot too where it is shorter", async () => {
    const { Manifold } = await loadSolids();
    const box = (x: number, z: number, a: number, h: number) => Manifold.cube([a, 6, h]).translate([x, 0, z]);
    const { vertProperties, triVerts } = box(0, 0, 5, 30)
      .add(box(0, 20, 35, 10))
      .add(box(30, 8, 5, 12))
      .getMesh();
    const { islands, pits } = startsOf({ positions: new Float32Array(vertProperties), indices: new Uint32Array(triVerts) }, UP, 0.05);
    expect(pits).toEqual([]);
    expect(islands).toEqual([
      expect.objectContaining({ fromMm: expect.closeTo(8, 4), toMm: expect.closeTo(20, 4), areaMm2: expect.closeTo(30, 3) }),
    ]);
  });
  it("a hollow inside a block is a pit all its height", () => {
    const block = together(boxMesh(40, 40, 40), reversed(moved(boxMesh(10, 10, 10), [15, 15, 12])));
    const { islands, pits } = startsOf(welded(block), UP, 0.05);
    expect(islands).toEqual([]);
    expect(pits).toEqual([expect.objectContaining({ fromMm: expect.closeTo(12, 4) })]);
  });
  it("a cup keeps its opening however it lies in its file", () => {
    const turn: Turn = [0.3, -0.2, 0.5, Math.sqrt(1 - 0.38)];
    const [x, y, z] = turnMesh({ positions: Float32Array.from(UP), indices: new Uint32Array() }, turn).positions;
    const [pit] = startsOf(turnMesh(cup, turn), [x, y, z], 0.05).pits;
    expect(pit.areaMm2).toBeCloseTo(polygon(10), 0);
    expect(pit.toMm).toBeCloseTo(20, 2);
  });
  it("says the same of a part that is turned, mirrored or has its facets in another order", () => {
    const turn: Turn = [0.3, -0.2, 0.5, Math.sqrt(1 - 0.38)];
    const [x, y, z] = turnMesh({ positions: Float32Array.from(UP), indices: new Uint32Array() }, turn).positions;
    const mesh = relief(4000);
    const want = startsOf(mesh, UP, 0.2);
    expect(want.pits.length).toBeGreaterThan(3);
    const shuffled: Mesh = { ...mesh, indices: new Uint32Array(mesh.indices.length) };
    for (let t = 0; t < mesh.indices.length / 3; t++)
      shuffled.indices.set(mesh.indices.subarray(t * 3, t * 3 + 3), (mesh.indices.length / 3 - 1 - t) * 3);
    for (const got of [startsOf(turnMesh(mesh, turn), [x, y, z], 0.2), startsOf(mirrored(mesh), UP, 0.2), startsOf(shuffled, UP, 0.2)]) {
      expect(got.pits.length).toBe(want.pits.length);
      got.pits.forEach((p, i) => expect(p.fromMm).toBeCloseTo(want.pits[i].fromMm, 2));
    }
  });
  it("what lasts less than a layer is none", () => {
    const dimple = turned([
      [0, 0],
      [12, 0],
      [12, 5],
      [6, 5],
      [0, 4.97],
    ]);
    expect(startsOf(dimple, UP, 0.05).pits).toEqual([]);
    expect(startsOf(dimple, UP, 0.01).pits).toHaveLength(1);
  });
  it("a cylinder on its side has no island", () => expect(startsOf(welded(cylinderMesh(5, 20, 64)), [1, 0, 0], 0.05).islands).toEqual([]));
});
