/** What the pages of the scale station say, computed from projects. */
import { describe, expect, it } from "vitest";
import { block, meshPart, print, projectOf } from "../../../tests/sampleProject";
import type { Sighting } from "~core/project";
import { parseHomeSize } from "./subject/Homes";
import { parseHexOrNone, parseMmOrNone } from "~app/shared/HouseForm";
import { detailChanges, fitChanges, partChanges, processesOf, chartRows, jarringPairs, verdictOf } from "~core/look";
import { parseOwnThing } from "~app/shared/scaleParsing";

const door = (modelMm: number): Sighting => ({
  id: "d",
  thing: "a door",
  lowRealMm: 2032,
  highRealMm: 2032,
  fileMm: modelMm,
  how: "picked",
});

describe("what another scale does", () => {
  it("material by volume, hours of resin by height, clips against the standard", async () => {
    const part = await meshPart("crate", "Crate", block(), [print("resin")], {
      measures: { clipSlotMm: 4.2, wallHeightMm: null, baseMm: null, groundHex: null },
    });
    const project = projectOf([part], [], { house: { gridMm: null, clipSlotMm: 4.2, wallHeightMm: null, baseMm: null, groundHex: null } });
    const [half] = partChanges(project, 0.5);
    expect(half.massG!.low / half.massG!.now).toBeCloseTo(0.125, 9);
    expect(half.timeS!.high).toBeLessThan(half.timeS!.now);
    expect(half.sizeMm).toEqual([20, 15, 10]);
    expect(half.worse).toEqual(["clip slots become 2.1 mm, the standard stays 4.2 mm"]);
    expect(partChanges(project, 1)[0].worse).toEqual([]);
  });
  it("a sliding pair per process, and details that change their verdict", () => {
    const project = projectOf([]);
    expect(processesOf(project).sort()).toEqual(["fdm", "resin"]);
    expect(fitChanges(project, 0.5).every((f) => f.fit.verdict === "tight")).toBe(true);
    expect(fitChanges(project, 1).every((f) => f.fit.verdict === "slides")).toBe(true);
    expect(detailChanges(project, 56, 56)).toEqual([]);
    expect(detailChanges(project, 56, 24)).toContainEqual({ name: "mortar joint", process: "resin", was: "drowns", becomes: "prints" });
  });
});

describe("side by side", () => {
  it("parts with known things are on the chart; those too far apart are named, worst first", async () => {
    const at = async (id: string, mm: number) => meshPart(id, id, block(), [], { sightings: [door(mm)] });
    const project = projectOf([
      await at("mill", 36.3),
      await at("boat", 46),
      await at("cart", 23.3),
      await meshPart("rock", "rock", block()),
    ]);
    const rows = chartRows(project);
    expect(rows.map((r) => r.part.id)).toEqual(["mill", "boat", "cart"]);
    const pairs = jarringPairs(rows);
    expect([pairs[0].large.part.id, pairs[0].small.part.id]).toEqual(["boat", "cart"]);
    expect(pairs[0].times).toBeCloseTo(46 / 23.3, 2);
    expect(verdictOf(rows[0])).toMatch(/matches the rest/);
    expect(verdictOf(rows[2])).toMatch(/36 % too small; print it at 155\.\d %/);
  });
});

describe("what is typed at the subject", () => {
  it.each([
    ["handwheel = 60 cm", "handwheel", 600, 600],
    ["lock gate: 4 to 4.5 m", "lock gate", 4000, 4500],
    ["post = 6 in", "post", 152.4, 152.4],
    ["rope = 40 to 20 mm", "rope", 20, 40],
  ])("%s", (text, name, low, high) => {
    const r = parseOwnThing(text);
    expect(r.ok && [r.value.name, r.value.low, r.value.high]).toEqual([name, expect.closeTo(low, 6), expect.closeTo(high, 6)]);
  });
  it.each(["handwheel", "x = tall", "x = 0 mm"])("asks again about %s", (text) => expect(parseOwnThing(text).ok).toBe(false));
  it.each([
    ["80 × 28 × 30 cm", "shelf", [800, 280, 300]],
    ["76 by 198 cm", "door", [760, 0, 1980]],
    ["4 x 3 ft", "table", [1219.2, 914.4, 0]],
    ["600 × 400 × 320 mm", "box", [600, 400, 320]],
  ] as const)("%s for a %s", (text, kind, want) => {
    const r = parseHomeSize(text, kind);
    expect(r.ok && r.value.map((v) => Math.round(v * 10) / 10)).toEqual(want);
  });
  it.each([
    ["80 × 28 cm", "shelf"],
    ["tall", "door"],
    ["0 × 3 m", "table"],
  ] as const)("asks again about %s for a %s", (text, kind) => expect(parseHomeSize(text, kind).ok).toBe(false));
  it("standards may be left empty", () => {
    expect(parseMmOrNone("")).toEqual({ ok: true, value: null });
    expect(parseMmOrNone("1 in")).toEqual({ ok: true, value: 25.4 });
    expect(parseMmOrNone("3 km").ok).toBe(false);
    expect(parseHexOrNone("#6B5238")).toEqual({ ok: true, value: "#6b5238" });
    expect(parseHexOrNone("brown").ok).toBe(false);
  });
});
