/** Colours of caps that stand in rows on one photograph: three marks say where the rows lie, and a white sheet what the light was. */
import type { Result } from "../units";
import { dabColour, type Pixels, type Spot } from "./dab";
import type { Hex } from "./colour";

export interface CapRows {
  /** The first cap, the last one of the first row, and the last of the last row. */
  first: Spot;
  rowEnd: Spot;
  last: Spot;
  perRow: number;
  rows: number;
}

/** Where the caps are, row after row: rows are straight and alike, they may lie at an angle. */
export function capSpots({ first, rowEnd, last, perRow, rows }: CapRows): Spot[] {
  const step = (from: Spot, to: Spot, n: number): Spot =>
    n > 1 ? { x: (to.x - from.x) / (n - 1), y: (to.y - from.y) / (n - 1) } : { x: 0, y: 0 };
  const along = step(first, rowEnd, perRow);
  const down = step(rowEnd, last, rows);
  return Array.from({ length: rows * perRow }, (_, i) => {
    const [row, col] = [Math.floor(i / perRow), i % perRow];
    return { x: first.x + along.x * col + down.x * row, y: first.y + along.y * col + down.y * row };
  });
}

/** @returns the colour of each cap, as by dabColour */
export const capColours = (pixels: Pixels, sheet: Spot, at: CapRows, radius: number): Result<{ hex: Hex; lamplight: boolean }>[] =>
  capSpots(at).map((spot) => dabColour(pixels, sheet, spot, radius));
