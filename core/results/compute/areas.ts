import { buildTopology, printedSolid, scaleMesh } from "../../mesh";
import { measureAreas } from "../../paint";
import { ok } from "../../units";
import type { Compute } from "./reader";
import { surfacesIn } from "./shapes";

export const areas: Compute<"areas"> = async ({ geometry, factor, picks }, reader) => {
  const loaded = await reader.load(geometry);
  if (!loaded.ok) return loaded;
  const { mesh } = printedSolid(loaded.value.mesh, loaded.value.topology, loaded.value.shells);
  const { surfaceOf } = surfacesIn(loaded.value);
  const scaled = scaleMesh(mesh, factor);
  return ok(measureAreas(scaled, buildTopology(scaled), surfaceOf, picks));
};
