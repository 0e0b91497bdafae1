/** The user's own prints on a printer: how long they took against what was planned. */
import type { Project } from "../project";
import { workOf } from "../work";
import { takenS } from "./status";

/** A print that seems to have taken more than this times its plan stood finished until somebody came: it says nothing about the machine. */
const STOOD = 1.6;

/** Taken ÷ planned of finished prints on this printer that went well. */
export function ownPrintRatios({ parts, records }: Pick<Project, "parts" | "records">, printerId: string): number[] {
  const printerOf = new Map<string, string>();
  for (const part of parts) for (const w of workOf(part.work, "print")) printerOf.set(`${part.id}/${w.id}`, w.printerId);
  return records.flatMap((r) => {
    if (r.time !== "machine" || r.finishedAt === null || r.result === "failed" || r.plannedS <= 0) return [];
    if (printerOf.get(r.stepKey.split("/").slice(0, 2).join("/")) !== printerId) return [];
    const taken = takenS(r);
    return taken === null || taken > r.plannedS * STOOD ? [] : [taken / r.plannedS];
  });
}
