import { describe, expect, it } from "vitest";
import { cupGauge } from "./cupGauge";

const cup = { bottomMm: 20, topMm: 26, heightMm: 30 };
const gauge = (bands: { name: string; ml: number }[], of = cup) =>
  cupGauge({ cup: of, bands, name: "Lime", date: "1 Dec 2026", paper: "A4" });

describe("a gauge of paper", () => {
  // 20 to 26 mm over 30 mm: 2, 5 and 10 ml stand 6.0, 13.9 and 25.0 mm high (worked by hand).
  it("has its marks where so much stands in the cup, at true size", () => {
    const made = gauge([
      { name: "lime", ml: 2 },
      { name: "sand", ml: 3 },
      { name: "tar", ml: 5 },
    ]);
    expect(made.ok).toBe(true);
    if (!made.ok) return;
    const { strokes, labels, reduction } = made.value;
    expect(reduction).toBe(1);
    const [frame, ...rest] = strokes.filter((s) => s.kind === "outline");
    const foot = frame.lines[1];
    expect(rest.map((s) => Math.round((s.lines[1] - foot) * 10) / 10)).toEqual([6, 13.9, 25]);
    expect(labels.some((l) => l.text.startsWith("up to here: sand"))).toBe(true);
    // The ruler that shows whether the printer scaled it.
    const ruler = strokes.find((s) => s.kind === "feature")!.lines;
    expect(ruler[2] - ruler[0]).toBe(50);
  });
  it("names of thin bands do not lie on each other", () => {
    const made = gauge(Array.from({ length: 8 }, (_, i) => ({ name: `p${i}`, ml: 0.1 })));
    const ys = made.ok ? made.value.labels.filter((l) => l.text.startsWith("up to here")).map((l) => l.y) : [];
    expect(ys).toHaveLength(8);
    ys.slice(1).forEach((y, i) => expect(y - ys[i]).toBeGreaterThanOrEqual(4));
  });
  it("a cup that is too small or too high for the paper is said", () => {
    expect(gauge([{ name: "lime", ml: 13 }])).toMatchObject({ ok: false, problem: { code: "cup.small" } });
    expect(gauge([{ name: "lime", ml: 13 }], { ...cup, heightMm: 300 })).toMatchObject({ ok: false, problem: { code: "cup.high" } });
  });
});
