import { beforeAll, describe, expect, it } from "vitest";
import { moved, reversed, together } from "../../../tests/sameThing";
import { boundsOf, boxMesh, buildTopology, reportMesh, TURNS, turnMesh, weld, type Mesh, type Turn } from "../../mesh";
import { loadSolids, meshOfSolid, type Solids } from "../../slice";
import { depthField } from "./depth";
import { hollowing, type Hollowing } from "./hollow";
import { hollowMesh } from "./make";

let solids: Solids;
beforeAll(async () => {
  solids = await loadSolids();
});
const sphere = (r: number): Mesh => meshOfSolid(solids.Manifold.sphere(r, 128));
const hollowed = (mesh: Mesh, wallMm: number, turn: Turn = TURNS["+z"], voxelMm?: number): Hollowing => {
  const done = hollowing(mesh, wallMm, turn, voxelMm);
  if (!done.ok) throw new Error(done.problem.message);
  return done.value;
};

describe("depth inside a part", () => {
  it("of a box is the distance to its nearest side, of a ball what is left of its radius", () => {
    const at = (mesh: Mesh, p: number[]): number => {
      const { depthMm, originMm, size: n, voxelMm } = depthField(mesh, 0.5);
      const [x, y, z] = p.map((v, k) => Math.round((v - originMm[k]) / voxelMm));
      // The middle of the voxel is up to a quarter off on each axis.
      return depthMm[x + y * n[0] + z * n[0] * n[1]];
    };
    const box = boxMesh(20, 16, 12);
    expect(at(box, [10.25, 8.25, 6.25])).toBeCloseTo(5.75, 1);
    expect(at(box, [3.25, 8.25, 6.25])).toBeCloseTo(3.25, 1);
    expect(at(sphere(10), [0.25, 0.25, 0.25])).toBeCloseTo(10 - Math.hypot(0.25, 0.25, 0.25), 1);
    expect(at(sphere(10), [0.25, 0.25, 7.25])).toBeCloseTo(10 - Math.hypot(0.25, 0.25, 7.25), 1);
  });
});

