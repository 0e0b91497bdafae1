/** Sunrise and sunset against an almanac, and against what holds of every day on earth. */
import { describe, expect, it } from "vitest";
import { daylightBetween, formatPlace, parsePlace, placeOfZone } from "./index";

const DAY = 86_400_000;
const HOUR = 3_600_000;
const at = (day: string): number => Date.parse(`${day}T00:00:00Z`);
const hoursOf = (day: string, latDeg: number, lonDeg = 0): number => {
  const noon = at(day) + DAY / 2 - (lonDeg / 15) * HOUR;
  const light = daylightBetween(noon - DAY / 2, noon + DAY / 2, { latDeg, lonDeg }).find((l) => l.from <= noon && noon < l.to);
  return light ? (Math.min(light.to, noon + DAY / 2) - Math.max(light.from, noon - DAY / 2)) / HOUR : 0;
};
const clock = (ms: number): number => (ms % DAY) / HOUR;

describe("daylight", () => {
  // Usual almanac times, UTC; from memory, to within five minutes.
  it.each([
    ["Greenwich at midsummer", "2026-06-21", 51.48, 0, 3 + 43 / 60, 20 + 21 / 60],
    ["Greenwich at midwinter", "2026-12-21", 51.48, 0, 8 + 4 / 60, 15 + 53 / 60],
    ["New York at midwinter", "2026-12-21", 40.71, -74.01, 12 + 17 / 60, 21 + 32 / 60],
    ["Sydney at midsummer", "2026-12-21", -33.87, 151.21, 18 + 41 / 60, 9 + 5 / 60],
  ])("%s", (_, day, latDeg, lonDeg, rise, set) => {
    const noon = at(day) + DAY / 2 - (lonDeg / 15) * HOUR;
    const light = daylightBetween(noon, noon + 1000, { latDeg, lonDeg })[0];
    expect(Math.abs(clock(light.from) - rise)).toBeLessThan(5 / 60);
    expect(Math.abs(clock(light.to) - set)).toBeLessThan(5 / 60);
  });
  it("a day at the equator is twelve hours and seven minutes all year; at the equinox it is a little over twelve hours anywhere", () => {
    for (const day of ["2026-01-10", "2026-04-10", "2026-07-10", "2026-10-10"]) expect(hoursOf(day, 0)).toBeCloseTo(12.12, 1);
    for (const lat of [-60, -30, 30, 60]) expect(Math.abs(hoursOf("2026-03-20", lat) - 12.15)).toBeLessThan(0.15);
  });
  it("north and south have each other's days half a year later", () => {
    for (const [a, b] of [
      ["2026-06-21", "2026-12-21"],
      ["2026-05-01", "2026-11-01"],
    ])
      expect(Math.abs(hoursOf(a, 48) - hoursOf(b, -48))).toBeLessThan(0.15);
  });
  it("beyond the polar circle there is a day without night, and one without day", () => {
    const tromso = { latDeg: 69.65, lonDeg: 18.96 };
    expect(daylightBetween(at("2026-06-10"), at("2026-06-20"), tromso)).toHaveLength(1);
    expect(daylightBetween(at("2026-12-10"), at("2026-12-20"), tromso)).toEqual([]);
  });
  it("does not depend on from when it is looked for", () => {
    const place = { latDeg: 52, lonDeg: 172 };
    const whole = daylightBetween(at("2026-11-01"), at("2026-11-30"), place);
    expect(whole).toHaveLength(30);
    for (let h = 0; h < 24 * 28; h += 5) {
      const from = at("2026-11-01") + h * HOUR;
      const next = daylightBetween(from, from + 40 * HOUR, place)[0];
      expect(next).toEqual(whole.find((l) => l.to > from));
    }
  });
  it("who has not said where they live is taken to live in the middle of their time zone, on its side of the equator", () => {
    expect(placeOfZone("Europe/Berlin")).toEqual({ latDeg: 48, lonDeg: 15 });
    expect(placeOfZone("Australia/Sydney")).toEqual({ latDeg: -48, lonDeg: 150 });
    expect(placeOfZone("America/New_York")).toEqual({ latDeg: 48, lonDeg: -75 });
    expect(placeOfZone("Asia/Kolkata")).toEqual({ latDeg: 20, lonDeg: 82.5 });
    expect(placeOfZone("Pacific/Auckland")).toEqual({ latDeg: -48, lonDeg: 180 });
    expect(placeOfZone("UTC")).toEqual({ latDeg: 20, lonDeg: 0 });
  });
});

describe("a place as it is typed", () => {
  it.each([
    ["52.5 N, 13.4 E", 52.5, 13.4],
    ["13.4E 52.5N", 52.5, 13.4],
    ["52.5, 13.4", 52.5, 13.4],
    ["52.5,13.4", 52.5, 13.4],
    ["52,13", 52, 13],
    ["52,5 13,4", 52.5, 13.4],
    ["-33.87 151.21", -33.87, 151.21],
    ["33.87 S; 151.21 E", -33.87, 151.21],
    ["52°30' N 13°24' E", 52.5, 13.4],
    ["−12 −77", -12, -77],
    ["0, 0", 0, 0],
  ])("%s", (text, latDeg, lonDeg) => {
    const read = parsePlace(text);
    expect(read).toEqual({ ok: true, value: { latDeg: expect.closeTo(latDeg, 9), lonDeg: expect.closeTo(lonDeg, 9) } });
    // What is written is read again.
    expect(read.ok && parsePlace(formatPlace(read.value))).toEqual(read);
  });
  it.each([
    ["", "place.form"],
    ["Berlin", "place.form"],
    ["52.5", "place.form"],
    ["52.5 N 13.4 N", "place.form"],
    ["13 E 52 W", "place.form"],
    ["52°75' N 13 E", "place.form"],
    ["91 N 13 E", "place.range"],
    ["45 N 181 E", "place.range"],
  ])("%s is refused", (text, code) => expect(parsePlace(text)).toMatchObject({ ok: false, problem: { code } }));
});
