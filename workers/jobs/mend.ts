/** Mends what is safe, and joins bodies that run into each other. */
import { mendMesh, reportMesh } from "../../core/mesh";
import { ok } from "../../core/units";
import { judge } from "../../core/results/compute";
import { unionMesh } from "../../core/slice";
import type { Job } from "../messages";
import type { Jobs } from "../protocol";
import { keep } from "./keep";
import { load, MESH_FAULTS, solids } from "./reader";

export const mend: Job<Jobs["mend"]["request"], Jobs["mend"]["answer"]> = {
  ...MESH_FAULTS,
  run: async ({ source }, onProgress, signal) => {
    const loaded = await load(source);
    if (!loaded.ok) return loaded;
    const { mesh: mended, ...did } = mendMesh(loaded.value.mesh);
    signal.throwIfAborted();
    onProgress(0.6, "measuring");
    let mesh = mended;
    const facts = reportMesh(mesh);
    await judge({ mesh, ...facts }, solids);
    let joinedShells = 0;
    if (facts.report.overlapMm3) {
      // Shells that run into each other become one; what the solids library does not take stays as it is, and still counts once.
      const union = unionMesh(await solids(), mesh, facts.topology, facts.shells);
      if (union) {
        joinedShells = facts.report.shells;
        mesh = union;
      }
    }
    const kept = await keep(mesh, "mm");
    return kept.ok ? ok({ answer: { ...kept.value, did: { ...did, joinedShells } } }) : kept;
  },
};
