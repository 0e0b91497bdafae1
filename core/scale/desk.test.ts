/** Reading scales, stock, inference and changes of scale, against standards and hand sums (values as recalled from the sources named). */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  changeFactors,
  contradicting,
  fitAfter,
  inferRatio,
  judgeFeature,
  mismatch,
  naturalAt,
  nearestStock,
  observe,
  parseScale,
  PICK_SHARE,
  RAILWAY_SCALES,
  REAL_THINGS,
  STOCK,
  type Observation,
} from "./index";

const thing = (name: string) => REAL_THINGS.find((t) => t.name === name)!;

describe("scales as typed", () => {
  it.each([
    ["1:64", 64],
    ["1/87,1", 87.1],
    ["h0", 304.8 / 3.5],
    ["HO", 304.8 / 3.5],
    ["OO", 76.2],
    ["0 british", 304.8 / 7],
    ["4 mm to the foot", 76.2],
    ["1/4 in/ft", 48],
    ["3/16 in to the foot", 64],
    ["28 mm crown", 1676.4 / 28],
    ["28mm to the eye", (0.936 * 1676.4) / 28],
    ["54 mm figures", (0.936 * 1676.4) / 54],
  ])("%s", (text, ratio) => {
    const r = parseScale(text);
    expect(r.ok && r.value.ratio).toBeCloseTo(ratio, 4);
  });
  it.each(["", "big", "1:0.2", "1:90000", "x to the foot", "3 km"])("refuses %s in words", (text) => {
    const r = parseScale(text);
    expect(!r.ok && r.problem.message.length).toBeGreaterThan(20);
  });
  it("the names of the standards are all read", () => {
    for (const s of RAILWAY_SCALES) {
      const r = parseScale(s.name);
      expect(r.ok && [r.value.kind, r.value.railway, r.value.ratio]).toEqual(["railway", s.name, s.ratio]);
    }
  });
});

describe("stock", () => {
  // ASTM B258, table as printed (recalled): 20 gauge 0.812 mm, 24 gauge 0.511 mm, 30 gauge 0.255 mm.
  it.each([
    ["20 gauge wire", 0.812],
    ["24 gauge wire", 0.511],
    ["30 gauge wire", 0.255],
  ])("%s is %d mm", (label, mm) => expect(STOCK.find((s) => s.label === label)!.mm).toBeCloseTo(mm, 3));
  it("a 2 in plank at 1:48 is 40 thou sheet or nearly 1 mm strip", () => {
    const found = nearestStock(50.8 / 48);
    expect(found.find((m) => m.stock.kind === "plastic sheet")?.stock.label).toBe("40 thou plastic sheet");
    expect(found.find((m) => m.stock.kind === "strip")?.stock.label).toBe("1 mm strip");
    expect(found.find((m) => m.stock.kind === "plastic sheet")?.off).toBeCloseTo(1.016 / (50.8 / 48) - 1, 9);
  });
  it("grains are a range by ISO 14688-1: 0.35 mm is medium sand exactly", () => {
    expect(nearestStock(0.35)[0]).toMatchObject({ off: 0, stock: { label: "medium sand" } });
  });
  it("nothing is offered that is more than the limit away, nor for nothing", () => {
    for (const m of nearestStock(7.3, 0.1)) expect(Math.abs(m.off)).toBeLessThanOrEqual(0.1);
    expect(nearestStock(0)).toEqual([]);
  });
});

