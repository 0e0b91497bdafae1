/** The same solid said in other ways has the same size, volume and thinnest wall. Solids of known measures; unions by manifold-3d. */
import fc from "fast-check";
import { beforeAll, describe, expect, it } from "vitest";
import { moved, reversed, SOLIDS, together, turned, WAYS } from "../../tests/sameThing";
import { loadSolids, sliceMesh, unionVolume, type Solids } from "../slice";
import { boxMesh, buildTopology, measureWalls, mendMesh, printedSolid, reportMesh, scaleMesh, thinnestMm, type Mesh } from "./index";

let solids: Solids;
beforeAll(async () => {
  solids = await loadSolids();
});

const facts = (mesh: Mesh) => {
  const { report, topology, shells } = reportMesh(mesh);
  return {
    size: report.bounds.size,
    rays: report.solid!,
    union: unionVolume(solids, mesh, topology, shells),
    wall: thinnestMm(measureWalls(mesh, topology)) ?? null,
    report,
  };
};

describe.each(SOLIDS)("$name", ({ mesh, mm3, wallMm }) => {
  it("has the volume and the wall that it was made with", () => {
    const f = facts(mesh());
    expect(f.union.value / mm3).toBeCloseTo(1, 4);
    expect(f.rays.low).toBeLessThanOrEqual(mm3 * 1.00001);
    expect(f.rays.high).toBeGreaterThanOrEqual(mm3 * 0.99999);
    expect(Math.abs(f.rays.value / mm3 - 1)).toBeLessThan(0.02);
    if (wallMm === null) expect(f.wall).toBeNull();
    else expect(f.wall! / wallMm).toBeCloseTo(1, 2);
  });

  it.each(WAYS)("keeps them $name", ({ say }) => {
    const f = facts(say(mesh()));
    expect(Math.abs(f.union.value / mm3 - 1)).toBeLessThan(f.union.how.includes("rays") ? 0.02 : 1e-3);
    // The rays say how far off they may be: a thin wall turned across their grid costs them most.
    expect(f.rays.low).toBeLessThanOrEqual(mm3 * 1.001);
    expect(f.rays.high).toBeGreaterThanOrEqual(mm3 * 0.999);
    expect(Math.abs(f.rays.value / mm3 - 1)).toBeLessThan(0.03);
    if (wallMm === null) expect(f.wall).toBeNull();
    else expect(Math.abs(f.wall! / wallMm - 1)).toBeLessThan(0.03);
  });
});

describe("shells that face the wrong way", () => {
  it("a box beside a reversed box is two boxes, and says so with its place", () => {
    const { report } = facts(together(boxMesh(10, 10, 10), reversed(moved(boxMesh(8, 8, 8), [20, 0, 0]))));
    expect(report.volumeMm3).toBeCloseTo(488, 3);
    expect(report.solid).toMatchObject({ value: expect.closeTo(1512, 3), low: expect.closeTo(1512, 3) });
    expect(report.findings.map((w) => w.code)).toContain("mesh.inside-out");
    const [place] = report.places.filter((p) => p.code === "inside-out");
    expect(place.at[0]).toBeGreaterThan(19);
  });
  it("both slice whole once they are wound as printed", () => {
    const mesh = together(boxMesh(10, 10, 10), reversed(moved(boxMesh(8, 8, 8), [20, 0, 0])));
    const { topology, shells } = reportMesh(mesh);
    const printed = printedSolid(mesh, topology, shells);
    const s = sliceMesh(printed.mesh, printed.topology, 0.5);
    expect(s.areaMm2[2]).toBeCloseTo(164, 3);
    expect(printed.topology).toMatchObject({ opposite: buildTopology(printed.mesh).opposite });
  });
  it("two boxes that overlap are told as overlapping, at the place, and count once", () => {
    const { report } = facts(together(boxMesh(10, 10, 10), moved(boxMesh(10, 10, 10), [6, 0, 0])));
    expect(report.overlapMm3).toBeGreaterThan(390);
    expect(report.overlapMm3).toBeLessThan(410);
    expect(report.places.find((p) => p.code === "overlap")!.at[0]).toBeCloseTo(8, 3);
  });
  it("an open box has a volume with an error that holds the truth", () => {
    const whole = boxMesh(30, 20, 10);
    const { report } = reportMesh({ positions: whole.positions, indices: whole.indices.slice(0, 33) });
    expect(report.solid!.how).toContain("open");
    expect(report.solid!.low).toBeLessThan(6000);
    expect(report.solid!.high).toBeGreaterThan(6000);
    expect(report.solid!.high).toBeLessThan(12000);
  });

  it("any cluster of boxes, some of them reversed, is what the solids library says its union is", () => {
    const part = fc.record({
      at: fc.tuple(fc.integer({ min: 0, max: 30 }), fc.integer({ min: 0, max: 30 }), fc.integer({ min: 0, max: 12 })),
      size: fc.tuple(fc.integer({ min: 3, max: 20 }), fc.integer({ min: 3, max: 20 }), fc.integer({ min: 3, max: 12 })),
      deg: fc.integer({ min: 0, max: 89 }),
    });
    fc.assert(
      fc.property(fc.array(part, { minLength: 1, maxLength: 6 }), (boxes) => {
        // Off the whole numbers, so that no two faces fall together.
        const meshes = boxes.map((b, i) =>
          moved(turned(boxMesh(...b.size), b.deg + i * 0.37), [b.at[0] + i * 0.113, b.at[1] + i * 0.071, b.at[2] + i * 0.053]),
        );
        const want = solids.Manifold.union(
          meshes.map((m) => new solids.Manifold(new solids.Mesh({ numProp: 3, vertProperties: m.positions, triVerts: m.indices }))),
        );
        const mesh = together(...meshes);
        const { report, topology, shells } = reportMesh(mesh);
        const exact = unionVolume(solids, mesh, topology, shells);
        const mm3 = want.volume();
        want.delete();
        expect(exact.value / mm3).toBeCloseTo(1, 3);
        expect(Math.abs(report.solid!.value / mm3 - 1)).toBeLessThan(0.02);
      }),
      { numRuns: 25 },
    );
  });
});

describe("mending keeps the printed solid", () => {
  it.each(SOLIDS)("$name", ({ mesh, mm3 }) => {
    for (const say of [(m: Mesh) => m, reversed]) {
      const { report } = reportMesh(mendMesh(say(mesh())).mesh);
      expect(report.insideOut).toBe(0);
      expect(Math.abs(report.solid!.value / mm3 - 1)).toBeLessThan(0.03);
    }
  });
});

describe("layer counts far from the origin", () => {
  // Single precision has steps of 6e-5 mm at 1,000 mm: neither they nor their sum may add or lose a layer.
  it("hold for any box of whole layers", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 400 }),
        fc.constantFrom(0.05, 0.1, 0.12, 0.2, 0.28),
        fc.double({ min: -2000, max: 2000, noNaN: true }),
        (n, t, z) => {
          const mesh = moved(boxMesh(10, 10, n * t), [0, 0, z]);
          expect(sliceMesh(mesh, buildTopology(mesh), t).z.length).toBe(n);
        },
      ),
    );
  });
});

describe("walls said another way", () => {
  it("a scaled mesh has scaled walls", () => {
    const { mesh, wallMm } = SOLIDS[1];
    expect(facts(scaleMesh(mesh(), 0.5)).wall).toBeCloseTo(wallMm! / 2, 3);
  });
});
