import { beforeAll, describe, expect, it } from "vitest";
import { boundsOf, boxMesh, buildTopology, reportMesh, type Mesh } from "../../mesh";
import { loadSolids, meshOfSolid, type Solids } from "../../slice";
import { GENERIC_PRINTERS } from "../printers";
import { unmarked } from "../orient/hold";
import { marksOf } from "../orient/marks";
import { cutParts, type CutParts } from "./cut";
import { bestCuts, cutsOf, type AxisCuts, type SectionAt } from "./cuts";
import type { JointKind } from "./joints";

const small = GENERIC_PRINTERS[1];
let solids: Solids;
beforeAll(async () => {
  solids = await loadSolids();
});
const cut = (mesh: Mesh, at: number[], kind: JointKind = "plain", clearance = 0.2, axis: "x" | "y" | "z" = "x"): CutParts => {
  const done = cutParts(solids, mesh, axis, at, kind, clearance);
  if (!done.ok) throw new Error(done.problem.message);
  return done.value;
};
const cutsAlong = (mesh: Mesh, printer = small): AxisCuts[] =>
  cutsOf(mesh, buildTopology(mesh), printer, unmarked(mesh.indices.length / 3));

describe("pieces sum to the whole", () => {
  it.each<[JointKind, "x" | "y" | "z"]>([
    ["plain", "x"],
    ["pegs", "x"],
    ["pegs", "y"],
    ["pegs", "z"],
    ["key", "x"],
    ["key", "y"],
    ["dovetail", "x"],
    ["dovetail", "y"],
    ["dovetail", "z"],
  ])("with %s across %s, less the clearance", (kind, axis) => {
    const block = boxMesh(120, 110, 100);
    const c = cut(block, [40, 75], kind, 0.2, axis);
    expect(c.pieces).toHaveLength(3);
    const sum = c.pieces.reduce((n, p) => n + p.volumeMm3, 0);
    expect(sum / (c.wholeMm3 - c.clearanceMm3)).toBeCloseTo(1, 6);
    expect(c.clearanceMm3 > 0).toBe(kind !== "plain");
    for (const s of c.seams) expect(s).toMatchObject({ kind, plainInstead: false });
    for (const { mesh, volumeMm3 } of c.pieces) {
      const { report } = reportMesh(mesh);
      expect(report.watertight).toBe(true);
      expect(report.volumeMm3 / volumeMm3).toBeCloseTo(1, 4);
    }
    // The two fit without running into each other: what they share has no volume.
    const [a, b] = c.pieces.map(
      ({ mesh }) => new solids.Manifold(new solids.Mesh({ numProp: 3, vertProperties: mesh.positions, triVerts: mesh.indices })),
    );
    expect(a.intersect(b).volume()).toBeLessThan(1e-3);
    if (kind === "pegs" || kind === "key") {
      // Grown by the clearance they touch: it is there, and no more of it. Sideways by less than it they do not.
      const along = axis === "x" ? [0, 0.15, 0] : axis === "y" ? [0, 0, 0.15] : [0.15, 0, 0];
      expect(
        a
          .translate(along as [number, number, number])
          .intersect(b)
          .volume(),
      ).toBeLessThan(1e-3);
      expect(
        a
          .translate(along.map((v) => v * 2) as [number, number, number])
          .intersect(b)
          .volume(),
      ).toBeGreaterThan(1e-2);
    }
  });
  it("a dovetail has its room square to its flanks, as said", () => {
    // A block of 120 × 110 × 100 cut across z: the tail runs along x, its neck, width and height are 0.25, 0.4 and 0.2 of 110.
    const c = cut(boxMesh(120, 110, 100), [40], "dovetail", 0.2, "z");
    const [a, b] = c.pieces.map(
      ({ mesh }) => new solids.Manifold(new solids.Mesh({ numProp: 3, vertProperties: mesh.positions, triVerts: mesh.indices })),
    );
    const [rise, run] = [0.2, (0.4 - 0.25) / 2];
    const square = [0, rise / Math.hypot(rise, run), -run / Math.hypot(rise, run)];
    const overlap = (mm: number): number =>
      a
        .translate(square.map((v) => v * mm) as [number, number, number])
        .intersect(b)
        .volume();
    for (const sign of [1, -1]) {
      square[1] *= sign;
      expect(overlap(0.19)).toBeLessThan(1e-3);
      expect(overlap(0.21)).toBeGreaterThan(1);
    }
  });
  it.each<JointKind>(["key", "pegs"])("%s on a ball cut at its equator is one body with its half", (kind) => {
    for (const [r, facets] of [
      [20, 48],
      [31, 100],
    ]) {
      const c = cut(meshOfSolid(solids.Manifold.sphere(r, facets)), [0], kind, 0.2, "z");
      expect(c.seams[0].kind).toBe(kind);
      for (const { mesh } of c.pieces) {
        const { report } = reportMesh(mesh);
        expect(report).toMatchObject({ shells: 1, watertight: true });
      }
    }
  });
  it("the section and the seam of a bar are those of its end", () => {
    const [seam] = cut(boxMesh(100, 30, 20), [50], "pegs").seams;
    expect(seam.sectionMm2).toBeCloseTo(600, 3);
    expect(seam.seamMm).toBeCloseTo(100, 3);
  });
  it("a piece keeps its length, and a peg stands out of it", () => {
    const { pieces } = cut(boxMesh(100, 30, 20), [40], "pegs");
    expect(boundsOf(pieces[0].mesh.positions).size[0]).toBeGreaterThan(43);
    expect(boundsOf(pieces[1].mesh.positions).size[0]).toBeCloseTo(60, 3);
  });
  it("a section too thin for pegs stays plain and says so", () => {
    const [seam] = cut(boxMesh(100, 30, 2), [50], "pegs").seams;
    expect(seam).toMatchObject({ kind: "plain", plainInstead: true });
  });
});

