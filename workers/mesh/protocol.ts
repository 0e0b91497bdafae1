/** Messages between the page and the mesh worker. Plain data; buffers are transferred. */
import type { FileUnit, MeshReport, UnitGuess, Up } from "../../core/mesh";
import type { Problem } from "../../core/measure";
import type { PrintFacts, Printer } from "../../core/print";
import type { Sheet } from "../../core/sheet";

/** A mesh the worker is to work on: a stored file, or a size it builds a stand-in for. */
export type MeshSource =
  { kind: "file"; hash: string; bytes: Uint8Array; unit: FileUnit } | { kind: "size"; sizeMm: [number, number, number]; shell: boolean };

export interface ReadAnswer {
  hash: string;
  bytes: Uint8Array;
  format: string;
  unit: UnitGuess;
  names: string[];
  report: MeshReport;
  outsideMm2: number;
}

export interface TurntableMesh {
  positions: Float32Array;
  indices: Uint32Array;
}

/** What each job takes and gives. */
export interface Jobs {
  read: { request: { bytes: Uint8Array; unit: FileUnit | null }; answer: ReadAnswer };
  sheet: { request: { source: MeshSource; factor: number; up: Up }; answer: Sheet };
  print: { request: { source: MeshSource; factor: number; printer: Printer; up: Up | null }; answer: PrintFacts };
  turntable: { request: { source: MeshSource; factor: number }; answer: TurntableMesh };
}
export type JobName = keyof Jobs;

export type ToWorker =
  { [N in JobName]: { type: "run"; id: number; job: N; request: Jobs[N]["request"] } }[JobName] | { type: "cancel"; id: number };

export type FromWorker =
  | { type: "progress"; id: number; fraction: number; phase: string }
  | { type: "done"; id: number; answer: Jobs[JobName]["answer"] }
  | { type: "problem"; id: number; problem: Problem };
