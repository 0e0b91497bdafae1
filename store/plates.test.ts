import { type CommandName, type Commands } from "../core/stations";
import "fake-indexeddb/auto";
import Dexie from "dexie";
import { beforeEach, describe, expect, it } from "vitest";
import { plateKey, type Plate, type PlatePiece, type PrintRecord } from "../core/print";
import { levelOf } from "../core/ledger";
import { LIMITS, type ProjectRows, type StepRecord } from "../core/project";
import { joinProject, rowsOf, withNamedOnly } from "../core/results";
import { fullProject } from "../tests/fullProject";
import { faultsOf, mendReferences, sift } from "./check";
import { runCommand } from "./run";
import { InchHollowDatabase } from "./database";
import { undo } from "./edit";
import { loadProject, storeImported } from "./projects";

let db: InchHollowDatabase;
let rows: ProjectRows;
let count = 0;
const NOW = Date.UTC(2026, 10, 29);
beforeEach(async () => {
  rows = rowsOf((await fullProject()).project);
  db = new InchHollowDatabase(`plates-${count++}`);
  await storeImported(db, { project: rows, meshes: new Map(), pictures: new Map() }, "fresh", "demo");
  return () => {
    db.close();
    return Dexie.delete(db.name);
  };
});
const loaded = async (): Promise<ProjectRows> => (await loadProject(db, rows.scene.id))!;
const run = <N extends CommandName>(name: N, payload: Commands[N], now = NOW) => runCommand(db, rows.scene.id, name, payload, now);
const plates = async (): Promise<Plate[]> => (await loaded()).scene.plates;
const code = async <N extends CommandName>(name: N, payload: unknown): Promise<string> => {
  const done = await runCommand(db, rows.scene.id, name, payload, NOW);
  return done.ok ? "ok" : done.problem.code;
};
const piece = (id: string, partId = "brick"): PlatePiece => ({ id, partId, variation: null, xMm: 50, yMm: 50, turnDeg: 0 });
const plate = (id: string, pieces: PlatePiece[], more: Partial<Plate> = {}): Plate => ({
  id,
  printerId: "large-filament",
  order: 5,
  byHand: false,
  pieces,
  ...more,
});

const print = (): PrintRecord => structuredClone(rows.records.find((r) => r.print)!.print!);
const start = (plateId: string, recordId: string): Commands["step.start"] => ({
  recordId,
  partId: "brick",
  stepKey: plateKey(plateId, "start"),
  title: "Start the plate",
  time: "machine",
  plannedS: 3600,
  waitS: 0,
  print: { ...print(), plateId, supplyId: "spool", plannedMassG: 40, modelS: 3600, massG: null, failure: null, gate: "known" },
});
const clear = (plateId: string, recordId: string): Commands["step.start"] => ({
  recordId,
  partId: "brick",
  stepKey: plateKey(plateId, "clear"),
  title: "Clear",
  time: "hands",
  plannedS: 300,
  waitS: 0,
});
const stock = async (): Promise<number> => {
  const { supplies, lines } = (await loaded()).workshop;
  return levelOf("spool", supplies.find((s) => s.id === "spool")!.stock, lines);
};
const recordOf = async (id: string): Promise<StepRecord> => (await loaded()).records.find((r) => r.id === id)!;

