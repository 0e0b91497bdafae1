/** Face to face: against three's rotations, and by boxes that must touch and not bite (solids library). */
import { Quaternion, Vector3 } from "three";
import { beforeAll, describe, expect, it } from "vitest";
import { boxMesh, MeshBuilder, TURNS } from "../mesh";
import { loadSolids, type Solids } from "../slice";
import { placingByFaces, standingOnFace } from "./faces";
import { checkPair } from "./pair";

let solids: Solids;
beforeAll(async () => {
  solids = await loadSolids();
});

const put = (at: [number, number, number], normal: [number, number, number]) => ({ at, normal });

describe("two parts put face to face", () => {
  const a = boxMesh(30, 10, 20),
    b = new MeshBuilder().box([-5, -8, 0], [15, 8, 12]).build();
  it("touch and do not bite, whichever upright faces are pressed", () => {
    const sidesA = [put([30, 5, 10], [1, 0, 0]), put([0, 5, 10], [-1, 0, 0]), put([15, 10, 10], [0, 1, 0]), put([15, 0, 10], [0, -1, 0])];
    const sidesB = [put([15, 0, 6], [1, 0, 0]), put([-5, 0, 6], [-1, 0, 0]), put([5, 8, 6], [0, 1, 0]), put([5, -8, 6], [0, -1, 0])];
    for (const fa of sidesA)
      for (const fb of sidesB) {
        const place = placingByFaces(fa, fb, 0, 1);
        if (!place.ok) throw new Error(place.problem.message);
        const checked = checkPair(solids, a, b, place.value);
        if ("open" in checked) throw new Error("open");
        expect(checked.tightest.biteMm3).toBeLessThan(0.01);
        expect(checked.tightest.gapMm).toBeLessThan(0.001);
        // The pressed place of one lies on that of the other.
        const p = new Vector3(...fa.at).applyAxisAngle(new Vector3(0, 0, 1), (place.value.turnDeg * Math.PI) / 180);
        expect(p.add(new Vector3(...place.value.atMm)).distanceTo(new Vector3(...fb.at))).toBeLessThan(0.002);
      }
  });
  it("stand one on the other as they are turned, where both faces are level", () => {
    const place = placingByFaces(put([15, 5, 0], [0, 0, -1]), put([5, 0, 12], [0, 0, 1]), 90, 2);
    expect(place).toMatchObject({ ok: true, value: { turnDeg: 90, atMm: [5, -7.5, 6] } });
  });
  it("say what is wrong where faces look the same way, or one part would have to tip", () => {
    expect(placingByFaces(put([0, 0, 0], [0, 0, 1]), put([0, 0, 0], [0, 0, 1]), 0, 1)).toMatchObject({
      ok: false,
      problem: { code: "faces.same" },
    });
    expect(placingByFaces(put([0, 0, 0], [0, 0, 1]), put([0, 0, 0], [1, 0, 0]), 0, 1)).toMatchObject({
      ok: false,
      problem: { code: "faces.tip" },
    });
    expect(placingByFaces(put([0, 0, 0], [0.7, 0, 0.7]), put([0, 0, 0], [1, 0, 0]), 0, 1)).toMatchObject({
      ok: false,
      problem: { code: "faces.tip" },
    });
  });
});

describe("which way up on a face", () => {
  it("is the one that three turns so that the face looks down; none for a slope", () => {
    for (const normal of [
      [1, 0, 0],
      [-1, 0, 0],
      [0, 1, 0],
      [0, -1, 0],
      [0, 0, 1],
      [0, 0, -1],
    ] as [number, number, number][]) {
      const up = standingOnFace({ normal })!;
      expect(new Vector3(...normal).applyQuaternion(new Quaternion(...TURNS[up])).z).toBeCloseTo(-1, 9);
    }
    expect(standingOnFace({ normal: [0.7, 0, -0.7] })).toBeNull();
  });
});
