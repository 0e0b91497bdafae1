/**
 * The user's evenings as stretches of absolute time. Evenings are wall-clock times in the scene's time zone, so they keep
 * their hour over a clock change; waits are elapsed time, so a twelve-hour cure ends an hour earlier or later on the clock.
 */
import { TZDate } from "@date-fns/tz";
import { ofTexts } from "../derive";
import type { Evening, Span } from "../project";
import type { Stretch } from "../units";

export type { Stretch };

/** A few years of evenings and nights. */
const MOST_MOMENTS = 10_000;

/** Moments of wall-clock times: the same days are asked for at every turn of the plan, and each takes the time zone's whole history. */
const momentOf = ofTexts((day: string, time: string, timeZone: string): number => {
  const date = new Date(Number(day) * 86_400_000);
  const [h, m] = time.split(":").map(Number);
  return new TZDate(date.getUTCFullYear(), date.getUTCMonth(), date.getUTCDate(), h, m, 0, timeZone).getTime();
}, MOST_MOMENTS);

/** @param day days since 1970 of a calendar day */
const atWallClock = (day: number, time: string, timeZone: string): number => momentOf(String(day), time, timeZone);

/** The next `days` days of evenings from `now` on; the one that is running begins now. An end before the start means past midnight. */
export function eveningsFrom(now: number, evenings: readonly Evening[], timeZone: string, days: number): Stretch[] {
  const out: Stretch[] = [];
  const here = new TZDate(now, timeZone);
  const today = Math.round(Date.UTC(here.getFullYear(), here.getMonth(), here.getDate()) / 86_400_000);
  for (let day = today - 1; day < today + days; day++) {
    // The first of January 1970 was a Thursday.
    const weekday = (((day + 4) % 7) + 7) % 7;
    for (const e of evenings) {
      if (e.weekday !== weekday) continue;
      const from = atWallClock(day, e.from, timeZone);
      let to = atWallClock(day, e.to, timeZone);
      if (to <= from) to = atWallClock(day + 1, e.to, timeZone);
      if (to > now) out.push({ from: Math.max(from, now), to });
    }
  }
  return mergedStretches(out);
}

/** Midnight of the Monday before, or of today where it is one, ms. */
export function mondayOf(ms: number, timeZone: string): number {
  const d = new TZDate(ms, timeZone);
  return new TZDate(d.getFullYear(), d.getMonth(), d.getDate() - ((d.getDay() + 6) % 7), 0, 0, 0, timeZone).getTime();
}

/**
 * Evenings up to so many hours a week, from Monday on by the wall clock: the evening that goes beyond ends there, later ones of the week fall out.
 * @param usedS hours of the week that has begun that are used already, s
 */
export function withinWeeks(evenings: readonly Stretch[], mostH: number, usedS: number, now: number, timeZone: string): Stretch[] {
  const left = new Map<number, number>([[mondayOf(now, timeZone), mostH * 3_600_000 - usedS * 1000]]);
  return evenings.flatMap((e) => {
    const week = mondayOf(e.from, timeZone);
    const room = left.get(week) ?? mostH * 3_600_000;
    const to = Math.min(e.to, e.from + Math.max(0, room));
    left.set(week, room - (to - e.from));
    return to > e.from ? [{ from: e.from, to }] : [];
  });
}

/** In order, those that touch or overlap as one. */
export function mergedStretches(stretches: readonly Stretch[]): Stretch[] {
  const merged: Stretch[] = [];
  for (const s of [...stretches].sort((a, b) => a.from - b.from)) {
    const before = merged.at(-1);
    if (before && s.from <= before.to) before.to = Math.max(before.to, s.to);
    else merged.push({ ...s });
  }
  return merged;
}

/** When nobody is up, where nobody said so. Common choice. */
const NIGHT: Span = { from: "23:00", to: "07:00" };

/** The same hours of every day that overlap the span: of sleep as a rule, or of quiet. They keep their wall-clock time over a clock change. */
export function nightsBetween(from: number, to: number, timeZone: string, span: Span = NIGHT): Stretch[] {
  // From a time to the same time is never, not always.
  if (span.from === span.to) return [];
  const week: Evening[] = Array.from({ length: 7 }, (_, weekday) => ({ weekday, ...span }));
  const days = Math.ceil((to - from) / 86400000) + 2;
  return eveningsFrom(from, week, timeZone, days)
    .filter((s) => s.from < to)
    .map((s) => ({ from: s.from, to: Math.min(s.to, to) }));
}

/** Is somebody asleep at this moment? */
export const isNight = (now: number, timeZone: string, sleep?: Span): boolean =>
  nightsBetween(now, now + 1000, timeZone, sleep).some((s) => s.from <= now && now < s.to);

/**
 * The night that something runs into: the first that is going on or begins before its end.
 * @returns undefined where it has ended, or ends before any begins
 */
export const nightOf = (until: number, now: number, nights: readonly Stretch[]): Stretch | undefined =>
  until > now ? nights.find((n) => n.from < until && n.to > now) : undefined;

/** The next moment at which somebody is up. @param nights in order */
export function awakeAt(ms: number, nights: readonly Stretch[]): number {
  let low = 0,
    high = nights.length;
  while (low < high) {
    const half = (low + high) >> 1;
    if (nights[half].to > ms) high = half;
    else low = half + 1;
  }
  return low < nights.length && nights[low].from <= ms ? nights[low].to : ms;
}
