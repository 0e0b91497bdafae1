import { balanceOf, printedSolid } from "../../mesh";
import { ok } from "../../units";
import type { Compute } from "./reader";

export const balance: Compute<"balance"> = async ({ geometry }, reader) => {
  const loaded = await reader.load(geometry);
  if (!loaded.ok) return loaded;
  const { mesh, topology, shells } = loaded.value;
  return ok(balanceOf(printedSolid(mesh, topology, shells).mesh));
};
