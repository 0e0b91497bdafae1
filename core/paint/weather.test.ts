import { describe, expect, it } from "vitest";
import { facetsOf, MeshBuilder, refineMesh, type Mesh } from "../mesh";
import { weatherField } from "./weather";

/** A hut at 1:50, 80 × 60 × 60 mm, with a flat roof that stands out 8 mm on all sides, on a plinth of 120 × 100. */
const hut = refineMesh(
  new MeshBuilder().box([-20, -20, 0], [100, 80, 2]).box([0, 0, 2], [80, 60, 62]).box([-8, -8, 62], [88, 68, 66]).build(),
  50,
  30_000,
).mesh;

/** Mean value, and share of the area that has one, of facets that a test picks. */
function over(mesh: Mesh, values: Float32Array, pick: (at: number[], n: number[]) => boolean): { mean: number; share: number } {
  const { normals, areasMm2 } = facetsOf(mesh);
  let sum = 0,
    has = 0,
    all = 0;
  for (let t = 0; t < values.length; t++) {
    const at = [0, 1, 2].map((k) => [0, 1, 2].reduce((s, c) => s + mesh.positions[mesh.indices[t * 3 + c] * 3 + k], 0) / 3);
    if (!pick(at, [...normals.subarray(t * 3, t * 3 + 3)])) continue;
    all += areasMm2[t];
    if (Number.isNaN(values[t])) continue;
    has += areasMm2[t];
    sum += values[t] * areasMm2[t];
  }
  return { mean: has > 0 ? sum / has : 0, share: all > 0 ? has / all : 0 };
}
const front = (_: number[], n: number[]): boolean => n[1] < -0.9;
const back = (_: number[], n: number[]): boolean => n[1] > 0.9;

describe("where weather would be", () => {
  it("low: at the foot, gone above half a metre, 10 mm at 1:50", () => {
    const { values } = weatherField(hut, "low", 50, "front");
    expect(over(hut, values, (at, n) => front(at, n) && at[2] < 4).share).toBe(1);
    expect(over(hut, values, (at) => at[2] > 12).share).toBe(0);
    const foot = over(hut, values, (at, n) => front(at, n) && at[2] < 3).mean,
      higher = over(hut, values, (at, n) => front(at, n) && at[2] > 6 && at[2] < 9).mean;
    expect(foot).toBeGreaterThan(higher);
  });
  it("walked on: the plinth and the roof, not a wall, nor a floor under a table", () => {
    const { values } = weatherField(hut, "walked", 50, "front");
    expect(over(hut, values, (at, n) => n[2] > 0.9 && at[2] < 2.1 && at[0] < -9).share).toBeGreaterThan(0.99);
    expect(over(hut, values, front).share).toBe(0);
    // A table top 20 mm up: a metre, too low for a person.
    const table = refineMesh(new MeshBuilder().box([0, 0, 0], [60, 60, 2]).box([20, 20, 22], [40, 40, 24]).build(), 40, 20_000).mesh;
    const under = weatherField(table, "walked", 50, "front").values;
    expect(over(table, under, (at, n) => n[2] > 0.9 && at[2] < 2.1 && at[0] > 22 && at[0] < 38 && at[1] > 22 && at[1] < 38).share).toBe(0);
    expect(over(table, under, (at, n) => n[2] > 0.9 && at[2] < 2.1 && at[0] < 18).share).toBeGreaterThan(0.99);
  });
  it("lee: the wall away from the wind, and the other one when it turns", () => {
    const from = (wind: "front" | "back"): [number, number] => {
      const { values } = weatherField(hut, "lee", 50, wind);
      return [over(hut, values, front).share, over(hut, values, back).share];
    };
    expect(from("front")).toEqual([0, 1]);
    expect(from("back")).toEqual([1, 0]);
  });
  it("under drips: below the eaves, strongest near them, and not on the roof's own edge", () => {
    const { values } = weatherField(hut, "drips", 50, "front");
    const wall = (lo: number, hi: number) => over(hut, values, (at, n) => front(at, n) && at[1] > -1 && at[2] > lo && at[2] < hi);
    expect(wall(40, 60).share).toBeGreaterThan(0.99);
    expect(wall(54, 60).mean).toBeGreaterThan(wall(36, 42).mean + 0.3);
    // A metre and a half is 30 mm.
    expect(wall(4, 28).share).toBe(0);
    expect(over(hut, values, (at, n) => front(at, n) && at[2] > 62.5).share).toBe(0);
  });
  it("of nothing, and of facets without area, is nothing", () => {
    const none = { positions: new Float32Array(), indices: new Uint32Array() };
    expect(weatherField(none, "drips", 50, "front").values).toHaveLength(0);
    const line = { positions: Float32Array.from([0, 0, 0, 1, 0, 0, 2, 0, 0]), indices: Uint32Array.from([0, 1, 2]) };
    expect([...weatherField(line, "low", 50, "front").values]).toEqual([NaN]);
  });
});

describe("where weather would be on what stands together", () => {
  /** Two walls at 1:50 along x, each 100 × 4 × 50 mm: the second stands behind the first by so many millimetres. */
  const walls = (apart: number) =>
    refineMesh(
      new MeshBuilder()
        .box([0, 0, 0], [100, 4, 50])
        .box([0, 4 + apart, 0], [100, 8 + apart, 50])
        .build(),
      40,
      30_000,
    ).mesh;
  const facing = (mesh: Mesh, apart: number, lo: number, hi: number) =>
    over(mesh, weatherField(mesh, "lee", 50, "front").values, (at, n) => front(at, n) && at[1] > 4 + apart / 2 && at[2] > lo && at[2] < hi);
  it("lee: calm behind a wall for two heights of it, quieter for five, and not beyond", () => {
    expect(facing(walls(60), 60, 2, 18).mean).toBeCloseTo(0.8, 2);
    expect(facing(walls(200), 200, 2, 8).mean).toBeCloseTo(0.4, 2);
    expect(facing(walls(300), 300, 2, 48).share).toBe(0);
    // Above the line that runs down behind the first it blows.
    expect(facing(walls(200), 200, 15, 48).share).toBe(0);
  });
  it("low: by the ground that somebody laid, not by the foot of what is sunk in it", () => {
    const wall = refineMesh(new MeshBuilder().box([0, 0, -10], [100, 4, 50]).build(), 60, 30_000).mesh;
    const marked = (levelMm: number) => {
      const { values } = weatherField(wall, "low", 50, "front", { levelMm: () => levelMm, toWayMm: () => Infinity });
      return (lo: number, hi: number) => over(wall, values, (at, n) => front(at, n) && at[2] > lo && at[2] < hi).share;
    };
    expect(marked(0)(0.5, 9)).toBe(1);
    expect(marked(0)(-9, -1)).toBe(0);
    expect(marked(0)(11, 50)).toBe(0);
    expect(marked(20)(21, 29)).toBe(1);
    expect(marked(20)(0, 19)).toBe(0);
  });
  it("walked on: walls beside a way up to the hip, and no others", () => {
    const wall = refineMesh(new MeshBuilder().box([0, 0, 0], [100, 4, 50]).build(), 60, 30_000).mesh;
    const { values } = weatherField(wall, "walked", 50, "front", { levelMm: () => 0, toWayMm: (x) => (x > 50 ? 0 : Infinity) });
    expect(over(wall, values, (at, n) => front(at, n) && at[0] > 52 && at[2] < 20).share).toBe(1);
    expect(over(wall, values, (at, n) => front(at, n) && at[2] > 24).share).toBe(0);
    expect(over(wall, values, (at, n) => front(at, n) && at[0] < 48).share).toBe(0);
  });
});
