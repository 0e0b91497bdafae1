import type { StepRecord } from "./types";

const indexes = new WeakMap<readonly StepRecord[], { length: number; byPart: Map<string, StepRecord[]> }>();
const NONE: StepRecord[] = [];

/** Parts that a record says something of: the one it is of, and what else was on its plate. */
const partsOf = (r: StepRecord): Iterable<string> => (r.came ? new Set([r.partId, ...r.came.map((c) => c.partId)]) : [r.partId]);

/** Records of one part, in their order. The list is gone through once, however many parts ask; again when it has grown. */
export function recordsOf(records: readonly StepRecord[], partId: string): readonly StepRecord[] {
  let index = indexes.get(records);
  if (index?.length !== records.length) {
    index = { length: records.length, byPart: new Map() };
    for (const r of records)
      for (const id of partsOf(r)) {
        const own = index.byPart.get(id);
        if (own) own.push(r);
        else index.byPart.set(id, [r]);
      }
    indexes.set(records, index);
  }
  return index.byPart.get(partId) ?? NONE;
}

/** Good and failed pieces of one part that a record counts. */
export function countedOf({ came, good, failed, partId }: StepRecord, ofPartId: string): { good: number; failed: number } {
  if (!came) return partId === ofPartId ? { good, failed } : { good: 0, failed: 0 };
  const own = came.filter((c) => c.partId === ofPartId);
  return { good: own.reduce((n, c) => n + c.good, 0), failed: own.reduce((n, c) => n + c.failed, 0) };
}
