import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  boxPanels,
  cutPlan,
  evenCourse,
  holeMm,
  mitreDeg,
  roofOf,
  scoreLines,
  scoreSum,
  sidingOf,
  type CutPiece,
  type Panel,
  type Scored,
} from "./index";

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

describe("what is scored into a panel", () => {
  const linesOf = (panel: { widthMm: number; heightMm: number }, scored: Scored): number[] => {
    const lines = scoreLines(panel, scored);
    if (!lines.ok) throw new Error(lines.problem.message);
    return lines.value;
  };
  const cells = (panel: { widthMm: number; heightMm: number }, scored: Scored): number[] => {
    // Each stone's area, by flooding a grid that no line of the score may be crossed in: knows nothing of courses.
    const N = 4;
    const [w, h] = [Math.round(panel.widthMm * N), Math.round(panel.heightMm * N)];
    const lines = linesOf(panel, scored);
    const wall = new Set<string>();
    for (let i = 0; i < lines.length; i += 4) {
      const [x0, y0, x1, y1] = lines.slice(i, i + 4).map((v) => Math.round(v * N));
      if (x0 === x1) for (let y = Math.min(y0, y1); y < Math.max(y0, y1); y++) wall.add(`${x0 - 1} ${y}|${x0} ${y}`);
      else for (let x = Math.min(x0, x1); x < Math.max(x0, x1); x++) wall.add(`${x} ${y0 - 1}|${x} ${y0}`);
    }
    const seen = new Uint8Array(w * h);
    const areas: number[] = [];
    for (let s = 0; s < w * h; s++) {
      if (seen[s]) continue;
      const stack = [s];
      seen[s] = 1;
      let area = 0;
      while (stack.length > 0) {
        const at = stack.pop()!;
        area++;
        const [x, y] = [at % w, Math.floor(at / w)];
        for (const [nx, ny] of [
          [x + 1, y],
          [x - 1, y],
          [x, y + 1],
          [x, y - 1],
        ]) {
          if (nx < 0 || ny < 0 || nx >= w || ny >= h || seen[ny * w + nx]) continue;
          const [a, b] = nx > x || ny > y ? [`${x} ${y}`, `${nx} ${ny}`] : [`${nx} ${ny}`, `${x} ${y}`];
          if (wall.has(`${a}|${b}`)) continue;
          seen[ny * w + nx] = 1;
          stack.push(ny * w + nx);
        }
      }
      areas.push(area / (N * N));
    }
    return areas.sort((p, q) => q - p);
  };
  it("is whole flags with what is left at two sides", () => {
    expect(cells({ widthMm: 50, heightMm: 25 }, { as: "flags", unitMm: [20, 10] })).toEqual([200, 200, 200, 200, 100, 100, 100, 100, 50]);
  });
  it("is bricks in stretcher bond: halves begin each second course", () => {
    expect(cells({ widthMm: 40, heightMm: 20 }, { as: "bricks", unitMm: [20, 10] })).toEqual([200, 200, 200, 100, 100]);
  });
  it("is boards whose ends never stand over each other in three courses", () => {
    const lines = linesOf({ widthMm: 300, heightMm: 30 }, { as: "boards", unitMm: [90, 10] });
    const ends = [0, 1, 2].map(
      (c) =>
        new Set(
          Array.from({ length: lines.length / 4 }, (_, i) => lines.slice(i * 4, i * 4 + 4))
            .filter((l) => l[0] === l[2] && l[1] === c * 10)
            .map((l) => l[0]),
        ),
    );
    expect([...ends[0], ...ends[1], ...ends[2]]).toHaveLength(new Set([...ends[0], ...ends[1], ...ends[2]]).size);
  });
  it("says its length, the course that is left, and the height at which none is", () => {
    const wall = { widthMm: 100, heightMm: 52 };
    const { lengthMm, restMm } = scoreSum(wall, { as: "flags", unitMm: [200, 10] });
    expect([lengthMm, restMm]).toEqual([500, 2]);
    const even = evenCourse(52, 10);
    expect(even).toBeCloseTo(10.4, 9);
    expect(scoreSum(wall, { as: "flags", unitMm: [200, even] }).restMm).toBe(0);
    // One unit larger than the panel scores nothing.
    expect(linesOf(wall, { as: "bricks", unitMm: [300, 60] })).toEqual([]);
  });
  it("sums what the drawn lines add up to, and does so for the largest panel in the smallest stones at once", () => {
    fc.assert(
      fc.property(
        fc.record({ widthMm: fc.double({ min: 1, max: 300, noNaN: true }), heightMm: fc.double({ min: 1, max: 200, noNaN: true }) }),
        fc.constantFrom<Scored["as"]>("flags", "bricks", "boards"),
        fc.tuple(fc.double({ min: 3, max: 400, noNaN: true }), fc.double({ min: 3, max: 300, noNaN: true })),
        (panel, as, unitMm) => {
          const lines = linesOf(panel, { as, unitMm });
          let length = 0;
          for (let i = 0; i < lines.length; i += 4) length += Math.hypot(lines[i + 2] - lines[i], lines[i + 3] - lines[i + 1]);
          const sum = scoreSum(panel, { as, unitMm });
          expect(sum.lines).toBe(lines.length / 4);
          expect(sum.lengthMm).toBeCloseTo(length, 6);
        },
      ),
    );
    const largest = { widthMm: 5000, heightMm: 5000 };
    expect(scoreSum(largest, { as: "bricks", unitMm: [0.5, 0.5] }).lines).toBeGreaterThan(9e7);
    expect(scoreLines(largest, { as: "bricks", unitMm: [0.5, 0.5] })).toMatchObject({ ok: false, problem: { code: "score.fine" } });
  });
  it("siding covers the wall from foot to top, and no strip is longer than the stock", () => {
    fc.assert(
      fc.property(
        fc.record({
          widthMm: fc.integer({ min: 20, max: 1200 }),
          heightMm: fc.integer({ min: 20, max: 400 }),
          exposureMm: fc.double({ min: 1, max: 12, noNaN: true }),
          lapMm: fc.double({ min: 0, max: 4, noNaN: true }),
          stockMm: fc.integer({ min: 100, max: 500 }),
        }),
        (wall) => {
          const s = sidingOf(wall);
          // Laid strip by strip: each begins where the one below shows no more.
          let foot = 0;
          for (let c = 0; c < s.courses; c++) foot += c === 0 ? 0 : s.exposureMm;
          expect(foot + s.stripMm).toBeCloseTo(wall.heightMm, 6);
          expect(s.panel.widthMm).toBeLessThanOrEqual(wall.stockMm + 1e-6);
          expect((s.panel.count / s.courses) * s.panel.widthMm).toBeCloseTo(wall.widthMm, 6);
        },
      ),
    );
  });
});
