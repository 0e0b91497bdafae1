/** A dropped file to the meshes in it, each as it is to be kept. */
import { readParts } from "../../core/mesh";
import { ok } from "../../core/units";
import { judge } from "../../core/results/compute";
import type { Job } from "../messages";
import type { Jobs } from "../protocol";
import { keep, keepAsItCame } from "./keep";
import { MESH_FAULTS, solids } from "./reader";

export const read: Job<Jobs["read"]["request"], Jobs["read"]["answer"]> = {
  ...MESH_FAULTS,
  run: async ({ file, unit }, onProgress, signal) => {
    const bytes = new Uint8Array(await file.arrayBuffer());
    const got = readParts(bytes, unit ?? undefined, true, onProgress, signal);
    if (!got.ok) return got;
    const { format, unit: guess, bodies } = got.value;
    const parts = [];
    for (const body of bodies) {
      const { name, copies, raw, mesh, report } = body;
      const warnings = [...body.fileWarnings];
      if (format.startsWith("stl") && bodies.length === 1) {
        await judge(body, solids);
        parts.push({ name, copies, warnings, ...(await keepAsItCame(bytes, mesh, report)) });
      } else {
        const kept = await keep(raw, guess.name);
        if (!kept.ok) return kept;
        parts.push({ name, copies, warnings, ...kept.value });
      }
    }
    return ok({ answer: { format, unit: guess, parts } });
  },
};
