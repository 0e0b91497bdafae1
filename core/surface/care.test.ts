/** Papers, dry brush, film against detail, and what printing leaves. */
import { describe, expect, it } from "vitest";
import {
  dryBrushOn,
  filmAgainst,
  GRADES,
  GRAIN_UM,
  gritLadder,
  leavings,
  pixelStepsOn,
  scratchMm,
  tooBig,
  washDraws,
  type LeftCase,
} from "./index";

describe("papers", () => {
  // FEPA 43-1/-2, ISO 6344-2/-3: mean grain sizes, µm.
  it.each([
    [40, 425],
    [80, 201],
    [120, 125],
    [220, 68],
    [240, 58.5],
    [400, 35],
    [600, 25.8],
    [1000, 18.3],
    [2000, 10.3],
    [2500, 8.4],
  ])("P%d has a grain of %d µm", (grade, um) => expect(GRAIN_UM[grade]).toBe(um));
  it("grain falls strictly with the number, and doubling the number does not halve it", () => {
    for (let i = 1; i < GRADES.length; i++) expect(GRAIN_UM[GRADES[i]]).toBeLessThan(GRAIN_UM[GRADES[i - 1]]);
    expect(GRAIN_UM[120] / GRAIN_UM[240]).toBeCloseTo(2.14, 2);
    expect(GRAIN_UM[400] / GRAIN_UM[800]).toBeCloseTo(1.61, 2);
  });
  it("begin at the defect, end at the finish, and no step is more than twice finer", () => {
    for (const step of [0.03, 0.05, 0.1, 0.2, 0.4, 1])
      for (const finish of ["primer", "matt", "gloss"] as const) {
        const papers = gritLadder(step, finish);
        expect(papers.at(-1)!.grade).toBe({ primer: 400, matt: 600, gloss: 2000 }[finish]);
        expect(tooBig(papers)).toEqual([]);
        expect(papers[0].grade).toBeGreaterThanOrEqual(80);
        if (papers.length > 1) expect(GRAIN_UM[papers[0].grade] / 1000).toBeLessThanOrEqual(Math.max(step * 1.3, 0.21));
        for (let i = 1; i < papers.length; i++) expect(papers[i].grade).toBeGreaterThan(papers[i - 1].grade);
      }
  });
  it("with a poor shelf it goes on with what is there and says which step is too big", () => {
    const papers = gritLadder(0.2, "gloss", { among: [2000, 120] });
    expect(papers.map((p) => p.grade)).toEqual([120, 2000]);
    expect(tooBig(papers)).toEqual([[120, 2000]]);
    expect(gritLadder(0.2, "primer", { among: [] })).toEqual([]);
    expect(gritLadder(0.2, "primer", { among: [2500] })).toEqual([]);
  });
  it("wet from P240 on, dry where the ground drinks; sheets by the area", () => {
    const wet = gritLadder(0.2, "primer", { areaMm2: 120_000 });
    expect(wet.every((p) => p.wet === p.grade >= 240)).toBe(true);
    expect(gritLadder(0.2, "primer", { waterproof: false }).some((p) => p.wet)).toBe(false);
    expect(wet[0].sheets).toBeCloseTo(2, 9);
    expect(() => scratchMm(401)).toThrow(RangeError);
  });
});

describe("a dry brush", () => {
  const face = { cuspMm: 0.17, pitchMm: 0.35, ridges: 12, reliefMm: 0.2, bristle: "stiff" as const, stroke: "across" as const };
  it("brings lines out of plain faces; along them and soft it does less; deep relief with plain faces does not save it", () => {
    expect(dryBrushOn(face)).toMatchObject({ brings: true });
    expect(dryBrushOn({ ...face, reliefMm: 5 }).brings).toBe(true);
    expect(dryBrushOn({ ...face, ridges: 2 }).brings).toBe(false);
    expect(dryBrushOn({ ...face, cuspMm: 0.04 }).brings).toBe(false);
    expect(dryBrushOn({ ...face, stroke: "along", bristle: "soft" }).brings).toBe(false);
    expect(dryBrushOn({ ...face, stroke: "along", bristle: "soft" }).found).toBeLessThan(dryBrushOn(face).found);
    expect(dryBrushOn(face).instead).toMatch(/soft brush along the lines|[Ss]tipple/);
  });
  it("a wash draws wide terraces and no fine ones", () => {
    expect(washDraws({ cuspMm: 0.19, pitchMm: 1.1 })).toBe(true);
    expect(washDraws({ cuspMm: 0.19, pitchMm: 0.3 })).toBe(false);
  });
});

