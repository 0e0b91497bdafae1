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
  parseArea,
  parseDuration,
  parseLength,
  parseMass,
  parseNumber,
  parsePercent,
  parseSize,
  readAsMm,
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
    // Thousands apart by space or apostrophe, or by whichever mark is not the decimal one: common practice of several countries.
    ["1 500 mm", 1500],
    ["1'000 mm", 1000],
    ["1’000 mm", 1000],
    ["1.234,5 mm", 1234.5],
    ["2,500.5 mm", 2500.5],
    ["1,000,000 µm", 1000],
    ["0,4 mm", 0.4],
    ["0,400 mm", 0.4],
    ["1-1/2 in", 38.1],
    ["½ in", 12.7],
    ['2¼"', 57.15],
    ["6ft2", 74 * 25.4],
    ["5’ 8”", 68 * 25.4],
    ["5′ 8″", 68 * 25.4],
    ["6'-2 1/2\"", 74.5 * 25.4],
    ["2 m 30", 2300],
    ["1 m 75", 1750],
    ["2 m 300", 2300],
    ["3 m 20 cm", 3200],
    ["1e3 mm", 1000],
    ["2.5e-2 m", 25],
    ["half an inch", 12.7],
  ])("reads %s", (text, want) => expect(mm(text)).toBeCloseTo(want, 9));

  it.each([
    ["1,000 mm", [1000, 1]],
    ["1.981 m", [1981, 1981000]],
    ["2 m 5", [2050, 2500]],
    // A thousandth of an inch in one country, a millimetre in another.
    ["3 mil", [0.0762, 3]],
  ])("asks which %s is meant, and each answer means only itself", (text, want) => {
    const r = parseLength(text);
    expect(r).toMatchObject({ ok: false, problem: { code: "length.ambiguous" } });
    const readings = r.ok ? [] : (r.problem.readings ?? []);
    expect(readings.map((x) => x.value).sort()).toEqual([...want].sort());
    for (const x of readings) expect(mm(x.text)).toBeCloseTo(x.value, 9);
  });

  it.each([
    ["1.5.2 mm", 4],
    ["12 34", 4],
    ["door", 1],
    ["2 parsec", 1],
    ["-3 mm", 1],
    ["3 4", 3],
    ["1/0 in", 1],
    ["NaN", 1],
    ["1e999 m", 1],
    ["2 m2", 4],
    ["6 in 2 ft", 6],
    ["5 ft 14", 6],
    ["2 ft -", 6],
    ["", 1],
  ])("refuses %j from character %i on, with a sentence", (text, at) => {
    const r = parseLength(text);
    expect(r).toMatchObject({ ok: false, problem: { code: "length.unread", where: `character ${at}` } });
    if (!r.ok) expect(r.problem.message.length).toBeGreaterThan(20);
  });

  it("reads a number the same however its thousands are written", () => {
    fc.assert(
      fc.property(fc.integer({ min: 1000, max: 9_999_999 }), fc.integer({ min: 1, max: 99 }), (whole, cents) => {
        const grouped = (sign: string): string => String(whole).replace(/\B(?=(\d{3})+$)/g, sign);
        const part = String(cents).padStart(2, "0");
        const want = Number(`${whole}.${part}`);
        for (const text of [
          `${whole}.${part}`,
          `${whole},${part}`,
          ...[" ", "'", ","].map((s) => `${grouped(s)}.${part}`),
          ...[" ", "’", "."].map((s) => `${grouped(s)},${part}`),
        ])
          expect(mm(`${text} mm`), text).toBeCloseTo(want, 6);
      }),
    );
  });

  it("reads back what it says it read", () => {
    fc.assert(
      fc.property(fc.double({ min: 1e-3, max: 1e7, noNaN: true }), (v) => {
        const rounded = Number(v.toPrecision(5));
        const said = readAsMm(rounded);
        const r = parseLength(said);
        const back = r.ok ? [r.value.mm] : (r.problem.readings ?? []).map((x) => x.value);
        expect(
          back.some((b) => Math.abs(b - rounded) <= 1e-5 * rounded + 5e-4),
          said,
        ).toBe(true);
      }),
    );
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
    expect(parseSize("192x148x118")).toEqual({ ok: true, value: [192, 148, 118] });
    // A shop page's thousands: one decimal mark serves all sides, and where none tells it is asked.
    expect(parseSize("1,920 x 148.5 x 118")).toEqual({ ok: true, value: [1920, 148.5, 118] });
    const asked = parseSize("1,920 x 148 x 118");
    expect(asked).toMatchObject({ ok: false, problem: { code: "length.ambiguous" } });
    for (const x of asked.ok ? [] : asked.problem.readings!)
      expect(parseSize(x.text)).toMatchObject({ ok: true, value: [x.value, 148, 118] });
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
  it.each(["soon", "20 min 1 h", "20 30", "1 h 2 h", "1.5.2 h"])("refuses %s as a time", (text) =>
    expect(parseDuration(text).ok).toBe(false),
  );
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
    expect(parseMass("1,210 g")).toMatchObject({ ok: false, problem: { code: "mass.ambiguous" } });
    expect(parseMass("1 210,5 g")).toEqual({ ok: true, value: 1210.5 });
  });

  it("reads numbers and percentages within their limits, which settle what a comma means", () => {
    expect(parseNumber("1,500", { least: 0, most: 100 })).toEqual({ ok: true, value: 1.5 });
    expect(parseNumber("1,500", { least: 0, most: 5000 })).toMatchObject({ ok: false, problem: { code: "number.ambiguous" } });
    expect(parsePercent("12,5 per cent", { least: 0, most: 100 })).toEqual({ ok: true, value: 12.5 });
    expect(parsePercent("0x10 %", { least: 0, most: 100 }).ok).toBe(false);
  });

  it.each([
    ["460 cm²", 46000],
    ["0,25 m2", 250000],
    ["2 ft2", 2 * 304.8 ** 2],
    ["320 × 240 mm", 76800],
    ["1 sq ft", 304.8 ** 2],
    ["460", 46000],
    ["500 mm2", 500],
    ["2 in x 3 in", 6 * 645.16],
  ])("reads the area %s", (text, want) => {
    const r = parseArea(text);
    expect(r.ok && r.value).toBeCloseTo(want, 6);
  });
  it("never adds two currencies", () => {
    expect(addMoney(money(100, "EUR"), money(96, "EUR")).minor).toBe(196);
    expect(() => addMoney(money(1, "EUR"), money(1, "GBP"))).toThrow();
  });
});
