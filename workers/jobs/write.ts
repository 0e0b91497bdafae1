/** Parts as a file for any slicer. */
import { mirrored, scaleMesh, turnMesh, writePly, writeStl, writeThreeMf } from "../../core/mesh";
import { ok } from "../../core/units";
import type { Job } from "../messages";
import type { Jobs } from "../protocol";
import { load, MESH_FAULTS } from "./reader";

export const write: Job<Jobs["write"]["request"], Jobs["write"]["answer"]> = {
  ...MESH_FAULTS,
  run: async ({ parts, format, acrossMm }, onProgress, signal) => {
    const out = [];
    for (const [i, part] of parts.entries()) {
      signal.throwIfAborted();
      onProgress(i / parts.length, part.name);
      const loaded = await load(part.source);
      if (!loaded.ok) return loaded;
      const sized = scaleMesh(loaded.value.mesh, part.factor);
      // Turned as it is printed, then seen in the mirror: the plate's left is then its right.
      const turned = part.turn ? turnMesh(sized, part.turn) : sized;
      out.push({ name: part.name, copies: part.copies, places: part.places, mesh: part.mirrored ? mirrored(turned) : turned });
    }
    const bytes =
      format === "3mf" ? writeThreeMf(out, acrossMm ?? undefined) : format === "ply" ? writePly(out[0].mesh) : writeStl(out[0].mesh);
    return ok({ answer: new Blob([bytes as Uint8Array<ArrayBuffer>]) });
  },
};