describe("film against detail", () => {
  const groove = { name: "groove", widthMm: 0.6, depthMm: 0.4, takesMm: null };
  it("lies on both sides (exact), and drowns what is narrow", () => {
    expect(filmAgainst(groove, 0.1, 2)).toMatchObject({ leftMm: expect.closeTo(0.4, 12), verdict: "open", coatsLeft: 1 });
    expect(filmAgainst(groove, 0.2, 4).verdict).toBe("narrow");
    expect(filmAgainst(groove, 0.3, 4)).toMatchObject({ verdict: "drowned", leftMm: 0 });
    expect(filmAgainst(groove, 0, 0)).toMatchObject({ verdict: "open", coatsLeft: Infinity });
  });
  it("a slot must still take its clip", () => {
    const slot = { name: "slot", widthMm: 4.2, depthMm: null, takesMm: 3.8 };
    expect(filmAgainst(slot, 0.15, 3).verdict).toBe("open");
    expect(filmAgainst(slot, 0.25, 5)).toMatchObject({ verdict: "too tight", coatsLeft: 0 });
  });
  it("a shallow bed fills from below", () => expect(filmAgainst({ ...groove, widthMm: 3, depthMm: 0.12 }, 0.1, 1).verdict).toBe("drowned"));
});

describe("what printing leaves", () => {
  const c: LeftCase = {
    process: "fdm",
    grain: { layerMm: 0.2, lineWidthMm: 0.45 },
    laid: [],
    distanceMm: 1000,
    supports: null,
    plateMm: 0.6,
    footMm: 200,
    heightMm: 50,
    narrowestGapMm: 0.2,
    thinnestWallMm: 0.8,
    gapFloorMm: 0.6,
  };
  it("names all of it, each with a remedy, by process", () => {
    const fdm = leavings(c).map((l) => l.id),
      resin = leavings({ ...c, process: "resin", grain: { layerMm: 0.05, pixelMm: 0.05 } }).map((l) => l.id);
    for (const id of [
      "layer-lines",
      "loop-scar",
      "raster",
      "flare",
      "bridge-sag",
      "support-scars",
      "strings",
      "drips",
      "flooded",
      "cracks",
    ])
      expect(fdm).toContain(id);
    for (const id of ["layer-lines", "support-scars", "pixels", "flooded", "cracks"]) expect(resin).toContain(id);
    expect(resin).not.toContain("loop-scar");
    for (const l of leavings(c)) expect(l.remedy.length).toBeGreaterThan(10);
  });
  it("says what is not known instead of guessing", () => {
    const by = (x: LeftCase) => new Map(leavings(x).map((l) => [l.id, l]));
    expect(by(c).get("support-scars")).toMatchObject({ there: null, perCopyS: 0 });
    expect(by({ ...c, process: "resin", grain: { layerMm: 0.05 } }).get("pixels")).toMatchObject({ there: null });
    expect(by({ ...c, narrowestGapMm: undefined }).get("flooded")!.there).toBe(false);
    expect(by(c).get("flooded")!.there).toBe(true);
  });
  // A face at 10° across the rows of pixels: stairs of pixel ÷ tan 10°, as a slope of 10° has of layers (exact).
  it("pixel stairs follow the same sum as layers", () => {
    expect(pixelStepsOn(0, 0.05)).toBeNull();
    expect(pixelStepsOn(90, 0.05)).toBeNull();
    expect(pixelStepsOn(10, 0.05)!.pitchMm).toBeCloseTo(0.05 / Math.tan(Math.PI / 18), 9);
    expect(pixelStepsOn(100, 0.05)!.pitchMm).toBeCloseTo(pixelStepsOn(10, 0.05)!.pitchMm, 9);
  });
});
