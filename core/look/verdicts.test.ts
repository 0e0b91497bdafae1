import { beforeAll, describe, expect, it } from "vitest";
import { block, meshPart, print, projectOf, sizePart } from "../../tests/sampleProject";
import { boxMesh } from "../mesh";
import { holeFor, INSERTS, learnedOf } from "../print";
import { newJoint, printOptions, type OtherWays, type Part, type PrintOption, type Project } from "../project";
import { advise, USES, type UseFor } from "./advice";
import { finishNotes } from "./finishNotes";
import { flipAtCopies, mixedScene, processVerdict } from "./processVerdict";
import { failShare, worthAt, worthOf } from "./worthIt";

let brick: Part, hall: Part;
beforeAll(async () => {
  brick = await meshPart("brick", "Brick", block());
  hall = await meshPart("hall", "Hall", boxMesh(210, 120, 60));
});
const of = (part: Part, more: Partial<Project["scene"]> = {}): Project => {
  const project = projectOf([part]);
  return { ...project, scene: { ...project.scene, ...more } };
};
const optionOf = (part: Part, id: string): PrintOption => printOptions(part, of(part).scene).find((o) => o.printer.id === id)!;

describe("filament or resin", () => {
  it("one piece beats several, and says so", () => {
    const v = processVerdict(hall, of(hall))!;
    expect(v.winner).toBe("fdm");
    expect(v.sentence).toMatch(/^Filament, on .+: in one piece where resin needs \d+ pieces/);
    expect(v.rows.map((r) => r.what)).toEqual(expect.arrayContaining(["on the machine", "material", "finest detail", "the room"]));
  });
  it("a small thing on a shelf goes to resin, the same handled every week to filament", () => {
    const small = of(brick);
    const shelf = processVerdict({ ...brick, factor: 1 }, { ...small, scene: { ...small.scene, handling: "shelf" } })!;
    const weekly = processVerdict(brick, { ...small, scene: { ...small.scene, handling: "weekly" } })!;
    expect([shelf.provisional, weekly.winner]).toEqual([false, "fdm"]);
    expect(weekly.sentence).toMatch(/handled every week/);
  });
  it("stands with the first answer, and firms up with the others", () => {
    const first = { ...brick, prints: brick.prints.filter((p) => p.printerId === "large-filament") };
    expect(processVerdict(first, of(first))).toMatchObject({ winner: "fdm", provisional: true, rows: [] });
    const none = { ...brick, prints: [] };
    expect(processVerdict(none, of(none))).toBeUndefined();
    const lone = of(first);
    expect(
      processVerdict(first, { ...lone, scene: { ...lone.scene, printers: lone.scene.printers.filter((p) => p.process === "fdm") } }),
    ).toMatchObject({
      sentence: "Filament: the only kind of printer you have.",
    });
  });
  it("a cold room speaks against resin", () => {
    const cold = of(brick);
    const row = processVerdict(brick, { ...cold, habits: { ...cold.habits, air: { airC: 12, rh: 50 } } })!.rows.find(
      (r) => r.what === "the room",
    )!;
    expect(row).toMatchObject({ better: "fdm", resin: "12 °C: warm the resin to 20 °C first" });
  });
  // A full plate costs resin no more time than one piece: with enough copies it is the quicker one (common practice, no source).
  it("flips with copies where a resin plate holds many", async () => {
    const crate = await meshPart("crate", "Crate", boxMesh(12, 12, 12));
    const n = flipAtCopies(crate, optionOf(crate, "large-filament"), optionOf(crate, "resin"));
    expect(n).toBeGreaterThan(1);
    expect(processVerdict(crate, of(crate))!.flips[0]).toBe(`From ${n} copies resin takes less time.`);
  });
  it("compares the printer that was chosen, by the hours that were said of it, and names it", () => {
    // Two filament printers; the worse one is chosen and 20 h are typed for it.
    const said = { ...brick, work: [print("large-filament", { typed: { timeS: 72_000, massG: 300, text: "20 h, 300 g" } })] };
    const v = processVerdict(said, of(said))!;
    expect(v.fdm!.printer.id).toBe("large-filament");
    expect(v.rows.find((r) => r.what === "on the machine")!.fdm).toBe("20 h");
    expect(v.sentence).toContain(v[v.winner === "fdm" ? "fdm" : "resin"]!.printer.name);
  });
  it("one lesson on one printer sends no part to another of its kind", () => {
    const names = (learned: { timeRatio: number }[]): string[] => {
      const base = of(brick);
      const printers = base.scene.printers.map((p) =>
        p.id === "small-filament"
          ? { ...p, learned: learned.map((l, at) => ({ at, from: "print" as const, what: `run ${at}`, massRatio: null, ...l })) }
          : p,
      );
      return printOptions(brick, { ...base.scene, printers })
        .filter((o) => o.printer.process === "fdm")
        .map((o) => o.printer.id);
    };
    const before = names([]);
    for (const timeRatio of [0.5, 0.8, 1.25, 2]) expect(names([{ timeRatio }])).toEqual(before);
    // Ten prints that took twice as long do say something of the machine.
    const ten = Array.from({ length: 10 }, () => ({ timeRatio: 3 }));
    expect(names(ten)[0]).toBe("large-filament");
  });
  it("what is learned on one counts half on an alike one, and nothing on the other process", () => {
    const one = { time: { low: 0.75, high: 1.25 }, mass: { low: 0.9, high: 1.1 } };
    const lessons = (n: number) =>
      Array.from({ length: n }, (_, at) => ({ at, from: "print" as const, what: `${at}`, timeRatio: 1.5, massRatio: null }));
    const at = (own: number, alike: number, other = 0): number =>
      learnedOf({ id: "a", process: "fdm", learned: lessons(own) }, one, [
        { id: "a", process: "fdm", learned: lessons(own) },
        { id: "b", process: "fdm", learned: lessons(alike) },
        { id: "c", process: "resin", learned: lessons(other) },
      ]).time.value;
    expect(at(0, 0, 9)).toBe(1);
    expect(at(0, 6)).toBeGreaterThan(1.05);
    expect(at(0, 6)).toBeLessThan(at(6, 0));
    expect(at(6, 6)).toBeGreaterThan(at(6, 0));
  });
  it("mixed takes no more of what it weighs than either alone", () => {
    const project = projectOf([brick, hall]);
    const { fdm, resin, mixed, gains, left } = mixedScene(project);
    expect([mixed.parts, left]).toEqual([2, 0]);
    expect(gains.every((g) => g.parts > 0 && g.reason !== "")).toBe(true);
    for (const other of [fdm, resin])
      expect(mixed.machineS + 4 * mixed.handsS).toBeLessThanOrEqual(other.machineS + 4 * other.handsS + 1e-6);
    expect(mixedScene(projectOf([sizePart("s", { kind: "scratch", sizeMm: [9, 9, 9], material: "foam" })])).mixed.parts).toBe(0);
  });
});

