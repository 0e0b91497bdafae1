import { turnMesh } from "../../mesh";
import { drawOutlines } from "../../drawing";
import { candidates, markAtSize, marksOf } from "../../print";
import { ok } from "../../units";
import type { Compute } from "./reader";
import { shapeOf } from "./shapes";

export const ways: Compute<"ways"> = async ({ geometry, factor, turn, profile, faces }, reader, onProgress, signal) => {
  const loaded = await reader.load(geometry);
  if (!loaded.ok) return loaded;
  const shape = await shapeOf(reader, loaded.value, factor);
  // Marks name places in the size of the file.
  const marks = marksOf(
    shape.mesh,
    shape.topology,
    faces.map((f) => markAtSize(f, factor)),
  );
  const found = candidates(shape, profile, marks, turn ?? undefined, onProgress, signal);
  return ok(found.map((c) => ({ ...c, picture: drawOutlines(turnMesh(shape.mesh, c.turn)).views.find((v) => v.name === "front")! })));
};
