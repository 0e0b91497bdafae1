import { scaleMesh } from "../../mesh";
import { drawOutlines } from "../../drawing";
import { ok } from "../../units";
import type { Compute } from "./reader";

export const outline: Compute<"outline"> = async ({ geometry, factor }, reader) => {
  const loaded = await reader.load(geometry);
  return loaded.ok ? ok(drawOutlines(scaleMesh(loaded.value.mesh, factor))) : loaded;
};
