/** The scheme: many pieces by one recipe, in the plan and in sums. Trade facts: common practice, no source. */
import { describe, expect, it } from "vitest";
import { projectOf, record, sizePart, THURSDAY } from "../../tests/sampleProject";
import type { Part, Project, StepRecord } from "../project";
import { STARTERS, type Recipe } from "../recipe";
import { layerMl } from "../surface";
import { coatsIn, type WorkItem } from "../stations/kinds";
import { coat } from "../../tests/sampleProject";
import {
  levelsOf,
  paintNeeds,
  pottedCoats,
  prospectOf,
  quickerWay,
  recipeOfCoats,
  schemeOf,
  statesOf,
  stepHandsS,
  stepsOfProject,
  tonight,
} from ".";

const starter = (id: string): Recipe => STARTERS.find((r) => r.id === `starter-${id}`)!;
const work = (recipeId: string): WorkItem[] => [{ id: "r", kind: "recipe", recipeId, differs: [] }];
/** A block of 40 × 30 × 40 mm: 68 cm² without its foot. */
const block = (id: string, items: WorkItem[], copies = 1): Part => ({
  ...sizePart(id, { kind: "scratch", sizeMm: [40, 30, 40], material: "wood" }, items),
  copies,
  goodBefore: copies,
  differs: { finish: "table" },
});
const nine = (recipeId: string): Part[] => Array.from({ length: 9 }, (_, i) => block(`p${i}`, work(recipeId)));
const scene = (parts: Part[], recipes: Recipe[], records: StepRecord[] = []): Project => projectOf(parts, records, { recipes });
const model = (project: Project, now = THURSDAY) =>
  tonight(project, now, { minutes: 240, spray: true, airbrush: true, warm: true, helper: false });

describe("the quick starters", () => {
  it.each(["quick-ruins", "dark-metal", "desert-rock"])("%s on nine hand-sized pieces is table-ready in one evening of the plan", (id) => {
    const project = scene(nine(starter(id).id), [starter(id)]);
    const { schedule, steps } = model(project);
    const ends = steps.map((s) => schedule.slots.find((x) => x.key === s.key)!.hands.at(-1)!.to);
    const first = Math.min(...steps.map((s) => schedule.slots.find((x) => x.key === s.key)!.hands[0].from));
    expect(steps.length).toBeGreaterThan(18);
    expect((Math.max(...ends) - first) / 3_600_000).toBeLessThan(4);
    expect(new Date(Math.max(...ends)).toDateString()).toBe(new Date(first).toDateString());
  });
});

describe("hands", () => {
  it("are what the plan says, one setting up for all nine", () => {
    const recipe = starter("timber");
    const project = scene(nine(recipe.id), [recipe]);
    for (const step of recipe.steps.slice(0, 4)) {
      const planned = stepsOfProject(project).filter((s) => s.itemId === "r" && s.key.includes(`/r/${step.id}.`));
      expect(planned).toHaveLength(9);
      expect(
        stepHandsS(
          step,
          project.parts.map((p) => ({ copies: p.copies, areaMm2: 6800 })),
        ),
      ).toBeCloseTo(
        planned.reduce((sum, s) => sum + s.handsOnS, 0),
        6,
      );
    }
  });
  it("nine parts of one take what one part of nine copies takes", () => {
    const recipe = starter("timber");
    const [a] = levelsOf(recipe, nine(recipe.id));
    const [b] = levelsOf(recipe, [block("x", work(recipe.id), 9)]);
    expect(a.handsS).toBeCloseTo(b.handsS, 6);
  });
  it("go up with the finish, and a finish that adds nothing has no flag", () => {
    const levels = levelsOf(starter("bone"), nine("x"));
    expect(levels.map((l) => l.lastId)).toEqual(["s4", "s5", null]);
    expect(levels[1].handsS).toBeGreaterThan(levels[0].handsS);
    expect(levels[2].handsS).toBe(levels[1].handsS);
  });
});

