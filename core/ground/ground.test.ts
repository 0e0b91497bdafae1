import fc from "fast-check";
import { beforeAll, describe, expect, it } from "vitest";
import { seededRandom } from "../units";
import { loadSolids, type Solids } from "../slice";
import {
  bankOf,
  bareG,
  bestSupports,
  chooseMethod,
  GROUND_METHODS,
  groundAmounts,
  massShares,
  methodById,
  ownStiffness,
  peopleFor,
  ringMl,
  sagOn,
  sinkMm,
  stiffnessOf,
  SUPPORTS,
  supportsAt,
  type GroundMethod,
  type Place,
  type SupportName,
} from "./index";

let solids: Solids;
beforeAll(async () => {
  solids = await loadSolids();
});
const method = (id: string): GroundMethod => methodById(id)!;
const item = (a: ReturnType<typeof groundAmounts>, name: string) => a.items.find((i) => i.name === name)!;

describe("amounts of a layer", () => {
  // Absolute volumes (ACI 211): 300 ml of loose sand is 465 g, 175.47 ml of grains and 124.53 ml of voids.
  it("fills voids, it does not add", () => {
    const m = method("pour-dry");
    if (m.makeup.kind !== "grains") throw new Error("grains");
    const full: GroundMethod = { ...m, makeup: { ...m.makeup, voidsFilled: 1, wetMlPerCm2: 0 } };
    const a = groundAmounts(full, { areaMm2: 150_000, depthMm: 2, waste: 0 });
    expect(item(a, "fine sand").ml).toBeCloseTo(300, 9);
    expect(item(a, "fine sand").g).toBeCloseTo(465, 9);
    expect(item(a, "white glue").ml + item(a, "water in it").ml).toBeCloseTo(124.53, 2);
  });
  // A worked value of the methods sheet: 30 ml of sand take 12.5 ml.
  it("30 ml of sand take 12.5 ml of glue", () => {
    const bulk = 30 * (1 - 1.55 / 2.65);
    expect(bulk).toBeCloseTo(12.45, 2);
  });
  it("a layer of 600 × 300 × 2 mm is 360 ml, and a tenth more is measured out", () => {
    const a = groundAmounts(method("pour-dry"), { areaMm2: 180_000, depthMm: 2 });
    expect(a.layerMl).toBeCloseTo(360, 9);
    expect(item(a, "fine sand").ml).toBeCloseTo(396, 9);
  });
  // Absolute volumes (ACI 211): 300 g of powder at 2.8 and 100 g of water set to 207 ml; 28 % of the powder's mass is 84 g of water.
  it("cement ground is the sum of absolute volumes", () => {
    expect(300 / 2.8 + 100).toBeCloseTo(207.1, 1);
    const a = groundAmounts(method("cement"), { areaMm2: 100_000, depthMm: 2, waste: 0 });
    const powder = item(a, "tile grout").g,
      water = item(a, "water").g;
    expect(powder / 2.8 + water).toBeCloseTo(200, 6);
    expect(water / powder).toBeCloseTo(0.28, 9);
    expect(a.dryG).toBeLessThan(a.wetG);
    expect(a.dryG).toBeGreaterThan(powder);
  });
  // Common practice, no source: 20 lb of grout on a board of 4 × 4 ft lay a little under four millimetres deep.
  it("9 kg of grout on a board of 1.22 m is about 4 mm", () => {
    const a = groundAmounts(method("cement"), { areaMm2: 1219 ** 2, depthMm: 4, waste: 0 });
    expect(item(a, "tile grout").g / 1000).toBeGreaterThan(8);
    expect(item(a, "tile grout").g / 1000).toBeLessThan(11);
  });
  // Bulk densities of practice: 1.55 and 0.65 g/ml, so 0.65 ÷ (3 × 1.55 + 0.65).
  it("three parts of sand to one of granules by volume are 12.3 % by mass; by mass they are a quarter", () => {
    const mix = [
      { of: "sand", parts: 3 },
      { of: "clay", parts: 1 },
    ] as const;
    expect(massShares(mix, "volume")[1]).toBeCloseTo(0.1226, 4);
    expect(massShares(mix, "mass")[1]).toBeCloseTo(0.25, 9);
  });
  it("twice the area is twice the material, whatever the method; halves laid one after the other are the whole", () => {
    for (const m of GROUND_METHODS) {
      const one = groundAmounts(m, { areaMm2: 40_000, depthMm: m.depthMm }),
        two = groundAmounts(m, { areaMm2: 80_000, depthMm: m.depthMm });
      expect(two.dryG).toBeCloseTo(2 * one.dryG, 6);
      two.items.forEach((i, k) => expect(i.g).toBeCloseTo(2 * one.items[k].g, 6));
      // The set-up is done once.
      expect(two.handsOnS).toBeLessThanOrEqual(2 * one.handsOnS);
      expect(one.wetG).toBeGreaterThanOrEqual(one.dryG - 1e-9);
    }
  });
  it("a board of 1.2 m is a matter of hours by trowel, not of days", () => {
    expect(groundAmounts(method("trowelled"), { areaMm2: 1200 ** 2, depthMm: 4 }).handsOnS).toBeLessThan(4 * 3600);
  });
  it("a ring at a foot is the wedge round it: by Pappus for a round foot", () => {
    // Revolving a right triangle of width w and height h whose upright side stands r from the axis: 2π(r + w/3)·wh/2.
    const [r, w, h] = [10, 6, 4];
    expect(ringMl(2 * Math.PI * r, w, h) * 1000).toBeCloseTo(2 * Math.PI * (r + w / 3) * ((w * h) / 2), 6);
  });
  it("sinks by its density until it floats (Archimedes)", () => {
    expect(sinkMm(10, 0.5, 1.1)).toBeCloseTo(4.545, 3);
    expect(sinkMm(10, 2, 1.1)).toBe(10);
  });
});

