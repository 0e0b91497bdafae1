/**
 * How a part lies when it is printed or stands: a rotation, as a unit quaternion x, y, z, w that takes the file's axes to the printer's.
 * A side that points up is the special case that most parts have, and is exact.
 */
import type { Mesh } from "./mesh";

export type Turn = [x: number, y: number, z: number, w: number];
type Rows = readonly (readonly [number, number, number])[];

/** Which of the file's directions points up when the part is printed or stands. */
export type Up = "+x" | "-x" | "+y" | "-y" | "+z" | "-z";
export const UPS: Up[] = ["+z", "-z", "+x", "-x", "+y", "-y"];

const H = Math.SQRT1_2;
/** The turns that bring a side to the top. */
export const TURNS: Record<Up, Turn> = {
  "+z": [0, 0, 0, 1],
  "-z": [1, 0, 0, 0],
  "+x": [0, -H, 0, H],
  "-x": [0, H, 0, H],
  "+y": [H, 0, 0, H],
  "-y": [-H, 0, 0, H],
};

// Rows of proper rotations (determinant +1) that bring the named direction to +z, without the rounding of a quaternion.
const UP_ROWS: Record<Up, Rows> = {
  "+z": [
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1],
  ],
  "-z": [
    [1, 0, 0],
    [0, -1, 0],
    [0, 0, -1],
  ],
  "+x": [
    [0, 0, -1],
    [0, 1, 0],
    [1, 0, 0],
  ],
  "-x": [
    [0, 0, 1],
    [0, 1, 0],
    [-1, 0, 0],
  ],
  "+y": [
    [1, 0, 0],
    [0, 0, -1],
    [0, 1, 0],
  ],
  "-y": [
    [1, 0, 0],
    [0, 0, 1],
    [0, -1, 0],
  ],
};

/**
 * A part that stands with a side up and leans back by so many degrees, about the line from left to right that it then stands on; forward
 * below 0.
 */
export function leaning(stands: Up, leanDeg: number): Turn {
  if (leanDeg === 0) return TURNS[stands];
  const a = (-leanDeg * Math.PI) / 360;
  const [s, c] = [Math.sin(a), Math.cos(a)];
  const [x, y, z, w] = TURNS[stands];
  // The turn about x comes second: it stands on the left of the product of quaternions.
  return [c * x + s * w, c * y - s * z, c * z + s * y, c * w - s * x];
}

/** Turns that differ by less are one, radians: the end of a metre moves by a tenth of a millimetre. */
const SAME = 1e-4;

/** Are two turns the same? A quaternion and its negative are. */
export const sameTurn = (a: Turn, b: Turn): boolean =>
  Math.abs(Math.abs(a[0] * b[0] + a[1] * b[1] + a[2] * b[2] + a[3] * b[3]) - 1) < SAME ** 2 / 8;

/** The side that a turn brings to the top without turning it about the vertical; null for any other turn. */
export const upOf = (turn: Turn): Up | null => UPS.find((up) => sameTurn(turn, TURNS[up])) ?? null;

/** Rows of the rotation. */
export function turnRows(turn: Turn): Rows {
  const up = upOf(turn);
  if (up) return UP_ROWS[up];
  const length = Math.hypot(...turn);
  const [x, y, z, w] = turn.map((v) => v / length);
  return [
    [1 - 2 * (y * y + z * z), 2 * (x * y - z * w), 2 * (x * z + y * w)],
    [2 * (x * y + z * w), 1 - 2 * (x * x + z * z), 2 * (y * z - x * w)],
    [2 * (x * z - y * w), 2 * (y * z + x * w), 1 - 2 * (x * x + y * y)],
  ];
}

/** Turns a mesh. A rotation: winding stays. */
export function turnMesh(mesh: Mesh, turn: Turn): Mesh {
  if (upOf(turn) === "+z") return mesh;
  const [r0, r1, r2] = turnRows(turn);
  const out = new Float32Array(mesh.positions.length);
  for (let i = 0; i < out.length; i += 3) {
    const x = mesh.positions[i],
      y = mesh.positions[i + 1],
      z = mesh.positions[i + 2];
    out[i] = r0[0] * x + r0[1] * y + r0[2] * z;
    out[i + 1] = r1[0] * x + r1[1] * y + r1[2] * z;
    out[i + 2] = r2[0] * x + r2[1] * y + r2[2] * z;
  }
  return { positions: out, indices: mesh.indices };
}
