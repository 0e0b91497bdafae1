/** What is learned of hands and evenings, against published curves, worked values and people that are drawn. */
import { randomBeta } from "d3";
import { describe, expect, it } from "vitest";
import { seededRandom } from "../units";
import { eveningsToPlan, fitCurve, learnedFor, NO_PACE, paceOf, shareOfEvenings, totalTime, unitTime, type Timed } from ".";

const normalOf = (random: () => number) => (): number => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());

describe("the learning curve along equal copies", () => {
  // Worked values of Crawford's unit curve: r 0.85, the first 50 min.
  it("the fifth takes 34.3, ten take 355.8", () => {
    expect(unitTime(50, 0.85, 5)).toBeCloseTo(34.3, 1);
    expect(totalTime(50, 0.85, 10)).toBeCloseTo(355.8, 1);
  });
  it("every doubling takes r times as long", () => {
    for (const n of [1, 3, 8]) expect(unitTime(20, 0.8, 2 * n)).toBeCloseTo(0.8 * unitTime(20, 0.8, n), 9);
  });
  it("is found again from many copies, and stays near the usual with two", () => {
    const many = fitCurve(Array.from({ length: 200 }, (_, i) => ({ nth: i + 1, s: unitTime(600, 0.8, i + 1) })))!;
    expect(many.r).toBeCloseTo(0.8, 1);
    expect(many.a / 600).toBeCloseTo(1, 0.5);
    const two = fitCurve([
      { nth: 1, s: 600 },
      { nth: 2, s: 300 },
    ])!;
    expect(two.r).toBeGreaterThan(0.85);
    expect(fitCurve([])).toBeNull();
    // Nobody gets slower by doing it again.
    expect(fitCurve(Array.from({ length: 50 }, (_, i) => ({ nth: i + 1, s: 60 + 9 * i })))!.r).toBe(1);
  });
});

describe("own minutes", () => {
  const of = (key: string, ratio: number, n: number): Timed[] =>
    Array.from({ length: n }, () => ({ key, tableS: 600, takenS: 600 * ratio }));
  it("are the tables' with too few records", () => {
    expect(paceOf([])).toEqual(NO_PACE);
    expect(paceOf(of("brush", 3, 4))).toEqual(NO_PACE);
    // Two records of a kind are no kind yet: it goes by what all share.
    const pace = paceOf([...of("brush", 2, 20), ...of("wash", 1, 2)]);
    expect(learnedFor(pace, "wash")).toBe(pace.all);
  });
  it("come near to what was taken with many, and a kind apart from the rest keeps apart", () => {
    const pace = paceOf([...of("brush", 1.6, 60), ...of("wash", 0.8, 60)]);
    expect(learnedFor(pace, "brush").factor).toBeCloseTo(1.6, 1);
    expect(learnedFor(pace, "wash").factor).toBeCloseTo(0.8, 1);
    // What was never done goes by what all share.
    expect(learnedFor(pace, "glue")).toBe(pace.all);
    expect(learnedFor(pace, "toString")).toBe(pace.all);
  });
  it("do not depend on the order, and one wild record moves little", () => {
    const timed = [...of("brush", 1.2, 8), ...of("wash", 0.9, 5)];
    expect(paceOf([...timed].reverse()).all.factor).toBeCloseTo(paceOf(timed).all.factor, 12);
    const wild = learnedFor(paceOf([...timed, { key: "brush", tableS: 60, takenS: 60_000 }]), "brush").factor;
    expect(wild / learnedFor(paceOf(timed), "brush").factor).toBeLessThan(1.25);
  });
  it("know better than the tables for people that are drawn, and are not too sure of it", () => {
    const random = seededRandom(21);
    const normal = normalOf(random);
    let [tables, own, inside, all] = [0, 0, 0, 0];
    for (let person = 0; person < 300; person++) {
      const pace = Math.exp(0.3 * normal());
      const kinds = ["brush", "wash", "dry brush", "glue"].map((key) => ({ key, factor: pace * Math.exp(0.25 * normal()) }));
      const timed = kinds.flatMap(({ key, factor }) =>
        Array.from({ length: 8 }, () => ({ key, tableS: 600, takenS: 600 * factor * Math.exp(0.35 * normal()) })),
      );
      const learned = paceOf(timed);
      for (const { key, factor } of kinds) {
        const l = learnedFor(learned, key);
        tables += Math.abs(Math.log(factor));
        own += Math.abs(Math.log(factor / l.factor));
        if (Math.abs(Math.log(factor / l.factor)) <= 1.2816 * l.sd) inside++;
        all++;
      }
    }
    expect(own).toBeLessThan(0.5 * tables);
    // Four in five lie within their range of four in five.
    expect(inside / all).toBeGreaterThan(0.75);
    expect(inside / all).toBeLessThan(0.87);
  });
});

describe("own evenings", () => {
  // Worked values: 15 of 20 happened, 6 are wanted.
  it("7, 9 and 11 are planned for 6 at 50, 80 and 95 of 100", () => {
    const seen = { planned: 20, happened: 15 };
    expect([0.5, 0.8, 0.95].map((c) => eveningsToPlan(seen, 6, c))).toEqual([7, 9, 11]);
    expect(shareOfEvenings(seen).mean).toBeCloseTo(24 / 30, 9);
    expect(shareOfEvenings({ planned: 0, happened: 0 }).mean).toBeCloseTo(0.9, 9);
  });
  it("agrees with evenings that are drawn", () => {
    const random = seededRandom(3);
    for (const [seen, wanted, chance] of [
      [{ planned: 10, happened: 6 }, 4, 0.8],
      [{ planned: 40, happened: 38 }, 12, 0.9],
    ] as const) {
      const { alpha, beta } = shareOfEvenings(seen);
      const draw = randomBeta.source(random)(alpha, beta);
      const planned = eveningsToPlan(seen, wanted, chance);
      const share = (n: number): number => {
        let enough = 0;
        for (let i = 0; i < 20_000; i++) {
          const p = draw();
          let happened = 0;
          for (let e = 0; e < n; e++) if (random() < p) happened++;
          if (happened >= wanted) enough++;
        }
        return enough / 20_000;
      };
      expect(share(planned)).toBeGreaterThanOrEqual(chance - 0.01);
      expect(share(planned - 1)).toBeLessThan(chance + 0.01);
    }
  });
  it("never ends for nobody: a person who never comes", () => {
    expect(eveningsToPlan({ planned: 1000, happened: 0 }, 1, 0.5)).toBeGreaterThan(20);
    expect(eveningsToPlan({ planned: 5, happened: 5 }, 0, 0.9)).toBe(0);
  });
});
