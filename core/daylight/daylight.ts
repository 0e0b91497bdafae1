/**
 * When there is daylight: the sun stands above the horizon, refraction counted, as almanacs have it. Sun by Meeus, "Astronomical
 * Algorithms" (1998), as the library suncalc computes it; a few minutes off beyond 65° of latitude.
 */
import { TZDate } from "@date-fns/tz";
import { getTimes } from "suncalc";
import { ofTexts } from "../derive";
import type { Stretch } from "../units";

/** Where somebody lives, degrees; north and east count up. */
export interface Place {
  latDeg: number;
  lonDeg: number;
}

const DAY_MS = 86_400_000;
/** Two years of days, at a few places. */
const MOST_DAYS = 2000;

/** Where clocks are changed people live so far from the equator as a rule, and where they are not, so far. Common practice, no source. */
const USUAL_DEG = { clockChange: 48, none: 20 };

/**
 * Where somebody may live who has not said so: by the time zone's own meridian, and by when it puts its clocks forward.
 * @returns a guess, up to an hour off in the day's beginning and end: it must be said to be one
 */
export const placeOfZone = ofTexts((timeZone: string): Place => {
  const hours = (month: number): number => -new TZDate(2026, month, 15, 12, 0, 0, timeZone).getTimezoneOffset() / 60;
  const [january, july] = [hours(0), hours(6)];
  const latDeg = january === july ? USUAL_DEG.none : january > july ? -USUAL_DEG.clockChange : USUAL_DEG.clockChange;
  const east = Math.min(january, july) * 15;
  return { latDeg, lonDeg: east > 180 ? east - 360 : east };
}, 60);

/** From sunrise to sunset of one solar day; null where the sun does not rise on it. */
const dayAt = ofTexts((day: string, lat: string, lon: string): Stretch | null => {
  const noon = Number(day) * DAY_MS + DAY_MS / 2;
  const { sunrise, sunset, solarNoon, alwaysUp } = getTimes(new Date(noon), Number(lat), Number(lon));
  if (sunrise && sunset) return { from: sunrise.getTime(), to: sunset.getTime() };
  return alwaysUp ? { from: solarNoon.getTime() - DAY_MS / 2, to: solarNoon.getTime() + DAY_MS / 2 } : null;
}, MOST_DAYS);

/** The days between two moments, each from sunrise to sunset, in order; days that meet are one. */
export function daylightBetween(from: number, to: number, { latDeg, lonDeg }: Place): Stretch[] {
  const out: Stretch[] = [];
  // At the ends of the world a solar day begins a day before or after.
  for (let day = Math.floor(from / DAY_MS) - 1; day <= Math.floor(to / DAY_MS) + 1; day++) {
    const light = dayAt(String(day), String(latDeg), String(lonDeg));
    if (!light || light.to <= from || light.from >= to) continue;
    const last = out.at(-1);
    if (last && light.from <= last.to + 60_000) last.to = Math.max(last.to, light.to);
    else out.push({ ...light });
  }
  return out;
}
