/** A spray day: order, what stays bare, cans. Trade facts: common practice, no source. */
import { describe, expect, it } from "vitest";
import { projectOf, sizePart, THURSDAY } from "../../tests/sampleProject";
import { METHODS } from "../coat";
import { levelByWeight, sprayFault, sprayLimitRh } from "../coat";
import type { Joint, JointHow } from "../joint";
import { newJoint, type Paint, type Part, type Project } from "../project";
import { NEW_STEP, type Recipe, type RecipeStep } from "../recipe";
import { CLEAN, keptBare, sprayDay, tonight } from ".";

const pot = (id: string, hex: string, more: Partial<Paint> = {}): Paint => ({
  id,
  name: id,
  hex,
  family: "water acrylic",
  sheen: "matt",
  stockMl: 100,
  ...more,
});
const PAINTS: Paint[] = [
  pot("primer-can", "#84898b", { family: "solvent primer", wholeMl: 400, stockMl: 40, can: { cm2: 9000, fullG: 470, emptyG: 120 } }),
  pot("dark", "#222222"),
  pot("pale", "#e0dccc"),
  pot("enamel", "#555555", { family: "enamel" }),
];
const step = (id: string, paintId: string, method: RecipeStep["method"], more: Partial<RecipeStep> = {}): RecipeStep => {
  const { name, family, hex, sheen } = PAINTS.find((p) => p.id === paintId)!;
  return { ...NEW_STEP, id, role: "all over", paintId, wants: { name, family, hex, sheen }, method, finish: "table", ...more };
};
const recipe = (id: string, ...steps: RecipeStep[]): Recipe => ({ id, name: id, school: "", steps });
const part = (id: string, recipeId: string, more: Partial<Part> = {}): Part => ({
  ...sizePart(id, { kind: "scratch", sizeMm: [100, 100, 100], material: "wood" }, [{ id: "r", kind: "recipe", recipeId, differs: [] }]),
  ...more,
});
const scene = (parts: Part[], recipes: Recipe[], more: object = {}): Project => ({
  ...projectOf(parts, [], { recipes, ...more }),
  paints: PAINTS,
});
const modelOf = (project: Project) => tonight(project, THURSDAY, { minutes: 600, spray: true, airbrush: true, warm: true, helper: false });
const dayOf = (project: Project, what: "ready" | "next" = "ready") => sprayDay(project, modelOf(project), what);
const namesOf = (project: Project, what?: "ready" | "next") =>
  dayOf(project, what).groups.map((g) => `${g.name}: ${g.pieces.map((p) => p.part.id).join(" ")}`);

describe("the order on the rod", () => {
  it("one colour on all its pieces, the airbrush once it is set up, light before dark", () => {
    const project = scene(
      [part("a", "pale"), part("b", "dark"), part("c", "pale"), part("d", "can")],
      [
        recipe("pale", step("s", "pale", "airbrush")),
        recipe("dark", step("s", "dark", "airbrush")),
        recipe("can", step("s", "primer-can", "spray")),
      ],
    );
    expect(namesOf(project)).toEqual(["primer-can: d", "pale: a c", "dark: b"]);
    // The same parts said in another order hang in the same groups.
    const turned = scene([...project.parts].reverse(), project.scene.recipes);
    expect(dayOf(turned).groups.map((g) => [g.name, g.pieces.length])).toEqual(dayOf(project).groups.map((g) => [g.name, g.pieces.length]));
  });
  it("a part's own order holds: what comes over it is not sprayed first, and dries in between", () => {
    const project = scene([part("a", "two")], [recipe("two", step("s1", "dark", "airbrush"), step("s2", "pale", "airbrush"))]);
    const [first, second] = dayOf(project).groups;
    expect([first.name, second.name]).toEqual(["dark", "pale"]);
    expect(first.waitS).toBe(0);
    expect(second.waitS).toBeGreaterThan(60);
  });
  it("what is brushed in between ends the list; the next spray of every part is shown where it is asked for", () => {
    const project = scene([part("a", "mixed")], [recipe("mixed", step("s1", "dark", "brush"), step("s2", "pale", "airbrush"))]);
    expect(namesOf(project)).toEqual([]);
    expect(namesOf(project, "next")).toEqual(["pale: a"]);
    expect(dayOf(project, "next").groups[0].pieces[0].waitsFor).toContain("dark");
  });
});

