import { beforeAll, describe, expect, it } from "vitest";
import { block, coat, hiding, meshPart, print, projectOf, record } from "../../tests/sampleProject";
import type { Part, StepRecord, WorkItem } from "../project";
import { finishNotes, judgedSurfaces, otherWaysForCopies } from "../look";
import { checkStack, isClash } from "../coat";
import { boxMesh, coneMesh, type Mesh } from "../mesh";
import type { Finish } from "../subject";
import { broughtOut, defaultWork, orderFaults, placeOfHiding, stackOfPart, stepsOfPart } from "./index";
import { newJoint, surfacesOf } from "../project";

let brick: Part;
beforeAll(async () => {
  brick = await meshPart("brick", "Brick", block(), [print("large-filament")]);
});
const faults = (work: WorkItem[]) => {
  const part = { ...hiding(brick, "sand", 3), work };
  return orderFaults(part, projectOf([part]));
};
const hide: WorkItem = { id: "h", kind: "hide", school: "sand", surfaceId: "s" };
const flock: WorkItem = { id: "f", kind: "bench", task: "flock", rounds: 1, mostAnEvening: null };

describe("work on surfaces that contradicts the rest", () => {
  it("none where it comes after the print and before the paint", () => {
    expect(faults([print("large-filament"), hide, coat("p", "primer"), coat("c", "brown"), flock])).toEqual([]);
    expect(faults([print("large-filament"), coat("p", "primer"), hide, coat("c", "brown")])).toEqual([]);
  });
  it("sanding after flock, groundwork or paint is named, with where it should stand", () => {
    expect(faults([print("large-filament"), flock, hide])).toMatchObject([
      { itemId: "h", to: 1, says: expect.stringMatching(/after flock: grit/) },
    ]);
    expect(faults([print("large-filament"), coat("c", "brown"), hide])).toMatchObject([
      { to: 1, says: expect.stringMatching(/after paint/) },
    ]);
    const ground: WorkItem = { id: "g", kind: "ground", recipeId: "sand-and-grit", areaMm2: 100, depthMm: 2 };
    expect(faults([print("large-filament"), ground, coat("c", "brown"), hide])).toMatchObject([
      { to: 1, says: expect.stringMatching(/groundwork/) },
    ]);
  });
  it("before it is printed there is nothing to treat", () => expect(faults([hide, print("large-filament")])).toMatchObject([{ to: 1 }]));
  it("what touches nothing may stand anywhere", () => {
    expect(faults([print("large-filament"), coat("c", "brown"), { ...hide, school: "leave" }])).toEqual([]);
    expect(faults([print("large-filament"), coat("c", "brown"), { ...hide, school: "stipple" }])).toEqual([]);
  });
  it("what is paint and stands below the primer or the base coat would be covered", () => {
    const stipple: WorkItem = { ...hide, school: "stipple" };
    expect(faults([print("large-filament"), stipple, coat("p", "primer"), coat("c", "brown")])).toMatchObject([
      { itemId: "h", to: 3, says: expect.stringMatching(/before the base coat/) },
    ]);
    expect(faults([print("large-filament"), stipple, coat("p", "primer")])).toMatchObject([
      { to: 2, says: expect.stringMatching(/primer/) },
    ]);
    expect(faults([print("large-filament"), coat("p", "primer"), coat("c", "brown"), stipple, coat("v", "matt")])).toEqual([]);
  });
  it("what is put in stands where no fault is found", () => {
    const work = [print("large-filament"), coat("p", "primer"), coat("c", "brown"), coat("d", "stone", "dry brush"), coat("v", "matt")];
    for (const school of ["sand", "stipple", "surfacer", "leave"] as const) {
      const at = placeOfHiding(work, school, projectOf([]));
      expect(at).toBe(school === "stipple" ? 3 : 1);
      expect(faults([...work.slice(0, at), { ...hide, school }, ...work.slice(at)])).toEqual([]);
    }
  });
});