describe("plates", () => {
  it("laid anew take the place of those that are not kept; undo brings them back", async () => {
    const before = await plates();
    expect(await code("plates.lay", { plates: [plate("n1", [piece("x1")]), plate("n2", [piece("x2")])], drop: ["pl1"] })).toBe("ok");
    expect((await plates()).map((p) => p.id)).toEqual(["n1", "n2"]);
    await undo(db, rows.scene.id);
    expect(await plates()).toEqual(before);
    await run("plates.lay", { plates: [plate("n1", [piece("x1")])], drop: [] });
    expect((await plates()).map((p) => p.id).sort()).toEqual(["n1", "pl1"]);
  });

  it("what is on the printer stays, whatever is laid out, and is not changed", async () => {
    await run("step.start", start("pl1", "run1"));
    await run("plates.lay", { plates: [], drop: ["pl1"] });
    expect((await plates()).map((p) => p.id)).toEqual(["pl1"]);
    expect(await code("plate.drop", { plateId: "pl1" })).toBe("plate.begun");
    expect(await code("pieces.place", { plateId: "pl1", places: [{ id: "pc1", xMm: 1, yMm: 2, turnDeg: 0 }] })).toBe("plate.begun");
    // A start that failed leaves it to be changed, and started again.
    await run(
      "step.finish",
      {
        recordId: "run1",
        result: "failed",
        good: 0,
        failed: 2,
        wentWrong: "",
        print: { massG: null, failure: { cause: "clog", layer: 9 } },
      },
      NOW + 1_800_000,
    );
    expect(await code("pieces.place", { plateId: "pl1", places: [{ id: "pc1", xMm: 1, yMm: 2, turnDeg: 90 }] })).toBe("ok");
    expect((await plates())[0].pieces[0]).toMatchObject({ xMm: 1, yMm: 2, turnDeg: 90 });
  });

  it("one that was cleared is gone at the next laying out: it is in the log", async () => {
    await run("step.start", start("pl1", "run1"));
    await run("step.start", clear("pl1", "clear1"), NOW + 1000);
    await run("step.finish", { recordId: "clear1", result: "good", good: 2, failed: 0, wentWrong: "" }, NOW + 2000);
    await run("plates.lay", { plates: [], drop: [] });
    expect(await plates()).toEqual([]);
    // The run that nobody ended has ended with it, and nobody knows how long it took.
    expect(await recordOf("run1")).toMatchObject({ result: "good", untimed: true });
  });

  it("pieces go from plate to plate; a plate without any is none", async () => {
    await run("plates.lay", { plates: [plate("n1", [piece("x1")]), plate("n2", [piece("x2"), piece("x3")])], drop: ["pl1"] });
    expect(await code("pieces.move", { plateId: "n1", toPlateId: "n2", pieces: [piece("x1")] })).toBe("ok");
    expect((await plates()).map((p) => [p.id, p.pieces.map((x) => x.id), p.byHand])).toEqual([["n2", ["x2", "x3", "x1"], true]]);
    expect(await code("pieces.drop", { plateId: "n2", pieceIds: ["x2", "x3", "x1"] })).toBe("ok");
    expect(await plates()).toEqual([]);
    await undo(db, rows.scene.id);
    await undo(db, rows.scene.id);
    expect((await plates()).map((p) => p.pieces.length)).toEqual([1, 2]);
  });

  it("two windows move two pieces of one plate, and each takes its own back", async () => {
    const two = (await plates())[0];
    await run("pieces.place", { plateId: "pl1", places: [{ id: "pc1", xMm: 11, yMm: 12, turnDeg: 0 }] });
    await run("pieces.place", { plateId: "pl1", places: [{ id: "pc2", xMm: 21, yMm: 22, turnDeg: 0 }] });
    await undo(db, rows.scene.id);
    expect((await plates())[0].pieces.map((p) => p.xMm)).toEqual([11, two.pieces[1].xMm]);
  });

  it("two windows lay out at once, and free two edges of one printer: neither takes the other's away", async () => {
    const anew = (id: string) => ({ plates: [plate(id, [piece(`${id}-1`)])], drop: ["pl1"], seen: ["pl1"] });
    await run("plates.lay", anew("n1"));
    expect(await code("plates.lay", anew("n2"))).toBe("plates.other");
    // One more of the same beside them is no laying out anew.
    await run("plates.lay", { plates: [plate("n3", [piece("n3-1")])], drop: [] });
    expect((await plates()).map((p) => p.id)).toEqual(["n1", "n3"]);
    await run("printer.set", { printerId: "large-filament", change: { edges: { left: 9 } } });
    await run("printer.set", { printerId: "large-filament", change: { edges: { back: 7 } } });
    const { edges } = (await loaded()).workshop.printers.find((p) => p.id === "large-filament")!;
    expect(edges).toMatchObject({ left: 9, back: 7 });
    const zone = (id: string) => ({ id, xMm: 0, yMm: 0, widthMm: 20, depthMm: 30, why: "" });
    await run("list.add", { list: "printer.exclusions", of: "large-filament", items: [zone("z1")] });
    await run("list.add", { list: "printer.exclusions", of: "large-filament", items: [zone("z2")] });
    await run("list.drop", { list: "printer.exclusions", of: "large-filament", keys: ["z1"] });
    const zones = async () => (await loaded()).workshop.printers.find((p) => p.id === "large-filament")!.exclusions!.map((z) => z.id);
    expect((await zones()).filter((z) => /^z\d/.test(z))).toEqual(["z2"]);
    const many = Array.from({ length: LIMITS.exclusions }, (_, i) => zone(`m${i}`));
    expect(await code("list.add", { list: "printer.exclusions", of: "large-filament", items: many })).toBe("list.full");
  });

  it("are put in another order, and on another printer", async () => {
    await run("plates.lay", { plates: [plate("n1", [piece("x1")]), plate("n2", [piece("x2")], { order: 6 })], drop: ["pl1"] });
    await run("plates.order", { printerId: "small-filament", plateIds: ["n2", "n1"] });
    expect((await plates()).map((p) => [p.id, p.printerId, p.order])).toEqual([
      ["n1", "small-filament", 1],
      ["n2", "small-filament", 0],
    ]);
  });

  it("step by step in the queue count from where they are stored: three presses are three places", async () => {
    const laid = ["n1", "n2", "n3", "n4"].map((id, order) => plate(id, [piece(`x-${id}`)], { order }));
    await run("plates.lay", { plates: laid, drop: ["pl1"] });
    await Promise.all([1, 1, 1].map((by) => run("plate.step", { plateId: "n1", by })));
    const order = async (printerId = "large-filament") =>
      (await plates())
        .filter((p) => p.printerId === printerId)
        .sort((a, b) => a.order - b.order)
        .map((p) => p.id);
    expect(await order()).toEqual(["n2", "n3", "n4", "n1"]);
    await Promise.all([run("plate.step", { plateId: "n1", by: -2 }), run("plate.step", { plateId: "n4", by: 5 })]);
    expect(await order()).toEqual(["n2", "n1", "n3", "n4"]);
    await run("plate.step", { plateId: "n1", by: 0, printerId: "small-filament" });
    expect([await order(), (await order("small-filament")).at(-1)]).toEqual([["n2", "n3", "n4"], "n1"]);
    expect(await code("plate.step", { plateId: "none", by: 1 })).toBe("plate.gone");
    await run("step.start", start("n2", "run9"));
    expect(await code("plate.step", { plateId: "n2", by: 1 })).toBe("plate.begun");
    // What runs stays first, however far another one is moved forward.
    await run("plate.step", { plateId: "n4", by: -9 });
    expect(await order()).toEqual(["n2", "n4", "n3"]);
  });

  it("no print begins on a printer that another one runs on, in whichever scene", async () => {
    await run("step.start", start("pl1", "run1"));
    const second = (await loaded()).scene.plates[0];
    await run("plates.lay", { plates: [plate("n1", [piece("x1")], { printerId: second.printerId })], drop: [] });
    const code = async (): Promise<string> => {
      const done = await run("step.start", { ...start("n1", "run2"), recordId: "run2" });
      return done.ok ? "ok" : `${done.problem.code}: ${done.problem.message}`;
    };
    expect(await code()).toMatch(/^printer\.busy: .* still runs “Start the plate”\./);
    // The same record in another scene, which shares the printers unless one of the two is the demo.
    const open = (await db.records.toArray()).find((r) => r.id === "run1")!;
    await db.records.delete([open.sceneId, open.id]);
    const quay = { ...(await loaded()).scene, id: "quay", name: "Quay" };
    await db.scenes.put(quay);
    await db.records.put({ ...open, sceneId: "quay" });
    expect(await code()).toMatch(/of Quay/);
    await db.scenes.put({ ...quay, demo: !quay.demo });
    expect(await code()).toBe("ok");
  });

  it("refuses what leads nowhere, with a sentence", async () => {
    expect(await code("plates.lay", { plates: [plate("n1", [piece("x1", "gone")])], drop: ["pl1"] })).toBe("part.gone");
    expect(await code("plates.lay", { plates: [plate("n1", [piece("x1")], { printerId: "gone" })], drop: ["pl1"] })).toBe("printer.gone");
    expect(await code("plates.lay", { plates: [plate("n1", [piece("x1"), piece("x1")])], drop: ["pl1"] })).toBe("item.there");
    expect(await code("pieces.place", { plateId: "none", places: [{ id: "a", xMm: 0, yMm: 0, turnDeg: 0 }] })).toBe("plate.gone");
    expect(await code("pieces.place", { plateId: "pl1", places: [{ id: "a", xMm: 0, yMm: 0, turnDeg: 0 }] })).toBe("piece.gone");
    expect(await code("pieces.place", { plateId: "pl1", places: [{ id: "pc1", xMm: 1e9, yMm: 0, turnDeg: 0 }] })).toBe("row.unfit");
    expect(await code("plates.lay", { plates: [{ ...plate("n1", [piece("x1")]), more: 1 }], drop: ["pl1"] })).toBe("command.payload");
    expect(await code("list.drop", { list: "printers", keys: ["large-filament"] })).toBe("printer.plated");
  });

  it("a part that goes leaves its plates, and what else was on them keeps its print", async () => {
    await run("plates.lay", { plates: [plate("n1", [piece("x1"), piece("x2", "shed")]), plate("n2", [piece("x3")])], drop: ["pl1"] });
    const shared: StepRecord = {
      ...rows.records.find((r) => r.id === "r4")!,
      id: "both",
      came: [
        { partId: "brick", good: 1, failed: 0 },
        { partId: "shed", good: 2, failed: 1 },
      ],
    };
    await db.records.put(shared);
    expect(await code("parts.delete", { partIds: ["brick"] })).toBe("ok");
    expect((await plates()).map((p) => [p.id, p.pieces.map((x) => x.partId)])).toEqual([["n1", ["shed"]]]);
    const after = await loaded();
    expect(after.records.find((r) => r.id === "both")).toMatchObject({
      partId: "shed",
      good: 2,
      failed: 1,
      came: [{ partId: "shed", good: 2, failed: 1 }],
    });
    expect(faultsOf(after)).toEqual([]);
    await undo(db, rows.scene.id);
    expect((await plates()).map((p) => p.id)).toEqual(["n1", "n2"]);
  });
});