describe("where to cut", () => {
  it("at the neck of a dumbbell", () => {
    const { Manifold } = solids;
    const ball = (x: number) => Manifold.sphere(40, 48).translate([x, 0, 0]);
    const mesh = meshOfSolid(
      ball(0)
        .add(ball(170))
        .add(Manifold.cube([170, 14, 14]).translate([0, -7, -7])),
    );
    const x = cutsAlong(mesh).find((c) => c.axis === "x")!;
    expect(x.proposed).toHaveLength(1);
    const at = x.sections[x.proposed![0]];
    expect(at.areaMm2).toBeCloseTo(196, 0);
    expect(at.atMm).toBeGreaterThan(40);
    expect(at.atMm).toBeLessThan(131.5);
  });
  it("so that every piece fits, and not at all where it fits already", () => {
    const long = cutsAlong(boxMesh(400, 60, 40)).find((c) => c.axis === "x")!;
    const ends = [long.fromMm, ...long.proposed!.map((k) => long.sections[k].atMm), long.toMm];
    expect(long.proposed).toHaveLength(2);
    ends.slice(1).forEach((e, i) => expect(e - ends[i]).toBeLessThanOrEqual(long.roomMm));
    expect(cutsAlong(boxMesh(100, 60, 40)).map((c) => c.proposed)).toEqual([[], [], []]);
  });
  it("says the same of a finer mesh, and uses the machine's longest side", () => {
    const { Manifold } = solids;
    const bar = Manifold.cube([300, 40, 30]).add(Manifold.cube([60, 40, 30]).translate([200, 0, 30]));
    const seen = (m: Mesh): AxisCuts => {
      const marks = marksOf(m, buildTopology(m), [{ id: "m", kind: "hidden", where: { facing: "+y" } }]);
      return cutsOf(m, buildTopology(m), small, marks).find((c) => c.axis === "x")!;
    };
    const [coarse, fine] = [seen(meshOfSolid(bar)), seen(meshOfSolid(bar.refine(6)))];
    expect(fine.proposed).toEqual(coarse.proposed);
    fine.sections.forEach((x, k) => expect(x.seen).toBeCloseTo(coarse.sections[k].seen, 3));
    // The printer is 180 mm high and 170 mm wide within its margins.
    expect(coarse.roomMm).toBe(178);
    expect(cutsOf(boxMesh(400, 300, 300), buildTopology(boxMesh(400, 300, 300)), small, unmarked(12)).map((c) => c.proposed)).toEqual([
      null,
      null,
      null,
    ]);
  });
  it("sections are the part's own: areas integrate to its volume", () => {
    const mesh = meshOfSolid(solids.Manifold.sphere(30, 96));
    for (const { sections, fromMm, toMm } of cutsAlong(mesh)) {
      const step = (toMm - fromMm) / sections.length;
      expect(sections.reduce((sum, s) => sum + s.areaMm2 * step, 0) / solids.Manifold.sphere(30, 96).volume()).toBeCloseTo(1, 3);
    }
  });
  it("prefers the seam that nobody sees", () => {
    const at = (k: number, seen: number): SectionAt => ({
      atMm: k + 0.5,
      areaMm2: 100,
      seamMm: 40,
      seen,
      contours: { points: [], ends: [] },
    });
    const sections = Array.from({ length: 100 }, (_, k) => at(k, k >= 60 && k < 64 ? 0 : 1));
    expect(bestCuts(sections, 0, 100, 70)![0]).toBeGreaterThanOrEqual(60);
    expect(bestCuts(sections, 0, 100, 70)![0]).toBeLessThan(64);
    expect(bestCuts(sections, 0, 100, 0)).toBeNull();
  });
});

describe("cuts that are none", () => {
  it.each([[[]], [[-5]], [[100]], [[500]], [[NaN]]])("%j", (at) => {
    const done = cutParts(solids, boxMesh(100, 30, 20), "x", at, "pegs", 0.2);
    expect(done.ok).toBe(false);
  });
  it("open meshes are mended first, and gaps are said", () => {
    const box = boxMesh(100, 30, 20);
    expect(cutParts(solids, { ...box, indices: box.indices.slice(3) }, "x", [50], "plain", 0)).toMatchObject({
      ok: false,
      problem: { code: "cut.open" },
    });
  });
});
