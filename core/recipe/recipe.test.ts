/** Recipes to begin with: what they hold, and what the coat check says of each. Trade facts: common practice, no source. */
import { describe, expect, it } from "vitest";
import { checkStack, isClash, type CoatLayer } from "../coat";
import { recipeSchema } from "../rows";
import {
  copiesOf,
  FINISH_ORDER,
  layerOf,
  paintedShare,
  placeWords,
  ROLE_IDS,
  ROLES,
  shareOf,
  STARTERS,
  stepsUpTo,
  workedShare,
  withPot,
  withoutPot,
} from ".";

const step = STARTERS[0].steps[0];

describe("starters", () => {
  it("are about twenty, each fit to be kept, with ids and names of their own", () => {
    expect(STARTERS.length).toBeGreaterThanOrEqual(20);
    expect(new Set(STARTERS.map((r) => r.id)).size).toBe(STARTERS.length);
    expect(new Set(STARTERS.map((r) => r.name)).size).toBe(STARTERS.length);
    for (const r of STARTERS) {
      expect(recipeSchema.validate(r, { convert: false }).error, r.name).toBeUndefined();
      expect(new Set(r.steps.map((s) => s.id)).size, r.name).toBe(r.steps.length);
    }
  });

  it.each(STARTERS.flatMap((r) => FINISH_ORDER.map((f) => [r.name, f, r] as const)))(
    "%s, %s: no coat spoils one below",
    (_, finish, recipe) => {
      const layers: CoatLayer[] = [
        { id: "ground", name: "filament", family: "bare filament", method: "brush", coats: 1 },
        ...stepsUpTo(recipe, finish).map((s) => ({ id: s.id, ...layerOf(s, s.wants) })),
      ];
      const clashes = checkStack(layers).verdicts.filter((v) => isClash(v.verdict));
      expect(clashes.map((v) => `${v.over} over ${v.under}: ${v.why}`)).toEqual([]);
    },
  );

  it("begin table-ready, and go on to more", () => {
    for (const r of STARTERS) {
      const counts = FINISH_ORDER.map((f) => stepsUpTo(r, f).length);
      expect(counts[0], r.name).toBeGreaterThan(1);
      expect([...counts].sort((a, b) => a - b)).toEqual(counts);
      expect(stepsUpTo(r, "display")).toEqual(r.steps.filter((s) => s.role !== "bare"));
    }
  });
});

describe("roles", () => {
  it("each has a share of the area, and a word", () => {
    for (const id of ROLE_IDS) {
      expect(ROLES[id].share).toBeGreaterThan(0);
      expect(ROLES[id].share).toBeLessThanOrEqual(1);
      expect(placeWords({ role: id, where: "" })).toBe(ROLES[id].label);
    }
    expect(placeWords({ role: "tips", where: "beams" })).toBe("tips and edges: beams");
    expect(placeWords({ role: "picked out", where: "every fifth brick" })).toBe("every fifth brick");
  });

  it("a foot is worked by its share, a dry brush goes over everything; paint lies on no more than the role", () => {
    const foot = { ...step, role: "foot" as const, method: "brush" as const, share: null };
    const raised = { ...step, role: "raised" as const, method: "dry brush" as const, share: null };
    expect([workedShare(foot), workedShare(raised)]).toEqual([0.15, 1]);
    expect([paintedShare(foot), paintedShare(raised)]).toEqual([0.15, 0.25]);
    expect(shareOf({ ...foot, share: 0.4 })).toBe(0.4);
    expect(paintedShare({ ...foot, method: "wash", share: 0.9 })).toBe(0.3);
  });

  it("a coat on a part of the area never closes the whole", () => {
    const foot = { ...step, role: "foot" as const, method: "brush" as const, share: null, coats: 5 };
    expect(layerOf(foot, foot.wants)).toMatchObject({ spots: ["foot"], share: 0.15 });
    expect(layerOf({ ...foot, role: "all over" }, foot.wants)).not.toHaveProperty("share");
  });

  it("accents on every third of seven copies are on three", () => {
    expect(copiesOf({ every: 3 }, 7)).toBe(3);
    expect(copiesOf({}, 7)).toBe(7);
    expect(copiesOf({ every: 100 }, 1)).toBe(1);
  });
});

describe("pots of a recipe", () => {
  const recipe = { ...STARTERS[0], steps: STARTERS[0].steps.map((s, i) => ({ ...s, paintId: i < 2 ? "a" : null })) };
  it("are named again, or forgotten with what was wanted", () => {
    expect(withPot(recipe, "none", "b")).toBe(recipe);
    expect(withPot(recipe, "a", "b").steps.map((s) => s.paintId)).toEqual(["b", "b", null, null, null, null]);
    const pot = { id: "a", name: "Soot", family: "water acrylic" as const, hex: "#101010", sheen: "matt" as const };
    const without = withoutPot(recipe, pot);
    expect(without.steps.map((s) => s.paintId)).toEqual([null, null, null, null, null, null]);
    expect(without.steps.slice(0, 3).map((s) => s.wants.name)).toEqual(["Soot", "Soot", "Pale grey"]);
    expect(withoutPot(recipe, { ...pot, id: "z" })).toBe(recipe);
  });
});
