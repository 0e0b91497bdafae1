import { describe, expect, it } from "vitest";
import { CAUTIONS } from "../care";
import { glueById, GLUES, gluesFor, MATERIALS, type JointNeeds } from "./index";

const best = (needs: Partial<JointNeeds>): string =>
  gluesFor({ a: "filament print", b: "filament print", gapMm: 0.1, load: false, painted: false, ...needs })[0].glue.id;

// Common practice, no source.
describe("glue for a pair", () => {
  it("instant glue for a tight plastic joint", () => {
    expect(best({})).toBe("instant-gel");
    expect(best({ gapMm: 0.04 })).toBe("instant-thin");
  });
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
  const choice = (id: string, needs: Partial<JointNeeds>) =>
    gluesFor({ a: "filament print", b: "filament print", gapMm: 0.1, load: false, painted: false, ...needs }).find(
      (x) => x.glue.id === id,
    )!;
  it("white glue needs a side that breathes, or faces that meet and a night", () => {
    expect(choice("white-glue", { gapMm: 0.3 })).toMatchObject({ suits: false });
    expect(choice("white-glue", { gapMm: 0.3 }).why.join()).toMatch(/edges/);
    const snug = choice("white-glue", { painted: true });
    expect(snug.suits).toBe(true);
    expect(snug.why.join(" ")).toMatch(/overnight/);
    expect(choice("white-glue", { b: "wood", gapMm: 0.3 }).suits).toBe(true);
    expect(choice("white-glue", { b: "foam", gapMm: 0.3 }).why.join(" ")).toMatch(/Water cannot escape/);
  });
  it("plastic cement welds polystyrene only, resin under a lamp holds resin and clear parts only", () => {
    expect(choice("plastic-cement", { a: "plastic sheet", b: "plastic sheet" }).suits).toBe(true);
    expect(choice("plastic-cement", {}).why.join()).toMatch(/does not hold on filament/);
    expect(choice("uv-resin", { a: "resin print", b: "plastic sheet" }).suits).toBe(false);
    expect(choice("uv-resin", { a: "resin print", b: "clear sheet" }).suits).toBe(true);
  });
  it("thin and thick gaps decide", () => {
    expect(choice("instant-thin", { gapMm: 0.2 }).suits).toBe(false);
    expect(choice("instant-gel", { gapMm: 0.2 }).suits).toBe(true);
    expect(choice("epoxy-5", { gapMm: 1.5 }).suits).toBe(true);
  });
  it("instant glue takes load long before twelve hours; contact glue must go off first; hot glue burns, without a flame", () => {
    expect(GLUES.find((g) => g.id === "instant-gel")!.fullS).toBeLessThan(4 * 3600);
    expect(GLUES.find((g) => g.id === "contact")!.flashS).toBeGreaterThan(300);
    expect(GLUES.find((g) => g.id === "hot-glue")!.cautions).toEqual(["hot-glue"]);
    expect(CAUTIONS["hot-glue"].text).not.toMatch(/flame/i);
  });
  it("says to scrape paint where load goes", () => {
    expect(gluesFor({ a: "filament print", b: "filament print", gapMm: 0.1, load: true, painted: true })[0].why.join()).toMatch(
      /Scrape to bare plastic/,
    );
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
