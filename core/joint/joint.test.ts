import { describe, expect, it } from "vitest";
import { CAUTIONS } from "../care";
import { newJoint } from "../project";
import { adaptorsOf, gatesInAir, glueById, GLUES, gluesFor, MATERIALS, type Joint, type JointNeeds } from "./index";

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
    expect(GLUES.find((g) => g.id === "instant-gel")!.gates.fullS).toBeLessThan(4 * 3600);
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
    for (const { gates: g } of GLUES)
      expect([g.holdS, g.stayS, g.workS, g.fullS]).toEqual([g.holdS, g.stayS, g.workS, g.fullS].sort((a, b) => a - b));
    expect(glueById("string")).toMatchObject({ ok: false });
  });
  it("ranked by harm first: no bloom on gloss, nothing on paint that does not wipe off; then by what it bears, then by time", () => {
    expect(best({})).toBe("instant-gel");
    expect(["white-glue", "matt-medium"]).toContain(best({ painted: true }));
    expect(choice("instant-gel", { painted: true }).behind).toMatch(/bloom/);
    expect(choice("epoxy-5", { painted: true }).behind).toMatch(/marks the paint/);
    expect(choice("hot-glue", { gapMm: 0.2 }).behind).toMatch(/0.5 mm open/);
    expect(choice("epoxy-5", {}).behind).toMatch(/only after/);
    // On foam instant glue melts it; paper is glued with paper glue or white glue.
    expect(["hot-glue", "foam-one-side", "epoxy-5"]).toContain(best({ b: "foam", gapMm: 0.5 }));
    expect(choice("paper-glue", { b: "card" }).suits).toBe(true);
    expect(choice("paper-glue", {}).why.join()).toMatch(/only where one side is card/);
  });
  it("the same pair said the other way round has the same glues in the same order", () => {
    for (const a of MATERIALS)
      for (const b of MATERIALS) {
        const ids = (x: typeof a, y: typeof b): string[] =>
          gluesFor({ a: x, b: y, gapMm: 0.2, load: true, painted: false }).map((c) => c.glue.id);
        expect(ids(a, b)).toEqual(ids(b, a));
      }
  });
  it("water-based glue waits longer in damp air, epoxy in the cold; instant glue as it is", () => {
    const gates = (id: string, airC: number, rh: number) =>
      gatesInAir(
        GLUES.find((g) => g.id === id)!,
        { airC, rh },
      );
    expect(gates("white-glue", 20, 50).workS).toBeCloseTo(2 * 3600, 6);
    // Half the deficit of vapour at 75 % as at 50 %: twice as long.
    expect(gates("white-glue", 20, 75).workS).toBeCloseTo(4 * 3600, 6);
    // Ten degrees colder, a reaction takes twice as long (common practice, no source).
    expect(gates("epoxy-5", 10, 50).workS).toBeCloseTo(3600, 6);
    expect(gates("instant-gel", 10, 90)).toEqual(GLUES.find((g) => g.id === "instant-gel")!.gates);
  });
});

describe("adaptors", () => {
  const slots: Record<string, number | null> = { wall: 4.2, tower: 4.3, bridge: 6, crate: null };
  const meets = (a: string, b: string, how: Joint["how"] = "clipped"): Joint => ({
    ...newJoint(`${a}-${b}`, a, { kind: "part", partId: b }),
    how,
  });
  const found = (...joints: Joint[]) =>
    adaptorsOf(
      joints,
      (id) => slots[id],
      () => 12,
      0.15,
    ).map((x) => [x.joint.id, x.used, x.spare]);
  it("one for each joint where slots take different clips, with one spare in ten", () => {
    expect(found(meets("wall", "bridge"), meets("wall", "tower"))).toEqual([["wall-bridge", 12, 2]]);
    expect(found(meets("bridge", "wall"))).toEqual([["bridge-wall", 12, 2]]);
  });
  it("none among copies, where nothing is clipped, or where nobody measured", () => {
    expect(found(meets("wall", "wall"), meets("wall", "bridge", "glued"), meets("wall", "crate"))).toEqual([]);
  });
});
