/**
 * OBJ, the common text format: `v` lines hold vertices, `f` lines faces of any size, counted from 1, or backwards from
 * the last vertex when negative. Only geometry is read; texture, normals, materials, lines and curves are passed over.
 * Linear in the size of the file; a line ended by a backslash goes on in the next.
 */
import { fail, ok, throwIfCancelled, type OnProgress, type Result } from "../../units";
import { NumberCursor } from "./asciiNumbers";
import { BodyRuns, MOST_FACE_CORNERS, SoupBuilder } from "./soup";
import type { SoupFile } from "../mesh";

const CHUNK_LINES = 1 << 15;
/** A byte that ends a line, or the file. */
const ends = (b: number | undefined): boolean => b === undefined || b === 10 || b === 13;

/** @returns the corners of all faces in file units with the objects and groups they belong to, or a problem with its line */
export function readObj(bytes: Uint8Array, onProgress?: OnProgress, signal?: AbortSignal): Result<SoupFile> {
  const cursor = new NumberCursor(bytes);
  let positions = new Float64Array(3 * 1024);
  let vertices = 0;
  const soup = new SoupBuilder();
  const bodies = new BodyRuns();
  const face: number[] = [];
  let line = 1;
  let skipped = 0;

  while (cursor.at < bytes.length) {
    skipBlanks();
    const b = bytes[cursor.at],
      next = bytes[cursor.at + 1];
    if (b === 118 && (next === 32 || next === 9)) {
      cursor.at++;
      if ((vertices + 1) * 3 > positions.length) {
        const bigger = new Float64Array(positions.length * 2);
        bigger.set(positions);
        positions = bigger;
      }
      for (let k = 0; k < 3; k++) {
        skipBlanks();
        const v = ends(bytes[cursor.at]) ? NaN : cursor.number();
        if (!Number.isFinite(Math.fround(v)))
          return fail(
            "mesh.not-finite",
            "A vertex has a coordinate that is not a number. Repair or export the model again.",
            `line ${line}`,
          );
        positions[vertices * 3 + k] = v;
      }
      vertices++;
    } else if (b === 102 && (next === 32 || next === 9)) {
      cursor.at++;
      const problem = readFace();
      if (problem) return problem;
    } else if ((b === 111 || b === 103) && (next === 32 || next === 9)) {
      cursor.at++;
      bodies.begin(cursor.restOfLine(), soup.triangles);
    } else if (!ends(b) && b !== 35 && !KNOWN.has(wordHere())) skipped++;
    skipLine();
    if ((line & (CHUNK_LINES - 1)) === 0) {
      throwIfCancelled(signal);
      onProgress?.(cursor.at / bytes.length, "reading");
    }
  }
  if (soup.triangles === 0)
    return fail("mesh.no-triangles", "The file has no faces in it. Export the model again, as a mesh.", `line ${line}`);
  onProgress?.(1, "reading");
  const warnings =
    skipped > 0 ? [{ code: "obj.skipped", message: `${skipped} lines could not be read and were skipped.`, count: skipped }] : [];
  return ok({ format: "obj", corners: soup.build(), bodies: bodies.end(soup.triangles), apart: false, warnings });

  /** Blanks within a line, and a backslash that joins it to the next. */
  function skipBlanks(): void {
    for (;;) {
      const c = bytes[cursor.at];
      if (c === 32 || c === 9) cursor.at++;
      else if (c === 92 && ends(bytes[cursor.at + 1])) {
        cursor.at += bytes[cursor.at + 1] === 13 && bytes[cursor.at + 2] === 10 ? 3 : 2;
        line++;
      } else return;
    }
  }

  function skipLine(): void {
    let i = cursor.at;
    while (i < bytes.length && bytes[i] !== 10 && bytes[i] !== 13) i++;
    if (bytes[i] === 13 && bytes[i + 1] === 10) i++;
    cursor.at = i + 1;
    line++;
  }

  function wordHere(): string {
    let s = "";
    for (let i = cursor.at; i < bytes.length && bytes[i] > 32 && s.length < 12; i++) s += String.fromCharCode(bytes[i]);
    return s.toLowerCase();
  }

  function readFace(): { ok: false; problem: { code: string; message: string; where?: string } } | null {
    face.length = 0;
    for (;;) {
      skipBlanks();
      let i = cursor.at;
      if (ends(bytes[i]) || bytes[i] === 35) break;
      let negative = false;
      if (bytes[i] === 45) {
        negative = true;
        i++;
      }
      let n = 0;
      const first = i;
      while (bytes[i] >= 48 && bytes[i] <= 57) n = n * 10 + (bytes[i++] - 48);
      if (i === first) return fail("obj.face", "A face names something that is no vertex number. Export the model again.", `line ${line}`);
      const index = negative ? vertices - n : n - 1;
      if (n === 0 || index < 0 || index >= vertices)
        return fail(
          "obj.index",
          `A face names vertex ${negative ? "-" : ""}${n}, but there are ${vertices} before it. The file is damaged: export the model again.`,
          `line ${line}`,
        );
      if (face.length >= MOST_FACE_CORNERS)
        return fail(
          "obj.face",
          `A face has more than ${MOST_FACE_CORNERS} corners. The file is damaged: export the model again.`,
          `line ${line}`,
        );
      face.push(index * 3);
      // The rest of "12/3/4" is texture and normal.
      while (i < bytes.length && bytes[i] > 32) i++;
      cursor.at = i;
    }
    if (face.length < 3)
      return fail("obj.face", `A face has ${face.length} corners; it takes three. Export the model again.`, `line ${line}`);
    soup.face(positions, face);
    return null;
  }
}

/** Words of the format that carry no geometry of ours. */
const KNOWN = new Set([
  "vt",
  "vn",
  "vp",
  "s",
  "l",
  "p",
  "usemtl",
  "mtllib",
  "o",
  "g",
  "mg",
  "cstype",
  "deg",
  "curv",
  "surf",
  "parm",
  "end",
  "bevel",
  "c_interp",
  "d_interp",
  "lod",
]);
