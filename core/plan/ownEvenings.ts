/** Evenings that were planned and those that happened, as the records of all scenes tell. */
import type { EveningsSeen } from "../learn";
import type { Evening, StepRecord } from "../project";
import { eveningsFrom } from "./evenings";

const DAY_MS = 86_400_000;
/** So far back: habits change. */
const BACK_DAYS = 120;
/** Longer without any record is a pause that was taken, and no row of missed evenings. Common choice. */
const PAUSE_DAYS = 21;
/** What is written down so long after an evening is of it. Common choice. */
const LATE_MS = 3 * 3_600_000;

/**
 * An evening happened if work by hand was begun or ended in it, or soon after it. Evenings before the first record and within pauses are not counted, nor is
 * the one that goes on. What was planned is taken as the evenings of the week are now.
 */
export function eveningsSeen(records: readonly StepRecord[], evenings: readonly Evening[], timeZone: string, now: number): EveningsSeen {
  const moments = records
    .filter((r) => r.time === "hands" && r.startedAt < now)
    .flatMap((r) => (r.finishedAt === null ? [r.startedAt] : [r.startedAt, r.finishedAt]))
    .sort((a, b) => a - b);
  if (moments.length === 0) return { planned: 0, happened: 0 };
  const from = Math.max(moments[0] - DAY_MS, now - BACK_DAYS * DAY_MS);
  const past = eveningsFrom(from, evenings, timeZone, Math.ceil((now - from) / DAY_MS) + 1).filter((e) => e.to <= now && e.to > moments[0]);
  const pauses = moments.flatMap((at, i) => {
    const next = moments.at(i + 1) ?? now;
    return next - at > PAUSE_DAYS * DAY_MS ? [{ from: at, to: next }] : [];
  });
  let planned = 0,
    happened = 0;
  for (const e of past) {
    const used = moments.some((at) => at >= e.from && at <= e.to + LATE_MS);
    if (!used && pauses.some((p) => e.from > p.from && e.to < p.to)) continue;
    planned++;
    if (used) happened++;
  }
  return { planned, happened };
}
