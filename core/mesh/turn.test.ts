/** Turns against three's quaternions. */
import fc from "fast-check";
import { Quaternion, Vector3 } from "three";
import { describe, expect, it } from "vitest";
import { boxMesh, sameTurn, turnMesh, TURNS, turnRows, upOf, UPS, type Mesh, type Turn } from "./index";

const part = fc.float({ min: -1, max: 1, noNaN: true });
const turn = fc
  .tuple(part, part, part, part)
  .filter((q) => Math.hypot(...q) > 0.1)
  .map((q) => q.map((v) => v / Math.hypot(...q)) as Turn);
const point = (p: number[]): Mesh => ({ positions: Float32Array.from(p), indices: new Uint32Array(0) });

describe("a turn", () => {
  it("takes points where three takes them", () => {
    fc.assert(
      fc.property(turn, fc.tuple(part, part, part), (q, p) => {
        const theirs = new Vector3(...p).applyQuaternion(new Quaternion(...q));
        const ours = turnMesh(point(p), q).positions;
        [theirs.x, theirs.y, theirs.z].forEach((v, i) => expect(ours[i]).toBeCloseTo(v, 3));
      }),
    );
  });
  it("that brings a side up is exact, and is what its quaternion says", () => {
    for (const up of UPS) {
      const theirs = new Quaternion(...TURNS[up]);
      turnRows(TURNS[up]).forEach((row, i) => {
        const axis = [0, 1, 2].map((k) => new Vector3(...[0, 1, 2].map((n) => Number(n === k))).applyQuaternion(theirs).getComponent(i));
        row.forEach((v, k) => expect(v).toBeCloseTo(axis[k], 12));
        expect(row.every((v) => Number.isInteger(v))).toBe(true);
      });
      expect(upOf(TURNS[up])).toBe(up);
    }
  });
  it("and its negative are one; others are not", () => {
    fc.assert(
      fc.property(turn, (q) => {
        const negative = q.map((v) => -v) as Turn;
        expect(sameTurn(q, negative)).toBe(true);
        expect(upOf(negative)).toBe(upOf(q));
        const tilted = new Quaternion(...q).multiply(new Quaternion().setFromAxisAngle(new Vector3(1, 0, 0), 0.01));
        expect(sameTurn(q, [tilted.x, tilted.y, tilted.z, tilted.w])).toBe(false);
      }),
    );
    expect(UPS.flatMap((a) => UPS.filter((b) => a !== b && sameTurn(TURNS[a], TURNS[b])))).toEqual([]);
  });
  it("keeps lengths, and leaves what stands as it is untouched", () => {
    const box = boxMesh(10, 20, 30);
    expect(turnMesh(box, TURNS["+z"])).toBe(box);
    fc.assert(
      fc.property(turn, (q) => {
        const turned = turnMesh(box, q).positions;
        for (let i = 0; i < turned.length; i += 3)
          expect(Math.hypot(turned[i], turned[i + 1], turned[i + 2])).toBeCloseTo(
            Math.hypot(box.positions[i], box.positions[i + 1], box.positions[i + 2]),
            3,
          );
      }),
      { numRuns: 30 },
    );
  });
});
