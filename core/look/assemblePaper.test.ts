import { describe, expect, it } from "vitest";
import { PAPERS } from "../drawing";
import { newJoint } from "../project";
import { assembleSheets, pulledApart } from ".";

const head = { title: "Sluice: together", foot: "1 Dec 2026", paper: "A4" as const };
const [wide, high] = PAPERS.A4;

describe("assembly on paper", () => {
  const joints = [newJoint("j", "frame", { kind: "part", partId: "base" })];
  const pieces = [
    { id: "base", wideMm: 320, highMm: 25 },
    { id: "frame", wideMm: 76, highMm: 62 },
  ];
  const lines = Array.from({ length: 90 }, (_, i) => ({
    text: `Step ${i + 1}, and some words that make it a long line of text, longer than one line of the sheet can take at this size`,
    tick: true,
  }));
  const outlines = new Map([["frame", { segments: [0, 0, 76, 0, 76, 0, 76, 62], widthMm: 76, heightMm: 62 }]]);
  const sheets = assembleSheets(head, lines, { drawn: pulledApart(pieces, joints, 880, 380), outlines });

  it("everything lies on the paper, over as many sheets as it takes, each step once", () => {
    expect(sheets.length).toBeGreaterThan(2);
    for (const s of sheets) {
      for (const { lines: l } of s.strokes)
        for (let i = 0; i < l.length; i += 2) {
          expect(l[i]).toBeGreaterThanOrEqual(0);
          expect(l[i]).toBeLessThanOrEqual(wide);
          expect(l[i + 1]).toBeGreaterThanOrEqual(0);
          expect(l[i + 1]).toBeLessThanOrEqual(high);
        }
      for (const { x, y } of s.labels) expect(x >= 0 && x <= wide && y >= 0 && y <= high).toBe(true);
    }
    const begins = sheets.flatMap((s) => s.labels.filter((l) => /^Step \d+,/.test(l.text)).map((l) => Number(/\d+/.exec(l.text)![0])));
    expect(begins).toEqual(lines.map((_, i) => i + 1));
  });
  it("reads from the top: title, drawing, first step, date; what stands on something is drawn above it", () => {
    const y = (text: string | RegExp): number =>
      sheets[0].labels.find((l) => (typeof text === "string" ? l.text === text : text.test(l.text)))!.y;
    expect(y(head.title)).toBeGreaterThan(y("1"));
    expect(y("1")).toBeGreaterThan(y(/^Step 1,/));
    expect(y(/^Step 1,/)).toBeGreaterThan(y(/^Step 2,/));
    expect(y(/^Step 2,/)).toBeGreaterThan(y(/^1 Dec/));
    const [base, frame] = sheets[0].strokes.map(({ lines: l }) => Math.max(...l.filter((_, i) => i % 2 === 1)));
    expect(frame).toBeGreaterThan(base);
  });
});
