import { describe, expect, it } from "vitest";
import {
  methodById,
  placedOn,
  rectangle,
  sectionOf,
  spansOf,
  type Board,
  type FootShape,
  type GroundLayer,
  type GroundZone,
  type PlanFault,
  type Standing,
} from "../ground";
import { bends, boardSentence, boardSum, clipped, kilograms, methodsFor, placementSheets, planNote } from "./index";

const board: Board = {
  id: "b",
  name: "Board",
  outlineMm: rectangle(800, 500),
  layers: [{ id: "l", material: "foam", thicknessMm: 30, eMPa: 12 }],
  rimMm: 0,
  liftMm: 0,
  handsMm: null,
  partId: null,
};
const zone = (id: string, is: GroundZone["is"], outlineMm: number[], levelMm = 0, slopeDeg = 45): GroundZone => ({
  id,
  boardId: "b",
  name: id,
  is,
  outlineMm,
  levelMm,
  slopeDeg,
  ballMm: 20,
});
const layer = (id: string, zoneId: string, methodId: GroundLayer["methodId"], depthMm: number): GroundLayer => ({
  id,
  zoneId,
  methodId,
  depthMm,
  by: "volume",
});
const cube: FootShape = {
  foot: [rectangle(40, 40, -20, -20)],
  shadow: [rectangle(40, 40, -20, -20)],
  widthMm: 40,
  depthMm: 40,
  heightMm: 30,
};
const stands = (id: string, xMm: number, yMm: number): Standing => ({
  id,
  partId: "p",
  on: { kind: "board", boardId: "b" },
  xMm,
  yMm,
  turnDeg: 0,
  liftMm: 0,
  leanDeg: 0,
});
const placedOf = (all: Standing[]) => [...placedOn(all, () => cube).values()].flatMap((p) => p ?? []);

describe("what a board weighs and takes", () => {
  const scene = { boards: [board], zones: [zone("z", "earth", rectangle(800, 500))], layers: [layer("g", "z", "cement", 4)] };
  it("sums its board, its ground and what stands on it, and says it in a sentence", () => {
    const sum = boardSum(scene, board, placedOf([stands("a", 100, 100), stands("c", 300, 100)]), () => 50);
    expect(sum.carried.ofG.board).toBeCloseTo(396, 0);
    expect(sum.carried.ofG.load).toBe(100);
    expect(sum.carried.massG).toBeCloseTo(sum.carried.ofG.board + sum.carried.ofG.ground + 100, 6);
    expect(boardSentence(sum.carried)).toMatch(/^3\.\d kg dry\. Lifted by its ends it bends \d+ mm; on two battens, 0\.\d mm\.$/);
    expect(sum.wetMoreG).toBeGreaterThan(0);
    expect(boardSum(scene, board, placedOf([stands("a", 100, 100)]), () => undefined).unweighed).toBe(1);
  });
  it("what stands in the middle bends it more by its ends than what stands over the hands", () => {
    const at = (x: number): number =>
      boardSum({ ...scene, layers: [] }, board, placedOf([stands("a", x, 250)]), () => 2000).carried.sagMm.ends.value;
    expect(at(400)).toBeGreaterThan(2 * at(60));
  });
  it("two zones side by side weigh what one over both does", () => {
    const split = {
      ...scene,
      zones: [zone("z", "earth", rectangle(400, 500)), zone("y", "earth", rectangle(400, 500, 400, 0))],
      layers: [layer("g", "z", "cement", 4), layer("h", "y", "cement", 4)],
    };
    const [one, two] = [scene, split].map((s) => boardSum(s, board, [], () => 0).carried);
    expect(two.massG).toBeCloseTo(one.massG, 6);
    expect(two.sagMm.ends.value).toBeCloseTo(one.sagMm.ends.value, 6);
  });
  it("takes one set-up where zones are laid with one method, but none less for layers over each other", () => {
    const zones = ["x", "y", "z"].map((id, k) => zone(id, "earth", rectangle(200, 500, k * 200, 0)));
    const hours = (...layers: GroundLayer[]) => boardSum({ ...scene, zones, layers }, board, [], () => 0).handsOnS;
    const one = hours(layer("a", "x", "cement", 4));
    expect(one.low).toBe(one.high);
    // Ten minutes to set up, as the table of methods says it.
    const setUpS = methodById("cement")!.setUpS;
    const three = hours(layer("a", "x", "cement", 4), layer("b", "y", "cement", 4), layer("c", "z", "cement", 4));
    expect(three.high).toBeCloseTo(3 * one.high, 6);
    expect(three.low).toBeCloseTo(3 * one.high - 2 * setUpS, 6);
    const over = hours(layer("a", "x", "cement", 4), layer("b", "x", "cement", 4));
    expect(over.low).toBe(over.high);
  });
  it("speaks plainly", () => {
    expect([kilograms(340), kilograms(1240), kilograms(5000), kilograms(12_400)]).toEqual(["340 g", "1.2 kg", "5 kg", "12 kg"]);
    expect([bends(24.2), bends(1.14), bends(0.02)]).toEqual(["24 mm", "1.1 mm", "less than 0.1 mm"]);
    expect(
      boardSentence({
        massG: 12_000,
        people: 2,
        sagMm: { ends: { value: 3, low: 1, high: 5 }, quarter: { value: 1, low: 1, high: 1 }, bessel: { value: 1, low: 1, high: 1 } },
      }),
    ).toBe("12 kg dry. Lifted by its ends it bends 3 mm; on two battens, 1 mm. Two people carry it.");
  });
  it("keep-clear zones lay nothing down and have no method", () => {
    expect(methodsFor(zone("k", "hands", rectangle(10, 10)), { ratio: 56, depthMm: 2, varnishBelow: false, wallsNear: false })).toEqual([]);
    expect(boardSum({ ...scene, zones: [zone("z", "hands", rectangle(800, 500))] }, board, [], () => 0).zones).toEqual([]);
  });
});

