/**
 * The log as a drawing: days across, those without work folded, a lane a part, a mark for each thing that was done. In units of a day's
 * width, so that whoever draws it says how wide a day is.
 */
import { define } from "../derive";
import { SCENE, takenS, type Project, type StepRecord } from "../project";

interface StripDay {
  /** Midnight of the day, ms. */
  at: number;
  x: number;
  width: number;
  /** So many days without work are folded into this place; 0 for a day of work. */
  folded: number;
}

export interface StripMark {
  record: StepRecord;
  x0: number;
  x1: number;
  /** Where its setting ends; null where it does not set. */
  sets: number | null;
  wrong: boolean;
}

interface StripLane {
  partId: string;
  name: string;
  /** The person's own time, s. */
  handsS: number;
  marks: StripMark[];
}

export interface LogStrip {
  days: StripDay[];
  lanes: StripLane[];
  width: number;
  /** Where it is now. */
  now: number;
}

/** Width of a day of work, and of days that are folded. */
const WORK = 1,
  FOLD = 0.35;
/** Least width of a mark. */
const LEAST = 0.06;
/** Hours of a day that are drawn wide, as those in which one works; the rest shares a tenth of its width. */
const FROM_H = 8,
  TO_H = 24,
  NIGHT = 0.1;

const midnight = (ms: number): number => {
  const d = new Date(ms);
  return new Date(d.getFullYear(), d.getMonth(), d.getDate()).getTime();
};
const nextDay = (ms: number): number => {
  const d = new Date(ms);
  return new Date(d.getFullYear(), d.getMonth(), d.getDate() + 1).getTime();
};

/** Share of a day's width at a moment of it: evenings are wide. */
function shareOfDay(ms: number, day: number): number {
  const h = ((ms - day) / (nextDay(day) - day)) * 24;
  return h < FROM_H ? (h / FROM_H) * NIGHT : NIGHT + ((h - FROM_H) / (TO_H - FROM_H)) * (1 - NIGHT);
}

/** @param now a moment after all records, drawn at the right */
export function stripOf(records: readonly StepRecord[], parts: readonly { id: string; name: string }[], now: number): LogStrip {
  const done = records.filter((r) => r.startedAt <= now).sort((a, b) => a.startedAt - b.startedAt || (a.id < b.id ? -1 : 1));
  if (done.length === 0) return { days: [], lanes: [], width: 0, now: 0 };
  const busy = new Set<number>([midnight(now)]);
  for (const r of done) {
    busy.add(midnight(r.startedAt));
    busy.add(midnight(Math.min(now, r.finishedAt ?? r.startedAt)));
  }
  const days: StripDay[] = [];
  let x = 0;
  const last = midnight(now);
  for (let at = midnight(done[0].startedAt); at <= last;) {
    if (busy.has(at)) {
      days.push({ at, x, width: WORK, folded: 0 });
      x += WORK;
      at = nextDay(at);
      continue;
    }
    const from = at;
    let folded = 0;
    for (; !busy.has(at); at = nextDay(at)) folded++;
    days.push({ at: from, x, width: FOLD, folded });
    x += FOLD;
  }
  const xOf = (ms: number): number => {
    let low = 0,
      high = days.length - 1;
    while (low < high) {
      const mid = (low + high + 1) >> 1;
      if (days[mid].at <= ms) low = mid;
      else high = mid - 1;
    }
    const d = days[low];
    return d.folded > 0 ? d.x + d.width / 2 : d.x + d.width * shareOfDay(Math.min(ms, nextDay(d.at) - 1), d.at);
  };
  const mark = (r: StepRecord): StripMark => {
    // What was said to have taken so long ended then, whenever it was ticked.
    const end = r.finishedAt === null ? now : r.untimed ? r.startedAt : r.finishedAt;
    const x0 = xOf(r.startedAt);
    const x1 = Math.max(x0 + LEAST, xOf(Math.min(now, end)));
    const sets = r.finishedAt !== null && r.waitS >= 3600 ? xOf(Math.min(now, r.finishedAt + r.waitS * 1000)) : null;
    return { record: r, x0, x1, sets: sets !== null && sets > x1 ? sets : null, wrong: r.result === "failed" || r.result === "partly" };
  };
  const lanes = parts.flatMap(({ id, name }): StripLane[] => {
    const own = done.filter((r) => r.partId === id);
    if (own.length === 0) return [];
    const handsS = own.reduce((sum, r) => sum + (r.time === "hands" ? (takenS(r) ?? 0) : 0), 0);
    return [{ partId: id, name, handsS, marks: own.map(mark) }];
  });
  return { days, lanes, width: x, now: xOf(now) };
}

/** A layer as it lay on a part. */
export interface LaidThen {
  name: string;
  hex: string;
}

/** Coats that lay on a part up to a moment, from the ground up: the core sample as it was that day. */
export const laidThen = define({
  name: "coats that lay then",
  scope: SCENE,
  read({ records, paints }: Pick<Project, "scene" | "records" | "paints">, partId: string, at: string): readonly LaidThen[] {
    return records
      .filter(
        (r) =>
          r.partId === partId &&
          r.finishedAt !== null &&
          r.finishedAt <= Number(at) &&
          r.result !== "failed" &&
          r.rests?.paint !== undefined,
      )
      .sort((a, b) => a.finishedAt! - b.finishedAt!)
      .map((r) => {
        const { paint = "", paintId, hex } = r.rests!;
        const known = paints.find((p) => p.id === paintId)?.hex;
        return { name: String(paint), hex: known ?? (typeof hex === "string" && /^#[0-9a-f]{6}$/i.test(hex) ? hex : "#8a8f8d") };
      });
  },
});
