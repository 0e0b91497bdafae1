import { addHours, addMinutes, set } from "date-fns";
import { TZDate } from "@date-fns/tz";
import { beforeAll, describe, expect, it } from "vitest";
import { plateKey, plateTimeS, type Plate } from "../print";
import type { Part, Project, StepRecord } from "../project";
import { block, coat, HOUR, meshPart, print, projectOf, record, THURSDAY } from "../../tests/sampleProject";
import {
  changesBetween,
  eveningsFrom,
  expectedEnd,
  goodCount,
  nightsBetween,
  piecesWaiting,
  plateHours,
  printRecordOf,
  queueOf,
  schedule,
  likelyShift,
  snapshotOf,
  stepsOfProject,
  stepStates,
  shifted,
  sumOfPlate,
  tonight,
  toPrint,
  type JobThen,
} from "./index";

let brick: Part, slab: Part;
beforeAll(async () => {
  brick = await meshPart("brick", "Brick", block(), [print(), coat("c", "primer")], { copies: 6 });
  slab = await meshPart("slab", "Slab", block(), [print(), coat("c", "primer")], { copies: 2 });
});

const plate = (id: string, on: [string, number][], more: Partial<Plate> = {}): Plate => ({
  id,
  printerId: "large-filament",
  order: 0,
  byHand: false,
  pieces: on.flatMap(([partId, n]) =>
    Array.from({ length: n }, (_, i) => ({ id: `${id}-${partId}-${i}`, partId, variation: null, xMm: 30 + 50 * i, yMm: 30, turnDeg: 0 })),
  ),
  ...more,
});
const withPlates = (plates: Plate[], records: StepRecord[] = []): Project => projectOf([brick, slab], records, { plates });
const keysOf = (p: Project): string[] => stepsOfProject(p).map((s) => s.key);

