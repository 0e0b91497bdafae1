import { describe, expect, it } from "vitest";
import { bankedMl, poolMl, rectangle, type GroundZone } from "./index";

const board = { outlineMm: rectangle(600, 400) };
const zone = (outlineMm: number[], levelMm: number, slopeDeg: number): GroundZone => ({
  id: "z",
  boardId: "b",
  name: "Pond",
  is: "water",
  outlineMm,
  levelMm,
  slopeDeg,
  ballMm: 0,
});
/** A frustum by the prismatoid formula, h/6·(A₁ + 4Aₘ + A₂), exact for a rectangle with banks that lean alike. */
const frustum = (w: number, d: number, h: number, deg: number): number => {
  const r = h / Math.tan((deg * Math.PI) / 180);
  const at = (k: number): number => (w - 2 * k) * (d - 2 * k);
  return (h / 6) * (at(0) + 4 * at(r / 2) + at(r));
};

describe("what is cut in and filled", () => {
  it("a pond with banks all round is a frustum", () => {
    for (const [w, d, h, deg] of [
      [120, 80, 9, 35],
      [200, 60, 6, 20],
      [90, 90, 12, 60],
    ]) {
      const pond = zone(rectangle(w, d, 100, 100), -h, deg);
      expect(bankedMl(pond, board) / (frustum(w, d, h, deg) / 1000)).toBeCloseTo(1, 1.5);
      expect(poolMl(pond, board, h) / (frustum(w, d, h, deg) / 1000)).toBeCloseTo(1, 1.5);
    }
  });
  it("filled to half its depth it is the lower half of the frustum,", () => {
    const r = 9 / Math.tan((35 * Math.PI) / 180);
    const half = poolMl(zone(rectangle(120, 80, 100, 100), -9, 35), board, 4.5);
    expect(half / (frustum(120 - r, 80 - r, 4.5, 35) / 1000)).toBeCloseTo(1, 1.5);
  });
  it("a creek runs out at the rim without a bank: a trapezium times its length", () => {
    const r = 9 / Math.tan((35 * Math.PI) / 180);
    const creek = zone(rectangle(600, 80, 0, 100), -9, 35);
    expect(poolMl(creek, board, 9) / ((600 * 9 * (80 + 80 - 2 * r)) / 2 / 1000)).toBeCloseTo(1, 1.5);
  });
  it("upright banks give area times depth; a plate that is not cut in too", () => {
    expect(poolMl(zone(rectangle(100, 50, 10, 10), -8, 90), board, 8)).toBeCloseTo(40, 6);
    expect(poolMl(zone(rectangle(100, 50, 10, 10), 0, 35), board, 2)).toBeCloseTo(10, 9);
  });
  it("either way round and moved it holds the same", () => {
    const L = [100, 100, 260, 100, 260, 160, 180, 160, 180, 220, 100, 220];
    const back = L.map((_, i) => L[L.length - 2 - (i - (i % 2)) + (i % 2)]);
    const moved = L.map((v, i) => v + (i % 2 === 0 ? 77 : 31));
    const ml = poolMl(zone(L, -7, 40), board, 7);
    expect(poolMl(zone(back, -7, 40), board, 7) / ml).toBeCloseTo(1, 2);
    expect(poolMl(zone(moved, -7, 40), board, 7) / ml).toBeCloseTo(1, 2);
  });
});
