/** Packs and unpacks the whole workshop. */
import { ok } from "../../core/units";
import { readBackup, writeBackup } from "../../store/backup";
import type { Job } from "../messages";
import type { Jobs } from "../protocol";

const FAULTS = {
  failed: "The backup could not be processed",
  tooLarge: "The backup is too large for this machine's memory.",
};

export const pack: Job<Jobs["writeBackup"]["request"], Jobs["writeBackup"]["answer"]> = {
  ...FAULTS,
  run: async (backup, onProgress, signal) => {
    const written = await writeBackup(backup, { onProgress, signal });
    return written.ok ? ok({ answer: written.value }) : written;
  },
};

export const unpack: Job<Jobs["readBackup"]["request"], Jobs["readBackup"]["answer"]> = {
  ...FAULTS,
  run: async ({ file }, onProgress, signal) => {
    const read = await readBackup(file, { onProgress, signal });
    return read.ok ? ok({ answer: read.value }) : read;
  },
};
