import { balanceOf, printedSolid, TURNS, turnMesh } from "../../mesh";
import { ok } from "../../units";
import type { Compute } from "./reader";

export const balance: Compute<"balance"> = async ({ geometry, stands }, reader) => {
  const loaded = await reader.load(geometry);
  if (!loaded.ok) return loaded;
  const { mesh, topology, shells } = loaded.value;
  const solid = printedSolid(mesh, topology, shells).mesh;
  return ok(balanceOf(stands ? turnMesh(solid, TURNS[stands]) : solid));
};
