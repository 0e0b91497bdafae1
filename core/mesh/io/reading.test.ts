import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { NumberCursor } from "./asciiNumbers";
import {
  boundsOf,
  boxMesh,
  coneMesh,
  cylinderMesh,
  facetsOf,
  FILE_UNIT_MM,
  MeshBuilder,
  rasterise,
  readMesh,
  readStl,
  scaleMesh,
  turnMesh,
  turnRows,
  TURNS,
  UPS,
  weld,
  writeStl,
} from "../index";

const text = (s: string): Uint8Array => new TextEncoder().encode(s);

describe("numbers from bytes", () => {
  // The language's own parser is the reference: correctly rounded per ECMA-262.
  it("agree with the language's parser for every double", () => {
    fc.assert(
      fc.property(fc.double({ noNaN: true, noDefaultInfinity: true }), (n) =>
        Object.is(new NumberCursor(text(String(n))).number() + 0, n + 0),
      ),
      { numRuns: 2000 },
    );
  });
  it.each([
    "0.1",
    "1e-5",
    "+3.25",
    "-.5",
    "5.",
    "1E+10",
    "123456789012345678",
    "0.000000000000000000000000001",
    "9007199254740993",
    "1e400",
  ])("read %s", (s) => expect(new NumberCursor(text(s)).number()).toBe(Number(s)));
  it.each(["nan", "inf", "-", ".", "e5", "0x10", "1,5", "--1", "1e", ""])("refuse %j", (s) =>
    expect(new NumberCursor(text(s)).number()).toBeNaN(),
  );
  it("go on behind each other over any white space", () => {
    const c = new NumberCursor(text(" 1\t2\r\n3\n\n4 end"));
    expect([c.number(), c.number(), c.number(), c.number()]).toEqual([1, 2, 3, 4]);
    expect(c.word()).toBe("end");
    expect(c.word()).toBe("");
  });
  it("words come in lower case and are bounded", () => {
    expect(new NumberCursor(text("FaCeT normal")).word()).toBe("facet");
    expect(new NumberCursor(text("x".repeat(10_000))).word().length).toBe(64);
  });
});

describe("the six ways up", () => {
  it.each(UPS)("%s is a proper rotation that brings its axis to the top", (up) => {
    const [a, b, c] = turnRows(TURNS[up]);
    const det = a[0] * (b[1] * c[2] - b[2] * c[1]) - a[1] * (b[0] * c[2] - b[2] * c[0]) + a[2] * (b[0] * c[1] - b[1] * c[0]);
    expect(det).toBe(1);
    const axis = { x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1] }[up[1] as "x" | "y" | "z"].map((v) => (up[0] === "+" ? v : -v));
    const to = [a, b, c].map((row) => row.reduce((n, v, i) => n + v * axis[i], 0));
    expect(to.map((v) => v + 0)).toEqual([0, 0, 1]);
  });
  it("swaps the sides of a box and keeps its facets", () => {
    const box = boxMesh(10, 20, 30);
    expect(boundsOf(turnMesh(box, TURNS["+x"]).positions).size).toEqual([30, 20, 10]);
    expect(boundsOf(turnMesh(box, TURNS["-y"]).positions).size).toEqual([10, 30, 20]);
    expect(turnMesh(box, TURNS["+z"])).toBe(box);
  });
});

describe("facets", () => {
  it("of a box point along the axes and add up to its surface", () => {
    const { normals, areasMm2 } = facetsOf(boxMesh(10, 20, 30));
    expect(areasMm2.reduce((a, b) => a + b, 0)).toBeCloseTo(2200, 3);
    for (let t = 0; t < 12; t++)
      expect(Math.abs(normals[t * 3]) + Math.abs(normals[t * 3 + 1]) + Math.abs(normals[t * 3 + 2])).toBeCloseTo(1, 6);
  });
  it("of a closed surface cancel out (divergence theorem)", () => {
    const { normals, areasMm2 } = facetsOf(coneMesh(13, 21, 37));
    for (let k = 0; k < 3; k++) expect(areasMm2.reduce((sum, a, t) => sum + a * normals[t * 3 + k], 0)).toBeCloseTo(0, 2);
  });
  it("without area have no direction", () => {
    const { normals, areasMm2 } = facetsOf({
      positions: new Float32Array([0, 0, 0, 1, 0, 0, 2, 0, 0]),
      indices: new Uint32Array([0, 1, 2]),
    });
    expect([...normals, ...areasMm2]).toEqual([0, 0, 0, 0]);
  });
});