describe("plates in the plan", () => {
  it("what lies on plates is printed there and nowhere else, and what follows waits for all of them", () => {
    const p = withPlates([
      plate("a", [["brick", 4]]),
      plate(
        "b",
        [
          ["brick", 2],
          ["slab", 2],
        ],
        { order: 1 },
      ),
    ]);
    const steps = stepsOfProject(p);
    expect(steps.filter((s) => s.machineS > 0).map((s) => s.key)).toEqual([plateKey("a", "start"), plateKey("b", "start")]);
    expect(steps.find((s) => s.key === "brick/c/0")!.after).toEqual([plateKey("a", "clear"), plateKey("b", "clear")]);
    // The second plate of a printer waits until the first is cleared.
    expect(steps.find((s) => s.key === plateKey("b", "start"))!.after).toEqual([plateKey("a", "clear")]);
    expect(piecesWaiting("brick", p)).toBe(6);
  });

  it("what is on none stays in the part's own order of work", () => {
    const keys = keysOf(withPlates([plate("a", [["brick", 4]])]));
    expect(keys).toContain("brick/print/start0");
    expect(keys).toContain("slab/print/start0");
  });

  it("counts what came of each part, and asks for what failed again", () => {
    const cleared = record("brick", plateKey("b", "clear"), {
      startedAt: THURSDAY,
      finishedAt: THURSDAY + 600_000,
      result: "partly",
      good: 3,
      failed: 1,
      came: [
        { partId: "brick", good: 1, failed: 1 },
        { partId: "slab", good: 2, failed: 0 },
      ],
    });
    const p = withPlates(
      [
        plate("b", [
          ["brick", 2],
          ["slab", 2],
        ]),
      ],
      [cleared],
    );
    expect([goodCount(brick, p.records), goodCount(slab, p.records)]).toEqual([1, 2]);
    expect(piecesWaiting("brick", p)).toBe(0);
    // Five bricks are missing now; no slab is.
    const { pieces } = toPrint(p, new Set());
    expect(pieces.map((x) => [x.part.id, x.count - x.spares])).toEqual([["brick", 5]]);
  });

  it("what is on a plate that runs is not laid out a second time, whatever is kept", () => {
    const running = record("brick", plateKey("a", "start"), { time: "machine", startedAt: THURSDAY - HOUR, plannedS: 7200 });
    const p = withPlates([plate("a", [["brick", 4]])], [running]);
    expect(toPrint(p, new Set()).pieces.map((x) => [x.part.id, x.count - x.spares])).toEqual([
      ["brick", 2],
      ["slab", 2],
    ]);
    // A start that failed leaves nothing on the printer.
    const failed = { ...p, records: [{ ...running, result: "failed" as const, finishedAt: THURSDAY }] };
    expect(toPrint(failed, new Set()).pieces.map((x) => [x.part.id, x.count - x.spares])[0]).toEqual(["brick", 6]);
  });

  it("a copy that differs is asked for once: what is laid or printed of it is not laid again", () => {
    const variation = { id: "v", copies: 2, mirrored: true, percent: 100, state: "", extraColour: "" };
    const differing: Part = { ...brick, variations: [variation] };
    const asked = (p: Project, keep: string[] = []) =>
      toPrint(p, new Set(keep)).pieces.flatMap((x) => (x.count > x.spares ? [[x.variation, x.count - x.spares]] : []));
    expect(asked(projectOf([differing]))).toEqual([
      ["v", 2],
      [null, 4],
    ]);
    // Three are good: the two that differ are taken to be among them.
    expect(asked(projectOf([{ ...differing, goodBefore: 3 }]))).toEqual([[null, 3]]);
    // A plate that stays says which of them it holds.
    const kept = plate("a", [["brick", 2]]);
    kept.pieces[0].variation = "v";
    expect(asked(projectOf([differing], [], { plates: [kept] }), ["a"])).toEqual([
      ["v", 1],
      [null, 3],
    ]);
  });

  it("what runs by its own step is not laid out a second time", () => {
    const running = record("slab", "slab/print/start0", {
      time: "machine",
      startedAt: THURSDAY - HOUR,
      plannedS: 7200,
      rests: { pieces: 2 },
    });
    expect(toPrint(projectOf([brick, slab], [running]), new Set()).pieces.map((x) => x.part.id)).toEqual(["brick"]);
  });

  it("a plate of one part takes as long as that part's own plate; two parts share one start", () => {
    const p = withPlates([]);
    const facts = brick.prints.find((f) => f.printerId === "large-filament")!;
    const alone = sumOfPlate(plate("x", [["brick", 3]]), p)!;
    expect(alone.timeS.value).toBeCloseTo(plateTimeS(facts, 3).value, 6);
    expect(alone.massG.value).toBeCloseTo(3 * facts.one.massG.value, 6);
    const two = sumOfPlate(
      plate("y", [
        ["brick", 1],
        ["slab", 1],
      ]),
      p,
    )!;
    const one = sumOfPlate(plate("z", [["brick", 1]]), p)!;
    expect(two.timeS.value).toBeLessThan(2 * one.timeS.value);
    expect(two.massG.value).toBeCloseTo(2 * one.massG.value, 6);
    // In whatever order the pieces are said.
    const turned = sumOfPlate(
      {
        ...plate("y", [
          ["slab", 1],
          ["brick", 1],
        ]),
      },
      p,
    )!;
    expect(turned.timeS.value).toBeCloseTo(two.timeS.value, 6);
    // Resin: as long as its tallest, however many share it.
    const resin = (n: number) => sumOfPlate(plate("r", [["brick", n]], { printerId: "resin" }), p)!;
    expect(resin(4).timeS.value).toBe(resin(1).timeS.value);
    expect(resin(4).massG.value).toBeCloseTo(4 * resin(1).massG.value, 6);
  });

  it("a start keeps the settings as they are, and what is on the plate", () => {
    const p = withPlates([
      plate("b", [
        ["brick", 2],
        ["slab", 1],
      ]),
    ]);
    const start = stepsOfProject(p).find((s) => s.key === plateKey("b", "start"))!;
    const kept = printRecordOf(start, p)!;
    expect(kept.pieces).toEqual([
      { partId: "brick", name: "Brick", pieces: 2 },
      { partId: "slab", name: "Slab", pieces: 1 },
    ]);
    expect(kept.profile).toMatchObject({ process: "fdm", layerMm: 0.2 });
    expect(kept.modelS).toBeCloseTo(start.machineS, 6);
    // What the user knows better is planned with; the model's own word is kept beside it.
    const typed = { ...brick, work: [print("large-filament", { typed: { timeS: 36_000, massG: 100, text: "10 h, 100 g" } })] };
    const q = projectOf([typed, slab], [], { plates: [plate("b", [["brick", 6]])] });
    const again = stepsOfProject(q).find((s) => s.key === plateKey("b", "start"))!;
    expect(again.machineS).toBeGreaterThan(30_000);
    expect(printRecordOf(again, q)!.modelS).toBeLessThan(again.machineS);
  });
  it("started while its hours are those of before a change, a print is planned by them and teaches nothing", () => {
    const old = { ...slab, prints: slab.prints.map((f) => ({ ...f, stale: true as const })) };
    const p = projectOf([brick, old], [], {
      plates: [
        plate("b", [
          ["brick", 1],
          ["slab", 1],
        ]),
      ],
    });
    const start = stepsOfProject(p).find((s) => s.key === plateKey("b", "start"))!;
    expect(start.machineS).toBeGreaterThan(0);
    expect(printRecordOf(start, p)).toMatchObject({ modelS: 0, modelMassG: 0, plannedMassG: expect.any(Number) as number });
  });
});

