/**
 * The person's own minutes around a print. Starting values, common practice without a source;
 * the user's own record replaces them as steps are finished.
 */
import type { Process } from "../scale";

export const HANDS_ON_S: Record<Process, { startPlate: number; clearPlate: number; cleanPart: number; cleanPerCm2: number }> = {
  // Card test and first layer; bend the plate off; clip strings and drips.
  fdm: { startPlate: 6 * 60, clearPlate: 4 * 60, cleanPart: 60, cleanPerCm2: 0.3 },
  // Stir, check the vat; two baths and dry; supports off, nubs sanded.
  resin: { startPlate: 6 * 60, clearPlate: 12 * 60, cleanPart: 75, cleanPerCm2: 0.6 },
};

/** An hour of the person's weighs as much as this many of the machine's. Common practice, no source. */
export const OWN_HOUR = 4;

/** Taking supports off and cleaning what they leave: once a part, by held area, by point of contact, s. Common practice, no source. */
export const SUPPORT_OFF: Record<Process, { once: number; perCm2: number; perNub: number }> = {
  fdm: { once: 60, perCm2: 25, perNub: 0 },
  resin: { once: 60, perCm2: 0, perNub: 5 },
};

/** Seconds of the person's own time for `parts` parts of `areaMm2` each on `plates` plates. */
export function handsOnS(process: Process, plates: number, parts: number, areaMm2: number): number {
  const h = HANDS_ON_S[process];
  return plates * (h.startPlate + h.clearPlate) + parts * (h.cleanPart + (areaMm2 / 100) * h.cleanPerCm2);
}
