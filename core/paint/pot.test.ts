import { describe, expect, it } from "vitest";
import { cupHoldsMl, heightInCupMm, mended, mixedFromItself, mixesWith, potOf, type Cup } from "./index";

const two = (a: object = {}, b: object = {}) => [
  { name: "sand", color: "#c2b280", parts: 70, dropMl: 0.045, ...a },
  { name: "tar", color: "#222222", parts: 30, dropMl: 0.06, ...b },
];

// Worked by hand.
describe("the pot", () => {
  it("70 to 30 of 3 ml with drops of two sizes: 47 and 15", () => {
    const pot = potOf({ parts: two(), amount: { ml: 3 } });
    expect(pot.of.map((p) => p.drops)).toEqual([47, 15]);
    expect(pot.of.map((p) => p.ml)).toEqual([2.1, 0.9].map((v) => expect.closeTo(v, 9) as number));
    // Seven to three by count would be 64 to 36 by volume.
    expect((7 * 0.045) / (7 * 0.045 + 3 * 0.06)).toBeCloseTo(0.636, 3);
  });
  it("takes an area, keeps a third back, and thins", () => {
    const pot = potOf({ parts: two(), amount: { areaCm2: 1040, coats: 2, cm2PerMl: 260 }, thinning: 0.5 });
    expect(pot.ml).toBeCloseTo(8 * 1.3, 9);
    expect(pot.thinnerMl).toBeCloseTo(5.2, 9);
    expect(potOf({ parts: two(), amount: { areaCm2: 1040, coats: 2, cm2PerMl: 260 }, keepBack: 1 }).ml).toBeCloseTo(8, 9);
  });
  it("is mended by adding: 4 : 1 : 1 to 5 : 2 : 1", () => expect(mended([4, 1, 1], [5, 2, 1])).toEqual({ add: [1, 1, 0] }));
  it("whatever was added, the pot then is as wanted, and nothing is taken out", () => {
    for (const [pot, want] of [
      [
        [3, 9],
        [1, 1],
      ],
      [
        [0, 2, 1],
        [4, 1, 1],
      ],
      [
        [1, 1, 1],
        [1, 1, 1],
      ],
      [
        [0.2, 7, 3],
        [5, 2, 9],
      ],
    ]) {
      const { add, pourFirst } = mended(pot, want);
      const check = (there: number[], more: number[]): void => {
        expect(Math.min(...more)).toBeGreaterThanOrEqual(0);
        const now = there.map((p, i) => p + more[i]);
        for (let i = 1; i < want.length; i++) expect(now[i] * want[0]).toBeCloseTo(now[0] * want[i], 9);
      };
      check(pot, add!);
      if (pourFirst)
        check(
          pot.map((p) => p * (1 - pourFirst.share)),
          pourFirst.add,
        );
    }
  });
  it("a straight cup of 18 mm rises 3.93 mm a ml", () => expect(heightInCupMm({ dMm: 18 }, 1)).toBeCloseTo(3.93, 2));
  it("a cup that widens: 12.5 ml, marks at 6.0, 13.9 and 25.0 mm, as by integration", () => {
    const cup: Cup = { bottomMm: 20, topMm: 26, heightMm: 30 };
    expect(cupHoldsMl(cup)).toBeCloseTo(12.5, 1);
    expect([2, 5, 10].map((ml) => heightInCupMm(cup, ml))).toEqual([6.0, 13.9, 25.0].map((mm) => expect.closeTo(mm, 1) as number));
    // Slices of a hundredth of a millimetre.
    for (const ml of [0.5, 3, 8]) {
      const top = heightInCupMm(cup, ml)!;
      let sum = 0;
      for (let h = 0.005; h < top; h += 0.01) sum += Math.PI * (10 + (3 * h) / 30) ** 2 * 0.01;
      expect(sum / 1000).toBeCloseTo(ml, 2);
    }
  });
  it("says what is too little, too much for the cup, and less than half a drop", () => {
    const cup: Cup = { bottomMm: 20, topMm: 26, heightMm: 30 };
    expect(potOf({ parts: two(), amount: { ml: 20 }, cup }).warnings).toEqual([expect.stringMatching(/holds 12.5 ml/)]);
    expect(potOf({ parts: two(), amount: { ml: 20 }, cup }).gauge!.length).toBe(12);
    expect(potOf({ parts: two({}, { parts: 0.1 }), amount: { ml: 0.2 } }).warnings.length).toBe(2);
  });
});

describe("what is mixed from what", () => {
  const pot = (id: string, ...from: string[]) => ({ id, mix: from.length > 0 ? { parts: from.map((paintId) => ({ paintId })) } : null });
  const rack = [pot("a", "b", "x"), pot("b", "c"), pot("c", "a"), pot("d", "a"), pot("e", "x", "x"), pot("f", "f"), pot("x")];
  it("a circle is found from each pot in it, and from no other", () =>
    expect(rack.filter((p) => mixedFromItself(p, rack)).map((p) => p.id)).toEqual(["a", "b", "c", "f"]));
  it("families that go together say so of each other, and nobody mixes primer", () => {
    expect(mixesWith("water acrylic")).toEqual(mixesWith("acrylic ink"));
    expect(mixesWith("enamel")).not.toContain("water acrylic");
    expect(mixesWith("water primer")).toEqual([]);
  });
});
