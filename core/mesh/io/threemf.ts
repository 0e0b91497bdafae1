/**
 * 3MF, after the 3MF Core Specification 1.3 and, for models in several files, its Production Extension 1.1: a zip that holds XML
 * models of meshes, objects made of others under transforms, and a build that says which of them are wanted.
 *
 * Every item of the build is a body of its own; the same object asked for again, turned or moved, can be counted as a copy. Reading is bounded:
 * only known names are unpacked, no more than MOST_BYTES of them, and components may not multiply beyond MOST_TRIANGLES.
 * Linear in the unpacked text plus the triangles asked for.
 */
import { strToU8, unzipSync, zipSync, type Zippable } from "fflate";
import { fail, ok, throwIfCancelled, type OnProgress, type Problem, type Result } from "../../units";
import { NumberCursor } from "./asciiNumbers";
import { boundsOf, type Mesh, type SoupBody, type SoupFile } from "../mesh";
import type { FileUnit } from "./fileUnit";
import { XmlError, XmlTags } from "./xml";

const MOST_BYTES = 1 << 30;
/** Text packs ten to thirty times; a file that unpacks further than this is made to fill the memory. */
const MOST_PACKING = 250;
const MOST_TRIANGLES = 20_000_000;
const MOST_DEPTH = 32;
const MODEL_TYPE = /\/3dmodel$/;
/** Extensions whose geometry is ours, or that add no geometry (colour, slices). */
const HARMLESS_NAMESPACES = /\/(core|production|material|slice|securecontent|triangleset)/;

const UNITS: Record<string, FileUnit> = { micron: "um", millimeter: "mm", centimeter: "cm", inch: "in", foot: "ft", meter: "m" };

/** Row-major 4×3, as the specification writes it: a point is a row in front of it. */
type Transform = readonly number[];
const IDENTITY: Transform = [1, 0, 0, 0, 1, 0, 0, 0, 1, 0, 0, 0];

interface Use {
  path: string;
  id: string;
  transform: Transform;
  /** Byte in the model, for messages. */
  at: number;
}

interface ModelObject {
  name: string;
  type: string;
  vertices: Float64Array | null;
  triangles: Uint32Array | null;
  components: Use[];
}

interface Model {
  unit: FileUnit;
  objects: Map<string, ModelObject>;
  items: Use[];
  /** Required extensions by namespace that this reader does not know. */
  unknown: string[];
}

class Damaged extends Error {
  constructor(readonly problem: Problem) {
    super(problem.message);
  }
}
const damaged = (code: string, message: string, where: string): Damaged => new Damaged({ code, message, where });
const AGAIN = "Export the model again.";

export const looksLikeZip = (bytes: Uint8Array): boolean =>
  bytes[0] === 0x50 && bytes[1] === 0x4b && (bytes[2] === 3 || bytes[2] === 5) && (bytes[3] === 4 || bytes[3] === 6);

/**
 * @param countCopies one body for all items that are the same thing, with its number of copies, instead of a body an item
 * @returns the corners of everything the build asks for, in the model's own unit, or a problem and its place
 */
export function readThreeMf(bytes: Uint8Array, onProgress?: OnProgress, signal?: AbortSignal, countCopies = false): Result<SoupFile> {
  try {
    const files = unpack(bytes);
    throwIfCancelled(signal);
    onProgress?.(0.15, "unpacked");
    const root = rootModel(files);
    const models = new Map<string, Model>();
    const open = (path: string): Model => {
      const known = models.get(path);
      if (known) return known;
      const text = files.get(path.toLowerCase());
      if (!text) throw damaged("3mf.part-missing", `The package names ${path}, which is not in it. ${AGAIN}`, path);
      const model = readModel(path, text, (f) => onProgress?.(0.15 + 0.6 * f, "reading"), signal);
      models.set(path, model);
      return model;
    };
    return assemble(open(root), open, countCopies, onProgress, signal);
  } catch (error) {
    if (error instanceof Damaged) return { ok: false, problem: error.problem };
    throw error;
  }
}

