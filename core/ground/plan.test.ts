import { describe, expect, it } from "vitest";
import { seededRandom } from "../units";
import {
  checkPlan,
  clearOf,
  nearestOnPlan,
  placedOn,
  placingFromPlan,
  rectangle,
  widestWay,
  type Board,
  type FootShape,
  type GroundZone,
  type Standing,
} from "./index";

const board: Board = {
  id: "b",
  name: "Board",
  outlineMm: rectangle(600, 400),
  layers: [{ id: "l", material: "foam", thicknessMm: 30, eMPa: null }],
  rimMm: 0,
  liftMm: 0,
  handsMm: null,
  partId: null,
};
const stands = (id: string, xMm: number, yMm: number, more: Partial<Standing> = {}): Standing => ({
  id,
  partId: "p",
  on: { kind: "board", boardId: "b" },
  xMm,
  yMm,
  turnDeg: 0,
  liftMm: 0,
  leanDeg: 0,
  ...more,
});
const box = (w: number, d: number, heightMm = 30): FootShape => {
  const ring = [-w / 2, -d / 2, w / 2, -d / 2, w / 2, d / 2, -w / 2, d / 2];
  return { foot: [ring], shadow: [ring], widthMm: w, depthMm: d, heightMm };
};
/** Eaves all round a small foot. */
const house: FootShape = { ...box(60, 60), foot: box(40, 40).foot };
const zone = (is: GroundZone["is"], outlineMm: number[], more: Partial<GroundZone> = {}): GroundZone => ({
  id: is,
  boardId: "b",
  name: is,
  is,
  outlineMm,
  levelMm: 0,
  slopeDeg: 35,
  ballMm: 20,
  ...more,
});
const kinds = (s: Standing[], zones: GroundZone[] = [], shape = box(40, 40), on = board): string[] =>
  checkPlan(on, s, zones, () => shape).map((f) => f.kind);

describe("what slides or turns", () => {
  const zone = (is: GroundZone["is"], ballMm: number): GroundZone => ({
    id: "way",
    boardId: "b",
    name: "way",
    is,
    outlineMm: rectangle(60, 60, 20, 20),
    levelMm: 0,
    slopeDeg: 45,
    ballMm,
  });
  const ring = rectangle(20, 20, -10, -10);
  const shape = { foot: [ring], shadow: [ring], widthMm: 20, depthMm: 20, heightMm: 10 };
  const copy = (liftMm: number): Standing => ({
    id: "s",
    partId: "p",
    on: { kind: "board", boardId: "b" },
    xMm: 50,
    yMm: 50,
    turnDeg: 0,
    liftMm,
    leanDeg: 0,
  });
  it("wants its way clear as high as it reaches, and no higher", () => {
    const board: Board = {
      id: "b",
      name: "Board",
      outlineMm: rectangle(200, 200),
      layers: [],
      rimMm: 0,
      liftMm: 0,
      handsMm: null,
      partId: null,
    };
    const keeps = (is: GroundZone["is"], high: number, lift: number) =>
      checkPlan(board, [copy(lift)], [zone(is, high)], () => shape).filter((f) => f.kind === "keep").length;
    for (const is of ["slides", "turns"] as const) {
      expect(keeps(is, 30, 0)).toBe(1);
      expect(keeps(is, 30, 29)).toBe(1);
      expect(keeps(is, 30, 30)).toBe(0);
      // Nobody said how high: all the way up.
      expect(keeps(is, 0, 500)).toBe(1);
    }
    expect(keeps("hands", 30, 500)).toBe(1);
  });
});