describe("the method for a place", () => {
  const place = (more: Partial<Place>): Place => ({
    real: "earth",
    ratio: 56,
    depthMm: 2,
    areaMm2: 60_000,
    slopeDeg: 0,
    varnishBelow: false,
    wallsNear: false,
    ...more,
  });
  // Common practice, no source, each of these four.
  it("neat glue where a varnish below forbids alcohol, and says so against the others", () => {
    const ranked = chooseMethod(place({ varnishBelow: true }));
    expect(ranked[0].method.alcohol).toBe(false);
    expect(ranked.find((r) => r.method.id === "sand-and-grit")!.against.join()).toContain("white");
  });
  it("paste on banks, scoring for paving, a pour for water", () => {
    expect(chooseMethod(place({ real: "mud", slopeDeg: 50 }))[0].method.id).toBe("paste");
    expect(chooseMethod(place({ real: "paving" }))[0].method.id).toBe("scored");
    expect(chooseMethod(place({ real: "water", depthMm: 9, areaMm2: 60_000 }))[0].method.id).toBe("two-part");
    expect(chooseMethod(place({ real: "water", depthMm: 2, areaMm2: 900 }))[0].method.id).not.toBe("two-part");
  });
  it("offers something everywhere, and what is offered first has no more against it than the next", () => {
    for (const real of ["mud", "earth", "sand", "gravel", "paving", "grass", "scrub", "water"] as const)
      for (const slopeDeg of [0, 30, 80]) expect(chooseMethod(place({ real, slopeDeg })).length).toBeGreaterThan(0);
  });
});

