import { describe, expect, it } from "vitest";
import {
  checkStack,
  COAT_RULES,
  coverOf,
  FAMILIES,
  filmOf,
  recoatS,
  type CoatFamily,
  type CoatLayer,
  type CoatMethod,
  type Verdict,
} from "./index";

let n = 0;
const layer = (family: CoatFamily, method: CoatMethod = "brush", coats = 1): CoatLayer => ({
  id: String(n++),
  name: family,
  family,
  method,
  coats,
});
const worst = (...stack: CoatLayer[]): Verdict[] =>
  checkStack(stack)
    .verdicts.filter((v) => v.overId === stack.at(-1)!.id)
    .map((v) => v.verdict);

// Traps of the trade: common practice, no source.
describe("the known traps", () => {
  it("alcohol-wetted ground on solvent matt varnish: never", () =>
    expect(worst(layer("bare resin"), layer("water primer"), layer("solvent varnish", "spray"), layer("wetted sand"))).toContain("never"));
  it("pigment on gloss: never", () =>
    expect(worst(layer("bare resin"), layer("gloss effect", "brush", 3), layer("pigment", "dust"))).toContain("never"));
  it("solvent varnish straight on enamel: never", () =>
    expect(worst(layer("water primer"), layer("enamel"), layer("solvent varnish", "spray"))).toContain("never"));
  it("solvent varnish over an enamel wash with a dry brush between: never, since the dry brush closes nothing", () => {
    const check = checkStack([
      layer("bare filament"),
      layer("water primer"),
      layer("water acrylic"),
      layer("enamel wash", "wash"),
      layer("water acrylic", "dry brush"),
      layer("solvent varnish", "spray"),
    ]);
    const clash = check.verdicts.find((v) => v.verdict === "never");
    expect(clash).toMatchObject({ under: "enamel wash", over: "solvent varnish", through: ["water acrylic"] });
    expect(check.ok).toBe(false);
  });
  it("a closed water varnish between shields the enamel", () => {
    expect(
      checkStack([
        layer("bare filament"),
        layer("water primer"),
        layer("enamel"),
        layer("water varnish", "brush", 2),
        layer("solvent varnish", "spray"),
      ]).ok,
    ).toBe(true);
  });
  it("spirit wash over day-old acrylic: a day's wait", () => {
    const v = checkStack([layer("water acrylic"), layer("enamel wash", "wash")]).verdicts[0];
    expect(v).toMatchObject({ verdict: "wait", waitS: 86400 });
    expect(v.remedy).toMatch(/soft brush/);
  });
  it("overall matt on a local gloss effect: never", () =>
    expect(worst(layer("water acrylic"), layer("gloss effect"), layer("water varnish", "spray"))).toContain("never"));
  it("sealing pigment: test first", () =>
    expect(worst(layer("water acrylic"), layer("pigment", "dust"), layer("water varnish", "spray"))).toContain("test first"));
  it("solvent spray on bare foam: never; on sealed foam it may", () => {
    expect(worst(layer("bare foam"), layer("solvent primer", "spray"))).toContain("never");
    expect(checkStack([layer("bare foam"), layer("water primer", "brush", 2), layer("solvent varnish", "spray")]).ok).toBe(true);
  });
  it("instant glue at clear parts: never", () => expect(worst(layer("clear sheet"), layer("instant glue"))).toContain("never"));
  it("resin on a bare filament print: prime first", () => expect(worst(layer("bare filament"), layer("uv resin"))).toContain("seal first"));
  it("paint on bare plastic: prime first; on primer it may", () => {
    expect(checkStack([layer("bare resin"), layer("water acrylic")]).ok).toBe(false);
    expect(checkStack([layer("bare resin"), layer("water primer", "spray"), layer("water acrylic")]).ok).toBe(true);
  });
});

describe("the table", () => {
  it("every row says why, what to do when it is bad, and where it comes from", () => {
    const ids = new Set(COAT_RULES.map((r) => r.id));
    expect(ids.size).toBe(COAT_RULES.length);
    for (const r of COAT_RULES) {
      expect(r.why.length, r.id).toBeGreaterThan(10);
      expect(r.source, r.id).toMatch(/practice|\d{4}/);
      if (["never", "seal first", "test first"].includes(r.verdict)) expect(r.remedy.length, r.id).toBeGreaterThan(5);
    }
  });
  it("has a word for every pair of families", () => {
    for (const under of Object.keys(FAMILIES) as CoatFamily[])
      for (const over of Object.keys(FAMILIES) as CoatFamily[]) {
        if (FAMILIES[over].ground) continue;
        expect(checkStack([layer(under), layer(over)]).verdicts.length).toBeGreaterThan(0);
      }
  });
  it("cover adds up over coats, film too, and a thick film waits longer by its square", () => {
    expect(coverOf(layer("water acrylic", "dry brush", 2))).toBeCloseTo(1 - 0.75 ** 2, 9);
    expect(filmOf(layer("water primer", "spray", 2))).toBeCloseTo(0.04, 9);
    expect(recoatS(layer("water acrylic"))).toBeCloseTo(FAMILIES["water acrylic"].recoatS * 1.44, 6);
    expect(recoatS(layer("water acrylic", "airbrush"))).toBe(FAMILIES["water acrylic"].recoatS);
  });
});
