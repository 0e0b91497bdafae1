/** What work that has ended took of the stock. */
import type { Outcome } from "../ledger";
import { plateTakes } from "../print";
import type { StepRecord, Take } from "./types";

/** What a record took, and how it turned out. @param failedShare of a print that went well: of its pieces, found when the plate was cleared */
export function takenBy(record: StepRecord, failedShare: number): { take: Take; outcome: Outcome }[] {
  const { print, result, takes, rests } = record;
  const outcome: Outcome = result === "failed" ? "failed" : print?.test ? "trial" : "good";
  if (print) {
    if (!print.supplyId) return [];
    // Of a print that failed so much was used as its time says, until somebody weighs it.
    const ranS = ((record.finishedAt ?? record.startedAt) - record.startedAt) / 1000;
    const share = result === "failed" ? Math.min(1, ranS / Math.max(1, record.plannedS)) : 1;
    const amount = plateTakes(print.profile, print.massG ?? print.plannedMassG * share);
    const failed = outcome === "good" ? Math.round(amount * failedShare * 1000) / 1000 : 0;
    return [
      { take: { itemId: print.supplyId, amount: amount - failed }, outcome },
      { take: { itemId: print.supplyId, amount: failed }, outcome: "failed" },
    ];
  }
  if (takes) return takes.map((take) => ({ take, outcome }));
  // Begun by an older program.
  const { paintId, ml } = rests ?? {};
  return typeof paintId === "string" && typeof ml === "number" ? [{ take: { itemId: paintId, amount: ml }, outcome }] : [];
}