describe("worth printing", () => {
  const others: OtherWays = { currency: "EUR", buyMinor: 900, serviceMinor: 300, scratchS: 3600, scratchMinor: 100, hourMinor: 1200 };
  const inputs = (o: PrintOption, fileMinor: number, ways: OtherWays | null) => ({
    option: o,
    areaMm2: 0,
    fileMinor,
    others: ways,
    failShare: 0.1,
  });
  it("each way by hand", () => {
    const o = optionOf(brick, "large-filament");
    const { minor } = worthAt(4, inputs(o, 500, others));
    expect(minor.buy).toBe(3600);
    expect(minor.service).toBe(500 + 4 * 300);
    // Each doubling a fifth less: the second takes 0.8, the fourth 0.64 of the first.
    const hours = 1 + 0.8 + 3 ** Math.log2(0.8) + 0.64;
    expect(minor.scratch).toBeCloseTo(hours * 1200 + 400, 6);
    const free = worthAt(1, inputs(o, 0, { ...others, hourMinor: 0 })).minor.print!;
    expect(free).toBeCloseTo((o.facts.one.costMinor.value + (o.facts.one.timeS.value / 3600) * 15) * 1.1, 1);
  });
  it("counts the hours that were typed, not the model's", () => {
    // 20 h and 300 g typed for a plate: 20 × 0.15 of wear and 300 g at 20.00 a kilogram, and a tenth of it for failures. By hand: 9.90.
    const typed = { ...brick, copies: 1, work: [print("large-filament", { typed: { timeS: 72_000, massG: 300, text: "20 h, 300 g" } })] };
    const { minor } = worthAt(1, inputs(optionOf(typed, "large-filament"), 0, { ...others, hourMinor: 0 }));
    expect(minor.print).toBeCloseTo((20 * 15 + 600) * 1.1, 6);
  });
  it("a dear file pays with more copies: there is a break, and it is where the two are equal", () => {
    const worth = worthOf(
      1,
      inputs(optionOf(brick, "large-filament"), 5000, { ...others, serviceMinor: null, scratchS: null, hourMinor: 0 }),
    );
    expect(worth.best).toBe("buy");
    const [at] = worth.breaks;
    expect(at.way).toBe("print");
    const [before, now] = [worth.points[at.copies - 2], worth.points[at.copies - 1]];
    expect(before.minor.buy!).toBeLessThanOrEqual(before.minor.print!);
    expect(now.minor.print!).toBeLessThan(now.minor.buy!);
  });
  it("says what is asked also beyond what is drawn, and counts the user's own failures and cleaning", () => {
    const o = optionOf(brick, "large-filament");
    const many = worthOf(700, inputs(o, 0, others));
    expect(many.points).toHaveLength(200);
    expect(many.here.copies).toBe(700);
    expect(many.here.minor.buy).toBe(700 * 900);
    expect([failShare({ failed: 0, prints: 0 }), failShare({ failed: 5, prints: 10 })]).toEqual([0.1, 0.3]);
    const [plain, wide] = [0, 40_000].map((areaMm2) => worthAt(1, { ...inputs(o, 0, others), areaMm2 }).minor.print!);
    expect(wide).toBeGreaterThan(plain);
  });
  it("without other prices only printing is known", () =>
    expect(Object.keys(worthAt(3, inputs(optionOf(brick, "resin"), 0, null)).minor)).toEqual(["print"]));
});

