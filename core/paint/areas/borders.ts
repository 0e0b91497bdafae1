/**
 * How colours that meet are laid: which goes first, how each border is kept, and where another way is quicker. All of it is common
 * practice, no source, but for the millimetres.
 */
import { FINE } from "../../work";
import { NO_AREA, type Border, type MeasuredAreas } from "./areas";

export type BorderWay = "edge" | "corner" | "free";

export const BORDER_WAYS: Readonly<Record<BorderWay, { words: string; perM: number }>> = {
  edge: { words: "run the side of a flat brush along the edge", perM: 120 },
  corner: { words: "let the first run into the corner, line the second in", perM: 300 },
  free: { words: "cut it in by brush, or mask it", perM: FINE.perBorderM },
};

/** From this share on a border is of one sort. */
const MOSTLY = 0.6;
/** Tape or liquid mask on one piece: to begin with, and for a metre, s. */
const MASK = { perPieceS: 180, perM: 300 };
/** A piece of its own: to fit and glue it, s. */
const OWN_PIECE_S = 300;
/** The first colour runs over the border by so much, and is needed again for slips, mm. */
const SLIP_MM = 4;

export interface KeptBorder extends Border {
  /** Of the two, what is laid first: large and sloppy. */
  firstIs: "a" | "b";
  way: BorderWay;
  /** On one piece, s. */
  handsS: number;
  maskS: number;
}

/** A border of no length to speak of is the rounding of the mesh. */
const LEAST_MM = 0.5;

const sizeOf = ({ areasMm2, restMm2 }: MeasuredAreas, n: number): number => (n === NO_AREA ? restMm2 : areasMm2[n]);

/** The areas in the order in which they are laid, the largest first; what lies in none counts as one of them. Empty ones are left out. */
export const layingOrder = (m: MeasuredAreas): number[] =>
  [NO_AREA, ...m.areasMm2.keys()].filter((n) => sizeOf(m, n) > 0).sort((a, b) => sizeOf(m, b) - sizeOf(m, a) || a - b);

/** How each border is kept, the longest first. */
export function keptBorders(m: MeasuredAreas): KeptBorder[] {
  const place = new Map(layingOrder(m).map((n, i) => [n, i]));
  return m.borders
    .filter((b) => b.mm >= LEAST_MM)
    .map((b): KeptBorder => {
      const way: BorderWay = b.proudMm >= MOSTLY * b.mm ? "edge" : b.deepMm >= MOSTLY * b.mm ? "corner" : "free";
      const freeMm = b.mm - b.proudMm - b.deepMm;
      return {
        ...b,
        firstIs: place.get(b.a)! < place.get(b.b)! ? "a" : "b",
        way,
        handsS: (b.proudMm * BORDER_WAYS.edge.perM + b.deepMm * BORDER_WAYS.corner.perM + freeMm * BORDER_WAYS.free.perM) / 1000,
        maskS: MASK.perPieceS + (b.mm / 1000) * MASK.perM,
      };
    })
    .sort((x, y) => y.mm - x.mm);
}

/** What borders of one area take on one piece, s: those with everything it touches. */
const bordersOfAreaS = (kept: readonly KeptBorder[], n: number): number =>
  kept.reduce((sum, b) => sum + (b.a === n || b.b === n ? b.handsS : 0), 0);

/** What is saved on one piece where an area is printed as a piece of its own, s; 0 where nothing is. */
export const apartSavesS = (kept: readonly KeptBorder[], n: number): number => Math.max(0, bordersOfAreaS(kept, n) - OWN_PIECE_S);

/** The area beside its borders for which the first colour of each is mixed as well, mm². */
export const slipsMm2 = (kept: readonly KeptBorder[], n: number): number =>
  kept.reduce((sum, b) => sum + ((b.firstIs === "a" ? b.a : b.b) === n ? b.mm * SLIP_MM : 0), 0);
