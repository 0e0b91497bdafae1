/** Footprints of what lies on plates, or is to: asked for as results, so that each is made once. */
import { useMemo } from "react";
import { ofOne } from "~core/derive";
import { mirroredFootprint, type Footprint } from "~core/lay";
import { type Plate, type PlatePiece } from "~core/print";
import { printFactsOf, type Project } from "~core/project";
import { footprintRequest, resultKey } from "~core/results";
import type { ToPrint } from "~core/plan";
import { useResults } from "~app/data/results.client";
import { useWanted } from "~app/shared/useWanted";

type Request = ReturnType<typeof footprintRequest>;

/** The footprint of a piece on a printer, as it is kept; undefined where the part or its turn is not known. */
function requestOf(
  piece: Pick<PlatePiece, "partId" | "variation">,
  printerId: string,
  project: Project,
): { request: Request; mirrored: boolean } | undefined {
  const part = project.parts.find((p) => p.id === piece.partId);
  const printer = project.scene.printers.find((p) => p.id === printerId);
  const facts = part && printer && printFactsOf(part, printer);
  if (!part || !facts) return undefined;
  const variation = part.variations.find((v) => v.id === piece.variation);
  return { request: footprintRequest(part, facts.turn, variation?.percent ?? 100), mirrored: variation?.mirrored ?? false };
}

export const requestOfWanted = (piece: ToPrint): Request => footprintRequest(piece.part, piece.turn, piece.percent);

const inMirror = ofOne(mirroredFootprint);
export const seen = (footprint: Footprint | undefined, mirrored: boolean): Footprint | undefined =>
  footprint && mirrored ? inMirror(footprint) : footprint;

/** What each piece of the plates covers, as far as it is known. */
export function useFootprints(plates: readonly Plate[], project: Project): (plate: Plate, piece: PlatePiece) => Footprint | undefined {
  const requests = useMemo(
    () => plates.flatMap((p) => p.pieces.flatMap((piece) => requestOf(piece, p.printerId, project)?.request ?? [])),
    [plates, project],
  );
  const unique = useMemo(() => [...new Map(requests.map((r) => [resultKey(r), r])).values()], [requests]);
  useWanted(unique);
  const { value } = useResults();
  return (plate, piece) => {
    const asked = requestOf(piece, plate.printerId, project);
    return asked && seen(value(asked.request), asked.mirrored);
  };
}
