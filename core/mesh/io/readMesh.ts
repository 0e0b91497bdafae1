/** From the bytes of a file to welded meshes in millimetres with their reports: the whole way in. */
import { checkPartSize, fail, ok, PART_SIZE_LIMITS_MM, type OnProgress, type Result } from "../../units";
import { readSoup } from "./formats";
import { scaleMesh, type Mesh, type MeshFormat, type SoupBody, type SoupFile } from "../mesh";
import { outsideAreaMm2 } from "../analyse/raster";
import { reportMesh, type MeshReport, type MeshWarning } from "../analyse/report";
import type { Shells } from "../analyse/shells";
import { buildTopology, type Topology } from "../analyse/topology";
import { FILE_UNIT_MM, UNSTATED, type FileUnit, type MeshUnit } from "./fileUnit";
import { weld } from "../repair/weld";

/** One body of a file, measured. */
interface MeshBody {
  name: string;
  copies: number;
  /** As the file stores it, in the file's own unit. */
  raw: Mesh;
  /** Millimetres. */
  mesh: Mesh;
  report: MeshReport;
  /** What the reader of the file warns of. */
  fileWarnings: readonly MeshWarning[];
  /** What a brush reaches from outside, mm²: see outsideAreaMm2. */
  outsideMm2: number;
  topology: Topology;
  shells: Shells;
}

export interface MeshFile extends MeshBody {
  format: MeshFormat;
  unit: MeshUnit;
}

export interface PartsFile {
  format: MeshFormat;
  unit: MeshUnit;
  bodies: MeshBody[];
}

/**
 * Reads, welds, measures; everything in the file is one body. `unit` overrides what the file says; a file that says nothing is in millimetres.
 * A size larger than any part is refused with the question for the unit; an open mesh is read and its report says so.
 */
export function readMesh(bytes: Uint8Array, unit?: FileUnit, onProgress?: OnProgress, signal?: AbortSignal): Result<MeshFile> {
  const file = readSoup(bytes, (f, phase) => onProgress?.(f * 0.4, phase), signal);
  if (!file.ok) return file;
  const whole = weld(file.value.corners);
  onProgress?.(0.6, "joining corners");
  const chosen = unitOf(file.value, unit);
  const name = file.value.bodies[0]?.name ?? "";
  const body = measureBody(whole, name, 1, file.value, chosen, (f, phase) => onProgress?.(0.6 + f * 0.4, phase), signal);
  return body.ok ? ok({ ...body.value, format: file.value.format, unit: chosen }) : body;
}

/**
 * As readMesh, but a body each for the items of a build and for groups that are closed by themselves. Groups that only close
 * together are pieces of one surface: they stay one body, and its report says so.
 * @param countCopies one body for all items that are the same thing; see readThreeMf
 */
export function readParts(
  bytes: Uint8Array,
  unit?: FileUnit,
  countCopies = false,
  onProgress?: OnProgress,
  signal?: AbortSignal,
): Result<PartsFile> {
  const file = readSoup(bytes, (f, phase) => onProgress?.(f * 0.4, phase), signal, countCopies);
  if (!file.ok) return file;
  const { corners, bodies, apart, format } = file.value;
  const whole = weld(corners);
  signal?.throwIfAborted();
  const chosen = unitOf(file.value, unit);
  const single: SoupBody = { name: bodies[0]?.name ?? "", runs: [], copies: 1 };
  let wanted = bodies.length === 1 ? [{ body: { ...single, copies: bodies[0].copies }, mesh: whole }] : [];
  if (bodies.length > 1) {
    wanted = bodies.map((body) => ({ body, mesh: weld(cornersOf(corners, body)) }));
    if (
      !apart &&
      !closedApart(
        whole,
        wanted.map((w) => w.mesh),
      )
    ) {
      wanted = [{ body: { ...single, name: "" }, mesh: whole }];
      file.value.warnings.push({
        code: "mesh.groups-kept",
        message: "The file has several groups that only form a closed surface together, so they were kept as one part.",
        count: bodies.length,
      });
    }
  }
  const out: MeshBody[] = [];
  for (const [i, { body, mesh }] of wanted.entries()) {
    const share = 0.5 / wanted.length;
    const measured = measureBody(
      mesh,
      body.name,
      body.copies,
      file.value,
      chosen,
      (f, phase) => onProgress?.(0.5 + share * (i + f), phase),
      signal,
    );
    if (!measured.ok) return { ok: false, problem: { ...measured.problem, where: body.name || measured.problem.where } };
    out.push(measured.value);
  }
  return ok({ format, unit: chosen, bodies: out });
}

function unitOf(file: SoupFile, given: FileUnit | undefined): MeshUnit {
  if (given) return { name: given, guessed: false, reason: "Chosen by you." };
  if (file.unit) return { name: file.unit, guessed: false, reason: "Set in the file." };
  return UNSTATED;
}

function cornersOf(corners: Float32Array, body: SoupBody): Float32Array {
  if (body.runs.length === 1) return corners.subarray(body.runs[0][0] * 9, body.runs[0][1] * 9);
  const out = new Float32Array(body.runs.reduce((n, [from, to]) => n + to - from, 0) * 9);
  let at = 0;
  for (const [from, to] of body.runs) {
    out.set(corners.subarray(from * 9, to * 9), at);
    at += (to - from) * 9;
  }
  return out;
}

/** Does taking the groups apart open no edge that is closed in the whole? */
function closedApart(whole: Mesh, groups: readonly Mesh[]): boolean {
  const open = (m: Mesh): number => {
    const t = buildTopology(m);
    return t.boundaryEdges + t.nonManifoldEdges;
  };
  return groups.reduce((n, g) => n + open(g), 0) <= open(whole);
}

function measureBody(
  raw: Mesh,
  name: string,
  copies: number,
  file: SoupFile,
  unit: MeshUnit,
  onProgress?: OnProgress,
  signal?: AbortSignal,
): Result<MeshBody> {
  const mesh = scaleMesh(raw, FILE_UNIT_MM[unit.name]);
  const { report, topology, shells } = reportMesh(mesh, onProgress, signal);
  if (report.shells === 0)
    return fail(
      "mesh.degenerate-only",
      "Every triangle in the file is a line or a point, so there is no surface to measure. Export the model again.",
    );
  const size = report.bounds.size;
  // Too large to be a part is refused; too small may be another unit, which is asked with the mesh in hand.
  if (Math.max(...size) > PART_SIZE_LIMITS_MM.most) return checkPartSize(size) as Result<never>;
  return ok({ name, copies, raw, mesh, report, fileWarnings: file.warnings, topology, shells, outsideMm2: outsideAreaMm2(mesh) });
}
