import { describe, expect, it } from "vitest";
import { layerMl } from "../surface";
import { inPotWords, levelByWeight, levelWords } from "./can";

const can = { cm2: 10_000, fullG: 480, emptyG: 120 };
const pot = { name: "Matt, can", wholeMl: 400, stockMl: 200, can };
const level = (nowG: number, of = can) => levelByWeight({ ...pot, can: of }, nowG);

// Worked by hand.
describe("a can", () => {
  it("weighed half way between empty and full is half full, at both ends too", () => {
    expect([120, 300, 480].map((g) => level(g))).toEqual([0, 200, 400].map((value) => ({ ok: true, value })));
  });
  it.each([
    ["lighter than empty", 119, can, "can.now"],
    ["heavier than full", 481, can, "can.now"],
    ["never weighed", 300, { ...can, emptyG: null as number | null as number }, "can.unweighed"],
    ["full lighter than empty", 300, { ...can, fullG: 100 }, "can.weights"],
  ])("%s is asked about", (_, g, of, code) => expect(level(g, of)).toMatchObject({ ok: false, problem: { code } }));
  it("is said in area, a pot in ml", () => {
    expect(levelWords(pot)).toBe("a can 50 % full, 5 000 cm² of coat");
    expect(inPotWords(pot, 12)).toBe("300 cm² of coat");
    expect(levelWords({ stockMl: 24 })).toBe("24 ml");
    expect(inPotWords(undefined, 3)).toBe("3.0 ml");
    expect(inPotWords(pot, 0)).toBe("0 cm² of coat");
  });
  it("two coats on 1 000 cm² take a fifth of one that covers 10 000 cm²; decanted through the airbrush its film counts", () => {
    const layer = { name: "Matt", family: "solvent varnish", method: "spray", coats: 2, covers: { cm2: 10_000, ml: 400 } } as const;
    expect(layerMl(layer, 100_000)).toEqual({ potMl: 80, thinnerMl: 0 });
    expect(layerMl({ ...layer, method: "airbrush" }, 100_000)).toEqual(
      layerMl({ ...layer, method: "airbrush", covers: undefined }, 100_000),
    );
  });
});
