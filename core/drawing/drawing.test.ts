/** The printed sheet: true millimetres, ISO papers and reductions, a ruler that is what it says (ISO 216, ISO 5455 as recalled). */
import { DOMParser } from "linkedom";
import { describe, expect, it } from "vitest";
import { sheetOfMesh } from "../../tests/sampleProject";
import { boxMesh, reportMesh } from "../mesh";
import { figureScale } from "../scale";
import { bestView, drawingToSvg, layOutDrawing, onView, PAPERS, type Drawing } from "./index";

const sheetOf = (x: number, y: number, z: number) => {
  return sheetOfMesh(boxMesh(x, y, z));
};
const options = { name: "Mill <house> & wheel", sceneName: "Creek", scale: figureScale(28) };
const ink = (d: Drawing, kind: string): number[] => d.strokes.filter((s) => s.kind === kind).flatMap((s) => s.lines);
const span = (lines: number[], axis: 0 | 1): number => {
  const v = lines.filter((_, i) => i % 2 === axis);
  return Math.max(...v) - Math.min(...v);
};

describe("paper and size", () => {
  it("a small part goes on A4 at true size: its outline is as long on paper as the part", () => {
    const d = layOutDrawing(sheetOf(60, 40, 50), options);
    expect([d.paper, d.reduction]).toEqual(["A4", 1]);
    const front = d.strokes.find((s) => s.kind === "outline")!.lines;
    expect(span(front, 0)).toBeCloseTo(60, 0);
    expect(span(front, 1)).toBeCloseTo(50, 0);
  });
  it("a larger one takes larger paper before it is reduced, and A4 on demand reduces by ISO 5455", () => {
    const sheet = sheetOf(192, 148, 118);
    const d = layOutDrawing(sheet, options);
    expect(d.reduction).toBe(1);
    expect(["A2", "A1"]).toContain(d.paper);
    const small = layOutDrawing(sheet, { ...options, paper: "A4" });
    expect(small.paper).toBe("A4");
    expect([1 / 2, 1 / 5]).toContain(small.reduction);
    expect(small.labels.some((l) => /printed at 1:\d of the model/.test(l.text))).toBe(true);
  });
  it.each(Object.keys(PAPERS) as (keyof typeof PAPERS)[])("%s: nothing leaves the paper", (paper) => {
    const d = layOutDrawing(sheetOf(120, 80, 200), { ...options, paper });
    for (const { lines } of d.strokes)
      for (let i = 0; i < lines.length; i += 2) {
        expect(lines[i]).toBeGreaterThanOrEqual(0);
        expect(lines[i]).toBeLessThanOrEqual(d.widthMm);
        expect(lines[i + 1]).toBeGreaterThanOrEqual(0);
        expect(lines[i + 1]).toBeLessThanOrEqual(d.heightMm);
      }
  });
  it("A3 is two A4 beside each other (ISO 216)", () => {
    expect(PAPERS.A3[1]).toBe(PAPERS.A4[0]);
    expect(Math.abs(PAPERS.A3[0] - 2 * PAPERS.A4[1])).toBeLessThanOrEqual(1);
  });
});

describe("what is on it", () => {
  it("dimensions in model and real size, door, figure, and a ruler of 100 mm", () => {
    const d = layOutDrawing(sheetOf(60, 40, 50), options);
    const texts = d.labels.map((l) => l.text);
    expect(texts).toEqual(
      expect.arrayContaining(["60 mm  (3.36 m)", "50 mm  (2.8 m)", "40 mm  (2.24 m)", "door", "figure", "check: this is 100 mm on paper"]),
    );
    const ruler = d.strokes
      .filter((s) => s.kind === "dimension")
      .find((s) => Math.abs(s.lines[2] - s.lines[0] - 100) < 1e-9 && s.lines.length > 60);
    expect(ruler).toBeDefined();
    // The figure is as tall as it stands: 5 ft 6 in at 1:56.04.
    const figure = ink(d, "figure");
    expect(span(figure, 1)).toBeGreaterThan(1981 / 56.04 - 0.1);
  });
  it("hidden lines are dashed: a box shows none, a box behind a box does", () => {
    expect(ink(layOutDrawing(sheetOf(60, 40, 50), options), "hidden")).toEqual([]);
  });
});

describe("files", () => {
  const d = layOutDrawing(sheetOf(60, 40, 50), options);
  it("SVG carries millimetres, and names are escaped", () => {
    const svg = new DOMParser().parseFromString(drawingToSvg(d), "image/svg+xml").documentElement!;
    expect([svg.getAttribute("width"), svg.getAttribute("height"), svg.getAttribute("viewBox")]).toEqual(["297mm", "210mm", "0 0 297 210"]);
    expect([...svg.querySelectorAll("text")].some((t) => t.textContent === "Mill <house> & wheel")).toBe(true);
  });
});

describe("points on views", () => {
  const { bounds } = reportMesh(boxMesh(10, 20, 30)).report;
  it("lie where a draughtsman puts them, in model size", () => {
    expect(onView("front", [4, 0, 25], bounds, 2)).toEqual([8, 50]);
    expect(onView("side", [10, 5, 25], bounds, 1)).toEqual([5, 25]);
    expect(onView("plan", [4, 5, 30], bounds, 0.5)).toEqual([2, 2.5]);
  });
  it("are shown in the view they face", () => {
    expect(bestView([5, 0, 15], bounds)).toBe("front");
    expect(bestView([10, 10, 15], bounds)).toBe("side");
    expect(bestView([5, 10, 30], bounds)).toBe("plan");
  });
});
