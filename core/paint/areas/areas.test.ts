/** Borders and areas of solids in closed form: circles of cylinders, edges of boxes, caps of balls. */
import { describe, expect, it } from "vitest";
import { ball } from "../../../tests/ball";
import { boundsOf, boxMesh, buildTopology, cylinderMesh, facetsOf, MeshBuilder, refineMesh, scaleMesh, type Mesh } from "../../mesh";
import { seededRandom } from "../../units";
import { apartSavesS, keptBorders, layingOrder, slipsMm2 } from "./borders";
import { areasOf, measureAreas, NO_AREA, type AreaPick, type MeasuredAreas } from "./areas";

const measured = (mesh: Mesh, ...picks: AreaPick[]): MeasuredAreas => measureAreas(mesh, buildTopology(mesh), [], picks);
const whole = (mesh: Mesh): number => facetsOf(mesh).areasMm2.reduce((s, a) => s + a, 0);

describe("areas and their borders", () => {
  it("a line round a cylinder is its circumference, and below it lies what the circle says", () => {
    const c = cylinderMesh(20, 50, 720);
    const { areasMm2, restMm2, borders } = measured(c, { by: "below", mm: 12.3 });
    expect(borders).toHaveLength(1);
    expect(borders[0].mm).toBeCloseTo(2 * Math.PI * 20, 1);
    // On its side: on no edge.
    expect([borders[0].proudMm, borders[0].deepMm]).toEqual([0, 0]);
    expect(areasMm2[0] / (Math.PI * 400 + 2 * Math.PI * 20 * 12.3)).toBeCloseTo(1, 3);
    expect(areasMm2[0] + restMm2).toBeCloseTo(whole(c), 1);
  });
  it("the top of a box, by a bucket, has its four edges, which stand out; the ring round the top of a cylinder too", () => {
    const { areasMm2, borders } = measured(boxMesh(30, 40, 50), { by: "bucket", at: [11, 12, 50] });
    expect(areasMm2[0]).toBeCloseTo(1200, 3);
    expect(borders[0].mm).toBeCloseTo(140, 3);
    expect(borders[0].proudMm).toBeCloseTo(140, 3);
    const rim = measured(cylinderMesh(10, 20, 360), { by: "gentler", deg: 5 }).borders[0];
    expect(rim.proudMm).toBeCloseTo(2 * Math.PI * 10, 1);
  });
  it("a floor between walls lies deep on all sides", () => {
    // A tray: outside 40 × 40 × 12, walls 4, floor at 4.
    const b = new MeshBuilder();
    const up = (x0: number, y0: number, x1: number, y1: number, z: number) => b.quad([x0, y0, z], [x1, y0, z], [x1, y1, z], [x0, y1, z]);
    up(4, 4, 36, 36, 4);
    b.quad([4, 4, 4], [4, 36, 4], [4, 36, 12], [4, 4, 12]).quad([36, 36, 4], [36, 4, 4], [36, 4, 12], [36, 36, 12]);
    b.quad([36, 4, 4], [4, 4, 4], [4, 4, 12], [36, 4, 12]).quad([4, 36, 4], [36, 36, 4], [36, 36, 12], [4, 36, 12]);
    const { borders } = measured(b.build(), { by: "bucket", at: [20, 20, 4] });
    expect(borders[0].deepMm).toBeCloseTo(128, 2);
    expect(borders[0].proudMm).toBe(0);
  });
  it("a cap of a ball above a height: 2πRh, and its circle", () => {
    const p = ball(80_000);
    const smooth: Mesh = {
      positions: p.positions.map((x, i) => (30 * x) / Math.hypot(...p.positions.subarray(i - (i % 3), i - (i % 3) + 3))),
      indices: p.indices,
    };
    const { areasMm2, borders } = measured(smooth, { by: "above", mm: 45 });
    expect(areasMm2[0] / (2 * Math.PI * 30 * 15)).toBeCloseTo(1, 2);
    expect(borders[0].mm / (2 * Math.PI * Math.sqrt(900 - 225))).toBeCloseTo(1, 2);
  });
  it("a later area lies over an earlier one, and each border is counted once", () => {
    const box = boxMesh(30, 30, 30);
    const { areasMm2, restMm2, borders } = measured(box, { by: "below", mm: 20 }, { by: "below", mm: 8 });
    // Bands: 8 and the underside; 12; 10 and the top.
    expect(areasMm2[1]).toBeCloseTo(900 + 120 * 8, 2);
    expect(areasMm2[0]).toBeCloseTo(120 * 12, 2);
    expect(restMm2).toBeCloseTo(900 + 120 * 10, 2);
    expect(borders.map(({ a, b, mm }) => [a, b, Math.round(mm)])).toEqual(
      expect.arrayContaining([
        [0, 1, 120],
        [-1, 0, 120],
      ]),
    );
    expect(borders).toHaveLength(2);
  });
  it("says the same of a mesh that is split finer, moved, in another order of facets, or larger", () => {
    const house = new MeshBuilder()
      .prism(
        [
          [0, 0],
          [40, 0],
          [40, 30],
          [20, 44],
          [0, 30],
        ],
        0,
        60,
      )
      .build();
    const picks: AreaPick[] = [
      { by: "below", mm: 7.5 },
      { by: "gentler", deg: 50 },
      { by: "bucket", at: [20, 0, 20] },
    ];
    const is = measured(house, ...picks);
    const random = seededRandom(5);
    const order = Array.from({ length: house.indices.length / 3 }, (_, t) => t).sort(() => random() - 0.5);
    const shuffled = {
      positions: house.positions,
      indices: Uint32Array.from(order.flatMap((t) => [...house.indices.subarray(t * 3, t * 3 + 3)])),
    };
    const moved = { positions: house.positions.map((v, i) => v + [100, -50, 70][i % 3]), indices: house.indices };
    const others: [Mesh, AreaPick[], number][] = [
      [refineMesh(house, 25, 20_000).mesh, picks, 1],
      [shuffled, picks, 1],
      [moved, picks.map((p) => (p.at ? { ...p, at: [p.at[0] + 100, p.at[1] - 50, p.at[2] + 70] as const } : p)), 1],
      [
        scaleMesh(house, 3),
        picks.map((p) => ({
          ...p,
          ...(p.mm && { mm: p.mm * 3 }),
          ...(p.at && { at: p.at.map((v) => v * 3) as [number, number, number] }),
        })),
        3,
      ],
    ];
    for (const [mesh, ps, by] of others) {
      const got = measured(mesh, ...ps);
      got.areasMm2.forEach((a, i) => expect(a / by ** 2 / is.areasMm2[i]).toBeCloseTo(1, 3));
      const total = (m: MeasuredAreas): number => m.borders.reduce((s, b) => s + b.mm, 0);
      expect(total(got) / by / total(is)).toBeCloseTo(1, 3);
      expect(got.borders.reduce((s, b) => s + b.proudMm, 0) / by).toBeCloseTo(
        is.borders.reduce((s, b) => s + b.proudMm, 0),
        1,
      );
    }
  });
  it("a line along a layer of vertices, at the very foot, or over the top is no fault", () => {
    const box = boxMesh(10, 10, 10);
    for (const mm of [0, 10, 500]) {
      const { areasMm2, restMm2, borders } = measured(box, { by: "below", mm });
      expect(areasMm2[0] + restMm2).toBeCloseTo(600, 3);
      expect(borders.reduce((s, b) => s + b.mm, 0)).toBeLessThanOrEqual(40.001);
    }
    const none: Mesh = { positions: new Float32Array(), indices: new Uint32Array() };
    expect(measured(none, { by: "bucket", at: [0, 0, 0] }, { by: "below", mm: 3 })).toEqual({ areasMm2: [0, 0], restMm2: 0, borders: [] });
    expect(boundsOf(box.positions).size).toEqual([10, 10, 10]);
  });
  it("a sliver on an edge is no border", () => {
    // The edge at the top of the front has a vertex in its middle on one side only, closed by a facet without area.
    const b = new MeshBuilder().box([0, 0, 0], [10, 10, 10]).build();
    const vertex = (x: number, y: number, z: number): number => {
      for (let v = 0; v < b.positions.length / 3; v++)
        if (b.positions[v * 3] === x && b.positions[v * 3 + 1] === y && b.positions[v * 3 + 2] === z) return v;
      return -1;
    };
    const [p, q] = [vertex(0, 0, 10), vertex(10, 0, 10)];
    const m = b.positions.length / 3;
    const indices = [...b.indices];
    const at = Array.from({ length: 12 }, (_, t) => t * 3).find((i) => {
      const t = indices.slice(i, i + 3);
      return t.includes(p) && t.includes(q) && t.every((v) => b.positions[v * 3 + 2] === 10);
    })!;
    const facet = indices.slice(at, at + 3);
    const k = facet.findIndex((v, j) => [p, q].includes(v) && [p, q].includes(facet[(j + 1) % 3]));
    const [u, v, w] = [facet[k], facet[(k + 1) % 3], facet[(k + 2) % 3]];
    indices.splice(at, 3, u, m, w);
    indices.push(m, v, w, u, v, m);
    const split: Mesh = { positions: Float32Array.from([...b.positions, 5, 0, 10]), indices: Uint32Array.from(indices) };
    expect(measured(split, { by: "below", mm: 50 }).borders).toEqual([]);
    expect(measured(split, { by: "gentler", deg: 10 }).borders.reduce((s, x) => s + x.mm, 0)).toBeCloseTo(40, 3);
  });
  it("a surface is the one that is named", () => {
    const box = boxMesh(10, 20, 30);
    const of = Array.from({ length: 12 }, (_, t) => (t < 2 ? 4 : 9));
    const found = areasOf(box, buildTopology(box), of, [{ by: "surface", surface: 4 }]);
    expect([...found].filter((n) => n === 0)).toHaveLength(2);
  });
});

