import { describe, expect, it } from "vitest";
import { fillersFor, fitLesson, noFill, seamOrder, SEAM_FILLERS, type DryFit, type FillerId, type SeamCase } from "./index";

const seam = (more: Partial<SeamCase> = {}): SeamCase => ({
  a: "filament print",
  b: "filament print",
  how: "glued",
  paint: "after",
  lengthMm: 100,
  widthMm: 0.3,
  sight: "seen",
  textured: false,
  ...more,
});
const whyNot = (id: FillerId, s: SeamCase): string | null => fillersFor(s).find((c) => c.filler.id === id)!.whyNot;

describe("fillers of seams (common practice, no source)", () => {
  it("by width: primer for hairlines, resin thin, talc paste and putty wide", () => {
    expect(fillersFor(seam({ widthMm: 0.05 }))[0].filler.id).toBe("primer");
    expect(whyNot("primer", seam())).toMatch(/runs out/);
    expect(whyNot("uv-resin", seam({ widthMm: 1 }))).toMatch(/runs out/);
    expect(whyNot("uv-talc", seam({ widthMm: 1 }))).toBeNull();
    expect(whyNot("epoxy-putty", seam({ widthMm: 4 }))).toBeNull();
    expect(whyNot("epoxy-putty", seam({ widthMm: 0.1 }))).toMatch(/too stiff/);
  });
  it("printing resin does not hold on kit plastic", () =>
    expect(whyNot("uv-resin", seam({ b: "plastic sheet" }))).toMatch(/plastic sheet/));
  it("where sanding would take texture, only what is shaped wet will do", () => {
    const [best, ...rest] = fillersFor(seam({ widthMm: 0.8, textured: true }));
    expect(best.filler.wetShaped).toBe(true);
    for (const c of rest) if (!c.filler.wetShaped) expect(c.whyNot).not.toBeNull();
  });
  it("clay out of sight only; instant glue never first while another does", () => {
    expect(whyNot("clay", seam({ widthMm: 1 }))).toBe("hidden seams only");
    expect(whyNot("clay", seam({ widthMm: 1, sight: "hidden" }))).toBeNull();
    for (const widthMm of [0.03, 0.1, 0.15, 0.2]) expect(fillersFor(seam({ widthMm }))[0].filler.id).not.toBe("instant");
  });
  it("nothing goes into what moves, comes apart, is covered or shut", () => {
    expect(noFill(seam({ how: "slides" }))).toMatch(/free/);
    expect(noFill(seam({ how: "loose" }))).toMatch(/apart/);
    expect(noFill(seam({ sight: "covered" }))).toMatch(/cover/);
    expect(noFill(seam({ widthMm: 0 }))).toMatch(/closed/);
    expect(noFill(seam())).toBeNull();
  });
  it("takes longer the longer it is, by the same", () => {
    for (const { filler } of fillersFor(seam())) {
      const at = (lengthMm: number): number => fillersFor(seam({ lengthMm })).find((c) => c.filler === filler)!.handsOnS;
      expect(at(200) - at(100)).toBeCloseTo(at(100) - at(0), 9);
      expect(at(0)).toBe(filler.setUpS);
    }
    expect(SEAM_FILLERS.length).toBeGreaterThanOrEqual(6);
  });
  it("order: joined before paint first, sanded before shaped wet, wide before narrow; the same however they come", () => {
    const list = [
      { id: "a", paint: "before" as const, widthMm: 2, textured: false },
      { id: "b", paint: "after" as const, widthMm: 0.2, textured: false },
      { id: "c", paint: "after" as const, widthMm: 0.9, textured: true },
      { id: "d", paint: "after" as const, widthMm: 0.9, textured: false },
    ];
    expect(seamOrder(list).map((m) => m.id)).toEqual(["d", "b", "c", "a"]);
    expect(seamOrder([...list].reverse()).map((m) => m.id)).toEqual(["d", "b", "c", "a"]);
  });
});

describe("what dry fits teach", () => {
  const fit = (verdict: DryFit["verdict"], amountMm = 0, cause: DryFit["cause"] = "print"): DryFit => ({
    id: "f",
    at: 0,
    verdict,
    amountMm,
    cause,
  });
  it("nothing: no bias, and how unsure that is", () => {
    const l = fitLesson([]);
    expect([l.biasMm, l.fits]).toEqual([0, 0]);
    expect(l.high).toBeCloseTo(0.1 * 1.6449, 6);
  });
  it("half of what was filed off is what a side wanted; a gap is as much too loose", () => {
    expect(fitLesson([fit("file", 0.2), fit("file", 0.2), fit("file", 0.2)]).biasMm).toBeGreaterThan(0.06);
    expect(fitLesson([fit("file", 0.2)]).biasMm).toBeCloseTo(-fitLesson([fit("fill", 0.2)]).biasMm, 12);
    expect(fitLesson([fit("fits"), fit("fits")]).biasMm).toBe(0);
  });
  it("design and cleaning say nothing of the printer", () => {
    expect(fitLesson([fit("file", 0.5, "design"), fit("file", 0.5, "cleaning")])).toMatchObject({ biasMm: 0, fits: 0 });
  });
  it("many agree with their mean, and the range closes; the order is nothing", () => {
    const many = Array.from({ length: 40 }, (_, i) => fit("file", 0.16 + (i % 5) * 0.02));
    const l = fitLesson(many);
    expect(l.biasMm).toBeCloseTo(0.1, 2);
    expect(l.high - l.low).toBeLessThan(0.04);
    expect(fitLesson([...many].reverse()).biasMm).toBeCloseTo(l.biasMm, 12);
  });
});
