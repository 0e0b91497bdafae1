/** Again: the part's own first, what a mix takes now, what is short, and which drop corrects a new swatch. */
import { describe, expect, it } from "vitest";
import { block, coat, meshPart, projectOf, record, sizePart } from "../../tests/sampleProject";
import { stepsOfProject } from "../plan";
import type { Paint, Project } from "../project";
import { mixedColour, absorptionOfSwatch } from "../paint";
import { againOf, againWith, mixCard, swatchCorrection, type Again } from ".";

const T = Date.UTC(2026, 9, 24);
async function bench(): Promise<Project> {
  const wall = await meshPart("wall", "Wall", block(), [coat("c", "bog")]);
  const crate = sizePart("crate", { kind: "scratch", sizeMm: [20, 20, 20], material: "wood" });
  const project = projectOf([wall, { ...crate, name: "Crate" }]);
  const [like] = project.paints;
  const pot = (id: string, name: string, hex: string, more: Partial<Paint> = {}): Paint => ({
    ...like,
    id,
    name,
    hex,
    family: "water acrylic",
    sheen: "matt",
    stockMl: 20,
    mix: null,
    ...more,
  });
  const mix = {
    parts: [
      { paintId: "brown", name: "Earth", hex: "#705030", drops: 3 },
      { paintId: "white", name: "Chalk", hex: "#f0f0e8", drops: 1 },
    ],
    thinning: 0.5,
    at: T,
    came: "lighter",
  };
  const old = { ...mix, at: T - 9e9, came: "" };
  return {
    ...project,
    paints: [
      pot("brown", "Earth", "#705030"),
      pot("white", "Chalk", "#f0f0e8", { stockMl: 0.001 }),
      pot("ivory", "Ivory", "#efe9d8"),
      pot("bog", "Bog brown", "#8a7455", { mix }),
      pot("moss", "Moss", "#66704a", { mix: old }),
    ],
    lessons: [
      { id: "thin", title: "Thin it twice", about: "coat", at: T },
      { id: "brim", title: "A brim", about: "print", at: T + 1 },
    ],
    records: [
      record("crate", "crate/x/0", {
        id: "r",
        startedAt: T + 5,
        finishedAt: T + 6,
        result: "good",
        rests: { kind: "coat", paintId: "moss" },
      }),
    ],
  };
}
const isMix = (a: Again): a is Extract<Again, { kind: "mix" }> => a.kind === "mix";
const all = (project: Project, partId: string | null) => againOf(project, { steps: stepsOfProject(project) }, partId);

describe("again", () => {
  it("has the part's own first, then the latest", async () => {
    const project = await bench();
    const titles = (partId: string | null) =>
      all(project, partId)
        .filter((a) => a.kind !== "finish")
        .map((a) => a.title);
    expect(titles("crate")[0]).toBe("Moss");
    expect(titles("wall")[0]).toBe("Thin it twice");
    expect(titles(null)[0]).toBe("Moss");
    expect(all(project, null).every((a) => !a.here)).toBe(true);
  });
  it("filters by letters of any word, and loses nothing", async () => {
    const list = all(await bench(), null);
    expect(
      againWith(list, "EARTH chalk")
        .map((a) => a.title)
        .sort(),
    ).toEqual(["Bog brown", "Moss"]);
    expect(againWith(list, "bog ear").map((a) => a.title)).toEqual(["Bog brown"]);
    expect(againWith(list, " ")).toHaveLength(list.length);
    expect(againWith(list, "zebra")).toEqual([]);
  });
  it("a mix is counted out for the coats that wait for it, in its ratio, with what is short and what there is instead", async () => {
    const project = await bench();
    const kept = all(project, "wall")
      .filter(isMix)
      .find((a) => a.title === "Bog brown")!;
    const card = mixCard(project, { states: new Map() }, kept, "wall");
    expect(card.go?.parts.map((p) => p.id)).toEqual(["wall"]);
    expect(card.ml).toBeCloseTo(Math.max(0.3, card.go!.ml * 1.3), 9);
    expect(card.thinnerMl).toBeCloseTo(card.ml / 2, 9);
    const [earth, chalk] = card.parts;
    // Drops of 0.05 ml, three of four parts.
    expect(earth.ml / chalk.ml).toBeCloseTo(3, 9);
    expect(earth.drops).toBe(Math.round((card.ml * 0.75) / 0.05));
    expect(earth).toMatchObject({ shortMl: 0, instead: null });
    expect(chalk.shortMl).toBeCloseTo(chalk.ml - 0.001, 9);
    expect(chalk.instead?.name).toBe("Ivory");
    // Nothing waits for the other: the least that keeps its ratio.
    const moss = all(project, null)
      .filter(isMix)
      .find((a) => a.title === "Moss")!;
    expect(mixCard(project, { states: new Map() }, moss, null)).toMatchObject({ go: null, ml: 0.3 });
  });
  it("a swatch that is too dark wants chalk, one that is too light wants earth, and the same wants nothing", async () => {
    const project = await bench();
    const kept = all(project, "wall")
      .filter(isMix)
      .find((a) => a.title === "Bog brown")!;
    const card = mixCard(project, { states: new Map() }, kept, "wall");
    // The card is of the mix as it was: its colour by its parts is what it is compared with.
    const as = {
      ...kept,
      paint: { ...kept.paint, hex: mixedColour(kept.mix.parts.map((p) => ({ absorption: absorptionOfSwatch(p.hex), volume: p.drops }))) },
    };
    expect(swatchCorrection(project, as, card, as.paint.hex)).toEqual([]);
    expect(swatchCorrection(project, as, card, "#4a3a28")!.map((c) => c.name)).toContain("Chalk");
    expect(swatchCorrection(project, as, card, "#d8ccb4")!.map((c) => c.name)).toContain("Earth");
    expect(swatchCorrection({ ...project, paints: [] }, as, card, "#4a3a28")).toBeNull();
  });
});
