/** A mesh light enough to be turned under the eye. */
import { scaleMesh, thinOut } from "../../core/mesh";
import { ok } from "../../core/units";
import type { Job } from "../messages";
import type { Jobs } from "../protocol";
import { load, MESH_FAULTS } from "./reader";

/** What a page draws without a hitch. */
const MOST_ON_TURNTABLE = 120_000;

export const turntable: Job<Jobs["turntable"]["request"], Jobs["turntable"]["answer"]> = {
  ...MESH_FAULTS,
  run: async ({ source, factor }) => {
    const loaded = await load(source);
    if (!loaded.ok) return loaded;
    const light = thinOut(loaded.value.mesh, MOST_ON_TURNTABLE);
    const scaled = scaleMesh(light, factor);
    const answer = {
      positions: scaled.positions.slice(),
      indices: scaled.indices.slice(),
      thinned: light !== loaded.value.mesh,
    };
    return ok({ answer, transfer: [answer.positions.buffer, answer.indices.buffer] });
  },
};
