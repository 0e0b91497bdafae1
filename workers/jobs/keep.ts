import { outsideAreaMm2, readMesh, writeStl, type FileUnit, type Mesh } from "../../core/mesh";
import { contentHash } from "../../core/project";
import { judge } from "../../core/results/compute";
import { ok, type Result } from "../../core/units";
import type { KeptMesh } from "../protocol";
import { solids } from "./reader";

/**
 * A mesh in the form in which it is stored: STL, so that a bundle holds one open format. What is said of it is found in exactly those
 * bytes, as it would be found again.
 */
export async function keep(mesh: Mesh, unit: FileUnit): Promise<Result<KeptMesh>> {
  const stl = writeStl(mesh);
  const read = readMesh(stl, unit);
  if (!read.ok) return read;
  await judge(read.value, solids);
  const { report, outsideMm2 } = read.value;
  return ok({ hash: await contentHash(stl), file: new Blob([stl as Uint8Array<ArrayBuffer>]), report, outsideMm2 });
}

/** A file that came as STL with one body is kept as it came: nothing is found anew. */
export async function keepAsItCame(bytes: Uint8Array, mesh: Mesh, report: KeptMesh["report"]): Promise<KeptMesh> {
  return { hash: await contentHash(bytes), file: new Blob([bytes as Uint8Array<ArrayBuffer>]), report, outsideMm2: outsideAreaMm2(mesh) };
}
