/** The plan of a scene by the search: never later than the heuristic's, true to what steps demand, and what it costs to wait. */
import { describe, expect, it } from "vitest";
import { block, coat, hiding, meshPart, projectOf, record, sizePart } from "../../tests/sampleProject";
import { planStep as step } from "../../tests/planStep";
import { OPEN_SOLVENT } from "../coat";
import { seededRandom } from "../units";
import { bestSchedule, costOfWaiting, shopOf } from "./bestSchedule";
import { eveningsFrom } from "./evenings";
import { schedule } from "./schedule";
import { searched } from "./search";
import { stepStates } from "./status";
import { stepsOfProject, type Step } from "./steps";
import { tonight } from "./tonight";

const NOW = Date.parse("2026-06-01T16:00:00Z");
const HOUR = 3600;
const EVENINGS = eveningsFrom(
  NOW,
  Array.from({ length: 7 }, (_, weekday) => ({ weekday, from: "19:00", to: "22:00" })),
  "Europe/Berlin",
  60,
);
/** Parts with prints on two printers, coats and overnight waits. */
function scene(random: () => number): Step[] {
  return Array.from({ length: 3 + Math.floor(random() * 3) }, (_, p) => {
    const printerId = `printer ${Math.floor(random() * 2)}`;
    const own = [
      step(`${p} start`, 600, 0, [], { machineS: (1 + random() * 9) * HOUR, printerId, onPlate: 1 }),
      step(`${p} clear`, 900, 0, [`${p} start`], { clears: 1, onPlate: 1, printerId }),
    ];
    for (let k = 0; k < 3; k++)
      own.push(step(`${p} coat ${k}`, (0.2 + random() * 1.3) * HOUR, [0, 1, 12, 24][Math.floor(random() * 4)] * HOUR, [own.at(-1)!.key]));
    return own;
  }).flat();
}

describe("the plan by the search", () => {
  it("is never later than the heuristic's, sooner in some, and breaks nothing, over 60 scenes", () => {
    const random = seededRandom(8);
    let sooner = 0;
    for (let n = 0; n < 60; n++) {
      const steps = scene(random);
      const states = stepStates(steps, [], NOW);
      const before = schedule(steps, states, EVENINGS, NOW);
      const { plan, order } = bestSchedule(steps, states, EVENINGS, NOW);
      expect(plan.finish!).toBeLessThanOrEqual(before.finish!);
      if (plan.finish! < before.finish!) {
        sooner++;
        expect(order!.size).toBe(steps.length);
      }
      expect(plan.unplaced).toEqual([]);
      const slots = new Map(plan.slots.map((s) => [s.key, s]));
      for (const s of plan.slots) {
        for (const a of s.step.after) expect(s.hands[0].from).toBeGreaterThanOrEqual(slots.get(a)!.free);
        for (const h of s.hands) expect(EVENINGS.some((e) => e.from <= h.from && h.to <= e.to)).toBe(true);
      }
      // One plate on a printer at a time, from its start until it is cleared.
      for (const id of ["printer 0", "printer 1"]) {
        const held = steps
          .filter((s) => s.printerId === id && s.machineS > 0)
          .map((s) => [slots.get(s.key)!.hands[0].from, slots.get(s.key.replace("start", "clear"))!.hands[0].to])
          .sort((a, b) => a[0] - b[0]);
        held.slice(1).forEach(([from], i) => expect(from).toBeGreaterThanOrEqual(held[i][1]));
      }
    }
    expect(sooner).toBeGreaterThan(5);
  });

  it("the shop of a plan is ready when the plan is: one looks as the other", () => {
    const random = seededRandom(15);
    for (let n = 0; n < 20; n++) {
      const steps = scene(random);
      const states = stepStates(steps, [], NOW);
      const { shop, keys } = shopOf(steps, states, EVENINGS, NOW);
      const found = searched(shop, { most: 300 });
      const order = new Map(found.list.map((i, at) => [keys[i], at]));
      expect(schedule(steps, states, EVENINGS, NOW, { order }).finish).toBe(found.finish);
    }
  });

  it("says what it costs to wait: the coat that dries over night costs a day, the one that does not costs none", () => {
    const steps = [step("coat", HOUR, 20 * HOUR), step("after", HOUR, 0, ["coat"]), step("free", HOUR / 2, 0)];
    const states = stepStates(steps, [], NOW);
    const finish = schedule(steps, states, EVENINGS, NOW).finish;
    const of = { steps, states, evenings: EVENINGS, now: NOW, options: {}, finish };
    expect([...costOfWaiting(["coat", "free"], EVENINGS[1].from, of)]).toEqual([["coat", 1]]);
  });
});

