/** What was measured of a way up, in short clauses: why it was found the best, and what to look out for. */
import { formatDuration, formatMillilitres, formatMm } from "../../units";
import type { HeldPlace } from "./hold";
import { DECIDES, LEAST_FOOTING } from "./sides";
import type { Lifting, Scar } from "./stand";

/** What decided on a way up. */
export interface WayUp {
  /** The whole surface. */
  areaMm2: number;
  overhangMm2: number;
  gentleMm2: number;
  footing: number;
  /** A resin piece that might lie flat or be raised on supports: which it is, and what each takes. */
  lie: { flat: boolean; thickMm: number; narrowMm: number; flatS: number; flatMm3: number; raisedS: number; raisedMm3: number } | null;
}

/** @param pieces into how many it must be cut for the printer */
export function whyUp({ areaMm2, overhangMm2, gentleMm2, footing, lie }: WayUp, fits: boolean, pieces: number): string[] {
  const decides = (mm2: number): boolean => mm2 >= areaMm2 * DECIDES;
  const cm2 = (mm2: number): string => `${Math.round(mm2 / 100)} cm²`;
  return [
    fits ? "fits in one piece" : `needs ${pieces} pieces`,
    ...(footing < LEAST_FOOTING ? ["stands only on supports"] : []),
    decides(overhangMm2) ? `${cm2(overhangMm2)} of overhang` : "no overhang",
    ...(decides(gentleMm2) ? [`${cm2(gentleMm2)} of gentle slope will show lines`] : []),
    ...(lie ? [lieWords(lie)] : []),
  ];
}

function lieWords({ flat, thickMm, narrowMm, flatS, flatMm3, raisedS, raisedMm3 }: NonNullable<WayUp["lie"]>): string {
  const takes = (timeS: number, mm3: number): string => `${formatDuration(timeS)} and ${formatMillilitres(mm3 / 1000)}`;
  const thick = `${formatMm(thickMm)} thick, ${formatMm(narrowMm)} wide`;
  return flat
    ? `lies flat on the plate (${thick}): ${takes(flatS, flatMm3)}; raised on supports it would take ${takes(raisedS, raisedMm3)}`
    : `raised on supports (${thick}, more than a fifth): ${takes(raisedS, raisedMm3)}; flat on the plate it would take ${takes(flatS, flatMm3)}`;
}

export function liftingWords(lifting: Lifting): string {
  switch (lifting.kind) {
    case "nothing flat":
      return "no flat face on the plate: needs supports or a raft";
    case "little contact":
      return `only ${Math.round(lifting.share * 100)} % of its outline rests on the plate`;
    case "corners":
      return lifting.count > 1 ? `${lifting.count} far corners may lift: give them a brim` : "1 far corner may lift: give it a brim";
    case "strip":
      return `a strip of ${Math.round(lifting.longMm)} × ${Math.round(lifting.wideMm)} mm curls at its ends`;
  }
}

export const SCAR_WORDS: Record<Scar, string> = {
  corners: "in the corners, where it is hidden",
  "corners and a line": "in the corners; on the round pieces as a line from bottom to top",
  "a line": "as a visible line from bottom to top: turn it to the hidden side",
};

export const heldWords = ({ side, height }: HeldPlace): string => `${side}, ${height}`;
