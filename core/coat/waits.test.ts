import { describe, expect, it } from "vitest";
import { projectOf, sizePart } from "../../tests/sampleProject";
import { stepsOfPart } from "../plan";
import type { Paint, Project } from "../project";
import { checkStack, waitsAfter, type CoatFamily, type CoatLayer, type CoatMethod } from "./index";

const H = 3600;
const layer = (id: string, family: CoatFamily, method: CoatMethod = "brush", more: Partial<CoatLayer> = {}): CoatLayer => ({
  id,
  name: id,
  family,
  method,
  coats: 1,
  ...more,
});
/** Laid one after the other with these waits, the check finds nothing too young. */
const short = (layers: readonly CoatLayer[]): number => {
  const after = waitsAfter(layers);
  let atH = 0;
  const dated = layers.map((l, i) => {
    const out = { ...l, atH };
    atH += after[i] / H;
    return out;
  });
  return checkStack(dated).verdicts.reduce((most, v) => Math.max(most, v.shortS), 0);
};

describe("waits between coats", () => {
  const damp = { airC: 10, rh: 80 };
  // The cold, damp room in which Tonight offered a coat after an hour and a half and the check asked for seven.
  it("in a cold damp room the plan waits as long as the check asks", () => {
    for (const air of [{}, damp, { airC: 30, rh: 20 }, { airC: 2, rh: 95 }]) {
      const stack = [
        layer("ground", "bare filament"),
        layer("primer", "water primer", "spray"),
        layer("base", "water acrylic"),
        layer("wash", "water wash", "wash"),
        layer("dry brush", "water acrylic", "dry brush"),
        layer("varnish", "water varnish", "airbrush"),
      ].map((l) => ({ ...l, ...air }));
      expect(short(stack)).toBeLessThan(1);
    }
    const [inDamp, inTable] = [damp, {}].map(
      (air) =>
        waitsAfter([
          { ...layer("a", "water primer"), ...air },
          { ...layer("b", "water acrylic"), ...air },
        ])[0],
    );
    expect(inDamp).toBeGreaterThan(2 * inTable);
  });
  it("counts what still lies open further down: an enamel wash under a dry brush", () => {
    const stack = [
      layer("ground", "bare filament"),
      layer("base", "water acrylic"),
      layer("wash", "enamel wash", "wash"),
      layer("dry brush", "water acrylic", "dry brush"),
      layer("second wash", "enamel wash", "wash"),
      layer("varnish", "water varnish"),
    ];
    expect(short(stack)).toBeLessThan(1);
  });
  it("over every pair of families that may lie on each other", () => {
    const families: CoatFamily[] = [
      "water primer",
      "solvent primer",
      "water acrylic",
      "water wash",
      "lacquer",
      "enamel",
      "oil paint",
      "alcohol ink",
    ];
    for (const under of families)
      for (const over of families)
        expect(
          short([layer("g", "bare resin"), layer("u", under), layer("d", "water acrylic", "dry brush"), layer("o", over)]),
          `${over} over ${under}`,
        ).toBeLessThan(1);
  });
  it("is what the steps of the plan wait, and the room's air moves them", () => {
    const paints: Paint[] = projectOf([]).paints;
    const work = paints
      .slice(0, 2)
      .map((p, i) => ({ id: `c${i}`, kind: "coat" as const, paintId: p.id, method: "brush" as const, coats: 1 }));
    const part = sizePart("crate", { kind: "typed", sizeMm: [20, 20, 20], shell: false }, work);
    const project = projectOf([part]);
    const waits = (p: Project): number[] =>
      stepsOfPart(part, p)
        .filter((s) => s.station === "paint")
        .map((s) => s.waitS);
    const cold = { ...project, habits: { ...project.habits, air: damp } };
    expect(waits(project).length).toBeGreaterThan(1);
    waits(cold).forEach((s, i) => expect(s).toBeGreaterThan(waits(project)[i]));
  });
});
