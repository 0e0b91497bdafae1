/** Spraying in one go: what one dry hour outdoors holds, and whether the airbrush still lies there. */
import type { SprayDay, Tonight } from "../plan";

/** One dry hour, s. Common practice, no source. */
const TRIP_S = 3600;
/** So long after its last coat the airbrush is not put away yet, ms. Common practice, no source. */
const STILL_OUT_MS = 2 * 3_600_000;

/** Pieces that one trip holds, of how many, and its time with cleaning, s. */
export interface Trip {
  pieces: number;
  all: number;
  usedS: number;
}

/** In the order of the spray day; what must dry in between is another trip. */
export function tripOf({ groups }: Pick<SprayDay, "groups">, mostS = TRIP_S): Trip {
  const count = (g: SprayDay["groups"][number]): number => g.pieces.reduce((n, p) => n + p.step.pieces, 0);
  const all = groups.reduce((n, g) => n + count(g), 0);
  let [pieces, usedS] = [0, 0];
  for (const g of groups) {
    if (g.waitS > 0 || usedS + g.cleanS + g.handsS > mostS) break;
    usedS += g.cleanS + g.handsS;
    pieces += count(g);
  }
  return { pieces, all, usedS };
}

/** Is the airbrush in hand, or was it a short while ago? */
export const airbrushIsOut = ({ steps, states }: Pick<Tonight, "steps" | "states">, now: number): boolean =>
  steps.some((s) => {
    const state = states.get(s.key);
    if (s.rests.method !== "airbrush" || !state || !("record" in state)) return false;
    const { finishedAt } = state.record;
    return finishedAt === null || (finishedAt <= now && now - finishedAt < STILL_OUT_MS);
  });
