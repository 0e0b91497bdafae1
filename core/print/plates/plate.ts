/** A plate: which pieces lie where on which printer, as the user has said or let the program lay them out. And what of a bed may be used. */
import type { Bed, Edges, Lying } from "../../lay";
import { SPACING_MM, type Printer } from "../printers";

/** One piece on a plate: the middle of its outline's box, and its turn about the vertical. */
export interface PlatePiece extends Lying {
  id: string;
  partId: string;
  /** Which of the copies that differ; null for one as the part is. */
  variation: string | null;
}

export interface Plate {
  id: string;
  printerId: string;
  /** Which comes first on its printer: the smaller. */
  order: number;
  pieces: PlatePiece[];
  /** Laid by hand: laying out anew leaves it as it is. */
  byHand: boolean;
}

/** What the steps of a plate are called by in records and in the plan. */
export const plateKey = (plateId: string, step: "start" | "clear"): string => `plate/${plateId}/${step}`;

export function bedOf(printer: Pick<Printer, "bedMm" | "marginMm" | "process" | "edges" | "exclusions">): Bed {
  const { bedMm, marginMm, edges, exclusions } = printer;
  const least = (side: keyof Edges): number => Math.max(marginMm, edges?.[side] ?? 0);
  return {
    widthMm: bedMm[0],
    depthMm: bedMm[1],
    edges: { left: least("left"), right: least("right"), front: least("front"), back: least("back") },
    spacingMm: SPACING_MM[printer.process],
    exclusions: exclusions ?? [],
  };
}
