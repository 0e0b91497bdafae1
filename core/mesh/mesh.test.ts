import fc from "fast-check";
import { beforeAll, describe, expect, it } from "vitest";
import { loadSolids, type Solids } from "../slice";
import {
  boxMesh,
  buildTopology,
  coneMesh,
  cylinderMesh,
  flippedTriangles,
  MeshBuilder,
  outsideAreaMm2,
  readMesh,
  readStl,
  reportMesh,
  turnMesh,
  TURNS,
  unitQuestion,
  UPS,
  weld,
  writeStl,
  type Mesh,
} from "./index";

let solids: Solids;
beforeAll(async () => {
  solids = await loadSolids();
});

const ascii = (facets: string): Uint8Array => new TextEncoder().encode(facets);
const FACET = "facet normal 0 0 1\nouter loop\nvertex 0 0 0\nvertex 10 0 0\nvertex 0 10 0\nendloop\nendfacet\n";

/** The same surface as the solids library's own mesh, for comparison. */
const fromManifold = (m: { vertProperties: Float32Array; triVerts: Uint32Array }): Mesh => ({
  positions: new Float32Array(m.vertProperties),
  indices: new Uint32Array(m.triVerts),
});

describe("measures of solids", () => {
  // Exact formulas; area of an inscribed n-gon is n·sin(2π/n)/2π of its circle.
  const ngon = (n: number): number => (n * Math.sin((2 * Math.PI) / n)) / (2 * Math.PI);

  it("box 10 × 20 × 30: 6000 mm³, 2200 mm²", () => {
    const { report } = reportMesh(boxMesh(10, 20, 30));
    expect(report.volumeMm3).toBeCloseTo(6000, 6);
    expect(report.areaMm2).toBeCloseTo(2200, 6);
    expect(report.centroidMm).toEqual([5, 10, 15]);
    expect(report).toMatchObject({ triangles: 12, vertices: 8, shells: 1, watertight: true, boundaryEdges: 0, findings: [] });
  });

  it.each([12, 64, 256])("cylinder r 10 h 30 with %d sides holds the n-gon's share", (n) => {
    const { report } = reportMesh(cylinderMesh(10, 30, n));
    expect(report.volumeMm3 / (Math.PI * 100 * 30 * ngon(n))).toBeCloseTo(1, 6);
  });

  it("cone r 10 h 30: a third of its prism, centroid at a quarter", () => {
    const { report } = reportMesh(coneMesh(10, 30, 128));
    expect(report.volumeMm3 / ((Math.PI * 100 * 30 * ngon(128)) / 3)).toBeCloseTo(1, 6);
    expect(report.centroidMm[2]).toBeCloseTo(7.5, 4);
  });

  it("obelisk 20 × 12 to 10 × 8 over 15: 2300 mm³ by the prismatoid, not the frustum formula", () => {
    const a = [
        [-10, -6],
        [10, -6],
        [10, 6],
        [-10, 6],
      ] as const,
      b = [
        [-5, -4],
        [5, -4],
        [5, 4],
        [-5, 4],
      ] as const;
    const m = new MeshBuilder();
    for (let i = 0; i < 4; i++) {
      const j = (i + 1) % 4;
      m.quad([...a[i], 0], [...a[j], 0], [...b[j], 15], [...b[i], 15]);
    }
    m.quad([...a[3], 0], [...a[2], 0], [...a[1], 0], [...a[0], 0]).quad([...b[0], 15], [...b[1], 15], [...b[2], 15], [...b[3], 15]);
    expect(reportMesh(m.build()).report.volumeMm3).toBeCloseTo(2300, 4);
  });

  it("agrees with the solids library on a sphere, a hollow box and a difference", () => {
    const { Manifold } = solids;
    const box = Manifold.cube([10, 20, 30]).subtract(Manifold.cube([6, 16, 26]).translate([2, 2, 2]));
    for (const solid of [Manifold.sphere(10, 64), box, Manifold.cube([20, 20, 20], true).subtract(Manifold.cylinder(30, 4, 4, 48, true))]) {
      const { report } = reportMesh(fromManifold(solid.getMesh()));
      expect(report.volumeMm3).toBeCloseTo(solid.volume(), 1);
      expect(report.areaMm2).toBeCloseTo(solid.surfaceArea(), 1);
      expect(report.watertight).toBe(true);
    }
  });

  it("counts a closed cavity as a shell of negative volume: hollow box 10 × 20 × 30, wall 2, is 3504 mm³", () => {
    const { Manifold } = solids;
    const mesh = fromManifold(
      Manifold.cube([10, 20, 30])
        .subtract(Manifold.cube([6, 16, 26]).translate([2, 2, 2]))
        .getMesh(),
    );
    const { report, shells } = reportMesh(mesh);
    expect(report.shells).toBe(2);
    expect(report.volumeMm3).toBeCloseTo(3504, 4);
    expect(shells.list.map((s) => Math.round(s.volumeMm3)).sort((a, b) => a - b)).toEqual([-2496, 6000]);
  });

  it("keeps volume and area when it is turned", () => {
    const mesh = coneMesh(10, 30, 32);
    const before = reportMesh(mesh).report;
    for (const up of UPS) {
      const after = reportMesh(turnMesh(mesh, TURNS[up])).report;
      expect(after.volumeMm3).toBeCloseTo(before.volumeMm3, 2);
      expect(after.areaMm2).toBeCloseTo(before.areaMm2, 2);
    }
  });
});