describe("the queue", () => {
  const queue = (p: Project, now = THURSDAY) => queueOf(p, tonight(p, now, 60));
  const two = (order: [number, number] = [0, 1]): Project =>
    withPlates([plate("a", [["brick", 6]], { order: order[0] }), plate("b", [["slab", 2]], { order: order[1] })]);

  it("runs in the order that is said, and says what changed and why", () => {
    const before = queue(two()),
      after = queue(two([1, 0]));
    expect(before.lanes[0].jobs.map((j) => j.plateId)).toEqual(["a", "b"]);
    expect(after.lanes[0].jobs.map((j) => j.plateId)).toEqual(["b", "a"]);
    const changes = (a: typeof before, b: typeof before, now = THURSDAY): string[] =>
      changesBetween(snapshotOf(a), snapshotOf(b), () => "then", now).map((c) => `${c.name} ${c.text}`);
    expect(changes(before, after)).toEqual([
      expect.stringMatching(/^Slab ×2 .*Brick ×6 is no longer before it/),
      expect.stringMatching(/^Brick ×6 .*Slab ×2 is before it now/),
    ]);
    expect(changes(before, before)).toEqual([]);
    const gone = queue(withPlates([plate("a", [["brick", 6]])]));
    expect(changes(before, gone).join()).toMatch(/no longer in the queue/);
  });

  it("names as a cause only what pushes the same way", () => {
    const told = (b: JobThen[], a: JobThen[], now = 0): string => changesBetween(b, a, (ms) => `${ms / HOUR} h`, now)[0].text;
    const then = (key: string, place: number, from: number, to: number, durationS = (to - from) * 3600): JobThen => ({
      key,
      name: key.toUpperCase(),
      printer: "P",
      from: from * HOUR,
      to: to * HOUR,
      durationS,
      place,
    });
    // Not begun when it was to begin: nothing else is to blame.
    expect(told([then("a", 0, 1, 3)], [then("a", 0, 24, 26)], 20 * HOUR)).toMatch(/it was not started at 1 h$/);
    // One minute longer itself, a night later since the one before it ends later.
    expect(told([then("a", 0, 0, 4), then("b", 1, 5, 7)], [then("a", 0, 0, 9), then("b", 1, 24, 26.1)])).toMatch(
      /^ends 26.1 h instead of 7 h: A before it ends later$/,
    );
    // The one before it has ended, and it is later all the same: that is not why.
    const [, last] = [then("a", 0, 0, 4), then("b", 1, 5, 7)];
    expect(told([then("a", 0, 0, 4), last], [then("b", 0, 20, 22)], 0)).not.toMatch(/first|A /);
    // Longer by an hour, sooner by ten: not its own hours.
    expect(told([then("a", 0, 10, 12)], [then("a", 0, 0, 3)])).not.toMatch(/its own hours/);
  });

  it("the spool runs down along the lane and warns before what cannot end", () => {
    const p = two();
    const spool = { id: "s1", kind: "spool" as const, name: "Grey", what: "usual", stock: 0, price: null };
    p.scene.printers[0] = { ...p.scene.printers[0], loadedId: "s1" };
    const masses = queue(p).lanes[0].jobs.map((j) => j.massG);
    const at = (stock: number) => queue({ ...p, supplies: [{ ...spool, stock }] }).lanes[0];
    const enough = at(masses[0] + masses[1] + 1);
    expect(enough.jobs.flatMap((j) => j.warnings)).toEqual([]);
    expect(enough.jobs[1].leftAfter).toBeCloseTo(1, 6);
    expect(enough.runDown.at(-1)!.left).toBeCloseTo(1, 6);
    const short = at(masses[0] + masses[1] / 2);
    expect(short.jobs[0].warnings).toEqual([]);
    expect(short.jobs[1].warnings[0]).toMatch(
      /^Grey on Large filament will have \d+ g left when Slab ×2 starts.*run out 50 % before the end/,
    );
  });

  it("takes the grams that were typed, and of a bottle what clings besides", () => {
    const typed = { ...brick, copies: 1, work: [print("large-filament", { typed: { timeS: 36_000, massG: 100, text: "10 h, 100 g" } })] };
    expect(queue(projectOf([typed])).lanes[0].jobs.map((j) => j.massG)).toEqual([expect.closeTo(100, 6)]);
    const p = withPlates([plate("r", [["brick", 2]], { printerId: "resin" })]);
    const at = p.scene.printers.findIndex((x) => x.id === "resin");
    p.scene.printers[at] = { ...p.scene.printers[at], loadedId: "b1" };
    const bottle = { id: "b1", kind: "bottle" as const, name: "Grey", what: "usual", stock: 500, price: null };
    const [job] = queue({ ...p, supplies: [bottle] }).lanes[at].jobs;
    // 6 ml cling to a plate by the generic profile; 1.18 g/cm³ cured.
    expect(500 - job.leftAfter!).toBeCloseTo(job.massG / 1.18 + 6, 6);
  });

  it("a cold room holds resin back until it is warm, but for a vat that warms itself", () => {
    const resin = { ...plate("r", [["brick", 6]], { printerId: "resin" }) };
    const cold = (more: object = {}): Project => {
      const p = withPlates([resin]);
      p.scene.printers[2] = { ...p.scene.printers[2], ...more } as Project["scene"]["printers"][2];
      return { ...p, habits: { ...p.habits, air: { airC: 14, rh: 50 } } };
    };
    const offers = (p: Project, warm: boolean) =>
      tonight(p, THURSDAY, { minutes: 60, spray: true, airbrush: true, warm, helper: false }).offers.map((o) => o.step.key);
    expect(offers(cold(), false)).not.toContain(plateKey("r", "start"));
    expect(offers(cold(), true)).toContain(plateKey("r", "start"));
    expect(offers(cold({ heatedVat: true }), false)).toContain(plateKey("r", "start"));
    expect(queue(cold()).warnings.join()).toMatch(/room is at 14 °C: Resin waits/);
  });

  it("a plate can be changed before work, work at the bench not", () => {
    const p = withPlates([plate("a", [["brick", 6]])]);
    const daily = Array.from({ length: 7 }, (_, weekday) => ({ weekday, from: "07:00", to: "07:20" }));
    const q = { ...p, habits: { ...p.habits, changes: daily } };
    // Friday 07:05 in Berlin: nobody is at the bench until the evening.
    const friday = Date.UTC(2026, 0, 9, 6, 5);
    const at = (x: Project) => tonight(x, friday, 60).schedule.slots.find((s) => s.key === plateKey("a", "start"))!.hands[0].from;
    expect(at(q)).toBe(friday);
    expect(at(p)).toBe(Date.UTC(2026, 0, 9, 18, 0));
    const coats = tonight(q, friday, 60).schedule.slots.filter((s) => s.step.machineS === 0 && s.step.clears === 0);
    expect(coats.length).toBeGreaterThan(0);
    for (const s of coats) for (const h of s.hands) expect(new TZDate(h.from, "Europe/Berlin").getHours()).toBeGreaterThanOrEqual(19);
  });

  it("a printer that must be still does not run in the quiet hours, and what is longer than what they leave is said", () => {
    const p = withPlates([plate("a", [["brick", 6]])]);
    p.scene.printers[0] = { ...p.scene.printers[0], quiet: true };
    const q = {
      ...p,
      habits: {
        ...p.habits,
        quiet: { from: "20:00", to: "08:00" },
        changes: Array.from({ length: 7 }, (_, weekday) => ({ weekday, from: "08:00", to: "09:00" })),
      },
    };
    const run = tonight(q, THURSDAY, 60).schedule.slots.find((s) => s.key === plateKey("a", "start"))!.machine!;
    for (const n of nightsBetween(run.from - 86_400_000, run.to, "Europe/Berlin", q.habits.quiet!))
      expect(n.to <= run.from || n.from >= run.to).toBe(true);
    const always = { ...q, habits: { ...q.habits, quiet: { from: "09:30", to: "09:00" } } };
    const lane = queue(always).lanes[0];
    expect(lane.jobs[0].kind).toBe("no time");
    expect(lane.jobs[0].warnings[0]).toMatch(/longer than the hours outside quiet time/);
  });
});

