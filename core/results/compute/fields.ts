import { printedSolid } from "../../mesh";
import { measureFields, workMesh, type WorkMesh } from "../../paint";
import { ofOne } from "../../derive";
import { ok } from "../../units";
import type { Compute, Loaded } from "./reader";
import { surfacesIn } from "./shapes";

/** The mesh that a piece is painted on: measured once, looked at from many sides. */
export const paintedOf = ofOne((loaded: Loaded): WorkMesh => {
  const { mesh } = printedSolid(loaded.mesh, loaded.topology, loaded.shells);
  return workMesh(mesh, () => surfacesIn(loaded).surfaceOf);
});

export const fields: Compute<"fields"> = async ({ geometry }, reader, onProgress, signal) => {
  const loaded = await reader.load(geometry);
  return loaded.ok ? ok(measureFields(paintedOf(loaded.value), onProgress, signal)) : loaded;
};
