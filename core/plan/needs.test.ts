/** What work needs, asked by the schedule and by Tonight alike. Daylight by an almanac's hours, from memory: Berlin, 30 November, 7:53 to 15:57. */
import { describe, expect, it } from "vitest";
import { seededRandom } from "../units";
import { NEED_IDS, NEEDS, needsWords, type Need } from "../work";
import { type WorkItem } from "../stations/kinds";
import type { Evening, Project } from "../project";
import { HOUR, projectOf, sizePart } from "../../tests/sampleProject";
import { schedule, stepsOfProject, stepStates, tonight, type Step } from "./index";

const BERLIN = { latDeg: 52.52, lonDeg: 13.4 };
/** Monday 30 November 2026, 19:10 in Berlin. */
const MONDAY_EVENING = Date.UTC(2026, 10, 30, 18, 10);
const NOON = Date.UTC(2026, 10, 30, 11, 0);
const HERE = { minutes: 120, spray: true, airbrush: true, warm: true, helper: true };
const NIGHTLY: Evening[] = [0, 1, 2, 3, 4, 5, 6].map((weekday) => ({ weekday, from: "19:00", to: "22:00" }));

const own = (id: string, needs: Need[], handsOnS = 1800): WorkItem => ({
  id,
  kind: "own",
  title: `Work ${id}`,
  handsOnS,
  waitS: 0,
  family: null,
  needs,
  procedureId: null,
});
const scene = (work: WorkItem[], evenings: Evening[] = NIGHTLY): Project => {
  const project = projectOf([sizePart("tower", { kind: "scratch", sizeMm: [40, 40, 90], material: "foam" }, work)]);
  return {
    ...project,
    scene: { ...project.scene, timeZone: "Europe/Berlin", evenings },
    habits: { ...project.habits, timeZone: "Europe/Berlin", evenings, place: BERLIN },
  };
};
const offered = (project: Project, at: number, have = HERE): string[] => tonight(project, at, have).offers.map((o) => o.step.title);
const clockOf = (ms: number): number => (((ms / HOUR + 1) % 24) + 24) % 24;

