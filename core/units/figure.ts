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

/** What answers "why this figure?". */
export interface Reasons {
  formula: string;
  inputs: { name: string; value: string }[];
  assumptions: Assumption[];
}

export interface Figure {
  value: number;
  low: number;
  high: number;
  formula: string;
  inputs: { name: string; value: string }[];
  assumptions: Assumption[];
}

/** "34 g to 63 g": one figure where both ends read the same. */
export function formatSpan({ low, high }: { low: number; high: number }, format: (n: number) => string): string {
  // Neither end is broken over two lines.
  const [a, b] = [low, high].map((n) => format(n).replace(/ /g, "\u00a0"));
  return a === b ? a : `${a} to ${b}`;
}
