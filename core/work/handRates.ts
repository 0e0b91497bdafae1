/**
 * The person's own time at a coat: by the tool that fits the piece, by pieces to pick up and put down, and the setting up of a session,
 * which all pieces that take the same coat share. Starting values, common practice without a source, tuned to whole builds that
 * practitioners time (see the tests): a user's own records replace them.
 */
import { METHODS, type CoatMethod } from "../coat";

/** Seconds a cm² with the tool for a large piece, a hand-sized one, and a small one. */
interface HandRate {
  setUpS: number;
  perCm2S: readonly [broad: number, medium: number, small: number];
  /** Picking up, turning, putting down, s a piece. */
  perPieceS: number;
}

/** A piece of at least so many cm² takes the broad tool, then the medium one. */
const TOOL_FROM_CM2 = [250, 40] as const;

const HAND_RATES: Record<CoatMethod, HandRate> = {
  brush: { setUpS: 240, perCm2S: [0.45, 0.9, 2], perPieceS: 15 },
  spray: { setUpS: 420, perCm2S: [0.12, 0.15, 0.2], perPieceS: 10 },
  airbrush: { setUpS: 900, perCm2S: [0.3, 0.4, 0.6], perPieceS: 12 },
  mist: { setUpS: 420, perCm2S: [0.15, 0.2, 0.25], perPieceS: 10 },
  "dry brush": { setUpS: 180, perCm2S: [0.3, 0.5, 1], perPieceS: 12 },
  wash: { setUpS: 180, perCm2S: [0.3, 0.5, 1], perPieceS: 12 },
  sponge: { setUpS: 180, perCm2S: [0.6, 1, 1.6], perPieceS: 12 },
  dust: { setUpS: 180, perCm2S: [0.3, 0.5, 0.8], perPieceS: 12 },
  pour: { setUpS: 300, perCm2S: [0.2, 0.3, 0.5], perPieceS: 15 },
  "from above": { setUpS: 420, perCm2S: [0.08, 0.1, 0.15], perPieceS: 10 },
  "line in": { setUpS: 180, perCm2S: [0.6, 1.2, 2.5], perPieceS: 12 },
  "streak and wipe": { setUpS: 240, perCm2S: [0.4, 0.8, 1.5], perPieceS: 15 },
  stipple: { setUpS: 180, perCm2S: [0.6, 1, 1.6], perPieceS: 12 },
  "pick out": { setUpS: 180, perCm2S: [0.5, 1, 2.5], perPieceS: 15 },
  chip: { setUpS: 180, perCm2S: [0.3, 0.6, 1.5], perPieceS: 15 },
  pencil: { setUpS: 60, perCm2S: [0.2, 0.4, 1], perPieceS: 15 },
  flick: { setUpS: 180, perCm2S: [0.03, 0.05, 0.1], perPieceS: 10 },
  decal: { setUpS: 300, perCm2S: [0.1, 0.3, 1], perPieceS: 300 },
  tape: { setUpS: 60, perCm2S: [0.2, 0.4, 1], perPieceS: 180 },
  "liquid mask": { setUpS: 120, perCm2S: [0.3, 0.5, 1], perPieceS: 60 },
};

export interface HandTime {
  /** Paid once for all that share the session, s. */
  setUpS: number;
  workS: number;
}

/** What takes its time by number and length, whatever the area; on one piece. */
export interface FineWork {
  picked: number;
  borderMm: number;
}
/** Seconds for a thing that is picked out, and for a metre of border that is cut in by brush: edges, not areas, cost the time. Common practice, no source. */
export const FINE = { perPickS: 15, perBorderM: 480 };

/** One coat on `pieces` pieces of `pieceCm2` each. A spray keeps no border: masks do, and take their own time. */
export function coatHandTime(method: CoatMethod, pieceCm2: number, pieces: number, fine: FineWork = { picked: 0, borderMm: 0 }): HandTime {
  const { setUpS, perCm2S, perPieceS } = HAND_RATES[method];
  const tool = pieceCm2 >= TOOL_FROM_CM2[0] ? 0 : pieceCm2 >= TOOL_FROM_CM2[1] ? 1 : 2;
  const fineS = METHODS[method].sprayed ? 0 : fine.picked * FINE.perPickS + (fine.borderMm / 1000) * FINE.perBorderM;
  return { setUpS, workS: pieces * (pieceCm2 * perCm2S[tool] + perPieceS + fineS) };
}

/** Work at the cuts of a part that was printed in pieces: gluing, filling, sanding. Common practice, no source. */
export const SEAM = {
  glue: { perJointS: 10 * 60, waitS: 2 * 3600 },
  fill: { setUpS: 5 * 60, perCmS: 8, waitS: 4 * 3600 },
  sand: { setUpS: 3 * 60, perCmS: 12, waitS: 20 * 60 },
};

/** The person's minutes at one seam across the longest side of a part: glued, filled, sanded. */
export function seamMinutes(sizeMm: readonly [number, number, number]): number {
  const [, width, height] = [...sizeMm].sort((x, y) => y - x);
  const cm = (2 * (width + height)) / 10;
  return (SEAM.glue.perJointS + SEAM.fill.setUpS + SEAM.sand.setUpS + cm * (SEAM.fill.perCmS + SEAM.sand.perCmS)) / 60;
}