describe("a print", () => {
  const finish = (more: Partial<Commands["step.finish"]> = {}): Commands["step.finish"] => ({
    recordId: "run1",
    result: "good",
    good: 0,
    failed: 0,
    wentWrong: "",
    saidS: 4500,
    print: { massG: 44, failure: null },
    ...more,
  });

  it("that ends takes what it weighs off the spool and teaches its printer; undo takes both back", async () => {
    const before = { stock: await stock(), learned: (await loaded()).workshop.printers.find((p) => p.id === "large-filament")!.learned };
    await run("step.start", start("pl1", "run1"));
    await run("step.finish", finish(), NOW + 4_500_000);
    expect(await stock()).toBeCloseTo(before.stock - 44, 6);
    const printer = (await loaded()).workshop.printers.find((p) => p.id === "large-filament")!;
    expect(printer.learned!.at(-1)).toMatchObject({ from: "print", recordId: "run1", timeRatio: 1.25 });
    await undo(db, rows.scene.id);
    expect(await stock()).toBe(before.stock);
    expect((await loaded()).workshop.printers.find((p) => p.id === "large-filament")!.learned).toEqual(before.learned);
  });

  it("that failed takes its share, keeps why, and teaches no hours", async () => {
    const before = await stock();
    await run("step.start", start("pl1", "run1"));
    await run(
      "step.finish",
      finish({ result: "failed", failed: 2, saidS: 1800, print: { massG: null, failure: { cause: "corner-lift", layer: 50 } } }),
      NOW + 1_800_000,
    );
    expect(await stock()).toBeCloseTo(before - 20, 6);
    expect((await recordOf("run1")).print!.failure).toEqual({ cause: "corner-lift", layer: 50 });
    expect((await loaded()).workshop.printers[0].learned ?? []).toEqual([]);
  });

  it("finished twice takes its material once", async () => {
    const before = await stock();
    await run("step.start", start("pl1", "run1"));
    await run("step.finish", finish(), NOW + 4_500_000);
    await run("step.finish", finish(), NOW + 4_600_000);
    expect(await stock()).toBeCloseTo(before - 44, 6);
    const { learned } = (await loaded()).workshop.printers.find((p) => p.id === "large-filament")!;
    expect(learned!.filter((l) => l.recordId === "run1")).toHaveLength(1);
  });

  it("struck out of the log teaches nothing any more", async () => {
    await run("step.start", start("pl1", "run1"));
    await run("step.finish", finish(), NOW + 4_500_000);
    await run("step.forget", { recordId: "run1" });
    expect((await loaded()).workshop.printers.find((p) => p.id === "large-filament")!.learned).toEqual([]);
  });

  it("is told more of afterwards: what was seen, measured, weighed", async () => {
    await run("list.add", { list: "print.observed", of: "r3", items: ["strings"] });
    await run("list.drop", { list: "print.observed", of: "r3", keys: ["curled"] });
    await run("list.add", { list: "print.measured", of: "r3", items: [{ id: "m2", what: "peg", nominalMm: 6, measuredMm: 6.1 }] });
    await run("print.say", { recordId: "r3", change: { massG: 13 } });
    const { print: p } = await recordOf("r3");
    expect([p!.observed, p!.measured.map((m) => m.id), p!.massG]).toEqual([["strings"], ["m", "m2"], 13]);
    expect(await code("list.add", { list: "print.observed", of: "r3", items: ["dances"] })).toBe("row.unfit");
    expect(await code("print.say", { recordId: "r1", change: { massG: 1 } })).toBe("print.none");
    expect(await code("print.say", { recordId: "none", change: { massG: 1 } })).toBe("step.gone");
  });

  it("a test print's reading goes into the profile as learned, and what hours rest on counts as an edition", async () => {
    await run("printer.coupon", { printerId: "large-filament", change: { fits: { clearanceMm: 0.25 } }, coupon: "Clearance comb" });
    await run("printer.coupon", { printerId: "large-filament", change: { overhangDeg: 55, fits: { bridgeMm: 15 } }, coupon: "Overhang" });
    const printer = (await loaded()).workshop.printers.find((p) => p.id === "large-filament")!;
    expect(printer).toMatchObject({ overhangDeg: 55, fits: { clearanceMm: 0.25, bridgeMm: 15 } });
    expect(printer.origins).toMatchObject({
      overhangDeg: { from: "learned", prints: 1 },
      "fits.clearanceMm": { from: "learned", prints: 1 },
    });
    // What is on a printer is no edition of its profile.
    const editions = printer.earlier!.length;
    await run("printer.set", { printerId: "large-filament", change: { loadedId: "spool", quiet: false } }, NOW + 86_400_000);
    expect((await loaded()).workshop.printers.find((p) => p.id === "large-filament")!.earlier).toHaveLength(editions);
  });
});