describe("what is wrong with a plan", () => {
  it("two in each other; side by side is fine; eaves over eaves is said apart", () => {
    expect(kinds([stands("a", 100, 100), stands("b", 120, 100)])).toEqual(["overlap"]);
    expect(kinds([stands("a", 100, 100), stands("b", 140, 100)])).toEqual([]);
    expect(kinds([stands("a", 100, 100), stands("b", 150, 100)], [], house)).toEqual(["over"]);
  });
  it("on top of each other is fine, and goes with what is below; a circle stands on the table", () => {
    const top = stands("b", 100, 100, { on: { kind: "copy", standingId: "a" } });
    expect(kinds([stands("a", 100, 100), top])).toEqual([]);
    expect(placedOn([stands("a", 100, 100), top], () => box(40, 40)).get("b")!.fromMm).toBe(30);
    const round = [
      stands("a", 0, 0, { on: { kind: "copy", standingId: "b" } }),
      stands("b", 0, 0, { on: { kind: "copy", standingId: "a" } }),
    ];
    expect([...placedOn(round, () => box(4, 4)).values()].map((p) => p!.boardId)).toEqual([null, null]);
  });
  it("beyond the rim by how much; hanging over; larger than the board; nowhere on it", () => {
    expect(checkPlan(board, [stands("a", 10, 200)], [], () => box(40, 40))[0]).toMatchObject({ kind: "rim", mm: 10 });
    expect(checkPlan(board, [stands("a", 25, 200)], [], () => house)[0]).toMatchObject({ kind: "hangs", mm: 5 });
    expect(kinds([stands("a", 25, 200)], [], box(40, 40), { ...board, rimMm: 8 })).toEqual(["rim"]);
    expect(kinds([stands("a", 300, 200)], [], box(700, 40))).toEqual(["larger"]);
    expect(kinds([stands("a", 900, 200)])).toEqual(["off"]);
  });
  it("in water, where hands grip, and not where the ground is only grass", () => {
    const creek = zone("water", rectangle(600, 80, 0, 100), { levelMm: -9 });
    expect(kinds([stands("a", 100, 140)], [creek])).toEqual(["water"]);
    expect(kinds([stands("a", 100, 300)], [creek])).toEqual([]);
    expect(kinds([stands("a", 100, 140)], [zone("hands", rectangle(200, 200))])).toEqual(["keep"]);
    expect(kinds([stands("a", 100, 140)], [zone("grass", rectangle(200, 200))])).toEqual([]);
  });
  it("a zone that crosses itself, lies outside, or is cut through the board", () => {
    expect(kinds([], [zone("mud", [0, 0, 100, 100, 100, 0, 0, 100])])).toEqual(["crosses"]);
    expect(kinds([], [zone("mud", rectangle(100, 100, 550, 0))])).toEqual(["outside"]);
    expect(kinds([], [zone("water", rectangle(100, 100), { levelMm: -30 })])).toEqual(["deep"]);
  });
  it("a way is as wide as its narrowest place", () => {
    const gate = (gap: number): number[][][] => [
      [rectangle(20, 100 - gap / 2, 100, 0)],
      [rectangle(20, 100 - gap / 2, 100, 100 + gap / 2)],
    ];
    const way = rectangle(300, 200);
    for (const gap of [12, 25, 60]) expect(Math.abs(widestWay(way, gate(gap)).mm - gap)).toBeLessThan(300 / 80 + 0.01);
    expect(widestWay(way, []).mm).toBe(Infinity);
    expect(widestWay(way, [[rectangle(20, 200, 100, 0)]]).mm).toBe(0);
    // The same way lying the other way.
    const turned = gate(25).map((rings) => rings.map((r) => r.map((_, i) => r[i % 2 === 0 ? i + 1 : i - 1])));
    expect(Math.abs(widestWay(rectangle(200, 300), turned).mm - 25)).toBeLessThan(300 / 80 + 0.01);
    const path = zone("path", way, { ballMm: 30 });
    const posts = [stands("a", 150, 45), stands("b", 150, 155)];
    expect(checkPlan(board, posts, [path], () => box(20, 85)).find((f) => f.kind === "path")).toMatchObject({ ballMm: 30 });
  });
  it("a die of 12 mm needs 20.8: its diagonal, a·√3", () => {
    expect(clearOf({ is: "dice", ballMm: 12 })).toBeCloseTo(20.78, 2);
  });
  it("is the same in any order, and a copy beside the others changes nothing of theirs", () => {
    const random = seededRandom(3);
    const all = Array.from({ length: 30 }, (_, i) => stands(`s${i}`, random() * 600, random() * 400, { turnDeg: random() * 360 }));
    const key = (faults: ReturnType<typeof checkPlan>): string[] =>
      faults.map((f) => `${f.kind} ${"ids" in f ? [...f.ids].sort().join(" ") : "id" in f ? f.id : ""}`).sort();
    const one = key(checkPlan(board, all, [], () => box(40, 30)));
    expect(key(checkPlan(board, [...all].reverse(), [], () => box(40, 30)))).toEqual(one);
    expect(key(checkPlan(board, [...all, stands("far", -500, -500)], [], () => box(40, 30)))).toEqual([...one, "off far"].sort());
  });
});

describe("one part in another, by where both stand on the plan", () => {
  const at = (standing: Standing, fromMm: number, midMm: [number, number, number]) => {
    const placed = placedOn([standing], () => box(10, 10)).get(standing.id)!;
    return { placed: { ...placed, fromMm }, foot: { midMm } };
  };
  /** Forward, as the plan draws it. */
  const onBoard = (o: ReturnType<typeof at>, p: readonly number[]): number[] => {
    const a = (o.placed.standing.turnDeg * Math.PI) / 180;
    const q = p.map((v, k) => v - o.foot.midMm[k]);
    return [
      Math.cos(a) * q[0] - Math.sin(a) * q[1] + o.placed.standing.xMm,
      Math.sin(a) * q[0] + Math.cos(a) * q[1] + o.placed.standing.yMm,
      q[2] + o.placed.fromMm,
    ];
  };
  it("every point of the one lies where it lies on the board", () => {
    const random = seededRandom(8);
    const any = (n: number): number => (random() - 0.5) * n;
    for (let k = 0; k < 50; k++) {
      const a = at(stands("a", any(400), any(400), { turnDeg: any(720) }), any(20), [any(50), any(50), any(50)]);
      const b = at(stands("b", any(400), any(400), { turnDeg: any(720) }), any(20), [any(50), any(50), any(50)]);
      const factor = 0.5 + random();
      const place = placingFromPlan(a, b, factor);
      const p = [any(30), any(30), any(30)];
      const t = (place.turnDeg * Math.PI) / 180;
      const inB = [
        Math.cos(t) * p[0] - Math.sin(t) * p[1] + place.atMm[0] * factor,
        Math.sin(t) * p[0] + Math.cos(t) * p[1] + place.atMm[1] * factor,
        p[2] + place.atMm[2] * factor,
      ];
      onBoard(a, p).forEach((v, i) => expect(v).toBeCloseTo(onBoard(b, inB)[i], 1));
    }
  });
  it("takes the two copies that stand nearest, on one board", () => {
    const as = [at(stands("a1", 0, 0), 0, [0, 0, 0]), at(stands("a2", 300, 0), 0, [0, 0, 0])];
    const bs = [at(stands("b1", 320, 0), 0, [0, 0, 0])];
    expect(nearestOnPlan(as, bs)?.map((o) => o.placed.standing.id)).toEqual(["a2", "b1"]);
    expect(nearestOnPlan(as, [at(stands("t", 0, 0, { on: { kind: "table" } }), 0, [0, 0, 0])])).toBeNull();
  });
});
