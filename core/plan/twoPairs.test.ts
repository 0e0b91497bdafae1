/** Evenings on which somebody helps: list scheduling on two machines, checked against what Graham (1969) proved of it and against every split. */
import { describe, expect, it } from "vitest";
import { planStep as step } from "../../tests/planStep";
import { seededRandom } from "../units";
import { bestSchedule, shopOf } from "./bestSchedule";
import type { Stretch } from "./evenings";
import { schedule } from "./schedule";
import { Generator } from "./search";
import { goesOf } from "./sessions";
import type { Step } from "./steps";

const NOW = Date.UTC(2026, 5, 1, 17);
const MIN = 60_000,
  DAY = 86_400_000;
const nightly = (hours: number, days = 60): Stretch[] =>
  Array.from({ length: days }, (_, d) => ({ from: NOW + d * DAY, to: NOW + d * DAY + hours * 60 * MIN }));
const of = (random: () => number, n: number): Step[] =>
  Array.from({ length: n }, (_, i) =>
    step(
      `s${i}`,
      60 * (5 + Math.floor(random() * 115)),
      random() < 0.4 ? 3600 * Math.floor(random() * 14) : 0,
      i > 0 && random() < 0.6 ? [`s${Math.floor(random() * i)}`] : [],
      random() < 0.2 ? { needs: ["helper"] } : {},
    ),
  );

describe("two pairs of hands", () => {
  it("do in one evening what takes one pair two", () => {
    const steps = [step("a", 7200, 0), step("b", 7200, 0)];
    const evenings = nightly(2);
    expect((schedule(steps, new Map(), evenings, NOW).finish! - NOW) / MIN).toBe(24 * 60 + 120);
    expect((schedule(steps, new Map(), evenings, NOW, { helped: evenings }).finish! - NOW) / MIN).toBe(120);
    // Only where somebody helps: the second evening is of no use to the first.
    expect((schedule(steps, new Map(), evenings, NOW, { helped: [evenings[1]] }).finish! - NOW) / MIN).toBe(24 * 60 + 120);
  });

  it("the longest first are within 7/6 of the best split, which is looked for among all (Graham 1969)", () => {
    const random = seededRandom(1);
    let worst = 0;
    for (let n = 0; n < 200; n++) {
      const minutes = Array.from({ length: 3 + Math.floor(random() * 8) }, () => 1 + Math.floor(random() * 90));
      const all = minutes.reduce((a, b) => a + b, 0);
      let best = Infinity;
      for (let mask = 0; mask < 1 << minutes.length; mask++) {
        const mine = minutes.reduce((sum, m, i) => sum + (mask & (1 << i) ? m : 0), 0);
        best = Math.min(best, Math.max(mine, all - mine));
      }
      const evening = [{ from: NOW, to: NOW + DAY }];
      const steps = minutes.map((m, i) => step(`s${i}`, m * 60, 0));
      const took = (schedule(steps, new Map(), evening, NOW, { helped: evening }).finish! - NOW) / MIN;
      expect(took).toBeGreaterThanOrEqual(best - 1e-9);
      expect(took).toBeLessThanOrEqual((7 / 6) * best + 1e-9);
      worst = Math.max(worst, took / best);
    }
    // Graham's own example of the bound: 3, 3, 2, 2, 2 takes 7 where 6 is possible.
    const five = [3, 3, 2, 2, 2].map((m, i) => step(`s${i}`, m * 600, 0));
    const whole = [{ from: NOW, to: NOW + DAY }];
    expect((schedule(five, new Map(), whole, NOW, { helped: whole }).finish! - NOW) / MIN).toBe(70);
    expect(worst).toBeGreaterThan(1);
  });

  it("over 200 random plans: never more than are there at once, what takes two has both, what follows waits, and help makes nothing later", () => {
    const random = seededRandom(9);
    let later = 0;
    for (let n = 0; n < 200; n++) {
      const steps = of(random, 4 + Math.floor(random() * 14));
      const evenings = nightly(2 + Math.floor(random() * 2));
      const helped = evenings.filter(() => random() < 0.4);
      const hours = new Map([["helper" as const, helped]]);
      for (const plan of [
        schedule(steps, new Map(), evenings, NOW, { helped, hours }),
        bestSchedule(steps, new Map(), evenings, NOW, { helped, hours }).plan,
      ]) {
        expect(plan.unplaced).toEqual([]);
        const at = new Map(plan.slots.map((s) => [s.key, s]));
        const moments = plan.slots.flatMap((s) => s.hands.flatMap((h) => [h.from, h.to - 1]));
        for (const t of moments) {
          const busy = plan.slots.filter((s) => s.hands.some((h) => h.from <= t && t < h.to));
          const used = busy.reduce((sum, s) => sum + (s.step.needs.includes("helper") ? 2 : 1), 0);
          expect(used).toBeLessThanOrEqual(helped.some((e) => e.from <= t && t < e.to) ? 2 : 1);
        }
        for (const s of plan.slots) {
          for (const a of s.step.after) expect(s.hands[0].from).toBeGreaterThanOrEqual(at.get(a)!.free);
          for (const h of s.hands) expect(evenings.some((e) => e.from <= h.from && h.to <= e.to)).toBe(true);
        }
      }
      const alone = schedule(steps, new Map(), evenings, NOW, { hours }).finish!;
      expect(schedule(steps, new Map(), evenings, NOW, { helped, hours }).finish!).toBeLessThanOrEqual(alone);
      // The search's own generator keeps the same rules, and lists of it do end later with more hands.
      const { shop } = shopOf(steps, new Map(), evenings, NOW, { helped, hours });
      const list = steps.map((_, i) => i);
      const [two, one] = [shop, shopOf(steps, new Map(), evenings, NOW, { hours }).shop].map((s) => new Generator(s).generate(list).finish);
      if (two > one) later++;
    }
    expect(later).toBeGreaterThan(0);
  });

  it("what needs two and never has them finds no time, and is named", () => {
    const hours = new Map([["helper" as const, []]]);
    expect(schedule([step("lift", 600, 0, [], { needs: ["helper"] })], new Map(), nightly(3), NOW, { hours }).unplaced).toEqual(["lift"]);
  });

  it("tonight two have twice the minutes, but no single thing longer than the evening; what takes both takes them from both", () => {
    const offer = (s: Step) => ({ step: s, why: "", unlocks: 0, fits: true });
    const goes = (pairs: 1 | 2, ...steps: Step[]) => goesOf(steps.map(offer), 60, pairs).filter((g) => g.fits).length;
    const [a, b, c] = ["a", "b", "c"].map((k) => step(k, 2400, 0));
    expect([goes(1, a, b, c), goes(2, a, b, c), goes(2, step("long", 4800, 0))]).toEqual([1, 2, 0]);
    const lift = step("lift", 1800, 0, [], { needs: ["helper"] });
    expect([goes(2, lift, a), goes(2, lift, step("x", 1800, 0), step("y", 1800, 0))]).toEqual([1, 3]);
  });
});
