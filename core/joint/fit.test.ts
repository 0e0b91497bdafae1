import { describe, expect, it } from "vitest";
import { seededRandom } from "../units";
import { fitOf, nominalFor, type FitAsked } from "./fit";

const ASKED: FitAsked = {
  nominalMm: 0.25,
  biasMm: 0.04,
  biasSpreadMm: 0.03,
  spreadMm: 0.06,
  filmsMm: [0.06, 0.05],
  needMm: 0.04,
  count: 1,
};

describe("fit after paint", () => {
  it("worked values: room 0.10, one of them 0.814; of five with 0.09 over need 0.733, not the product 0.659", () => {
    const { roomMm, chance } = fitOf(ASKED);
    expect(roomMm).toBeCloseTo(0.1, 9);
    expect(chance).toBeCloseTo(0.814, 3);
    const five = fitOf({ nominalMm: 0.09, biasMm: 0, biasSpreadMm: 0.04, spreadMm: 0.05, filmsMm: [], needMm: 0, count: 5 });
    expect(five.chanceAll).toBeCloseTo(0.733, 3);
    expect(five.chance ** 5).toBeCloseTo(0.659, 3);
  });
  it("is what happens when printers and pieces are drawn by chance, a hundred thousand times", () => {
    const random = seededRandom(25);
    const normal = (): number => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
    for (const [count, biasSpreadMm, spreadMm, margin] of [
      [1, 0.05, 0.02, 0.03],
      [4, 0.02, 0.06, 0.08],
      [12, 0.05, 0.05, 0.12],
    ]) {
      const N = 100_000;
      let all = 0;
      for (let k = 0; k < N; k++) {
        const bias = biasSpreadMm * normal();
        let ok = true;
        for (let i = 0; i < count && ok; i++) ok = margin + bias + spreadMm * normal() > 0;
        if (ok) all++;
      }
      const p = all / N;
      const { chanceAll } = fitOf({ ...ASKED, nominalMm: margin, biasMm: 0, filmsMm: [], needMm: 0, biasSpreadMm, spreadMm, count });
      expect(Math.abs(chanceAll - p)).toBeLessThan(4 * Math.sqrt((p * (1 - p)) / N));
    }
  });
  it("lies between the product and one of them; without spread it goes or it does not", () => {
    for (const count of [1, 2, 9, 40]) {
      const { chance, chanceAll } = fitOf({ ...ASKED, count });
      expect(chanceAll).toBeLessThanOrEqual(chance + 1e-6);
      expect(chanceAll).toBeGreaterThanOrEqual(chance ** count - 1e-6);
    }
    const sure = { ...ASKED, biasSpreadMm: 0, spreadMm: 0, count: 7 };
    expect(fitOf(sure).chanceAll).toBe(1);
    expect(fitOf({ ...sure, needMm: 0.2 }).chanceAll).toBe(0);
  });
  it("the room that makes nine of ten sets go does, and less does not", () => {
    const room = nominalFor({ ...ASKED, count: 6 }, 0.9);
    expect(fitOf({ ...ASKED, count: 6, nominalMm: room }).chanceAll).toBeCloseTo(0.9, 4);
    expect(fitOf({ ...ASKED, count: 6, nominalMm: room - 0.02 }).chanceAll).toBeLessThan(0.9);
  });
});
