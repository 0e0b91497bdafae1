import { describe, expect, it } from "vitest";
import { tonight } from "../plan";
import type { Part } from "../project";
import { coat, HOUR, projectOf, sizePart, THURSDAY } from "../../tests/sampleProject";
import { decideBy, decisionsOf } from "./decisions";
import { airbrushIsOut, tripOf } from "./sprayTrip";

const wood: Part["source"] = { kind: "scratch", sizeMm: [40, 30, 20], material: "wood" };

describe("open decisions", () => {
  const bare = sizePart("bare", wood);
  const recipe = {
    id: "r",
    name: "Bricks",
    school: "dark to light",
    steps: [
      {
        id: "a",
        role: "all over" as const,
        where: "",
        share: null,
        paintId: null,
        wants: { name: "Brick red", family: "water acrylic" as const, hex: "#803020", sheen: "matt" as const },
        method: "brush" as const,
        coats: 1,
        finish: "table" as const,
        brush: "",
        looksSo: "",
        judgeAfterMin: null,
        ifTooMuch: "",
      },
    ],
  };
  const laid = sizePart("laid", wood, [coat("p", "primer"), { id: "w", kind: "recipe", recipeId: "r", differs: [] }]);
  const fine = sizePart("fine", wood, [coat("p", "primer"), coat("c", "stone")]);
  const project = projectOf([bare, laid, fine], [], { recipes: [recipe] });
  const model = tonight(project, THURSDAY, 240);
  it("a part without work and a role without a pot are named, with when the plan has them", () => {
    const found = decisionsOf(project, model);
    expect(found.map((d) => [d.partId, d.what.split(":")[0]])).toEqual([
      ["laid", "a pot for Brick red"],
      ["bare", "what is done to it"],
    ]);
    expect(found[0].planned).toBeGreaterThanOrEqual(THURSDAY);
    expect(decideBy(found[0], [])).toEqual({ at: found[0].planned, dated: false });
    expect(decideBy(found[1], [])).toBeNull();
  });
  it("the date that is wanted comes before the plan's", () => {
    const [found] = decisionsOf(project, model);
    const by = (keys: string[], hours: number) => ({ title: "x", on: [], keys, by: THURSDAY + hours * HOUR, planned: THURSDAY });
    const latest = [by(["another"], 1), by(found.keys, 100), by(found.keys.slice(0, 1), 90)];
    expect(decideBy(found, latest)).toEqual({ at: THURSDAY + 90 * HOUR, dated: true });
  });
  it("what is decided is not asked", () => {
    const chosen = { ...project, scene: { ...project.scene, recipes: [{ ...recipe, steps: [{ ...recipe.steps[0], paintId: "stone" }] }] } };
    expect(decisionsOf(chosen, tonight(chosen, THURSDAY, 240)).map((d) => d.partId)).toEqual(["bare"]);
  });
});

describe("one trip to spray", () => {
  const group = (handsS: number, more = {}) => ({ handsS, cleanS: 0, waitS: 0, pieces: [{ step: { pieces: 2 } }], ...more }) as never;
  it("holds what fits the hour in its order; what must dry first is another trip", () => {
    expect(tripOf({ groups: [group(1500), group(1500, { cleanS: 120 }), group(1500)] })).toEqual({ pieces: 4, all: 6, usedS: 3120 });
    expect(tripOf({ groups: [group(600), group(600, { waitS: 1800 })] })).toEqual({ pieces: 2, all: 4, usedS: 600 });
    expect(tripOf({ groups: [group(4000)] })).toEqual({ pieces: 0, all: 2, usedS: 0 });
    expect(tripOf({ groups: [] })).toEqual({ pieces: 0, all: 0, usedS: 0 });
  });
});

describe("the airbrush", () => {
  const step = (record: object) =>
    ({ steps: [{ key: "k", rests: { method: "airbrush" } }], states: new Map([["k", { kind: "done", record }]]) }) as never;
  it("lies there for two hours after its last coat", () => {
    expect(airbrushIsOut(step({ finishedAt: null }), THURSDAY)).toBe(true);
    expect(airbrushIsOut(step({ finishedAt: THURSDAY - HOUR }), THURSDAY)).toBe(true);
    expect(airbrushIsOut(step({ finishedAt: THURSDAY - 3 * HOUR }), THURSDAY)).toBe(false);
  });
});
