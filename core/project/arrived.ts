/**
 * What a step's record said when it last came from a phone, and how what comes again is merged with it: field by field, against what came
 * before, so that the same may come twice and what was changed here since stays.
 */
import isEqual from "fast-deep-equal";
import type { Arrived, SaidAway, StepRecord } from "./types";

/** The fields that travel, each merged by itself; what it is called where two disagree. */
const FIELDS: { [K in keyof SaidAway]-?: string } = {
  result: "how it went",
  good: "good pieces",
  failed: "failed pieces",
  came: "pieces of each part",
  wentWrong: "what went wrong",
  note: "the note",
  saidS: "the time taken",
  finishedAt: "when it ended",
};

/** Is what came later the same as, or older than, what came before? */
export const isOld = (base: Arrived | undefined, at: number): boolean => base !== undefined && at <= base.at;

const without = (list: readonly string[], other: readonly string[]): string[] => list.filter((x) => !other.includes(x));

/**
 * Three-way merge of one record: a field that nobody changed here since it last came takes what comes now; one that was changed here stays.
 * @param record as it stands here
 * @returns the fields to set, and the names of those where both changed and this browser's holds
 */
export function mergeArrived(record: StepRecord, now: Arrived): { change: Partial<StepRecord>; kept: string[] } {
  const base = record.arrived;
  if (isOld(base, now.at)) return { change: {}, kept: [] };
  const change: Record<string, unknown> = { arrived: now };
  const kept: string[] = [];
  for (const field of Object.keys(FIELDS) as (keyof SaidAway)[]) {
    const [ours, before, theirs] = [record[field], base?.[field], now[field]];
    if (isEqual(ours, theirs) || isEqual(before, theirs)) continue;
    if (isEqual(ours, before)) change[field] = theirs;
    else kept.push(FIELDS[field]);
  }
  // A picture that was taken down here does not come back.
  const fresh = without(now.photos, [...(base?.photos ?? []), ...(record.photos ?? [])]);
  if (fresh.length > 0) change.photos = [...(record.photos ?? []), ...fresh];
  return { change, kept };
}