describe("what a brush reaches", () => {
  it("the four sides and the top of a box, nothing of its bottom", () =>
    expect(outsideAreaMm2(boxMesh(40, 30, 20)) / (1200 + 2 * 20 * 70)).toBeCloseTo(1, 1));
  it("not the inside of a hollow box", () => {
    const { Manifold } = solids;
    const hollow = fromManifold(
      Manifold.cube([40, 30, 20])
        .subtract(Manifold.cube([36, 26, 16]).translate([2, 2, 2]))
        .getMesh(),
    );
    expect(outsideAreaMm2(hollow) / (1200 + 2 * 20 * 70)).toBeCloseTo(1, 1);
  });
  it("a cone's slope (exact: π·r·√(r² + h²))", () =>
    expect(outsideAreaMm2(coneMesh(20, 30, 96)) / (Math.PI * 20 * Math.hypot(20, 30))).toBeCloseTo(1, 1));
});

describe("what is wrong with a mesh", () => {
  it("finds the three boundary edges of a missing triangle", () => {
    const box = boxMesh(10, 10, 10);
    const open = { positions: box.positions, indices: box.indices.slice(0, 33) };
    const { report } = reportMesh(open);
    expect(report).toMatchObject({ watertight: false, boundaryEdges: 3, nonManifoldEdges: 0 });
    expect(report.findings.map((w) => w.code)).toContain("mesh.open");
  });

  it("counts one turned triangle, and names a surface that is inside out", () => {
    const box = boxMesh(10, 10, 10);
    const turned = box.indices.slice();
    [turned[0], turned[1]] = [turned[1], turned[0]];
    const mesh = { positions: box.positions, indices: turned };
    expect(flippedTriangles(mesh, buildTopology(mesh)).length).toBe(1);
    const inside = { positions: box.positions, indices: box.indices.slice().reverse() };
    expect(reportMesh(inside).report.findings.map((w) => w.code)).toEqual(["mesh.inside-out"]);
  });

  it("two boxes that share one edge have one non-manifold edge", () => {
    const mesh = new MeshBuilder().box([0, 0, 0], [5, 5, 5]).box([5, 5, 0], [9, 9, 5]).build();
    expect(reportMesh(mesh).report.nonManifoldEdges).toBe(1);
  });

  it("leaves facets without area out of the edges, but keeps slivers that close a split edge", () => {
    const box = boxMesh(10, 10, 10);
    const extra = { positions: box.positions, indices: Uint32Array.from([...box.indices, 0, 0, 1]) };
    expect(reportMesh(extra).report).toMatchObject({ degenerateTriangles: 1, watertight: true, boundaryEdges: 0 });
    // A tetrahedron with one edge split on one side only; the sliver fills the T.
    const mid = [5, 0, 0] as const,
      a = [0, 0, 0] as const,
      b = [10, 0, 0] as const,
      c = [0, 10, 0] as const,
      d = [0, 0, 10] as const;
    const split = new MeshBuilder()
      .triangle(a, c, b)
      .triangle(a, mid, d)
      .triangle(mid, b, d)
      .triangle(b, c, d)
      .triangle(c, a, d)
      .triangle(a, b, mid)
      .build();
    expect(reportMesh(split).report).toMatchObject({ degenerateTriangles: 1, watertight: true });
  });

  it("joins −0 with 0 and grows for a soup that shares nothing", () => {
    expect(weld(new Float32Array([0, 0, 0, 1, 0, 0, 0, 1, 0, -0, -0, -0, 0, 1, 0, 1, 0, 0])).positions.length).toBe(9);
    const soup = new Float32Array(9 * 3000).map((_, i) => i);
    expect(weld(soup).positions).toEqual(soup);
  });
});