/** Unpacks models and relationships only, by name in lower case. Nothing is written anywhere, so names cannot lead astray. */
function unpack(bytes: Uint8Array): Map<string, Uint8Array> {
  let total = 0;
  const problem: { found?: Damaged } = {};
  const seen = new Set<string>();
  let files: Record<string, Uint8Array>;
  try {
    files = unzipSync(bytes, {
      filter: (f) => {
        const name = packageName(f.name);
        if (problem.found || name === undefined || !/\.(model|rels)$/.test(name)) return false;
        if (seen.has(name))
          problem.found = damaged("3mf.twice", "The package holds two files of the same name, so it is not clear which is meant.", f.name);
        seen.add(name);
        total += f.originalSize;
        if (total > MOST_BYTES || (f.originalSize > 1 << 24 && f.originalSize > f.size * MOST_PACKING))
          problem.found = damaged(
            "3mf.too-big",
            `The file unpacks to more than ${Math.round(total / 1e6)} MB of text, which no model needs. It was not opened.`,
            f.name,
          );
        return !problem.found;
      },
    });
  } catch {
    throw (
      problem.found ?? damaged("3mf.zip", `The file is a damaged package and cannot be unpacked. Copy it or export it again.`, "byte 0")
    );
  }
  if (problem.found) throw problem.found;
  return new Map(Object.entries(files).flatMap(([name, data]) => [[packageName(name)!, asUtf8(data)] as const]));
}

/** A name inside the package in lower case, without its leading slash; undefined when it climbs out of it. */
function packageName(name: string): string | undefined {
  const parts = name
    .replaceAll("\\", "/")
    .split("/")
    .filter((p) => p !== "" && p !== ".");
  return parts.includes("..") ? undefined : parts.join("/").toLowerCase();
}

/** XML may be stored as UTF-16: it is turned into UTF-8 once. */
function asUtf8(data: Uint8Array): Uint8Array {
  const encoding = data[0] === 0xff && data[1] === 0xfe ? "utf-16le" : data[0] === 0xfe && data[1] === 0xff ? "utf-16be" : undefined;
  return encoding ? strToU8(new TextDecoder(encoding).decode(data)) : data;
}

function rootModel(files: Map<string, Uint8Array>): string {
  const rels = files.get("_rels/.rels");
  if (rels) {
    const tags = new XmlTags(rels);
    try {
      while (tags.next()) {
        if (tags.kind === "close" || tags.name !== "Relationship") continue;
        const a = tags.attributes();
        if (!MODEL_TYPE.test(a.get("Type") ?? "")) continue;
        const path = packageName(a.get("Target") ?? "");
        if (path === undefined) throw damaged("3mf.path", "The package points to a file outside itself. It was not opened.", "_rels/.rels");
        return path;
      }
    } catch (error) {
      if (error instanceof XmlError) throw damaged(error.code, `${error.message}. ${AGAIN}`, `_rels/.rels, byte ${error.at}`);
      throw error;
    }
  }
  const only = [...files.keys()].filter((n) => n.endsWith(".model"));
  if (only.length === 1) return only[0];
  throw damaged(
    "3mf.no-model",
    "The file is a zip, but not a 3MF: it names no model. If meshes are inside, unpack it and drop them.",
    "_rels/.rels",
  );
}