describe("the hours of a machine over a clock change", () => {
  // Twelve hours of elapsed time from 22:00, against date-fns in the zone: an hour more or less on the clock.
  it.each([
    ["Europe/Berlin", [2025, 9, 25], 9],
    ["Europe/Berlin", [2025, 2, 29], 11],
    ["America/New_York", [2025, 10, 1], 9],
    ["America/New_York", [2025, 2, 8], 11],
    ["Australia/Sydney", [2025, 3, 5], 9],
    ["Europe/London", [2025, 9, 25], 9],
  ] as const)("%s %j ends at %d", (zone, [y, m, d], hour) => {
    const start = new TZDate(y, m, d, 22, 0, 0, zone);
    const evenings = eveningsFrom(
      start.getTime(),
      Array.from({ length: 7 }, (_, weekday) => ({ weekday, from: "20:00", to: "23:00" })),
      zone,
      3,
    );
    const step = { ...stepsOfProject(withPlates([plate("a", [["brick", 6]])]))[0] };
    const run = { ...step, key: "s", after: [], handsOnS: 0, machineS: 12 * 3600, waitS: 0, clears: 0, printerId: "p", needs: [] };
    const slot = schedule([run], stepStates([run], [], start.getTime()), evenings, start.getTime()).slots[0];
    expect(slot.machine!.to).toBe(addHours(start, 12).getTime());
    expect(new TZDate(slot.machine!.to, zone).getHours()).toBe(hour);
  });

  it("hours of sleep keep their clock over the change", () => {
    const zone = "Europe/Berlin";
    const from = new TZDate(2025, 9, 24, 12, 0, 0, zone).getTime();
    for (const n of nightsBetween(from, from + 4 * 86_400_000, zone, { from: "23:00", to: "06:30" })) {
      const [a, b] = [new TZDate(n.from, zone), new TZDate(n.to, zone)];
      expect([a.getHours(), a.getMinutes()]).toEqual([23, 0]);
      // date-fns on the same day.
      expect(b.getTime()).toBe(set(new TZDate(n.to, zone), { hours: 6, minutes: 30, seconds: 0, milliseconds: 0 }).getTime());
      expect(addMinutes(a, (n.to - n.from) / 60_000).getTime()).toBe(n.to);
    }
    expect(nightsBetween(from, from + 86_400_000, zone, { from: "00:00", to: "00:00" })).toEqual([]);
    expect(plateHours(projectOf([]), from).nights!.length).toBeGreaterThan(200);
  });
});

