import { describe, expect, it } from "vitest";
import { planStep } from "../../tests/planStep";
import { record } from "../../tests/sampleProject";
import type { StepRecord } from "../project";
import { wantsPilot } from ".";

const wash = { kind: "coat", method: "wash", family: "enamel wash" };
const go = (pieces: number, more = {}) => ({
  pieces,
  offers: [{ step: planStep("s", 60, 0, [], { rests: wash, ...more }), why: "", unlocks: 0, fits: true }],
});
const done = (rests: StepRecord["rests"], more: Partial<StepRecord> = {}) =>
  record("p", "p/x/0", { id: "r", startedAt: 1, finishedAt: 2, result: "good", rests, ...more });

describe("a pilot before a batch", () => {
  it("is wanted where this product was never laid in this way, on four pieces and more", () => {
    expect([1, 3, 4, 20].map((n) => wantsPilot(go(n), []))).toEqual([false, false, true, true]);
    expect(wantsPilot(go(9), [done(wash)])).toBe(false);
    // Another product, another method, a try that failed or goes on: none of them is this.
    for (const other of [
      done({ ...wash, family: "water wash" }),
      done({ ...wash, method: "brush" }),
      done(wash, { result: "failed" }),
      done(wash, { finishedAt: null }),
    ])
      expect(wantsPilot(go(9), [other])).toBe(true);
  });
  it("is not said of prints and plates, which have their own test", () => {
    expect([wantsPilot(go(9, { machineS: 60 }), []), wantsPilot(go(9, { clears: 3 }), [])]).toEqual([false, false]);
  });
});
