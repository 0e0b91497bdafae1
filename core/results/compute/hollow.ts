import { hollowing } from "../../print";
import { boundsOf } from "../../mesh";
import { ok } from "../../units";
import type { Compute } from "./reader";
import { shapeOf } from "./shapes";

export const hollow: Compute<"hollow"> = async ({ geometry, factor, wallMm, turn }, reader, onProgress, signal) => {
  const loaded = await reader.load(geometry);
  if (!loaded.ok) return loaded;
  const { mesh } = await shapeOf(reader, loaded.value, factor);
  const found = hollowing(mesh, wallMm, turn, undefined, onProgress, signal);
  // A wall that does not fit is an answer, not a failure: it is asked again with another.
  if (found.ok || found.problem.code !== "hollow.thick") return found;
  return ok({ refused: { wallMm, leastMm: Math.min(...boundsOf(mesh.positions).size) } });
};
