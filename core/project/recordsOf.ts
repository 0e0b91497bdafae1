import { ofOne } from "../derive";
import type { StepRecord } from "./types";

/** Parts that a record says something of: the one it is of, and what else was on its plate. */
const partsOf = (r: StepRecord): Iterable<string> => (r.came ? new Set([r.partId, ...r.came.map((c) => c.partId)]) : [r.partId]);

/** Records of each part, in their order: the list is gone through once, however many parts ask. */
export const recordsByPart = ofOne((records: readonly StepRecord[]): ReadonlyMap<string, readonly StepRecord[]> => {
  const byPart = new Map<string, StepRecord[]>();
  for (const r of records)
    for (const id of partsOf(r)) {
      const own = byPart.get(id);
      if (own) own.push(r);
      else byPart.set(id, [r]);
    }
  return byPart;
});

/** Records of one part, in their order. */
export const recordsOf = (records: readonly StepRecord[], partId: string): readonly StepRecord[] =>
  recordsByPart(records).get(partId) ?? [];

/** Good and failed pieces of one part that a record counts. */
export function countedOf({ came, good, failed, partId }: StepRecord, ofPartId: string): { good: number; failed: number } {
  if (!came) return partId === ofPartId ? { good, failed } : { good: 0, failed: 0 };
  const own = came.filter((c) => c.partId === ofPartId);
  return { good: own.reduce((n, c) => n + c.good, 0), failed: own.reduce((n, c) => n + c.failed, 0) };
}
