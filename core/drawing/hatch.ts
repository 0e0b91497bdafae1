/** Outlines of surfaces as they are seen in a view, for hatching, and a point inside each for a leader line. */
import { contours } from "d3";
import { RASTER_BORDER } from "../mesh";
import type { ViewName, ViewRaster } from "./views";

export interface HatchArea {
  surface: number;
  view: ViewName;
  /** Closed rings in mm from the view's lower left, x and y in turn; inner rings are holes (even–odd). */
  rings: number[][];
  /** A point inside, mm. */
  anchorMm: [number, number];
  pixels: number;
}

/**
 * @param surfaceOf surface number of each triangle, −1 for none
 * @param wanted surfaces to outline
 * @returns one area for each wanted surface that covers at least a few pixels of this view
 */
export function hatchAreas(raster: ViewRaster, surfaceOf: Int32Array, wanted: readonly number[]): HatchArea[] {
  const { columns, rows, triangle, mmPerPixel, name } = raster;
  const out: HatchArea[] = [];
  const trace = contours().size([columns, rows]).smooth(false);
  for (const surface of wanted) {
    const mask = new Array<number>(columns * rows).fill(0);
    let pixels = 0,
      sx = 0,
      sy = 0;
    for (let i = 0; i < mask.length; i++) {
      if (triangle[i] === 0 || surfaceOf[triangle[i] - 1] !== surface) continue;
      mask[i] = 1;
      pixels++;
      sx += i % columns;
      sy += Math.floor(i / columns);
    }
    if (pixels < 24) continue;
    const cx = sx / pixels,
      cy = sy / pixels;
    let best = -1,
      bestDistance = Infinity;
    for (let i = 0; i < mask.length; i++) {
      if (!mask[i]) continue;
      const distance = ((i % columns) - cx) ** 2 + (Math.floor(i / columns) - cy) ** 2;
      if (distance < bestDistance) {
        bestDistance = distance;
        best = i;
      }
    }
    const toMm = (n: number): number => Math.round((n - RASTER_BORDER - 0.5) * mmPerPixel * 100) / 100;
    const rings = trace
      .contour(mask, 0.5)
      .coordinates.flatMap((polygon) => polygon.map((ring) => thin(ring).flatMap(([x, y]) => [toMm(x), toMm(y)])));
    out.push({ surface, view: name, rings, anchorMm: [toMm((best % columns) + 0.5), toMm(Math.floor(best / columns) + 0.5)], pixels });
  }
  return out;
}

/** Drops points that lie on the straight line between their neighbours. */
export function thin(ring: number[][]): number[][] {
  return ring.filter((q, i) => {
    const a = ring[(i + ring.length - 1) % ring.length],
      b = ring[(i + 1) % ring.length];
    return Math.abs((q[0] - a[0]) * (b[1] - a[1]) - (q[1] - a[1]) * (b[0] - a[0])) > 1e-9;
  });
}
