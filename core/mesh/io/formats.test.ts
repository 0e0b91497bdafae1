import fc from "fast-check";
import { OBJLoader } from "three/examples/jsm/loaders/OBJLoader.js";
import { PLYLoader } from "three/examples/jsm/loaders/PLYLoader.js";
import type { Group, Mesh as ThreeMesh } from "three";
import { beforeAll, describe, expect, it } from "vitest";
import { loadSolids, type Solids } from "../../slice";
import {
  boxMesh,
  coneMesh,
  cylinderMesh,
  readMesh,
  readObj,
  readPly,
  readSoup,
  reportMesh,
  weld,
  writePly,
  writeStl,
  type Mesh,
  type SoupFile,
} from "../index";
import type { Result } from "../../units";

const text = (s: string): Uint8Array => new TextEncoder().encode(s);
const take = (r: Result<SoupFile>): SoupFile => {
  if (!r.ok) throw new Error(r.problem.message);
  return r.value;
};
const measured = (soup: SoupFile) => reportMesh(weld(soup.corners)).report;

/** A mesh as OBJ text, faces counted from 1 or backwards. */
function objOf(mesh: Mesh, backwards = false): string {
  const n = mesh.positions.length / 3;
  let s = "# made for a test\no thing\n";
  for (let i = 0; i < n; i++) s += `v ${mesh.positions[i * 3]} ${mesh.positions[i * 3 + 1]} ${mesh.positions[i * 3 + 2]}\n`;
  const name = (v: number): string => (backwards ? String(v - n) : `${v + 1}/${v + 1}/1`);
  for (let t = 0; t < mesh.indices.length; t += 3)
    s += `f ${name(mesh.indices[t])} ${name(mesh.indices[t + 1])} ${name(mesh.indices[t + 2])}\n`;
  return s;
}

const CUBE = `v 0 0 0
v 10 0 0
v 10 10 0
v 0 10 0
v 0 0 10
v 10 0 10
v 10 10 10
v 0 10 10
g sides
f 4 3 2 1
f 5 6 7 8
f 1 2 6 5
f 2 3 7 6
f 3 4 8 7
f 4 1 5 8
`;

let solids: Solids;
beforeAll(async () => {
  solids = await loadSolids();
});

