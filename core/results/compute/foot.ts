import { footOf } from "../../lay";
import { drawOutlines } from "../../drawing";
import { TURNS, turnMesh } from "../../mesh";
import { ok } from "../../units";
import type { Compute } from "./reader";
import { shapeOf } from "./shapes";

export const foot: Compute<"foot"> = async ({ geometry, factor, stands }, reader) => {
  const loaded = await reader.load(geometry);
  if (!loaded.ok) return loaded;
  const { solids, mesh } = await shapeOf(reader, loaded.value, factor);
  const turn = TURNS[stands];
  return ok({ ...footOf(solids, mesh, turn), views: drawOutlines(turnMesh(mesh, turn)).views });
};
