/** Bodies of a file on their way in: which are parts of their own, in which unit, and what is said of them. */
import { beforeAll, describe, expect, it } from "vitest";
import { loadSolids, type Solids } from "../../slice";
import { MOST_FACE_CORNERS } from "../io/soup";
import { boxMesh, coneMesh, cylinderMesh, readMesh, readParts, reportMesh, writePly, writeStl, writeThreeMf, type Mesh } from "../index";

let solids: Solids;
beforeAll(async () => {
  solids = await loadSolids();
});
const bytes = (text: string): Uint8Array => new TextEncoder().encode(text);
/** Meshes as one OBJ, each under its own line. */
function objOf(parts: [line: string, mesh: Mesh][]): string {
  let offset = 1;
  const out: string[] = [];
  for (const [line, { positions: p, indices: t }] of parts) {
    out.push(line);
    for (let i = 0; i < p.length; i += 3) out.push(`v ${p[i]} ${p[i + 1]} ${p[i + 2]}`);
    for (let i = 0; i < t.length; i += 3) out.push(`f ${t[i] + offset} ${t[i + 1] + offset} ${t[i + 2] + offset}`);
    offset += p.length / 3;
  }
  return out.join("\n");
}
const moved = (mesh: Mesh, x: number): Mesh => ({ ...mesh, positions: mesh.positions.map((v, i) => (i % 3 === 0 ? v + x : v)) });
const names = (r: ReturnType<typeof readParts>): string[] => (r.ok ? r.value.bodies.map((b) => b.name) : [r.problem.code]);

describe("groups", () => {
  it("objects and groups that are closed are parts, in order", () => {
    const text = objOf([
      ["o hull", boxMesh(30, 10, 8)],
      ["g mast", moved(cylinderMesh(1.5, 40, 16), 60)],
      ["o buoy", moved(coneMesh(4, 9, 24), 90)],
    ]);
    expect(names(readParts(bytes(text)))).toEqual(["hull", "mast", "buoy"]);
  });
  it("a group that is taken up again is one body", () => {
    const [a, b, c] = [boxMesh(5, 5, 5), moved(boxMesh(5, 5, 5), 20), moved(boxMesh(5, 5, 5), 40)];
    const parts = readParts(
      bytes(
        objOf([
          ["g posts", a],
          ["g rail", b],
          ["g posts", c],
        ]),
      ),
    );
    expect(names(parts)).toEqual(["posts", "rail"]);
    expect(parts.ok && parts.value.bodies[0].report).toMatchObject({ shells: 2, volumeMm3: 250 });
  });
  it("hundreds of groups are a program's habit, not a scene", () => {
    const many = Array.from({ length: 600 }, (_, i): [string, Mesh] => [`g face${i}`, moved(boxMesh(1, 1, 1), i * 2)]);
    const parts = readParts(bytes(objOf(many)));
    expect(parts.ok && parts.value.bodies.length).toBe(1);
    expect(parts.ok && parts.value.bodies[0].report.shells).toBe(600);
  });
  it("an empty group between others is no body", () => {
    const text = `g nothing\n${objOf([["g box", boxMesh(9, 9, 9)]])}\ng after\n`;
    expect(names(readParts(bytes(text)))).toEqual(["box"]);
  });
});

describe("units over all bodies", () => {
  it("are the same for all: a small part beside a large one stays small", () => {
    const parts = readParts(
      bytes(
        objOf([
          ["o wall", boxMesh(120, 4, 60)],
          ["o knob", moved(boxMesh(2, 2, 2), 200)],
        ]),
      ),
    );
    expect(parts.ok && parts.value.unit.name).toBe("mm");
    expect(parts.ok && parts.value.bodies[1].report.bounds.size).toEqual([2, 2, 2]);
  });
  it("what the user says wins over what the file says", () => {
    const file = writeThreeMf([{ name: "x", mesh: boxMesh(2, 2, 2), copies: 1 }]);
    const asInches = readParts(file, "in");
    expect(asInches.ok && asInches.value.bodies[0].report.bounds.size[0]).toBeCloseTo(50.8, 3);
    expect(asInches.ok && asInches.value.unit).toEqual({ name: "in", guessed: false, reason: "Chosen by you." });
  });
  it("a size that cannot be asks for the unit, and names the body", () => {
    const parts = readParts(bytes(objOf([["o bay", boxMesh(90000, 4, 60)]])));
    expect(parts.ok ? "" : parts.problem.code).toBe("size.unit");
  });
});

describe("one body, every way in", () => {
  it("STL, PLY, OBJ and 3MF of one solid say the same (solid and volume from manifold-3d)", () => {
    const m = solids.Manifold.cylinder(20, 8, 5, 40).subtract(solids.Manifold.cube([4, 4, 60], true));
    const { vertProperties, triVerts } = m.getMesh();
    const mesh: Mesh = { positions: new Float32Array(vertProperties), indices: new Uint32Array(triVerts) };
    const files = [writeStl(mesh), writePly(mesh), bytes(objOf([["o x", mesh]])), writeThreeMf([{ name: "x", mesh, copies: 1 }])];
    for (const file of files) {
      const read = readMesh(file, "mm");
      if (!read.ok) throw new Error(read.problem.message);
      expect(read.value.report.volumeMm3 / m.volume()).toBeCloseTo(1, 5);
      expect(read.value.report.areaMm2 / m.surfaceArea()).toBeCloseTo(1, 5);
      expect(read.value.report).toMatchObject({ watertight: true, shells: 1, cavities: 0, holes: 0, duplicateTriangles: 0, places: [] });
    }
  });
  it("progress only rises, and ends at the end", () => {
    const seen: number[] = [];
    readParts(writeStl(cylinderMesh(5, 9, 400)), undefined, false, (f) => seen.push(f));
    expect(seen).toEqual([...seen].sort((a, b) => a - b));
    expect(seen.at(-1)).toBeCloseTo(1, 6);
  });
  it("stops between phases when asked", () => {
    const stop = new AbortController();
    stop.abort();
    expect(() => readParts(writeStl(boxMesh(5, 5, 5)), undefined, false, undefined, stop.signal)).toThrow();
  });
  it("an endless face and an endless line are damage, said with their line", () => {
    const corners = Array.from({ length: MOST_FACE_CORNERS + 1 }, () => "1").join(" ");
    const face = readParts(bytes(`v 0 0 0\nv 1 0 0\nv 0 1 0\nf ${corners}\n`));
    expect(face.ok ? "" : [face.problem.code, face.problem.where]).toEqual(["obj.face", "line 4"]);
    const line = readParts(bytes(`v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 3 ${"x".repeat(200_000)}\n`));
    expect(line.ok ? "" : line.problem.code).toBe("obj.face");
  });
  it("what a reader warned of stands in the report of every body", () => {
    const parts = readParts(
      bytes(
        `${objOf([
          ["o a", boxMesh(9, 9, 9)],
          ["o b", moved(boxMesh(9, 9, 9), 30)],
        ])}\nnonsense here\n`,
      ),
    );
    for (const b of parts.ok ? parts.value.bodies : []) expect(b.fileWarnings.map((w) => w.code)).toContain("obj.skipped");
    expect(reportMesh(boxMesh(9, 9, 9)).report.findings).toEqual([]);
  });
});
