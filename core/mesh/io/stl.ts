/**
 * STL, binary and ASCII. The format is the common public one: an 80-byte header, a 32-bit count and 50 bytes a facet,
 * or the words solid / facet / vertex. Facet normals in the file are ignored: the winding says the same.
 *
 * Linear in the size of the file. The count in the header is only believed when the file is long enough to hold it.
 */
import { fail, ok, throwIfCancelled, type OnProgress, type Result } from "../../units";
import { oneBody, type SoupFile } from "../mesh";
import { BodyRuns } from "./soup";
import { NumberCursor } from "./asciiNumbers";

const HEADER = 84;
const FACET = 50;

const startsWithSolid = (bytes: Uint8Array): boolean => {
  let i = 0;
  if (bytes[0] === 0xef && bytes[1] === 0xbb && bytes[2] === 0xbf) i = 3; // byte order mark
  while (i < bytes.length && i < 256 && bytes[i] <= 32) i++;
  return bytes.length >= i + 5 && new TextDecoder().decode(bytes.subarray(i, i + 5)).toLowerCase() === "solid";
};

const looksLikeText = (bytes: Uint8Array): boolean => {
  const end = Math.min(bytes.length, 4096);
  for (let i = 0; i < end; i++) {
    const b = bytes[i];
    if (b === 0 || b < 9 || (b > 13 && b < 32)) return false;
  }
  return true;
};

/**
 * Reads an STL file by its content, not by its name.
 * @param bytes the whole file
 * @param onProgress called with the share of the file that was read
 * @returns the corners (file units) and the names of the solids, or a problem with the byte or line it sits at
 */
export function readStl(bytes: Uint8Array, onProgress?: OnProgress, signal?: AbortSignal): Result<SoupFile> {
  if (bytes.length === 0) return fail("stl.empty", "The file is empty. Export it again and drop the new one.", "byte 0");
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const count = bytes.length >= HEADER ? view.getUint32(80, true) : -1;
  const fitsExactly = count >= 0 && HEADER + count * FACET === bytes.length;
  // Some programs begin binary files with "solid" too: the length decides first.
  if (!fitsExactly && startsWithSolid(bytes) && looksLikeText(bytes)) return readAscii(bytes, onProgress, signal);
  if (bytes.length < HEADER || (!fitsExactly && looksLikeText(bytes)))
    return fail("mesh.unknown", "This is not a mesh that can be read here. Drop an STL, OBJ or PLY file.", "byte 0");
  return readBinary(bytes, view, count, onProgress, signal);
}

function readBinary(bytes: Uint8Array, view: DataView, count: number, onProgress?: OnProgress, signal?: AbortSignal): Result<SoupFile> {
  const holds = Math.floor((bytes.length - HEADER) / FACET);
  if (count > holds)
    return fail(
      "stl.truncated",
      `The file says it has ${count.toLocaleString("en")} triangles but ends after ${holds.toLocaleString("en")}. It was cut short: copy or export it again.`,
      `byte ${bytes.length}`,
    );
  if (count === 0) return fail("mesh.no-triangles", "The file has no triangles in it. Export the model again.", "byte 80");
  const corners = new Float32Array(count * 9);
  const out = new Uint32Array(corners.buffer);
  const CHUNK = 1 << 17;
  // Facets are 50 bytes: every second one lies on a multiple of four bytes and is read in words, the others in halves.
  const aligned = bytes.byteOffset % 4 === 0;
  const words = aligned ? new Uint32Array(bytes.buffer, bytes.byteOffset, bytes.length >> 2) : undefined;
  const halves = aligned ? new Uint16Array(bytes.buffer, bytes.byteOffset, bytes.length >> 1) : undefined;
  for (let first = 0; first < count; first += CHUNK) {
    throwIfCancelled(signal);
    const last = Math.min(count, first + CHUNK);
    let o = first * 9;
    for (let t = first; t < last; t++) {
      const at = HEADER + t * FACET + 12;
      if (!words || !halves) for (let k = 0; k < 9; k++) out[o++] = view.getUint32(at + k * 4, true);
      else if ((at & 3) === 0) for (let w = at >> 2, k = 0; k < 9; k++) out[o++] = words[w++];
      else for (let h = at >> 1, k = 0; k < 9; k++, h += 2) out[o++] = halves[h] | (halves[h + 1] << 16);
    }
    onProgress?.(last / count, "reading");
  }
  for (let i = 0; i < out.length; i++) {
    // All exponent bits set: infinite or not a number.
    if ((out[i] & 0x7f800000) === 0x7f800000) {
      const triangle = Math.floor(i / 9);
      return fail(
        "mesh.not-finite",
        `Triangle ${triangle + 1} has a coordinate that is not a number. The export went wrong: repair or export the model again.`,
        `byte ${HEADER + triangle * FACET + 12 + (i % 9) * 4}`,
      );
    }
  }
  const warnings: SoupFile["warnings"] = [];
  const left = bytes.length - HEADER - count * FACET;
  if (left > 0) warnings.push({ code: "stl.trailing", message: `${left} bytes after the last triangle were ignored.`, count: left });
  return ok({ format: "stl-binary", corners, bodies: oneBody("", count), apart: false, warnings });
}

