import { footprintOf } from "../../lay";
import { ok } from "../../units";
import type { Compute } from "./reader";
import { shapeOf } from "./shapes";

export const footprint: Compute<"footprint"> = async ({ geometry, factor, turn }, reader) => {
  const loaded = await reader.load(geometry);
  if (!loaded.ok) return loaded;
  const { solids, mesh } = await shapeOf(reader, loaded.value, factor);
  return ok(footprintOf(solids, mesh, turn));
};
