import { cutsOf, markAtSize, marksOf } from "../../print";
import { ok } from "../../units";
import type { Compute } from "./reader";
import { shapeOf } from "./shapes";

export const cuts: Compute<"cuts"> = async ({ geometry, factor, profile, faces }, reader) => {
  const loaded = await reader.load(geometry);
  if (!loaded.ok) return loaded;
  const { mesh, topology } = await shapeOf(reader, loaded.value, factor);
  const marks = marksOf(
    mesh,
    topology,
    faces.map((f) => markAtSize(f, factor)),
  );
  return ok(cutsOf(mesh, topology, profile, marks));
};
