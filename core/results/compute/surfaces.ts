import { printedSolid } from "../../mesh";
import { lookAround } from "../../surface";
import { ok, throwIfCancelled } from "../../units";
import type { Compute } from "./reader";
import { surfacesIn } from "./shapes";

export const surfaces: Compute<"surfaces"> = async ({ geometry }, reader, onProgress, signal) => {
  const loaded = await reader.load(geometry);
  if (!loaded.ok) return loaded;
  const { mesh, topology } = printedSolid(loaded.value.mesh, loaded.value.topology, loaded.value.shells);
  const found = surfacesIn(loaded.value);
  onProgress?.(0.4, "surfaces");
  throwIfCancelled(signal);
  const around = lookAround(mesh, topology, found, (f, phase) => onProgress?.(0.4 + 0.6 * f, phase), signal);
  const { bounds, areaMm2 } = found;
  return ok({ bounds, areaMm2, list: found.list.map((s, i) => ({ ...s, ...around[i] })) });
};