describe("how colours that meet are laid", () => {
  it("the larger first; along edges by the side of a brush, in corners by a line, free across a face; eight minutes a metre of that", () => {
    // A post of 10 × 10 × 1000 with a foot of 500: 40 mm of free border.
    const post = boxMesh(10, 10, 1000);
    const m = measured(post, { by: "below", mm: 400 }, { by: "bucket", at: [5, 5, 1000] });
    const kept = keptBorders(m);
    expect(layingOrder(m)).toEqual([NO_AREA, 0, 1]);
    const free = kept.find((b) => b.b === 0)!,
      edge = kept.find((b) => b.b === 1)!;
    expect([free.way, edge.way, free.firstIs]).toEqual(["free", "edge", "a"]);
    expect(free.handsS).toBeCloseTo(0.04 * 480, 3);
    expect(edge.handsS).toBeLessThan(free.handsS / 3);
    // The rest is laid first at both borders: 80 mm, 4 mm wide.
    expect(slipsMm2(kept, NO_AREA)).toBeCloseTo(320, 1);
    expect(apartSavesS(kept, 0)).toBe(0);
  });
  it("a metre of free border and more is quicker on a piece of its own, or masked; of nothing nothing is asked", () => {
    const wall = keptBorders(measured(boxMesh(1000, 1000, 10), { by: "steeper", deg: 80 }));
    expect(wall.every((b) => b.way === "edge")).toBe(true);
    const long = keptBorders(measured(boxMesh(1000, 1000, 100), { by: "below", mm: 50 }));
    expect(long[0].maskS).toBeLessThan(long[0].handsS);
    expect(apartSavesS(long, 0)).toBeCloseTo(4 * 480 - 300, 1);
    expect(keptBorders({ areasMm2: [], restMm2: 0, borders: [] })).toEqual([]);
  });
});
