/**
 * Known things and bodies against the standards and handbooks they are taken from (values as recalled; each line names its source),
 * and against each other: what must follow from two standards at once.
 */
import { describe, expect, it } from "vitest";
import {
  contradicting,
  EYE_SHARE,
  inferRatio,
  nearestThing,
  observe,
  RAILWAY_SCALES,
  REAL_FEATURES,
  REAL_THINGS,
  toModelMm,
} from "./index";

const thing = (name: string) => {
  const t = REAL_THINGS.find((x) => x.name === name);
  if (!t) throw new Error(`no ${name}`);
  return t;
};

describe("buildings", () => {
  // DIN 18101: leaf for the 885 × 2005 opening of DIN 18100.
  it("a DIN leaf is 20 mm lower than its opening", () => expect(2005 - thing("a door leaf by DIN").mm).toBe(20));
  // ADA 404.2.3: least clear height 80 in.
  it("the American leaf is 80 in", () => expect(thing("a tall door leaf").mm / 25.4).toBeCloseTo(80, 9));
  // BS EN 771-1 with BS 4729: coordinating height 75, so 4 courses are 300 and 12 are 900.
  it("courses add up", () => expect(thing("four brick courses").mm).toBe(4 * thing("a brick course").mm));
  // DIN 105 / DIN 4172: 240 + 10 joint is a quarter of a metre.
  it("four NF bricks and their joints are a metre", () => expect(4 * (thing("a brick by DIN").mm + 10)).toBe(1000));
  // BS EN 771-3: 440 + 10 is 450, two brick lengths with joints.
  it("a block is two bricks long", () => expect(thing("a concrete block").mm + 10).toBe(2 * (thing("a brick").mm + 10)));
  // Approved Document K 2013: 550 ≤ 2R + G ≤ 700. The steepest private stair it allows: 220 and 220.
  it("the range of stairs holds the rule of steps", () => {
    const r = thing("a stair riser"),
      t = thing("a stair tread");
    expect(2 * r.mm + t.mm).toBeGreaterThanOrEqual(550);
    expect(2 * r.mm + t.mm).toBeLessThanOrEqual(700);
    // DIN 18065's easy step, 17 by 29 cm, lies in both ranges and gives 630.
    expect(r.low).toBeLessThan(170);
    expect(t.high).toBeGreaterThanOrEqual(290);
    expect(2 * 170 + 290).toBe(630);
  });
  // IBC 1014.2: 34 to 38 in; Approved Document K: 900 to 1000 mm.
  it("handrails of both rules lie in the range", () => {
    for (const mm of [34 * 25.4, 38 * 25.4, 900, 1000]) {
      expect(mm).toBeGreaterThanOrEqual(thing("a handrail").low - 0.5);
      expect(mm).toBeLessThanOrEqual(thing("a handrail").high + 0.5);
    }
  });
});

describe("goods", () => {
  // ISO 668: 19 ft 10 1/2 in, 40 ft, 8 ft, 8 ft 6 in.
  it.each([
    ["a shipping container", 19 * 304.8 + 10.5 * 25.4],
    ["a long container", 40 * 304.8],
    ["the width of a container", 8 * 304.8],
    ["the height of a container", 8.5 * 304.8],
  ])("%s in feet and inches", (name, mm) => expect(Math.abs(thing(name).mm - mm)).toBeLessThan(1));
  it("two short containers and the gap between them are one long one (ISO 668: 76 mm)", () =>
    expect(thing("a long container").mm - 2 * thing("a shipping container").mm).toBe(76));
  // EN 13698-1: eleven pallets crosswise in a 40 ft lorry bed of 13.2 m and three along its width of 2.4 m.
  it("pallets fill a bed", () => {
    expect(thing("the side of a pallet").mm * 2).toBe(2400);
    expect(thing("the end of a pallet").mm * 3).toBe(2400);
  });
  // EN 13199-1: four boxes of 600 × 400 on a pallet.
  it("four stacking boxes cover a pallet", () =>
    expect((thing("the side of a pallet").mm * thing("the end of a pallet").mm) / (thing("a stacking box").mm * 400)).toBe(4));
  // ISO 15750: 571.5 mm inside is 22.5 in.
  it("a drum is 22.5 in inside", () => expect(thing("the width of a steel drum").low / 25.4).toBeCloseTo(22.5, 6));
  // IFAB Law 1: 8 ft.
  it("a goal is eight feet high", () => expect(Math.abs(thing("a football goal").mm - 8 * 304.8)).toBeLessThan(2));
  // ETRTO: 15 × 25.4 + 2 × 195 × 0.65.
  it("a car wheel is a common tyre", () => expect(Math.abs(thing("a car wheel").mm - (15 * 25.4 + 2 * 195 * 0.65))).toBeLessThan(1));
  // ISO 5775: bead seat 622, a 28 mm tyre both sides.
  it("a bicycle wheel is 622 and two tyres", () => expect(thing("a bicycle wheel").mm).toBe(622 + 2 * 28));
});

