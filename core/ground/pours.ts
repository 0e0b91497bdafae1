/** What is poured: water, sludge, slime. How thick a layer may be and what drying leaves of it is common practice, no source; its own sheet comes first. */
import type { CautionId } from "../care";

/** What is poured. */
export type PourProduct = "water effect" | "uv resin" | "epoxy";

interface PourFacts {
  label: string;
  /** The thickest layer that still sets well, mm; what it leaves of what was poured. */
  mostLayerMm: number;
  leaves: number;
  /** Until the next layer, s. */
  waitS: number;
  cautions: readonly CautionId[];
  says: string;
}
const H = 3600;
export const POURS: Readonly<Record<PourProduct, PourFacts>> = {
  "water effect": {
    label: "water-based effect",
    mostLayerMm: 3,
    leaves: 0.6,
    waitS: 24 * H,
    cautions: [],
    says: "It shrinks as it dries and pulls up at the edges; clear only when it is dry through.",
  },
  "uv resin": {
    label: "UV resin",
    mostLayerMm: 2,
    leaves: 0.95,
    waitS: 600,
    cautions: ["resin", "lamp"],
    says: "Tint little: what light does not reach stays liquid.",
  },
  epoxy: {
    label: "two-part resin",
    mostLayerMm: 8,
    leaves: 1,
    waitS: 24 * H,
    cautions: ["epoxy"],
    says: "Thick layers grow hot as they set. Measure both parts by its sheet, and seal every gap first.",
  },
};
