/** Packs and unpacks project bundles. */
import { ok } from "../../core/units";
import { readBundle, writeBundle } from "../../store/bundle";
import type { Job } from "../messages";
import type { Jobs } from "../protocol";

const FAULTS = {
  failed: "The bundle could not be processed",
  tooLarge: "The bundle is too large for this machine's memory. Split the scene and try again.",
};

export const unpack: Job<Jobs["readBundle"]["request"], Jobs["readBundle"]["answer"]> = {
  ...FAULTS,
  run: async ({ file }, onProgress, signal) => {
    const read = await readBundle(file, { onProgress, signal });
    return read.ok ? ok({ answer: read.value }) : read;
  },
};

export const pack: Job<Jobs["writeBundle"]["request"], Jobs["writeBundle"]["answer"]> = {
  ...FAULTS,
  run: async (bundle, onProgress, signal) => {
    const written = await writeBundle(bundle, { onProgress, signal });
    return written.ok ? ok({ answer: { ...written.value, aside: written.value.aside.length } }) : written;
  },
};
