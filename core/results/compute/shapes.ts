/** A part as printers look at it, and its surfaces as they are in the file: several kinds of result begin with them. */
import { ofOne } from "../../derive";
import { printedSolid, scaleMesh } from "../../mesh";
import { Shape } from "../../print";
import { findSurfaces, type Surfaces } from "../../surface";
import type { Loaded, Reader } from "./reader";

/** The last size that was asked for of a mesh: printers are asked one after the other. */
const lastShape = ofOne((_: Loaded): { at: { factor: number; shape: Shape } | null } => ({ at: null }));

export async function shapeOf({ supplies }: Reader, loaded: Loaded, factor: number): Promise<Shape> {
  const last = lastShape(loaded);
  if (last.at?.factor === factor) return last.at.shape;
  last.at = null;
  const { mesh, topology } = printedSolid(loaded.mesh, loaded.topology, loaded.shells);
  const shape = new Shape(await supplies.solids(), scaleMesh(mesh, factor), topology, loaded.report.solid!.value * factor ** 3);
  last.at = { factor, shape };
  return shape;
}

/** The sheet and the map of one part come in a row. */
export const surfacesIn = ofOne((loaded: Loaded): Surfaces => {
  const { mesh, topology } = printedSolid(loaded.mesh, loaded.topology, loaded.shells);
  return findSurfaces(mesh, topology);
});