function lineOf(bytes: Uint8Array, at: number): number {
  let line = 1;
  for (let i = 0; i < at && i < bytes.length; i++) if (bytes[i] === 10) line++;
  return line;
}

function readAscii(bytes: Uint8Array, onProgress?: OnProgress, signal?: AbortSignal): Result<SoupFile> {
  const cursor = new NumberCursor(bytes);
  let corners = new Float32Array(9 * 1024);
  let used = 0;
  const bodies = new BodyRuns();
  const where = (): string => `line ${lineOf(bytes, cursor.at)}`;
  let inFacet = 0;
  let inSolid = false;
  let step = 0;
  for (;;) {
    const word = cursor.word();
    if (word === "") break;
    if (word === "vertex") {
      if (used + 3 > corners.length) {
        const bigger = new Float32Array(corners.length * 2);
        bigger.set(corners);
        corners = bigger;
      }
      for (let k = 0; k < 3; k++) {
        const v = cursor.number();
        if (!Number.isFinite(Math.fround(v)))
          return fail("mesh.not-finite", "A vertex has a coordinate that is not a number. Repair or export the model again.", where());
        corners[used++] = v;
      }
      inFacet++;
      if ((++step & 0xffff) === 0) {
        throwIfCancelled(signal);
        onProgress?.(cursor.at / bytes.length, "reading");
      }
    } else if (word === "facet") {
      inFacet = 0;
      cursor.restOfLine();
    } else if (word === "endfacet") {
      if (inFacet !== 3) return fail("stl.facet", `A facet has ${inFacet} corners instead of 3. Export the model again.`, where());
    } else if (word === "outer" || word === "endloop") {
      if (word === "outer") cursor.word();
    } else if (word === "solid" || word === "\ufeffsolid" || word === "ï»¿solid") {
      inSolid = true;
      bodies.begin(cursor.restOfLine(), used / 9);
    } else if (word === "endsolid") {
      inSolid = false;
      cursor.restOfLine();
    } else {
      return fail(
        "stl.word",
        `"${word}" does not belong in an STL file. It may be damaged or be something else: export it again.`,
        where(),
      );
    }
  }
  if (used % 9 !== 0 || inSolid)
    return fail("stl.truncated", "The file ends in the middle of a solid. It was cut short: copy or export it again.", where());
  if (used === 0) return fail("mesh.no-triangles", "The file has no triangles in it. Export the model again.", "line 1");
  onProgress?.(1, "reading");
  return ok({ format: "stl-ascii", corners: corners.slice(0, used), bodies: bodies.end(used / 9), apart: false, warnings: [] });
}

/** Writes a binary STL in the mesh's own units (normals are left zero, as readers recompute them). */
export function writeStl(mesh: { positions: Float32Array; indices: Uint32Array }): Uint8Array {
  const count = mesh.indices.length / 3;
  const bytes = new Uint8Array(HEADER + count * FACET);
  const view = new DataView(bytes.buffer);
  view.setUint32(80, count, true);
  for (let t = 0; t < count; t++) {
    let at = HEADER + t * FACET + 12;
    for (let k = 0; k < 3; k++) {
      const v = mesh.indices[t * 3 + k] * 3;
      for (let c = 0; c < 3; c++, at += 4) view.setFloat32(at, mesh.positions[v + c], true);
    }
  }
  return bytes;
}
