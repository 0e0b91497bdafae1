import { describe, expect, it } from "vitest";
import { record } from "../../tests/sampleProject";
import { stepAtMoment } from ".";

const T = Date.UTC(2026, 9, 24, 18);
const min = (n: number): number => T + n * 60_000;
const hands = (id: string, from: number, to: number | null) =>
  record("c", id, { id, startedAt: min(from), finishedAt: to === null ? null : min(to) });
const all = [
  { ...hands("print", -300, 300), time: "machine" as const, plannedS: 9 * 3600 },
  hands("first", 0, 30),
  hands("second", 40, 90),
  hands("open", 400, null),
];
const at = (n: number) => {
  const found = stepAtMoment(all, min(n));
  return found && `${found.record.id} ${found.how}`;
};

describe("the step that a picture was taken at", () => {
  it("is the one in hand, before the print that runs beside it", () => {
    expect([at(0), at(30), at(60), at(500)]).toEqual(["first during", "first during", "second during", "open during"]);
  });
  it("between two it is the one that just ended: the paint is on, the next not begun", () => {
    expect(at(35)).toBe("first after");
  });
  it("before anything it is what begins within a quarter of an hour; else what a machine did", () => {
    expect([at(-10), at(-20), at(-299)]).toEqual(["first before", "print during", "print during"]);
  });
  it("what was left open for days was not in hand all the while, nor does a print run on that nobody ended", () => {
    expect([at(400 + 241), at(400 + 241 + 121), at(9000)]).toEqual(["open after", null, null]);
    const running = { ...hands("print", 0, null), time: "machine" as const, plannedS: 3600 };
    expect(stepAtMoment([running], min(100))?.how).toBe("during");
    expect(stepAtMoment([running], min(9000))).toBeNull();
  });
  it("where nothing was done it is nothing, and no order of entries changes it", () => {
    expect(stepAtMoment(all, min(-2000))).toBeNull();
    expect(stepAtMoment([], T)).toBeNull();
    for (let n = -310; n < 620; n += 7) expect(stepAtMoment([...all].reverse(), min(n))).toEqual(stepAtMoment(all, min(n)));
  });
});
