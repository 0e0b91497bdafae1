/**
 * 3MF against the rules of the 3MF Core Specification 1.3 (as recalled: units §3.4, transforms §3.3, components §4.2, build §4.3,
 * no document types §2.3.3), against XML written by hand, against a general XML parser, and against damage.
 */
import fc from "fast-check";
import { strToU8, unzipSync, zipSync } from "fflate";
import { DOMParser } from "linkedom";
import { Vector3, type Mesh as ThreeMesh } from "three";
import { ThreeMFLoader } from "three/examples/jsm/loaders/3MFLoader.js";
import { describe, expect, it } from "vitest";
import { boxMesh, coneMesh, cylinderMesh, readMesh, readParts, readSoup, readThreeMf, reportMesh, weld, writeThreeMf } from "../index";
import type { Mesh, SoupBody, SoupFile } from "../mesh";
import type { Result } from "../../units";

const RELS =
  '<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Target="/3D/3dmodel.model" Id="r" Type="http://schemas.microsoft.com/3dmanufacturing/2013/01/3dmodel"/></Relationships>';
const pack = (model: string, more: Record<string, string> = {}): Uint8Array =>
  zipSync({
    "_rels/.rels": strToU8(RELS),
    "3D/3dmodel.model": strToU8(model),
    ...Object.fromEntries(Object.entries(more).map(([k, v]) => [k, strToU8(v)])),
  });
const meshXml = ({ positions: p, indices: t }: Mesh): string => {
  let s = "<mesh><vertices>";
  for (let i = 0; i < p.length; i += 3) s += `<vertex x="${p[i]}" y="${p[i + 1]}" z="${p[i + 2]}" />`;
  s += "</vertices><triangles>";
  for (let i = 0; i < t.length; i += 3) s += `<triangle v1="${t[i]}" v2="${t[i + 1]}" v3="${t[i + 2]}" />`;
  return `${s}</triangles></mesh>`;
};
const modelXml = (resources: string, build: string, head = 'unit="millimeter"'): string =>
  `<?xml version="1.0" encoding="UTF-8"?><model ${head} xmlns="http://schemas.microsoft.com/3dmanufacturing/core/2015/02"><resources>${resources}</resources><build>${build}</build></model>`;
const BOX = boxMesh(10, 20, 30);
const object = (id: number, mesh = BOX, more = ""): string => `<object id="${id}" ${more}>${meshXml(mesh)}</object>`;

const take = (r: Result<SoupFile>): SoupFile => {
  if (!r.ok) throw new Error(`${r.problem.code}: ${r.problem.message}`);
  return r.value;
};
const code = (r: Result<unknown>): string => (r.ok ? "ok" : r.problem.code);
const bodyReport = (soup: SoupFile, body: SoupBody) =>
  reportMesh(weld(soup.corners.subarray(body.runs[0][0] * 9, body.runs[0][1] * 9))).report;

