/** Where a board that is too long or too heavy is best parted, straight across its longer side. */
import { boxOfRings, distanceTo, type Ring } from "../lay";
import type { Load } from "./boards";
import { lengthwise } from "./carried";
import type { Placed } from "./plan";
import { isKeepClear, type GroundZone } from "./said";
import { spansOf } from "./section";

export interface Split {
  /** From where the longer side begins, mm. */
  atMm: number;
  along: 0 | 1;
  /** Copies whose foot the line would cut, and those that only reach over it. */
  cuts: string[];
  over: string[];
  /** How much of the line runs along the edge of a zone, where a joint does not show, 0 to 1. */
  hiddenShare: number;
  /** What both halves weigh, g, from the side's beginning. */
  halvesG: [number, number];
}

/** Lines tried at most: on a board of over a metre they lie further apart than a millimetre. */
const MOST_TRIED = 400;
/** A half shorter than this share of the whole is no help in a car. Common practice, no source. */
const MIDDLE = [0.35, 0.65] as const;
/** So near to an edge of a zone a joint is taken for it, mm. */
const BESIDE_MM = 5;
/** A line that touches an outline from outside cuts nothing, mm. */
const TOUCH_MM = 0.1;

const crosses = (rings: readonly Ring[], along: 0 | 1, at: number): boolean => {
  const box = boxOfRings(rings);
  const [from, to] = along === 0 ? [box.x0, box.x1] : [box.y0, box.y1];
  return from < at - TOUCH_MM && to > at + TOUCH_MM && rings.some((r) => spansOf(r, at, along === 0 ? 1 : 0).length > 1);
};

/**
 * Lines across the middle third, a millimetre apart where it is no longer than a metre: what the fewest feet stand on, then the least reaches over, then what hides it and balances best.
 * @param loads along the longer side, from where it begins
 */
export function splitOf(outlineMm: Ring, placed: readonly Placed[], zones: readonly GroundZone[], loads: readonly Load[]): Split {
  const { along, fromMm, lengthMm } = lengthwise(outlineMm);
  const ground = zones.filter((z) => !isKeepClear(z.is)).map((z) => [z.outlineMm]);
  const all = loads.reduce((g, l) => g + l.g, 0);
  const step = Math.max(1, Math.ceil(((MIDDLE[1] - MIDDLE[0]) * lengthMm) / MOST_TRIED));
  let best: Split | null = null,
    least: readonly number[] = [];
  for (let mm = Math.ceil(MIDDLE[0] * lengthMm); mm <= MIDDLE[1] * lengthMm || !best; mm += step) {
    const at = fromMm + mm;
    const cuts = placed.filter((p) => crosses(p.foot, along, at)).map((p) => p.standing.id);
    const over = placed.filter((p) => !cuts.includes(p.standing.id) && crosses(p.shadow, along, at)).map((p) => p.standing.id);
    const spans = spansOf(outlineMm, at, along === 0 ? 1 : 0);
    const [lo = 0, hi = 0] = [spans[0], spans.at(-1)];
    let hidden = 0;
    const PLACES = 24;
    for (let k = 0; k < PLACES; k++) {
      const across = lo + ((k + 0.5) * (hi - lo)) / PLACES;
      const [x, y] = along === 0 ? [at, across] : [across, at];
      if (ground.some((rings) => distanceTo(rings, x, y) <= BESIDE_MM)) hidden++;
    }
    const firstG = loads.reduce((g, l) => g + (l.g * Math.max(0, Math.min(mm, l.toMm) - l.fromMm)) / Math.max(1e-9, l.toMm - l.fromMm), 0);
    const split: Split = { atMm: mm, along, cuts, over, hiddenShare: hidden / PLACES, halvesG: [firstG, all - firstG] };
    const rank = [cuts.length, over.length, Math.abs(all - 2 * firstG) / Math.max(1e-9, all) - split.hiddenShare];
    const k = rank.findIndex((v, i) => v !== least[i]);
    if (!best || (k >= 0 && rank[k] < least[k])) [best, least] = [split, rank];
  }
  return best;
}
