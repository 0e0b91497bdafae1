/** The exposure diary: what was in the air while somebody worked, how long, and what aired. Sums only: no limits and no verdict. */
import { AIRBORNE, careOf, type Aired, type CautionId } from "../care";
import { coatCare, FAMILIES, METHODS, type CoatFamily, type CoatMethod } from "../coat";
import { takenS, type StepRecord } from "../project";

const DAY_MS = 86_400_000;

export interface ExposureRow {
  id: CautionId;
  what: string;
  /** In the last seven and thirty days, and in all, s. */
  weekS: number;
  monthS: number;
  allS: number;
  /** Of all, by what aired. */
  aired: Partial<Record<Aired | "not said", number>>;
  /** When last, ms. */
  last: number;
  /** Entries whose time nobody knows: they are in no sum. */
  untimed: number;
}

/** Cautions of an entry: as they were shown at it; of older ones, as far as its paint and method tell. */
export function airborneOf({ rests = {} }: Pick<StepRecord, "rests">): CautionId[] {
  const shown = careOf(rests.care);
  const { family, method } = rests;
  const told =
    shown.length === 0 && Object.hasOwn(FAMILIES, String(family)) && Object.hasOwn(METHODS, String(method))
      ? coatCare(family as CoatFamily, method as CoatMethod).cautions
      : shown;
  return told.filter((id) => AIRBORNE[id] !== null);
}

/** By what was in the air, the longest of the last thirty days first. A print's hours are the machine's: only work by hand counts. */
export function exposureOf(records: readonly StepRecord[], now: number): ExposureRow[] {
  const rows = new Map<CautionId, ExposureRow>();
  for (const r of records) {
    if (r.time !== "hands" || r.finishedAt === null) continue;
    for (const id of airborneOf(r)) {
      const row = rows.get(id) ?? { id, what: AIRBORNE[id]!, weekS: 0, monthS: 0, allS: 0, aired: {}, last: 0, untimed: 0 };
      rows.set(id, row);
      row.last = Math.max(row.last, r.finishedAt);
      const s = takenS(r);
      if (s === null) {
        row.untimed++;
        continue;
      }
      const age = now - r.finishedAt;
      if (age < 7 * DAY_MS) row.weekS += s;
      if (age < 30 * DAY_MS) row.monthS += s;
      row.allS += s;
      const by = r.aired ?? "not said";
      row.aired[by] = (row.aired[by] ?? 0) + s;
    }
  }
  return [...rows.values()].sort((a, b) => b.monthS - a.monthS || b.allS - a.allS || (a.what < b.what ? -1 : 1));
}
