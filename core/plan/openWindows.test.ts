import { describe, expect, it } from "vitest";
import { record } from "../../tests/sampleProject";
import { planStep } from "../../tests/planStep";
import { openWindows } from "./openWindows";
import { shopOf } from "./bestSchedule";
import type { Stretch } from "./evenings";
import { schedule, type Slot } from "./schedule";
import { Generator } from "./search";
import type { StepState } from "./status";
import type { Step } from "./steps";

const NOW = Date.UTC(2026, 5, 1, 19, 0);
const MIN = 60_000,
  H = 60 * MIN;
const laid = (minutesAgo: number, rests: Record<string, string | number>, partId = "wall") =>
  record(partId, `${partId}/c/0`, {
    title: "Grey, sprayed",
    startedAt: NOW - minutesAgo * MIN - 5 * MIN,
    finishedAt: NOW - minutesAgo * MIN,
    result: "good",
    rests,
  });
const slot = (atMs: number, paint: string): Slot => ({
  key: "x",
  step: planStep("x", 600, 0, [], { partId: "wall", rests: { paint } }),
  hands: [{ from: atMs, to: atMs + 600_000 }],
  machine: null,
  setting: null,
  free: atMs + 600_000,
});
const solvent = { family: "solvent primer", paint: "Grey" };

describe("what can be done only for a while", () => {
  // Common practice on spray cans, no source: within an hour, or after a day.
  it("a solvent coat takes the next within the hour", () => {
    expect(openWindows([laid(20, solvent)], [], NOW)).toMatchObject([{ until: NOW + 40 * MIN, from: NOW - 10 * MIN, shutAt: null }]);
    expect(openWindows([laid(61, solvent)], [], NOW)).toEqual([]);
  });
  it("a next coat that is planned while it is shut is named; within the hour, or a day later, it is not", () => {
    const shut = (at: number) => openWindows([laid(20, solvent)], [slot(at, "Grey")], NOW)[0].shutAt;
    expect(shut(NOW + 30 * MIN)).toBeNull();
    expect(shut(NOW + 3 * H)).toBe(NOW + 3 * H);
    expect(shut(NOW + 24 * H)).toBeNull();
    expect(openWindows([laid(20, solvent)], [slot(NOW + 3 * H, "Rust")], NOW)[0].shutAt).toBeNull();
    // Long shut, but a coat is planned into it: still told.
    expect(openWindows([laid(300, solvent)], [slot(NOW + H, "Grey")], NOW)).toHaveLength(1);
  });
  it("the last coat of a part closes the windows of those below it; water paints have none", () => {
    expect(openWindows([laid(20, solvent), laid(5, { family: "water acrylic", paint: "Rust" })], [], NOW)).toEqual([]);
    expect(
      openWindows([laid(20, { family: "enamel wash" }), laid(20, { family: "oil paint" }, "boat")], [], NOW).map((w) => w.partId),
    ).toEqual(["wall", "boat"]);
  });
  it("ground that is firm but not hard takes stones and dust; before that it is told when", () => {
    const [window] = openWindows([laid(0, { kind: "layer", method: "Sand and grit in thinned glue" })], [], NOW);
    expect(window).toMatchObject({ from: NOW + 3 * H, shutAt: null });
    expect(window.until).toBeGreaterThan(window.from);
    expect(openWindows([laid(0, { kind: "layer", method: "none such" })], [], NOW)).toEqual([]);
  });
});

describe("the plan keeps out of what is shut", () => {
  const coat = (key: string, after: string[], more = {}) =>
    planStep(key, 600, 900, after, { partId: "wall", rests: { family: "solvent primer", paint: "Grey" }, ...more });
  const DAY = 24 * H;
  const plan = (steps: Step[], evenings: Stretch[], states = new Map<string, StepState>()) => {
    const laid = schedule(steps, states, evenings, NOW);
    const { shop, keys } = shopOf(steps, states, evenings, NOW);
    // The search keeps to it as the schedule does.
    const generated = new Generator(shop).generate(keys.map((_, i) => i));
    const startOf = (key: string): number => laid.slots.find((s) => s.key === key)!.hands[0].from;
    keys.forEach((key, i) => expect(generated.start[i]).toBe(startOf(key)));
    return startOf;
  };
  const two = [coat("one", []), coat("two", ["one"])];

  // Common practice on spray cans, no source: within an hour, or after a day.
  it("the second coat goes on within the hour where the evening is long enough", () => {
    expect(plan(two, [{ from: NOW, to: NOW + 2 * H }])("two")).toBe(NOW + 25 * MIN);
  });
  it("where it is not, it waits out the day, though an evening within it has time", () => {
    const evenings = [
      { from: NOW, to: NOW + 15 * MIN },
      { from: NOW + 4 * H, to: NOW + 6 * H },
      { from: NOW + DAY, to: NOW + DAY + 2 * H },
    ];
    expect(plan(two, evenings)("two")).toBe(NOW + DAY + 10 * MIN);
    // Another pot, another part or another family may go on.
    for (const more of [
      { rests: { family: "solvent primer", paint: "Red" } },
      { partId: "roof" },
      { rests: { family: "water acrylic", paint: "Grey" } },
    ])
      expect(plan([two[0], coat("two", ["one"], more)], evenings)("two")).toBe(NOW + 4 * H);
  });
  it("it counts from when the first was really laid", () => {
    const states = new Map<string, StepState>([["one", { kind: "done", record: laid(180, solvent) }]]);
    const evenings = [
      { from: NOW, to: NOW + 2 * H },
      { from: NOW + 22 * H, to: NOW + DAY },
    ];
    expect(plan(two, evenings, states)("two")).toBe(NOW + 22 * H);
  });
});
