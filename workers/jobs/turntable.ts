/** A mesh light enough to be turned under the eye. */
import { scaleMesh, slopeField, thinOut, type Mesh, type MeshField } from "../../core/mesh";
import { stepField } from "../../core/surface";
import { ok } from "../../core/units";
import type { Job } from "../messages";
import type { FieldWanted, Jobs } from "../protocol";
import { load, MESH_FAULTS } from "./reader";

/** What a page draws without a hitch. */
const MOST_ON_TURNTABLE = 120_000;

const fieldOf = (mesh: Mesh, wanted: FieldWanted): MeshField =>
  wanted.kind === "slope" ? slopeField(mesh, wanted.turn) : stepField(mesh, wanted.turn, wanted.grain);

export const turntable: Job<Jobs["turntable"]["request"], Jobs["turntable"]["answer"]> = {
  ...MESH_FAULTS,
  run: async ({ source, factor, field }) => {
    const loaded = await load(source);
    if (!loaded.ok) return loaded;
    const light = thinOut(loaded.value.mesh, MOST_ON_TURNTABLE);
    const scaled = scaleMesh(light, factor);
    const answer = {
      positions: scaled.positions.slice(),
      indices: scaled.indices.slice(),
      thinned: light !== loaded.value.mesh,
      field: field && fieldOf(scaled, field),
    };
    return ok({ answer, transfer: [answer.positions.buffer, answer.indices.buffer] });
  },
};
