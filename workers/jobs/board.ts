/** Laying copies out on a board: a start from which they are moved by hand. */
import { nest } from "../../core/lay";
import { ok } from "../../core/units";
import type { Job } from "../messages";
import type { Jobs } from "../protocol";
import { solids } from "./reader";

export const layOnBoard: Job<Jobs["layOnBoard"]["request"], Jobs["layOnBoard"]["answer"]> = {
  failed: "The board could not be laid out",
  tooLarge: "There are too many pieces for this machine's memory.",
  run: async ({ items, widthMm, depthMm, rimMm, apartMm }, onProgress, signal) => {
    const edges = { left: rimMm, right: rimMm, front: rimMm, back: rimMm };
    const found = nest(
      await solids(),
      items.map((i) => ({ ...i, apart: "" })),
      { widthMm, depthMm, edges, spacingMm: apartMm, exclusions: [] },
      { onProgress, signal },
    );
    const [first = [], ...others] = found.plates;
    return ok({ answer: { laid: first, left: [...found.left, ...others.flat().map((l) => l.id)] } });
  },
};
