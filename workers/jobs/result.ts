/** One computed result. */
import { compute } from "../../core/results/compute";
import { ok } from "../../core/units";
import type { Job } from "../messages";
import type { Jobs } from "../protocol";
import { MESH_FAULTS, readerOf } from "./reader";

export const result: Job<Jobs["result"]["request"], Jobs["result"]["answer"]> = {
  ...MESH_FAULTS,
  run: async ({ request, file }, onProgress, signal) => {
    const value = await compute(request, readerOf(file), onProgress, signal);
    return value.ok ? ok({ answer: value.value }) : value;
  },
};