function readModel(path: string, text: Uint8Array, onProgress: (f: number) => void, signal?: AbortSignal): Model {
  const tags = new XmlTags(text);
  const model: Model = { unit: "mm", objects: new Map(), items: [], unknown: [] };
  const here = (at: number): string => `${path}, byte ${at}`;
  try {
    const first: string = tags.next() ? tags.name : "";
    if (first !== "model") throw damaged("3mf.model", `The model does not begin with <model>. ${AGAIN}`, here(0));
    readHead();
    while (tags.next()) {
      if (tags.kind === "close") continue;
      if (tags.name === "object") readObject();
      else if (tags.name === "item") model.items.push(readUse());
      else if (tags.name !== "resources" && tags.name !== "build") tags.skipChildren();
      else while (tags.nextAttribute());
    }
  } catch (error) {
    if (error instanceof XmlError) throw damaged(error.code, `${error.message}. ${AGAIN}`, here(error.at));
    throw error;
  }
  return model;

  function readHead(): void {
    const namespaces = new Map<string, string>();
    let required = "";
    while (tags.nextAttribute()) {
      if (tags.attribute === "unit") {
        const unit = UNITS[tags.value()];
        if (!unit)
          throw damaged(
            "3mf.unit",
            `"${tags.value()}" is not a unit of the format: micron, millimeter, centimeter, inch, foot or meter. ${AGAIN}`,
            here(tags.where),
          );
        model.unit = unit;
      } else if (tags.attribute === "requiredextensions") required = tags.value();
      else namespaces.set(tags.attribute, tags.value());
    }
    for (const prefix of required.split(/\s+/).filter(Boolean)) {
      const namespace = namespaces.get(prefix) ?? prefix;
      if (!HARMLESS_NAMESPACES.test(namespace)) model.unknown.push(prefix);
    }
  }

  function readObject(): void {
    const at = tags.where;
    const a = tags.attributes();
    const id = a.get("id");
    if (!id) throw damaged("3mf.id", `An object has no id. ${AGAIN}`, here(at));
    if (model.objects.has(id)) throw damaged("3mf.id", `Two objects have the id ${id}. ${AGAIN}`, here(at));
    const object: ModelObject = {
      name: a.get("name") ?? "",
      type: a.get("type") ?? "model",
      vertices: null,
      triangles: null,
      components: [],
    };
    model.objects.set(id, object);
    if (tags.kind === "empty") return;
    const outside = tags.depth - 1;
    while (tags.depth > outside && tags.next()) {
      if (tags.kind === "close") continue;
      if (tags.name === "vertices") object.vertices = readVertices(id);
      else if (tags.name === "triangles") object.triangles = readTriangles(id, object.vertices);
      else if (tags.name === "component") object.components.push(readUse());
      else if (tags.name === "mesh" || tags.name === "components") while (tags.nextAttribute());
      else tags.skipChildren();
    }
  }

  function readVertices(id: string): Float64Array {
    return readTriples("vertex", ["x", "y", "z"], new Float64Array(3 * 1024), (v, row) => {
      if (!Number.isFinite(Math.fround(v)))
        throw damaged(
          "mesh.not-finite",
          `Vertex ${row} of object ${id} has a coordinate that is not a number. Repair or export the model again.`,
          here(tags.where),
        );
    });
  }

  function readTriangles(id: string, vertices: Float64Array | null): Uint32Array {
    const most = (vertices?.length ?? 0) / 3;
    return readTriples("triangle", ["v1", "v2", "v3"], new Uint32Array(3 * 1024), (v, row) => {
      if (!Number.isInteger(v) || v < 0 || v >= most)
        throw damaged(
          "3mf.index",
          `Triangle ${row} of object ${id} names vertex ${tags.value()}, but there are ${most}. The file is damaged: export the model again.`,
          here(tags.where),
        );
    });
  }

  /** Three numbers from every `element` inside the tag at hand, by the names of their attributes; `check` throws on a bad one. */
  function readTriples<T extends Float64Array | Uint32Array>(
    element: "vertex" | "triangle",
    names: readonly [string, string, string],
    into: T,
    check: (value: number, row: number) => void,
  ): T {
    let out = into;
    let used = 0;
    while (tags.nextAttribute());
    if (tags.kind === "empty") return out.subarray(0, 0) as T;
    const inside = tags.depth;
    const cursor = new NumberCursor(text);
    while (tags.next() && tags.depth >= inside) {
      if (tags.kind === "close") continue;
      if (tags.name !== element) {
        tags.skipChildren();
        continue;
      }
      if (used + 3 > out.length) out = doubled(out);
      let found = 0;
      while (tags.nextAttribute()) {
        const k = tags.attribute === names[0] ? 0 : tags.attribute === names[1] ? 1 : tags.attribute === names[2] ? 2 : -1;
        if (k < 0) continue;
        cursor.at = tags.valueFrom;
        const v = cursor.number();
        check(v, used / 3);
        out[used + k] = v;
        found |= 1 << k;
      }
      if (found !== 7)
        throw damaged(
          `3mf.${element}`,
          `A ${element} (number ${used / 3}) lacks ${names.join(", ")} or one of them. ${AGAIN}`,
          here(tags.where),
        );
      used += 3;
      if ((used & 0x3ffff) === 0) pause();
    }
    return out.subarray(0, used) as T;
  }

  function pause(): void {
    throwIfCancelled(signal);
    onProgress(tags.where / text.length);
  }

  function readUse(): Use {
    const at = tags.where;
    const a = tags.attributes();
    const id = a.get("objectid");
    if (!id) throw damaged("3mf.id", `<${tags.name}> does not say which object it means. ${AGAIN}`, here(at));
    const given = a.get("path");
    const target = given === undefined ? path : packageName(given);
    if (target === undefined) throw damaged("3mf.path", "The model points to a file outside its package. It was not opened.", here(at));
    return { path: target, id, transform: readTransform(a.get("transform"), at), at };
  }

  function readTransform(given: string | undefined, at: number): Transform {
    if (given === undefined) return IDENTITY;
    const numbers = given.trim().split(/\s+/).map(Number);
    if (numbers.length !== 12 || !numbers.every(Number.isFinite))
      throw damaged("3mf.transform", `A transform is twelve numbers; here it is "${given.slice(0, 60)}". ${AGAIN}`, here(at));
    return numbers;
  }
}

