/** Stories of coats that went wrong, as practitioners tell them: common practice, no source. */
import { describe, expect, it } from "vitest";
import type { CoatLayer } from "../../coat";
import { CAUSES, cluesOf, PLACES, recoveryOf, rescueOf, TIMES, TROUBLES, type Clue, type Trouble, type WentWrong } from ".";

const layer = (family: CoatLayer["family"], method: CoatLayer["method"], more: Partial<CoatLayer> = {}): CoatLayer => ({
  id: `${family} ${method}`,
  name: family,
  family,
  method,
  coats: 1,
  ...more,
});
const bare = layer("bare filament", "brush", { id: "ground" });
const primer = layer("water primer", "brush");
const plain: WentWrong = {
  layer: layer("water acrylic", "brush"),
  below: [bare, primer],
  sinceS: 3 * 3600,
  driesS: 1500,
  ageBelowS: 86_400,
  waitBelowS: 3600,
  air: { airC: 20, rh: 50 },
  left: 0.8,
  pot: null,
  gluedS: null,
  masked: false,
  resin: false,
  mixed: false,
};
const first = (trouble: Trouble, at: Partial<WentWrong>, seen: { where?: keyof typeof PLACES; when?: keyof typeof TIMES } = {}) =>
  rescueOf({ trouble, where: seen.where ?? null, when: seen.when ?? null }, { ...plain, ...at })[0];

describe("the table", () => {
  const troubles = Object.keys(TROUBLES) as Trouble[];
  it.each(troubles)("%s has two causes or more, of a hundred in all, each with what to do and what not", (trouble) => {
    const rows = CAUSES.filter((c) => c.trouble === trouble);
    expect(rows.length).toBeGreaterThan(1);
    expect(rows.reduce((n, r) => n + r.of100, 0)).toBe(100);
    for (const r of rows) {
      for (const text of [r.now, r.never]) expect(text).toMatch(/^[A-Z].*\.$/);
      expect(r.tryOn.length).toBeGreaterThan(4);
    }
    const found = rescueOf({ trouble, where: null, when: null }, plain);
    expect(found.reduce((n, f) => n + f.share, 0)).toBeCloseTo(1, 12);
    for (let i = 1; i < found.length; i++) expect(found[i - 1].share).toBeGreaterThanOrEqual(found[i].share);
  });
  it("has about sixty rows, no cause twice, and every place and time is of use", () => {
    expect(CAUSES.length).toBeGreaterThanOrEqual(60);
    expect(new Set(CAUSES.map((c) => `${c.trouble} ${c.cause}`)).size).toBe(CAUSES.length);
    for (const place of Object.keys(PLACES))
      expect(
        CAUSES.some((c) => c.where?.includes(place as keyof typeof PLACES)),
        place,
      ).toBe(true);
    for (const time of Object.keys(TIMES))
      expect(
        CAUSES.some((c) => c.when?.includes(time as keyof typeof TIMES)),
        time,
      ).toBe(true);
  });
  it("what one cause says to do now is never what another of the same trouble forbids in the same words", () => {
    for (const a of CAUSES) for (const b of CAUSES) if (a.trouble === b.trouble) expect(a.now).not.toBe(b.never);
  });
  it("without a coat it goes by the table alone, and by what is seen", () => {
    const found = rescueOf({ trouble: "frosted", where: "joint", when: "later" }, null);
    expect(found[0].row.cause).toContain("instant glue");
    expect(found.every((f) => f.because.length === 0)).toBe(true);
  });
});

