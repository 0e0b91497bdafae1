/** A plate as files: 3MF with each piece where it lies, and sheets on paper with what lies where. */
import { group } from "d3";
import { toast } from "sonner";
import { format } from "date-fns";
import type { Footprint } from "~core/lay";
import type { Plate, PlatePiece } from "~core/print";
import { platesAhead } from "~core/plan";
import { printFactsOf, type Project } from "~core/project";
import { cardName, plateSheet, type MatPiece } from "~core/look";
import { ok, type Result } from "~core/units";
import { runJob } from "~workers/client";
import type { PartToWrite } from "~workers/protocol";
import { meshSourceOf } from "~app/data/results.client";
import { download, fileName } from "~app/shared/files/download";
import { paperOf } from "~app/shared/paper";
import { pieceOf } from "~app/shared/writeParts";
import { sayProblem } from "~app/ui/sayProblem";

/** Writes one plate as 3MF: names of parts and variations, every turn and place kept. Its file is named for the card. */
export async function writePlate(plate: Plate, nth: number, project: Project): Promise<void> {
  const printer = project.scene.printers.find((p) => p.id === plate.printerId);
  if (!printer) return void toast.error("That printer is no longer here. Lay the plate out for another.");
  const parts: PartToWrite[] = [];
  const groups = group(plate.pieces, (p) => `${p.partId} ${p.variation ?? ""}`);
  for (const pieces of groups.values()) {
    const part = project.parts.find((p) => p.id === pieces[0].partId);
    const facts = part && printFactsOf(part, printer);
    if (!part || !facts)
      return void toast.error(`${part?.name ?? "A part"} is still being calculated. Save the plate once its hours are known.`);
    const source = await meshSourceOf(part);
    if (!source.ok) return void sayProblem(source.problem);
    const variation = part.variations.find((x) => x.id === pieces[0].variation) ?? null;
    parts.push({
      ...pieceOf(part, variation, pieces.length),
      source: source.value,
      turn: facts.turn,
      places: pieces.map(({ xMm, yMm, turnDeg }) => ({ xMm, yMm, turnDeg })),
    });
  }
  const written = await runJob("write", { parts, format: "3mf", acrossMm: null });
  if (!written.ok) return void sayProblem(written.problem);
  download(fileName(cardName(plate, nth, project), "3mf"), written.value, "model/3mf");
}

/** A sheet a plate, in one file. */
export async function downloadPlateSheets(
  project: Project,
  footprint: (plate: Plate, piece: PlatePiece) => Footprint | undefined,
): Promise<void> {
  const { drawingsToPdf } = await import("~app/shared/files/drawingPdf");
  const date = format(Date.now(), "d MMM yyyy");
  const drawings = platesAhead(project).map(({ plate, nth }) =>
    plateSheet(plate, nth, project, footprint, paperOf(project.habits.paper), date),
  );
  download(
    fileName(`${project.scene.name} plates`, "pdf"),
    await drawingsToPdf(drawings, `${project.scene.name}: plates`),
    "application/pdf",
  );
}

/** The parking mat, a page a sheet. */
export async function downloadMat(pieces: MatPiece[], project: Project): Promise<Result<void>> {
  const { name } = project.scene;
  const made = await runJob("mat", {
    pieces,
    sceneName: name,
    paper: paperOf(project.habits.paper),
    date: format(Date.now(), "d MMM yyyy"),
  });
  if (!made.ok) return made;
  const { drawingsToPdf } = await import("~app/shared/files/drawingPdf");
  download(fileName(`${name} parking mat`, "pdf"), await drawingsToPdf(made.value, `${name}: parking mat`), "application/pdf");
  return ok(undefined);
}