describe("a quicker way", () => {
  const brushed = { ...starter("timber").steps[1], method: "brush" as const };
  it("is named where a brush takes three times as long, and more than setting up the can", () => {
    const found = quickerWay(brushed, nine("x"))!;
    expect(found.method).toBe("spray");
    const slow = stepHandsS(
      brushed,
      nine("x").map(() => ({ copies: 1, areaMm2: 6800 })),
    );
    expect(found.workS + found.setUpS).toBeLessThan(slow);
    // One small piece is brushed before the can is shaken.
    expect(quickerWay(brushed, [block("one", [])])).toBeNull();
    expect(quickerWay({ ...brushed, method: "wash" }, nine("x"))).toBeNull();
    expect(quickerWay(brushed, [])).toBeNull();
  });
});

describe("millilitres", () => {
  // By hand: 0.02 mm × 1.2 by brush on 100 cm² are 0.24 ml of solids; by 35 % of solids and 95 % that stays on the part, 0.722 ml.
  it("a brushed acrylic on 100 cm² takes 0.72 ml; on its foot alone 0.11 ml", () => {
    const layer = { name: "x", family: "water acrylic" as const, method: "brush" as const, coats: 1 };
    expect(layerMl(layer, 10_000).potMl).toBeCloseTo(0.722, 3);
    expect(layerMl({ ...layer, share: 0.15 }, 10_000).potMl).toBeCloseTo(0.722 * 0.15, 3);
    expect(layerMl({ ...layer, coats: 3 }, 10_000).potMl).toBeCloseTo(3 * 0.722, 2);
    // Thinned it is laid in the same wet film: half pot, half thinner.
    const thin = layerMl({ ...layer, thinning: 1 }, 10_000);
    expect([thin.potMl, thin.thinnerMl]).toEqual([expect.closeTo(0.361, 3), expect.closeTo(0.361, 3)]);
  });
  it("nobody needs what is laid already, and what is short is said of the pot", () => {
    const recipe: Recipe = { ...starter("timber"), steps: starter("timber").steps.map((s) => ({ ...s, paintId: "brown" })) };
    const project = scene(nine(recipe.id), [recipe]);
    const [need] = paintNeeds(project, new Map());
    expect(need).toMatchObject({ paintId: "brown", parts: project.parts });
    const all = project.parts.flatMap((p) => pottedCoats(p, project)).reduce((sum, c) => sum + c.ml.potMl, 0);
    expect(need.needMl).toBeCloseTo(all, 9);
    const done = record("p0", "p0/r/s2.0", {
      startedAt: THURSDAY - 7_200_000,
      finishedAt: THURSDAY - 7_000_000,
      result: "good",
    });
    const after = { ...project, records: [done] };
    const less = paintNeeds(after, model(after).states).at(0)!;
    expect(less.needMl).toBeLessThan(need.needMl);
  });
});

