import { describe, expect, it } from "vitest";
import { glueById, GLUES, gluesFor, MATERIALS, type JointNeeds } from "./index";

const best = (needs: Partial<JointNeeds>): string =>
  gluesFor({ a: "filament print", b: "filament print", gapMm: 0.1, load: false, painted: false, ...needs })[0].glue.id;

// Common practice, no source.
describe("glue for a pair", () => {
  it("instant glue for a tight plastic joint", () => expect(best({})).toBe("instant-gel"));
  it("never instant glue near foam or clear parts", () => {
    for (const b of ["foam", "clear sheet"] as const) {
      const choice = gluesFor({ a: "filament print", b, gapMm: 0.1, load: false, painted: false }).find(
        (c) => c.glue.id === "instant-gel",
      )!;
      expect(choice.suits).toBe(false);
      expect(choice.why.join()).toContain(b);
    }
  });
  it("epoxy bridges a gap under load", () => expect(best({ gapMm: 1, load: true })).toBe("epoxy-5"));
  it("white glue needs a side that breathes", () => {
    const c = gluesFor({ a: "resin print", b: "filament print", gapMm: 0.1, load: false, painted: false }).find(
      (x) => x.glue.id === "white-glue",
    )!;
    expect(c.why.join()).toMatch(/rim/);
  });
  it("says to scrape paint where load goes", () => {
    expect(gluesFor({ a: "filament print", b: "filament print", gapMm: 0.1, load: true, painted: true })[0].why.join()).toMatch(/scrape/);
  });
  it("finds something for every pair, or says what is against each", () => {
    for (const a of MATERIALS)
      for (const b of MATERIALS)
        for (const c of gluesFor({ a, b, gapMm: 0.3, load: true, painted: true })) expect(c.why.length).toBeGreaterThan(0);
  });
  it("times run in order", () => {
    for (const g of GLUES) expect(g.openS <= g.handleS && g.handleS <= g.fullS).toBe(true);
    expect(glueById("string")).toMatchObject({ ok: false });
  });
});