/** The same numbers with room for twice as many. */
function doubled<T extends Float64Array | Uint32Array>(from: T): T {
  const to = new (from.constructor as new (length: number) => T)(from.length * 2);
  to.set(from as never);
  return to;
}

/** First `inner`, then `outer`. */
function compose(inner: Transform, outer: Transform): Transform {
  const out = new Array<number>(12);
  for (let r = 0; r < 4; r++)
    for (let c = 0; c < 3; c++)
      out[r * 3 + c] =
        inner[r * 3] * outer[c] + inner[r * 3 + 1] * outer[3 + c] + inner[r * 3 + 2] * outer[6 + c] + (r === 3 ? outer[9 + c] : 0);
  return out;
}

const determinant = (m: Transform): number =>
  m[0] * (m[4] * m[8] - m[5] * m[7]) - m[1] * (m[3] * m[8] - m[5] * m[6]) + m[2] * (m[3] * m[7] - m[4] * m[6]);

/** What the linear part of a transform does to lengths and angles (M Mᵀ) and to handedness: equal for copies, whichever way they are turned. */
function shapeKey(m: Transform): string {
  const dot = (a: number, b: number): string => (m[a] * m[b] + m[a + 1] * m[b + 1] + m[a + 2] * m[b + 2]).toFixed(4);
  return [dot(0, 0), dot(3, 3), dot(6, 6), dot(0, 3), dot(0, 6), dot(3, 6), determinant(m) < 0].join(" ");
}

