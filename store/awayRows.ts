/** Rows of lists that went to another device or came from one. */
import type { AwayList, AwayStep, Handed } from "../core/away";

/** A go that is in hand on this device. */
export interface CarriedGo {
  /** Its place on the list. */
  go: number;
  from: number;
  ticked: number[];
}

export interface CarriedRow {
  id: string;
  role: "carried";
  at: number;
  list: AwayList;
  openedAt: number;
  /** The code it was fetched by, so that the answer finds its way; null where it came as a file. */
  code: string | null;
  inHand: CarriedGo | null;
  said: AwayStep[];
  pictures: { n: number; hash: string; file: Blob }[];
  /** Notes at steps that have not ended yet. */
  notes: { n: number; note: string }[];
}

export interface HandedRow extends Handed {
  role: "handed";
}

export type AwayRow = CarriedRow | HandedRow;
