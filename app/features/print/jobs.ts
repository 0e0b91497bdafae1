import { formatDuration } from "~core/measure";
import type { PrintOption } from "~core/project";

/** Plates or pieces of a job, and the person's own time, in a few words. */
export const copyJob = (o: PrintOption): string =>
  `${o.facts.pieces > 1 ? `${o.facts.pieces} pieces` : `${o.job.plates} plate${o.job.plates === 1 ? "" : "s"}`}, ${formatDuration(o.handsOnS)} yours`;