describe("the demo's simulated prints", () => {
  it("teach, load and answer in the demo alone: the user's own machine knows nothing of them", async () => {
    const before = (await loaded()).workshop.printers.find((p) => p.id === "large-filament")!;
    await db.scenes.update(rows.scene.id, { demo: true });
    await run("step.start", start("pl1", "run1"));
    await run(
      "step.finish",
      { recordId: "run1", result: "good", good: 0, failed: 0, wentWrong: "", saidS: 7200, print: { massG: 40, failure: null } },
      NOW + 7_200_000,
    );
    await run("printer.set", { printerId: "large-filament", change: { address: "/stand-ins/printers/large", layerMm: 0.12 } });
    const after = (await loaded()).workshop.printers.find((p) => p.id === "large-filament")!;
    expect(after.learned ?? []).toEqual(before.learned ?? []);
    expect([after.address ?? null, after.loadedId]).toEqual([before.address ?? null, before.loadedId]);
    expect(after.layerMm).toBe(0.12);
    expect(after.inDemo).toMatchObject({ address: "/stand-ins/printers/large", learned: [{ recordId: "run1", timeRatio: 2 }] });
    const shown = (demo: boolean) => {
      const project = joinProject(
        { ...rows, scene: { ...rows.scene, demo }, workshop: { ...rows.workshop, printers: [after] } },
        () => undefined,
      );
      return { printer: project.scene.printers[0], back: rowsOf(project).workshop.printers[0] };
    };
    expect(shown(true).printer).toMatchObject({ address: "/stand-ins/printers/large", learned: [{ recordId: "run1" }] });
    expect(shown(false).printer.address ?? null).toBeNull();
    // What is shown is not what is stored.
    expect(shown(true).back).toEqual(after);
    await run("step.forget", { recordId: "run1" });
    expect((await loaded()).workshop.printers.find((p) => p.id === "large-filament")!.inDemo!.learned).toEqual([]);
  });

  it("a scene's file carries the printers of its plates, without what is on them here", () => {
    const odd = {
      ...rows,
      parts: rows.parts.map((p) => ({ ...p, work: [] })),
      scene: { ...rows.scene, plates: [plate("a", [piece("1")], { printerId: "resin" })] },
    };
    const printers = withNamedOnly({
      ...odd,
      workshop: { ...odd.workshop, printers: odd.workshop.printers.map((p) => ({ ...p, loadedId: "spool", address: "/x", inDemo: {} })) },
    }).workshop.printers;
    expect(printers.map((p) => [p.id, p.loadedId, p.address, p.inDemo])).toEqual([["resin", null, null, undefined]]);
  });
});

describe("plates that cannot be understood", () => {
  it("are mended where they name what is gone, and the rest stays", () => {
    const odd = {
      ...rows,
      scene: {
        ...rows.scene,
        plates: [
          plate("a", [piece("1"), piece("2", "gone"), piece("1")]),
          plate("b", [piece("3", "gone")]),
          plate("c", [piece("4")], { printerId: "gone" }),
        ],
      },
    };
    expect(mendReferences(odd).scene.plates.map((p) => [p.id, p.pieces.map((x) => x.id)])).toEqual([["a", ["1"]]]);
    expect(faultsOf(odd).some((f) => f.field.startsWith("plates."))).toBe(true);
    expect(sift(odd, () => "fresh")!.project.scene.plates).toHaveLength(1);
  });
  it.each([null, 7, "x", [{}], [null], [{ id: "a", pieces: 3 }]])("plates that are %j are set aside", (bad) => {
    const odd = { ...rows, scene: { ...rows.scene, plates: bad as unknown as Plate[] } };
    const fit = sift(odd, () => "fresh");
    expect(fit?.project.scene.plates).toEqual([]);
    expect(fit?.project.parts).toHaveLength(rows.parts.length);
  });
});
