/**
 * A computed figure that can answer "why?": its value with a range, the formula, the inputs and what was assumed.
 * Units are those of the owner and stand in the field name (`timeS`, `massG`).
 */

/** Where an assumption comes from. The interface shows which, beside the text. */
export type SourceKind = "published" | "practice" | "memory" | "own record" | "typed" | "model";

export interface Assumption {
  text: string;
  kind: SourceKind;
  /** The publication, when there is one. */
  source?: string;
}

export interface Figure {
  value: number;
  low: number;
  high: number;
  formula: string;
  inputs: { name: string; value: string }[];
  assumptions: Assumption[];
}
