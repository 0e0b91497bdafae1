/**
 * Where each step stands now. Derived from the records and the clock, so it survives a reload by itself.
 */
import { ofOne } from "../derive";
import type { StepRecord } from "../project";
import type { Step } from "./steps";

export type StepState =
  | { kind: "open" }
  | { kind: "blocked"; by: string[] }
  /** The person is at it. */
  | { kind: "in hand"; since: number; record: StepRecord }
  /** A machine runs until `until`. */
  | { kind: "running"; since: number; until: number; record: StepRecord }
  /** Done, but what depends on it must wait until `until`. */
  | { kind: "setting"; since: number; until: number; record: StepRecord }
  | { kind: "done"; record: StepRecord };

/** Last record of each step, by key: the list is gone through once, however many parts ask. */
const recordsByStep = ofOne((records: readonly StepRecord[]): ReadonlyMap<string, StepRecord> => {
  const out = new Map<string, StepRecord>();
  for (const r of records) {
    const before = out.get(r.stepKey);
    if (!before || before.startedAt <= r.startedAt) out.set(r.stepKey, r);
  }
  return out;
});

/** State of every step at `now` (ms since 1970). A step that failed is open again. */
export function stepStates(steps: readonly Step[], records: readonly StepRecord[], now: number): Map<string, StepState> {
  const last = recordsByStep(records);
  const states = new Map<string, StepState>();
  const waiting: Step[] = [];
  for (const step of steps) {
    const r = last.get(step.key);
    // A print that failed is to be started again.
    if (r && step.machineS > 0 && r.result !== "failed") {
      const until = r.startedAt + r.plannedS * 1000;
      if (r.finishedAt !== null) states.set(step.key, { kind: "done", record: r });
      else states.set(step.key, now < until ? { kind: "running", since: r.startedAt, until, record: r } : { kind: "done", record: r });
      continue;
    }
    if (r && r.finishedAt === null) {
      states.set(step.key, { kind: "in hand", since: r.startedAt, record: r });
      continue;
    }
    if (r && r.finishedAt !== null && (r.result !== "failed" || step.clears > 0)) {
      const until = r.finishedAt + r.waitS * 1000;
      states.set(step.key, now < until ? { kind: "setting", since: r.finishedAt, until, record: r } : { kind: "done", record: r });
      continue;
    }
    waiting.push(step);
  }
  // What waits is judged when all that the records say is known: the order of the list does not matter. A step that is no longer there
  // holds nobody up.
  const here = new Set(steps.map((s) => s.key));
  for (const step of waiting) {
    const by = step.after.filter((key) => here.has(key) && states.get(key)?.kind !== "done");
    states.set(step.key, by.length ? { kind: "blocked", by } : { kind: "open" });
  }
  // In the order of the list, as before.
  return new Map(steps.map((s) => [s.key, states.get(s.key)!]));
}

/** Printers that run, or hold a plate that nobody has cleared. */
export function heldPrinters(steps: readonly Step[], states: ReadonlyMap<string, StepState>): Set<string> {
  const held = new Set<string>();
  // The step that clears what another one has started.
  const clearOf = new Map<string, Step>();
  for (const step of steps) if (step.clears > 0) for (const key of step.after) if (!clearOf.has(key)) clearOf.set(key, step);
  for (const step of steps) {
    if (step.machineS === 0 || !step.printerId) continue;
    const state = states.get(step.key)?.kind;
    if (state !== "running" && state !== "done") continue;
    const clear = clearOf.get(step.key);
    const clearState = clear && states.get(clear.key)?.kind;
    if (state === "running" || (clear && clearState !== "done" && clearState !== "setting")) held.add(step.printerId);
  }
  return held;
}
