import type { StepRecord } from "./types";

const indexes = new WeakMap<readonly StepRecord[], { length: number; byPart: Map<string, StepRecord[]> }>();
const NONE: StepRecord[] = [];

/** Records of one part, in their order. The list is gone through once, however many parts ask; again when it has grown. */
export function recordsOf(records: readonly StepRecord[], partId: string): readonly StepRecord[] {
  let index = indexes.get(records);
  if (index?.length !== records.length) {
    index = { length: records.length, byPart: new Map() };
    for (const r of records) {
      const own = index.byPart.get(r.partId);
      if (own) own.push(r);
      else index.byPart.set(r.partId, [r]);
    }
    indexes.set(records, index);
  }
  return index.byPart.get(partId) ?? NONE;
}
