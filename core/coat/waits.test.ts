import { describe, expect, it } from "vitest";
import { projectOf, sizePart } from "../../tests/sampleProject";
import { stepsOfPart } from "../plan";
import type { Paint, Project } from "../project";
import { checkStack, waitsAfter, waitsInSumS, type CoatFamily, type CoatLayer, type CoatMethod } from "./index";

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

// Common practice, no source: what people who time their evenings do between two coats.
describe("waits of the trade", () => {
  const MIN = 60;
  const primer = [layer("print", "bare filament"), layer("primer", "solvent primer", "spray")];
  const wait = (under: CoatLayer, over: CoatLayer): number => waitsAfter([...primer, under, over])[2] / MIN;
  it.each<[string, CoatLayer, CoatLayer, number, number]>([
    ["after a dry brush", layer("u", "water acrylic", "dry brush"), layer("o", "water acrylic", "dry brush"), 3, 5],
    ["after a sponge", layer("u", "water acrylic", "sponge"), layer("o", "water acrylic"), 8, 12],
    ["after airbrushed acrylic", layer("u", "water acrylic", "airbrush"), layer("o", "water acrylic", "airbrush"), 8, 12],
    ["after brushed acrylic", layer("u", "water acrylic"), layer("o", "water acrylic"), 20, 30],
    ["after a wash", layer("u", "water wash", "wash"), layer("o", "water acrylic", "dry brush"), 60, 120],
    ["after paint laid as a wash", layer("u", "water acrylic", "wash", { thinning: 6 }), layer("o", "water acrylic"), 60, 120],
    [
      "a light solvent clear over airbrushed acrylic",
      layer("u", "water acrylic", "airbrush"),
      layer("o", "solvent varnish", "airbrush"),
      60,
      120,
    ],
    ["a light solvent clear over sprayed acrylic", layer("u", "water acrylic", "spray"), layer("o", "solvent varnish", "mist"), 60, 125],
    ["a water-based clear over sprayed acrylic", layer("u", "water acrylic", "spray"), layer("o", "water varnish", "airbrush"), 60, 120],
    ["tape over airbrushed acrylic", layer("u", "water acrylic", "airbrush"), layer("o", "masking", "tape"), 4 * 60, 24 * 60],
    ["tape over brushed acrylic", layer("u", "water acrylic"), layer("o", "masking", "tape"), 4 * 60, 24 * 60],
  ])("%s", (_, under, over, least, most) => {
    expect(wait(under, over)).toBeGreaterThanOrEqual(least);
    expect(wait(under, over)).toBeLessThanOrEqual(most);
  });

  const dry = (id: string): CoatLayer => layer(id, "water acrylic", "dry brush");
  const sprayed = (id: string): CoatLayer => layer(id, "water acrylic", "airbrush");
  // Five orders of work that are described with the sittings they take; an evening is about four hours.
  it.each<[string, CoatLayer[], number]>([
    ["ruins: three tones dry-brushed over black", [dry("grey"), dry("pale"), dry("white"), layer("dust", "pigment", "dust")], 1.5],
    [
      "a set in two hours: light from above, two clear colours, metal",
      [layer("light", "water acrylic", "from above"), sprayed("red"), sprayed("brown"), dry("metal")],
      2,
    ],
    [
      "masonry: base, two washes into each other, three tones",
      [
        layer("base", "water acrylic"),
        layer("red wash", "water wash", "wash"),
        layer("black wash", "water wash", "wash", { wet: true }),
        dry("a"),
        dry("b"),
        dry("c"),
      ],
      4,
    ],
    [
      "armour: four airbrushed tones and a light clear",
      [sprayed("1"), sprayed("2"), sprayed("3"), sprayed("4"), layer("clear", "solvent varnish", "airbrush")],
      4,
    ],
    [
      "vehicle: airbrushed, gloss, a spirit wash overnight, matt the next day",
      [
        sprayed("1"),
        sprayed("2"),
        layer("gloss", "water varnish", "airbrush", { sheen: "gloss" }),
        layer("wash", "enamel wash", "wash"),
        layer("matt", "water varnish", "airbrush", { sheen: "matt" }),
        layer("dust", "pigment", "dust"),
      ],
      26,
    ],
  ])("%s: in so many hours", (_, coats, most) => {
    const stack = [...primer, ...coats];
    expect(checkStack(stack).verdicts.filter((v) => ["never", "seal first"].includes(v.verdict))).toEqual([]);
    expect(waitsInSumS(stack) / H).toBeLessThanOrEqual(most);
    expect(short(stack)).toBeLessThan(1);
  });

  it("thinner paint is dry sooner where it is sprayed or brushed, and no sooner in a pool", () => {
    const after = (method: CoatMethod, thinning: number): number =>
      wait(layer("u", "water acrylic", method, { thinning }), layer("o", "water acrylic"));
    expect(after("brush", 1) / after("brush", 0)).toBeCloseTo(0.25, 6);
    expect(after("wash", 1)).toBe(after("wash", 0));
  });
  it("coats of one layer wait for each other; what comes after the last is not in the sum", () => {
    const two = waitsInSumS([...primer, layer("a", "water acrylic", "brush", { coats: 2 })]);
    expect(two - waitsInSumS([...primer, layer("a", "water acrylic")])).toBe(25 * MIN);
  });
});
