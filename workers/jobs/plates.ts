/** Plates: laying out, and what is wrong with one that was laid by hand. */
import { nanoid } from "nanoid";
import { parkingMat } from "../../core/look";
import { layFaults } from "../../core/lay";
import { layOut } from "../../core/print";
import { ok } from "../../core/units";
import type { Job } from "../messages";
import type { Jobs } from "../protocol";
import { solids } from "./reader";

const FAULTS = {
  failed: "The plates could not be laid out",
  tooLarge: "There are too many pieces for this machine's memory.",
};

export const lay: Job<Jobs["layOut"]["request"], Jobs["layOut"]["answer"]> = {
  ...FAULTS,
  run: async ({ printers, wanted, firstOrder }, onProgress, signal) =>
    ok({ answer: layOut(await solids(), printers, wanted, () => nanoid(13), { firstOrder, onProgress, signal }) }),
};

export const faults: Job<Jobs["plateFaults"]["request"], Jobs["plateFaults"]["answer"]> = {
  ...FAULTS,
  run: async ({ pieces, footprints, bed }) => ok({ answer: layFaults(await solids(), pieces, (p) => footprints.get(p.id), bed) }),
};

export const mat: Job<Jobs["mat"]["request"], Jobs["mat"]["answer"]> = {
  failed: "The mat could not be drawn",
  tooLarge: "There are too many pieces for one mat.",
  run: async ({ pieces, sceneName, paper, date }) => ok({ answer: parkingMat(await solids(), pieces, sceneName, paper, date) }),
};
