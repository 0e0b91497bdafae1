/** Mixes of up to three pots for a colour: a full shelf has millions. */
import { mixesFor } from "../../core/paint";
import { ok } from "../../core/units";
import type { Job } from "../messages";
import type { Jobs } from "../protocol";

export const mixes: Job<Jobs["mixes"]["request"], Jobs["mixes"]["answer"]> = {
  failed: "The mixes could not be found",
  tooLarge: "There are too many pots for this machine's memory.",
  run: ({ target, paints, mostDrops }, onProgress) =>
    Promise.resolve(ok({ answer: mixesFor(target, paints, { mostDrops, onProgress: (share) => onProgress(share, "mixing") }) })),
};
