import { Euler, Quaternion } from "three";
import { describe, expect, it } from "vitest";
import { sameTurn, TURNS, type Turn } from "../../mesh";
import { parseAngles } from "./angles";

const turnOf = (text: string): Turn => {
  const turn = parseAngles(text);
  if (!turn.ok) throw new Error(turn.problem.message);
  return turn.value;
};

describe("a turn as it is typed", () => {
  it.each([
    ["x 90", TURNS["+y"]],
    ["x -90", TURNS["-y"]],
    ["x 180", TURNS["-z"]],
    ["y 90", TURNS["-x"]],
    ["X90°", TURNS["+y"]],
    ["0, 0, 0", TURNS["+z"]],
    ["x 360", TURNS["+z"]],
    ["x 30, x 60", TURNS["+y"]],
  ])("%s", (text, turn) => expect(sameTurn(turnOf(text), turn)).toBe(true));
  // About fixed axes, first x, then y, then z: a general-purpose library calls it ZYX of moving ones.
  it.each([
    [30, 45, 60],
    [-10, 200, 5],
    [90, 90, 90],
  ])("%d, %d, %d as another library has it", (x, y, z) => {
    const [a, b, c] = [x, y, z].map((d) => (d * Math.PI) / 180);
    const q = new Quaternion().setFromEuler(new Euler(a, b, c, "ZYX"));
    expect(sameTurn(turnOf(`${x}, ${y}, ${z}`), [q.x, q.y, q.z, q.w])).toBe(true);
    expect(sameTurn(turnOf(`x ${x}; y ${y}; z ${z}`), turnOf(`${x}, ${y}, ${z}`))).toBe(true);
  });
  it.each(["", "  ", "up", "x", "30, 40", "w 20", "x 400", "x 1e9", "x 1 y", "1, 2, 3, 4", "x NaN"])("%j is asked again", (text) =>
    expect(parseAngles(text)).toMatchObject({ ok: false, problem: { code: "turn.angles" } }),
  );
});
