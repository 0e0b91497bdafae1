/** Films over a ground, against worked values of Kubelka's formula, and looks after each coat. */
import { describe, expect, it } from "vitest";
import { METHODS } from "../coat";
import { ROLE_IDS, STARTERS, type Pot } from "../recipe";
import { differenceOf, filmOver, labOf, looksAfter, mattersAt, overGround, potsInstead, ZONES, type DrawnCoat } from ".";

describe("a film over a ground (Kubelka 1948)", () => {
  // Worked by hand from the formula with another arrangement of it: K, S, X of one coat, the ground, after one, two and three coats.
  it.each([
    [0.1, [0.561, 0.702, 0.767]],
    [0.4, [0.643, 0.738, 0.786]],
  ])("K 0.01, S 1, X 1.2 over %d", (ground, after) => {
    let r = ground;
    for (const want of after) {
      r = overGround(r, 0.01, 1, 1.2);
      expect(r).toBeCloseTo(want, 3);
    }
  });
  it("a stain takes a light panel down and a dark one hardly", () => {
    expect(overGround(0.7, 0.4, 0.03, 1)).toBeCloseTo(0.32, 2);
    expect(overGround(0.05, 0.4, 0.03, 1)).toBeCloseTo(0.041, 3);
  });
  // Kubelka & Munk's own differential equation, dR/dx = S − 2(K + S)R + SR², by small steps: nothing of the closed form is in it.
  it.each([
    [0.1, 0.01, 1, 1.2],
    [0.7, 0.4, 0.03, 1],
    [0.3, 2, 0.5, 0.7],
    [0.5, 0, 1, 2],
  ])("agrees with the differential equation: %d, %d, %d, %d", (ground, k, s, x) => {
    const steps = 4000;
    const slope = (r: number): number => s - 2 * (k + s) * r + s * r * r;
    let r = ground;
    for (let i = 0; i < steps; i++) {
      const h = x / steps;
      const middle = r + (h / 2) * slope(r);
      r += h * slope(middle);
    }
    expect(overGround(ground, k, s, x)).toBeCloseTo(r, 5);
  });
  it("no share of it changes nothing", () => {
    const ground = new Float64Array(41).fill(0.4);
    expect([...filmOver(ground, new Float64Array(41).fill(2), 3, 0)]).toEqual([...ground]);
  });
});

const coat = (more: Partial<DrawnCoat>): DrawnCoat => ({
  family: "water acrylic",
  method: "brush",
  coats: 1,
  hex: "#8a6b48",
  role: "all over",
  ...more,
});

describe("looks after each coat", () => {
  it("a brushed coat all over is its own colour everywhere, a dry brush on what stands out only", () => {
    const [base, dry] = looksAfter("#8f9294", [coat({ hex: "#3d2e24" }), coat({ method: "dry brush", role: "raised", hex: "#d9c9a3" })]);
    // A brush leaves a little of what lies deep.
    for (const z of ZONES) expect(differenceOf(base[z], "#3d2e24")).toBeLessThan(z === "recess" ? 5 : 1);
    expect(labOf(dry.raised).l).toBeGreaterThan(labOf(base.raised).l + 20);
    expect(dry.recess).toBe(base.recess);
    expect(labOf(dry.flat).l).toBeLessThan(labOf(dry.raised).l - 10);
  });
  it("a wash darkens what lies deep most, clear coats nothing", () => {
    const [base, wash, clear] = looksAfter("#8f9294", [
      coat({ hex: "#bda273" }),
      coat({ family: "water wash", method: "wash", role: "recesses", hex: "#2b211a" }),
      coat({ family: "water varnish", method: "spray", hex: "#e6e6df" }),
    ]);
    const darker = (z: "flat" | "raised" | "recess"): number => labOf(base[z]).l - labOf(wash[z]).l;
    expect(darker("recess")).toBeGreaterThan(darker("flat"));
    expect(darker("flat")).toBeGreaterThan(darker("raised"));
    expect(clear).toEqual(wash);
  });
  it("every role and method gives colours, and a role that is left bare none", () => {
    for (const role of ROLE_IDS)
      for (const method of Object.keys(METHODS) as (keyof typeof METHODS)[]) {
        const [after] = looksAfter("#8f9294", [coat({ role, method })]);
        for (const z of ZONES) expect(after[z]).toMatch(/^#[0-9a-f]{6}$/);
      }
    const bare = looksAfter("#8f9294", [coat({ role: "bare" })])[0];
    for (const z of ZONES) expect(differenceOf(bare[z], "#8f9294")).toBeLessThan(0.5);
  });
});

describe("what there is instead", () => {
  const pot = (name: string, hex: string, more: Partial<Pot> = {}): Pot => ({ name, hex, family: "water acrylic", sheen: "matt", ...more });
  const wants = pot("Dark brown", "#3d2e24");
  it("the nearest of its kind first, with what is lost", () => {
    const found = potsInstead(wants, [
      pot("White", "#ffffff"),
      pot("Oak", "#402f25"),
      pot("Enamel oak", "#3d2e24", { family: "enamel", sheen: "gloss" }),
      pot("Wash", "#3d2e24", { family: "water wash" }),
      pot("Glue", "#3d2e24", { family: "white glue" }),
    ]);
    expect(found.map((f) => f.paint.name)).toEqual(["Oak", "Enamel oak", "White"]);
    expect(found.map((f) => f.asWanted)).toEqual([true, false, false]);
    expect(found[0].lost).toBe("");
    expect(found[1].lost).toBe("dries gloss; white spirit cleans it: other waits");
    expect(found[2].lost).toMatch(/lighter/);
  });
  it("of clear coats the sheen matters, not the colour of the swatch", () => {
    const matt = pot("Matt", "#e6e6df", { family: "water varnish" });
    expect(
      potsInstead(matt, [
        pot("Gloss", "#e6e6df", { family: "water varnish", sheen: "gloss" }),
        pot("Flat", "#aaaaaa", { family: "water varnish" }),
      ])[0],
    ).toMatchObject({
      paint: { name: "Flat" },
      asWanted: true,
    });
  });
  it("says whether it matters", () => {
    const { steps } = STARTERS.find((r) => r.id === "starter-timber")!;
    expect(mattersAt(steps[0], steps)).toMatch(/hardly matters/);
    expect(mattersAt(steps[1], steps)).toMatch(/much of the piece/);
    expect(mattersAt(steps[4], steps)).toMatch(/5 %/);
    expect(mattersAt(steps[3], steps)).toMatch(/tints/);
  });
});