describe("daylight", () => {
  it("is not offered at ten past seven in the evening of a November day, and is at noon", () => {
    const project = scene([own("sky", ["daylight"])]);
    expect([offered(project, MONDAY_EVENING), offered(project, NOON)]).toEqual([[], ["Work sky"]]);
  });
  it("is not there where it ends before the step does: twenty minutes before sunset is too late for half an hour, not for ten minutes", () => {
    const before = Date.UTC(2026, 10, 30, 14, 37);
    expect(offered(scene([own("long", ["daylight"])]), before)).toEqual([]);
    expect(offered(scene([own("short", ["daylight"], 600)]), before)).toEqual(["Work short"]);
    expect(tonight(scene([own("long", ["daylight"])]), before, HERE).later).toMatchObject([{ need: "daylight", steps: 1 }]);
    // An airbrush that is put away is no lack of daylight.
    expect(tonight(scene([own("both", ["daylight", "airbrush"])]), NOON, { ...HERE, airbrush: false })).toMatchObject({
      offers: [],
      later: [],
    });
    // What takes longer than an hour may be begun with an hour of light.
    expect(offered(scene([own("day", ["daylight"], 9 * 3600)]), Date.UTC(2026, 10, 30, 13, 0))).toEqual(["Work day"]);
  });
  it("a check of colours at the bench needs it; in June half past seven will do", () => {
    const project = scene([{ id: "d", kind: "bench", task: "daylight", rounds: 1, mostAnEvening: null }]);
    expect(offered(project, MONDAY_EVENING)).toEqual([]);
    expect(offered(project, Date.UTC(2026, 5, 29, 17, 30))).toEqual(["Check the colours in daylight"]);
  });
  it("the schedule puts it into the hours that have it, and Tonight says when", () => {
    const saturday: Evening = { weekday: 6, from: "14:00", to: "20:00" };
    const model = tonight(scene([own("sky", ["daylight"], 3600), own("lamp", [])], [...NIGHTLY, saturday]), MONDAY_EVENING, HERE);
    const slot = model.schedule.slots.find((s) => s.step.title === "Work sky")!;
    expect(new Date(slot.hands[0].from).toISOString()).toBe("2026-12-05T13:00:00.000Z");
    expect(model.later).toEqual([{ need: "daylight", steps: 1, at: slot.hands[0].from }]);
    expect(model.offers.map((o) => o.step.title)).toEqual([]);
  });
  it("where no evening has any before spring, it waits for one that has; where none ever has, it is said", () => {
    const late = tonight(scene([own("sky", ["daylight"], 1200)]), MONDAY_EVENING, HERE);
    const at = late.later[0].at!;
    // Seven in the evening is light again at the end of March, when the clocks are put forward.
    expect(new Date(at).toISOString().slice(0, 7)).toMatch(/2027-0[34]/);
    const night: Evening[] = [{ weekday: 1, from: "23:00", to: "23:50" }];
    const never = tonight(scene([own("sky", ["daylight"], 1200)], night), MONDAY_EVENING, HERE);
    expect([never.later, never.finish, never.schedule.unplaced.length]).toEqual([[{ need: "daylight", steps: 1, at: null }], null, 1]);
  });
  it("what is longer than any afternoon takes several, and nothing of it lies in the dark", () => {
    const weekends: Evening[] = [6, 0].map((weekday) => ({ weekday, from: "12:00", to: "20:00" }));
    const { schedule: plan } = tonight(scene([own("sky", ["daylight"], 7 * 3600)], weekends), MONDAY_EVENING, HERE);
    const hands = plan.slots[0].hands;
    expect(hands.length).toBe(2);
    expect(hands.reduce((sum, h) => sum + h.to - h.from, 0)).toBe(7 * HOUR);
    for (const h of hands) expect([clockOf(h.from) >= 11.9, clockOf(h.to) <= 16.1]).toEqual([true, true]);
  });
  it("over a hundred random plans no step that needs it lies in the dark, and no two of one pair of hands meet", () => {
    const random = seededRandom(3);
    const int = (n: number): number => Math.floor(random() * n);
    for (let n = 0; n < 100; n++) {
      const evenings: Evening[] = Array.from({ length: 2 + int(4) }, (_, i) => ({
        weekday: (i * 2 + int(2)) % 7,
        from: `${9 + int(9)}:00`.padStart(5, "0"),
        to: `${19 + int(4)}:30`,
      }));
      const work = Array.from({ length: 2 + int(6) }, (_, i) => own(`w${i}`, random() < 0.5 ? ["daylight"] : [], 600 + int(8000)));
      const project = scene(work, evenings);
      const { slots } = tonight(project, MONDAY_EVENING, HERE).schedule;
      const hands = slots.flatMap((s) => s.hands.map((h) => ({ ...h, step: s.step }))).sort((a, b) => a.from - b.from);
      hands.forEach((h, i) => i > 0 && expect(h.from).toBeGreaterThanOrEqual(hands[i - 1].to));
      // Before the end of January the sun is up within 7:50 and 17:00 in Berlin, at the widest.
      for (const h of hands.filter((x) => x.step.needs.includes("daylight") && x.to < Date.UTC(2027, 0, 31)))
        expect([clockOf(h.from) > 7.8, clockOf(h.to) < 17]).toEqual([true, true]);
    }
  });
  it("is where one lives: the same evening is dark in Berlin and light in Sydney", () => {
    const project = scene([own("sky", ["daylight"])]);
    const sydney = { ...project, habits: { ...project.habits, place: { latDeg: -33.9, lonDeg: 151.2 } } };
    // Twenty past eight in the evening of Berlin is twenty past six in the morning of Sydney.
    const at = Date.UTC(2026, 10, 30, 19, 20);
    expect([offered(project, at), offered(sydney, at)]).toEqual([[], ["Work sky"]]);
  });
});

describe("every need", () => {
  it.each(NEED_IDS)("%s: what needs it is offered where it is there, and not where it is not", (need) => {
    const project = scene([own("x", [need])]);
    const none = { minutes: 120, spray: false, airbrush: false, warm: false, helper: false };
    expect(offered(project, NOON)).toEqual(["Work x"]);
    expect(offered(project, NEEDS[need].hours ? MONDAY_EVENING : NOON, none)).toEqual([]);
    expect([needsWords([need]), needsWords([])]).toEqual([`, needs ${NEEDS[need].label}`, ""]);
  });
  it("two that go by the clock are had in the hours that both have", () => {
    const steps = stepsOfProject(scene([own("both", ["daylight", "warm room"])]));
    const hour = (n: number) => NOON + n * HOUR;
    const hours = new Map<Need, { from: number; to: number }[]>([
      ["daylight", [{ from: hour(0), to: hour(4) }]],
      [
        "warm room",
        [
          { from: hour(-2), to: hour(0.2) },
          { from: hour(2), to: hour(9) },
        ],
      ],
    ]);
    const long = [{ from: hour(-3), to: hour(10) }];
    const { slots } = schedule(steps, stepStates(steps, [], hour(-3)), long, hour(-3), { hours });
    expect(slots[0].hands).toEqual([{ from: hour(2), to: hour(2.5) }]);
  });
  it("a schedule that is told of no hours asks for none", () => {
    const project = scene([own("sky", ["daylight"])]);
    const steps: Step[] = stepsOfProject(project);
    const evening = [{ from: MONDAY_EVENING, to: MONDAY_EVENING + 2 * HOUR }];
    expect(schedule(steps, stepStates(steps, [], MONDAY_EVENING), evening, MONDAY_EVENING).slots[0].hands[0].from).toBe(MONDAY_EVENING);
  });
});
