import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { run, type Options } from "../cli/verbs";
import { isResult } from "../store/resultSchemas";
import { checkStack } from "../core/coat";
import { readMesh } from "../core/mesh";
import { goodCount, learningOf, lessonsOf, printLog, queueOf, tonight, toPrint } from "../core/plan";
import { contentHash, houseFindings, impliedScale, printFactsOf, printOptions, thinWalls } from "../core/project";
import { contradictions } from "../core/subject";
import { stackOfPart } from "../core/plan";
import { packed, read, withBytes } from "../tests/bundleKit";
import { DEMO_NOW } from "./identity";
import { buildDemo } from "./scene";

let demo: Awaited<ReturnType<typeof buildDemo>>;
beforeAll(async () => {
  demo = await buildDemo(contentHash);
});
const part = (id: string) => demo.project.parts.find((p) => p.id === id)!;

describe("the demo scene", () => {
  it("is a bundle like any other, and the same every time", async () => {
    const bytes = await packed(withBytes(demo.project, demo.meshes));
    expect(await read(bytes)).toMatchObject({ ok: true, value: { missing: [], aside: 0 } });
    const again = await buildDemo(contentHash);
    expect(Buffer.compare(await packed(withBytes(again.project, again.meshes)), bytes)).toBe(0);
  });
  it("has watertight meshes whose bytes match their names", async () => {
    expect(demo.meshes.size).toBe(9);
    for (const [hash, bytes] of demo.meshes) {
      expect(await contentHash(bytes)).toBe(hash);
      const read = readMesh(bytes, "mm");
      expect(read).toMatchObject({ ok: true, value: { report: { watertight: true, shells: 1, flippedTriangles: 0 } } });
    }
  });
  it("has facts of every printer for every printed part", () => {
    for (const p of demo.project.parts.filter((x) => x.source.kind === "mesh"))
      for (const printer of demo.project.scene.printers) expect(printFactsOf(p, printer), `${p.name} on ${printer.name}`).toBeDefined();
  });
  it("its log teaches: on each printer, prints after the fifth land within fifteen per cent before they are known", () => {
    const log = printLog(demo.project);
    expect(log.filter((e) => e.print.test).length).toBeGreaterThanOrEqual(20);
    expect(log.filter((e) => e.failed).length).toBeGreaterThanOrEqual(3);
    let heldOut = 0;
    for (const { id, process } of demo.project.scene.printers)
      for (const s of learningOf(lessonsOf(log, id), process).slice(5)) {
        heldOut++;
        expect(Math.abs(s.learnedError)).toBeLessThan(0.15);
      }
    expect(heldOut).toBeGreaterThanOrEqual(4);
    // The large machine's hours are a fifth longer than the model says; what it has been taught says so.
    const large = learningOf(lessonsOf(log, "large-filament"), "fdm");
    expect(Math.max(...large.map((s) => Math.abs(s.modelError)))).toBeGreaterThan(0.15);
  });
  it("its plates hold what is still to print, and nothing on them overlaps", () => {
    const { plates } = demo.project.scene;
    expect(new Set(plates.map((p) => p.printerId)).size).toBe(3);
    const { pieces, left } = toPrint(demo.project, new Set(plates.map((p) => p.id)));
    expect([pieces, left]).toEqual([[], []]);
    expect(queueOf(demo.project, tonight(demo.project, DEMO_NOW, 60)).lanes.every((l) => l.jobs.length > 0)).toBe(true);
  });
  it("tells its story: the house is too long for the small printer and best on the large one", () => {
    const options = printOptions(part("mill-house"), demo.project.scene);
    expect(options[0].printer.id).toBe("large-filament");
    expect(options.find((o) => o.printer.id === "small-filament")!.facts).toMatchObject({ fits: false, pieces: 2 });
  });
  it("the boat was made for another scale: its two known things agree on it, and nothing else in the scene looks wrong", () => {
    const boat = impliedScale(part("rowing-boat"), demo.project.scene)!;
    expect(boat.inferred).toMatchObject({ confirmed: true, outliers: [] });
    expect(boat.mismatch.verdict).toBe("wrong");
    expect(boat.mismatch.percent).toBeGreaterThan(78);
    expect(boat.mismatch.percent).toBeLessThan(90);
    expect(impliedScale(part("mill-house"), demo.project.scene)!.mismatch.verdict).toBe("fits");
  });
  it("the quay keeps to the house standards until it is scaled", () => {
    expect(houseFindings(part("quay-wall"), demo.project.scene).every((f) => f.fits)).toBe(true);
    expect(houseFindings({ ...part("quay-wall"), factor: 0.9 }, demo.project.scene).filter((f) => !f.fits).length).toBe(5);
  });
  it("the survey and the postcard contradict each other, and the survey is the surer", () => {
    expect(contradictions(demo.project.scene.dimensions)).toMatchObject([{ ids: ["d1", "d2"] }]);
  });
  it("every mesh has its walls measured, and the boat's hull is what it was built as", () => {
    for (const p of demo.project.parts) if (p.source.kind === "mesh") expect(p.source.walls?.wallMm.length, p.name).toBeGreaterThan(0);
    const walls = thinWalls(part("rowing-boat"), demo.project.scene, "resin")!;
    expect(walls.thinnestMm).toBeGreaterThan(0.9);
    expect(walls.thinnestMm).toBeLessThan(1.25);
  });
  it("the house has its door and its windows, and the door is for a person at the scene's scale", () => {
    const house = part("mill-house");
    const openings = (house.source.kind === "mesh" && house.source.walls?.openings) || [];
    expect(openings.filter((o) => o.kind === "door").length).toBe(1);
    expect(openings.filter((o) => o.kind === "window").length).toBeGreaterThan(8);
    expect(impliedScale(house, demo.project.scene)!.mismatch.verdict).toBe("fits");
  });
  it("crates are quicker in resin, all of a plate at once", () => {
    const options = printOptions(part("crate"), demo.project.scene);
    const hours = (process: "fdm" | "resin"): number => options.find((o) => o.printer.process === process)!.job.timeS.value;
    expect(hours("resin")).toBeLessThan(hours("fdm"));
    expect(goodCount(part("crate"), demo.project.records)).toBe(20);
  });
  it("the house has the clash that the dry brush hides, and no other part has one", () => {
    const clashes = demo.project.parts.filter((p) => !checkStack(stackOfPart(p, demo.project)).ok).map((p) => p.id);
    expect(clashes).toEqual(["mill-house"]);
    expect(checkStack(stackOfPart(part("mill-house"), demo.project)).verdicts.find((v) => v.verdict === "never")?.through).toEqual([
      "Sand tone",
    ]);
  });
  it("an evening begins with something to do, something printing and something wet", () => {
    const t = tonight(demo.project, DEMO_NOW, 40);
    expect(t.offers.filter((o) => o.fits).length).toBeGreaterThanOrEqual(3);
    expect(new Set(t.clocks.map((c) => c.kind))).toEqual(new Set(["running", "setting"]));
    expect(t.finish).not.toBeNull();
  });
});

