/** What hollowing a massive resin part would save, from its volume and area alone: a shell of one wall all over. */
import type { ResinPrinter } from "../printers";

/** Wall of a hollowed block, mm. Common practice, no source: 2 mm where heat or sanding follows. */
const HOLLOW_WALL_MM = 2;
/** Less than this share saved is not worth holes and cleaning. */
const WORTH_SHARE = 0.25;

export interface HollowSaving {
  /** Material that stays, mm³. */
  leftMm3: number;
  /** Of `left`, minor units. */
  costMinor: number;
  wallMm: number;
}

/** @returns what would be left; null where the part is thin already */
export function hollowSaving(volumeMm3: number, areaMm2: number, printer: ResinPrinter): HollowSaving | null {
  const leftMm3 = areaMm2 * HOLLOW_WALL_MM;
  if (leftMm3 > volumeMm3 * (1 - WORTH_SHARE)) return null;
  return { leftMm3, wallMm: HOLLOW_WALL_MM, costMinor: (leftMm3 / 1e6) * printer.pricePerLitreMinor };
}
