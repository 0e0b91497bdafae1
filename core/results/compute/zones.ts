import { strengthened } from "../../print";
import { ok } from "../../units";
import type { Compute } from "./reader";
import { shapeOf } from "./shapes";

export const zones: Compute<"zones"> = async ({ geometry, factor, zones, profile }, reader) => {
  const loaded = await reader.load(geometry);
  if (!loaded.ok) return loaded;
  const { solids, mesh, topology } = await shapeOf(reader, loaded.value, factor);
  return ok(strengthened(solids, mesh, topology, profile, zones));
};