describe("stories", () => {
  const varnish = layer("solvent varnish", "spray", { sheen: "matt" });
  it("a coat sprayed at 78 % frosted all over while it dried: damp air", () => {
    const found = first("frosted", { layer: varnish, air: { airC: 16, rh: 78 } }, { where: "all over", when: "drying" });
    expect(found.row.cause).toContain("damp air");
    expect(found.share).toBeGreaterThan(0.6);
    expect(found.because).toContain("78 % humidity at 16 °C");
  });
  it("white where alcohol touched solvent matt varnish, at once: attacked; the same day's damp does not hide it", () => {
    const ink = layer("alcohol", "wash");
    const at = { layer: ink, below: [bare, primer, varnish], air: { airC: 16, rh: 78 } };
    const found = first("frosted", at, { where: "touched", when: "at once" });
    expect(found.row.cause).toContain("alcohol");
    expect(found.share).toBeGreaterThan(0.6);
    // Nobody said where or when: both stay open.
    const open = rescueOf({ trouble: "frosted", where: null, when: null }, { ...plain, ...at });
    expect(open[0].share).toBeLessThan(0.6);
  });
  it("solvent varnish over an enamel wash of yesterday wrinkled: the thinner swelled it", () => {
    const enamel = layer("enamel wash", "wash", { name: "Brown wash" });
    const found = first("wrinkled", { layer: varnish, below: [bare, primer, enamel], ageBelowS: 86_400, waitBelowS: 7 * 86_400 });
    expect(found.row.cause).toContain("strong thinner");
    expect(found.because).toContain("strong thinner over brown wash");
    expect(found.row.never).toContain("no more solvent");
  });
  it.each([
    [
      "two cans ruined a coat",
      "spits",
      { layer: varnish, left: 0.08, pot: { can: { cm2: 1, fullG: null, emptyG: null } } },
      "nearly empty",
    ],
    ["an unshaken wash came out orange", "wash colour", { layer: layer("water wash", "wash"), sinceS: 86_400 }, "not shaken"],
    ["a wash that was judged wet", "wash colour", { layer: layer("water wash", "wash"), sinceS: null }, "darker than they dry"],
    ["craft paint in the airbrush", "clogged", { layer: layer("water acrylic", "airbrush") }, "too thick"],
    ["tape on paint of an hour", "tape", { masked: true, ageBelowS: 3600, waitBelowS: 14_400 }, "too young"],
    ["a pane glued with instant glue", "fogged", { below: [layer("clear sheet", "brush")], gluedS: 43_200 }, "instant glue"],
    ["powder under brushed varnish", "powder gone", { layer: varnish, below: [bare, primer, layer("pigment", "dust")] }, "drowned"],
    ["matt over the river", "effect dull", { layer: varnish, below: [bare, primer, layer("gloss effect", "pour")] }, "matt went over"],
    ["raw resin sweats", "tacky", { resin: true, below: [layer("bare resin", "brush")] }, "not cured"],
    ["recesses left shiny by a spray", "shiny cracks", { layer: varnish }, "did not reach"],
  ] as const)("%s", (_, trouble, at, cause) => expect(first(trouble, at as Partial<WentWrong>).row.cause).toContain(cause));
});

describe("clues", () => {
  const has = (at: Partial<WentWrong>, clue: Clue): boolean => cluesOf({ ...plain, ...at }).has(clue);
  it("hold at their own bounds and not beside them", () => {
    expect([64, 65].map((rh) => has({ air: { airC: 25, rh } }, "damp air"))).toEqual([false, true]);
    expect([14.9, 15].map((airC) => has({ air: { airC, rh: 40 } }, "cold air"))).toEqual([true, false]);
    expect([3599, 3600].map((ageBelowS) => has({ ageBelowS }, "too soon"))).toEqual([true, false]);
    expect(has({ ageBelowS: null }, "too soon")).toBe(false);
    expect(has({ left: 0.05, pot: { can: null } }, "can nearly empty")).toBe(false);
    expect(has({ below: [bare] }, "bare below")).toBe(true);
    expect(has({}, "bare below")).toBe(false);
  });
  it("nothing is claimed of a coat in plain air over dry primer", () =>
    expect([...cluesOf({ ...plain, layer: layer("water acrylic", "brush", { sheen: "satin" }) }).keys()]).toEqual(["brushed"]));
  it("risky ways have a recovery, brushing has none of its own", () => {
    expect(recoveryOf("wash")).toContain("damp brush");
    expect(recoveryOf("brush")).toBeNull();
  });
});
