/** A hollowed version of a mesh, in the size of its file. */
import { hollowMesh } from "../../core/print";
import { printedSolid, scaleMesh } from "../../core/mesh";
import { ok } from "../../core/units";
import type { Job } from "../messages";
import type { Jobs } from "../protocol";
import { keep } from "./keep";
import { load, MESH_FAULTS, solids } from "./reader";

export const hollow: Job<Jobs["hollow"]["request"], Jobs["hollow"]["answer"]> = {
  ...MESH_FAULTS,
  run: async ({ source, factor, wallMm, holes }, onProgress, signal) => {
    const loaded = await load(source);
    if (!loaded.ok) return loaded;
    const { mesh } = printedSolid(loaded.value.mesh, loaded.value.topology, loaded.value.shells);
    const made = hollowMesh(await solids(), scaleMesh(mesh, factor), wallMm, holes, onProgress, signal);
    if (!made.ok) return made;
    const { mesh: hollowed, ...did } = made.value;
    const kept = await keep(scaleMesh(hollowed, 1 / factor), "mm");
    return kept.ok ? ok({ answer: { ...kept.value, did } }) : kept;
  },
};
