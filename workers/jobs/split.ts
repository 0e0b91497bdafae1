/** A part in pieces: each as it is to be kept, with what the printer says of it, sliced as the piece that it is. */
import { cutParts, printFacts, Shape } from "../../core/print";
import { buildTopology, printedSolid, scaleMesh } from "../../core/mesh";
import { ok } from "../../core/units";
import type { Job } from "../messages";
import type { Jobs } from "../protocol";
import { keep } from "./keep";
import { load, MESH_FAULTS, solids } from "./reader";

export const split: Job<Jobs["split"]["request"], Jobs["split"]["answer"]> = {
  ...MESH_FAULTS,
  run: async ({ source, factor, axis, atMm, kind, clearanceMm, profile }, onProgress, signal) => {
    const loaded = await load(source);
    if (!loaded.ok) return loaded;
    const { mesh } = printedSolid(loaded.value.mesh, loaded.value.topology, loaded.value.shells);
    onProgress(0.1, "cutting");
    const library = await solids();
    const cut = cutParts(library, scaleMesh(mesh, factor), axis, atMm, kind, clearanceMm);
    if (!cut.ok) return cut;
    const { pieces, seams, clearanceMm3 } = cut.value;
    const out = [];
    for (const [i, { mesh: piece, volumeMm3 }] of pieces.entries()) {
      signal.throwIfAborted();
      const share = (f: number): void => onProgress(0.2 + (0.8 * (i + f)) / pieces.length, `slicing piece ${i + 1} of ${pieces.length}`);
      share(0);
      const facts = printFacts(new Shape(library, piece, buildTopology(piece), volumeMm3), profile, factor, undefined, share, signal);
      const kept = await keep(scaleMesh(piece, 1 / factor), "mm");
      if (!kept.ok) return kept;
      out.push({ ...kept.value, facts });
    }
    return ok({ answer: { pieces: out, seams, clearanceMm3 } });
  },
};