describe("3MF by the specification's rules", () => {
  it.each([
    ["micron", 0.001],
    ["millimeter", 1],
    ["centimeter", 10],
    ["inch", 25.4],
    ["foot", 304.8],
  ])("a length in %s", (unit, mm) => {
    const size = 30 / mm;
    const file = readMesh(pack(modelXml(object(1, boxMesh(size, size, size)), '<item objectid="1"/>', `unit="${unit}"`)));
    expect(file.ok && file.value.unit).toMatchObject({ guessed: false, reason: "Set in the file." });
    expect(file.ok && file.value.report.bounds.size[0]).toBeCloseTo(30, 3);
  });

  it("millimetres when no unit is stated, and a user may still overrule it", () => {
    const bytes = pack(modelXml(object(1), '<item objectid="1"/>', ""));
    const file = readMesh(bytes);
    expect(file.ok && file.value.unit.name).toBe("mm");
    const chosen = readMesh(bytes, "cm");
    expect(chosen.ok && chosen.value.report.bounds.size[2]).toBeCloseTo(300, 3);
  });

  it("a transform is rows of a matrix behind a row of coordinates: turn, stretch, move", () => {
    // x → y, y → −x (a quarter turn), then 2 along z, moved by (5, 6, 7).
    const soup = take(readThreeMf(pack(modelXml(object(1), '<item objectid="1" transform="0 1 0 -1 0 0 0 0 2 5 6 7"/>'))));
    const { bounds, volumeMm3 } = bodyReport(soup, soup.bodies[0]);
    expect(bounds.min).toEqual([-15, 6, 7]);
    expect(bounds.size).toEqual([20, 10, 60]);
    expect(volumeMm3).toBeCloseTo(12000, 3);
  });

  it("a mirror keeps the outside outside", () => {
    const soup = take(
      readThreeMf(pack(modelXml(object(1, coneMesh(5, 9, 12)), '<item objectid="1" transform="-1 0 0 0 1 0 0 0 1 0 0 0"/>'))),
    );
    const { volumeMm3, watertight } = bodyReport(soup, soup.bodies[0]);
    expect(volumeMm3).toBeCloseTo(reportMesh(coneMesh(5, 9, 12)).report.volumeMm3, 2);
    expect(watertight).toBe(true);
  });

  it("components nest: the inner transform comes first", () => {
    const xml = modelXml(
      `${object(1)}<object id="2"><components><component objectid="1" transform="2 0 0 0 2 0 0 0 2 0 0 0"/><component objectid="1" transform="1 0 0 0 1 0 0 0 1 100 0 0"/></components></object>`,
      '<item objectid="2" transform="1 0 0 0 1 0 0 0 1 0 0 50"/>',
    );
    const soup = take(readThreeMf(pack(xml)));
    expect(soup.bodies.length).toBe(1);
    const { bounds, volumeMm3, shells } = bodyReport(soup, soup.bodies[0]);
    expect(volumeMm3).toBeCloseTo(6000 * 9, 1);
    expect(shells).toBe(2);
    expect(bounds.min).toEqual([0, 0, 50]);
    expect(bounds.max).toEqual([110, 40, 110]);
  });

  it("every item of the build is a part; the same thing again is a copy, a bigger or mirrored one is not", () => {
    const bytes = pack(
      modelXml(
        `${object(1, BOX, 'name="Crate &amp; lid"')}${object(2, cylinderMesh(4, 8, 16), 'name="Drum"')}`,
        '<item objectid="1"/><item objectid="2"/><item objectid="1" transform="0 1 0 -1 0 0 0 0 1 50 0 0"/><item objectid="1" transform="2 0 0 0 2 0 0 0 2 0 0 0"/><item objectid="1" transform="-1 0 0 0 1 0 0 0 1 0 0 0"/>',
      ),
    );
    expect(take(readThreeMf(bytes)).bodies.map((b) => b.name)).toEqual([
      "Crate & lid",
      "Drum",
      "Crate & lid",
      "Crate & lid",
      "Crate & lid",
    ]);
    const parts = readParts(bytes, undefined, true);
    expect(parts.ok && parts.value.bodies.map((b) => [b.name, b.copies, Math.round(b.report.volumeMm3)])).toEqual([
      ["Crate & lid", 2, 6000],
      ["Drum", 1, Math.round(reportMesh(cylinderMesh(4, 8, 16)).report.volumeMm3)],
      ["Crate & lid", 1, 48000],
      ["Crate & lid", 1, 6000],
    ]);
  });

  it("objects that the build does not ask for, and supports, are left out", () => {
    const soup = take(
      readThreeMf(
        pack(modelXml(`${object(1)}${object(2)}${object(3, BOX, 'type="support"')}`, '<item objectid="2"/><item objectid="3"/>')),
      ),
    );
    expect(soup.bodies.length).toBe(1);
    expect(soup.corners.length / 9).toBe(12);
    expect(soup.warnings.map((w) => w.code)).toEqual(["3mf.supports"]);
  });

  it("objects in other files of the package (production extension)", () => {
    const head = 'unit="inch" xmlns:p="http://schemas.microsoft.com/3dmanufacturing/production/2015/06" requiredextensions="p"';
    const bytes = pack(
      modelXml(
        '<object id="7"><components><component objectid="1" p:path="/3D/Objects/crate.model"/></components></object>',
        '<item objectid="7"/>',
        head,
      ),
      { "3D/Objects/crate.model": modelXml(object(1), "") },
    );
    const soup = take(readThreeMf(bytes));
    expect(soup.warnings).toEqual([]);
    expect(soup.unit).toBe("in");
    expect(soup.corners.length / 9).toBe(12);
  });

  it("prefixes, comments, unknown elements, single quotes and UTF-16 change nothing", () => {
    const xml = `<?xml version='1.0'?><!-- by hand --><c:model unit='millimeter' xmlns:c='http://schemas.microsoft.com/3dmanufacturing/core/2015/02' xmlns:v='urn:other'><c:metadata name='Title'>a &lt; b</c:metadata><c:resources><v:thing><v:mesh/></v:thing>${object(
      1,
    )
      .replaceAll("<", "<c:")
      .replaceAll("<c:/", "</c:")
      .replaceAll('"', "'")}</c:resources><c:build><c:item objectid='1'/></c:build></c:model>`;
    expect(take(readThreeMf(pack(xml))).corners.length / 9).toBe(12);
    const wide = new Uint8Array(2 + xml.length * 2);
    wide.set([0xff, 0xfe]);
    for (let i = 0; i < xml.length; i++) wide[2 + i * 2] = xml.charCodeAt(i);
    const bytes = zipSync({ "_rels/.rels": strToU8(RELS), "3D/3dmodel.model": wide });
    expect(take(readThreeMf(bytes)).corners.length / 9).toBe(12);
  });

  it("is told by its content, whatever the name", () =>
    expect(take(readSoup(pack(modelXml(object(1), '<item objectid="1"/>')))).format).toBe("3mf"));
});

