/** What is kept of one print: the settings as they were, what was on the plate, what became of it. A snapshot: later edits change nothing of it. */
import type { Turn } from "../../mesh";
import type { PrintProfile } from "../printers";

/** Why a print failed, as far as whoever stood there can tell; from outside: it says nothing of printer, material or part. */
export const FAILURE_CAUSES = {
  "no-start": { words: "did not stick at the start", start: true, outside: false, process: "both" },
  "corner-lift": { words: "a corner lifted", start: false, outside: false, process: "fdm" },
  knocked: { words: "came off the plate", start: false, outside: false, process: "both" },
  clog: { words: "the nozzle clogged", start: false, outside: false, process: "fdm" },
  shift: { words: "layers shifted", start: false, outside: false, process: "fdm" },
  "supports-let-go": { words: "supports let go", start: false, outside: false, process: "both" },
  "on-the-film": { words: "stuck to the film", start: true, outside: false, process: "resin" },
  "empty-spool": { words: "spool or bottle ran out", start: false, outside: true, process: "both" },
  "power-cut": { words: "power cut", start: false, outside: true, process: "both" },
  stopped: { words: "stopped by hand", start: false, outside: true, process: "both" },
  other: { words: "something else", start: false, outside: false, process: "both" },
} as const satisfies Record<string, { words: string; start: boolean; outside: boolean; process: "fdm" | "resin" | "both" }>;
export type FailureCause = keyof typeof FAILURE_CAUSES;

/** What is seen at a print that did not fail by it: one press each. */
export const OBSERVATIONS = {
  "came-off-easily": "came off easily",
  "hard-to-take-off": "hard to remove",
  curled: "an edge curled",
  "first-layer-in-part": "first layer partly came off",
  strings: "strings",
  "soft-detail": "detail is flooded",
} as const;
export type Observation = keyof typeof OBSERVATIONS;

/** A print that took more than this times the model stood finished until somebody came, or was another plate. Common practice, no source. */
const STOOD = 2.5;

/** Does a print that took so many times the model's hours say anything of its printer? */
export const teachesHours = (timeRatio: number): boolean => timeRatio <= STOOD && timeRatio >= 1 / STOOD;

/** Pieces of one part on the plate. */
export interface PrintedPieces {
  partId: string;
  name: string;
  pieces: number;
}

export interface Measured {
  id: string;
  what: string;
  nominalMm: number;
  measuredMm: number;
}

export interface PrintRecord {
  printerId: string;
  printer: string;
  profile: PrintProfile;
  /** Spool or bottle that was on, as it was called. */
  supplyId: string | null;
  material: string;
  /** The plate that it was, and how each piece lay; null for a plate of one part from its own order of work. */
  plateId: string | null;
  pieces: PrintedPieces[];
  layers: number;
  /** How the first part lay. */
  turn: Turn;
  plannedMassG: number;
  /** What the model alone said, before anything was learned: what the print teaches is told against it. */
  modelS: number;
  modelMassG: number;
  /** Weighed or told by the machine; null where nobody said. */
  massG: number | null;
  failure: { cause: FailureCause; layer: number | null } | null;
  observed: Observation[];
  measured: Measured[];
  photos: string[];
  /** A pair of printer and material that was new: what was chosen. */
  gate: "known" | "tested first" | "went on";
  /** A test print: it makes no piece of the scene. */
  test: boolean;
}