describe("STL files", () => {
  it("comes back from binary as it went", () => {
    const mesh = cylinderMesh(7, 13, 24);
    const r = readMesh(writeStl(mesh));
    if (!r.ok) throw new Error(r.problem.message);
    expect(r.value.format).toBe("stl-binary");
    expect(r.value.report.volumeMm3).toBeCloseTo(reportMesh(mesh).report.volumeMm3, 6);
  });

  it("reads a binary file whose header begins with the word solid", () => {
    const bytes = writeStl(boxMesh(10, 10, 10));
    bytes.set(ascii("solid made by somebody"), 0);
    expect(readStl(bytes)).toMatchObject({ ok: true, value: { format: "stl-binary" } });
  });

  it("reads upper case and several solids", () => {
    const text = `SOLID lid\n${FACET.toUpperCase()}ENDSOLID lid\nsolid box\n${FACET}endsolid box\n`;
    const r = readStl(ascii(text));
    expect(r).toMatchObject({ ok: true, value: { format: "stl-ascii", bodies: [{ name: "lid" }, { name: "box" }] } });
    if (r.ok) expect(r.value.corners.length).toBe(18);
  });

  it("reads numbers as the language itself does", () => {
    fc.assert(
      fc.property(
        fc.array(fc.float({ noNaN: true, noDefaultInfinity: true }), { minLength: 9, maxLength: 9 }),
        fc.constantFrom(0, 1, 2),
        (n, style) => {
          const t = n.map((v) => (style === 0 ? String(v) : style === 1 ? v.toExponential(8) : v.toPrecision(9)));
          const r = readStl(
            ascii(
              `solid x\nfacet normal 0 0 0\nouter loop\nvertex ${t.slice(0, 3).join(" ")}\nvertex ${t.slice(3, 6).join(" ")}\nvertex ${t.slice(6).join(" ")}\nendloop\nendfacet\nendsolid x`,
            ),
          );
          return r.ok && t.every((s, i) => Object.is(r.value.corners[i] + 0, Math.fround(Number(s)) + 0));
        },
      ),
    );
  });

  it.each<[string, Uint8Array, string]>([
    ["nothing", new Uint8Array(0), "stl.empty"],
    ["one byte", new Uint8Array([7]), "mesh.unknown"],
    ["a shopping list", ascii("eggs, flour, glue"), "mesh.unknown"],
    ["long text", ascii("once upon a time ".repeat(50)), "mesh.unknown"],
    ["solid without triangles", ascii("solid x\nendsolid x\n"), "mesh.no-triangles"],
    ["a solid cut short", ascii(`solid x\n${FACET}facet normal 0 0 1\nouter loop\nvertex 1 2`), "mesh.not-finite"],
    ["a missing end", ascii(`solid x\n${FACET}`), "stl.truncated"],
    ["NaN", ascii(`solid x\n${FACET.replace("10 0 0", "nan 0 0")}endsolid x`), "mesh.not-finite"],
    ["infinity", ascii(`solid x\n${FACET.replace("10 0 0", "1e60 0 0")}endsolid x`), "mesh.not-finite"],
    ["a facet with two corners", ascii(`solid x\n${FACET.replace("vertex 10 0 0\n", "")}endsolid x`), "stl.facet"],
    ["a strange word", ascii(`solid x\n${FACET}wobble\nendsolid x`), "stl.word"],
  ])("refuses %s", (_, bytes, code) => {
    const r = readStl(bytes);
    expect(r).toMatchObject({ ok: false, problem: { code } });
    if (!r.ok) expect(r.problem.where).toMatch(/^(byte|line) \d+$/);
  });

  it("does not believe a count of four billion", () => {
    const bytes = writeStl(boxMesh(10, 10, 10));
    new DataView(bytes.buffer).setUint32(80, 0xffffffff, true);
    expect(readStl(bytes)).toMatchObject({ ok: false, problem: { code: "stl.truncated" } });
  });

  it("names the triangle with an infinite coordinate", () => {
    const bytes = writeStl(boxMesh(10, 10, 10));
    new DataView(bytes.buffer).setFloat32(84 + 50 * 3 + 12, Infinity, true);
    expect(readStl(bytes)).toMatchObject({
      ok: false,
      problem: { code: "mesh.not-finite", message: expect.stringContaining("Triangle 4") },
    });
  });

  it("refuses a mesh of lines and points only", () => {
    const flat = writeStl({ positions: new Float32Array([0, 0, 0, 1, 0, 0, 2, 0, 0]), indices: new Uint32Array([0, 1, 2, 0, 0, 1]) });
    expect(readMesh(flat, "mm")).toMatchObject({ ok: false, problem: { code: "mesh.degenerate-only" } });
  });

  it("asks for the unit of a part a kilometre long", () => {
    expect(readMesh(writeStl(boxMesh(1e6, 10, 10)), "mm")).toMatchObject({ ok: false, problem: { code: "size.unit" } });
  });

  it("never throws on random damage", () => {
    const good = writeStl(cylinderMesh(5, 9, 16));
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(good.length - 1), fc.nat(255)), { maxLength: 12 }), fc.nat(good.length), (damage, keep) => {
        const bytes = good.slice(0, keep);
        for (const [at, value] of damage) if (at < bytes.length) bytes[at] = value;
        const r = readMesh(bytes);
        return r.ok ? Number.isFinite(r.value.report.areaMm2) : r.problem.message.length > 10;
      }),
      { numRuns: 200 },
    );
  });

  it("stops when it is cancelled", () => {
    const stop = new AbortController();
    stop.abort();
    expect(() => readMesh(writeStl(boxMesh(10, 10, 10)), undefined, undefined, stop.signal)).toThrow();
  });
});

