import { describe, expect, it } from "vitest";
import { CAUTIONS } from "../care";
import { PAPERS } from "../drawing";
import { STARTERS } from "../recipe";
import { labelSheet, labelWords, recipeSheets, resumeSheet, type LabelledMix } from ".";
import { textLines } from "./pen";

const mix = (name: string, family: LabelledMix["family"], parts = 2): LabelledMix => ({
  name,
  family,
  mix: {
    parts: Array.from({ length: parts }, (_, i) => ({ paintId: `p${i}`, name: `Earth ${i}`, hex: "#705030", drops: i + 1 })),
    thinning: 0.5,
    at: 0,
    came: "",
  },
});
const day = (): string => "1 Jan 1970";

describe("labels for mixes", () => {
  it("say what is in it, of which day, what it does, and that it is kept in no food jar", () => {
    const { lines } = labelWords(mix("Bog", "enamel"), day);
    expect(lines[0]).toBe("1 Earth 0 : 2 Earth 1, thinned 1:0.5");
    expect(lines[1]).toBe("mixed 1 Jan 1970; enamel; clean with white spirit");
    expect(lines.join(" ")).toContain(CAUTIONS["solvent-brush"].short);
    expect(lines.at(-1)).toContain("Never in a food jar");
    expect(lines.join(" ")).not.toMatch(/\bsafe\b/i);
  });
  it("stand apart on the page, within it, and no more than fit", () => {
    for (const paper of ["A4", "Letter"] as const) {
      const [wide, high] = PAPERS[paper];
      const { drawing, shown } = labelSheet(
        Array.from({ length: 40 }, (_, i) => mix(`Mix ${i}`, "water acrylic", 12)),
        { title: "Labels", paper, day },
      );
      const boxes = drawing.strokes.map(({ lines }) => ({
        x: Math.min(...lines.filter((_, i) => i % 2 === 0)),
        y: Math.min(...lines.filter((_, i) => i % 2 === 1)),
      }));
      expect(boxes).toHaveLength(shown);
      expect(shown).toBeGreaterThanOrEqual(9);
      for (const [i, a] of boxes.entries()) {
        expect(a.x >= 0 && a.x + 80 <= wide && a.y >= 0 && a.y + 42 <= high).toBe(true);
        for (const b of boxes.slice(i + 1)) expect(Math.abs(a.x - b.x) >= 80 || Math.abs(a.y - b.y) >= 42).toBe(true);
      }
      // A letter is about half as wide as high: nothing stands beyond its label.
      for (const { text, x, y, sizeMm } of drawing.labels.slice(2)) {
        const own = boxes.find((b) => x >= b.x && x <= b.x + 80 && y >= b.y && y <= b.y + 42)!;
        expect(own, text).toBeDefined();
        expect(x + text.length * sizeMm * 0.5, text).toBeLessThanOrEqual(own.x + 80);
      }
    }
  });
});

describe("the card after a pause on paper", () => {
  const lines = (n: number, length: number) => Array.from({ length: n }, (_, i) => ({ label: `Label ${i}`, text: "word ".repeat(length) }));
  it("has every line, within the page; what does not fit is said", () => {
    const all = resumeSheet({ lines: lines(6, 12) }, { title: "T", date: "D", paper: "A4" });
    expect(all.labels.filter((l) => l.text.startsWith("Label"))).toHaveLength(6);
    const long = resumeSheet({ lines: lines(12, 90) }, { title: "T", date: "D", paper: "Letter" });
    expect(long.labels.at(-1)!.text).toMatch(/^\d+ more on screen$/);
    // No line strikes a text out: letters stand some 0.75 of their size above their foot.
    for (const { lines: l } of all.strokes) for (const t of all.labels) expect(l[1] > t.y - 1 && l[1] < t.y + 0.75 * t.sizeMm).toBe(false);
    for (const { y, x } of [...all.labels, ...long.labels]) expect(y > 10 && x > 10).toBe(true);
  });
  it("text is broken between words, and none is lost", () => {
    const text = "one two  three\nfour incomprehensibilities five";
    const broken = textLines(text, 12);
    expect(broken.join(" ").split(" ")).toEqual(text.split(/\s+/));
    expect(broken).toEqual(["one two", "three four", "incomprehensibilities", "five"]);
    expect(textLines("", 9)).toEqual([]);
  });
});

describe("a recipe for the bench", () => {
  it("has every step of every starter with its number, on pages that nothing leaves", () => {
    for (const paper of ["A4", "Letter"] as const)
      for (const starter of STARTERS) {
        const recipe = { id: "r", name: starter.name, school: starter.school, steps: starter.steps };
        const pages = recipeSheets(recipe, { paper });
        const labels = pages.flatMap((p) => p.labels);
        for (const [i, step] of recipe.steps.entries()) {
          expect(labels.map((l) => l.text)).toContain(String(i + 1));
          expect(labels.some((l) => l.text.startsWith(step.wants.name.split(" ")[0]))).toBe(true);
        }
        for (const l of labels) {
          expect(l.y).toBeGreaterThan(5);
          expect(l.x + l.text.length * l.sizeMm * 0.5, l.text).toBeLessThan(PAPERS[paper][0]);
        }
      }
  });
  it("goes on to a second page, and a single long step is not put on an empty one", () => {
    const [starter] = STARTERS;
    const [step] = starter.steps;
    const many = {
      id: "r",
      name: "Long",
      school: "",
      steps: Array.from({ length: 40 }, (_, i) => ({ ...step, id: `s${i}`, ifTooMuch: "word ".repeat(60) })),
    };
    const pages = recipeSheets(many, { paper: "A4" });
    expect(pages.length).toBeGreaterThan(1);
    expect(pages.every((p) => p.labels.length > 2)).toBe(true);
    expect(
      pages
        .flatMap((p) => p.labels)
        .filter((l) => /^\d+$/.test(l.text))
        .map((l) => Number(l.text)),
    ).toEqual(many.steps.map((_, i) => i + 1));
  });
});
