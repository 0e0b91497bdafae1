/** Which format a file is, by its content and not by its name, and the reader for it. */
import { fail, type OnProgress, type Result } from "../../units";
import type { SoupFile } from "../mesh";
import { readObj } from "./obj";
import { readPly } from "./ply";
import { readStl } from "./stl";
import { looksLikeZip, readThreeMf } from "./threemf";

/** What a file chooser should let through. */
export const MESH_ENDINGS = [".stl", ".obj", ".ply", ".3mf"];

const OBJ_LINE = /(^|\n)[ \t]*v[ \t]+[-+.\d]/;

/** Reads a mesh file of any known format. `countCopies`: see readThreeMf. */
export function readSoup(bytes: Uint8Array, onProgress?: OnProgress, signal?: AbortSignal, countCopies = false): Result<SoupFile> {
  if (looksLikeZip(bytes)) return readThreeMf(bytes, onProgress, signal, countCopies);
  if ((bytes[0] === 0xff && bytes[1] === 0xfe) || (bytes[0] === 0xfe && bytes[1] === 0xff))
    return fail("text.utf16", "The file is stored as UTF-16 text. Save it as plain text (UTF-8) and drop it again.", "byte 0");
  const head = new TextDecoder("latin1").decode(bytes.subarray(0, 65536));
  if (/^ply\r?\n/.test(head)) return readPly(bytes, onProgress, signal);
  // An STL of text begins with "solid"; a binary one holds zero bytes long before its first vertex could look like text.
  if (!/^\s*solid\b/i.test(head) && !head.slice(0, 2048).includes("\0") && OBJ_LINE.test(head)) return readObj(bytes, onProgress, signal);
  return readStl(bytes, onProgress, signal);
}