describe("what the finish asks", () => {
  it("sanding wants walls, and says how many lines make them", () => {
    const sanded: Part = {
      ...brick,
      work: [print("large-filament"), { id: "h", kind: "hide", school: "fill-and-sand", surfaceId: "s" }],
    };
    const thin = of(sanded);
    const printers = thin.scene.printers.map((p) => (p.process === "fdm" ? { ...p, wallLines: 2 } : p));
    expect(finishNotes(sanded, { ...thin, scene: { ...thin.scene, printers } })).toContainEqual({
      act: true,
      bold: "Filler primer and sanding needs a wall of 1.2 mm",
      plain: "2 lines make 0.9 mm: print 3 lines",
    });
    expect(finishNotes(sanded, thin)[0]).toMatchObject({ act: false });
  });
  it("faces that meet carry no supports, what moves stays bare", () => {
    const at = of(brick);
    const joint = { ...newJoint("j", brick.id, { kind: "words" as const, words: "its bearing" }), how: "turns" as const };
    const moving = { ...at, scene: { ...at.scene, joints: [joint] } };
    const bold = finishNotes({ ...brick, faces: [{ id: "f", kind: "mating", where: { facing: "-z" } }] }, moving).map((n) => n.bold);
    expect(bold).toEqual(["No supports on what joins another part", "It moves: leave the bearing bare"]);
  });
  it("relief that is too narrow says what to draw instead", () => {
    const { source } = brick;
    if (source.kind !== "mesh") throw new Error("a mesh");
    const fine: Part = {
      ...brick,
      source: {
        ...source,
        walls: { version: 1, points: 9, wallMm: [5, 5], gapMm: [0.2, 0.2, 5], thin: [], narrow: [{ mm: 0.2, at: [0, 0, 0] }] },
      },
    };
    const notes = finishNotes(fine, of(fine));
    expect(notes[0]).toMatchObject({ act: true, bold: "On filament some relief comes out smooth" });
    expect(notes[0].plain).toMatch(/model them 0.6 mm wide and 0.4 mm deep; depth was not measured/);
    expect(notes[1].bold).toMatch(/resin some relief drowns/);
  });
});

describe("what goes in later", () => {
  it("fits its hole on either process, with more room on filament, whose holes print small", () => {
    for (const i of INSERTS) {
      const [f, r] = [holeFor(i, "fdm"), holeFor(i, "resin")];
      expect(f.acrossMm).toBeGreaterThan(r.acrossMm);
      expect(r.acrossMm).toBeGreaterThan(i.acrossMm);
      if (i.deepMm !== null) expect(r.deepMm).toBeGreaterThan(i.deepMm);
    }
  });
});

describe("three questions", () => {
  it.each<[UseFor, number, number, string, number]>([
    ["panel", 60, 30, "resin", 0.05],
    ["table", 200, 30, "fdm", 0.15],
    ["shelf", 60, 30, "resin", 0.05],
    ["board", 400, 30, "fdm", 0.2],
    ["board", 400, 15, "fdm", 0.1],
    ["table", 25, 30, "resin", 0.05],
  ])("%s, %d mm beside %d mm", (use, mm, figure, process, layerMm) => expect(advise(use, mm, figure)).toMatchObject({ process, layerMm }));
  it("gives a reason for every choice", () => {
    for (const use of Object.keys(USES) as UseFor[])
      for (const mm of [10, 90, 500]) expect(advise(use, mm, 30).reasons.length).toBeGreaterThanOrEqual(2);
  });
});

describe("a part of which only the size is known", () => {
  it("has a verdict in ranges, not in figures", () => {
    const { source } = brick;
    const typed: Part = { ...brick, source: { kind: "typed", sizeMm: [40, 30, 20], shell: true } };
    expect(source.kind).toBe("mesh");
    const v = processVerdict(typed, of(typed))!;
    expect(v.rows.find((r) => r.what === "on the machine")!.fdm).toMatch(/ to /);
    expect(v.rows.find((r) => r.what === "material")!.resin).toMatch(/ to /);
    expect(v.sentence).toMatch(/ to .* against /);
  });
});