describe("tonight", () => {
  const part = (id: string, coats: number) => ({
    ...sizePart(id, { kind: "scratch", sizeMm: [60, 60, 60], material: "wood" }),
    work: Array.from({ length: coats }, (_, i) => coat(`c${i}`, "brown", "brush")),
  });
  const inEvening = Date.parse("2026-06-01T18:00:00Z");
  it("tells of what costs a day, and puts it first", () => {
    const project = projectOf([part("short", 1), part("long", 6)]);
    const model = tonight(project, inEvening, 120);
    const steps = stepsOfProject(project);
    expect(steps.length).toBe(7);
    const costly = model.offers.filter((o) => o.costsDays !== undefined);
    expect(model.offers.slice(0, costly.length)).toEqual(costly);
  });
  it("proposes for the night the plate that fills it, none that ends before bed", () => {
    const offers = (machineS: number[], now: string) => {
      const project = projectOf([part("a", 0)]);
      const parts = machineS.map((s, i) => ({
        ...part(`p${i}`, 0),
        work: [
          {
            id: "print",
            kind: "print" as const,
            printerId: project.scene.printers[i].id,
            turn: null,
            typed: { timeS: s, massG: 5 },
            perPlate: 1,
            hollow: false,
            sliced: null,
          },
        ],
      }));
      return tonight({ ...project, parts: parts as never }, Date.parse(now), 120).beforeBed?.step.partId;
    };
    // Bed is at 23:00, up at 07:00, Berlin: of two hours and eight hours at 21:00 the eight hours fill the night.
    expect(offers([2 * HOUR - 900, 8 * HOUR], "2026-06-01T19:00:00Z")).toBe("p1");
    expect(offers([1.5 * HOUR], "2026-06-01T19:00:00Z")).toBeUndefined();
  });
});

describe("flame and open solvent", () => {
  const evening = Date.parse("2026-06-01T18:00:00Z");
  const wood = (work: ReturnType<typeof coat>[]) => ({
    ...sizePart("airs", { kind: "scratch", sizeMm: [60, 60, 60], material: "wood" }),
    work,
  });
  const burns = (s: Step): boolean => s.cautions.includes("heat");
  const airs = (s: Step): boolean => s.cautions.some((c) => OPEN_SOLVENT.includes(c));
  it("are never offered for one evening, whichever is worth more; while solvent airs, no flame at all", async () => {
    const brick = await meshPart("brick", "Brick", block(), []);
    const heated = hiding({ ...brick, work: [] }, "heat", 0);
    for (const coats of [1, 9]) {
      const project = projectOf([heated, wood(Array.from({ length: coats }, (_, i) => coat(`c${i}`, "wash", "wash")))]);
      const steps = stepsOfProject(project);
      const open = (s: Step): boolean => s.after.length === 0;
      expect(steps.some((s) => open(s) && burns(s)) && steps.some((s) => open(s) && airs(s))).toBe(true);
      const { offers } = tonight(project, evening, 600);
      expect([offers.some((o) => burns(o.step)), offers.some((o) => airs(o.step))].filter(Boolean)).toHaveLength(1);
      const laid = steps.find(airs)!;
      const done = record("airs", laid.key, {
        startedAt: evening - 1_800_000,
        finishedAt: evening - 600_000,
        waitS: 6 * HOUR,
        result: "good",
      });
      expect(tonight({ ...project, records: [done] }, evening, 600).offers.filter((o) => burns(o.step))).toEqual([]);
    }
  });
});