describe("OBJ", () => {
  it("a cube of six quads is a closed box", () => {
    const soup = take(readObj(text(CUBE)));
    expect(soup.bodies).toEqual([{ name: "sides", runs: [[0, 12]], copies: 1 }]);
    expect(measured(soup)).toMatchObject({ triangles: 12, vertices: 8, watertight: true, flippedTriangles: 0, volumeMm3: 1000 });
  });

  it.each([false, true])("holds any solid, counted backwards: %s", (backwards) => {
    const m = solids.Manifold.sphere(8, 32)
      .subtract(solids.Manifold.cube([6, 6, 30], true))
      .getMesh();
    const mesh = { positions: new Float32Array(m.vertProperties), indices: new Uint32Array(m.triVerts) };
    const got = measured(take(readObj(text(objOf(mesh, backwards)))));
    const want = reportMesh(mesh).report;
    expect(got.volumeMm3).toBeCloseTo(want.volumeMm3, 6);
    expect(got).toMatchObject({ triangles: want.triangles, watertight: want.watertight });
  });

  // three's loader as the reference.
  it("reads the corners that three's loader reads", () => {
    const source = objOf(coneMesh(9, 14, 40));
    const peer = (new OBJLoader().parse(source) as Group).children[0] as ThreeMesh;
    const corners = peer.geometry.getAttribute("position").array;
    expect([...take(readObj(text(source))).corners]).toEqual([...corners]);
  });

  it("cuts a concave face without covering its notch", () => {
    // An L of 40 × 40 less 20 × 20: 1200 mm², wound the right way in every plane.
    const l = [
      [0, 0],
      [40, 0],
      [40, 20],
      [20, 20],
      [20, 40],
      [0, 40],
    ];
    for (const place of [(p: number[]) => [p[0], p[1], 5], (p: number[]) => [5, p[0], p[1]], (p: number[]) => [p[1], 5, p[0]]]) {
      const vs = l.map((p) => `v ${place(p).join(" ")}`).join("\n");
      const up = measured(take(readObj(text(`${vs}\nf 1 2 3 4 5 6\n`))));
      expect(up.areaMm2).toBeCloseTo(1200, 4);
      const normalUp = take(readObj(text(`${vs}\nf 1 2 3 4 5 6\n`))).corners,
        normalDown = take(readObj(text(`${vs}\nf 6 5 4 3 2 1\n`))).corners;
      expect(signedSum(normalUp)).toBeCloseTo(-signedSum(normalDown), 4);
      expect(Math.abs(signedSum(normalUp))).toBeCloseTo(2400, 3);
    }
  });

  it("goes on over a backslash, bears other line ends, and passes over what is not geometry", () => {
    const odd = CUBE.replace("f 4 3 2 1", "f 4 3 \\\n 2 1 # bottom").replaceAll("\n", "\r\n");
    const soup = take(readObj(text(`mtllib x.mtl\r\nvt 0 0\r\nvn 0 0 1\r\nusemtl stone\r\ns off\r\n${odd}`)));
    expect(soup.warnings).toEqual([]);
    expect(measured(soup).watertight).toBe(true);
    expect(take(readObj(text(`${CUBE}wobble 1 2\n`))).warnings).toMatchObject([{ code: "obj.skipped", count: 1 }]);
  });

  it.each([
    ["a vertex that is not there", "f 1 2 99", "obj.index", "line 16"],
    ["vertex nought", "f 0 1 2", "obj.index", "line 16"],
    ["backwards beyond the first", "f -9 -1 -2", "obj.index", "line 16"],
    ["two corners", "f 1 2", "obj.face", "line 16"],
    ["a word for a vertex", "f one two three", "obj.face", "line 16"],
    ["NaN", "v nan 0 0", "mesh.not-finite", "line 16"],
    ["infinity", "v 1e60 0 0", "mesh.not-finite", "line 16"],
    ["half a vertex", "v 1 2", "mesh.not-finite", "line 16"],
  ])("says where: %s", (_, line, code, where) => expect(readObj(text(CUBE + line))).toMatchObject({ ok: false, problem: { code, where } }));

  it("refuses points without faces, and a face without end", () => {
    expect(readObj(text("v 1 2 3\nv 3 4 5\n"))).toMatchObject({ ok: false, problem: { code: "mesh.no-triangles" } });
    expect(readObj(text(`${CUBE}f ${"1 2 3 ".repeat(5000)}`))).toMatchObject({ ok: false, problem: { code: "obj.face" } });
  });

  it("bears a line of a million characters", () =>
    expect(take(readObj(text(`# ${"x".repeat(1_000_000)}\n${CUBE}`))).corners.length).toBe(108));
});

/** Twice the signed area along the normal that is dropped by no axis: sum of the cross products' components. */
function signedSum(c: Float32Array): number {
  let sum = 0;
  for (let i = 0; i < c.length; i += 9) {
    const u = [c[i + 3] - c[i], c[i + 4] - c[i + 1], c[i + 5] - c[i + 2]],
      v = [c[i + 6] - c[i], c[i + 7] - c[i + 1], c[i + 8] - c[i + 2]];
    sum += u[1] * v[2] - u[2] * v[1] + (u[2] * v[0] - u[0] * v[2]) + (u[0] * v[1] - u[1] * v[0]);
  }
  return sum;
}

/** A header and a body of bytes or text. */
const ply = (format: string, header: string, body: Uint8Array | string): Uint8Array => {
  const head = text(`ply\nformat ${format} 1.0\ncomment made for a test\n${header}end_header\n`);
  const rest = typeof body === "string" ? text(body) : body;
  const out = new Uint8Array(head.length + rest.length);
  out.set(head);
  out.set(rest, head.length);
  return out;
};
const TETRA =
  "element vertex 4\nproperty float x\nproperty float y\nproperty float z\nelement face 4\nproperty list uchar int vertex_indices\n";
