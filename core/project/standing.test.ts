/** How a part stands in its scene: choices, own scale, walls and gaps at any size, house standards. */
import { describe, expect, it } from "vitest";
import { block, meshPart, projectOf } from "../../tests/sampleProject";
import { quantileShare, type Opening, type WallFacts } from "../mesh";
import {
  choicesOf,
  configurationsOf,
  doorwayOf,
  houseFindings,
  impliedScale,
  narrowGaps,
  observationsOf,
  thinWalls,
  wallFloorMm,
  type Part,
} from "./index";

/** Walls from 1 to 2 mm, evenly over the area; gaps from 0.2 mm on a tenth of it. */
const walls: WallFacts = {
  version: 1,
  points: 1000,
  wallMm: Array.from({ length: 100 }, (_, i) => 1 + quantileShare(i)),
  gapMm: Array.from({ length: 100 }, (_, i) => (quantileShare(i) < 0.1 ? 0.2 : 1e6)),
  thin: [
    { mm: 1, at: [1, 2, 3] },
    { mm: 1.5, at: [9, 9, 9] },
  ],
  narrow: [{ mm: 0.2, at: [4, 5, 6] }],
};
const part = async (more: Partial<Part> = {}): Promise<Part> => {
  const p = await meshPart("p", "Part", block(), [], more);
  return { ...p, source: p.source.kind === "mesh" ? { ...p.source, walls } : p.source };
};
const scene = projectOf([]).scene;

describe("what holds for a part", () => {
  it("is the scene's choice but where the part differs", async () => {
    expect(choicesOf(await part(), scene)).toEqual({
      fidelity: "inspired",
      handling: "sometimes",
      finish: "good",
      viewingDistanceMm: 1000,
    });
    expect(choicesOf(await part({ differs: { handling: "weekly" } }), scene).handling).toBe("weekly");
  });
  it("what is played with wants walls half as thick again as what stands on a shelf", () => {
    expect(wallFloorMm("fdm", "shelf")).toBeCloseTo(0.9, 9);
    expect(wallFloorMm("fdm", "weekly")).toBeCloseTo(1.35, 9);
    expect(wallFloorMm("resin", "sometimes")).toBeCloseTo(0.96, 9);
  });
});

describe("walls at any size", () => {
  it("half the size: every wall under 1.08 mm counts, and so do the places", async () => {
    const whole = thinWalls(await part(), scene, "fdm")!;
    expect(whole).toMatchObject({ thinnestMm: 1, floorMm: 1.08, places: [{ mm: 1, at: [1, 2, 3] }] });
    expect(whole.share).toBeCloseTo(0.08, 2);
    const half = thinWalls(await part(), scene, "fdm", 0.5)!;
    expect(half.share).toBe(1);
    expect(half.places.map((p) => p.mm)).toEqual([0.5, 0.75]);
    expect(thinWalls(await part(), scene, "fdm", 2)).toMatchObject({ thinnestMm: 2, share: 0, places: [] });
  });
  it("handled every week, more of the same walls are too thin", async () => {
    const shelf = thinWalls(await part({ differs: { handling: "shelf" } }), scene, "fdm")!,
      weekly = thinWalls(await part({ differs: { handling: "weekly" } }), scene, "fdm")!;
    expect(weekly.share).toBeGreaterThan(shelf.share + 0.3);
  });
  it("gaps: a tenth of the surface looks into one of 0.2 mm; at three times the size resin holds it", async () => {
    const gaps = narrowGaps(await part(), "resin")!;
    expect(gaps.narrowestMm).toBeCloseTo(0.2, 9);
    expect(gaps.share).toBeGreaterThan(0.09);
    expect(narrowGaps(await part({ factor: 3 }), "resin")!.places).toEqual([]);
  });
  it("nothing measured, nothing said", async () => {
    const bare = await meshPart("b", "Bare", block());
    expect(thinWalls(bare, scene, "fdm")).toBeUndefined();
    expect(narrowGaps(bare, "fdm")).toBeUndefined();
  });
});