describe("people", () => {
  // Normal distribution: 5 and 95 % lie 1.64485 deviations off the mean (1988 survey of men: 1755.8, 66.8; recalled).
  it("the range of statures is 5 to 95 %", () => {
    const p = thing("a standing person");
    expect(p.low).toBeCloseTo(1755.8 - 1.64485 * 66.8, 0);
    expect(p.high).toBeCloseTo(1755.8 + 1.64485 * 66.8, 0);
  });
  // Drillis & Contini 1966.
  it("eyes are 0.936 of it", () => {
    const p = thing("a standing person"),
      e = thing("the eyes of a person");
    expect(e.low / p.low).toBeCloseTo(EYE_SHARE, 3);
    expect(e.high / p.high).toBeCloseTo(EYE_SHARE, 3);
  });
});

describe("rails", () => {
  // NEM 010 and NMRA S-1.2: the gauge that a scale prints is the model of 1435 mm, to about three per cent.
  it.each(RAILWAY_SCALES.filter((s) => !s.offGauge).map((s) => [s.name, s] as const))("the gauge of %s says which scale it is", (_, s) => {
    const got = inferRatio([observe(thing("the gauge of a main line"), s.gaugeMm)])!;
    expect(Math.abs(got.ratio / s.ratio - 1)).toBeLessThan(0.03);
  });
  it("British 00 on 16.5 mm track seems to be H0 by its gauge: the known trap", () => {
    const oo = RAILWAY_SCALES.find((s) => s.name === "00")!;
    const byGauge = inferRatio([observe(thing("the gauge of a main line"), oo.gaugeMm)])!;
    expect(byGauge.ratio).toBeGreaterThan(oo.ratio * 1.1);
    // A door on the same model contradicts it: no ratio, and both are named.
    const both = contradicting([
      observe(thing("the gauge of a main line"), oo.gaugeMm),
      observe(thing("a tall door leaf"), toModelMm(2032, oo.ratio)),
    ]);
    expect(both).toEqual([0, 1]);
  });
});

describe("the table as a whole", () => {
  it("usual sizes lie in their own range, and every row says where it is from", () => {
    for (const t of REAL_THINGS) {
      expect(t.low, t.name).toBeLessThanOrEqual(t.mm);
      expect(t.high, t.name).toBeGreaterThanOrEqual(t.mm);
      expect(t.high / t.low, t.name).toBeLessThan(4);
      if (t.kind === "practice") expect(t.source.length, t.name).toBeGreaterThan(5);
    }
    expect(new Set(REAL_THINGS.map((t) => `${t.name} ${t.measure}`)).size).toBe(REAL_THINGS.length);
  });
  it("every thing is found by its own size, or by one listed before it of the same size", () => {
    for (const t of REAL_THINGS) {
      const found = nearestThing(t.mm)!;
      expect(Math.abs(Math.log(found.mm / t.mm)), t.name).toBeLessThanOrEqual(Math.log(1.015) + 1e-9);
    }
  });
  it("features name a floor that exists", () => {
    for (const f of REAL_FEATURES) expect(["rib", "groove", "rod", "bar", "wall"], f.name).toContain(f.floor);
  });
});
