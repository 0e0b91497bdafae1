import { describe, expect, it } from "vitest";
import { groundFault, mendedGround, methodCalled, NEW_CAMERA, readGround, rectangle, type GroundSaid } from "./index";

describe("ground as people type it", () => {
  it.each([
    ["4 mm of grout", "cement", 4],
    ["grout 4", "cement", 4],
    ["2mm sand", "sand-and-grit", 2],
    ["0.5 cm of mud", "paste", 5],
    ["9 mm water", "two-part", 9],
    ["GRASS 4 mm", "fibres", 4],
    ["sand", "sand-and-grit", 2],
  ])("%s", (text, methodId, depthMm) => {
    expect(readGround(text)).toEqual({ ok: true, value: { methodId, depthMm } });
  });
  it("says what it cannot read", () => {
    expect(readGround("4 mm of cheese")).toMatchObject({ ok: false, problem: { code: "ground.what" } });
    expect(readGround("0 mm sand")).toMatchObject({ ok: false });
    expect(readGround("900 mm sand")).toMatchObject({ ok: false, problem: { code: "ground.depth" } });
    expect(methodCalled("sand-and-grit")).toBe("sand-and-grit");
    expect(methodCalled("")).toBeNull();
  });
});

describe("names in rows of the ground", () => {
  const said: GroundSaid = {
    boards: [{ id: "b", name: "B", outlineMm: rectangle(9, 9), layers: [], rimMm: 0, liftMm: 0, handsMm: null, partId: "p" }],
    standings: [
      { id: "s", partId: "p", on: { kind: "board", boardId: "b" }, xMm: 0, yMm: 0, turnDeg: 0, liftMm: 0, leanDeg: 0 },
      { id: "t", partId: "q", on: { kind: "copy", standingId: "s" }, xMm: 0, yMm: 0, turnDeg: 0, liftMm: 0, leanDeg: 0 },
    ],
    zones: [{ id: "z", boardId: "b", name: "Z", is: "mud", outlineMm: rectangle(9, 9), levelMm: 0, slopeDeg: 35, ballMm: 0 }],
    layers: [{ id: "l", zoneId: "z", methodId: "paste", depthMm: 1, by: "volume" }],
  };
  it("that lead nowhere are found with their field", () => {
    expect(groundFault(said, new Set(["p", "q"]))).toBeNull();
    expect(groundFault(said, new Set(["p"]))).toMatchObject({ field: "standings.1.partId" });
    expect(groundFault({ ...said, boards: [] }, new Set(["p", "q"]))).toMatchObject({ field: "standings.0.on.boardId" });
    expect(groundFault({ ...said, zones: [] }, new Set(["p", "q"]))).toMatchObject({ field: "layers.0.zoneId" });
  });
  it("are mended: what is left is whole, and what is well is left alone", () => {
    for (const parts of [[], ["p"], ["q"], ["p", "q"]]) {
      const left = mendedGround(said, new Set(parts));
      expect(groundFault(left, new Set(parts))).toBeNull();
      expect(mendedGround(left, new Set(parts))).toEqual(left);
    }
    const gone = mendedGround({ ...said, boards: [] }, new Set(["p", "q"]));
    expect(gone).toMatchObject({ zones: [], layers: [], standings: [{ on: { kind: "table" } }, { on: { kind: "copy" } }] });
    // What is no row at all is for the schema to say.
    const odd = { ...said, boards: 5 } as unknown as GroundSaid;
    expect(mendedGround(odd, new Set())).toBe(odd);
    expect(NEW_CAMERA.distanceMm).toBeGreaterThan(0);
  });
});
