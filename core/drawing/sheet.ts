/** The whole sheet of a part: three views, its surfaces, and where each of them is seen. */
import { throwIfCancelled, type OnProgress } from "../units";
import { turnMesh, type Mesh, type Topology, type Turn } from "../mesh";
import { findSurfaces, type Surface } from "../surface";
import { hatchAreas, type HatchArea } from "./hatch";
import { drawView, VIEW_NAMES, type ViewDrawing } from "./views";

/** Raise it when drawings or surfaces are computed differently: kept results are then made anew. */
export const SHEET_VERSION = 5;

export interface Sheet {
  views: ViewDrawing[];
  /** Surfaces as the part is printed, with the chosen side up. */
  surfaces: Surface[];
  hatches: HatchArea[];
}

/** Slopes whose outlines are kept, the largest ones. */
const MOST_HATCHED = 16;

/**
 * Draws the part as it stands (file's +z up) and finds its surfaces as it is printed (`up`).
 * Lengths in mm of the mesh that was given.
 */
export function drawSheet(mesh: Mesh, topology: Topology, turn: Turn, onProgress?: OnProgress, signal?: AbortSignal): Sheet {
  const { list, surfaceOf } = findSurfaces(turnMesh(mesh, turn), topology);
  onProgress?.(0.25, "surfaces");
  const wanted = list
    .filter((s) => s.kind === "slope")
    .slice(0, MOST_HATCHED)
    .map((s) => s.id);
  const views: ViewDrawing[] = [];
  const hatches: HatchArea[] = [];
  for (const name of VIEW_NAMES) {
    throwIfCancelled(signal);
    const { drawing, raster } = drawView(mesh, topology, name);
    views.push(drawing);
    hatches.push(...hatchAreas(raster, surfaceOf, wanted));
    onProgress?.(0.25 + 0.25 * views.length, "drawing");
  }
  return { views, surfaces: list, hatches };
}