describe("inch plan, on the demo", () => {
  const folder = mkdtempSync(path.join(tmpdir(), "inch-demo-"));
  const bundle = path.join(folder, "demo.inchhollow");
  beforeAll(async () => writeFileSync(bundle, await packed(withBytes(demo.project, demo.meshes))));
  afterAll(() => rmSync(folder, { recursive: true }));
  const plan = async (options: Options): Promise<Record<string, unknown>> => {
    const r = await run("plan", bundle, options);
    if (!r.ok) throw new Error(r.problem.message);
    return r.value as Record<string, unknown>;
  };
  it("plans every step of every part, with percentiles in order", async () => {
    const r = await plan({ from: "2026-01-08T18:50:00Z", deadline: "2026-02-20" });
    const finish = r.finishS as { p50: number; p80: number; p95: number };
    expect((r.steps as unknown[]).length).toBeGreaterThan(30);
    expect(finish.p50 <= finish.p80 && finish.p80 <= finish.p95).toBe(true);
    expect(r.inTime).toBe(true);
    expect((r.criticalPath as string[]).length).toBeGreaterThan(3);
  });
  it("brings all its results in a shape that is taken from a file: nothing of it is computed again when it opens", () => {
    expect(demo.results.size).toBeGreaterThan(50);
    const refused = [...demo.results].filter(([{ kind, inputs }, v]) => !isResult(kind, inputs, v)).map(([{ kind }]) => kind);
    expect(refused).toEqual([]);
  });
  it("refuses dates it cannot read", async () =>
    expect(await run("plan", bundle, { from: "soon" })).toMatchObject({ ok: false, problem: { code: "usage.from" } }));
});
