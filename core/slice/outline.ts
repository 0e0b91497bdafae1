/**
 * Polygon sets for layers: offsets, unions and differences. The library (Manifold's CrossSection, which runs Clipper2)
 * does the geometry; this face keeps its memory in order and its types small.
 */
import ManifoldModule, { type CrossSection, type Manifold, type ManifoldToplevel } from "manifold-3d";
import type { Mesh } from "../mesh";
import type { Contours } from "./slicer";

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

/** Contours as one filled region. Winding decides what is a hole. The caller deletes it. */
export function regionOf(solids: Solids, { points, ends }: Contours): CrossSection {
  const polygons: [number, number][][] = [];
  let at = 0;
  for (const end of ends) {
    const polygon: [number, number][] = [];
    for (; at < end; at++) polygon.push([points[at * 2], points[at * 2 + 1]]);
    if (polygon.length >= 3) polygons.push(polygon);
  }
  // The library takes no empty list.
  return polygons.length > 0 ? new solids.CrossSection(polygons, "Positive") : solids.CrossSection.square([0, 0]);
}

/** The contours of a region. */
export function contoursOf(region: CrossSection): Contours {
  const polygons = region.toPolygons();
  const points = new Float64Array(polygons.reduce((n, p) => n + p.length * 2, 0));
  const ends = new Uint32Array(polygons.length);
  let used = 0;
  polygons.forEach((polygon, i) => {
    for (const [x, y] of polygon) {
      points[used++] = x;
      points[used++] = y;
    }
    ends[i] = used / 2;
  });
  return { points, ends };
}

/** Sum of the lengths of all contours, mm. */
export function perimeterMm({ points, ends }: Contours): number {
  let sum = 0,
    begin = 0;
  for (const end of ends) {
    for (let p = begin, before = end - 1; p < end; before = p++)
      sum += Math.hypot(points[p * 2] - points[before * 2], points[p * 2 + 1] - points[before * 2 + 1]);
    begin = end;
  }
  return sum;
}

/** Frees what the library made, also when something throws. */
export function scoped<T>(act: (keep: <C extends { delete: () => void }>(made: C) => C) => T): T {
  const made: { delete: () => void }[] = [];
  try {
    return act((c) => {
      made.push(c);
      return c;
    });
  } finally {
    for (const c of made) c.delete();
  }
}

/** A solid of the library as a mesh. */
export function meshOfSolid(solid: Manifold): Mesh {
  const { vertProperties, triVerts, numProp } = solid.getMesh();
  const positions = new Float32Array((vertProperties.length / numProp) * 3);
  for (let v = 0; v < positions.length / 3; v++) for (let k = 0; k < 3; k++) positions[v * 3 + k] = vertProperties[v * numProp + k];
  return { positions, indices: triVerts.slice() };
}

/** A closed mesh as a solid of the library; null where it takes it for none. */
export function solidOf(solids: Solids, { positions, indices }: Mesh): Manifold | null {
  try {
    return new solids.Manifold(new solids.Mesh({ numProp: 3, vertProperties: positions, triVerts: indices }));
  } catch {
    return null;
  }
}
