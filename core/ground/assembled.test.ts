/** What stands on a board as one mesh: against three's own matrices, and by areas and volumes that are known. */
import { Euler, Matrix4, Quaternion, Vector3 } from "three";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { boundsOf, boxMesh, facetsOf, leaning, MeshBuilder, TURNS, turnMesh, UPS } from "../mesh";
import { groundAt, joinedMesh, stoodMesh, topOfBoard } from "./assembled";
import { rectangle, type GroundZone } from "./said";

describe("a copy where it stands", () => {
  it("lies where three's matrices take it", () => {
    const length = fc.double({ min: -200, max: 200, noNaN: true });
    fc.assert(
      fc.property(
        fc.constantFrom(...UPS),
        fc.double({ min: -90, max: 90, noNaN: true }),
        fc.tuple(length, length, length),
        length,
        (up, lean, at, turnDeg) => {
          const file = boxMesh(10, 20, 30);
          const midMm: [number, number, number] = [3, 4, -5];
          const ours = stoodMesh(file, { turn: leaning(up, lean), factor: 1.5, midMm, xMm: at[0], yMm: at[1], fromMm: at[2], turnDeg });
          const theirs = new Matrix4()
            .makeTranslation(...at)
            .multiply(new Matrix4().makeRotationZ((turnDeg * Math.PI) / 180))
            .multiply(new Matrix4().makeTranslation(-midMm[0], -midMm[1], -midMm[2]))
            .multiply(new Matrix4().makeRotationFromEuler(new Euler((-lean * Math.PI) / 180, 0, 0)))
            .multiply(new Matrix4().makeRotationFromQuaternion(new Quaternion(...TURNS[up])))
            .multiply(new Matrix4().makeScale(1.5, 1.5, 1.5));
          for (let i = 0; i < file.positions.length; i += 3) {
            const p = new Vector3(...file.positions.slice(i, i + 3)).applyMatrix4(theirs);
            p.toArray().forEach((v, k) => expect(ours.positions[i + k]).toBeCloseTo(v, 2));
          }
        },
      ),
    );
  });
  it("leans back where its top goes away from the front, by the sine of its height", () => {
    const mast = new MeshBuilder().box([-1, -1, 0], [1, 1, 100]).build();
    const { min, max } = boundsOf(turnMesh(mast, leaning("+z", 30)).positions);
    expect(max[1]).toBeCloseTo(50 + Math.cos(Math.PI / 6), 3);
    expect(min[1]).toBeCloseTo(-Math.cos(Math.PI / 6), 3);
    expect(max[2] - min[2]).toBeCloseTo(100 * Math.cos(Math.PI / 6) + 2 * Math.sin(Math.PI / 6), 3);
    expect(boundsOf(turnMesh(mast, leaning("+z", -30)).positions).min[1]).toBeCloseTo(-50 - Math.cos(Math.PI / 6), 3);
  });
});

describe("all that stands on a board", () => {
  it("is one mesh, whose copies begin where they are said to", () => {
    const { mesh, begins } = joinedMesh([boxMesh(1, 1, 1), boxMesh(2, 2, 2), boxMesh(3, 3, 3)]);
    expect(begins).toEqual([0, 12, 24]);
    const { areasMm2 } = facetsOf(mesh);
    [6, 24, 54].forEach((area, k) => expect(areasMm2.slice(begins[k], begins[k] + 12).reduce((a, b) => a + b, 0)).toBeCloseTo(area, 4));
    expect(joinedMesh([]).mesh.indices).toHaveLength(0);
  });
  it("lies on a top of the board's area that faces up, whichever way round it was said", () => {
    const corner = [0, 0, 60, 0, 60, 20, 20, 20, 20, 50, 0, 50];
    const back = corner.flatMap((_, i) => (i % 2 === 0 ? [corner[corner.length - 2 - i], corner[corner.length - 1 - i]] : []));
    for (const outline of [corner, back]) {
      const { areasMm2, normals } = facetsOf(topOfBoard(outline));
      expect(areasMm2.reduce((a, b) => a + b, 0)).toBeCloseTo(60 * 20 + 20 * 30, 3);
      expect([...areasMm2.keys()].every((t) => normals[t * 3 + 2] > 0.99)).toBe(true);
    }
  });
  it("stands in ground as high as the last zone there, and as far from a way as paving or gravel is", () => {
    const zone = (is: GroundZone["is"], x: number, levelMm: number): GroundZone => ({
      id: `${is} ${x}`,
      boardId: "b",
      name: is,
      is,
      outlineMm: rectangle(50, 50, x, 0),
      levelMm,
      slopeDeg: 45,
      ballMm: 0,
    });
    const at = groundAt([zone("mud", 0, -3), zone("paving", 40, 5), zone("path", 0, 99)]);
    expect([at.levelMm(10, 10), at.levelMm(45, 10), at.levelMm(95, 10)]).toEqual([-3, 5, 0]);
    expect([at.toWayMm(45, 10), at.toWayMm(10, 10), groundAt([]).toWayMm(0, 0)]).toEqual([0, 30, Infinity]);
  });
});