describe("hollowing, against what is known", () => {
  // 4/3 π r³ of an inscribed polyhedron of 128 sides is a little less: 0.15 %.
  it.each([
    [20, 2],
    [15, 3],
    [12, 1.5],
  ])("a ball of %d mm with walls of %d mm", (r, wall) => {
    const h = hollowed(sphere(r), wall);
    expect(h.savedMm3 / ((4 / 3) * Math.PI * (r - wall) ** 3)).toBeCloseTo(1, 1.5);
    expect(Math.abs(h.savedMm3 / ((4 / 3) * Math.PI * (r - wall) ** 3) - 1)).toBeLessThan(0.03);
    expect(Math.abs((h.solidMm3 - h.savedMm3) / ((4 / 3) * Math.PI * (r ** 3 - (r - wall) ** 3)) - 1)).toBeLessThan(0.03);
    expect(h.pockets).toHaveLength(1);
    expect(h.thickestMm).toBeCloseTo(2 * r, 0);
  });
  it.each([
    [40, 30, 20, 2],
    [25.3, 18.7, 14.1, 1.3],
  ])("a box of %d × %d × %d with walls of %d mm", (x, y, z, w) => {
    const h = hollowed(boxMesh(x, y, z), w);
    const inner = (x - 2 * w) * (y - 2 * w) * (z - 2 * w);
    expect(Math.abs(h.savedMm3 / inner - 1)).toBeLessThan(0.03);
    expect(Math.abs((h.solidMm3 - h.savedMm3) / (x * y * z - inner) - 1)).toBeLessThan(0.03);
  });
  it("says the same of a box that stands slanting", () => {
    const turn: Turn = [0.2, 0.3, 0.1, Math.sqrt(0.86)];
    const [a, b] = [hollowed(boxMesh(30, 24, 20), 2), hollowed(turnMesh(boxMesh(30, 24, 20), turn), 2)];
    expect(Math.abs(b.savedMm3 / a.savedMm3 - 1)).toBeLessThan(0.03);
  });
  it("two rooms with a thin neck are two pockets, each with a drain below and a vent above", () => {
    const { Manifold } = solids;
    const room = (x: number) => Manifold.cube([20, 20, 20]).translate([x, 0, 0]);
    const dumbbell = meshOfSolid(
      room(0)
        .add(room(40))
        .add(Manifold.cube([20, 3, 3]).translate([20, 8.5, 8.5])),
    );
    const h = hollowed(dumbbell, 2);
    expect(h.pockets).toHaveLength(2);
    for (const { holes } of h.pockets) {
      expect(holes.map((x) => x.for)).toEqual(["drain", "vent"]);
      expect(holes[0].atMm[2]).toBeLessThan(0.5);
      expect(holes[1].atMm[2]).toBeGreaterThan(19.5);
      expect(holes[0].towards).toEqual([0, 0, 1]);
    }
    // Upside down the drain is on the other side.
    expect(hollowed(dumbbell, 2, TURNS["-z"]).pockets[0].holes[0].atMm[2]).toBeGreaterThan(19.5);
  });
  it("a hollow block has nothing left to hollow but its walls", () => {
    const shell = together(boxMesh(30, 30, 30), reversed(moved(boxMesh(26, 26, 26), [2, 2, 2])));
    const corners = new Float32Array(shell.indices.length * 3);
    shell.indices.forEach((v, i) => corners.set(shell.positions.subarray(v * 3, v * 3 + 3), i * 3));
    const h = hollowed(weld(corners), 2);
    expect(h.savedMm3).toBe(0);
    expect(h.thickestMm).toBeLessThan(3);
  });
  it("small pockets stay filled, and walls thicker than the part are refused", () => {
    const small = hollowed(boxMesh(11, 11, 11), 2);
    expect(small).toMatchObject({ savedMm3: 0, pockets: [], leftFilled: { count: 1 } });
    expect(hollowing(boxMesh(30, 30, 3), 2, TURNS["+z"])).toMatchObject({ ok: false, problem: { code: "hollow.thick" } });
    expect(hollowing(boxMesh(30, 30, 30), 0, TURNS["+z"])).toMatchObject({ ok: false, problem: { code: "hollow.wall" } });
  });
  it("stops when asked", () => {
    const stop = new AbortController();
    stop.abort();
    expect(() => hollowing(boxMesh(30, 30, 30), 2, TURNS["+z"], 0.5, undefined, stop.signal)).toThrow();
  });
});

describe("the hollowed mesh", () => {
  it("keeps its skin, has its walls, and is closed", () => {
    const box = boxMesh(30, 24, 20);
    const plan = hollowed(box, 2);
    const done = hollowMesh(
      solids,
      box,
      2,
      plan.pockets.flatMap((p) => p.holes),
    );
    if (!done.ok) throw new Error(done.problem.message);
    const { mesh, volumeMm3, leastWallMm, pockets } = done.value;
    expect(pockets).toBe(1);
    expect(boundsOf(mesh.positions).size).toEqual([30, 24, 20]);
    expect(reportMesh(mesh).report.watertight).toBe(true);
    expect(buildTopology(mesh).boundaryEdges).toBe(0);
    // Two holes of 3 mm through 2 mm.
    const drilled = 2 * Math.PI * 1.5 ** 2 * 2;
    expect(Math.abs(volumeMm3 / (30 * 24 * 20 - 26 * 20 * 16 - drilled) - 1)).toBeLessThan(0.03);
    expect(leastWallMm).toBeGreaterThan(1.9);
  });
  it("refuses holes beside the part, open meshes and walls that leave nothing", () => {
    const box = boxMesh(30, 24, 20);
    const hole = {
      for: "drain" as const,
      atMm: [100, 0, 0] as [number, number, number],
      towards: [0, 0, 1] as [number, number, number],
      throughMm: 2,
      diameterMm: 3,
    };
    expect(hollowMesh(solids, box, 2, [hole])).toMatchObject({ ok: false, problem: { code: "hollow.air" } });
    expect(hollowMesh(solids, { ...box, indices: box.indices.slice(3) }, 2, [])).toMatchObject({
      ok: false,
      problem: { code: "hollow.open" },
    });
    expect(hollowMesh(solids, boxMesh(10, 10, 10), 4, [])).toMatchObject({ ok: false, problem: { code: "hollow.nothing" } });
  });
});
