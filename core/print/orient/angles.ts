/** A turn as people type it: degrees about the file's axes, one after the other. */
import type { Turn } from "../../mesh";
import { fail, ok, parseNumber, type Result } from "../../units";

type Axis = 0 | 1 | 2;

const about = (axis: Axis, deg: number): Turn => {
  const half = (deg * Math.PI) / 360;
  const turn: Turn = [0, 0, 0, Math.cos(half)];
  turn[axis] = Math.sin(half);
  return turn;
};

/** First `b`, then `a`. */
const turnAfter = ([ax, ay, az, aw]: Turn, [bx, by, bz, bw]: Turn): Turn => [
  aw * bx + ax * bw + ay * bz - az * by,
  aw * by - ax * bz + ay * bw + az * bx,
  aw * bz + ax * by - ay * bx + az * bw,
  aw * bw - ax * bx - ay * by - az * bz,
];

const AXES: Record<string, Axis> = { x: 0, y: 1, z: 2 };

/** Reads "x 30, z 45": turned about the left-to-right axis, then about the vertical. Three bare numbers are x, y and z. */
export function parseAngles(text: string): Result<Turn> {
  const wrong = (what: string): Result<never> => fail("turn.angles", `${what} Type degrees about the axes, as "x 30, z 45".`);
  const pieces = text
    .trim()
    .toLowerCase()
    .split(/[,;]\s*|\s+(?=[xyz])/)
    .filter(Boolean);
  if (pieces.length === 0 || pieces.length > 6) return wrong("No rotation found.");
  const bare = pieces.every((p) => !/[xyz]/.test(p));
  if (bare && pieces.length !== 3) return wrong("Enter three angles, or name the axes.");
  let turn: Turn = [0, 0, 0, 1];
  for (const [i, piece] of pieces.entries()) {
    const axis = bare ? (i as Axis) : AXES[piece[0]];
    if (axis === undefined) return wrong(`"${piece}" does not name an axis.`);
    const deg = parseNumber((bare ? piece : piece.slice(1)).replace(/°|deg(rees)?/g, "").replace(/^[\s:=]+/, ""), {
      least: -360,
      most: 360,
    });
    if (!deg.ok) return wrong(`"${piece}" is not an angle up to 360°.`);
    turn = turnAfter(about(axis, deg.value), turn);
  }
  return ok(turn);
}
