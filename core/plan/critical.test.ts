/** The longest remaining path against a worked textbook example, and rules of the schedule on small cases worked by hand. */
import { describe, expect, it } from "vitest";
import { planStep } from "../../tests/planStep";
import { criticalPath, schedule, stepStates, tails, type Step, type Stretch } from "./index";

const step = (key: string, handsOnS: number, after: string[], more: Partial<Step> = {}): Step =>
  planStep(key, handsOnS, 0, after, { partName: "p", ...more });

// The Reliable Construction example of Hillier & Lieberman, Introduction to Operations Research (as recalled): mean durations in weeks.
const HOUSE: [string, number, string][] = [
  ["A", 2, ""],
  ["B", 4, "A"],
  ["C", 10, "B"],
  ["D", 6, "C"],
  ["E", 4, "C"],
  ["F", 5, "E"],
  ["G", 7, "D"],
  ["H", 9, "EG"],
  ["I", 7, "C"],
  ["J", 8, "FI"],
  ["K", 4, "J"],
  ["L", 5, "J"],
  ["M", 2, "H"],
  ["N", 6, "KL"],
];

describe("the longest way to the end (critical path)", () => {
  const steps = HOUSE.map(([k, d, p]) => step(k, d, [...p]));
  const tail = tails(steps);
  it("of the house is 44 weeks", () => expect(tail.get("A")).toBe(44));
  it("goes over A B C E F J L N", () => {
    let at = "A";
    const path = [at];
    for (;;) {
      const next = steps.filter((s) => s.after.includes(at)).sort((a, b) => tail.get(b.key)! - tail.get(a.key)!)[0];
      if (!next) break;
      path.push((at = next.key));
    }
    expect(path.join(" ")).toBe("A B C E F J L N");
  });
  it("is the path that the plan hangs on, where nothing else holds it up", () => {
    // As machine hours without a machine: each begins when what it waits for is through.
    const runs = HOUSE.map(([k, d, p]) => step(k, 0, [...p], { waitS: d * 3600 }));
    const evening: Stretch[] = [{ from: 0, to: 100 * 3_600_000 }];
    const plan = schedule(runs, stepStates(runs, [], 0), evening, 0);
    expect(criticalPath(plan.slots).join(" ")).toBe("A B C E F J L N");
    expect(plan.finish).toBe(44 * 3_600_000);
    expect(criticalPath([])).toEqual([]);
  });
  it("leaves the slack of the others: D G H M 4, I 2, K 1", () => {
    // Earliest start by the same sums from the other end; slack = 44 − earliest − tail.
    const earliest = new Map<string, number>();
    for (const s of steps)
      earliest.set(s.key, Math.max(0, ...s.after.map((a) => earliest.get(a)! + steps.find((x) => x.key === a)!.handsOnS)));
    const slack = (k: string): number => 44 - earliest.get(k)! - tail.get(k)!;
    expect(["D", "G", "H", "M", "I", "K"].map(slack)).toEqual([4, 4, 4, 4, 2, 1]);
  });
  it("counts a circle once instead of for ever", () =>
    expect(tails([step("a", 5, ["b"]), step("b", 7, ["a"])]).get("a")).toBeGreaterThan(0));
});

describe("small schedules by hand", () => {
  const M = 60_000;
  const evening = (from: number, minutes: number): Stretch => ({ from: from * M, to: (from + minutes) * M });
  const plan = (steps: Step[], evenings: Stretch[]) => schedule(steps, stepStates(steps, [], 0), evenings, 0);
  const begin = (p: ReturnType<typeof plan>, key: string): number => p.slots.find((s) => s.key === key)!.hands[0].from / M;

  it("a wait is filled with other work", () => {
    const p = plan([step("coat", 600, [], { waitS: 3600 }), step("second", 600, ["coat"]), step("other", 1800, [])], [evening(0, 180)]);
    expect([begin(p, "coat"), begin(p, "other"), begin(p, "second")]).toEqual([0, 10, 70]);
    expect(p.finish).toBe(80 * M);
  });
  it("what does not fit this evening goes to the next", () => {
    const p = plan([step("a", 2400, []), step("b", 2400, ["a"])], [evening(0, 60), evening(1440, 60)]);
    expect([begin(p, "a"), begin(p, "b")]).toEqual([0, 1440]);
  });
  it("what is longer than any evening is spread over several", () => {
    const p = plan([step("long", 9000, [])], [evening(0, 60), evening(1440, 60), evening(2880, 60)]);
    expect(p.slots[0].hands.map((h) => (h.to - h.from) / M)).toEqual([60, 60, 30]);
  });
  it("a machine runs through the night and is cleared in the next evening", () => {
    const start = step("start", 300, [], { machineS: 8 * 3600, printerId: "x", onPlate: 1 });
    const clear = step("clear", 600, ["start"], { printerId: "x", onPlate: 1, clears: 1, counts: 1 });
    const p = plan([start, clear], [evening(0, 120), evening(1440, 120)]);
    expect(p.slots.find((s) => s.key === "start")!.machine).toEqual({ from: 5 * M, to: 485 * M });
    expect(begin(p, "clear")).toBe(1440);
  });
  it("two printers run at the same time, one printer in turn", () => {
    const job = (k: string, printerId: string): Step[] => [
      step(`${k}s`, 300, [], { machineS: 3600, printerId, onPlate: 1 }),
      step(`${k}c`, 300, [`${k}s`], { printerId, onPlate: 1, clears: 1, counts: 1 }),
    ];
    const two = plan([...job("a", "x"), ...job("b", "y")], [evening(0, 600)]);
    expect(begin(two, "bs")).toBe(5);
    const one = plan([...job("a", "x"), ...job("b", "x")], [evening(0, 600)]);
    expect(begin(one, "bs")).toBe(begin(one, "ac") + 5);
  });
  it("nothing to do is done now; no evening is no date", () => {
    expect(plan([], [evening(0, 60)])).toMatchObject({ finish: 0, unplaced: [] });
    expect(plan([step("a", 60, [])], [])).toMatchObject({ finish: null, unplaced: ["a"] });
  });
});
