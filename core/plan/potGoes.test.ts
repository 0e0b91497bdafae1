/** What a pot is mixed for, and where kept pots were laid. */
import { describe, expect, it } from "vitest";
import { coat, projectOf, record, sizePart, THURSDAY } from "../../tests/sampleProject";
import type { Part, Project, StepRecord } from "../project";
import type { Recipe } from "../recipe";
import { NEW_STEP } from "../recipe";
import { potGoes, pottedCoats, tonight, usesOfPot } from ".";

const wants = { name: "Brown", family: "water acrylic" as const, hex: "#705030", sheen: "matt" as const };
const recipe: Recipe = {
  id: "timber",
  name: "Timber",
  school: "",
  steps: [
    {
      ...NEW_STEP,
      id: "prime",
      role: "all over",
      paintId: "primer",
      wants: { ...wants, family: "water primer" },
      method: "brush",
      finish: "table",
    },
    { ...NEW_STEP, id: "base", role: "all over", paintId: "brown", wants, method: "brush", coats: 2, finish: "table" },
  ],
};
const part = (id: string, more: Partial<Part> = {}): Part => ({
  ...sizePart(id, { kind: "scratch", sizeMm: [40, 30, 40], material: "wood" }, [
    { id: "r", kind: "recipe", recipeId: "timber", differs: [] },
  ]),
  ...more,
});
const scene = (parts: Part[], records: StepRecord[] = []): Project => projectOf(parts, records, { recipes: [recipe] });
const goesOf = (project: Project) =>
  potGoes(project, tonight(project, THURSDAY, { minutes: 240, spray: true, airbrush: true, warm: true, helper: false }).states);

describe("what a pot is mixed for", () => {
  it("one step of a recipe on all its pieces is one go, primer is none", () => {
    const project = scene([part("a"), part("b"), part("c", { copies: 3, goodBefore: 3 })]);
    const goes = goesOf(project);
    expect(goes).toHaveLength(1);
    expect(goes[0].label).toBe("Brown on 5 pieces: timber");
    expect(goes[0].lays).toEqual(["a", "b", "c"].map((partId) => ({ partId, itemId: "r", stepId: "base" })));
    expect(goes[0].ground.family).toBe("water primer");
    const all = project.parts.flatMap((p) => pottedCoats(p, project)).filter((c) => c.stepId === "base");
    expect(goes[0].ml).toBeCloseTo(
      all.reduce((sum, c) => sum + c.ml.potMl, 0),
      9,
    );
  });
  it("a piece that takes it from another pot is another go, and so is a coat by itself", () => {
    const other = part("b");
    const own = { ...part("c"), work: [coat("x", "brown")] };
    const project = scene([
      part("a"),
      { ...other, work: [{ id: "r", kind: "recipe", recipeId: "timber", differs: [{ stepId: "base", paintId: "stone" }] }] },
      own,
    ]);
    expect(goesOf(project).map((g) => g.lays.map((l) => l.partId))).toEqual([["a"], ["b"], ["c"]]);
  });
  it("accents on every third copy are on so many pieces", () => {
    const thirds = { ...recipe, steps: recipe.steps.map((s) => (s.id === "base" ? { ...s, every: 3 } : s)) };
    const project = projectOf([part("a", { copies: 7, goodBefore: 7 })], [], { recipes: [thirds] });
    expect(goesOf(project)[0].label).toBe("Brown on 3 × a: timber");
  });
  it("what is laid needs no pot: of two coats one is half, of two none", () => {
    const laid = (nth: number): StepRecord => ({
      ...record("a", `a/r/base.${nth}`),
      startedAt: THURSDAY - 7_200_000,
      finishedAt: THURSDAY - 7_100_000,
      rests: {
        kind: "recipe",
        paintId: "brown",
        paint: "Brown",
        family: "water acrylic",
        method: "brush",
        hex: "#705030",
        sheen: "matt",
        role: "all over",
      },
    });
    const whole = goesOf(scene([part("a")]))[0].ml;
    expect(goesOf(scene([part("a")], [laid(0)]))[0].ml).toBeCloseTo(whole / 2, 9);
    expect(goesOf(scene([part("a")], [laid(0), laid(1)]))).toEqual([]);
  });
});

describe("where a pot was laid", () => {
  const laid = (more: Partial<StepRecord> = {}): StepRecord => ({
    ...record("a", "a/r/base.0"),
    startedAt: THURSDAY - 7_200_000,
    finishedAt: THURSDAY - 7_100_000,
    rests: {
      kind: "recipe",
      paintId: "brown",
      paint: "Brown",
      family: "water acrylic",
      method: "brush",
      hex: "#705030",
      sheen: "matt",
      role: "all over",
      recipe: "Timber",
      pieces: 2,
      airC: 18,
      rh: 60,
    },
    ...more,
  });
  it("is known by the records: pieces, ground, air, recipe", () => {
    const [use] = usesOfPot(scene([part("a")], [laid()]), "brown");
    expect(use).toMatchObject({ pieces: 2, recipe: "Timber", air: { airC: 18, rh: 60 }, varnish: null, stepKey: "a/r/base.0" });
    expect(use.ground).not.toBe("");
  });
  it("what failed, runs, or took another pot does not count", () => {
    const none = (more: Partial<StepRecord>) => usesOfPot(scene([part("a")], [laid(more)]), "brown");
    expect(none({ result: "failed" })).toEqual([]);
    expect(none({ finishedAt: null, result: null })).toEqual([]);
    expect(usesOfPot(scene([part("a")], [laid()]), "stone")).toEqual([]);
  });
});
