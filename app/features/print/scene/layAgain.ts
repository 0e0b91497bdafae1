/** The same pieces on a new plate of their printer, beside what is laid out already. */
import { layOutPrinters } from "~core/plan";
import type { PrintRecord, Wanted } from "~core/print";
import { printFactsOf, type Project } from "~core/project";
import { footprintRequest } from "~core/results";
import { fail, ok, type Result } from "~core/units";
import { runJob } from "~workers/client";
import { desk } from "~app/data/results.client";
import type { RunCommand } from "~app/shared/scene";

/** @returns how many pieces lie on plates again */
export async function layAgain(
  print: Pick<PrintRecord, "pieces" | "printerId" | "printer">,
  project: Project,
  run: RunCommand,
): Promise<Result<number>> {
  const { scene, parts } = project;
  const printer = scene.printers.find((p) => p.id === print.printerId);
  if (!printer) return fail("printer.gone", `${print.printer} is no longer here. Lay the parts out for another printer.`);
  const wanted: Wanted[] = [];
  for (const { partId, pieces, name } of print.pieces) {
    const part = parts.find((p) => p.id === partId);
    const facts = part && printFactsOf(part, printer);
    if (!part || !facts) return fail("part.gone", `${name} is no longer in the scene, or is still being calculated.`);
    const footprint = await desk.get(footprintRequest(part, facts.turn));
    if (!footprint.ok) return footprint;
    wanted.push({
      partId,
      variation: null,
      printerId: printer.id,
      footprint: footprint.value,
      count: pieces,
      spares: 0,
      batch: part.batch,
      filler: false,
    });
  }
  const firstOrder = Math.max(0, ...scene.plates.map((p) => p.order + 1));
  const done = await runJob("layOut", { printers: layOutPrinters([printer]), wanted, firstOrder });
  if (!done.ok) return done;
  const stored = await run("plates.lay", { plates: done.value.plates, drop: [] });
  if (!stored.ok) return stored;
  return ok(done.value.plates.reduce((n, p) => n + p.pieces.length, 0));
}
