/** The whole sheet of a part: three views, and where each of its surfaces is seen. */
import { throwIfCancelled, type OnProgress } from "../units";
import type { Mesh, Topology } from "../mesh";
import type { Surfaces } from "../surface";
import { hatchAreas, type HatchArea } from "./hatch";
import { drawView, VIEW_NAMES, type ViewDrawing } from "./views";

/** Raise it when drawings or surfaces are computed differently: kept results are then made anew. */
export const SHEET_VERSION = 6;

export interface Sheet {
  views: ViewDrawing[];
  /** Where each surface is seen, by its number. */
  hatches: HatchArea[];
}

/** Surfaces whose outlines are kept, the largest ones. */
const MOST_HATCHED = 24;

/**
 * Draws the part as it stands (file's +z up). Lengths in mm of the mesh that was given.
 * @param surfaces as they were found in the file, whatever size is drawn
 */
export function drawSheet(
  mesh: Mesh,
  topology: Topology,
  surfaces: Pick<Surfaces, "list" | "surfaceOf">,
  onProgress?: OnProgress,
  signal?: AbortSignal,
): Sheet {
  const { list, surfaceOf } = surfaces;
  const wanted = list.slice(0, MOST_HATCHED).map((s) => s.id);
  const views: ViewDrawing[] = [];
  const hatches: HatchArea[] = [];
  for (const name of VIEW_NAMES) {
    throwIfCancelled(signal);
    const { drawing, raster } = drawView(mesh, topology, name);
    views.push(drawing);
    hatches.push(...hatchAreas(raster, surfaceOf, wanted));
    onProgress?.(0.25 + 0.25 * views.length, "drawing");
  }
  return { views, hatches };
}