describe("the tray", () => {
  const recipe = starter("quick-ruins");
  it("has a row a recipe, those with coats of their own, and those without paint", () => {
    const project = scene([...nine(recipe.id), block("own", [coat("c", "brown")]), block("bare", [])], [recipe, starter("bone")]);
    const scheme = schemeOf(project, model(project));
    expect(scheme.rows.map((r) => [r.recipe.id, r.pieces.length])).toEqual([[recipe.id, 9]]);
    expect([scheme.own.map((p) => p.id), scheme.none.map((p) => p.id)]).toEqual([["own"], ["bare"]]);
    expect(scheme.rows[0].next).toMatchObject({ pieces: 9, offered: true, toTable: 2, step: { id: "s1" }, pot: "Black primer" });
    expect(scheme.rows[0].next!.handsS).toBeCloseTo(
      stepHandsS(
        recipe.steps[0],
        project.parts.slice(0, 9).map((p) => ({ copies: p.copies, areaMm2: 6800 })),
      ),
      6,
    );
  });
  it("of nine pieces eight are next where one is dry, and it says until when the rest dry", () => {
    const project = scene(nine(recipe.id), [recipe]);
    const first = (id: string, at: number, waitS: number) =>
      record(id, `${id}/r/s1.0`, { startedAt: at - 60_000, finishedAt: at, waitS, result: "good" });
    const one = { ...project, records: [first("p0", THURSDAY - 60_000, 3600)] };
    expect(schemeOf(one, model(one)).rows[0].next).toMatchObject({ pieces: 8, step: { id: "s1" } });
    const all = { ...project, records: project.parts.map((p) => first(p.id, THURSDAY - 60_000, 3600)) };
    const [row] = schemeOf(all, model(all)).rows;
    expect(row.waits).toEqual({ why: "dries", until: THURSDAY - 60_000 + 3_600_000 });
    expect(row.next).toMatchObject({ offered: false, step: { id: "s2" } });
  });
  it("pieces that take it from another pot are another go", () => {
    const parts = nine(recipe.id).map((p, i): Part =>
      i < 4 ? { ...p, work: [{ id: "r", kind: "recipe", recipeId: recipe.id, differs: [{ stepId: "s1", paintId: "primer" }] }] } : p,
    );
    const project = scene(parts, [recipe]);
    expect(schemeOf(project, model(project)).rows[0].next).toMatchObject({ pot: "Grey primer", pieces: 4 });
  });
  it("the first of two coats dries: it says until when", () => {
    const two = { ...recipe, steps: recipe.steps.map((s, i) => (i === 0 ? { ...s, coats: 2 } : s)) };
    const project = scene(
      [block("p0", work(recipe.id))],
      [two],
      [record("p0", "p0/r/s1.0", { startedAt: THURSDAY - 120_000, finishedAt: THURSDAY - 60_000, waitS: 3600, result: "good" })],
    );
    const [row] = schemeOf(project, model(project)).rows;
    expect(row.waits).toEqual({ why: "dries", until: THURSDAY - 60_000 + 3_600_000 });
  });
  it("what a piece leaves out takes it no time", () => {
    const parts = nine(recipe.id).map((p): Part => ({
      ...p,
      work: [{ id: "r", kind: "recipe", recipeId: recipe.id, differs: [{ stepId: "s2", skip: true }] }],
    }));
    const [all] = levelsOf(recipe, nine(recipe.id));
    const [less] = levelsOf(recipe, parts);
    expect(all.handsS - less.handsS).toBeCloseTo(
      stepHandsS(
        recipe.steps[1],
        parts.map((p) => ({ copies: p.copies, areaMm2: 6800 })),
      ),
      6,
    );
  });
  it("shows what clashes where it clashes, and what belongs to another finish as not planned", () => {
    const wash = {
      ...starter("quick-ruins").steps[3],
      id: "w",
      wants: { ...starter("quick-ruins").steps[3].wants, family: "enamel wash" as const },
      finish: "table" as const,
    };
    const can = {
      ...wash,
      id: "v",
      role: "all over" as const,
      method: "spray" as const,
      wants: { name: "Can", family: "solvent varnish" as const, hex: "#eeeeee", sheen: "matt" as const },
    };
    const bad = { ...recipe, steps: [recipe.steps[0], wash, can, recipe.steps[5]] };
    const project = scene(nine(recipe.id), [bad]);
    const m = model(project);
    const [row] = schemeOf(project, m).rows;
    const facts = statesOf(row, row.pieces[0], project, m);
    expect(facts.map((f) => [f.step.id, f.clash !== null, f.planned])).toEqual([
      ["s1", false, true],
      ["w", false, true],
      ["v", true, true],
      ["s6", false, false],
    ]);
    // Dry when the last coat of all pieces is laid and has had its wait; what is not planned is never dry.
    const last = m.steps.filter((s) => s.key.endsWith("/s1.0")).map((s) => m.schedule.slots.find((x) => x.key === s.key)!.hands.at(-1)!.to);
    expect(facts[0].dryAt).toBe(Math.max(...last) + facts[0].waitS! * 1000);
    expect(facts[3].dryAt).toBeNull();
    expect(prospectOf(bad, project.parts, project, "table").warning).toMatch(/^Can over black|^Can over brown-black wash/i);
    expect(prospectOf(recipe, project.parts, project, "display")).toMatchObject({ warning: null, unpotted: recipe.steps, short: [] });
  });
});

describe("coats of its own, as a recipe", () => {
  it("lie where their way of laying lies, out of the same pots", () => {
    const part = block("own", [coat("p", "primer"), coat("d", "stone", "dry brush", 2), coat("w", "wash", "wash"), coat("x", "gone")]);
    const project = scene([part], []);
    const made = recipeOfCoats(part, project, "new");
    expect(made.steps.map((s) => [s.id, s.role, s.paintId, s.method, s.coats])).toEqual([
      ["p", "all over", "primer", "brush", 1],
      ["d", "raised", "stone", "dry brush", 2],
      ["w", "recesses", "wash", "wash", 1],
    ]);
    expect(coatsIn(part.work)).toHaveLength(4);
  });
});
