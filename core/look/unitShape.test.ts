import { describe, expect, it } from "vitest";
import type { Joint } from "../joint";
import { newJoint } from "../project";
import { unitShape, type FrontSize } from "./unitShape";

const sizes: Record<string, FrontSize> = {
  frame: { wideMm: 60, highMm: 50, lowMm: [0, 0], factor: 1 },
  // Its file's zero is in its middle.
  sill: { wideMm: 20, highMm: 10, lowMm: [-10, 0], factor: 1 },
  post: { wideMm: 4, highMm: 30, lowMm: [0, 0], factor: 2 },
};
const sizeOf = (id: string): FrontSize => sizes[id];
const joint = (a: string, b: string, atMm?: [number, number, number]): Joint => ({
  ...newJoint(`${a} ${b}`, a, { kind: "part", partId: b }),
  ...(atMm && { place: { atMm, turnDeg: 0, travel: null } }),
});
const at = (unit: string[], joints: Joint[]) =>
  Object.fromEntries(unitShape(unit, joints, sizeOf).pieces.map((p) => [p.id, [p.xMm, p.zMm]]));

describe("parts that are one piece, drawn as one", () => {
  it("stand where their joint says, whichever of them is asked for first", () => {
    // The sill's zero at 30, 5 of the frame: its lower left corner at 20, 5.
    const joints = [joint("sill", "frame", [30, 99, 5])];
    expect(at(["frame", "sill"], joints)).toEqual({ frame: [0, 0], sill: [20, 5] });
    expect(at(["sill", "frame"], joints)).toEqual({ frame: [0, 0], sill: [20, 5] });
    expect(unitShape(["frame", "sill"], joints, sizeOf)).toMatchObject({ wideMm: 60, highMm: 50 });
  });
  it("hang on each other over several joints, in the size of the second's file", () => {
    const joints = [joint("post", "sill", [0, 0, 10]), joint("sill", "post", [1, 0, -1]), joint("sill", "frame", [30, 0, 0])];
    // Post on sill: 0 + 0 · 1 + 10 to the right of the sill's corner, 10 up.
    expect(at(["frame", "sill", "post"], joints)).toEqual({ frame: [0, 0], sill: [20, 0], post: [30, 10] });
  });
  it("stand beside each other where nobody said a position, and what reaches left or below moves all", () => {
    const { pieces, wideMm } = unitShape(["frame", "sill"], [joint("sill", "frame")], sizeOf);
    expect(pieces[1].xMm).toBeGreaterThan(60);
    expect(wideMm).toBeCloseTo(pieces[1].xMm + 20, 9);
    expect(at(["frame", "sill"], [joint("sill", "frame", [-5, 0, -8])])).toEqual({ frame: [15, 8], sill: [0, 0] });
  });
  it("of one part is that part", () => {
    expect(unitShape(["frame"], [], sizeOf)).toEqual({ pieces: [{ id: "frame", xMm: 0, zMm: 0 }], wideMm: 60, highMm: 50 });
  });
});
