/** Keeps what the analyses found with the part. Not an edit: there is nothing in it to undo. */
import type { MeshReport, WallFacts } from "../core/mesh";
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

/** Keeps the report and the walls of a part's mesh, if it still has that mesh. */
export async function keepMeasured(
  db: InchHollowDatabase,
  sceneId: string,
  partId: string,
  hash: string,
  measured: { report: MeshReport; walls: WallFacts },
): Promise<void> {
  await db.transaction("rw", db.parts, async () => {
    const part = await db.parts.get([sceneId, partId]);
    if (!part || part.source.kind !== "mesh" || part.source.hash !== hash) return;
    // What a reader warned of is not found again in the stored mesh: it stays.
    const fresh = new Set(measured.report.warnings.map((w) => w.code));
    const fromReader = part.source.report.warnings.filter((w) => !w.code.startsWith("mesh.") && !fresh.has(w.code));
    const report = { ...measured.report, warnings: [...measured.report.warnings, ...fromReader] };
    await db.parts.put({ ...part, source: { ...part.source, report, walls: measured.walls } });
  });
}
