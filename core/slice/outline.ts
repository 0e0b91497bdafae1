/**
 * Polygon sets for layers: offsets, unions and differences. The library (Manifold's CrossSection, which runs Clipper2)
 * does the geometry; this face keeps its memory in order and its types small.
 */
import ManifoldModule, { type CrossSection, type ManifoldToplevel } from "manifold-3d";
import type { LayerContours } from "./slicer";

export type { CrossSection };
export type Solids = ManifoldToplevel;

let loading: Promise<Solids> | undefined;

/**
 * Loads the solids library once.
 * @param wasmUrl where a browser finds the module's WASM file; Node finds it by itself
 */
export function loadSolids(wasmUrl?: string): Promise<Solids> {
  loading ??= ManifoldModule(wasmUrl ? { locateFile: () => wasmUrl } : undefined).then((module) => {
    module.setup();
    return module;
  });
  return loading;
}

/** The contours of a layer as one filled region. Winding decides what is a hole. The caller deletes it. */
export function regionOf(solids: Solids, layer: LayerContours): CrossSection {
  const polygons: [number, number][][] = [];
  let at = 0;
  for (let i = 0; i < layer.contours; i++) {
    const end = layer.ends[i];
    const polygon: [number, number][] = [];
    for (; at < end; at++) polygon.push([layer.points[at * 2], layer.points[at * 2 + 1]]);
    if (polygon.length >= 3) polygons.push(polygon);
  }
  return new solids.CrossSection(polygons, "Positive");
}

/** Sum of the lengths of all contours of a region, mm. */
export function perimeterOf(region: CrossSection): number {
  let sum = 0;
  for (const polygon of region.toPolygons()) {
    for (let i = 0; i < polygon.length; i++) {
      const [ax, ay] = polygon[i];
      const [bx, by] = polygon[(i + 1) % polygon.length];
      sum += Math.hypot(bx - ax, by - ay);
    }
  }
  return sum;
}
