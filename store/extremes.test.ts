/** What can be stored can be reckoned, saved, and opened again: every field at its own least and most, by itself and all together. */
import { beforeAll, describe, expect, it } from "vitest";
import { checkStack } from "../core/coat";
import { stackOfPart, stepsOfProject, tonight, trackOfScene } from "../core/plan";
import { seededRandom } from "../core/units";
import { houseFindings, impliedScale, partRealMm, printOptions, type Part, type Project, type ProjectRows } from "../core/project";
import { rowOf } from "../core/results";
import { bare, packed, read, stored } from "../tests/bundleKit";
import { allExtreme, extreme, leaves, set, type Path } from "../tests/extremes";
import type { FoundPrint } from "../core/print";
import { fullProject, joinedAs } from "../tests/fullProject";
import { THURSDAY } from "../tests/sampleProject";
import { inOrder } from "./bundle";
import { faultsOf } from "./check";

let full: ProjectRows;
let known: Part;
let found: FoundPrint;
let project: Project;
beforeAll(async () => {
  ({ project, found } = await fullProject());
  full = stored(project);
  known = project.parts.find((p) => p.source.kind === "mesh")!;
});

/** Everything a page reckons of a scene; dates that no calendar has would throw when they are written. */
function reckoned(rows: ProjectRows): void {
  const project = joinedAs(rows, known, found);
  const t = tonight(project, THURSDAY, 40);
  for (const s of t.schedule.slots) for (const ms of [s.free, ...s.hands.flatMap((h) => [h.from, h.to])]) new Date(ms).toISOString();
  for (const c of t.clocks) new Date(c.until).toISOString();
  trackOfScene(project, THURSDAY);
  for (const part of project.parts) {
    checkStack(stackOfPart(part, project));
    for (const o of printOptions(part, project.scene)) expect(Number.isFinite(o.job.timeS.value)).toBe(true);
    impliedScale(part, project.scene);
    houseFindings(part, project.scene);
    expect(partRealMm(part, project.scene).every(Number.isFinite)).toBe(true);
  }
}

async function comesBack(project: ProjectRows): Promise<void> {
  const got = await read(await packed(bare(project)));
  expect(got.ok ? got.value.project : got.problem).toEqual(inOrder(project));
}

describe("every field at its extremes", () => {
  it("by itself", () => {
    const all = leaves(full);
    expect(all.length).toBeGreaterThan(250);
    const both: [Path, "least" | "most"][] = all.flatMap((p) => [
      [p, "least"],
      [p, "most"],
    ]);
    for (const [path, which] of both) {
      const value = extreme(full, path, which);
      if (value === undefined) continue;
      const state = set(full, path, value);
      try {
        reckoned(state);
      } catch (error) {
        throw new Error(`${path.join(".")} at ${JSON.stringify(value)}: ${String(error)}`, { cause: error });
      }
    }
  }, 240_000);

  it.each(["least", "most"] as const)(
    "all together at the %s, and through a bundle",
    async (which) => {
      const state = allExtreme(full, which);
      expect(faultsOf(state)).toEqual([]);
      reckoned(state);
      await comesBack(state);
    },
    120_000,
  );

  it("a few by themselves through a bundle", async () => {
    const random = seededRandom(7);
    const all = leaves(full);
    for (let i = 0; i < 40; i++) {
      const path = all[Math.floor(random() * all.length)];
      const value = extreme(full, path, i % 2 ? "least" : "most");
      if (value !== undefined) await comesBack(set(full, path, value));
    }
  }, 120_000);
});

describe("many copies", () => {
  it.each([1500, 5000])("%d copies are a few steps, and one for all the plates beyond", (copies) => {
    const brick = { ...known, copies, goodBefore: 0, failedBefore: 0 };
    const steps = stepsOfProject({ ...project, parts: [brick], records: [] });
    expect(steps.length).toBeLessThan(40);
    const rest = steps.find((s) => s.plates > 1)!;
    const starts = steps.filter((s) => s.title.startsWith("Start the print"));
    const perPlate = brick.prints[0].perPlate;
    expect(starts.length + rest.plates).toBe(Math.ceil(copies / perPlate));
    reckoned({ ...full, parts: [rowOf(brick), ...full.parts.slice(1)] });
  });
  it("grouped plates take as long as they would one by one: the same machine and hands in all", () => {
    const part = (copies: number) => ({ ...known, copies, goodBefore: 0, failedBefore: 0, work: [known.work[0]] });
    const sum = (copies: number) => {
      const steps = stepsOfProject({ ...project, scene: { ...project.scene, plates: [] }, parts: [part(copies)], records: [] });
      return {
        machineS: steps.reduce((n, s) => n + s.machineS, 0),
        handsOnS: steps.reduce((n, s) => n + s.handsOnS, 0),
        steps: steps.length,
      };
    };
    const perPlate = known.prints[0].perPlate;
    // Twelve plates stand one by one; thirteen are six and a group.
    const [twelve, thirteen, six] = [sum(12 * perPlate), sum(13 * perPlate), sum(6 * perPlate)];
    expect([twelve.steps, thirteen.steps]).toEqual([24, 13]);
    expect(thirteen.machineS / 13).toBeCloseTo(six.machineS / 6, 6);
    expect(thirteen.handsOnS / 13).toBeCloseTo(six.handsOnS / 6, 6);
  });
});
