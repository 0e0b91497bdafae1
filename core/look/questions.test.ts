import { describe, expect, it } from "vitest";
import { projectOf, record, sizePart } from "../../tests/sampleProject";
import type { Lesson, Project, StepRecord } from "../project";
import { questionsOf } from ".";

const NOW = Date.UTC(2026, 9, 24, 20);
const HOUR = 3_600_000;
const part = sizePart("c", { kind: "scratch", sizeMm: [20, 20, 20], material: "wood" });
const done = (id: string, more: Partial<StepRecord> = {}): StepRecord =>
  record("c", id, {
    id,
    startedAt: NOW - 2 * HOUR,
    finishedAt: NOW - HOUR,
    result: "good",
    rests: { kind: "coat", method: "brush" },
    ...more,
  });
const lesson = (id: string, more: Partial<Lesson> = {}): Lesson => ({ id, title: id, about: "coat", at: NOW - 99 * HOUR, ...more });
const took = (itemId: string, amount: number, recordId: string, at = NOW - HOUR) => ({
  id: `${itemId}${at}`,
  at,
  kind: "took" as const,
  itemId,
  amount,
  recordId,
});
const asked = (of: Partial<Project>, now = NOW) => questionsOf({ ...projectOf([part]), lines: [], ...of }, now).map((q) => q.key);

describe("questions at the end of an evening", () => {
  it("are none after an evening that tells everything", () => {
    expect(asked({ records: [done("a")] })).toEqual([]);
    expect(asked({ records: [] })).toEqual([]);
  });
  it("ask whether a lesson helped that was told at a step, once a step, and not of the step that taught it", () => {
    const told = lesson("thin");
    expect(asked({ records: [done("a")], lessons: [told] })).toEqual(["helped thin"]);
    expect(asked({ records: [done("a")], lessons: [{ ...told, judged: [{ recordId: "a", helped: true }] }] })).toEqual([]);
    expect(asked({ records: [done("a")], lessons: [{ ...told, at: NOW - HOUR }] })).toEqual([]);
    expect(asked({ records: [done("a")], lessons: [{ ...told, product: "enamel wash" }] })).toEqual([]);
  });
  it("ask for a level that is a guess, and not again once somebody looked", () => {
    const paints = projectOf([part]).paints;
    const [pot] = paints;
    const lines = [took(pot.id, pot.stockMl, "a")];
    expect(asked({ records: [done("a")], lines })).toEqual([`left ${pot.id}`]);
    const counted = { id: "n", at: NOW, kind: "counted" as const, itemId: pot.id, amount: 3 };
    expect(asked({ records: [done("a")], lines: [...lines, counted] })).toEqual([]);
    expect(asked({ records: [done("a")], lines: [took(pot.id, pot.stockMl / 10, "a")] })).toEqual([]);
  });
  it("ask what aired where something was in the air, the longest first, until it is said", () => {
    const spray = { kind: "coat", family: "solvent primer", method: "spray" };
    const records = [done("a", { rests: spray }), done("b", { rests: spray, startedAt: NOW - 3 * HOUR })];
    expect(asked({ records })).toEqual(["aired b", "aired a"]);
    expect(asked({ records: records.map((r) => ({ ...r, aired: "outdoors" as const })) })).toEqual([]);
  });
  it("ask whether the minutes before the first step were setting up, where the evening had begun and nobody was at anything", () => {
    const project = projectOf([part]);
    const from = (time: string) => ({
      scene: {
        ...project.scene,
        timeZone: "UTC",
        evenings: Array.from({ length: 7 }, (_, weekday) => ({ weekday, from: time, to: "22:00" })),
      },
    });
    const records = [done("later", { startedAt: NOW - 1.5 * HOUR }), done("first")];
    expect(asked({ records, ...from("17:40") })).toEqual(["before first"]);
    expect(questionsOf({ ...project, lines: [], records, ...from("17:40") }, NOW)).toMatchObject([{ gapS: 1200 }]);
    // Begun at once, an hour before anything, outside every evening, said, or something else was in hand.
    for (const time of ["17:57", "17:00", "18:30"]) expect(asked({ records, ...from(time) }), time).toEqual([]);
    expect(asked({ records: [done("first", { saidS: 60 })], ...from("17:40") })).toEqual([]);
    const open = done("open", { startedAt: NOW - 2.5 * HOUR, finishedAt: null });
    expect(asked({ records: [...records, open], ...from("17:40") })).toEqual([]);
    expect(questionsOf({ ...project, lines: [], records, ...from("17:40") }, NOW, [open])).toEqual([]);
  });
  it("are at most three, one of each kind before a second of any, and of this evening alone", () => {
    const records = [done("a"), done("b", { untimed: true }), done("d", { untimed: true })];
    const [pot] = projectOf([part]).paints;
    const all = { records, lessons: [lesson("x"), lesson("y")], lines: [took(pot.id, pot.stockMl, "a")] };
    expect(asked(all)).toEqual(["helped x", `left ${pot.id}`, "took b"]);
    expect(asked({ ...all, lines: [] })).toEqual(["helped x", "took b", "helped y"]);
    expect(asked(all, NOW + 7 * HOUR)).toEqual([]);
    expect(asked({ records: [done("m", { time: "machine", untimed: true })] })).toEqual([]);
  });
});