describe("against a general-purpose loader", () => {
  it("nested components, mirrors and several items have the volume and box that three's 3MFLoader gives", () => {
    const xml = modelXml(
      `${object(1, coneMesh(5, 9, 24))}${object(2, BOX)}<object id="3"><components><component objectid="1" transform="1 0 0 0 0 1 0 -1 0 3 4 5"/><component objectid="2" transform="2 0 0 0 0.5 0 0 0 1 -40 0 0"/></components></object>`,
      '<item objectid="3" transform="0 1 0 -1 0 0 0 0 1 10 20 30"/><item objectid="2" transform="-1 0 0 0 1 0 0 0 1 90 0 0"/>',
    );
    const bytes = pack(xml);
    const ours = take(readThreeMf(bytes));
    // The loader asks for the browser's parser; a general one stands in.
    Object.assign(globalThis, { DOMParser });
    const group = new ThreeMFLoader().parse(bytes.slice().buffer);
    group.updateMatrixWorld(true);
    const corners: number[] = [];
    group.traverse((o) => {
      const mesh = o as ThreeMesh;
      if (!mesh.isMesh) return;
      const flat = mesh.geometry.index ? mesh.geometry.toNonIndexed() : mesh.geometry;
      const at = flat.getAttribute("position");
      const turned = mesh.matrixWorld.determinant() < 0;
      for (let i = 0; i < at.count; i += 3)
        for (const k of turned ? [0, 2, 1] : [0, 1, 2])
          corners.push(
            ...new Vector3()
              .fromBufferAttribute(at, i + k)
              .applyMatrix4(mesh.matrixWorld)
              .toArray(),
          );
    });
    const theirs = reportMesh(weld(new Float32Array(corners))).report,
      mine = reportMesh(weld(ours.corners)).report;
    expect(mine.triangles).toBe(theirs.triangles);
    expect(mine.volumeMm3).toBeCloseTo(theirs.volumeMm3, 1);
    for (let k = 0; k < 3; k++) {
      expect(mine.bounds.min[k]).toBeCloseTo(theirs.bounds.min[k], 3);
      expect(mine.bounds.max[k]).toBeCloseTo(theirs.bounds.max[k], 3);
    }
  });
});