describe("the plan that is proposed for any part", () => {
  /** Rand of ten digits: the same parts each time. */
  const draws = (seed: number) => () => (seed = (seed * 48271) % 2147483647) / 2147483647;
  const shapes: ((r: () => number) => Mesh)[] = [
    (r) => boxMesh(8 + 120 * r(), 8 + 120 * r(), 1 + 60 * r()),
    (r) => coneMesh(15 + 60 * r(), 3 + 50 * r(), 48),
    (r) => boxMesh(60 + 100 * r(), 0.6 + 3 * r(), 20 + 60 * r()),
  ];
  it.each([1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12])("has no finding of the program's own checks (%i)", async (seed) => {
    const r = draws(seed);
    for (let i = 0; i < 6; i++) r();
    const pick = <T>(list: readonly T[]): T => list[Math.floor(r() * list.length)];
    const made = await meshPart("any", "Any", pick(shapes)(r), [], { copies: pick([1, 4, 36]) });
    const how = pick(["glued", "clipped", "slides"] as const);
    const joints = [{ ...newJoint("j", "any", { kind: "words" as const, words: "another" }), how }];
    const wallLines = pick([2, 3, 5]);
    for (const finish of ["table", "tabletop", "display"] as Finish[])
      for (const rack of [["primer", "brown", "stone", "matt"], ["brown", "stone"], ["primer", "brown"], ["brown", "wash", "can"], []]) {
        const base = projectOf([made], [], { finish, joints });
        const project = {
          ...base,
          paints: base.paints.filter((p) => rack.includes(p.id)),
          scene: { ...base.scene, printers: base.scene.printers.map((p) => (p.process === "fdm" ? { ...p, wallLines } : p)) },
        };
        let n = 0;
        const { items, surfaces } = defaultWork(made, project, () => `w${n++}`);
        const part = { ...made, work: items, surfaces };
        const told = {
          order: orderFaults(part, project).map((f) => f.says),
          brought: broughtOut(part, project).map((k) => k.name),
          clashes: rack.includes("primer")
            ? checkStack(stackOfPart(part, project))
                .verdicts.filter((v) => isClash(v.verdict))
                .map((v) => v.why)
            : [],
          walls: finishNotes(part, project).filter((x) => x.act && x.bold.includes("needs a wall")),
        };
        expect(told, JSON.stringify([finish, rack, items])).toEqual({ order: [], brought: [], clashes: [], walls: [] });
      }
  });
  it("never dry-brushes over what was stippled so that no brush is needed", async () => {
    // From close by the mound's lines are plain, and stippling is what hides them.
    const hill = await meshPart("hill", "Hill", coneMesh(60, 22, 96));
    const filament = { ...hill, prints: hill.prints.filter((f) => f.printerId !== "resin") };
    let n = 0;
    const { items } = defaultWork(filament, projectOf([filament], [], { viewingDistanceMm: 250 }), () => `w${n++}`);
    expect(items.filter((w) => w.kind === "hide").map((w) => w.school)).toEqual(["stipple"]);
    expect(items.filter((w) => w.kind === "coat").map((w) => w.method)).not.toContain("dry brush");
  });
});

describe("a look that was not quite right", () => {
  const names = (part: Part, records: StepRecord[]) => stepsOfPart(part, projectOf([part], records)).map((s) => s.key.split("/")[2]);
  it("asks for the spots once more and another look, as long as it ends so", () => {
    const part = hiding({ ...brick, work: [print("large-filament")] }, "surfacer", 3);
    const plan = stepsOfPart(part, projectOf([part])).filter((s) => s.itemId === "h");
    const look = plan.filter((s) => s.title.startsWith("Check it")).at(-1)!;
    const at = (key: string, startedAt: number) =>
      record(part.id, key, { id: key, startedAt, finishedAt: startedAt + 1, result: "partly" });
    expect(names(part, [{ ...at(look.key, 1), result: "good" }])).toEqual(names(part, []));
    const once = stepsOfPart(part, projectOf([part], [at(look.key, 1)])).filter((s) => s.itemId === "h");
    const more = once.slice(once.findIndex((s) => s.key === look.key) + 1).filter((s) => s.key.includes("again"));
    expect(more.length).toBeGreaterThan(1);
    expect(more.at(-1)!.title).toMatch(/^Check it/);
    expect(more.some((s) => /spots/.test(s.title))).toBe(true);
    // The spots take no longer than the whole did.
    expect(more[0].handsOnS).toBeLessThanOrEqual(Math.max(...plan.map((s) => s.handsOnS)));
    const twice = stepsOfPart(part, projectOf([part], [at(look.key, 1), at(more.at(-1)!.key, 2)])).filter((s) => s.itemId === "h");
    expect(twice.length).toBe(once.length + more.length);
  });
  it("an inspection too", () => {
    const inspect: WorkItem = { id: "i", kind: "bench", task: "inspect", rounds: 1, mostAnEvening: null };
    const part = { ...brick, work: [print("large-filament"), inspect] };
    const [step] = stepsOfPart(part, projectOf([part])).filter((s) => s.itemId === "i");
    const partly = record(part.id, step.key, { startedAt: 1, finishedAt: 2, result: "partly" });
    expect(stepsOfPart(part, projectOf([part], [partly])).filter((s) => s.itemId === "i")).toHaveLength(2);
  });
});

describe("all surfaces of a part", () => {
  it("each with a recommendation; what was chosen counts instead", () => {
    const part = { ...hiding(brick, "surfacer", 3) };
    const project = projectOf([part]);
    const list = judgedSurfaces(part, project, surfacesOf(part, project.scene));
    expect(list.length).toBe(6);
    const chosen = list.find((j) => j.said?.id === "s")!;
    expect(chosen.planned!.school).toBe("surfacer");
    expect(chosen.handsOnS).toBeGreaterThan(0);
    // The side that it stands on is seen by nobody.
    expect(list.find((j) => j.found.name === "underside")).toMatchObject({ sight: "hidden", best: { school: "leave" } });
  });
});

describe("many copies of one part", () => {
  it("other ways stand beside the cleaning only where there are many, and only those that differ", () => {
    const few = { ...brick, copies: 2 },
      many = { ...brick, copies: 30 };
    expect(otherWaysForCopies(few, projectOf([few]), 60)).toEqual([]);
    const ways = otherWaysForCopies(many, projectOf([many]), 60);
    expect(ways[0].says).toBe("30 min");
    expect(ways.some((w) => w.what.startsWith("On "))).toBe(true);
    expect(ways.some((w) => w.what.startsWith("Cut from strip"))).toBe(false);
  });
  it("a slender plain one could be cut from strip", async () => {
    const rail = {
      ...(await meshPart("rail", "Rail", (await import("../mesh")).boxMesh(60, 3, 3), [print("large-filament")])),
      copies: 12,
    };
    expect(otherWaysForCopies(rail, projectOf([rail]), 60).find((w) => w.what.startsWith("Cut from strip"))!.better).toBe(true);
  });
});