describe("a shift to another machine", () => {
  it("is offered where it brings the end forward, and only among machines of a kind", () => {
    const busy = { ...brick, copies: 40 };
    const advice = likelyShift(projectOf([busy, { ...slab, copies: 20 }]))!;
    expect([advice.part.id, advice.from.id, advice.to.id]).toEqual(["brick", "large-filament", "small-filament"]);
    expect(shifted(projectOf([busy]), advice).parts[0].work[0]).toMatchObject({ printerId: "small-filament", turn: null, typed: null });
    // Done, nothing more is offered.
    const moved = { ...busy, work: [print("small-filament")] };
    expect(likelyShift(projectOf([moved, { ...slab, copies: 20 }]))).toBeNull();
    expect(likelyShift(projectOf([]))).toBeNull();
  });
});

describe("a plate of which something is not known", () => {
  it("is said to have no place, instead of being left out in silence", () => {
    const p = withPlates([plate("a", [["brick", 2]])]);
    const unknown = { ...p, parts: p.parts.map((x) => ({ ...x, prints: [] })) };
    const queue = queueOf(unknown, tonight(unknown, THURSDAY, 60));
    expect(queue.lanes[0].jobs).toEqual([]);
    expect(queue.warnings).toEqual(["The plate of Brick ×2 is not scheduled yet: the hours of a part on it are not known."]);
  });
});