describe("the scale from known things", () => {
  it("one door of 36.3 mm: 80 in make 1:56, within what can be picked", () => {
    const got = inferRatio([observe(thing("a tall door leaf"), 36.3)])!;
    expect(got.ratio).toBeCloseTo(55.98, 1);
    expect(got.low).toBeCloseTo(55.98 * (1 - PICK_SHARE), 1);
    expect(got.confirmed).toBe(false);
  });
  it("door, brick courses (BS EN 771-1) and gauge agree; a chimney taken for a drum is named", () => {
    const got = inferRatio([
      observe(thing("a tall door leaf"), 36.3),
      observe(thing("four brick courses"), 5.36),
      observe(thing("a steel drum"), 30),
      observe(thing("a stair riser"), 3.4),
    ])!;
    expect(got.outliers).toEqual([2]);
    expect(got.confirmed).toBe(true);
    expect(got.low).toBeLessThan(55.98);
    expect(got.high).toBeGreaterThan(55.97);
    expect(got.high / got.low).toBeLessThan(1.05);
  });
  it("16.5 mm between the rails is 1:87", () =>
    expect(inferRatio([observe(thing("the gauge of a main line"), 16.5)])!.ratio).toBeCloseTo(86.97, 0));
  it("two that contradict each other give no ratio and are both named", () => {
    const two = [observe(thing("a brick"), 3.84), observe(thing("a tall door leaf"), 23.3)];
    expect(inferRatio(two)).toBeUndefined();
    expect(contradicting(two)).toEqual([0, 1]);
  });
  it("a tie is not decided by the order in which things were picked", () => {
    const at = (low: number, high: number): Observation => ({ thing: `${low}`, lowRealMm: low, highRealMm: high, modelMm: 1 });
    // The middle one agrees with either neighbour, they not with each other.
    const chain = [at(50, 60), at(58, 70), at(68, 80)];
    for (const order of [chain, [...chain].reverse(), [chain[1], chain[0], chain[2]]]) {
      expect(inferRatio(order)).toBeUndefined();
      expect(
        contradicting(order)
          .map((i) => order[i].thing)
          .sort(),
      ).toEqual(["50", "68"]);
    }
    expect(contradicting([...chain, at(59, 61)])).toEqual([]);
  });
  it("gives the same answer in any order", () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 20, max: 90 }), fc.integer({ min: 1, max: 30 })), { minLength: 1, maxLength: 6 }),
        (spans) => {
          const all = spans.map(([low, wide], i): Observation => ({
            thing: String(i),
            lowRealMm: low,
            highRealMm: low + wide,
            modelMm: 1,
          }));
          const there = inferRatio(all),
            back = inferRatio([...all].reverse());
          return there?.low === back?.low && there?.high === back?.high;
        },
      ),
    );
  });
  it("more things never widen the interval of those that agree", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 10, max: 200, noNaN: true }),
        fc.array(fc.nat(REAL_THINGS.length - 1), { minLength: 2, maxLength: 6 }),
        (ratio, picks) => {
          const all = picks.map((i) => observe(REAL_THINGS[i], REAL_THINGS[i].mm / ratio));
          const one = inferRatio(all.slice(0, 1))!,
            many = inferRatio(all)!;
          return (
            many.outliers.length === 0 &&
            many.high / many.low <= one.high / one.low + 1e-9 &&
            many.low <= ratio * 1.0001 &&
            many.high >= ratio * 0.9999
          );
        },
      ),
    );
  });
  it("nothing observed, nothing said", () => expect(inferRatio([])).toBeUndefined());
});

describe("mismatch with the scene", () => {
  const at = (ratio: number) => ({ ratio, low: ratio * 0.98, high: ratio * 1.02 });
  it("a 1:72 model in a 1:56 scene is 22 % small and prints at 128.6 %", () => {
    const m = mismatch(at(72), 56, 1);
    expect(m.off).toBeCloseTo(56 / 72 - 1, 9);
    expect(m.percent).toBeCloseTo(128.5714, 3);
    expect(m.verdict).toBe("wrong");
  });
  it("1:60 beside 1:56 is close, 1:57 fits; a factor already there counts", () => {
    expect(mismatch(at(60), 56, 1).verdict).toBe("close");
    expect(mismatch(at(57), 56, 1).verdict).toBe("fits");
    expect(mismatch(at(112), 56, 2).percent).toBeCloseTo(400, 6);
  });
});

describe("a change of scale", () => {
  it("1:72 to 1:56: length 1.2857, area 1.653, volume 2.1254 (exact)", () => {
    const f = changeFactors(72, 56);
    expect(f.length).toBeCloseTo(1.285714, 6);
    expect(f.area).toBeCloseTo(1.653061, 6);
    expect(f.volume).toBeCloseTo(2.125364, 6);
  });
  it("a filament clip of 0.4 mm at 53.57 % is tight, and 0.093 mm off each face restores it", () => {
    const fit = fitAfter(0.4, 15 / 28, "fdm");
    expect(fit.thenMm).toBeCloseTo(0.2143, 4);
    expect(fit.verdict).toBe("tight");
    expect(fit.offsetMm).toBeCloseTo((0.4 - 0.2143) / 2, 4);
    // Taken off both faces, the gap is what slides again.
    expect(fit.thenMm + 2 * fit.offsetMm).toBeCloseTo(fit.wantMm, 9);
  });
  it("scaled up it rattles", () => expect(fitAfter(0.4, 2.5, "fdm").verdict).toBe("loose"));
  it("6 mm grass is knee-high at 1:56 and a bush at 1:160; sand turns from gravel to cobbles", () => {
    const at = (ratio: number, name: string) => naturalAt(ratio).find((n) => n.name === name)!;
    expect(at(56, "static grass, 6 mm").verdict).toBe("right");
    expect(at(160, "static grass, 6 mm").verdict).toBe("too large");
    expect(at(160, "static grass, 6 mm").highMm).toBeCloseTo(500 / 160, 9);
    expect(at(12, "ground leaf litter, 2 mm").verdict).toBe("too small");
  });
});

describe("details per process", () => {
  // Brick joint of 10 mm (BS EN 771-1): 0.18 mm at 1:56, 0.29 at 1:35, 0.11 at 1:87.1.
  it.each([
    [56, "resin", "drowns"],
    [35, "resin", "drowns"],
    [87.1, "resin", "vanishes"],
    [24, "resin", "prints"],
    [24, "fdm", "drowns"],
    [56, "fdm", "vanishes"],
  ] as const)("a mortar joint at 1:%d on %s %s", (ratio, process, verdict) =>
    expect(judgeFeature(10, ratio, "groove", process).verdict).toBe(verdict),
  );
  it("the factor brings it to where it prints", () => {
    const v = judgeFeature(10, 56, "groove", "resin");
    expect(judgeFeature(10 * v.exaggeration, 56, "groove", "resin").verdict).toBe("prints");
  });
});