const TETRA_BODY = "0 0 0\n10 0 0\n0 10 0\n0 0 10\n3 0 2 1\n3 0 1 3\n3 1 2 3\n3 2 0 3\n";

describe("PLY", () => {
  it("of text: a corner of a cube is a sixth of it", () => {
    const soup = take(readPly(ply("ascii", TETRA, TETRA_BODY)));
    expect(soup.format).toBe("ply-ascii");
    expect(measured(soup)).toMatchObject({ watertight: true, volumeMm3: expect.closeTo(1000 / 6, 4) });
  });

  it("of bytes, as it was written", () => {
    fc.assert(
      fc.property(fc.integer({ min: 3, max: 40 }), fc.double({ min: 1, max: 80, noNaN: true }), (n, h) => {
        const mesh = cylinderMesh(7, h, n);
        const read = readPly(writePly(mesh));
        if (!read.ok) return false;
        const again = weld(read.value.corners);
        return (
          again.positions.length === mesh.positions.length &&
          Math.abs(reportMesh(again).report.volumeMm3 - reportMesh(mesh).report.volumeMm3) < 1e-3
        );
      }),
      { numRuns: 25 },
    );
  });

  it("of either byte order, with colours and normals to step over", () => {
    for (const little of [true, false]) {
      const body = new DataView(new ArrayBuffer(4 * (8 * 3 + 3) + 4 * (1 + 12 + 2)));
      let at = 0;
      for (const [x, y, z] of [
        [0, 0, 0],
        [10, 0, 0],
        [0, 10, 0],
        [0, 0, 10],
      ]) {
        for (const v of [x, y, z]) {
          body.setFloat64(at, v, little);
          at += 8;
        }
        at += 3; // red, green, blue
      }
      for (const f of [
        [0, 2, 1],
        [0, 1, 3],
        [1, 2, 3],
        [2, 0, 3],
      ]) {
        body.setUint8(at++, 3);
        for (const i of f) {
          body.setUint32(at, i, little);
          at += 4;
        }
        at += 2; // flags
      }
      const header =
        "element vertex 4\nproperty double x\nproperty double y\nproperty double z\nproperty uchar red\nproperty uchar green\nproperty uchar blue\nelement face 4\nproperty list uchar uint vertex_index\nproperty short flags\n";
      const soup = take(readPly(ply(little ? "binary_little_endian" : "binary_big_endian", header, new Uint8Array(body.buffer))));
      expect(measured(soup)).toMatchObject({ watertight: true, volumeMm3: expect.closeTo(1000 / 6, 4) });
    }
  });

  // three's loader as the reference.
  it("reads the vertices and faces that three's loader reads", () => {
    const bytes = writePly(coneMesh(9, 14, 40));
    const peer = new PLYLoader().parse(bytes.buffer as ArrayBuffer);
    const p = peer.getAttribute("position").array,
      index = [...peer.getIndex()!.array];
    expect([...take(readPly(bytes)).corners]).toEqual(index.flatMap((i) => [p[i * 3], p[i * 3 + 1], p[i * 3 + 2]]));
  });

  it.each<[string, Uint8Array, string]>([
    ["a header without end", text("ply\nformat ascii 1.0\nelement vertex 3\n"), "ply.header"],
    ["no format", text("ply\nelement vertex 3\nend_header\n"), "ply.header"],
    ["a property of no type", ply("ascii", "element vertex 1\nproperty colour x\n", "1\n"), "ply.header"],
    ["a count that is none", ply("ascii", "element vertex many\n", ""), "ply.header"],
    ["vertices without z", ply("ascii", "element vertex 1\nproperty float x\nproperty float y\n", "1 2\n"), "ply.vertex"],
    [
      "faces without a list",
      ply("ascii", "element vertex 0\nproperty float x\nproperty float y\nproperty float z\nelement face 1\nproperty int a\n", "1\n"),
      "ply.face",
    ],
    ["four billion vertices", ply("ascii", TETRA.replace("vertex 4", "vertex 4294967295"), TETRA_BODY), "ply.truncated"],
    ["an end too soon", ply("ascii", TETRA, TETRA_BODY.slice(0, 40)), "ply.truncated"],
    ["a vertex that is not there", ply("ascii", TETRA, TETRA_BODY.replace("3 0 2 1", "3 0 2 7")), "ply.index"],
    ["a list of minus one", ply("ascii", TETRA, TETRA_BODY.replace("3 0 2 1", "-1 0 2 1")), "ply.face"],
    ["NaN", ply("ascii", TETRA, TETRA_BODY.replace("10 0 0", "nan 0 0")), "mesh.not-finite"],
    ["points only", ply("ascii", TETRA.replace("face 4", "face 0"), TETRA_BODY.slice(0, 31)), "mesh.no-triangles"],
  ])("refuses %s", (_, bytes, code) => expect(readPly(bytes)).toMatchObject({ ok: false, problem: { code } }));

  it("of bytes cut anywhere is refused, never thrown", () => {
    const whole = writePly(boxMesh(10, 20, 30));
    fc.assert(fc.property(fc.nat(whole.length - 1), (n) => !readPly(whole.slice(0, n)).ok));
  });
});

