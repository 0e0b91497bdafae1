import { describe, expect, it } from "vitest";
import { projectOf } from "../../tests/sampleProject";
import { conditionsOf, type Project, type Supply } from ".";

const project: Project = { ...projectOf([]), supplies: [] };
const tool = (what: string, stock: number): Supply => ({ id: what, kind: "tool", name: what, what, stock, price: null });
const damp = { ...project, habits: { ...project.habits, air: { airC: 12, rh: 92 } } };

describe("what is at hand", () => {
  it("nothing said allows everything; a shelf of tools without a place to spray forbids it; damp air too", () => {
    expect(conditionsOf(project)).toMatchObject({ noSprayPlace: false, noAirbrush: false, damp: null });
    expect(conditionsOf({ ...project, supplies: [tool("airbrush", 1)] }).noSprayPlace).toBe(true);
    expect(conditionsOf({ ...project, supplies: [tool("spray-booth", 1)] })).toMatchObject({ noSprayPlace: false, noAirbrush: true });
    expect(conditionsOf(damp)).toMatchObject({ noSprayPlace: false, damp: { airC: 12, rh: 92 } });
  });
  it("papers that are there are the ones that are used", () => {
    const sheet: Supply = { id: "p", kind: "abrasive", name: "P120", what: "P120", stock: 2, price: null };
    expect(conditionsOf({ ...project, supplies: [sheet] }).grades).toEqual([120]);
    expect(conditionsOf({ ...project, supplies: [{ ...sheet, stock: 0 }] }).grades).toBeUndefined();
  });
});

describe("a value of the workshop", () => {
  it("stands while nothing of what it reads is another, whatever else of the workshop or the scene is", () => {
    const now = conditionsOf(project);
    expect(conditionsOf({ ...project, habits: { ...project.habits, currency: "USD", paper: "letter" } })).toBe(now);
    expect(conditionsOf({ ...project, scene: { ...project.scene, name: "Another" } })).toBe(now);
  });
  it("is one for all scenes of a workshop", () => {
    const now = conditionsOf(project);
    expect(conditionsOf({ ...project, scene: { ...project.scene, id: "second" } })).toBe(now);
  });
  it("follows the shelf, the air and own readings", () => {
    const now = conditionsOf(project);
    expect(conditionsOf(damp)).not.toBe(now);
    expect(conditionsOf({ ...project, supplies: [tool("airbrush", 1)] })).not.toBe(now);
    expect(conditionsOf({ ...project, habits: { ...project.habits, fills: [] } })).toEqual(conditionsOf(project));
  });
});