describe("when a job has ended, failures counted", () => {
  const hazard = { start: 0, perHour: 0.02 };
  it("without nights it takes (e^{λT} − 1)/λ on average, within three standard errors", () => {
    // λ 0.02, T 10: 11.070138 h, standard deviation 2.856394 (closed form).
    const { mean } = expectedEnd(0, 36_000, hazard, [], 20_000);
    expect(Math.abs(mean / HOUR - 11.070138)).toBeLessThan((3 * 2.856394) / Math.sqrt(20_000));
  });
  it("a failure in the night is begun again in the morning, so it takes longer, never less", () => {
    const nights = [{ from: 2 * HOUR, to: 10 * HOUR }];
    const [awake, asleep] = [expectedEnd(0, 36_000, hazard, []), expectedEnd(0, 36_000, hazard, nights)];
    expect(asleep.mean).toBeGreaterThan(awake.mean);
    expect(asleep.p80).toBeGreaterThanOrEqual(awake.p80);
    expect(expectedEnd(0, 36_000, hazard, nights)).toEqual(asleep);
    expect(expectedEnd(0, 3600, { start: 0, perHour: 1e-12 }, nights)).toEqual({ mean: HOUR, p80: HOUR });
  });
});

describe("one set of printers for all scenes", () => {
  const gram = { id: "grey", kind: "spool" as const, name: "Grey", what: "usual", stock: 500, price: null };
  const loadedOnLarge = (p: Project): Project => ({
    ...p,
    supplies: [gram],
    scene: { ...p.scene, printers: p.scene.printers.map((x) => (x.id === "large-filament" ? { ...x, loadedId: "grey" } : x)) },
  });
  const runs = (scene: string, startedAt: number): StepRecord[] => [
    record("brick", plateKey("q", "start"), {
      sceneId: scene,
      time: "machine",
      startedAt,
      plannedS: 3600 * 4,
      print: printRecordOf(
        stepsOfProject(loadedOnLarge(withPlates([plate("q", [["brick", 3]])]))).find((s) => s.key === plateKey("q", "start"))!,
        loadedOnLarge(withPlates([plate("q", [["brick", 3]])])),
      ),
    }),
  ];
  it("what another scene prints holds the printer and takes from the spool", () => {
    const open = loadedOnLarge(withPlates([plate("a", [["brick", 2]])]));
    const quay = loadedOnLarge({ ...withPlates([plate("q", [["brick", 3]])]), records: runs("quay", THURSDAY - HOUR) });
    const other = { ...quay, scene: { ...quay.scene, id: "quay", name: "Quay" } };
    const model = tonight(open, THURSDAY, 60, false, [other]);
    const lane = queueOf(open, model, undefined, [other]).lanes.find((l) => l.printer.id === "large-filament")!;
    const [running, planned] = lane.jobs;
    expect([running, planned].map((j) => [j.kind, j.scene?.name ?? null])).toEqual([
      ["running", "Quay"],
      ["planned", null],
    ]);
    expect(running.name).toContain("Quay");
    expect(running.massG).toBeGreaterThan(0);
    expect(planned.machine!.from).toBeGreaterThanOrEqual(running.machine!.to);
    // Counted once over both: what is left after the second is the spool less both.
    expect(planned.leftAfter!).toBeCloseTo(500 - running.massG - planned.massG, 3);
    // Each scene sees the other's.
    const back = queueOf(other, tonight(other, THURSDAY, 60, false, [open]), undefined, [open]);
    expect(back.lanes.find((l) => l.printer.id === "large-filament")!.jobs.some((j) => j.scene?.id === "s")).toBe(true);
  });
  it("a print that runs stays on its printer when the part is meant for another one", () => {
    const running = withPlates([plate("q", [["brick", 3]])], runs("s", THURSDAY - HOUR));
    const moved = { ...running, scene: { ...running.scene, plates: [plate("q", [["brick", 3]], { printerId: "small-filament" })] } };
    const lanes = queueOf(moved, tonight(moved, THURSDAY, 60)).lanes;
    const on = (id: string): string[] =>
      lanes
        .find((l) => l.printer.id === id)!
        .jobs.filter((j) => j.kind === "running")
        .map((j) => j.key);
    expect([on("large-filament"), on("small-filament")]).toEqual([[plateKey("q", "start")], []]);
  });
});
