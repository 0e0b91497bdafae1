/**
 * PLY, text and binary of either byte order: a header that says what each element holds, then the elements. Vertices need
 * x, y, z; faces a list of vertex numbers; everything else is stepped over by its size. Linear in the size of the file;
 * counts in the header are only believed as far as the file reaches.
 */
import { fail, ok, throwIfCancelled, type OnProgress, type Result } from "../../units";
import { NumberCursor } from "./asciiNumbers";
import { MOST_FACE_CORNERS, SoupBuilder } from "./soup";
import { oneBody, type SoupFile } from "../mesh";

const SIZE: Record<string, number> = {
  char: 1,
  uchar: 1,
  int8: 1,
  uint8: 1,
  short: 2,
  ushort: 2,
  int16: 2,
  uint16: 2,
  int: 4,
  uint: 4,
  int32: 4,
  uint32: 4,
  float: 4,
  float32: 4,
  double: 8,
  float64: 8,
};

interface Property {
  name: string;
  type: string;
  /** Type of the count in front, for lists. */
  count: string | null;
}

interface Element {
  name: string;
  count: number;
  properties: Property[];
}

type Header = { encoding: "ascii" | "little" | "big"; elements: Element[]; body: number };

const DAMAGED = "Export the model again.";

function readHeader(bytes: Uint8Array): Result<Header> {
  const head = new TextDecoder("latin1").decode(bytes.subarray(0, 65536));
  const end = /(?:^|\n)end_header\r?\n/.exec(head);
  if (!end) return fail("ply.header", `The header of the PLY file does not end. It was cut short: ${DAMAGED.toLowerCase()}`, "line 1");
  let encoding: Header["encoding"] | undefined;
  const elements: Element[] = [];
  for (const [i, raw] of head.slice(0, end.index).split(/\r?\n/).entries()) {
    const words = raw.trim().split(/\s+/);
    const where = `line ${i + 1}`;
    if (words[0] === "format")
      encoding = ({ ascii: "ascii", binary_little_endian: "little", binary_big_endian: "big" } as const)[words[1] as "ascii"];
    else if (words[0] === "element") {
      const count = Number(words[2]);
      if (!Number.isInteger(count) || count < 0) return fail("ply.header", `"${raw.trim()}" has no count. ${DAMAGED}`, where);
      elements.push({ name: words[1], count, properties: [] });
    } else if (words[0] === "property") {
      const list = words[1] === "list";
      const type = words[list ? 3 : 1],
        count = list ? words[2] : null;
      const element = elements.at(-1);
      if (!element || !Object.hasOwn(SIZE, type ?? "") || (count !== null && !Object.hasOwn(SIZE, count)))
        return fail("ply.header", `"${raw.trim()}" is not a property that can be read. ${DAMAGED}`, where);
      element.properties.push({ name: words[list ? 4 : 2], type, count });
    }
  }
  if (!encoding) return fail("ply.header", `The header does not say how the numbers are stored. ${DAMAGED}`, "line 2");
  return ok({ encoding, elements, body: end.index + end[0].length });
}

/** Gives one number after the other, whatever way they are stored; NaN behind the end. */
type Source = { next: (type: string) => number; atEnd: () => boolean; at: () => number };

function sourceOf(bytes: Uint8Array, { encoding, body }: Header): Source {
  if (encoding === "ascii") {
    const cursor = new NumberCursor(bytes, body);
    return { next: () => cursor.number(), atEnd: () => (cursor.skipSpace(), cursor.at >= bytes.length), at: () => cursor.at };
  }
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const little = encoding === "little";
  let at = body;
  const read = (type: string): number => {
    switch (type) {
      case "char":
      case "int8":
        return view.getInt8(at);
      case "uchar":
      case "uint8":
        return view.getUint8(at);
      case "short":
      case "int16":
        return view.getInt16(at, little);
      case "ushort":
      case "uint16":
        return view.getUint16(at, little);
      case "int":
      case "int32":
        return view.getInt32(at, little);
      case "uint":
      case "uint32":
        return view.getUint32(at, little);
      case "float":
      case "float32":
        return view.getFloat32(at, little);
      default:
        return view.getFloat64(at, little);
    }
  };
  return {
    next: (type) => {
      const size = SIZE[type];
      if (at + size > bytes.length) {
        at = bytes.length + 1;
        return NaN;
      }
      const value = read(type);
      at += size;
      return value;
    },
    atEnd: () => at >= bytes.length,
    at: () => at,
  };
}

