/**
 * The user's evenings as stretches of absolute time. Evenings are wall-clock times in the scene's time zone, so they keep
 * their hour over a clock change; waits are elapsed time, so a twelve-hour cure ends an hour earlier or later on the clock.
 */
import { TZDate } from "@date-fns/tz";
import type { Evening } from "../project";

export interface Stretch {
  from: number;
  to: number;
}

const atWallClock = (day: TZDate, time: string, timeZone: string): number => {
  const [h, m] = time.split(":").map(Number);
  return new TZDate(day.getFullYear(), day.getMonth(), day.getDate(), h, m, 0, timeZone).getTime();
};

/** The next `days` days of evenings from `now` on; the one that is running begins now. An end before the start means past midnight. */
export function eveningsFrom(now: number, evenings: readonly Evening[], timeZone: string, days: number): Stretch[] {
  const out: Stretch[] = [];
  const today = new TZDate(now, timeZone);
  for (let d = -1; d < days; d++) {
    const day = new TZDate(today.getFullYear(), today.getMonth(), today.getDate() + d, 12, 0, 0, timeZone);
    for (const e of evenings) {
      if (e.weekday !== day.getDay()) continue;
      const from = atWallClock(day, e.from, timeZone);
      let to = atWallClock(day, e.to, timeZone);
      if (to <= from)
        to = atWallClock(new TZDate(day.getFullYear(), day.getMonth(), day.getDate() + 1, 12, 0, 0, timeZone), e.to, timeZone);
      if (to > now) out.push({ from: Math.max(from, now), to });
    }
  }
  out.sort((a, b) => a.from - b.from);
  const merged: Stretch[] = [];
  for (const s of out) {
    const before = merged.at(-1);
    if (before && s.from <= before.to) before.to = Math.max(before.to, s.to);
    else merged.push(s);
  }
  return merged;
}

/** Nobody changes a plate between these hours. */
const NIGHT = { from: "23:00", to: "07:00" };

/** Hours of sleep that overlap the span, for shading. */
export function nightsBetween(from: number, to: number, timeZone: string): Stretch[] {
  const week: Evening[] = Array.from({ length: 7 }, (_, weekday) => ({ weekday, ...NIGHT }));
  const days = Math.ceil((to - from) / 86400000) + 2;
  return eveningsFrom(from, week, timeZone, days)
    .filter((s) => s.from < to)
    .map((s) => ({ from: s.from, to: Math.min(s.to, to) }));
}

/** Is somebody asleep at this moment? */
export const isNight = (now: number, timeZone: string): boolean =>
  nightsBetween(now, now + 1000, timeZone).some((s) => s.from <= now && now < s.to);
