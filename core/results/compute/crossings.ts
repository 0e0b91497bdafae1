import { findCrossings } from "../../mesh";
import { ok } from "../../units";
import type { Compute } from "./reader";

export const crossings: Compute<"crossings"> = async ({ geometry }, reader, onProgress, signal) => {
  const loaded = await reader.load(geometry);
  return loaded.ok ? ok(findCrossings(loaded.value.mesh, loaded.value.topology.degenerate, onProgress, signal)) : loaded;
};