function assemble(
  root: Model,
  open: (path: string) => Model,
  countCopies: boolean,
  onProgress?: OnProgress,
  signal?: AbortSignal,
): Result<SoupFile> {
  const warnings: SoupFile["warnings"] = [];
  if (root.unknown.length > 0)
    warnings.push({
      code: "3mf.extension",
      message: `The file needs extensions (${root.unknown.join(", ").slice(0, 80)}) that are not read here: some of its shape may be missing.`,
    });
  if (root.items.length === 0)
    return fail("3mf.nothing-built", "The build of this 3MF is empty: it contains objects but uses none of them. Export it again.");
  let corners = new Float32Array(9 * 1024);
  let triangles = 0;
  let flat = 0;
  const bodies: SoupBody[] = [];
  const byShape = new Map<string, SoupBody>();

  const add = (object: ModelObject, m: Transform): void => {
    const { vertices: p, triangles: t } = object;
    if (!p || !t) return;
    const count = t.length / 3;
    if (triangles + count > MOST_TRIANGLES)
      throw damaged(
        "3mf.too-many",
        `The build multiplies its components to more than ${MOST_TRIANGLES.toLocaleString("en")} triangles. It was not opened.`,
        "build",
      );
    if ((triangles + count) * 9 > corners.length) {
      const bigger = new Float32Array(Math.max(corners.length * 2, (triangles + count) * 9));
      bigger.set(corners);
      corners = bigger;
    }
    const turn = determinant(m);
    if (turn === 0) flat++;
    // A mirror turns the winding over: two corners change places, so that outside stays outside.
    const second = turn < 0 ? 2 : 1,
      third = turn < 0 ? 1 : 2;
    let o = triangles * 9;
    for (let i = 0; i < t.length; i += 3) {
      for (const k of [0, second, third]) {
        const v = t[i + k] * 3;
        const x = p[v],
          y = p[v + 1],
          z = p[v + 2];
        corners[o++] = x * m[0] + y * m[3] + z * m[6] + m[9];
        corners[o++] = x * m[1] + y * m[4] + z * m[7] + m[10];
        corners[o++] = x * m[2] + y * m[5] + z * m[8] + m[11];
      }
    }
    triangles += count;
  };

  const place = (use: Use, outer: Transform, within: readonly string[]): ModelObject => {
    throwIfCancelled(signal);
    const key = `${use.path} ${use.id}`;
    const where = `${use.path}, byte ${use.at}`;
    const object = open(use.path).objects.get(use.id);
    if (!object) throw damaged("3mf.object-missing", `Object ${use.id} is used but missing. ${AGAIN}`, where);
    if (within.includes(key))
      throw damaged("3mf.cycle", `Object ${use.id} is made of itself. The file is damaged: export the model again.`, where);
    if (within.length >= MOST_DEPTH) throw damaged("3mf.deep", `Components are nested more than ${MOST_DEPTH} deep. ${AGAIN}`, where);
    const m = compose(use.transform, outer);
    add(object, m);
    for (const c of object.components) place(c, m, [...within, key]);
    return object;
  };

  let supports = 0;
  for (const [i, item] of root.items.entries()) {
    onProgress?.(0.75 + (0.25 * i) / root.items.length, "placing");
    const object = open(item.path).objects.get(item.id);
    if (object && (object.type === "support" || object.type === "solidsupport")) {
      supports++;
      continue;
    }
    const shape = `${item.path} ${item.id} ${shapeKey(item.transform)}`;
    const same = byShape.get(shape);
    if (same && countCopies) {
      same.copies++;
      continue;
    }
    const from = triangles;
    const placed = place(item, IDENTITY, []);
    if (triangles === from) continue;
    const body: SoupBody = { name: placed.name.slice(0, 120), runs: [[from, triangles]], copies: 1 };
    byShape.set(shape, body);
    bodies.push(body);
  }
  if (supports > 0)
    warnings.push({
      code: "3mf.supports",
      message: "Supports in the build were left out because they are not part of the model.",
      count: supports,
    });
  if (flat > 0) warnings.push({ code: "3mf.flat", message: "A transform flattens an object: it has no volume left.", count: flat });
  if (triangles === 0) return fail("mesh.no-triangles", "The build of this 3MF has no triangles in it. Export the model again, as a mesh.");
  const finite = corners.subarray(0, triangles * 9);
  for (let i = 0; i < finite.length; i++)
    if (!Number.isFinite(finite[i]))
      return fail("mesh.not-finite", "A transform moves the model out of range. Export the model again.", "build");
  onProgress?.(1, "placing");
  return ok({ format: "3mf", corners: corners.slice(0, triangles * 9), bodies, apart: true, unit: root.unit, warnings });
}

/** A part on its way out: its mesh in mm, and how many are wanted. */
export interface PartOut {
  name: string;
  mesh: Mesh;
  copies: number;
  /** Where each copy lies on the plate, instead of rows: the middle of its outline, and its turn about the vertical. */
  places?: readonly { xMm: number; yMm: number; turnDeg: number }[];
}

/** Nine digits are enough to give a Float32 back exactly (IEEE 754: 24 bits of mantissa). */
const short = (v: number): string => String(Number(v.toPrecision(9)));

/** Room between pieces on a written plate, mm. */
const SPACING_MM = 4;
/** Copies written as build items; more are left to the reader's slicer. */
const MOST_ITEMS = 2000;

/**
 * Writes parts as one 3MF in millimetres: an object each, an item for every copy, side by side in rows standing on z = 0.
 * @param acrossMm width of a row; the plate's, or about a square when it is left out
 */
