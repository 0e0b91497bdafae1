import { outsideAreaMm2 } from "../../mesh";
import { ok } from "../../units";
import type { Compute } from "./reader";

export const mesh: Compute<"mesh"> = async ({ geometry }, reader) => {
  const loaded = await reader.load(geometry);
  return loaded.ok ? ok({ report: loaded.value.report, outsideMm2: outsideAreaMm2(loaded.value.mesh) }) : loaded;
};
