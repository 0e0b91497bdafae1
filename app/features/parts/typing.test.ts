import { describe, expect, it } from "vitest";
import { parseCount, parseName } from "../../ui/field";
import { keyName } from "../../ui/keys";
import { geometryKey, LIMITS } from "~core/project";
import { nameFromFile } from "./incoming/nameFromFile";
import { parsePartSize } from "./incoming/NewPart";
import { figureScale, parseScale } from "~core/scale";
import { sizePart } from "../../../tests/sampleProject";

describe("a part's name from its file", () => {
  it.each([
    ["boat_shed.stl", "Boat shed"],
    ["tower-v2.final.STL", "Tower v2 final"],
    [".stl", "Part"],
    ["<b>x</b>.stl", "<b>x</b>"],
    ["Mühle.stl", "Mühle"],
  ])("%j is %j", (file, name) => expect(nameFromFile(file)).toBe(name));
  it("is never longer than a name may be", () => expect(nameFromFile(`${"x".repeat(500)}.stl`).length).toBeLessThanOrEqual(120));
});

describe("a size from a shop page", () => {
  it("reads three lengths", () =>
    expect(parsePartSize("19.2 x 14.8 x 11.8 cm")).toMatchObject({ ok: true, value: [192, 148, expect.closeTo(118, 9)] }));
  it("asks for the unit when the size cannot be", () =>
    expect(parsePartSize("192 × 148 × 118 m")).toMatchObject({ ok: false, problem: { code: "size.unit" } }));
  it("says how many lengths are wanted", () =>
    expect(parsePartSize("192 × 148")).toMatchObject({ ok: false, problem: { code: "size.sides" } }));
});

describe("who stands beside it", () => {
  it.each([
    ["1:64", { kind: "ratio", ratio: 64 }],
    ["1/87.1", { kind: "ratio", ratio: 87.1 }],
    ["32 mm", { kind: "figure", figureMm: 32 }],
    // So much to the foot: 304.8 ÷ 6.35 = 48 exactly, and 1 in for 6 ft is 1:72.
    ["1/4 in = 1 ft", { kind: "ratio", ratio: 48 }],
    ["quarter inch", { kind: "ratio", ratio: 48 }],
    ["1\" to 6'", { kind: "ratio", ratio: 72 }],
    ["1 cm = 1 m", { kind: "ratio", ratio: 100 }],
    ["1:87,1", { kind: "ratio", ratio: 87.1 }],
  ])("reads %j", (text, value) => expect(parseScale(text)).toMatchObject({ ok: true, value }));
  it.each([
    ["1:1,200", [1200, 1.2]],
    ["72", [figureScale(72).ratio, 72]],
    ["1 in", [12, figureScale(25.4).ratio]],
  ])("asks what %j means, and each answer means only itself", (text, want) => {
    const r = parseScale(text);
    expect(r).toMatchObject({ ok: false, problem: { code: "scale.ambiguous" } });
    const readings = r.ok ? [] : r.problem.readings!;
    expect(readings.map((x) => x.value).sort()).toEqual([...want].sort());
    for (const x of readings) expect(parseScale(x.text)).toMatchObject({ ok: true, value: { ratio: x.value } });
  });
  it.each(["1:0", "1:90000", "tall", "2 m", ""])("asks again about %j", (text) => expect(parseScale(text).ok).toBe(false));
});

describe("numbers and names", () => {
  it("counts are whole and within limits", () => {
    expect(parseCount(LIMITS.copies)("24")).toEqual({ ok: true, value: 24 });
    for (const bad of ["0", "2.5", "many", "", "5001"]) expect(parseCount(LIMITS.copies)(bad).ok, bad).toBe(false);
  });
  it("names are trimmed and not empty", () => {
    expect(parseName("  Mill ")).toEqual({ ok: true, value: "Mill" });
    expect(parseName("   ").ok).toBe(false);
    expect(parseName("x".repeat(121)).ok).toBe(false);
  });
  it("keys read as people say them", () => expect(["mod+shift+z", "Enter", "/"].map(keyName)).toEqual(["Ctrl Shift z", "↵", "/"]));
});

describe("what results are kept under", () => {
  it("changes with everything the geometry depends on", () => {
    const part = sizePart("a", { kind: "typed", sizeMm: [10, 20, 30], shell: true });
    const keys = [
      part,
      { ...part, factor: 2 },
      { ...part, source: { ...part.source, shell: false } },
      { ...part, source: { ...part.source, sizeMm: [10, 20, 31] } },
    ] as (typeof part)[];
    expect(new Set(keys.map(geometryKey)).size).toBe(4);
    expect(geometryKey({ ...part, name: "b", copies: 9 })).toBe(geometryKey(part));
  });
});