export function writeThreeMf(parts: readonly PartOut[], acrossMm?: number): Uint8Array {
  const escape = (t: string): string =>
    t.replace(/[&<>"]/g, (c) => ({ "&": "&amp;", "<": "&lt;", ">": "&gt;", '"': "&quot;" })[c]!).replace(/[\u0000-\u001f]/g, " ");
  const boxes = parts.map((p) => boundsOf(p.mesh.positions));
  const across =
    acrossMm ??
    Math.sqrt(parts.reduce((a, p, i) => a + (boxes[i].size[0] + SPACING_MM) * (boxes[i].size[1] + SPACING_MM) * p.copies, 0)) * 1.2;
  const chunks: string[] = [
    `<?xml version="1.0" encoding="UTF-8"?>\n<model unit="millimeter" xml:lang="en" xmlns="http://schemas.microsoft.com/3dmanufacturing/core/2015/02">\n<metadata name="Title">${escape(parts.length === 1 ? parts[0].name : `${parts.length} parts`)}</metadata>\n<resources>\n`,
  ];
  const items: string[] = [];
  let x = 0,
    y = 0,
    row = 0,
    written = 0;
  for (const [i, part] of parts.entries()) {
    const { positions: p, indices: t } = part.mesh;
    const lines: string[] = [`<object id="${i + 1}" type="model" name="${escape(part.name)}"><mesh><vertices>`];
    for (let v = 0; v < p.length; v += 3) lines.push(`<vertex x="${short(p[v])}" y="${short(p[v + 1])}" z="${short(p[v + 2])}"/>`);
    lines.push("</vertices><triangles>");
    for (let k = 0; k < t.length; k += 3) lines.push(`<triangle v1="${t[k]}" v2="${t[k + 1]}" v3="${t[k + 2]}"/>`);
    lines.push("</triangles></mesh></object>\n");
    chunks.push(lines.join(""));
    const { min, max, size } = boxes[i];
    for (const { xMm, yMm, turnDeg } of part.places ?? []) {
      // Turned about the middle of its outline, then moved there: row vectors, so the matrix stands transposed (3MF core, 3.3).
      const a = (turnDeg * Math.PI) / 180,
        [cos, sin] = [Math.cos(a), Math.sin(a)],
        [mx, my] = [(min[0] + max[0]) / 2, (min[1] + max[1]) / 2];
      const at = [cos, sin, 0, -sin, cos, 0, 0, 0, 1, xMm - cos * mx + sin * my, yMm - sin * mx - cos * my, -min[2]];
      items.push(`<item objectid="${i + 1}" transform="${at.map((n) => Number(n.toFixed(6))).join(" ")}"/>\n`);
    }
    for (let c = 0; !part.places && c < part.copies && written < MOST_ITEMS; c++, written++) {
      if (x > 0 && x + size[0] > across) {
        x = 0;
        y += row + SPACING_MM;
        row = 0;
      }
      const at = [x - min[0], y - min[1], -min[2]].map((n) => Number(n.toFixed(4)));
      items.push(`<item objectid="${i + 1}" transform="1 0 0 0 1 0 0 0 1 ${at.join(" ")}"/>\n`);
      x += size[0] + SPACING_MM;
      row = Math.max(row, size[1]);
    }
  }
  chunks.push(`</resources>\n<build>\n${items.join("")}</build>\n</model>\n`);
  const files: Zippable = {
    "[Content_Types].xml": strToU8(
      '<?xml version="1.0" encoding="UTF-8"?>\n<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="model" ContentType="application/vnd.ms-package.3dmanufacturing-3dmodel+xml"/></Types>\n',
    ),
    "_rels/.rels": strToU8(
      '<?xml version="1.0" encoding="UTF-8"?>\n<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Target="/3D/3dmodel.model" Id="rel0" Type="http://schemas.microsoft.com/3dmanufacturing/2013/01/3dmodel"/></Relationships>\n',
    ),
    "3D/3dmodel.model": strToU8(chunks.join("")),
  };
  return zipSync(files, { level: 6, mtime: new Date(2026, 0, 1) });
}
