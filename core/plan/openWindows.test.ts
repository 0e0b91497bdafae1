import { describe, expect, it } from "vitest";
import { record } from "../../tests/sampleProject";
import { planStep } from "../../tests/planStep";
import { openWindows } from "./openWindows";
import type { Slot } from "./schedule";

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
