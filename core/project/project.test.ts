import { beforeAll, describe, expect, it } from "vitest";
import { block, meshPart, mound, print, projectOf, sizePart } from "../../tests/sampleProject";
import { reportMesh } from "../mesh";
import { ratioScale } from "../scale";
import {
  contentHash,
  doorFits,
  materialOf,
  meshHashes,
  partAreaMm2,
  partRealMm,
  partSizeMm,
  partVolumeMm3,
  printFactsOf,
  printOptions,
  TYPED_WALL_MM,
  typedMesh,
  type Part,
} from "./index";

let hill: Part;
let brick: Part;
beforeAll(async () => {
  hill = await meshPart("hill", "Hill", mound());
  brick = await meshPart("brick", "Brick", block());
});

describe("size, area and volume of a part", () => {
  // Linear factor s scales area by s² and volume by s³ (exact).
  it("follow the factor: 1.5 gives 2.25 and 3.375", () => {
    const big = { ...brick, factor: 1.5 };
    expect(partSizeMm(big)).toEqual([60, 45, 30]);
    expect(partAreaMm2(big) / partAreaMm2(brick)).toBeCloseTo(2.25, 9);
    expect(partVolumeMm3(big) / partVolumeMm3(brick)).toBeCloseTo(3.375, 9);
  });
  it("are real at the scene's ratio", () => {
    const scene = projectOf([], [], { scale: ratioScale(50) }).scene;
    expect(partRealMm(brick, scene)).toEqual([2000, 1500, 1000]);
  });
  it("of a box known by size: four sides and the top", () => {
    const base = sizePart("base", { kind: "scratch", sizeMm: [320, 240, 25], material: "foam" });
    expect(partAreaMm2(base)).toBe(320 * 240 + 2 * 25 * (320 + 240));
    expect(partVolumeMm3(base)).toBe(320 * 240 * 25);
  });
  it("take an inside-out mesh as positive", () => {
    const source = brick.source.kind === "mesh" ? brick.source : null;
    const turned = { ...brick, source: { ...source!, report: { ...source!.report, volumeMm3: -24000 } } };
    expect(partVolumeMm3(turned)).toBe(24000);
  });
});

describe("the stand-in of a typed size", () => {
  it("is a closed shell of four walls and a lid", () => {
    const { report } = reportMesh(typedMesh([100, 80, 60], true));
    const w = TYPED_WALL_MM;
    expect(report.watertight).toBe(true);
    expect(report.volumeMm3).toBeCloseTo(100 * 80 * 60 - (100 - 2 * w) * (80 - 2 * w) * (60 - w), 0);
    expect(report.bounds.size).toEqual([100, 80, 60]);
  });
  it("is a block when it is solid, or too small for walls", () => {
    expect(reportMesh(typedMesh([100, 80, 60], false)).report.volumeMm3).toBeCloseTo(480000, 3);
    expect(reportMesh(typedMesh([8, 8, 8], true)).report.volumeMm3).toBeCloseTo(512, 6);
  });
});

describe("does a door fit?", () => {
  it("needs the leaf and a tenth: 1981 mm at 1:56 is 35.35 mm", () => {
    const scene = projectOf([], [], { scale: ratioScale(56.04) }).scene;
    const of = (z: number): boolean => doorFits(sizePart("x", { kind: "typed", sizeMm: [50, 50, z], shell: true }), scene).fits;
    expect(doorFits(hill, scene).doorModelMm).toBeCloseTo(35.35, 2);
    expect(of(38.8)).toBe(false);
    expect(of(39)).toBe(true);
  });
});

describe("print facts", () => {
  it("hold only for the size and the profile they were made with", () => {
    const { scene } = projectOf([brick]);
    const [large] = scene.printers;
    expect(printFactsOf(brick, large)).toBeDefined();
    expect(printFactsOf({ ...brick, factor: 1.1 }, large)).toBeUndefined();
  });

  it("are ranked: whole before pieces, then hours, of equals the smaller printer", () => {
    const options = printOptions(brick, projectOf([brick]).scene);
    expect(options.length).toBe(3);
    expect(options.every((o) => o.facts.fits)).toBe(true);
    const filament = options.filter((o) => o.printer.process === "fdm").map((o) => o.printer.id);
    expect(filament).toEqual(["small-filament", "large-filament"]);
  });

  it("give way to the user's own numbers, and stay beside them", () => {
    const typed = { timeS: 61200, massG: 210, text: "17 h, 210 g" };
    const part = { ...brick, copies: 1, work: [print("large-filament", { typed })] };
    const option = printOptions(part, projectOf([part]).scene).find((o) => o.printer.id === "large-filament")!;
    expect(option.job.timeS).toEqual({ value: 61200, low: 61200, high: 61200 });
    expect(option.job.massG.value).toBe(210);
    expect(option.job.costMinor.value / option.facts.one.costMinor.value).toBeCloseTo(210 / option.facts.one.massG.value, 6);
    expect(option.facts.one.timeS.value).toBeLessThan(61200);
  });

  it("keep the model's mass when only a time was typed", () => {
    const part = { ...brick, work: [print("large-filament", { typed: { timeS: 7200, massG: 0, text: "2 h" } })] };
    const option = printOptions(part, projectOf([part]).scene).find((o) => o.printer.id === "large-filament")!;
    expect(option.job.timeS.value).toBe(7200);
    expect(option.job.massG.value).toBeCloseTo(option.facts.one.massG.value, 9);
  });
});

describe("what a part is made of", () => {
  it("follows its printer, or the hand that made it", () => {
    const { scene } = projectOf([]);
    expect(materialOf({ ...brick, work: [print("resin")] }, scene)).toBe("resin print");
    expect(materialOf({ ...brick, work: [print("small-filament")] }, scene)).toBe("filament print");
    expect(materialOf(sizePart("b", { kind: "scratch", sizeMm: [1, 1, 1], material: "card" }), scene)).toBe("card");
  });
});

describe("meshes by their content", () => {
  // SHA-256 of nothing and of "abc": FIPS 180-4 examples.
  it("hashes as the standard says", async () => {
    expect(await contentHash(new Uint8Array())).toBe("e3b0c44298fc1c149afbf4c8996fb92427ae41e4649b934ca495991b7852b855");
    expect(await contentHash(new TextEncoder().encode("abc"))).toBe("ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad");
  });
  it("names each mesh once", () => {
    const base = sizePart("base", { kind: "scratch", sizeMm: [1, 1, 1], material: "foam" });
    expect(meshHashes({ parts: [hill, brick, base] })).toEqual(["0".repeat(64)]);
  });
});