describe("its own scale", () => {
  it("follows the factor: a 1:72 door printed at 128.6 % is 1:56", async () => {
    const door = { id: "d", thing: "a door", lowRealMm: 2032, highRealMm: 2032, fileMm: 2032 / 72, how: "picked" as const };
    const found = impliedScale(await part({ sightings: [door] }), scene)!;
    expect(found.inferred.ratio).toBeCloseTo(72, 1);
    expect(found.mismatch.verdict).toBe("wrong");
    const printed = impliedScale(await part({ sightings: [door], factor: found.mismatch.factor }), scene)!;
    expect(printed.mismatch.verdict).toBe("fits");
    expect(printed.inferred.ratio).toBeCloseTo(scene.scale.ratio, 1);
    expect(impliedScale(await part(), scene)).toBeUndefined();
  });
});

describe("its own doorway", () => {
  const door = (heightMm: number): Opening => ({
    kind: "door",
    widthMm: 15,
    heightMm,
    sillMm: 0,
    marginMm: 0,
    wallMm: 2,
    at: [0, 0, heightMm / 2],
    facesDeg: 0,
  });
  const withDoors = async (heights: number[], more: Partial<Part> = {}): Promise<Part> => {
    const p = await part(more);
    return { ...p, source: p.source.kind === "mesh" ? { ...p.source, walls: { ...walls, openings: heights.map(door) } } : p.source };
  };
  const picked = (id: string, ratio: number) => ({
    id,
    thing: id,
    lowRealMm: 1000,
    highRealMm: 1000,
    fileMm: 1000 / ratio,
    how: "picked" as const,
  });

  // A clear opening of 1.85 to 2.15 m: common practice, no source. 2000 ÷ 50 = 40 mm.
  it("tells its scale where nothing was picked, at any size it is printed", async () => {
    const { inferred } = impliedScale(await withDoors([40]), scene)!;
    expect(inferred.low).toBeLessThan(50);
    expect(inferred.high).toBeGreaterThan(50);
    expect(impliedScale(await withDoors([40], { factor: 2 }), scene)!.inferred.ratio).toBeCloseTo(inferred.ratio / 2, 6);
  });
  it("is not known where the doors differ", async () => {
    expect(doorwayOf(await withDoors([40, 60]))).toBeUndefined();
    expect(impliedScale(await withDoors([40, 60]), scene)).toBeUndefined();
  });
  it("gives way to what was picked, and settles between two picks that contradict each other", async () => {
    const against = await withDoors([40], { sightings: [picked("sill", 100)] });
    expect(observationsOf(against).map((o) => o.thing)).toEqual(["sill"]);
    const between = await withDoors([40], { sightings: [picked("sill", 100), picked("step", 50)] });
    expect(impliedScale(between, scene)!.inferred.outliers).toEqual([0]);
    const neither = await withDoors([40], { sightings: [picked("sill", 100), picked("step", 20)] });
    expect(observationsOf(neither)).toHaveLength(2);
    expect(impliedScale(neither, scene)).toBeUndefined();
  });
});

describe("standards and configurations go with the size", () => {
  it("a slot of 4.2 mm in the file is 3.57 mm at 85 %", async () => {
    const house = { ...scene.house, clipSlotMm: 4.2 };
    const measures = { clipSlotMm: 4.2, wallHeightMm: null, baseMm: null, groundHex: null };
    expect(houseFindings(await part({ measures }), { ...scene, house })).toMatchObject([{ fits: true }]);
    const small = houseFindings(await part({ measures, factor: 0.85 }), { ...scene, house });
    expect(small[0].message).toMatch(/clip 3.57 mm is 0.63 mm under the standard 4.2 mm/);
  });
  it("as measured, and folded", async () => {
    const folded = await part({ configurations: [{ name: "folded", sizeMm: [20, 30, 20] }], factor: 2 });
    expect(configurationsOf(folded)).toEqual([
      { name: "as it is", sizeMm: [80, 60, 40] },
      { name: "folded", sizeMm: [40, 60, 40] },
    ]);
    expect(configurationsOf(await part())).toHaveLength(1);
  });
});
