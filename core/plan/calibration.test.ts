/** "8 times in 10" holds 8 times in 10: a thousand people that are drawn, each with a history, and a build that follows. */
import { randomBeta } from "d3";
import { describe, expect, it } from "vitest";
import { planStep } from "../../tests/planStep";
import { record } from "../../tests/sampleProject";
import { paceOf } from "../learn";
import { seededRandom, type Stretch } from "../units";
import { finishChance, personWords } from "./chance";
import { eveningsFrom } from "./evenings";
import { eveningsSeen } from "./ownEvenings";
import { stepStates } from "./status";
import type { Step } from "./steps";

const DAY = 86_400_000,
  HOUR = 3600;
const NOW = Date.parse("2026-06-01T16:00:00Z");
const WEEK = Array.from({ length: 7 }, (_, weekday) => ({ weekday, from: "19:00", to: "22:00" }));
const EVENINGS = eveningsFrom(NOW, WEEK, "Europe/Berlin", 90);

const chain = (hours: readonly number[], factor: number): Step[] =>
  hours.map((h, i) =>
    planStep(`s${i}`, h * HOUR * factor, (i % 2) * 12 * HOUR, i > 0 ? [`s${i - 1}`] : [], { title: "x", rests: { kind: "bench" } }),
  );

/** When a chain of steps is done in evenings that happen or not, reckoned by itself: no schedule is asked. */
function finishOf(hours: readonly number[], evenings: readonly Stretch[]): number {
  let at = NOW;
  hours.forEach((h, i) => {
    const e = evenings.find((x) => Math.max(x.from, at) + h * HOUR * 1000 <= x.to);
    if (!e) at = Infinity;
    else at = Math.max(e.from, at) + h * HOUR * 1000 + (i % 2) * 12 * HOUR * 1000;
  });
  return at;
}

describe("the chance to be ready", () => {
  // 95 of 100 bands of the binomial about 80 % of 1,000.
  it("holds 775 to 824 of 1,000 builds at 80 %, of people who are known by their records", { timeout: 120_000 }, () => {
    const random = seededRandom(12);
    const normal = (): number => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
    const share = randomBeta.source(random)(9, 1);
    let held = 0;
    for (let n = 0; n < 1000; n++) {
      const happen = share();
      const pace = Math.exp(0.3 * normal());
      const factor = pace * Math.exp(0.25 * normal());
      const each = (): number => Math.exp(0.35 * normal());
      const learned = paceOf([
        ...Array.from({ length: 12 }, () => ({ key: "bench", tableS: 600, takenS: 600 * factor * each() })),
        ...["a", "b"].flatMap((key) => {
          const other = pace * Math.exp(0.25 * normal());
          return Array.from({ length: 6 }, () => ({ key, tableS: 600, takenS: 600 * other * each() }));
        }),
      ]);
      const seen = { planned: 20, happened: Array.from({ length: 20 }, () => random() < happen).filter(Boolean).length };
      const hours = Array.from({ length: 7 }, () => 0.3 + random() * 0.8);
      const own = learned.of.bench;
      const steps = chain(hours, own.factor);
      const chance = finishChance(
        { steps, states: stepStates(steps, [], NOW), evenings: EVENINGS, now: NOW, person: { seen, pace: own } },
        120,
        n + 1,
      );
      const truly = finishOf(
        hours.map((h) => Math.min(2.9, h * factor * each())),
        EVENINGS.filter(() => random() < happen),
      );
      if (truly <= chance.p80) held++;
    }
    expect(held).toBeGreaterThanOrEqual(775);
    expect(held).toBeLessThanOrEqual(824);
  });
});

describe("evenings that happened", () => {
  const on = (day: number, hour = 19.5) => NOW - day * DAY + (hour - 18) * HOUR * 1000;
  const work = (day: number) => record("p", `p/x/${day}`, { startedAt: on(day), finishedAt: on(day, 20.5), result: "good" });
  it("are those in which work by hand was begun or ended; before the first record nothing counts", () => {
    const records = [1, 2, 4, 5, 6, 8, 10].map(work);
    expect(eveningsSeen(records, WEEK, "Europe/Berlin", NOW)).toEqual({ planned: 10, happened: 7 });
    expect(eveningsSeen([...records].reverse(), WEEK, "Europe/Berlin", NOW)).toEqual({ planned: 10, happened: 7 });
    // Work at noon is no evening, a machine's run no work.
    const noon = record("p", "p/x/n", { startedAt: on(3, 12), finishedAt: on(3, 12.5), result: "good" });
    const machine = record("p", "p/x/m", { time: "machine", startedAt: on(3), finishedAt: on(3, 21), result: "good" });
    expect(eveningsSeen([...records, noon, machine], WEEK, "Europe/Berlin", NOW)).toEqual({ planned: 10, happened: 7 });
    expect(eveningsSeen([], WEEK, "Europe/Berlin", NOW)).toEqual({ planned: 0, happened: 0 });
  });
  it("a long pause is no row of missed evenings", () => {
    expect(eveningsSeen([work(1), work(40), work(41)], WEEK, "Europe/Berlin", NOW)).toEqual({ planned: 3, happened: 3 });
    expect(eveningsSeen([work(1), work(15)], WEEK, "Europe/Berlin", NOW)).toEqual({ planned: 15, happened: 2 });
  });
  it("are told", () => {
    const seen = { planned: 20, happened: 15 };
    expect(personWords({ seen })).toBe(
      "Allows for 2 in 10 evenings missed and hours as planned. By your records: 15 of 20 planned evenings happened. One of the two is an estimate.",
    );
    expect(personWords({ seen, pace: { factor: 1.2, sd: 0.1, n: 30 } })).toContain(
      "15 of 20 planned evenings happened, 30 steps were timed.",
    );
  });
});