describe("bad 3MF says what and where", () => {
  const build = '<item objectid="1"/>';
  it.each<[string, string, string]>([
    ["a document type", `<!DOCTYPE model [<!ENTITY a "aaaa">]>${modelXml(object(1), build)}`, "xml.doctype"],
    ["an unknown entity", modelXml(object(1, BOX, 'name="&big;"'), build), "xml.entity"],
    ["a missing object", modelXml(object(2), build), "3mf.object-missing"],
    ["the same id twice", modelXml(object(1) + object(1), build), "3mf.id"],
    ["an object without id", modelXml(`<object>${meshXml(BOX)}</object>`, build), "3mf.id"],
    [
      "objects made of each other",
      modelXml(
        '<object id="1"><components><component objectid="2"/></components></object><object id="2"><components><component objectid="1"/></components></object>',
        build,
      ),
      "3mf.cycle",
    ],
    ["an absurd unit", modelXml(object(1), build, 'unit="parsec"'), "3mf.unit"],
    ["a transform of eleven numbers", modelXml(object(1), '<item objectid="1" transform="1 0 0 0 1 0 0 0 1 0 0"/>'), "3mf.transform"],
    ["a vertex that is not a number", modelXml(object(1).replace('x="10"', 'x="NaN"'), build), "mesh.not-finite"],
    ["a vertex without z", modelXml(object(1).replace(/ z="30"/, ""), build), "3mf.vertex"],
    ["a triangle out of range", modelXml(object(1).replace(/v1="\d+"/, 'v1="99"'), build), "3mf.index"],
    ["a negative index", modelXml(object(1).replace(/v1="\d+"/, 'v1="-1"'), build), "3mf.index"],
    ["an empty build", modelXml(object(1), ""), "3mf.nothing-built"],
    ["a file cut short", modelXml(object(1), build).slice(0, 700), "xml.cut"],
    ["tags crossed", modelXml(object(1), build).replace("</triangles></mesh>", "</mesh></triangles>"), "xml.nesting"],
    ["a path out of the package", modelXml(object(1), '<item objectid="1" path="../../secret.model"/>'), "3mf.path"],
    ["a path to nothing", modelXml(object(1), '<item objectid="1" path="/3D/other.model"/>'), "3mf.part-missing"],
    ["some other XML", "<html><body/></html>", "3mf.model"],
  ])("%s", (_, xml, want) => {
    const r = readThreeMf(pack(xml));
    expect(code(r)).toBe(want);
    if (!r.ok) {
      expect(r.problem.message).toMatch(/\.$/);
      expect(r.problem.message.length).toBeLessThan(200);
    }
  });

  it("components that multiply are stopped before they fill the memory", () => {
    let xml = object(1);
    for (let i = 2; i < 22; i++)
      xml += `<object id="${i}"><components>${`<component objectid="${i - 1}"/>`.repeat(9)}</components></object>`;
    expect(code(readThreeMf(pack(modelXml(xml, '<item objectid="21"/>'))))).toBe("3mf.too-many");
  });

  it("a package that unpacks without end is not unpacked", () => {
    const bomb = zipSync({ "_rels/.rels": strToU8(RELS), "3D/3dmodel.model": new Uint8Array(40_000_000) }, { level: 9 });
    expect(bomb.length).toBeLessThan(100_000);
    expect(code(readThreeMf(bomb))).toBe("3mf.too-big");
  });

  it("a zip of something else, a cut zip, noise after the head", () => {
    expect(code(readThreeMf(zipSync({ "a.txt": strToU8("hello") })))).toBe("3mf.no-model");
    const good = pack(modelXml(object(1), build));
    expect(code(readThreeMf(good.slice(0, 200)))).toBe("3mf.zip");
  });

  it("no damage makes it throw or hang", () => {
    const good = modelXml(`${object(1)}<object id="2"><components><component objectid="1"/></components></object>`, '<item objectid="2"/>');
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(good.length - 1), fc.string({ minLength: 0, maxLength: 4 })), { maxLength: 5 }), (edits) => {
        let text = good;
        for (const [at, s] of edits) text = text.slice(0, at) + s + text.slice(at + s.length + (s === "" ? 3 : 0));
        const r = readThreeMf(pack(text));
        return r.ok || r.problem.message.length > 10;
      }),
      { numRuns: 300 },
    );
  });
});

