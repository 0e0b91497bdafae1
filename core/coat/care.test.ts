/** Cautions of coats: no cell without a caution or a reason, and none that contradicts another. */
import { describe, expect, it } from "vitest";
import { CAUTIONS, USES } from "../care";
import { stepsOfPart } from "../plan";
import type { OwnWork } from "../stations/kinds";
import { projectOf, sizePart } from "../../tests/sampleProject";
import { coatCare, comesInPots, FAMILIES, METHODS, type CoatFamily, type CoatMethod } from ".";

const FAMILY_IDS = Object.keys(FAMILIES) as CoatFamily[];
const METHOD_IDS = Object.keys(METHODS) as CoatMethod[];

describe("cautions of coats", () => {
  it("every pair of family and method has a caution or a written reason for none", () => {
    for (const family of FAMILY_IDS)
      for (const method of METHOD_IDS) {
        const { cautions, none } = coatCare(family, method);
        expect(cautions.length > 0, `${family} ${method}`).toBe(none === null);
        if (none !== null) expect(none.length).toBeGreaterThan(20);
        for (const c of cautions) expect(CAUTIONS[c].text.length).toBeGreaterThan(20);
      }
  });
  // Facts of the trade; common practice, no source.
  it("whatever is sprayed out of a pot is breathed in: a mask for all, a booth and no flame for solvent", () => {
    for (const family of FAMILY_IDS.filter((f) => comesInPots(f) && f !== "wet sanding"))
      for (const method of METHOD_IDS.filter((m) => METHODS[m].sprayed)) {
        const text = coatCare(family, method)
          .cautions.map((c) => CAUTIONS[c].text)
          .join(" ");
        expect(text, `${family} ${method}`).toMatch(/mask|respirator|gloves/);
        if (FAMILIES[family].cleaner === "strong thinner" || FAMILIES[family].cleaner === "white spirit")
          expect(text, `${family} ${method}`).toMatch(/no flame/i);
      }
  });
  it("solvent by brush, in a wash and in a mist coat has its caution, oil its rags", () => {
    for (const method of ["brush", "wash", "dry brush", "mist"] as const)
      for (const family of ["lacquer", "enamel", "enamel wash", "oil paint", "solvent varnish"] as const)
        expect(
          coatCare(family, method).cautions.some((c) => c.startsWith("solvent")),
          `${family} ${method}`,
        ).toBe(true);
    expect(coatCare("oil paint", "brush").cautions).toContain("oily-rags");
    expect(coatCare("pigment", "dust").cautions).toEqual(["powder"]);
    expect(coatCare("water acrylic", "brush")).toMatchObject({ cautions: [] });
  });
  it("a step of one's own has the cautions of what it uses and of what it lays, each once", () => {
    const own = (more: Partial<OwnWork>): string[] =>
      stepsOfPart(
        sizePart("c", { kind: "scratch", sizeMm: [20, 20, 20], material: "wood" }, [
          { id: "o", kind: "own", title: "My way", handsOnS: 60, waitS: 0, family: null, procedureId: null, ...more },
        ]),
        projectOf([]),
      )[0].cautions;
    expect(own({})).toEqual([]);
    expect(own({ uses: ["flame", "hot wire"] })).toEqual(["heat", "hot-parts"]);
    // Enamel is solvent whatever was said; said twice it is told once.
    expect(own({ family: "enamel", uses: ["solvent"] })).toEqual(
      ["solvent-brush", "oily-rags"].filter((c) => own({ family: "enamel" }).includes(c)),
    );
    expect(own({ family: "enamel" })).toContain("solvent-brush");
    // What a newer program wrote is not known here.
    expect(own({ uses: ["laser" as never, "blade"] })).toEqual(["blade"]);
  });
  it("whatever can be used that hurts has a caution that exists", () => {
    for (const { care, label } of Object.values(USES)) {
      expect(label.length).toBeGreaterThan(2);
      expect(care.length).toBeGreaterThan(0);
      for (const c of care) expect(CAUTIONS[c]).toBeDefined();
    }
  });
  it("no text says that anything is safe, and none tells to sand wet where another says dry", () => {
    for (const { text, short } of Object.values(CAUTIONS)) expect(`${short} ${text}`).not.toMatch(/\bsafe\b/i);
    expect(CAUTIONS["sanding-dust"].text).not.toMatch(/sand wet/i);
  });
});
