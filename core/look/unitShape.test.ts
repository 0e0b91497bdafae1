import { Matrix4, Vector3 } from "three";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { Joint } from "../joint";
import { newJoint } from "../project";
import { unitShape, type UnitBox } from "./unitShape";

const boxes: Record<string, UnitBox> = {
  frame: { min: [0, 0, 0], max: [60, 10, 50], factor: 1 },
  // Its file's zero is in its middle.
  sill: { min: [-10, -2, 0], max: [10, 2, 10], factor: 1 },
  post: { min: [0, 0, 0], max: [4, 8, 30], factor: 2 },
};
const boxOf = (id: string): UnitBox => boxes[id];
const joint = (a: string, b: string, atMm?: [number, number, number], turnDeg = 0): Joint => ({
  ...newJoint(`${a} ${b}`, a, { kind: "part", partId: b }),
  ...(atMm && { place: { atMm, turnDeg, travel: null } }),
});
const at = (unit: string[], joints: Joint[]) =>
  Object.fromEntries(unitShape(unit, joints, boxOf).pieces.map((p) => [p.id, [p.xMm, p.zMm]]));

describe("parts that are one piece, drawn as one", () => {
  it("stand where their joint says, whichever of them is asked for first", () => {
    // The sill's zero at 30, 5 of the frame: its lower left corner at 20, 5.
    const joints = [joint("sill", "frame", [30, 99, 5])];
    expect(at(["frame", "sill"], joints)).toEqual({ frame: [0, 0], sill: [20, 5] });
    expect(at(["sill", "frame"], joints)).toEqual({ frame: [0, 0], sill: [20, 5] });
    expect(unitShape(["frame", "sill"], joints, boxOf)).toMatchObject({ wideMm: 60, highMm: 50 });
  });
  it("hang on each other over several joints, in the size of the second's file", () => {
    const joints = [joint("post", "sill", [0, 0, 10]), joint("sill", "frame", [30, 0, 0])];
    expect(at(["frame", "sill", "post"], joints)).toEqual({ frame: [0, 0], sill: [20, 0], post: [30, 10] });
    // 3 mm of a file that is printed twice as large.
    expect(at(["post", "frame"], [joint("frame", "post", [3, 0, 1])])).toEqual({ post: [0, 0], frame: [6, 2] });
  });
  it("are seen as three's matrices turn their boxes", () => {
    const degrees = fc.constantFrom(0, 90, 180, 270, -45, 30);
    const mm = fc.integer({ min: -40, max: 40 });
    fc.assert(
      fc.property(fc.tuple(mm, mm, mm), degrees, fc.tuple(mm, mm, mm), degrees, (p, turnP, q, turnQ) => {
        const { pieces } = unitShape(["frame", "sill", "post"], [joint("sill", "frame", p, turnP), joint("post", "sill", q, turnQ)], boxOf);
        const into = (m: [number, number, number], deg: number) =>
          new Matrix4().makeTranslation(...m).multiply(new Matrix4().makeRotationZ((deg * Math.PI) / 180));
        const sill = into(p, turnP);
        const chain: Record<string, Matrix4> = { frame: new Matrix4(), sill, post: sill.clone().multiply(into(q, turnQ)) };
        const lowLeft = Object.entries(chain).map(([id, m]) => {
          const { min, max } = boxOf(id);
          const corners = [min[0], max[0]].flatMap((x) => [min[1], max[1]].map((y) => new Vector3(x, y, min[2]).applyMatrix4(m)));
          return { id, x: Math.min(...corners.map((c) => c.x)), z: corners[0].z, right: Math.max(...corners.map((c) => c.x)) };
        });
        const [x0, z0] = [Math.min(...lowLeft.map((c) => c.x)), Math.min(...lowLeft.map((c) => c.z))];
        for (const c of lowLeft) {
          const piece = pieces.find((x) => x.id === c.id)!;
          expect(piece.xMm).toBeCloseTo(c.x - x0, 6);
          expect(piece.zMm).toBeCloseTo(c.z - z0, 6);
          expect(piece.wideMm).toBeCloseTo(c.right - c.x, 6);
        }
        expect(pieces.find((x) => x.id === "sill")!.shows).toBe(turnP === 0 ? "front" : turnP === 180 ? "back" : "side");
      }),
    );
  });
  it("stand beside each other where nobody said a position, and what reaches left or below moves all", () => {
    const { pieces, wideMm } = unitShape(["frame", "sill"], [joint("sill", "frame")], boxOf);
    expect(pieces[1].xMm).toBeGreaterThan(60);
    expect(wideMm).toBeCloseTo(pieces[1].xMm + 20, 9);
    expect(at(["frame", "sill"], [joint("sill", "frame", [-5, 0, -8])])).toEqual({ frame: [15, 8], sill: [0, 0] });
  });
  it("of one part is that part", () => {
    expect(unitShape(["frame"], [], boxOf)).toEqual({
      pieces: [{ id: "frame", xMm: 0, zMm: 0, wideMm: 60, highMm: 50, shows: "front" }],
      wideMm: 60,
      highMm: 50,
    });
  });
});
