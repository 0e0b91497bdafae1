/** Parts as files for any slicer: one mesh as STL or PLY, any number as 3MF, in millimetres at the size they are to be printed. */
import { runJob } from "../../workers/client";
import type { PartToWrite, WriteFormat } from "../../workers/protocol";
import type { Turn } from "~core/mesh";
import { fail, ok, type Result } from "~core/units";
import { kindsOfCopies, variationWords, type Part, type Variation } from "~core/project";
import { download, fileName } from "./files/download";
import { meshSourceOf } from "~app/data/results.client";

/** A part and its copies that differ, each as what is to be written. `copies` in all; what does not differ is written last. */
export const piecesOf = (part: Part, copies: number): Omit<PartToWrite, "source">[] =>
  kindsOfCopies({ ...part, copies }).map((kind) => pieceOf(part, kind.variation, kind.copies));

/** So many copies of a part, as it is or as one of its variations. */
export function pieceOf(part: Part, variation: Variation | null, copies: number): Omit<PartToWrite, "source"> {
  const words = variation ? variationWords(variation) : "";
  return {
    name: words ? `${part.name}, ${words}` : part.name,
    factor: (part.factor * (variation?.percent ?? 100)) / 100,
    copies,
    mirrored: variation?.mirrored ?? false,
  };
}

const TYPES: Record<WriteFormat, string> = { stl: "model/stl", "3mf": "model/3mf", ply: "application/octet-stream" };

/** Writes and downloads. Parts made by hand are left out. `turn`: as it lies on the plate. `acrossMm`: width of the plate's rows, for 3MF. */
export async function writeParts(
  wanted: readonly { part: Part; copies: number; turn?: Turn }[],
  format: WriteFormat,
  name: string,
  acrossMm: number | null = null,
): Promise<Result<number>> {
  const parts: PartToWrite[] = [];
  for (const { part, copies, turn } of wanted) {
    if (part.source.kind === "scratch" || copies <= 0) continue;
    const source = await meshSourceOf(part);
    if (!source.ok) return source;
    for (const piece of piecesOf(part, copies)) parts.push({ ...piece, source: source.value, ...(turn && { turn }) });
  }
  if (parts.length === 0) return fail("write.nothing", "None of these are printed.");
  const written = await runJob("write", { parts, format, acrossMm });
  if (!written.ok) return written;
  download(fileName(name, format), written.value, TYPES[format]);
  return ok(parts.reduce((n, p) => n + p.copies, 0));
}
