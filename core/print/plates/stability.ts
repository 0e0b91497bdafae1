/**
 * How a piece stands while it is printed, as the plates ask: what is tall on a small foot takes its neighbours along when it lets go, so it
 * gets plates of its own kind; long flat edges lift at their corners. Limits are common practice, no source; a user's log says better.
 */
import type { Process } from "../../scale";
import type { Footprint } from "../../lay";

/** Height over the side of a square as large as the contact: beyond this a knock tips it. */
const SLENDER = 6;
/** A flat side longer than this pulls its corners up, mm. */
const LONG_MM = 120;

export type Footing = "tall on a small base" | "long edge" | "steady";

export function footingOnPlate({ heightMm, contactMm2, widthMm, depthMm }: Footprint, process: Process): Footing {
  if (process === "resin") return "steady";
  if (heightMm > SLENDER * Math.sqrt(Math.max(contactMm2, 1))) return "tall on a small base";
  return Math.max(widthMm, depthMm) > LONG_MM && heightMm < Math.max(widthMm, depthMm) ? "long edge" : "steady";
}
