/** A picture of a part, pixel by pixel, without its colours. */
import { lookAt, paintMesh } from "../../core/paint";
import { paintedOf } from "../../core/results/compute";
import { ok } from "../../core/units";
import type { Job } from "../messages";
import type { Jobs } from "../protocol";
import { load, MESH_FAULTS } from "./reader";

export const look: Job<Jobs["look"]["request"], Jobs["look"]["answer"]> = {
  ...MESH_FAULTS,
  run: async ({ source, factor, fields, view, layers, picks }) => {
    const loaded = await load(source);
    if (!loaded.ok) return loaded;
    const piece = paintMesh(paintedOf(loaded.value), fields, factor);
    return ok({ answer: piece && lookAt(piece, view, layers, picks) });
  },
};