describe("a file without a unit", () => {
  it("is in millimetres, whatever its size", () => {
    for (const side of [0.1, 4, 40, 4000]) {
      const file = readMesh(writeStl(boxMesh(side, side, side)));
      expect(file.ok && file.value.unit).toMatchObject({ name: "mm", guessed: true });
      expect(file.ok && file.value.report.bounds.size[0]).toBeCloseTo(side, 4);
    }
  });
  it("asks where another unit is likelier, and says what would follow", () => {
    expect(unitQuestion(4)).toMatchObject({
      text: "4 mm long as read; 102 mm if inches",
      choices: [{ unit: "in", longestMm: 101.6 }],
    });
    expect(unitQuestion(0.1)!.choices.map((c) => c.unit)).toEqual(["cm", "in", "m"]);
    expect(unitQuestion(40)).toBeUndefined();
  });
});

describe("edges, against counting them in a map", () => {
  /** How often each edge is used, by its two vertices. */
  const uses = (indices: ArrayLike<number>): Map<string, number> => {
    const out = new Map<string, number>();
    for (let t = 0; t < indices.length; t += 3)
      for (let k = 0; k < 3; k++) {
        const [a, b] = [indices[t + k], indices[t + ((k + 1) % 3)]].sort((x, y) => x - y);
        out.set(`${a} ${b}`, (out.get(`${a} ${b}`) ?? 0) + 1);
      }
    return out;
  };
  const check = (mesh: Mesh): void => {
    const topology = buildTopology(mesh);
    const counts = [...uses(mesh.indices).values()];
    expect(topology.boundaryEdges).toBe(counts.filter((n) => n === 1).length);
    expect(topology.nonManifoldEdges).toBe(counts.filter((n) => n > 2).length);
    topology.opposite.forEach((o, h) => o >= 0 && expect(topology.opposite[o]).toBe(h));
  };
  it("few vertices and many facets: edges of three and more, hubs of large fans", () => {
    fc.assert(
      fc.property(fc.array(fc.uniqueArray(fc.nat(11), { minLength: 3, maxLength: 3 }), { minLength: 1, maxLength: 160 }), (triangles) => {
        // On a curve of which no three points lie on a line, so that no facet is without area.
        const positions = new Float32Array(36);
        for (let v = 0; v < 12; v++) positions.set([v, v * v, v * v * v], v * 3);
        check({ positions, indices: Uint32Array.from(triangles.flat()) });
      }),
      { numRuns: 150 },
    );
  });
  it("a cone of 20,000 sides, whose top belongs to all of them, is closed", () => {
    const topology = buildTopology(coneMesh(500, 100, 20_000));
    expect([topology.watertight, topology.shells, topology.boundaryEdges]).toEqual([true, 1, 0]);
  });
});
