import { describe, expect, it } from "vitest";
import { GLUES } from "../joint";
import { hasTool, isAtHand, SUPPLY_KINDS, type Supply } from "./index";

const supply = (kind: Supply["kind"], what: string, stock = 1): Supply => ({ id: what, kind, name: what, what, stock, price: null });

describe("what is in the workshop", () => {
  it("is not known of a kind of which nothing was put down, and then counts neither way", () => {
    expect(isAtHand([], "glue", "white-glue")).toBeUndefined();
    expect(isAtHand([supply("tool", "airbrush")], "glue", "white-glue")).toBeUndefined();
    expect(hasTool([], "airbrush")).toBeUndefined();
  });
  it("is there while some of it is left", () => {
    const shelf = [supply("glue", "white-glue", 0), supply("glue", "contact", 0.5)];
    expect([isAtHand(shelf, "glue", "contact"), isAtHand(shelf, "glue", "white-glue"), isAtHand(shelf, "glue", "epoxy-5")]).toEqual([
      true,
      false,
      false,
    ]);
    expect(isAtHand([...shelf, supply("glue", "white-glue", 2)], "glue", "white-glue")).toBe(true);
  });
  it("says whether a need can be met", () => {
    const tools = [supply("tool", "spray-booth"), supply("tool", "caliper")];
    expect([hasTool(tools, "spray place"), hasTool(tools, "airbrush")]).toEqual([true, false]);
  });
  it("can be any glue of the table", () => expect(SUPPLY_KINDS.glue.choices.map((c) => c.id)).toEqual(GLUES.map((g) => g.id)));
  // ISO 6344-2 (macrogrits) and 6344-3 (microgrits): the designations of the P series, from memory.
  it("has only grades that the P series has, coarse before fine", () => {
    const series = [
      12, 16, 20, 24, 30, 36, 40, 50, 60, 80, 100, 120, 150, 180, 220, 240, 280, 320, 360, 400, 500, 600, 800, 1000, 1200, 1500, 2000, 2500,
      3000, 5000,
    ];
    const ours = SUPPLY_KINDS.abrasive.choices.map((c) => Number(c.id.slice(1)));
    expect(ours.filter((g) => !series.includes(g))).toEqual([]);
    expect(ours).toEqual([...ours].sort((a, b) => a - b));
  });
});
