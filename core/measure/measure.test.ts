import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  addMoney,
  checkPartSize,
  formatDuration,
  formatMm,
  formatReal,
  money,
  OVERNIGHT_S,
  parseDuration,
  parseLength,
  parseMass,
  parseSize,
} from "./index";

const mm = (text: string): number => {
  const r = parseLength(text);
  if (!r.ok) throw new Error(r.problem.message);
  return r.value.mm;
};

describe("lengths as people type them", () => {
  // Exact factors: international yard and pound agreement of 1959.
  it.each([
    ["6' 2\"", 74 * 25.4],
    ["3/16 in", 4.7625],
    ["2 1/16 in", 52.3875],
    ["1.98 m", 1980],
    ["40 thou", 1.016],
    ["2 ft 6", 762],
    ["2 ft 6 in", 762],
    ["1,98 m", 1980],
    ["192", 192],
    ["1 yd", 914.4],
    ["80 µm", 0.08],
    [".5 in", 12.7],
    ["5'", 1524],
    ["2m", 2000],
  ])("reads %s", (text, want) => expect(mm(text)).toBeCloseTo(want, 9));

  it.each(["", "door", "2 parsec", "-3 mm", "3 4", "1/0 in", "NaN", "1e999 m"])("refuses %j with a sentence", (text) => {
    const r = parseLength(text);
    expect(r.ok).toBe(false);
    if (!r.ok) expect(r.problem.message.length).toBeGreaterThan(20);
  });

  it("never throws and never gives a non-finite length", () => {
    fc.assert(
      fc.property(fc.string(), (s) => {
        const r = parseLength(s);
        return !r.ok || Number.isFinite(r.value.mm);
      }),
    );
  });

  it("reads three sides with one unit", () => {
    const r = parseSize("192 × 148 × 118 mm");
    expect(r.ok && r.value).toEqual([192, 148, 118]);
    const cm = parseSize("19.2 x 14.8 x 11.8 cm");
    expect(cm.ok && cm.value.map((v) => Math.round(v))).toEqual([192, 148, 118]);
    expect(parseSize("192 × 148").ok).toBe(false);
  });

  it("asks for the unit when a size cannot be", () => {
    expect(checkPartSize([1e6, 1, 1])).toMatchObject({ ok: false, problem: { code: "size.unit" } });
    expect(checkPartSize([0.001, 0.001, 0.001])).toMatchObject({ ok: false, problem: { code: "size.unit" } });
    expect(checkPartSize([192, 148, 118]).ok).toBe(true);
  });

  it("prints what it reads", () => {
    expect([formatMm(0.35), formatMm(0.02), formatMm(34.5), formatMm(226), formatReal(6800), formatReal(1981), formatReal(75)]).toEqual([
      "0.35 mm",
      "20 µm",
      "34.5 mm",
      "226 mm",
      "6.8 m",
      "1.98 m",
      "75 mm",
    ]);
  });
});

describe("times, masses, money", () => {
  it.each([
    ["17 h", 61200],
    ["1 h 20", 4800],
    ["25 min", 1500],
    ["25", 1500],
    ["3:30", 12600],
    ["overnight", OVERNIGHT_S],
    ["2 days", 172800],
  ])("reads %s", (text, want) => expect(parseDuration(text)).toEqual({ ok: true, value: want }));
  it("refuses what is not a time", () => expect(parseDuration("soon").ok).toBe(false));
  it("says hours and minutes", () => {
    expect([formatDuration(56160), formatDuration(1500), formatDuration(45), formatDuration(3 * 86400)]).toEqual([
      "15 h 36",
      "25 min",
      "45 s",
      "3 days",
    ]);
  });
  it("weighs in the unit that was typed", () => {
    expect(parseMass("210 g")).toEqual({ ok: true, value: 210 });
    expect(parseMass("1 lb")).toEqual({ ok: true, value: 453.59237 });
  });
  it("never adds two currencies", () => {
    expect(addMoney(money(100, "EUR"), money(96, "EUR")).minor).toBe(196);
    expect(() => addMoney(money(1, "EUR"), money(1, "GBP"))).toThrow();
  });
});