describe("cleaning", () => {
  it("none between cans, a rinse between colours of one thinner, more between two thinners, and once at the end", () => {
    const project = scene(
      [part("a", "pale"), part("b", "dark"), part("c", "oil")],
      [
        recipe("pale", step("s", "pale", "airbrush")),
        recipe("dark", step("s", "dark", "airbrush")),
        recipe("oil", step("s", "enamel", "airbrush")),
      ],
    );
    const day = dayOf(project);
    expect(day.groups.map((g) => g.cleanS).sort((x, y) => x - y)).toEqual([0, CLEAN.rinseS, CLEAN.otherThinnerS]);
    expect(day.cleanS).toBe(CLEAN.rinseS + CLEAN.otherThinnerS + CLEAN.atEndS);
    const cans = scene([part("a", "can"), part("b", "can")], [recipe("can", step("s", "primer-can", "spray"))]);
    expect(dayOf(cans).cleanS).toBe(0);
  });
});

describe("cans", () => {
  it("a can that covers less than the pieces need is named, in area; the last group of a can is known", () => {
    // Two cubes of 100 mm, five faces each: 1000 cm², of a can that has 900 left.
    const project = scene([part("a", "can"), part("b", "can")], [recipe("can", step("s", "primer-can", "spray"))]);
    const day = dayOf(project);
    expect(day.groups[0].ml).toBeCloseTo((1000 / 9000) * 400, 1);
    expect(day.short).toMatchObject([{ words: "100 cm² of coat short" }]);
    expect(day.groups[0].lastOfCan).toBe(true);
    const [can] = PAINTS;
    const half = levelByWeight({ ...can, can: can.can! }, 295);
    expect(half.ok && half.value).toBe(200);
  });
});

describe("what stays bare", () => {
  it("is what recipes, joints, moving fits, panes and masks say", () => {
    const bare = recipe("pale", step("s", "pale", "airbrush"), step("x", "pale", "brush", { role: "bare", where: "the groove" }));
    const joint = (id: string, how: JointHow, paint: "before" | "after"): Joint => ({
      ...newJoint(id, "a", { kind: "part", partId: "b" }),
      how,
      paint,
    });
    const project = scene([part("a", "pale"), { ...part("b", "pale"), name: "The lid" }], [bare], {
      joints: [
        joint("m1", "glued", "before"),
        joint("m2", "slides", "after"),
        joint("m3", "loose", "after"),
        joint("m4", "glued", "after"),
      ],
    });
    const pane = {
      ...part("a", "pale"),
      source: { kind: "scratch" as const, sizeMm: [10, 10, 1] as [number, number, number], material: "clear sheet" as const },
    };
    const masked = { ...pane, work: [...pane.work, { id: "t", kind: "mask" as const, what: "tape" as const, places: 3 }] };
    expect(keptBare(masked, project).map((b) => b.words)).toEqual([
      "the groove",
      "the face that is glued to The lid: tape it",
      "where it rubs on The lid: plug it",
      "the seam to The lid: tape it",
      "the panes",
      "3 places under tape",
    ]);
    expect(new Set(keptBare(masked, project).map((b) => b.key)).size).toBe(6);
    expect(keptBare(part("c", "none"), project)).toEqual([]);
  });
});

describe("the air", () => {
  it("the most humidity is where the fault begins", () => {
    for (const airC of [5, 12, 20, 28]) {
      const rh = sprayLimitRh(airC);
      expect(sprayFault({ airC, rh: rh - 0.2 })).toBeNull();
      expect(sprayFault({ airC, rh: rh + 0.2 })).not.toBeNull();
    }
    expect(METHODS.spray.sprayed).toBe(true);
  });
});
