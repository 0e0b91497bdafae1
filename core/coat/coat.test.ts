import { describe, expect, it } from "vitest";
import {
  checkStack,
  COAT_RULES,
  coverOf,
  FAMILIES,
  filmOf,
  METHODS,
  recoatS,
  UNKNOWN_PAIR,
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
  it("a pencil on gloss: a matt coat first; on matt it holds", () => {
    expect(worst(layer("lacquer"), { ...layer("gloss effect"), sheen: "gloss" }, layer("water acrylic", "pencil"))).toContain("seal first");
    expect(worst(layer("water primer"), layer("water acrylic", "pencil"))).not.toContain("seal first");
  });
  it("pigment on gloss: never", () =>
    expect(worst(layer("bare resin"), layer("gloss effect", "brush", 3), layer("pigment", "dust"))).toContain("never"));
  it("solvent varnish straight on enamel: never", () =>
    expect(worst(layer("water primer"), layer("enamel"), layer("solvent varnish", "spray"))).toContain("never"));
  it("solvent varnish on enamel where crackle is wanted is a choice to be tried; where nothing cracks it changes nothing", () => {
    const crackled = { ...layer("solvent varnish", "spray"), crackle: true };
    const [v] = checkStack([layer("enamel"), crackled]).verdicts;
    expect([v.verdict, v.wanted]).toEqual(["test first", true]);
    expect(v.remedy).toMatch(/scrap/);
    expect(worst(layer("bare resin"), layer("gloss effect", "brush", 3), { ...layer("pigment", "dust"), crackle: true })).toContain(
      "never",
    );
    // Every row that cracks is a stop or a test without it, so that the choice means something.
    for (const r of COAT_RULES.filter((r) => r.cracks)) expect(["never", "seal first", "test first", "wait"], r.id).toContain(r.verdict);
  });
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

// Common practice, no source, row by row.
describe("what goes over what", () => {
  const pair = (under: CoatFamily, over: CoatFamily, method: CoatMethod = "brush") =>
    checkStack([layer(under), layer(over, method)]).verdicts[0];
  it.each<[CoatFamily, CoatFamily, CoatMethod, Verdict]>([
    ["bare foam", "enamel", "brush", "never"],
    ["bare foam", "oil paint", "brush", "never"],
    ["bare foam", "uv resin", "brush", "seal first"],
    ["bare foam", "water primer", "brush", "fine"],
    ["clear sheet", "lacquer", "spray", "never"],
    ["clear sheet", "solvent varnish", "spray", "never"],
    ["clear sheet", "water varnish", "brush", "fine"],
    ["plastic sheet", "uv resin", "brush", "never"],
    ["plastic sheet", "solvent primer", "spray", "fine"],
    ["plastic sheet", "lacquer", "mist", "fine"],
    ["bare filament", "wet sanding", "brush", "seal first"],
    ["bare filament", "water acrylic", "dry brush", "test first"],
    ["bare filament", "water acrylic", "brush", "seal first"],
    ["water varnish", "wet sanding", "brush", "test first"],
    ["solvent primer", "wet sanding", "brush", "wait"],
    ["solvent varnish", "alcohol", "pour", "never"],
    ["water acrylic", "alcohol", "pour", "seal first"],
    ["enamel", "alcohol", "pour", "wait"],
    ["bare resin", "alcohol", "pour", "fine"],
    ["white glue", "wetted sand", "pour", "fine"],
    ["wetted sand", "solvent primer", "spray", "wait"],
    ["water wash", "water wash", "wash", "wait"],
    ["bare filament", "water acrylic", "sponge", "test first"],
    ["bare filament", "water acrylic", "stipple", "test first"],
    ["uv resin", "water varnish", "spray", "never"],
    ["mirror metal", "masking", "tape", "never"],
    ["mirror metal", "solvent varnish", "spray", "never"],
    ["pigment", "masking", "tape", "never"],
    ["solvent primer", "mirror metal", "airbrush", "seal first"],
    ["water acrylic", "masking", "tape", "wait"],
    ["masking", "water acrylic", "brush", "fine"],
    ["acrylic ink", "alcohol", "brush", "seal first"],
    ["masking", "masking", "liquid mask", "fine"],
    ["alcohol", "masking", "tape", "wait"],
    ["alcohol", "mirror metal", "airbrush", "wait"],
    ["mirror metal", "mirror metal", "airbrush", "wait"],
    ["enamel wash", "solvent varnish", "spray", "never"],
    ["enamel wash", "solvent varnish", "mist", "test first"],
    ["oil paint", "solvent varnish", "spray", "never"],
    ["alcohol ink", "lacquer", "spray", "test first"],
  ])("%s under %s, %s: %s", (under, over, method, want) => expect(pair(under, over, method).verdict).toBe(want));

  it("what leaves nothing is waited for no longer than it takes to go", () => {
    for (const [over, method] of [
      ["masking", "tape"],
      ["decal", "decal"],
      ["mirror metal", "airbrush"],
      ["water acrylic", "brush"],
    ] as const)
      expect(pair("alcohol", over, method).waitS, over).toBe(600);
    expect(pair("masking", "masking", "tape").waitS).toBe(0);
  });
  it("no wait is without a number, whatever lies over whatever", () => {
    for (const under of Object.keys(FAMILIES) as CoatFamily[])
      for (const over of Object.keys(FAMILIES) as CoatFamily[])
        for (const method of Object.keys(METHODS) as CoatMethod[]) {
          const v = pair(under, over, method);
          expect(Number.isFinite(v.waitS), `${under} ${over} ${method}`).toBe(true);
          expect(v.waitS).toBeGreaterThanOrEqual(0);
        }
  });
  it("an unsaid stop never says to wait in the same breath", () => {
    for (const r of COAT_RULES) if (r.verdict === "never") expect(r.remedy, r.id).not.toMatch(/wait|days/i);
  });
  it("any number of dry-brush coats leaves the recesses open", () => {
    expect(coverOf(layer("water acrylic", "dry brush", 20))).toBeLessThan(0.7);
    const check = checkStack([
      layer("water primer"),
      layer("enamel"),
      layer("water acrylic", "dry brush", 20),
      layer("solvent varnish", "spray"),
    ]);
    expect(check.ok).toBe(false);
  });
  it("three dry-brushed tones on dark filament are warned of once", () => {
    const check = checkStack([layer("bare filament"), ...[0, 1, 2].map(() => layer("water acrylic", "dry brush"))]);
    expect(check.ok).toBe(true);
    expect(check.verdicts.filter((v) => v.verdict === "test first").length).toBe(1);
  });
  it("says what distant, dry mist coats would make of a stop", () =>
    expect(pair("enamel wash", "solvent varnish", "spray").mist).toBe("test first"));
});

// The trade, no source: powder, matt and mirrors by how the coat below dries, whatever it is of.
describe("sheen", () => {
  const GROUND = [layer("bare resin"), layer("water primer", "spray")];
  const last = (...stack: CoatLayer[]) => worst(...GROUND, ...stack);
  it.each<CoatFamily>(["water acrylic", "lacquer", "enamel", "water varnish", "solvent varnish", "oil paint"])(
    "powder over gloss %s is a stop; over matt it is not",
    (family) => {
      expect(last({ ...layer(family), sheen: "gloss" }, layer("pigment", "dust"))).toContain("never");
      expect(last({ ...layer(family), sheen: "matt" }, layer("pigment", "dust"))).not.toContain("never");
    },
  );
  it("powder finds the gloss below a dry brush, and not below a closed matt", () => {
    const gloss: CoatLayer = { ...layer("lacquer", "spray"), sheen: "gloss" };
    expect(last(gloss, layer("water acrylic", "dry brush"), layer("pigment", "dust"))).toContain("never");
    expect(last(gloss, { ...layer("water varnish", "spray"), sheen: "matt" }, layer("pigment", "dust"))).not.toContain("never");
  });
  it("matt over a wet effect is a stop, of whatever it is made; gloss over it is none", () => {
    const over = (sheen: "matt" | "gloss"): CoatLayer => ({ ...layer("water varnish", "spray"), sheen });
    for (const effect of [
      layer("gloss effect", "pick out"),
      layer("uv resin", "pour"),
      { ...layer("solvent varnish"), sheen: "gloss" as const },
    ]) {
      expect(last(effect, over("matt")), effect.family).toContain("never");
      expect(last(effect, over("gloss")), effect.family).not.toContain("never");
    }
  });
  it("gloss below decals and a wash, matt after them, is how it is done", () => {
    const check = checkStack([
      ...GROUND,
      layer("water acrylic", "airbrush"),
      { ...layer("water varnish", "airbrush"), sheen: "gloss" },
      layer("decal", "decal"),
      layer("water wash", "wash"),
      { ...layer("water varnish", "airbrush"), sheen: "matt" },
    ]);
    expect(check.ok).toBe(true);
    expect(last({ ...layer("water acrylic"), sheen: "matt" }, layer("decal", "decal"))).toContain("test first");
  });
  it("mirror metal wants gloss below", () => {
    const black = (sheen: "matt" | "gloss"): CoatLayer => ({ ...layer("lacquer", "airbrush"), sheen });
    expect(last(black("gloss"), layer("mirror metal", "airbrush"))).not.toContain("seal first");
    expect(last(black("matt"), layer("mirror metal", "airbrush"))).toContain("seal first");
  });
  it("washes are laid wet in wet, or dry between", () => {
    const wait = (wet: boolean): number | undefined =>
      checkStack([layer("water primer"), layer("water wash", "wash"), { ...layer("water wash", "wash"), wet }]).verdicts.find(
        (v) => v.under === "water wash",
      )?.waitS;
    expect([wait(true), wait(false)]).toEqual([0, 90 * 60]);
  });
});

describe("dates and air", () => {
  const at = (family: CoatFamily, atH: number, more: Partial<CoatLayer> = {}): CoatLayer => ({ ...layer(family, "spray"), atH, ...more });
  const BRUSHED = { method: "brush" } as const;
  it("a planned wait clears a stop, and a shorter one does not", () => {
    const enamel = (days: number) => checkStack([at("enamel", 0), at("solvent varnish", days * 24)]);
    expect(enamel(3)).toMatchObject({ ok: false, verdicts: [{ verdict: "never" }] });
    expect(enamel(11)).toMatchObject({ ok: true, verdicts: [{ verdict: "test first" }] });
  });
  it("cold lengthens it", () => {
    const cold = { airC: 10, rh: 50 };
    expect(checkStack([at("enamel", 0, cold), at("solvent varnish", 11 * 24)]).ok).toBe(false);
    expect(checkStack([at("enamel", 0, cold), at("solvent varnish", 21 * 24)]).ok).toBe(true);
  });
  it("a wait that the plan keeps is fine, and one that it does not says by how much", () => {
    expect(checkStack([at("water acrylic", 0, BRUSHED), at("enamel wash", 25)]).verdicts[0]).toMatchObject({ verdict: "fine", shortS: 0 });
    const early = checkStack([at("water acrylic", 0, BRUSHED), at("enamel wash", 10)]);
    expect(early).toMatchObject({ ok: false, verdicts: [{ verdict: "wait", shortS: 14 * 3600, ageS: 10 * 3600 }] });
    expect(checkStack([at("water acrylic", 0, { ...BRUSHED, airC: 20, rh: 80 }), at("enamel wash", 25)]).ok).toBe(false);
  });
  it("spraying in damp air is told, brushing is not", () => {
    const damp = { airC: 15, rh: 90 };
    expect(checkStack([at("water primer", 0, damp)]).air).toMatchObject([{ layer: "water primer" }]);
    expect(checkStack([{ ...layer("water primer"), ...damp }]).air).toEqual([]);
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
  it("knows most pairs of families; the rest it says to try, and never calls fine", () => {
    let known = 0,
      all = 0;
    for (const under of Object.keys(FAMILIES) as CoatFamily[])
      for (const over of Object.keys(FAMILIES) as CoatFamily[]) {
        if (FAMILIES[over].ground) continue;
        const [v] = checkStack([layer(under), layer(over)]).verdicts;
        all++;
        if (v.ruleId !== UNKNOWN_PAIR.id) known++;
        else expect(v.verdict).toBe("test first");
      }
    expect(known / all).toBeGreaterThan(0.9);
  });
  it("cover adds up over coats, film too, and a thick film waits longer by its square", () => {
    expect(coverOf(layer("water acrylic", "dry brush", 2))).toBeCloseTo(1 - 0.75 ** 2, 9);
    expect(filmOf(layer("water primer", "spray", 2))).toBeCloseTo(0.04, 9);
    const usual = recoatS(layer("water acrylic"));
    const at = (filmMm: number) => recoatS({ ...layer("water acrylic"), filmMm });
    expect(usual).toBe(FAMILIES["water acrylic"].recoatS);
    expect(at(0.048) / usual).toBeCloseTo(4, 9);
    expect(at(0.012) / usual).toBeCloseTo(0.25, 9);
    expect(at(0.0001) / usual).toBeCloseTo(0.1, 9);
  });
});