describe("banks", () => {
  const box = [0, 0, 100, 0, 100, 80, 0, 80];
  it("100 × 80, 8 high, 35°: 81.5 ml; foot 2 × 11.4 wider", () => {
    const b = bankOf(solids, box, 8, 35);
    expect(b.volumeMl).toBeCloseTo(81.5, 1);
    expect(b.footMm[0]).toBeCloseTo(100 + 16 / Math.tan((35 * Math.PI) / 180), 6);
  });
  it("either way round, turned and moved, it is the same", () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 6.28, noNaN: true }), fc.double({ min: -900, max: 900, noNaN: true }), (turn, dx) => {
        const L = [0, 0, 100, 0, 100, 40, 50, 40, 50, 80, 0, 80];
        const moved: number[] = [];
        for (let i = 0; i < L.length; i += 2)
          moved.push(dx + L[i] * Math.cos(turn) - L[i + 1] * Math.sin(turn), L[i] * Math.sin(turn) + L[i + 1] * Math.cos(turn));
        const back = moved.map((_, i) => moved[moved.length - 2 - (i - (i % 2)) + (i % 2)]);
        const whole = bankOf(solids, L, 8, 35).volumeMl;
        expect(bankOf(solids, moved, 8, 35).volumeMl).toBeCloseTo(whole, 3);
        expect(bankOf(solids, back, 8, 35).volumeMl).toBeCloseTo(whole, 3);
      }),
      { numRuns: 20 },
    );
  });
  // Monte Carlo shares nothing with the formula: a point is in the bank where it lies within reach of the top, and below the slope there.
  it("of an outline with an inner corner agrees with points thrown at random", () => {
    const L: [number, number][] = [
      [0, 0],
      [100, 0],
      [100, 40],
      [50, 40],
      [50, 80],
      [0, 80],
    ];
    const random = seededRandom(4);
    const [h, deg] = [10, 40];
    const reach = h / Math.tan((deg * Math.PI) / 180);
    const inside = (x: number, y: number): boolean => x >= 0 && y >= 0 && x <= 100 && y <= 80 && (y <= 40 || x <= 50);
    const away = (x: number, y: number): number => {
      if (inside(x, y)) return 0;
      let least = Infinity;
      L.forEach(([ax, ay], i) => {
        const [bx, by] = L[(i + 1) % L.length];
        const t = Math.min(1, Math.max(0, ((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / ((bx - ax) ** 2 + (by - ay) ** 2)));
        least = Math.min(least, Math.hypot(x - ax - t * (bx - ax), y - ay - t * (by - ay)));
      });
      return least;
    };
    const N = 200_000;
    let sum = 0;
    for (let k = 0; k < N; k++) {
      const x = -reach + random() * (100 + 2 * reach),
        y = -reach + random() * (80 + 2 * reach);
      sum += Math.max(0, h * (1 - away(x, y) / reach));
    }
    const thrown = ((sum / N) * (100 + 2 * reach) * (80 + 2 * reach)) / 1000;
    expect(bankOf(solids, L.flat(), h, deg).volumeMl / thrown).toBeCloseTo(1, 2);
  });
});

