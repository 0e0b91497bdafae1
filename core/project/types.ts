/**
 * The shape of a project: one scene with its parts, its rack and its records. Plain data, stored as it is.
 * The order of work of a part is one list (`work`); steps, coat check, core sample and schedule all read that list.
 */
import type { CoatFamily, CoatMethod } from "../coat";
import type { GlueId, Material } from "../joint";
import type { Money } from "../measure";
import type { FileUnit, MeshReport, Up, WallFacts } from "../mesh";
import type { Printer, PrintFacts } from "../print";
import type { RealThing, Scale } from "../scale";
import type { Configuration, Fidelity, Finish, Handling, Home, HouseStandards, RealDimension, Reference } from "../subject";
import type { SchoolId } from "../surface";

export interface Evening {
  /** 0 = Sunday. */
  weekday: number;
  /** Local wall-clock time, "19:00". */
  from: string;
  to: string;
}

interface SecondaryScale {
  ratio: number;
  use: "forced perspective" | "background";
}

/** What a scene chooses once; a part may differ. */
export interface Choices {
  fidelity: Fidelity;
  handling: Handling;
  finish: Finish;
  viewingDistanceMm: number;
}

export interface Scene {
  id: string;
  name: string;
  demo: boolean;
  scale: Scale;
  /** False until the user has answered who stands beside it. */
  scaleAnswered: boolean;
  /** A smaller scale for what stands further back, if there is one. */
  secondary: SecondaryScale | null;
  viewingDistanceMm: number;
  fidelity: Fidelity;
  handling: Handling;
  finish: Finish;
  house: HouseStandards;
  homes: Home[];
  /** The dimension sheet of the real thing. */
  dimensions: RealDimension[];
  references: Reference[];
  /** Known things that the user has added. */
  ownThings: RealThing[];
  printers: Printer[];
  evenings: Evening[];
  /** IANA name, so that evenings keep their wall-clock time over a clock change. */
  timeZone: string;
  /** ISO date the scene is to be ready by, if any. */
  readyBy: string | null;
  createdAt: number;
}

export type PartSource =
  | {
      kind: "mesh";
      hash: string;
      fileName: string;
      unit: FileUnit;
      unitReason: string;
      report: MeshReport;
      outsideMm2: number;
      walls: WallFacts | null;
    }
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

/** A length on the part whose real size is known: what its own scale is inferred from. */
export interface Sighting {
  id: string;
  thing: string;
  lowRealMm: number;
  highRealMm: number;
  /** In the size of the file, so that it holds at any factor. */
  fileMm: number;
  how: "picked" | "typed";
}

/** What the part was before it was mended, replaced or reprinted with changes. */
export interface PartVersion {
  source: PartSource;
  factor: number;
  at: number;
  note: string;
}

/** Copies that differ from the others. */
export interface Variation {
  id: string;
  copies: number;
  mirrored: boolean;
  /** Of the part's own size. */
  percent: number;
  /** "open", "shut" and the like. */
  state: string;
  extraColour: string;
}

/** How many pieces have got how far, where no finished step says it. */
export interface Tally {
  fitted: number;
  primed: number;
  painted: number;
  placed: number;
}

/** What of the house standards the part has, in the size of the file. */
export interface OwnMeasures {
  clipSlotMm: number | null;
  wallHeightMm: number | null;
  baseMm: number | null;
  groundHex: string | null;
}

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
  group: string;
  tags: string[];
  /** Content hashes of its photos. */
  pictures: string[];
  licence: string;
  /** What the file cost. */
  fileCost: Money | null;
  /** Earlier versions, newest last. */
  versions: PartVersion[];
  tally: Tally;
  /** Has a right way round, or its own place: wants to be on a placement map. */
  placedByMap: boolean;
  variations: Variation[];
  sightings: Sighting[];
  measures: OwnMeasures;
  /** Other ways it can be than as measured: folded, taken apart. File size. */
  configurations: Configuration[];
  /** What its surfaces are in real life, by the surface's name. */
  materials: { surface: string; material: string }[];
  /** Where it differs from what the scene chose. */
  differs: Partial<Choices>;
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

type StepResult = "good" | "partly" | "failed";

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
  /** The clock was set back during the step, or it was left open over night: its end says nothing about how long it took. */
  untimed?: boolean;
  /** What the user says that it took, s: it wins over the clock. */
  saidS?: number;
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

/** Mesh files, or pictures, by content hash, as they were read. */
export type MeshBlobs = Map<string, Uint8Array>;
