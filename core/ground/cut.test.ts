import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { boxPanels, cutPlan, holeMm, mitreDeg, roofOf, type CutPiece, type Panel } from "./index";

const panel = (name: string, widthMm: number, heightMm: number, count = 1): Panel => ({ id: name, name, widthMm, heightMm, count });

/** Can these be cut apart by cuts that each run right through? Tried by every line; knows nothing of strips. */
function guillotine(pieces: readonly CutPiece[]): boolean {
  if (pieces.length <= 1) return true;
  for (const along of ["x", "y"] as const) {
    const from = (p: CutPiece): number => (along === "x" ? p.xMm : p.yMm);
    const to = (p: CutPiece): number => (along === "x" ? p.xMm + p.widthMm : p.yMm + p.heightMm);
    for (const line of pieces.map(to)) {
      const before = pieces.filter((p) => to(p) <= line + 1e-6),
        after = pieces.filter((p) => from(p) >= line - 1e-6);
      if (before.length > 0 && after.length > 0 && before.length + after.length === pieces.length)
        return guillotine(before) && guillotine(after);
    }
  }
  return false;
}

describe("panels", () => {
  // Worked values: half span 90, 35°, eaves 10.
  it("walls allow for the thickness; a slope of 122.1; mitres are half the turn; a hole has room on both sides", () => {
    expect(boxPanels({ widthMm: 120, depthMm: 80, heightMm: 60, thickMm: 5 }).map((p) => p.widthMm)).toEqual([120, 70, 110]);
    expect(roofOf({ spanMm: 180, pitchDeg: 35, eavesMm: 10, exposureMm: 10 })).toMatchObject({
      slopeMm: expect.closeTo(122.1, 1),
      riseMm: expect.closeTo(63.0, 1),
      courses: 13,
    });
    expect([mitreDeg(90), mitreDeg(45)]).toEqual([45, 22.5]);
    expect(holeMm(14, 0.3)).toBeCloseTo(14.6, 9);
  });
  it("cuts run right through, nothing overlaps with its kerf, and every panel is cut or named as left", () => {
    const side = fc.integer({ min: 8, max: 150 });
    fc.assert(
      fc.property(
        fc.array(fc.tuple(side, side, fc.integer({ min: 1, max: 4 })), { minLength: 1, maxLength: 8 }),
        fc.constantFrom(0, 1, 3),
        (list, kerfMm) => {
          const panels = list.map(([w, h, n], i) => panel(`p${i}`, w, h, n));
          const found = cutPlan(panels, { widthMm: 300, heightMm: 200, sheets: 2, kerfMm });
          if (!found.ok) throw new Error(found.problem.message);
          const { pieces, left } = found.value;
          expect(pieces.length + left.reduce((n, l) => n + l.count, 0)).toBe(panels.reduce((n, p) => n + p.count, 0));
          for (const sheet of [0, 1]) {
            const own = pieces.filter((p) => p.sheet === sheet);
            expect(guillotine(own)).toBe(true);
            own.forEach((p, i) => {
              expect(p.xMm + p.widthMm).toBeLessThanOrEqual(300 + 1e-6);
              expect(p.yMm + p.heightMm).toBeLessThanOrEqual(200 + 1e-6);
              for (const q of own.slice(i + 1)) {
                const free =
                  p.xMm + p.widthMm + kerfMm <= q.xMm + 1e-6 ||
                  q.xMm + q.widthMm + kerfMm <= p.xMm + 1e-6 ||
                  p.yMm + p.heightMm + kerfMm <= q.yMm + 1e-6 ||
                  q.yMm + q.heightMm + kerfMm <= p.yMm + 1e-6;
                expect(free).toBe(true);
              }
            });
          }
        },
      ),
      { numRuns: 150 },
    );
  });
  it("four quarters fill a sheet exactly; a panel larger than the sheet is said", () => {
    expect(cutPlan([panel("q", 150, 100, 4)], { widthMm: 300, heightMm: 200, sheets: 1, kerfMm: 0 })).toMatchObject({
      value: { left: [], usedShare: 1 },
    });
    expect(cutPlan([panel("wall", 310, 20)], { widthMm: 300, heightMm: 200, sheets: 1, kerfMm: 0 })).toMatchObject({
      ok: false,
      problem: { code: "cut.large" },
    });
  });
});
