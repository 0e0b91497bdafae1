/** Where a board is parted: by cases that one sees, and against every line tried the slow way. */
import { describe, expect, it } from "vitest";
import { placedOn } from "./plan";
import { rectangle, type GroundZone, type Standing } from "./said";
import { splitOf } from "./split";

const block = (id: string, xMm: number, yMm: number, w: number, d: number, turnDeg = 0): [Standing, number, number] => [
  { id, partId: id, on: { kind: "board", boardId: "b" }, xMm, yMm, turnDeg, liftMm: 0, leanDeg: 0 },
  w,
  d,
];
const placed = (...blocks: [Standing, number, number][]) => {
  const size = new Map(blocks.map(([s, w, d]) => [s.id, [w, d]]));
  const shape = (s: Standing) => {
    const [w, d] = size.get(s.id)!;
    const ring = rectangle(w, d, -w / 2, -d / 2);
    return { foot: [ring], shadow: [ring], widthMm: w, depthMm: d, heightMm: 30 };
  };
  return [
    ...placedOn(
      blocks.map((b) => b[0]),
      shape,
    ).values(),
  ].flatMap((p) => (p ? [p] : []));
};
const even = (g: number, lengthMm: number) => [{ fromMm: 0, toMm: lengthMm, g }];
const board = rectangle(1200, 600);

describe("where a board is parted", () => {
  it("an empty one: in the middle, into halves", () => {
    expect(splitOf(board, [], [], even(4000, 1200))).toMatchObject({ atMm: 600, cuts: [], over: [], halvesG: [2000, 2000] });
  });
  it("beside what stands in the middle, on the side that balances", () => {
    const s = splitOf(board, placed(block("mill", 580, 300, 100, 80)), [], even(4000, 1200));
    expect(s).toMatchObject({ atMm: 630, cuts: [] });
    expect(
      splitOf(
        board.map((v, i) => (i % 2 === 0 ? v + 70 : v)),
        placed(block("mill", 650, 300, 100, 80)),
        [],
        even(4000, 1200),
      ).atMm,
    ).toBe(630);
  });
  it("along the edge of a zone, where it does not show", () => {
    const zone: GroundZone = {
      id: "z",
      boardId: "b",
      name: "mud",
      is: "mud",
      outlineMm: rectangle(680, 600),
      levelMm: -4,
      slopeDeg: 45,
      ballMm: 0,
    };
    const s = splitOf(board, [], [zone], even(4000, 1200));
    expect(Math.abs(s.atMm - 680)).toBeLessThanOrEqual(5);
    expect(s.hiddenShare).toBe(1);
    // What must stay clear hides nothing.
    expect(splitOf(board, [], [{ ...zone, is: "hands" }], even(4000, 1200)).atMm).toBe(600);
  });
  it("through what cannot be gone round, which is named", () => {
    const s = splitOf(board, placed(block("wall", 600, 300, 900, 20), block("shed", 600, 100, 60, 60)), [], even(4000, 1200));
    expect(s.cuts).toEqual(["wall"]);
    expect(s.atMm === 570 || s.atMm === 630).toBe(true);
  });
  it("says the same of a board that lies the other way, and cuts nothing that any copy covers", () => {
    const lying = placed(block("a", 500, 200, 120, 90, 30), block("b", 700, 400, 80, 200, 75));
    const turned = placed(block("a", 200, 500, 90, 120, -30), block("b", 400, 700, 200, 80, -75));
    const s = splitOf(board, lying, [], even(3000, 1200)),
      t = splitOf(rectangle(600, 1200), turned, [], even(3000, 1200));
    expect(t.along).toBe(1);
    expect(Math.abs(t.atMm - s.atMm)).toBeLessThanOrEqual(1);
    for (const p of lying)
      for (const ring of p.shadow) {
        const xs = ring.filter((_, i) => i % 2 === 0);
        expect(Math.min(...xs) >= s.atMm - 0.2 || Math.max(...xs) <= s.atMm + 0.2).toBe(true);
      }
  });
});
