/** A step: what somebody does, or starts, at one go. Kinds of work unfold into steps; the schedule, the lanes and the calendar read them. */
import type { CautionId } from "../care";
import type { ProductId } from "../surface";
import type { Need } from "./needs";

export type Station = "print" | "surface" | "paint" | "assemble" | "ground";

/** What a record keeps of what its step rested on, so that later edits do not falsify what was learned. Plain words and figures. */
export type Rests = Record<string, string | number>;

/**
 * Material that a step is estimated to take, in the unit of its stock: a pot of the rack, what hides lines by its product, or a supply by what
 * it is of its kind.
 */
export type Taking =
  | { paintId: string; amount: number }
  | { product: ProductId; amount: number }
  | { supply: "glue" | "abrasive" | "filler" | "ground"; what: string; amount: number };

/** Work that is done in one go on many pieces. */
interface Session {
  /** What shares one setting up. */
  key: string;
  /** What is one go at the bench: the same paint with the same tool, whichever coat of a piece it is. */
  group: string;
  title: string;
  setUpS: number;
  /** Steps that share the setting up; each has its part of it in `handsOnS`. */
  shared?: number;
}

export interface Step {
  key: string;
  partId: string;
  partName: string;
  itemId: string;
  station: Station;
  title: string;
  /** The person's own time, s. */
  handsOnS: number;
  /** Unattended machine time that begins with the step, s; 0 when it is work by hand. */
  machineS: number;
  printerId: string | null;
  /** Setting or drying afterwards, before what depends on it, s. */
  waitS: number;
  after: string[];
  /** Setting up that is in `handsOnS`, and what shares it: steps of one session pay it once together. */
  session: Session | null;
  /** It may be left out: nothing needs it, and the piece is whole without it. In words, the same for steps that are left out together. */
  leave?: { words: string; together?: true };
  /** What must be there: a place where spraying is allowed, daylight. */
  needs: Need[];
  /** The scene it belongs to, where several are planned together and it is not the one that is open. */
  scene?: { id: string; name: string };
  /** How much sooner than by its own way to the end it is wanted, s: by its scene's rank and date. */
  urgencyS?: number;
  cautions: CautionId[];
  /** Pieces that it goes through. */
  pieces: number;
  /** Parts, or pieces of one, on the plate that is started or cleared; 0 for other steps. */
  onPlate: number;
  /** Parts or pieces that come off the plate with this step; 0 unless it clears one. */
  clears: number;
  /** Equal plates that are one step here: started and cleared one after the other, each when somebody is there. 1 for every other step. */
  plates: number;
  /** Whole parts that are there once the plate is cleared: none while pieces of one are still missing. */
  counts: number;
  takes: readonly Taking[];
  rests: Rests;
}
