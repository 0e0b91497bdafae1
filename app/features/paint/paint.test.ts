import { beforeAll, describe, expect, it } from "vitest";
import { checkStack, FAMILIES, filmOf, METHODS, type CoatFamily, type CoatMethod } from "~core/coat";
import { newJoint, type Part } from "~core/project";
import type { GlueId, Joint } from "~core/joint";
import { block, coat, hiding, meshPart, print, projectOf, sizePart } from "../../../tests/sampleProject";
import { columnsOf, coreBands } from "./CoreSample";
import { stackOfPart } from "~core/plan";

let brick: Part;
beforeAll(async () => {
  brick = await meshPart("brick", "Brick", block());
});

const stackOf = (work: Part["work"]) => {
  const part = { ...hiding(brick, "leave"), work: [print(), ...work] };
  return stackOfPart(part, projectOf([part], [], { joints: [{ ...onBase("brick"), glueId: "white-glue" }] }));
};

/** What is glued to the board, of foam. */
const onBase = (partId: string): Joint => newJoint("on-base", partId, { kind: "board" });

describe("the stack of a part", () => {
  it("begins with what it is made of and follows the order of work", () => {
    const stack = stackOf([
      { id: "h", kind: "hide", school: "fill-and-sand", surfaceId: "s" },
      coat("p", "primer"),
      { id: "g", kind: "ground", recipeId: "sand-and-grit", areaMm2: 100, depthMm: 2 },
      coat("b", "brown"),
      { id: "j", kind: "glue", jointId: "on-base" },
      { id: "o", kind: "own", title: "Secret glaze", handsOnS: 60, waitS: 0, family: "water wash", procedureId: null },
    ]);
    expect(stack.map((l) => l.family)).toEqual([
      "bare filament",
      "solvent primer",
      "water primer",
      "wetted sand",
      "water acrylic",
      "white glue",
      "water wash",
    ]);
    expect(stack.at(-1)!.name).toBe("Secret glaze");
  });
  it("leaves out what lays nothing down, and paints that are gone", () => {
    const stack = stackOf([
      { id: "h", kind: "hide", school: "leave", surfaceId: "s" },
      { id: "o", kind: "own", title: "Tea", handsOnS: 60, waitS: 0, family: null, procedureId: null },
      coat("x", "no-such-paint"),
    ]);
    expect(stack.length).toBe(1);
  });
  it("knows foam, and resin by its printer", () => {
    const base = sizePart("base", { kind: "scratch", sizeMm: [10, 10, 10], material: "foam" }, [coat("c", "can", "spray")]);
    const check = checkStack(stackOfPart(base, projectOf([base])));
    expect(check.verdicts[0]).toMatchObject({ under: "foam", verdict: "never" });
    const part = { ...brick, work: [print("resin")] };
    expect(stackOfPart(part, projectOf([part]))[0].family).toBe("bare resin");
  });
  it("a foam-safe glue is not taken for instant glue", () => {
    const ok = (glueId: GlueId): boolean => {
      const part = sizePart("base", { kind: "scratch", sizeMm: [10, 10, 10], material: "foam" }, [
        { id: "j", kind: "glue", jointId: "on-base" },
      ]);
      return checkStack(stackOfPart(part, projectOf([part], [], { joints: [{ ...onBase("base"), glueId }] }))).ok;
    };
    expect(ok("contact")).toBe(true);
    expect(ok("instant-gel")).toBe(false);
  });
  it("moving the ground behind the varnish turns fine into never", () => {
    const ground = { id: "g", kind: "ground", recipeId: "sand-and-grit", areaMm2: 100, depthMm: 2 } as const;
    expect(checkStack(stackOf([coat("p", "primer"), ground, coat("v", "can", "spray")])).ok).toBe(true);
    expect(checkStack(stackOf([coat("p", "primer"), coat("v", "can", "spray"), ground])).ok).toBe(false);
  });
});

describe("the core sample", () => {
  const steps = { cuspMm: 0.173, pitchMm: 0.346, spacingMm: 0.4 };
  let base: Float64Array;
  let bands: ReturnType<typeof coreBands>["bands"];
  beforeAll(() => {
    const stack = stackOf([coat("p", "primer", "spray", 2), coat("b", "brown"), coat("s", "stone", "dry brush"), coat("m", "matt")]);
    ({ base, bands } = coreBands(stack, steps, 0.5));
  });
  it("lays each film on the one below, none thinner than nothing", () => {
    expect(bands.map((b) => b.layer.id)).toEqual(["p", "b", "s", "m"]);
    bands.forEach((b, i) => {
      expect(b.bottom).toBe(i === 0 ? base : bands[i - 1].top);
      expect(b.top.every((v, k) => v > b.bottom[k])).toBe(true);
    });
  });
  it("films are about as thick as the table says", () => {
    for (const b of bands) {
      const mean = b.top.reduce((a, v, i) => a + v - b.bottom[i], 0) / b.top.length;
      expect(mean / filmOf(b.layer), b.layer.name).toBeGreaterThan(0.8);
      expect(mean / filmOf(b.layer), b.layer.name).toBeLessThan(1.3);
    }
  });
  it("draws whatever may be laid, tape, alcohol and sanding too, however thin", () => {
    const layer = (family: CoatFamily, method: CoatMethod, more: object = {}) => ({
      id: "x",
      itemId: "x",
      name: "x",
      family,
      method,
      coats: 1,
      ...more,
    });
    for (const family of Object.keys(FAMILIES) as CoatFamily[])
      for (const method of Object.keys(METHODS) as CoatMethod[])
        for (const thinning of [0, 50]) {
          const drawn = coreBands([layer("bare filament", "brush"), layer(family, method, { thinning })], steps, 0.5).bands;
          for (const b of drawn)
            expect(
              b.top.every((v, i) => v >= b.bottom[i] && Number.isFinite(v)),
              `${family} ${method}`,
            ).toBe(true);
        }
  });
  it("has a core for each part of the relief that is painted apart, and one where none is", () => {
    const core = (...work: ReturnType<typeof coat>[]) =>
      columnsOf(stackOf(work), steps, 0.5).columns.map((c) => [c.spots.join(" "), c.bands.map((b) => b.layer.id).join(" ")]);
    expect(core(coat("p", "primer", "spray"), coat("b", "brown"))).toEqual([["", "p b"]]);
    expect(core(coat("p", "primer", "spray"), coat("w", "brown", "wash"), coat("d", "stone", "dry brush"))).toEqual([
      ["foot", "p"],
      ["recess", "p w"],
      ["raised", "p d"],
    ]);
    expect(core(coat("p", "primer", "spray"), coat("d", "stone", "dry brush"))).toEqual([
      ["foot recess", "p"],
      ["raised", "p d"],
    ]);
  });
  it("coats soften the steps below them", () => {
    const depth = (p: Float64Array): number => Math.max(...p) - Math.min(...p);
    expect(depth(bands.at(-1)!.top)).toBeLessThan(depth(base));
  });
});