describe("a board on two supports", () => {
  const foam = [{ material: "foam", thicknessMm: 30, densityKgM3: 0 }] as const;
  const on = (share: number): number =>
    sagOn(800, stiffnessOf(foam, 500).value, [{ fromMm: 0, toMm: 800, g: 5000 }], supportsAt(800, share)).mm;
  // Beam formulas: 5wL⁴/384EI on the ends; the other two as recalled.
  it("the hands that let it sag least are at 0.2232 under an even load (recalled), and no pair drawn by chance is better under any", () => {
    const even = [{ fromMm: 0, toMm: 1000, g: 5000 }];
    const [a, b] = bestSupports(1000, even);
    expect(a).toBeCloseTo(223.2, -0.7);
    expect(b).toBeCloseTo(776.8, -0.7);
    const random = seededRandom(7);
    for (let n = 0; n < 6; n++) {
      const loads = Array.from({ length: 4 }, () => {
        const from = random() * 800;
        return { fromMm: from, toMm: from + 20 + random() * 180, g: 200 + random() * 3000 };
      }).concat({ fromMm: 0, toMm: 1000, g: 500 });
      const least = sagOn(1000, 1, loads, bestSupports(1000, loads));
      expect(least.tips).toBe(false);
      for (let k = 0; k < 300; k++) {
        const pair = [random() * 1000, random() * 1000].sort((p, q) => p - q) as [number, number];
        const other = sagOn(1000, 1, loads, pair);
        if (!other.tips) expect(other.mm).toBeGreaterThanOrEqual(least.mm * 0.995);
      }
    }
    // What lies to one side takes the hands along, and the other way round the other way.
    const heavy = [
      { fromMm: 0, toMm: 250, g: 4000 },
      { fromMm: 0, toMm: 1000, g: 400 },
    ];
    const mirrored = heavy.map((l) => ({ ...l, fromMm: 1000 - l.toMm, toMm: 1000 - l.fromMm }));
    const [p, q] = [heavy, mirrored].map((l) => sagOn(1000, 1, l, bestSupports(1000, l)).mm);
    expect(Math.abs(p / q - 1)).toBeLessThan(0.02);
    expect(bestSupports(1000, heavy)[0]).toBeLessThan(200);
  });
  it("800 × 500 × 30 of foam under 5 kg: 24 mm by the ends, 1.1 a fifth in, 0.5 at the best places", () => {
    expect(on(0)).toBeCloseTo(24.2, 1);
    expect(on(SUPPORTS.quarter)).toBeCloseTo(1.14, 2);
    expect(on(SUPPORTS.bessel)).toBeCloseTo(0.5, 2);
  });
  it("nowhere sags less than at the least place", () => {
    const least = on(SUPPORTS.bessel);
    for (let share = 0; share <= 0.45; share += 0.01) expect(on(share)).toBeGreaterThan(least * 0.99);
  });
  // Beam tables: a weight F in the middle of L: FL³/48EI. At the end of an overhang a: Fa²(l + a)/3EI, l between the supports.
  it("a weight in the middle, and one on an overhang", () => {
    const eI = 2e7;
    const mid = sagOn(600, eI, [{ fromMm: 300, toMm: 300, g: 1000 }], [0, 600]);
    expect(mid.mm).toBeCloseTo((9.81 * 600 ** 3) / (48 * eI), 3);
    expect(mid.atMm).toBeCloseTo(300, 0);
    const over = sagOn(600, eI, [{ fromMm: 600, toMm: 600, g: 1000 }], [0, 400]);
    expect(over.mm).toBeCloseTo((9.81 * 200 ** 2 * 600) / (3 * eI), 1);
  });
  it("tips where its weight lies outside the hands, or both are at one place", () => {
    const loads = [{ fromMm: 0, toMm: 600, g: 1000 }];
    const held = (a: number, b: number): boolean => !sagOn(600, 2e7, loads, [a, b]).tips;
    expect([held(0, 600), held(100, 400), held(400, 100)]).toEqual([true, true, true]);
    expect([held(0, 290), held(310, 600), held(300, 300)]).toEqual([false, false, false]);
  });
  it("is the same from the other end, and loads add up in any order", () => {
    const eI = 2e7;
    const a = sagOn(
      700,
      eI,
      [
        { fromMm: 50, toMm: 200, g: 800 },
        { fromMm: 0, toMm: 700, g: 900 },
      ],
      [100, 500],
    ).mm;
    const b = sagOn(
      700,
      eI,
      [
        { fromMm: 0, toMm: 700, g: 900 },
        { fromMm: 500, toMm: 650, g: 800 },
      ],
      [600, 200],
    ).mm;
    expect(b).toBeCloseTo(a, 2);
    const split = sagOn(
      700,
      eI,
      [
        { fromMm: 50, toMm: 125, g: 400 },
        { fromMm: 125, toMm: 200, g: 400 },
        { fromMm: 0, toMm: 700, g: 900 },
      ],
      [100, 500],
    );
    expect(split.mm).toBeCloseTo(a, 6);
  });
  it("one board of two halves glued is one board; a skin below and above stiffens more than both", () => {
    const whole = stiffnessOf([{ material: "mdf", thicknessMm: 12 }], 400).value;
    expect(
      stiffnessOf(
        [
          { material: "mdf", thicknessMm: 6 },
          { material: "mdf", thicknessMm: 6 },
        ],
        400,
      ).value / whole,
    ).toBeCloseTo(1, 9);
    expect(whole).toBeCloseTo((3000 * 400 * 12 ** 3) / 12, 3);
    const skin = { material: "ply", thicknessMm: 1 } as const;
    const sandwich = stiffnessOf([skin, { material: "foam", thicknessMm: 30 }, skin], 400).value;
    // Steiner's part of two skins 31 mm apart, and little else.
    expect(sandwich / (2 * 9000 * 400 * 15.5 ** 2)).toBeCloseTo(1, 1);
  });
  // A worked value: 40 × 20 across 300 with 2 N in the middle, 3.5 mm.
  it("stiffness of a strip: 12 MPa; mass of foam", () => {
    expect(ownStiffness({ widthMm: 40, thickMm: 20, gapMm: 300, forceN: 2, sagMm: 3.5 })).toBeCloseTo(12.05, 1);
    expect(bareG([{ material: "foam", thicknessMm: 30 }], 800 * 500)).toBeCloseTo(396, 0);
  });
  it("two people above 10 kg or a metre", () => {
    expect([peopleFor(9900, 900), peopleFor(10_100, 900), peopleFor(2000, 1001)]).toEqual([1, 2, 2]);
    expect(Object.keys(SUPPORTS) satisfies string[] as SupportName[]).toHaveLength(3);
  });
});
