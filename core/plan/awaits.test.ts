/** Parcels, people and the hours of a week: what waits is neither offered nor planned, and the chance knows that parcels are late. */
import { describe, expect, it } from "vitest";
import { projectOf, sizePart } from "../../tests/sampleProject";
import type { Evening, Project, WaitedFor } from "../project";
import type { WorkItem } from "../stations/kinds";
import { chanceOf, expectedAt, finishChance, LATE_MS, mondayOf, tonight, withinWeeks } from ".";

const HOUR = 3_600_000;
const DAY = 24 * HOUR;
/** Monday 30 November 2026, 19:10 in Berlin. */
const MONDAY = Date.UTC(2026, 10, 30, 18, 10);
const ZONE = "Europe/Berlin";
const NIGHTLY: Evening[] = [0, 1, 2, 3, 4, 5, 6].map((weekday) => ({ weekday, from: "19:00", to: "22:00" }));
const work = (id: string, handsOnS = 3600): WorkItem => ({
  id,
  kind: "own",
  title: id,
  handsOnS,
  waitS: 0,
  family: null,
  needs: [],
  procedureId: null,
});
function scene(awaits: WaitedFor[], parts = ["a", "b"], hours = 1): Project {
  const project = projectOf(
    parts.map((id) => sizePart(id, { kind: "scratch", sizeMm: [9, 9, 9], material: "wood" }, [work(`w${id}`, hours * 3600)])),
  );
  return {
    ...project,
    scene: { ...project.scene, timeZone: ZONE, evenings: NIGHTLY, awaits },
    habits: { ...project.habits, evenings: NIGHTLY, timeZone: ZONE },
  };
}
const awaited = (more: Partial<WaitedFor> = {}): WaitedFor => ({
  id: "x",
  what: "Parcel",
  day: "2026-12-04",
  partId: null,
  itemId: null,
  came: false,
  ...more,
});
const HERE = { minutes: 200, spray: true, airbrush: true, warm: true, helper: false };
const starts = (p: Project, now = MONDAY) =>
  Object.fromEntries(tonight(p, now, HERE).schedule.slots.map((s) => [s.step.partId, s.hands[0]?.from]));
const offered = (p: Project, now = MONDAY) => tonight(p, now, HERE).offers.map((o) => o.step.partId);

