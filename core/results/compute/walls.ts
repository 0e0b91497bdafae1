import { findOpenings, measureWalls, printedMesh } from "../../mesh";
import { ok } from "../../units";
import type { Compute } from "./reader";

export const walls: Compute<"walls"> = async ({ geometry }, reader, onProgress, signal) => {
  const loaded = await reader.load(geometry);
  if (!loaded.ok) return loaded;
  const { mesh, topology, shells } = loaded.value;
  const openings = findOpenings(printedMesh(mesh, shells));
  return ok({ ...measureWalls(mesh, topology, undefined, onProgress, signal, shells), openings });
};
