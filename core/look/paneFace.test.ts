/** Faces and signs at true size: they stay within their pane by the font's own widths, and who can read them. */
import { PDFDocument, StandardFonts, type PDFFont } from "pdf-lib";
import { beforeAll, describe, expect, it } from "vitest";
import { LIMITS } from "../project";
import { leastLetterMm, letterMm } from "./paneFace";
import { paneSheets } from "./paneSheet";

const WHERE = { name: "Mill", date: "1 Dec 2026", paper: "A4" } as const;
const pane = (more: object) => ({ name: "N", round: true, aMm: 20, bMm: 30, count: 1, ...more });
const drawn = (more: object) => {
  const sheets = paneSheets([pane(more)], WHERE, () => 0);
  if (!sheets.ok) throw new Error(sheets.problem.message);
  const [sheet] = sheets.value;
  const edge = sheet.strokes.find((s) => s.kind === "outline")!.lines;
  const xs = edge.filter((_, i) => i % 2 === 0),
    ys = edge.filter((_, i) => i % 2 === 1);
  const box = { x0: Math.min(...xs), x1: Math.max(...xs), y0: Math.min(...ys), y1: Math.max(...ys) };
  return { sheet, box, printed: sheet.labels.filter((l) => l.anchor === "middle") };
};
let font: PDFFont;
beforeAll(async () => {
  font = await (await PDFDocument.create()).embedFont(StandardFonts.Helvetica);
});

describe("a face", () => {
  it("of a clock has twelve at the top and three at the right; a gauge begins at its lower left and ends at its lower right", () => {
    const at = (face: string, text: string) => {
      const { printed, box } = drawn({ face });
      const l = printed.find((p) => p.text === text)!;
      return [Math.sign(Math.round(l.x - (box.x0 + box.x1) / 2)), Math.sign(Math.round(l.y + 0.36 * l.sizeMm - (box.y0 + box.y1) / 2))];
    };
    expect([at("clock", "12"), at("clock", "3"), at("clock", "6"), at("clock", "9")]).toEqual([
      [0, 1],
      [1, 0],
      [0, -1],
      [-1, 0],
    ]);
    expect([at("gauge", "0"), at("gauge", "5"), at("gauge", "10")]).toEqual([
      [-1, -1],
      [0, 1],
      [1, -1],
    ]);
    expect(drawn({ face: "clock" }).printed).toHaveLength(12);
    expect(drawn({ face: "gauge" }).printed).toHaveLength(11);
  });
  it("is not drawn on a pane with corners, and nothing is printed where nothing was said", () => {
    expect(drawn({ round: false, face: "clock" }).printed).toEqual([]);
    expect(drawn({ words: "   " }).printed).toEqual([]);
    expect(letterMm(pane({ words: "  " }))).toBeNull();
  });
});

describe("at the extremes", () => {
  const sizes = [LIMITS.effectMm.least, 1, 12, 150];
  const words = ["I", "MILL LANE", "W".repeat(LIMITS.name), "Größe Æ½"];
  it.each(sizes.flatMap((mm) => words.map((w) => [mm, w] as const)))("%d mm, %s: no letter leaves its pane", (mm, w) => {
    for (const shape of [{ round: false, aMm: mm, bMm: 20 }, { round: false, aMm: 20, bMm: mm }, { aMm: mm }, { aMm: mm, face: "gauge" }]) {
      const { printed, box } = drawn({ ...shape, words: w });
      expect(printed.some((p) => p.text === w)).toBe(true);
      for (const { text, x, y, sizeMm } of printed) {
        const half = font.widthOfTextAtSize(text, sizeMm) / 2;
        expect(x - half, text).toBeGreaterThanOrEqual(box.x0 - 1e-9);
        expect(x + half, text).toBeLessThanOrEqual(box.x1 + 1e-9);
        expect(y).toBeGreaterThanOrEqual(box.y0 - 1e-9);
        expect(y + 0.718 * sizeMm).toBeLessThanOrEqual(box.y1 + 1e-9);
      }
    }
  });
});

describe("who can read it", () => {
  it("a letter of a chart for six metres is 8.7 mm high (ISO 8596, visual acuity 1.0), and so in proportion", () => {
    expect(leastLetterMm(6000)).toBeCloseTo(8.73, 2);
    expect(leastLetterMm(500)).toBeCloseTo(8.727 / 12, 3);
  });
  it("goes by the smallest letters of the pane", () => {
    const face = letterMm(pane({ face: "clock" }))!;
    expect(letterMm(pane({ face: "clock", words: "W".repeat(40) }))!).toBeLessThan(face);
    expect(letterMm(pane({ round: false, aMm: 50, bMm: 10, words: "I" }))).toBeCloseTo(8, 6);
  });
});
