import { printedSolid } from "../../mesh";
import { markedShares } from "../../print";
import { ok } from "../../units";
import type { Compute } from "./reader";
import { surfacesIn } from "./shapes";

export const marks: Compute<"marks"> = async ({ geometry, faces }, reader) => {
  const loaded = await reader.load(geometry);
  if (!loaded.ok) return loaded;
  const { mesh, topology } = printedSolid(loaded.value.mesh, loaded.value.topology, loaded.value.shells);
  const found = surfacesIn(loaded.value);
  return ok(markedShares(mesh, topology, faces, found.surfaceOf, found.list.length));
};
