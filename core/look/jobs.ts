/** A print job in words. */
import { formatDuration, formatMoney, formatSpan } from "../units";
import type { Part, PrintOption } from "../project";

/** Plates or pieces of a job, and the person's own time, in a few words. */
export const copyJob = (o: PrintOption): string =>
  `${o.facts.pieces > 1 ? `${o.facts.pieces} pieces` : `${o.job.plates} plate${o.job.plates === 1 ? "" : "s"}`}, ${formatDuration(o.handsOnS)} hands-on`;

/** A sum of a job. Of a part of which only the size is known it lies anywhere between what a shell of it takes and what a solid does. */
export const sumText = (part: Part, sum: { value: number; low: number; high: number }, format: (n: number) => string): string =>
  part.source.kind === "typed" ? formatSpan(sum, format) : format(sum.value);

/** What all copies of a part cost to print. */
export const jobCostText = (part: Part, { job }: PrintOption): string =>
  `${sumText(part, job.costMinor, (minor) => formatMoney({ minor, currency: job.currency }))} ${job.currency}`;
