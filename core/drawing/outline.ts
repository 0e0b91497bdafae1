/**
 * The three views as silhouettes only: the border of what a depth raster covers, at the same scale and places as the full sheet. Linear in
 * triangles plus pixels, so that a part is seen within a moment of being read; edges, hidden lines and surfaces follow.
 */
import { contours } from "d3";
import { boundsOf, RASTER_BORDER, rasterise, type Mesh } from "../mesh";
import { thin } from "./hatch";
import type { Sheet } from "./sheet";
import { LONG_SIDE_PX, VIEW_AXES, VIEW_NAMES, type ViewDrawing } from "./views";

/** Raise it when outlines are drawn differently. */
export const OUTLINE_VERSION = 2;

/** Lengths in mm of the mesh that was given. */
export function drawOutlines(mesh: Mesh): Sheet {
  const { size } = boundsOf(mesh.positions);
  const views = VIEW_NAMES.map((name): ViewDrawing => {
    const axes = VIEW_AXES[name];
    const { columns, rows, mmPerPixel, triangle } = rasterise(mesh, axes, LONG_SIDE_PX);
    const mask = Array.from(triangle, (t) => (t === 0 ? 0 : 1));
    const toMm = (n: number): number => Math.round((n - RASTER_BORDER - 0.5) * mmPerPixel * 1000) / 1000;
    const outline: number[] = [];
    for (const polygon of contours().size([columns, rows]).contour(mask, 0.5).coordinates)
      for (const ring of polygon) {
        const points = thin(ring);
        points.forEach(([x, y], i) => {
          const [nx, ny] = points[(i + 1) % points.length];
          outline.push(toMm(x), toMm(y), toMm(nx), toMm(ny));
        });
      }
    return { name, widthMm: size[axes.u], heightMm: size[axes.v], outline, features: [], hidden: [] };
  });
  return { views, hatches: [] };
}
