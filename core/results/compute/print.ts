import { findPrint, widened } from "../../print";
import { checkPartSize, ok } from "../../units";
import { standIn, type Compute } from "./reader";
import { shapeOf } from "./shapes";

export const print: Compute<"print"> = async ({ geometry, factor, turn, profile }, reader, onProgress, signal) => {
  const loaded = await reader.load(geometry);
  if (!loaded.ok) return loaded;
  // No printer is as large as that, and its layers would never end.
  const sensible = checkPartSize(loaded.value.report.bounds.size.map((v) => Math.max(v * factor, 1e-9)) as [number, number, number]);
  if (!sensible.ok) return sensible;
  const facts = findPrint(await shapeOf(reader, loaded.value, factor), profile, factor, turn ?? undefined, onProgress, signal);
  if ("hash" in geometry) return ok(facts);
  // A size has no shape: what it weighs and takes lies between a shell and a solid of it.
  const other = await shapeOf(reader, standIn(geometry.sizeMm, !geometry.shell), factor);
  return ok(widened(facts, findPrint(other, profile, factor, turn ?? undefined, onProgress, signal)));
};