/** @returns the corners of all faces in file units, or a problem with the place */
export function readPly(bytes: Uint8Array, onProgress?: OnProgress, signal?: AbortSignal): Result<SoupFile> {
  const header = readHeader(bytes);
  if (!header.ok) return header;
  const { encoding, elements } = header.value;
  const source = sourceOf(bytes, header.value);
  let positions: Float64Array | undefined;
  const soup = new SoupBuilder();
  const face: number[] = [];
  const short = (element: Element, i: number) =>
    fail(
      "ply.truncated",
      `The file says it has ${element.count.toLocaleString("en")} of "${element.name}" but ends at number ${i + 1}. It was cut short: copy or export it again.`,
      `byte ${bytes.length}`,
    );

  for (const element of elements) {
    const isVertex = element.name === "vertex",
      isFace = element.name === "face";
    const axes = ["x", "y", "z"].map((n) => element.properties.findIndex((p) => p.name === n && p.count === null));
    const list = element.properties.findIndex((p) => p.count !== null && /^vertex_ind(ex|ices)$/.test(p.name));
    if (isVertex && axes.some((a) => a < 0)) return fail("ply.vertex", `The vertices have no x, y and z. ${DAMAGED}`);
    if (isFace && list < 0) return fail("ply.face", `The faces have no list of vertices. ${DAMAGED}`);
    // Each element takes at least a byte for each of its properties: more than that cannot be there.
    if (element.count * Math.max(1, element.properties.length) > bytes.length)
      return short(element, Math.floor(bytes.length / Math.max(1, element.properties.length)));
    if (isVertex) positions = new Float64Array(element.count * 3);
    for (let i = 0; i < element.count; i++) {
      if (source.atEnd() && element.properties.length > 0) return short(element, i);
      for (const [k, property] of element.properties.entries()) {
        if (property.count === null) {
          const value = source.next(property.type);
          const axis = isVertex ? axes.indexOf(k) : -1;
          if (axis < 0) continue;
          if (!Number.isFinite(Math.fround(value))) {
            if (source.atEnd()) return short(element, i);
            return fail(
              "mesh.not-finite",
              `Vertex ${i + 1} has a coordinate that is not a number. Repair or export the model again.`,
              `byte ${source.at()}`,
            );
          }
          positions![i * 3 + axis] = value;
          continue;
        }
        const n = source.next(property.count);
        if (!Number.isInteger(n) || n < 0 || n > MOST_FACE_CORNERS) {
          if (source.atEnd()) return short(element, i);
          return fail(
            "ply.face",
            `"${property.name}" number ${i + 1} has a length of ${n}. The file is damaged: export the model again.`,
            `byte ${source.at()}`,
          );
        }
        face.length = 0;
        for (let c = 0; c < n; c++) {
          const index = source.next(property.type);
          if (!isFace || k !== list) continue;
          if (Number.isNaN(index) && source.atEnd()) return short(element, i);
          if (!positions || !Number.isInteger(index) || index < 0 || index * 3 >= positions.length)
            return fail(
              "ply.index",
              `Face ${i + 1} names vertex ${index}, which is not there. The file is damaged: export the model again.`,
              `byte ${source.at()}`,
            );
          face.push(index * 3);
        }
        if (isFace && k === list && face.length >= 3) soup.face(positions!, face);
      }
      if ((i & 0x3fff) === 0x3fff) {
        throwIfCancelled(signal);
        onProgress?.(Math.min(1, source.at() / bytes.length), "reading");
      }
    }
  }
  if (soup.triangles === 0)
    return fail("mesh.no-triangles", "The file has no faces in it, only points. Export the model again, as a mesh.");
  onProgress?.(1, "reading");
  return ok({
    format: encoding === "ascii" ? "ply-ascii" : "ply-binary",
    corners: soup.build(),
    bodies: oneBody("", soup.triangles),
    apart: false,
    warnings: [],
  });
}

/** Writes a binary little-endian PLY in the mesh's own units. */
export function writePly(mesh: { positions: Float32Array; indices: Uint32Array }): Uint8Array {
  const vertices = mesh.positions.length / 3,
    triangles = mesh.indices.length / 3;
  const head = new TextEncoder().encode(
    `ply\nformat binary_little_endian 1.0\nelement vertex ${vertices}\nproperty float x\nproperty float y\nproperty float z\nelement face ${triangles}\nproperty list uchar uint vertex_indices\nend_header\n`,
  );
  const bytes = new Uint8Array(head.length + vertices * 12 + triangles * 13);
  bytes.set(head);
  const view = new DataView(bytes.buffer);
  let at = head.length;
  for (const v of mesh.positions) {
    view.setFloat32(at, v, true);
    at += 4;
  }
  for (let t = 0; t < triangles; t++) {
    view.setUint8(at++, 3);
    for (let k = 0; k < 3; k++, at += 4) view.setUint32(at, mesh.indices[t * 3 + k], true);
  }
  return bytes;
}
