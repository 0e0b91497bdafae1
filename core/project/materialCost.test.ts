import { beforeAll, describe, expect, it } from "vitest";
import { block, hiding, meshPart, print, projectOf } from "../../tests/sampleProject";
import { planSchool, type SchoolPlan } from "../surface";
import { caseOf, materialCost, materialCostText, surfacesOf, type Paint, type Part, type Supply } from "./index";

let part: Part;
let plan: SchoolPlan;
beforeAll(async () => {
  part = hiding(await meshPart("brick", "Brick", block(), [print("large-filament")]), "fill-and-sand", 3);
  const project = projectOf([part]);
  plan = planSchool("fill-and-sand", caseOf(surfacesOf(part, project.scene)[3], part, project)!);
});
const can = (more: Partial<Paint> = {}): Paint => ({
  id: "can",
  name: "Filler primer, can",
  hex: "#aaaaaa",
  family: "solvent primer",
  sheen: "matt",
  stockMl: 300,
  ...more,
});
const paper = (grade: number, more: Partial<Supply> = {}): Supply => ({
  id: `p${grade}`,
  kind: "abrasive",
  name: `P${grade}`,
  what: `P${grade}`,
  stock: 3,
  price: null,
  ...more,
});

describe("what hiding costs in paint and paper", () => {
  it("nothing is said: what has no price is named, and nothing is guessed", () => {
    const cost = materialCost(plan, { paints: [], supplies: [] });
    expect(cost.sums.size).toBe(0);
    expect(cost.unknown).toContain("filler primer");
    expect(materialCostText(cost)).toMatch(/^no price for /);
  });
  it("by the price of a whole can: what leaves it, by the millilitre", () => {
    const { sums } = materialCost(plan, { paints: [can({ price: { minor: 1200, currency: "EUR" }, wholeMl: 400 })], supplies: [] });
    expect(sums.get("EUR")).toBeCloseTo(plan.usedMl * 3, 9);
    // A price without how much it was the price of says nothing.
    expect(materialCost(plan, { paints: [can({ price: { minor: 1200, currency: "EUR" } })], supplies: [] }).sums.size).toBe(0);
    expect(materialCost(plan, { paints: [can({ price: { minor: 1200, currency: "EUR" }, wholeMl: 0 })], supplies: [] }).sums.size).toBe(0);
  });
  it("currencies are never added up", () => {
    const supplies = plan.papers.map((p) => paper(p.grade, { price: { minor: 500, currency: "GBP" }, whole: 10 }));
    const cost = materialCost(plan, { paints: [can({ price: { minor: 1200, currency: "EUR" }, wholeMl: 400 })], supplies });
    expect([...cost.sums.keys()].sort()).toEqual(["EUR", "GBP"]);
    expect(cost.sums.get("GBP")).toBeCloseTo(
      plan.papers.reduce((n, p) => n + p.sheets * 50, 0),
      9,
    );
    expect(materialCostText(cost)).toMatch(/^about .* and /);
    expect(cost.unknown).toEqual([]);
  });
  it("a way that uses nothing up costs nothing, and says nothing", () => {
    const nothing = materialCost({ stages: [], papers: [] }, { paints: [], supplies: [] });
    expect(materialCostText(nothing)).toBe("");
  });
});
