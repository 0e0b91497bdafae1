/** What goes into a part later and asks for a hole, a channel or a hollow now. Sizes of the things themselves; room by process. Common practice, no source. */
import type { Process } from "../scale";

export interface Insert {
  name: string;
  /** Across, mm. */
  acrossMm: number;
  /** How deep it must go; null for all the way. */
  deepMm: number | null;
  /** Least wall round it, mm. */
  wallMm: number;
  why: string;
}

export const INSERTS: Insert[] = [
  { name: "a light of 5 mm", acrossMm: 5, deepMm: 9, wallMm: 1.2, why: "with a channel for its wires to the underside" },
  { name: "a light of 3 mm", acrossMm: 3, deepMm: 6, wallMm: 1, why: "with a channel for its wires to the underside" },
  { name: "a pair of thin wires", acrossMm: 2, deepMm: null, wallMm: 1, why: "a channel with wide bends, open where it can be" },
  { name: "a button cell of 20 mm", acrossMm: 20, deepMm: 4, wallMm: 1.6, why: "behind a screwed lid: children must not reach it" },
  { name: "a magnet of 5 × 2 mm", acrossMm: 5, deepMm: 2, wallMm: 1, why: "a 0.4 mm skin over it holds and hides it" },
  { name: "a pin of 1 mm wire", acrossMm: 1, deepMm: 8, wallMm: 1, why: "one diameter of wall all round, or the hole splits" },
  {
    name: "a core of foam board, 5 mm",
    acrossMm: 5,
    deepMm: null,
    wallMm: 1.2,
    why: "an open slot: thin printed walls over a cheap light core",
  },
];

/** Room across, mm: filament holes print small. */
const ROOM_MM: Record<Process, number> = { fdm: 0.3, resin: 0.15 };

/** The hole to draw for it. */
export const holeFor = ({ acrossMm, deepMm }: Insert, process: Process): { acrossMm: number; deepMm: number | null } => ({
  acrossMm: acrossMm + ROOM_MM[process],
  deepMm: deepMm === null ? null : deepMm + 0.3,
});