describe("what is waited for", () => {
  it("holds its part back until the evening of its day; the rest goes on", () => {
    const project = scene([awaited({ partId: "b" })]);
    expect(offered(project)).toEqual(["a"]);
    const at = starts(project);
    expect(at.a).toBe(MONDAY);
    // Friday 4 December, 19:00 in Berlin.
    expect(new Date(at.b!).toISOString()).toBe("2026-12-04T18:00:00.000Z");
  });
  it("holds the whole scene back where no part is named, and nothing once it came", () => {
    expect(offered(scene([awaited()]))).toEqual([]);
    expect(offered(scene([awaited({ came: true })]))).toEqual(["a", "b"]);
    expect(offered(scene([]))).toEqual(["a", "b"]);
  });
  it("that did not come on its day is expected tomorrow, day by day, over a clock change too", () => {
    const late = scene([awaited({ partId: "b", day: "2026-11-20" })]);
    expect(offered(late)).toEqual(["a"]);
    expect(new Date(starts(late).b!).toISOString()).toBe("2026-12-01T18:00:00.000Z");
    // 18:00 in Berlin on the day after the clocks went back on 25 October.
    expect(expectedAt({ day: "2026-10-26" }, ZONE, Date.UTC(2026, 9, 24))).toBe(Date.UTC(2026, 9, 26, 17));
    expect(expectedAt({ day: "2026-10-24" }, ZONE, Date.UTC(2026, 9, 24))).toBe(Date.UTC(2026, 9, 24, 16));
  });
  it("of a pot holds back only what it no longer does for", () => {
    const project = projectOf([]);
    const [pot] = project.paints;
    const coats = ["a", "b"].map((id) =>
      sizePart(id, { kind: "scratch", sizeMm: [200, 200, 200], material: "wood" }, [
        { id: `c${id}`, kind: "coat", paintId: pot.id, method: "brush", coats: 1 },
      ]),
    );
    const of = (stockMl: number): Project => {
      const full = projectOf(coats);
      return {
        ...full,
        paints: full.paints.map((p) => (p.id === pot.id ? { ...p, stockMl } : p)),
        scene: { ...full.scene, timeZone: ZONE, evenings: NIGHTLY, awaits: [awaited({ itemId: pot.id })] },
      };
    };
    const takes = tonight(of(1e6), MONDAY, HERE).steps.map((s) => s.takes.reduce((sum, t) => sum + t.amount, 0));
    expect(takes.every((t) => t > 0)).toBe(true);
    expect([1e6, takes[0] + 0.01, 0].map((level) => offered(of(level)).length)).toEqual([2, 1, 0]);
  });
  it("makes the date later by its lateness on average, as a parcel's is drawn", () => {
    // One step of a minute that waits: it ends as soon as an evening has it. The exponential's mean is the lateness [published].
    const always: Evening[] = [0, 1, 2, 3, 4, 5, 6].map((weekday) => ({ weekday, from: "00:00", to: "23:59" }));
    const made = scene([awaited({ partId: "a" })], ["a"], 1 / 60);
    const project = { ...made, scene: { ...made.scene, evenings: always }, habits: { ...made.habits, eveningsOfTen: 10 } };
    const model = tonight(project, MONDAY, HERE);
    const { finishes } = finishChance(chanceOf(project, [], model), 2000);
    const expected = expectedAt({ day: "2026-12-04" }, ZONE, MONDAY);
    const mean = finishes.reduce((sum, f) => sum + f - expected, 0) / finishes.length;
    // An evening in twenty-odd is missed: up to a tenth of a day on top.
    expect(mean / DAY).toBeGreaterThan(LATE_MS / DAY - 0.12);
    expect(mean / DAY).toBeLessThan(LATE_MS / DAY + 0.25);
    expect(Math.min(...finishes)).toBeGreaterThanOrEqual(expected);
  });
});

describe("hours of a week", () => {
  const evening = (day: number, from = 18, to = 21) => ({ from: Date.UTC(2026, 10, 30 + day, from), to: Date.UTC(2026, 10, 30 + day, to) });
  it("end the evening that goes beyond, and begin anew on Monday by the wall clock", () => {
    const week = [0, 1, 2, 3, 4, 5, 6, 7, 8].map((d) => evening(d));
    const kept = withinWeeks(week, 7, 0, evening(0).from, ZONE);
    expect(kept.map((e) => (e.to - e.from) / HOUR)).toEqual([3, 3, 1, 3, 3]);
    expect(kept[3]).toEqual(evening(7));
    // What was done since Monday is used; more than all leaves nothing of this week.
    expect(withinWeeks(week, 7, 5 * 3600, evening(0).from, ZONE).map((e) => (e.to - e.from) / HOUR)).toEqual([2, 3, 3]);
    expect(withinWeeks(week, 7, 99 * 3600, evening(0).from, ZONE)).toHaveLength(2);
    // Sunday 23:30 UTC is Monday in Berlin.
    expect(mondayOf(Date.UTC(2026, 11, 6, 23, 30), ZONE)).toBe(Date.UTC(2026, 11, 6, 23));
  });
  it("stretch the plan", () => {
    const of = (weekMostH: number | null): Project => {
      const made = scene([], ["a", "b", "c", "d"], 2);
      return { ...made, habits: { ...made.habits, weekMostH } };
    };
    const finish = (p: Project) => tonight(p, MONDAY, HERE).finish!;
    expect(finish(of(null))).toBeLessThan(MONDAY + 5 * DAY);
    // Five hours at the bench a week, two for each: two this week, two in the next.
    expect(finish(of(5))).toBeGreaterThan(MONDAY + 7 * DAY);
    expect(finish(of(5))).toBeLessThan(MONDAY + 9 * DAY);
    expect(finish(of(168))).toBe(finish(of(null)));
  });
});