describe("the depth raster", () => {
  const front = { u: 0, v: 2, d: 1, sign: 1 } as const;
  it("keeps depth in millimetres, nearest first", () => {
    const two = new MeshBuilder().box([0, 4, 0], [10, 5, 10]).box([0, 1, 0], [10, 2, 10]).build();
    const { depth, triangle, columns } = rasterise(two, front, 50);
    const middle = 25 * columns + 25;
    expect(depth[middle]).toBeCloseTo(1, 5);
    expect(triangle[middle]).toBeGreaterThan(12);
  });
  it("has the asked size and an empty border", () => {
    const r = rasterise(boxMesh(20, 5, 10), front, 100);
    expect(r.mmPerPixel).toBeCloseTo(0.2, 9);
    expect([r.columns, r.rows]).toEqual([105, 55]);
    for (let x = 0; x < r.columns; x++) expect(r.triangle[x]).toBe(0);
  });
});

describe("units and sizes", () => {
  it.each(["mm", "cm", "m", "in"] as const)("%s scales lengths exactly", (unit) => {
    const r = readMesh(writeStl(boxMesh(2, 3, 4)), unit);
    if (!r.ok) throw new Error(r.problem.message);
    const f = FILE_UNIT_MM[unit];
    expect(r.value.report.bounds.size.map((v) => Math.round(v * 1e4) / 1e4)).toEqual(
      [2 * f, 3 * f, 4 * f].map((v) => Math.round(v * 1e4) / 1e4),
    );
    expect(r.value.unit).toMatchObject({ name: unit, guessed: false });
  });
  it("a mesh that stays as it is is not copied", () => {
    const box = boxMesh(1, 2, 3);
    expect(scaleMesh(box, 1)).toBe(box);
    expect([...scaleMesh(box, 2).positions]).toEqual([...box.positions].map((v) => v * 2));
  });
  it("a scale in the middle of a shop's range needs no unit", () =>
    expect(readMesh(writeStl(cylinderMesh(20, 50, 12)))).toMatchObject({ ok: true, value: { unit: { name: "mm" } } }));
});

describe("what a writer gives, a reader takes", () => {
  it("for any soup of triangles, corner for corner", () => {
    const corner = fc.float({ noNaN: true, noDefaultInfinity: true, min: -1000, max: 1000 });
    fc.assert(
      fc.property(fc.array(fc.array(corner, { minLength: 9, maxLength: 9 }), { minLength: 1, maxLength: 40 }), (triangles) => {
        const mesh = weld(new Float32Array(triangles.flat()));
        const read = readStl(writeStl(mesh));
        if (!read.ok) return false;
        const again = weld(read.value.corners);
        return (
          Buffer.compare(Buffer.from(again.positions.buffer), Buffer.from(mesh.positions.buffer)) === 0 &&
          again.indices.every((v, i) => v === mesh.indices[i])
        );
      }),
    );
  });
  it("from the middle of a larger buffer, at any offset", () => {
    const bytes = writeStl(boxMesh(5, 6, 7));
    for (const offset of [1, 2, 3, 4]) {
      const larger = new Uint8Array(bytes.length + 8);
      larger.set(bytes, offset);
      const read = readStl(larger.subarray(offset, offset + bytes.length));
      expect(read.ok && boundsOf(read.value.corners).size).toEqual([5, 6, 7]);
    }
  });
  it("says what is left over behind the last triangle", () => {
    const bytes = writeStl(boxMesh(5, 6, 7));
    const longer = new Uint8Array(bytes.length + 30);
    longer.set(bytes);
    expect(readStl(longer)).toMatchObject({ ok: true, value: { warnings: [{ code: "stl.trailing", count: 30 }] } });
  });
  it("reports how far it is, up to the end", () => {
    const told: number[] = [];
    readMesh(writeStl(cylinderMesh(5, 5, 400)), "mm", (f) => told.push(f));
    expect(told.at(-1)).toBeCloseTo(1, 6);
    for (let i = 1; i < told.length; i++) expect(told[i]).toBeGreaterThanOrEqual(told[i - 1]);
  });
});
