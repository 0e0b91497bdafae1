import { footOf } from "../../lay";
import { drawOutlines } from "../../drawing";
import { leaning, turnMesh } from "../../mesh";
import { ok } from "../../units";
import type { Compute } from "./reader";
import { shapeOf } from "./shapes";

export const foot: Compute<"foot"> = async ({ geometry, factor, stands, leanDeg = 0 }, reader) => {
  const loaded = await reader.load(geometry);
  if (!loaded.ok) return loaded;
  const { solids, mesh } = await shapeOf(reader, loaded.value, factor);
  const turn = leaning(stands, leanDeg);
  return ok({ ...footOf(solids, mesh, turn), views: drawOutlines(turnMesh(mesh, turn)).views });
};
