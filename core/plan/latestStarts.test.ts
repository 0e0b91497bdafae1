/** By when: evenings counted by hand, and what is told to keep the date keeps it by a placing of its own. */
import { describe, expect, it } from "vitest";
import { planStep } from "../../tests/planStep";
import type { ChanceOf } from "./chance";
import type { Stretch } from "./evenings";
import { latestStarts, type LatestStarts } from "./latestStarts";
import type { Step } from "./steps";

const HOUR = 3600;
const H = 3_600_000;
const DAY = 24 * H;
const NOW = Date.UTC(2026, 5, 1, 17, 0);
/** Two hours an evening, from six to eight. */
const EVENINGS: Stretch[] = Array.from({ length: 40 }, (_, i) => ({ from: NOW + i * DAY + H, to: NOW + i * DAY + 3 * H }));
const evening = (n: number): number => EVENINGS[n].from;

function told(steps: Step[], at: number): LatestStarts | null {
  const of: ChanceOf = { steps, states: new Map(), evenings: EVENINGS, now: NOW, date: { at, timeZone: "UTC" } };
  const going = latestStarts(of);
  for (;;) {
    const step = going.next();
    if (step.done) return step.value;
  }
}

const byOf = (steps: Step[], at: number): Record<string, number> =>
  Object.fromEntries(told(steps, at)!.list.map((l) => [l.title, EVENINGS.findIndex((e) => e.from === l.by)]));

describe("latest starts", () => {
  // Each takes a whole evening and sets over night.
  const chain = [
    planStep("base", 1.9 * HOUR, 12 * HOUR),
    planStep("wash", 1.9 * HOUR, 12 * HOUR, ["base"]),
    planStep("varnish", 1.9 * HOUR, 0, ["wash"]),
  ];
  it("count back from the date: three evenings' work, wanted after the seventh", () => {
    expect(byOf(chain, NOW + 6 * DAY + 4 * H)).toEqual({ base: 4, wash: 5, varnish: 6 });
  });
  it("without room everything is due when the plan has it", () => {
    expect(byOf(chain, NOW + 2 * DAY + 4 * H)).toEqual({ base: 0, wash: 1, varnish: 2 });
  });
  it("hands are one pair: two pieces that fill an evening each cannot both wait for the last", () => {
    const two = [planStep("a", 1.9 * HOUR, 0), planStep("b", 1.9 * HOUR, 0)];
    // Held back alone, either may be the last; the plan then does the other before.
    expect(byOf(two, NOW + 3 * DAY + 4 * H)).toEqual({ a: 3, b: 3 });
    const tight = byOf(two, NOW + 1 * DAY + 4 * H);
    expect(tight).toEqual({ a: 1, b: 1 });
  });
  it("a long wait afterwards is counted", () => {
    const slow = [planStep("pour", HOUR, 4 * 24 * HOUR), planStep("frame", HOUR, 0, ["pour"])];
    expect(byOf(slow, NOW + 10 * DAY + 4 * H)).toEqual({ pour: 6, frame: 10 });
  });
  it("says nothing where there is no date, or the plan is too late for it", () => {
    expect(told(chain, NOW + 1 * DAY)).toBeNull();
  });
  it("what is told keeps the date and an evening later does not, in chains of any length", () => {
    for (let n = 1; n <= 6; n++)
      for (let spare = 0; spare <= 4; spare++) {
        const steps = Array.from({ length: n }, (_, i) => planStep(`s${i}`, 1.9 * HOUR, 12 * HOUR, i > 0 ? [`s${i - 1}`] : []));
        // The last one sets until the morning after.
        const at = EVENINGS[n - 1 + spare].to + 12 * H;
        expect(byOf(steps, at)).toEqual(Object.fromEntries(steps.map((s, i) => [s.key, i + spare])));
        expect(evening(spare)).toBe(told(steps, at)!.list[0].by);
      }
  });
});
