/** Two parts put face to face: a place pressed on one comes to lie on a place pressed on the other, and the faces look at each other. */
import { UPS, TURNS, turnRows, type Up } from "../mesh";
import { fail, ok, type Result } from "../units";
import type { Placing } from "./pair";

/** A place on a part, at the size it is printed, and which way its face looks. */
export interface PressedFace {
  at: readonly [number, number, number];
  normal: readonly [number, number, number];
}

/** Faces that are within so many degrees of level or upright count as that. */
const NEAR_DEG = 5;
const near = Math.cos((NEAR_DEG * Math.PI) / 180);
const level = ({ normal }: PressedFace): boolean => Math.abs(normal[2]) >= near;
const upright = ({ normal }: PressedFace): boolean => Math.abs(normal[2]) <= Math.sin((NEAR_DEG * Math.PI) / 180);
const deg = (x: number, y: number): number => (Math.atan2(y, x) * 180) / Math.PI;

/**
 * Parts keep standing as they stand: the first is turned about the vertical alone.
 * @param before turn that it keeps where both faces are level, degrees
 * @param factorB model size of b ÷ its file
 */
export function placingByFaces(a: PressedFace, b: PressedFace, before: number, factorB: number): Result<Placing> {
  let turnDeg = before;
  if (level(a) && level(b)) {
    if (a.normal[2] * b.normal[2] > 0)
      return fail("faces.same", "Both faces look the same way. Press an upper face on one part and a lower face on the other.");
  } else if (upright(a) && upright(b)) {
    turnDeg = deg(-b.normal[0], -b.normal[1]) - deg(a.normal[0], a.normal[1]);
    // Turns that somebody builds by are whole where they nearly are.
    const whole = Math.round(turnDeg);
    if (Math.abs(turnDeg - whole) < 0.05) turnDeg = whole;
  } else
    return fail(
      "faces.tip",
      "These faces meet only if one part is tipped over. Parts stay as their files stand them here: press two level faces, or two upright ones.",
    );
  const [c, s] = [Math.cos((turnDeg * Math.PI) / 180), Math.sin((turnDeg * Math.PI) / 180)];
  const [x, y, z] = a.at;
  const moved = [c * x - s * y, s * x + c * y, z];
  return ok({
    atMm: moved.map((v, k) => Math.round(((b.at[k] - v) / factorB) * 1000) / 1000) as Placing["atMm"],
    turnDeg: (((turnDeg % 360) + 540) % 360) - 180,
    travel: null,
  });
}

/** Which way up a part stands on the face that was pressed; none where no side of its file does. */
export function standingOnFace({ normal }: Pick<PressedFace, "normal">): Up | null {
  const down = (up: Up): number => -turnRows(TURNS[up])[2].reduce((sum, v, k) => sum + v * normal[k], 0);
  return UPS.find((up) => down(up) >= near) ?? null;
}
