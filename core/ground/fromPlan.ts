/** Where one part stands in another, taken from where both stand on the plan. */
import type { Placing } from "../joint";
import type { Foot } from "../lay";
import type { Placed } from "./plan";

/** A copy on the plan with what its foot was centred by. */
export interface OnPlan {
  placed: Placed;
  foot: Pick<Foot, "midMm">;
}

type Point = [number, number, number];

const turned = ([x, y, z]: Point, deg: number): Point => {
  const [c, s] = [Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180)];
  return [c * x - s * y, s * x + c * y, z];
};
const placeOf = ({ placed }: OnPlan): Point => [placed.standing.xMm, placed.standing.yMm, placed.fromMm];

/**
 * On the plan a point p of a part lies at R(turn)·(p − middle) + place; so in b's own lengths a's origin lies where this says. For parts that
 * stand as their files do.
 * @param factorB model size of b ÷ its file
 */
export function placingFromPlan(a: OnPlan, b: OnPlan, factorB: number): Placing {
  const turnDeg = a.placed.standing.turnDeg - b.placed.standing.turnDeg;
  const [pa, pb] = [placeOf(a), placeOf(b)];
  const origin = turned(a.foot.midMm.map((v) => -v) as Point, a.placed.standing.turnDeg);
  const inB = turned(origin.map((v, k) => v + pa[k] - pb[k]) as Point, -b.placed.standing.turnDeg);
  return {
    atMm: inB.map((v, k) => Math.round(((v + b.foot.midMm[k]) / factorB) * 1000) / 1000) as Point,
    turnDeg: ((turnDeg % 360) + 360) % 360,
    travel: null,
  };
}

/** Of copies of two parts on one board the two that stand nearest to each other; null where they do not stand together. */
export function nearestOnPlan<T extends OnPlan>(as: readonly T[], bs: readonly T[]): [T, T] | null {
  let best: [T, T] | null = null,
    least = Infinity;
  for (const a of as)
    for (const b of bs) {
      if (a.placed.boardId === null || a.placed.boardId !== b.placed.boardId || a.placed.standing.id === b.placed.standing.id) continue;
      const [p, q] = [placeOf(a), placeOf(b)];
      const away = Math.hypot(p[0] - q[0], p[1] - q[1]);
      if (away < least) {
        least = away;
        best = [a, b];
      }
    }
  return best;
}