describe("the format is found by looking inside", () => {
  it.each([
    ["stl-binary", () => writeStl(boxMesh(10, 10, 10))],
    ["obj", () => text(CUBE)],
    ["ply-ascii", () => ply("ascii", TETRA, TETRA_BODY)],
    ["ply-binary", () => writePly(boxMesh(10, 10, 10))],
    [
      "stl-ascii",
      () => text("solid x\nfacet normal 0 0 1\nouter loop\nvertex 0 0 0\nvertex 1 0 0\nvertex 0 1 0\nendloop\nendfacet\nendsolid\n"),
    ],
  ] as const)("%s", (format, make) => expect(readSoup(make())).toMatchObject({ ok: true, value: { format } }));

  it("says what to do about UTF-16", () => {
    const wide = new Uint8Array(2 + CUBE.length * 2);
    wide.set([0xff, 0xfe]);
    for (let i = 0; i < CUBE.length; i++) wide[2 + i * 2] = CUBE.charCodeAt(i);
    expect(readSoup(wide)).toMatchObject({ ok: false, problem: { code: "text.utf16", message: expect.stringContaining("UTF-8") } });
  });

  it("the same box has the same report in every format", () => {
    const mesh = boxMesh(40, 30, 20);
    for (const bytes of [writeStl(mesh), writePly(mesh), text(objOf(mesh))]) {
      const r = readMesh(bytes, "mm");
      expect(r).toMatchObject({
        ok: true,
        value: { report: { triangles: 12, vertices: 8, watertight: true, volumeMm3: 24000, areaMm2: 5200 } },
      });
    }
  });

  it("random damage to any of them gives a mesh or a sentence", () => {
    const files = [writePly(cylinderMesh(5, 9, 12)), text(objOf(cylinderMesh(5, 9, 12))), ply("ascii", TETRA, TETRA_BODY)];
    fc.assert(
      fc.property(fc.nat(2), fc.array(fc.tuple(fc.nat(), fc.nat(255)), { maxLength: 8 }), fc.nat(), (which, damage, keep) => {
        const bytes = files[which].slice(0, 1 + (keep % files[which].length));
        for (const [at, value] of damage) bytes[at % bytes.length] = value;
        const r = readMesh(bytes);
        return r.ok ? Number.isFinite(r.value.report.areaMm2) : r.problem.message.length > 10;
      }),
      { numRuns: 150 },
    );
  });
});
