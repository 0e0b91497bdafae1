/** The user's own prints on a printer: how long they took against what was planned. */
import { takenS, type Project, type StepRecord } from "../project";
import { printsIn } from "../stations/kinds";

/** A print that seems to have taken more than this times its plan stood finished until somebody came: it says nothing about the machine. */
const STOOD = 1.6;
/** Nor does one that was ended by a press long before it could have run. */
const PRESSED = 0.4;

/** Which printer a record's print stood on. */
function printersOf(parts: Project["parts"]): (record: StepRecord) => string | undefined {
  const printerOf = new Map<string, string>();
  for (const part of parts) for (const w of printsIn(part.work)) printerOf.set(`${part.id}/${w.id}`, w.printerId);
  return ({ stepKey, print }) => print?.printerId ?? printerOf.get(stepKey.split("/").slice(0, 2).join("/"));
}

/** Finished prints on this printer, and how many of them failed. */
export function ownFailures({ parts, records }: Pick<Project, "parts" | "records">, printerId: string): { failed: number; prints: number } {
  const printerOf = printersOf(parts);
  const prints = records.filter((r) => r.time === "machine" && r.finishedAt !== null && printerOf(r) === printerId);
  return { prints: prints.length, failed: prints.filter((r) => r.result === "failed").length };
}

/** Taken ÷ planned of finished prints on this printer that went well. */
export function ownPrintRatios({ parts, records }: Pick<Project, "parts" | "records">, printerId: string): number[] {
  const printerOf = printersOf(parts);
  // Oldest first: what was last counts most.
  const ended = [...records].sort((a, b) => (a.finishedAt ?? 0) - (b.finishedAt ?? 0));
  return ended.flatMap((r) => {
    // Prints whose settings were kept teach the printer themselves.
    if (r.print || r.time !== "machine" || r.finishedAt === null || r.result === "failed" || r.plannedS <= 0) return [];
    if (printerOf(r) !== printerId) return [];
    const taken = takenS(r);
    return taken === null || taken > r.plannedS * STOOD || taken < r.plannedS * PRESSED ? [] : [taken / r.plannedS];
  });
}
