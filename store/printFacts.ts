/** Keeps what the analyses found with the part. Not an edit: there is nothing in it to undo. */
import type { PrintFacts } from "../core/print";
import type { InchHollowDatabase } from "./database";

/** Replaces the facts of the printers that are named; they come from this program's own worker. */
export async function keepPrintFacts(db: InchHollowDatabase, sceneId: string, partId: string, facts: PrintFacts[]): Promise<void> {
  await db.transaction("rw", db.parts, async () => {
    const part = await db.parts.get([sceneId, partId]);
    if (!part) return;
    const fresh = new Set(facts.map((f) => f.printerId));
    await db.parts.put({ ...part, prints: [...part.prints.filter((f) => !fresh.has(f.printerId)), ...facts] });
  });
}
