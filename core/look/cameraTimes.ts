/** The step that a picture belongs to, by when it was taken. */
import type { StepRecord } from "../project";

const MINUTE_MS = 60_000;
/** So long after a step a picture is still of it, and so long before one of what it begins with. Common practice, no source. */
const AFTER_MS = 120 * MINUTE_MS,
  BEFORE_MS = 15 * MINUTE_MS;

export interface AtStep {
  record: StepRecord;
  how: "during" | "after" | "before";
}

/** Work by hand that stands open longer, and four times what was planned, was not worked at; a print is over by twice its plan. Common choice. */
const HANDS_MS = 240 * MINUTE_MS;

function lastedTo({ time, startedAt, finishedAt, plannedS }: StepRecord): number {
  const most = startedAt + (time === "hands" ? Math.max(HANDS_MS, 4000 * plannedS) : 2000 * plannedS);
  return Math.min(finishedAt ?? Infinity, most);
}

/**
 * The step that was in hand when a picture was taken; else the last that had ended up to two hours before; else one that began within a quarter
 * of an hour. Of steps in hand together the one begun last; work by hand before a print that ran beside it.
 * @param at when it was taken, ms; @returns null where nothing was done about that time
 */
export function stepAtMoment(records: readonly StepRecord[], at: number): AtStep | null {
  const ranked = records.flatMap((record): (AtStep & { rank: number; away: number })[] => {
    const { startedAt: from } = record;
    const to = lastedTo(record);
    const hands = record.time === "hands";
    if (from <= at && at <= to) return [{ record, how: "during", rank: hands ? 0 : 4, away: at - from }];
    if (at > to && at - to <= AFTER_MS) return [{ record, how: "after", rank: hands ? 1 : 3, away: at - to }];
    if (at < from && from - at <= BEFORE_MS) return [{ record, how: "before", rank: hands ? 2 : 5, away: from - at }];
    return [];
  });
  ranked.sort((a, b) => a.rank - b.rank || a.away - b.away || (a.record.id < b.record.id ? -1 : 1));
  const [best] = ranked;
  return best ? { record: best.record, how: best.how } : null;
}
