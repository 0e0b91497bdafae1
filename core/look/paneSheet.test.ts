import { describe, expect, it } from "vitest";
import { PAPERS } from "../drawing";
import { paneSheets } from "./paneSheet";

const WHERE = { name: "Mill", date: "1 Dec 2026", paper: "A4" } as const;

describe("panes on paper", () => {
  it("are at true size, with spares, none over another or over the edge; they go on on the next sheet", () => {
    const sheets = paneSheets(
      [
        { name: "Window", round: false, aMm: 60, bMm: 80, count: 14 },
        { name: "Dial", round: true, aMm: 9, bMm: 1, count: 2 },
      ],
      WHERE,
    );
    if (!sheets.ok) throw new Error(sheets.problem.message);
    expect(sheets.value.length).toBeGreaterThan(1);
    const [wide, high] = PAPERS.A4;
    let windows = 0,
      dials = 0;
    for (const sheet of sheets.value) {
      const boxes = sheet.strokes
        .filter((s) => s.kind === "outline")
        .map(({ lines }) => {
          const xs = lines.filter((_, i) => i % 2 === 0),
            ys = lines.filter((_, i) => i % 2 === 1);
          return { x0: Math.min(...xs), x1: Math.max(...xs), y0: Math.min(...ys), y1: Math.max(...ys) };
        });
      for (const b of boxes) {
        expect(b.x0 >= 0 && b.x1 <= wide && b.y0 >= 0 && b.y1 <= high).toBe(true);
        const [w, h] = [b.x1 - b.x0, b.y1 - b.y0];
        if (w > 20) {
          windows++;
          expect([w, h].map((v) => Math.round(v * 1e6) / 1e6)).toEqual([60, 80]);
        } else {
          dials++;
          expect([w, h].every((v) => Math.abs(v - 9) < 0.02)).toBe(true);
        }
      }
      boxes.forEach((a, i) =>
        boxes.slice(i + 1).forEach((b) => expect(a.x1 <= b.x0 || b.x1 <= a.x0 || a.y1 <= b.y0 || b.y1 <= a.y0).toBe(true)),
      );
    }
    expect([windows, dials]).toEqual([14 + 4, 2 + 1]);
  });
  it("one that is larger than the paper is named, and none at all is said", () => {
    const large = paneSheets([{ name: "Shopfront", round: false, aMm: 290, bMm: 290, count: 1 }], WHERE);
    expect(large.ok ? "" : large.problem.message).toContain("Shopfront");
    expect(paneSheets([], WHERE).ok).toBe(false);
  });
});
