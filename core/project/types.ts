/**
 * The shape of a project: one scene with its parts, its rack and its records. Plain data, stored as it is.
 * The order of work of a part is one list (`work`); steps, coat check, core sample and schedule all read that list.
 */
import type { CoatFamily, CoatMethod } from "../coat";
import type { GlueId, Material } from "../joint";
import type { FileUnit, MeshReport, Up } from "../mesh";
import type { Printer, PrintFacts } from "../print";
import type { Scale } from "../scale";
import type { SchoolId } from "../surface";

export interface Evening {
  /** 0 = Sunday. */
  weekday: number;
  /** Local wall-clock time, "19:00". */
  from: string;
  to: string;
}

export interface Scene {
  id: string;
  name: string;
  demo: boolean;
  scale: Scale;
  /** False until the user has answered who stands beside it. */
  scaleAnswered: boolean;
  viewingDistanceMm: number;
  printers: Printer[];
  evenings: Evening[];
  /** IANA name, so that evenings keep their wall-clock time over a clock change. */
  timeZone: string;
  /** ISO date the scene is to be ready by, if any. */
  readyBy: string | null;
  createdAt: number;
}

export type PartSource =
  | { kind: "mesh"; hash: string; fileName: string; unit: FileUnit; unitReason: string; report: MeshReport; outsideMm2: number }
  /** A size from a shop page. */
  | { kind: "typed"; sizeMm: [number, number, number]; shell: boolean }
  /** Made by hand. */
  | { kind: "scratch"; sizeMm: [number, number, number]; material: Material };

export interface TypedEstimate {
  timeS: number;
  massG: number;
  text: string;
}

export type WorkItem =
  | { id: string; kind: "print"; printerId: string; up: Up; typed: TypedEstimate | null }
  | { id: string; kind: "hide"; school: SchoolId; areaMm2: number; cuspMm: number; pitchMm: number; surface: string }
  | { id: string; kind: "coat"; paintId: string; method: CoatMethod; coats: number }
  | { id: string; kind: "glue"; glueId: GlueId; to: string; toMaterial: Material; gapMm: number; load: boolean }
  | { id: string; kind: "ground"; recipeId: string; areaMm2: number; depthMm: number }
  | { id: string; kind: "own"; title: string; handsOnS: number; waitS: number; family: CoatFamily | null; procedureId: string | null };

export interface Part {
  id: string;
  sceneId: string;
  name: string;
  source: PartSource;
  /** Model size ÷ file size. */
  factor: number;
  copies: number;
  /** Counted before this scene's records began. */
  goodBefore: number;
  failedBefore: number;
  work: WorkItem[];
  /** What each printer says, kept so that sums and the schedule need no worker. */
  prints: PrintFacts[];
  notes: string;
  order: number;
}

export interface Paint {
  id: string;
  sceneId: string;
  name: string;
  hex: string;
  family: CoatFamily;
  sheen: "matt" | "satin" | "gloss";
  stockMl: number;
}

/** A user's own step, kept for other parts. */
export interface Procedure {
  id: string;
  sceneId: string;
  title: string;
  handsOnS: number;
  waitS: number;
  family: CoatFamily | null;
}

export type StepResult = "good" | "partly" | "failed";

/** What really happened at one step. */
export interface StepRecord {
  id: string;
  sceneId: string;
  partId: string;
  stepKey: string;
  title: string;
  /** Whose time it was: the person's or a machine's. They are never added up. */
  time: "hands" | "machine";
  startedAt: number;
  finishedAt: number | null;
  /** Time planned when it was started, s: hands-on, or machine time for a print. */
  plannedS: number;
  waitS: number;
  result: StepResult | null;
  good: number;
  failed: number;
  wentWrong: string;
}

/** Everything of one scene but the meshes. */
export interface Project {
  scene: Scene;
  parts: Part[];
  paints: Paint[];
  procedures: Procedure[];
  records: StepRecord[];
}

/** Mesh files by content hash, as they were read. */
export type MeshBlobs = Map<string, Uint8Array>;