describe("the section", () => {
  const creek = zone("creek", "water", rectangle(300, 500, 200, 0), -10, 45);
  it("is cut where the line runs through the zone, with banks that lean in, and filled level", () => {
    const s = sectionOf(board, [creek], [layer("w", "creek", "two-part", 8)], 250);
    const at = (x: number): number => Math.round((x / 800) * (s.at.length - 1));
    expect(s.base[at(100)]).toBeCloseTo(30, 6);
    expect(s.base[at(350)]).toBeCloseTo(20, 6);
    expect(s.base[at(205)]).toBeCloseTo(25, 0);
    expect(s.top[at(350)]).toBeCloseTo(28, 6);
    const filled = Array.from(s.layers[0].to).filter((v) => !Number.isNaN(v));
    expect(new Set(filled.map((v) => v.toFixed(6))).size).toBe(1);
  });
  it("sand follows the bank, water does not", () => {
    const s = sectionOf(board, [creek], [layer("p", "creek", "paste", 2)], 250);
    const tops = new Set(
      Array.from(
        s.layers[0].to.filter((v) => !Number.isNaN(v)),
        (v) => v.toFixed(3),
      ),
    );
    expect(tops.size).toBeGreaterThan(3);
  });
  it("a line beside the zone is plain board; along the other axis it is the same creek", () => {
    expect(spansOf(creek.outlineMm, 600, 1)).toEqual([]);
    expect(spansOf(creek.outlineMm, 250)).toEqual([200, 500]);
    const other = sectionOf(board, [creek], [], 350, 1);
    // It runs to the rim on both ends: no bank there.
    expect(Math.max(...other.base)).toBeCloseTo(20, 6);
  });
});

describe("notes on a plan", () => {
  it("say what is wrong and what to do, for every kind", () => {
    const faults: PlanFault[] = [
      { kind: "overlap", ids: ["a", "b"], at: [0, 0] },
      { kind: "over", ids: ["a", "b"], at: [0, 0] },
      { kind: "rim", id: "a", mm: 4, at: [0, 0] },
      { kind: "rim", id: "a", mm: -2, at: [0, 0] },
      { kind: "hangs", id: "a", mm: 12.4, at: [0, 0] },
      { kind: "reach", id: "a", mm: 700, at: [0, 0] },
      { kind: "larger", id: "a", at: [0, 0] },
      { kind: "off", id: "a", at: [0, 0] },
      { kind: "unknown", id: "a", at: [0, 0] },
      { kind: "keep", id: "a", zoneId: "z", keep: "hands", at: [0, 0] },
      { kind: "water", id: "a", zoneId: "z", at: [0, 0] },
      { kind: "path", zoneId: "z", passMm: 12, ballMm: 20, at: [0, 0] },
      { kind: "path", zoneId: "z", passMm: 0, ballMm: 20, at: [0, 0] },
      { kind: "crosses", zoneId: "z", at: [0, 0] },
      { kind: "outside", zoneId: "z", at: [0, 0] },
      { kind: "deep", zoneId: "z", mm: 3, at: [0, 0] },
    ];
    for (const f of faults) {
      const note = planNote(f, (id) => `<${id}>`);
      expect(note.says).toMatch(/<[abz]>.*[.]$/);
      expect(note.says).not.toMatch(/NaN|undefined/);
    }
    expect(planNote(faults[4], (id) => id).says).toContain("12 mm");
  });
});

describe("the placement on paper", () => {
  it("clips a line to the sheet (Liang & Barsky), whichever end comes first", () => {
    expect(clipped([-5, 5, 15, 5], 10, 10)).toEqual([0, 5, 10, 5]);
    expect(clipped([15, 5, -5, 5], 10, 10)).toEqual([10, 5, 0, 5]);
    expect(clipped([-5, -5, -1, 20], 10, 10)).toBeNull();
    expect(clipped([2, 2, 8, 8], 10, 10)).toEqual([2, 2, 8, 8]);
  });
  it("as many sheets as the board is large, every line within its frame, lengths true", () => {
    const placed = placedOf([stands("a", 190, 270), stands("c", 500, 100)]);
    const sheets = placementSheets(board, placed, [], (id) => id, { title: "Test", date: "1 Dec 2026", paper: "A4" });
    expect(sheets.length).toBe(Math.ceil(800 / (sheets[0].widthMm - 20)) * Math.ceil(500 / (sheets[0].heightMm - 36)));
    let feet = 0;
    for (const sheet of sheets)
      for (const stroke of sheet.strokes) {
        stroke.lines.forEach((v, i) => {
          expect(v).toBeGreaterThanOrEqual(0);
          expect(v).toBeLessThanOrEqual((i % 2 === 0 ? sheet.widthMm : sheet.heightMm) + 1e-6);
        });
        if (stroke.kind === "feature")
          for (let i = 0; i < stroke.lines.length; i += 4)
            feet += Math.hypot(stroke.lines[i + 2] - stroke.lines[i], stroke.lines[i + 3] - stroke.lines[i + 1]);
      }
    // Two squares of 40 mm a side, however the sheets cut them.
    expect(feet).toBeCloseTo(320, 6);
  });
});