describe("3MF written", () => {
  const drum = cylinderMesh(4.25, 8.5, 24);
  const bytes = writeThreeMf([
    { name: 'Crate <small> & "big"', mesh: BOX, copies: 3 },
    { name: "Drum", mesh: drum, copies: 2 },
  ]);

  it("comes back with names, copies, sizes and volumes", () => {
    const back = readParts(bytes, undefined, true);
    expect(back.ok && back.value.bodies.map((b) => [b.name, b.copies])).toEqual([
      ['Crate <small> & "big"', 3],
      ["Drum", 2],
    ]);
    expect(back.ok && back.value.bodies[1].report.volumeMm3).toBeCloseTo(reportMesh(drum).report.volumeMm3, 2);
    expect(back.ok && back.value.bodies.every((b) => b.report.watertight)).toBe(true);
  });

  it("gives every coordinate back, but for the move to the plate", () => {
    const odd: Mesh = {
      positions: Float32Array.from(boxMesh(1, 1, 1).positions, (v, i) => Math.fround((v + 0.1) / 3 + i * 1.7e-5)),
      indices: boxMesh(1, 1, 1).indices,
    };
    const soup = take(readThreeMf(writeThreeMf([{ name: "odd", mesh: odd, copies: 1 }]).slice()));
    const { min } = reportMesh(odd).report.bounds;
    const back = weld(soup.corners);
    expect(back.positions.length).toBe(odd.positions.length);
    // Pieces are moved to the corner of the plate; what is left is the rounding of that move.
    for (let i = 0; i < soup.corners.length; i += 3)
      expect([...odd.positions.keys()].some((k) => k % 3 === 0 && Math.abs(odd.positions[k] - min[0] - soup.corners[i]) < 1e-4)).toBe(true);
  });

  it("is well-formed to a general XML parser, in millimetres, with an item for every copy", () => {
    const xml = new TextDecoder().decode(unzipSync(bytes)["3D/3dmodel.model"]);
    const doc = new DOMParser().parseFromString(xml, "text/xml");
    expect(doc.querySelector("model")?.getAttribute("unit")).toBe("millimeter");
    expect(doc.querySelectorAll("build > item").length).toBe(5);
    expect(doc.querySelectorAll("object")[1].querySelectorAll("triangle").length).toBe(drum.indices.length / 3);
  });

  it("pieces stand on the plate and do not touch", () => {
    const soup = take(readThreeMf(bytes));
    const boxes = soup.bodies.map((b) => bodyReport(soup, b).bounds);
    for (const [i, a] of boxes.entries()) {
      expect(a.min[2]).toBeCloseTo(0, 6);
      for (const b of boxes.slice(i + 1)) expect([0, 1].some((k) => a.max[k] + 3.9 < b.min[k] || b.max[k] + 3.9 < a.min[k])).toBe(true);
    }
  });
});

describe("groups as parts", () => {
  const obj = (mesh: Mesh, name: string, offset: number): string => {
    let s = `o ${name}\n`;
    for (let i = 0; i < mesh.positions.length; i += 3) s += `v ${mesh.positions[i]} ${mesh.positions[i + 1]} ${mesh.positions[i + 2]}\n`;
    for (let i = 0; i < mesh.indices.length; i += 3)
      s += `f ${mesh.indices[i] + 1 + offset} ${mesh.indices[i + 1] + 1 + offset} ${mesh.indices[i + 2] + 1 + offset}\n`;
    return s;
  };
  it("closed groups of an OBJ are parts of their own", () => {
    const file = readParts(strToU8(obj(BOX, "crate", 0) + obj(cylinderMesh(3, 6, 12), "drum", 8)));
    expect(file.ok && file.value.bodies.map((b) => [b.name, b.report.watertight])).toEqual([
      ["crate", true],
      ["drum", true],
    ]);
  });
  it("groups that only close together are one part, and it says so", () => {
    const text = obj(BOX, "sides", 0).split("\n");
    const at = text.findIndex((l) => l.startsWith("f ")) + 4;
    const file = readParts(strToU8([...text.slice(0, at), "g roof", ...text.slice(at)].join("\n")));
    expect(file.ok && file.value.bodies.length).toBe(1);
    expect(file.ok && file.value.bodies[0].fileWarnings.map((w) => w.code)).toContain("mesh.groups-kept");
  });
  it("solids of a text STL too", () => {
    const facet = (z: number): string =>
      weldedFacets(boxMesh(5, 5, 5), z)
        .map((f) => `facet normal 0 0 0\nouter loop\n${f}endloop\nendfacet\n`)
        .join("");
    const file = readParts(strToU8(`solid low\n${facet(0)}endsolid low\nsolid high\n${facet(20)}endsolid high\n`));
    expect(file.ok && file.value.bodies.map((b) => b.name)).toEqual(["low", "high"]);
  });
});

function weldedFacets(mesh: Mesh, z: number): string[] {
  const out: string[] = [];
  for (let t = 0; t < mesh.indices.length; t += 3)
    out.push(
      [0, 1, 2]
        .map((k) => mesh.indices[t + k] * 3)
        .map((v) => `vertex ${mesh.positions[v]} ${mesh.positions[v + 1]} ${mesh.positions[v + 2] + z}\n`)
        .join(""),
    );
  return out;
}
