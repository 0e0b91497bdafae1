/** The jobs of the mesh worker. Files go as Blobs, which are handed over by reference: the page never copies a mesh. */
import type { Crossings, FileUnit, Mended, MeshReport, MeshUnit, Up, WallFacts } from "../../core/mesh";
import type { PrintFacts, Printer } from "../../core/print";
import type { Sheet } from "../../core/sheet";

/** A mesh the worker is to work on: a stored file, or a size it builds a stand-in for. */
export type MeshSource =
  { kind: "file"; hash: string; file: Blob; unit: FileUnit } | { kind: "size"; sizeMm: [number, number, number]; shell: boolean };

/** A mesh as it is to be kept: STL. */
export interface KeptMesh {
  hash: string;
  file: Blob;
  report: MeshReport;
  outsideMm2: number;
}

interface ReadPart extends KeptMesh {
  name: string;
  copies: number;
}

interface ReadAnswer {
  format: string;
  unit: MeshUnit;
  parts: ReadPart[];
}

/** What was mended, and the mesh as it is now, in millimetres. */
/** What mending did; `joinedShells`: bodies that ran into each other and are one now. */
export type MendDid = Omit<Mended, "mesh"> & { joinedShells: number };
type MendAnswer = KeptMesh & { did: MendDid };

/** One part on its way into a file: its mesh, how many, and which of them are mirrored or of another size. */
export interface PartToWrite {
  name: string;
  source: MeshSource;
  factor: number;
  copies: number;
  mirrored: boolean;
}

export type WriteFormat = "stl" | "3mf" | "ply";

export interface TurntableMesh {
  /** Model millimetres. Large meshes come thinned out. */
  positions: Float32Array;
  indices: Uint32Array;
  thinned: boolean;
}

/** What each job takes and gives. */
export type Jobs = {
  read: { request: { file: Blob; unit: FileUnit | null }; answer: ReadAnswer };
  /** Report and walls of one stored mesh. */
  measure: { request: { source: MeshSource }; answer: { report: MeshReport; walls: WallFacts } };
  crossings: { request: { source: MeshSource }; answer: Crossings };
  mend: { request: { source: MeshSource }; answer: MendAnswer };
  /** `acrossMm`: how wide the rows of a 3MF may be; about a square when it is null. */
  write: { request: { parts: PartToWrite[]; format: WriteFormat; acrossMm: number | null }; answer: Blob };
  sheet: { request: { source: MeshSource; factor: number; up: Up }; answer: Sheet };
  print: { request: { source: MeshSource; factor: number; printer: Printer; up: Up | null }; answer: PrintFacts };
  turntable: { request: { source: MeshSource; factor: number }; answer: TurntableMesh };
};
export type JobName = keyof Jobs;
