/** The dimension sheet, references, house standards and homes: against sizes from standards (as recalled) and hand sums. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  checkDimensions,
  checkHomes,
  checkHouse,
  CLEARANCE_MM,
  contradictions,
  coverage,
  inventedFaces,
  linesOnMaterial,
  NO_STANDARDS,
  realMaterial,
  REAL_MATERIALS,
  type Home,
  type RealDimension,
  type Reference,
} from "./index";

const dim = (id: string, name: string, mm: number, more: Partial<RealDimension> = {}): RealDimension => ({
  id,
  name,
  axis: "height",
  mm,
  text: `${mm} mm`,
  source: "plan",
  sure: "drawing",
  within: null,
  partId: null,
  ...more,
});

describe("contradictions", () => {
  it("a door (80 in) taller than its wall is named, one that fits is not", () => {
    const wall = dim("w", "Wall", 1900);
    expect(contradictions([wall, dim("d", "Door", 2032, { within: "w" })])).toMatchObject([{ ids: ["d", "w"] }]);
    expect(contradictions([wall, dim("d", "Door", 2032, { within: "w" })])[0].message).toMatch(
      /door \(2.03 m\).*longer than the wall \(1.9 m\).*13 cm/,
    );
    expect(contradictions([dim("w", "Wall", 2700), dim("d", "Door", 2032, { within: "w" })])).toEqual([]);
  });
  it("a guess may be off by what a guess is off", () => {
    expect(contradictions([dim("w", "Wall", 1900, { sure: "guess" }), dim("d", "Door", 2032, { within: "w" })])).toEqual([]);
  });
  it("two heights for one thing; the surer one is named", () => {
    const got = contradictions([dim("a", "Mill", 7200, { sure: "guess" }), dim("b", "mill ", 9400, { sure: "measured" })]);
    expect(got[0].message).toMatch(/Measured is the more reliable one/);
    expect(contradictions([dim("a", "Mill", 7200), dim("b", "Mill", 7250)])).toEqual([]);
    expect(contradictions([dim("a", "Mill", 7200), dim("b", "Mill", 3000, { axis: "width" })])).toEqual([]);
  });
  it("windows that go into their wall neither side by side nor above each other", () => {
    const wall = dim("w", "Wall", 4000, { axis: "width" });
    const win = (id: string): RealDimension => dim(id, `Window ${id}`, 1500, { axis: "width", within: "w" });
    const three = [win("1"), win("2"), win("3")];
    const high = (wallMm: number): RealDimension[] => [dim("wh", "Wall", wallMm), ...three.map((d) => dim(`${d.id}h`, d.name, 1400))];
    expect(contradictions([wall, win("1"), win("2")])).toEqual([]);
    // Without heights they may be stacked; with 5 m of wall they are; 1.5 m hold one row.
    expect(contradictions([wall, ...three])).toEqual([]);
    expect(contradictions([wall, ...three, ...high(5000)])).toEqual([]);
    expect(contradictions([wall, ...three, ...high(1500)])).toHaveLength(1);
  });
});

describe("a part against the sheet", () => {
  it("a door leaf of 36.3 mm for 80 in at 1:56 is right to a thousandth; at 34 mm it is 6.3 % short", () => {
    const sheet = [dim("d", "Door", 2032, { partId: "p" }), dim("x", "Other", 1, { partId: "q" })];
    const [right] = checkDimensions("p", [10, 2, 36.3], 56, sheet);
    expect(right.wantMm).toBeCloseTo(36.2857, 4);
    expect(right.off).toBeCloseTo(0.00039, 4);
    expect(right.unsure).toBe(true);
    expect(checkDimensions("p", [10, 2, 34], 56, sheet)[0].off).toBeCloseTo(-0.063, 3);
  });
});

describe("references", () => {
  const ref = (shows: Reference["shows"], partId: string | null = null): Reference => ({
    id: shows.join(),
    hash: "",
    kind: "photo",
    title: "",
    source: "",
    shows,
    partId,
  });
  it("what no picture shows is invented; without any picture nothing is claimed", () => {
    expect(inventedFaces([ref(["front", "left"]), ref(["top", "colour"], "p")], "p")).toEqual(["back", "right", "inside"]);
    expect(inventedFaces([ref(["front"], "q")], "p")).toEqual([]);
    expect(coverage([ref(["front"]), ref(["front"])], null)[0]).toEqual({ face: "front", count: 2, invented: false });
  });
  it("a lacking close-up is no invention", () =>
    expect(coverage([ref(["front"])], null).find((c) => c.face === "close-up")!.invented).toBe(false));
});

describe("house standards", () => {
  const piece = { sizeMm: [50.8, 76.9, 40] as const, clipSlotMm: 4.2, wallHeightMm: 38, baseMm: 5, groundHex: "#604020" };
  it("two inches on a one-inch grid fit, 76.9 is 0.7 over three", () => {
    const got = checkHouse(piece, { ...NO_STANDARDS, gridMm: 25.4 });
    expect(got.map((f) => f.fits)).toEqual([true, false]);
    expect(got[1].message).toMatch(/0.7 mm over 3 × 25.4 mm: stretch only its depth to 99.1 %/);
  });
  it("a slot that was scaled no longer takes the clip", () => {
    const got = checkHouse({ ...piece, clipSlotMm: 4.2 * 0.85 }, { ...NO_STANDARDS, clipSlotMm: 4.2 });
    expect(got).toMatchObject([{ what: "clip", fits: false }]);
  });
  it("only what is set and what the piece has is checked", () => {
    expect(checkHouse({ ...piece, baseMm: null }, { ...NO_STANDARDS, baseMm: 5 })).toEqual([]);
    expect(checkHouse(piece, NO_STANDARDS)).toEqual([]);
    expect(
      checkHouse(piece, { gridMm: null, clipSlotMm: 4.2, wallHeightMm: 38, baseMm: 5, groundHex: "#604020" }).every((f) => f.fits),
    ).toBe(true);
  });
});

describe("where it will live", () => {
  const home = (kind: Home["kind"], sizeMm: Home["sizeMm"]): Home => ({ id: kind, name: `the ${kind}`, kind, sizeMm });
  const whole = (sizeMm: [number, number, number]) => [{ name: "", sizeMm }];
  it("a 60 × 40 stacking box (EN 13199-1) takes a board of 580 × 380, on edge too, and not 620", () => {
    const box = home("box", [600, 400, 320]);
    expect(checkHomes(whole([580, 380, 200]), [box])[0].fits).toBe(true);
    expect(checkHomes(whole([200, 580, 300]), [box])[0].fits).toBe(true);
    expect(checkHomes(whole([620, 380, 100]), [box])[0]).toMatchObject({ fits: false, overMm: 620 - 590 });
  });
  it("on a shelf it stands: a tower does not lie down", () => {
    const shelf = home("shelf", [800, 280, 300]);
    expect(checkHomes(whole([100, 100, 400]), [shelf])[0]).toMatchObject({ fits: false, overMm: 400 - 290 });
    expect(checkHomes(whole([100, 100, 280]), [shelf])[0].fits).toBe(true);
  });
  it("a door of 762 × 1981 passes what is under 722 in one way", () => {
    const door = home("door", [762, 0, 1981]);
    expect(checkHomes(whole([2400, 1200, 700]), [door])[0].fits).toBe(true);
    expect(checkHomes(whole([2400, 1200, 800]), [door])[0]).toMatchObject({ fits: false, overMm: 800 - (762 - CLEARANCE_MM.door) });
  });
  it("a table has no roof; folded fits where open does not", () => {
    expect(checkHomes(whole([900, 600, 5000]), [home("table", [1200, 800, 0])])[0].fits).toBe(true);
    const got = checkHomes(
      [
        { name: "open", sizeMm: [1200, 600, 60] },
        { name: "folded", sizeMm: [600, 600, 120] },
      ],
      [home("car boot", [1000, 700, 400])],
    );
    expect(got.map((v) => v.fits)).toEqual([false, true]);
    expect(got[1].message).toBe("folded: fits the car boot");
  });
  it("what fits standing fits lying where lying is allowed, and a bigger home never fits less", () => {
    const side = fc.integer({ min: 20, max: 900 });
    fc.assert(
      fc.property(fc.tuple(side, side, side), fc.tuple(side, side, side), (size, room) => {
        const shelf = checkHomes(whole(size), [{ ...home("shelf", room), sizeMm: room }])[0];
        const box = checkHomes(whole(size), [home("box", room)])[0];
        const bigger = checkHomes(whole(size), [home("box", room.map((v) => v + 50) as [number, number, number])])[0];
        return (!shelf.fits || box.fits) && (!box.fits || bigger.fits) && bigger.overMm <= box.overMm;
      }),
    );
  });
});

describe("real materials", () => {
  it("relief hides what it is well above: thatch at 1:56 hides a 0.2 mm step, sheet metal never does", () => {
    const roof = (cuspMm: number) => ({ cuspMm, pitchMm: 2 });
    expect(linesOnMaterial(realMaterial("thatch")!, roof(0.2), 56)).toBe("hidden");
    expect(linesOnMaterial(realMaterial("metal")!, roof(0.02), 56)).toBe("treat");
    expect(linesOnMaterial(realMaterial("slate")!, roof(0.13), 56)).toBe("pass");
    expect(linesOnMaterial(realMaterial("render")!, roof(0.13), 56)).toBe("treat");
  });
  it("deep joints do not hide lines on the faces between them: a brick of 1.16 mm carries five layers of 0.2", () => {
    const wall = { cuspMm: 0.04, pitchMm: 0.2 };
    expect(realMaterial("brick")!.reliefMm / 56).toBeGreaterThan(3 * wall.cuspMm);
    expect(linesOnMaterial(realMaterial("brick")!, wall, 56)).toBe("treat");
    expect(linesOnMaterial(realMaterial("brick")!, { ...wall, pitchMm: 0.5 }, 56)).toBe("hidden");
  });
  it("every material says what to do", () => {
    for (const m of REAL_MATERIALS) expect(m.lines.length * m.paint.length, m.id).toBeGreaterThan(0);
  });
});
