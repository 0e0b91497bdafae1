import { describe, expect, it } from "vitest";
import { coat, projectOf, sizePart } from "../../tests/sampleProject";
import type { LookDetail, LookSwatch, Project } from "../project";
import { detailsOpen, lookAgainst, plannedColours } from ".";

const part = (id: string, ...paints: string[]) =>
  sizePart(
    id,
    { kind: "scratch", sizeMm: [40, 30, 40], material: "wood" },
    paints.map((p) => coat(`${id}-${p}`, p)),
  );
const swatch = (id: string, hex: string, more: Partial<LookSwatch> = {}): LookSwatch => ({
  id,
  name: id,
  hex,
  paintId: null,
  onPurpose: "",
  ...more,
});
const scene = (swatches: LookSwatch[], ...parts: ReturnType<typeof part>[]): Project => {
  const project = projectOf(parts, [], { swatches });
  return { ...project, paints: project.paints.map((p) => (p.id === "stone" ? { ...p, hex: "#b0a890" } : p)) };
};

describe("the plan against a reference", () => {
  it("colours of the plan are those that are seen, once each, with their parts", () => {
    const planned = plannedColours(scene([], part("a", "primer", "brown"), part("b", "brown")));
    expect(planned.map((p) => [p.name, p.parts.map((x) => x.id)])).toEqual([["Brown", ["a", "b"]]]);
  });
  it("the nearest stands for a colour until another is said; the order of swatches and parts changes nothing", () => {
    const parts = [part("a", "brown"), part("b", "stone")];
    const [brown] = plannedColours(scene([], parts[0]));
    const near = lookAgainst(scene([swatch("w", brown.hex), swatch("x", "#ffffff")], ...parts));
    expect(near[0]).toMatchObject({ deltaE00: 0, words: "nobody sees a difference" });
    expect(near[0].planned!.paintId).toBe("brown");
    const turned = lookAgainst(scene([swatch("x", "#ffffff"), swatch("w", brown.hex)], ...[...parts].reverse()));
    expect(turned.map((a) => [a.swatch.id, a.planned!.paintId, a.words]).reverse()).toEqual(
      near.map((a) => [a.swatch.id, a.planned!.paintId, a.words]),
    );
    const said = lookAgainst(scene([swatch("w", brown.hex, { paintId: "stone" })], ...parts))[0];
    expect(said.planned!.paintId).toBe("stone");
    expect(said.deltaE00).toBeGreaterThan(5);
    // One that the plan does not lay any more gives way to the nearest.
    expect(lookAgainst(scene([swatch("w", brown.hex, { paintId: "gone" })], ...parts))[0].planned!.paintId).toBe("brown");
  });
  it("without a coat there is nothing to be beside", () => {
    expect(lookAgainst(scene([swatch("w", "#123456")], part("a", "primer")))[0]).toMatchObject({
      planned: null,
      words: "the plan lays no colour yet",
    });
    expect(lookAgainst(projectOf([part("a")]))).toEqual([]);
  });
});

describe("details", () => {
  const detail = (id: string, more: Partial<LookDetail> = {}): LookDetail => ({
    id,
    what: id,
    wanted: "must",
    handsOnS: 600,
    done: false,
    ...more,
  });
  it("those that are skipped or done take nothing more, one without a time counts and adds none", () => {
    expect(
      detailsOpen({
        details: [detail("a"), detail("b", { wanted: "skip" }), detail("c", { done: true }), detail("d", { handsOnS: null })],
      }),
    ).toEqual({ open: 2, handsS: 600 });
    expect(detailsOpen({})).toEqual({ open: 0, handsS: 0 });
  });
});
