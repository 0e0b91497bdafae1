/** A line of the ledger: what came, went, was seen or was thrown away of one thing. Lines are added, and struck out with what they came from. */
import type { Money } from "../units";

export const LINE_KINDS = {
  bought: "bought",
  took: "used",
  counted: "counted",
  corrected: "corrected",
  thrown: "thrown away",
} as const;
export type LineKind = keyof typeof LINE_KINDS;

/** What became of what was used. */
export const OUTCOMES = { good: "good work", failed: "failed work", trial: "trials" } as const;
export type Outcome = keyof typeof OUTCOMES;

export interface StockLine {
  id: string;
  demo?: boolean;
  at: number;
  kind: LineKind;
  /** The pot or supply that it is of. */
  itemId: string;
  /** In the unit of the thing. Of a count: how much was seen to be there; of a correction: how much more there is, below zero for less. */
  amount: number;
  /** Of what was bought: what it cost, whole; null where nobody said. */
  price?: Money | null;
  /** Of what was used; good where nobody said. */
  outcome?: Outcome;
  /** The record that it came with: struck out with it. */
  recordId?: string;
  sceneId?: string;
  partId?: string;
  plateId?: string;
  note?: string;
  /** Of what was taken off the shelf: what kind of thing it was, "paint" or a kind of supply. */
  was?: string;
}
