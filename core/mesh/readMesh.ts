/** From the bytes of a file to a welded mesh in millimetres with its report: the whole way in. */
import { checkPartSize, fail, ok, type OnProgress, type Result } from "../measure";
import { readSoup } from "./formats";
import { boundsOf, scaleMesh, type Mesh, type MeshFormat } from "./mesh";
import { outsideAreaMm2 } from "./raster";
import { reportMesh, type MeshReport } from "./report";
import type { Topology } from "./topology";
import { FILE_UNIT_MM, guessUnit, type FileUnit, type UnitGuess } from "./unitGuess";
import { weld } from "./weld";

export interface MeshFile {
  format: MeshFormat;
  unit: UnitGuess;
  names: string[];
  /** As the file stores it, in the file's own unit. */
  raw: Mesh;
  /** Millimetres. */
  mesh: Mesh;
  report: MeshReport;
  /** What a brush reaches from outside, mm²: see outsideAreaMm2. */
  outsideMm2: number;
  topology: Topology;
}

/**
 * Reads, welds, measures. `unit` overrides the guess.
 * A size that cannot be is refused with the question for the unit; an open mesh is read and its report says so.
 */
export function readMesh(bytes: Uint8Array, unit?: FileUnit, onProgress?: OnProgress, signal?: AbortSignal): Result<MeshFile> {
  const file = readSoup(bytes, (f, phase) => onProgress?.(f * 0.4, phase), signal);
  if (!file.ok) return file;
  const welded = weld(file.value.corners);
  onProgress?.(0.6, "joining corners");
  signal?.throwIfAborted();
  const box = boundsOf(welded.positions);
  const chosen: UnitGuess = unit ? { name: unit, guessed: false, reason: "You chose it." } : guessUnit(Math.max(...box.size));
  const mesh = scaleMesh(welded, FILE_UNIT_MM[chosen.name]);
  const { report, topology } = reportMesh(mesh, (f, phase) => onProgress?.(0.6 + f * 0.4, phase), signal);
  if (report.shells === 0)
    return fail(
      "mesh.degenerate-only",
      "Every triangle in the file is a line or a point: there is no surface to measure. Export the model again.",
    );
  const size = report.bounds.size;
  const sensible = checkPartSize([Math.max(size[0], 1e-9), Math.max(size[1], 1e-9), Math.max(size[2], 1e-9)]);
  if (!sensible.ok) return sensible;
  report.warnings.push(...file.value.warnings);
  return ok({
    format: file.value.format,
    unit: chosen,
    names: file.value.names,
    raw: welded,
    mesh,
    report,
    topology,
    outsideMm2: outsideAreaMm2(mesh),
  });
}
