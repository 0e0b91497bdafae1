import { scaleMesh } from "../../mesh";
import { drawSheet } from "../../drawing";
import { ok } from "../../units";
import type { Compute } from "./reader";
import { surfacesIn } from "./shapes";

export const sheet: Compute<"sheet"> = async ({ geometry, factor }, reader, onProgress, signal) => {
  const loaded = await reader.load(geometry);
  if (!loaded.ok) return loaded;
  return ok(drawSheet(scaleMesh(loaded.value.mesh, factor), loaded.value.topology, surfacesIn(loaded.value), onProgress, signal));
};
