/** What a joint row says by itself: sides, counts of copies, faults. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { newJoint } from "../project";
import { jointCount, jointFault, jointsOfPattern, otherSide, partsOfJoint, type Joint, type Side } from ".";

const toPart = (partId: string): Side => ({ kind: "part", partId });
const joint = (more: Partial<Joint> = {}): Joint => ({ ...newJoint("j", "a", toPart("b")), ...more });

/** Neighbours of a grid that is filled row by row, counted one by one. */
function neighbours(copies: number, across: number): number {
  const there = new Set(Array.from({ length: copies }, (_, i) => `${i % across} ${Math.floor(i / across)}`));
  let n = 0;
  for (const cell of there) {
    const [x, y] = cell.split(" ").map(Number);
    if (there.has(`${x + 1} ${y}`)) n++;
    if (there.has(`${x} ${y + 1}`)) n++;
  }
  return n;
}

describe("joints of copies", () => {
  it("4 × 5 tiles: 31 joints (2mn − m − n); open sides are the rim", () => {
    expect(jointsOfPattern("grid", 20, 5)).toEqual({ joints: 31, open: 18 });
    expect(jointsOfPattern("grid", 20, 4)).toEqual({ joints: 31, open: 18 });
  });
  it("any grid, full or not, has as many as are counted one by one", () =>
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 60 }), fc.integer({ min: 1, max: 12 }), (copies, across) => {
        const found = jointsOfPattern("grid", copies, across)!;
        expect(found.joints).toBe(neighbours(copies, across));
        expect(found.open).toBe(4 * copies - 2 * found.joints);
      }),
    ));
  it("rows, rings and pairs", () => {
    expect(jointsOfPattern("row", 6, 1)).toEqual({ joints: 5, open: 2 });
    expect(jointsOfPattern("ring", 6, 1)).toEqual({ joints: 6, open: 0 });
    expect(jointsOfPattern("pairs", 7, 1)).toEqual({ joints: 3, open: 1 });
    expect(jointsOfPattern("ring", 2, 1)).toBeUndefined();
    expect(jointsOfPattern("row", 1, 1)).toBeUndefined();
  });
  it("four legs under one table are four joints, whichever is named first; a count that is said wins", () => {
    const copies = (id: string): number => (id === "a" ? 4 : 1);
    expect(jointCount(joint(), copies)).toBe(4);
    expect(jointCount(joint({ a: "b", b: toPart("a") }), copies)).toBe(4);
    expect(jointCount(joint({ count: 2 }), copies)).toBe(2);
    expect(jointCount(joint({ b: toPart("a"), pattern: "row" }), copies)).toBe(3);
  });
});

describe("sides", () => {
  it("are seen from either part, and from no other", () => {
    expect(otherSide(joint(), "a")).toEqual(toPart("b"));
    expect(otherSide(joint(), "b")).toEqual(toPart("a"));
    expect(otherSide(joint(), "c")).toBeUndefined();
    expect(otherSide(joint({ b: { kind: "board" } }), "a")).toEqual({ kind: "board" });
    expect(partsOfJoint(joint({ b: toPart("a") }))).toEqual(["a"]);
  });
});

describe("what cannot be", () => {
  const one = (): number => 1,
    two = (): number => 2;
  it("a copy joined to itself, a ring of two, something that moves without room", () => {
    expect(jointFault(joint({ b: toPart("a") }), one)).toMatch(/itself/);
    expect(jointFault(joint({ b: toPart("a") }), two)).toBeNull();
    expect(jointFault(joint({ b: toPart("a"), pattern: "ring" }), two)).toMatch(/three copies/);
    expect(jointFault(joint({ how: "slides", widthMm: 0 }), one)).toMatch(/needs room/);
  });
  it("what is glued after paint and carries load is scraped bare", () => {
    expect(jointFault(joint({ paint: "before", load: true }), one)).toMatch(/scrape/);
    expect(jointFault(joint({ paint: "before" }), one)).toBeNull();
    expect(jointFault(joint({ paint: "before", load: true, how: "loose" }), one)).toBeNull();
  });
});
