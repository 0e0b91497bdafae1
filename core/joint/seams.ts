/**
 * Who meets whom, what fills the seam between them, and in which order. Fillers by the width that they hold, the materials that they hold
 * on, and whether they are shaped wet: where sanding would take texture with it, only those will do. Common practice, no source.
 */
import type { CautionId } from "../care";
import type { Material } from "./glues";
import { HOLDS, type Joint } from "./joint";

export type FillerId = "primer" | "uv-resin" | "putty" | "instant" | "uv-talc" | "epoxy-putty" | "clay";

export interface SeamFiller {
  id: FillerId;
  name: string;
  /** Widest seam, mm. */
  mostMm: number;
  /** Thinner than this it does not go in, mm. */
  leastMm: number;
  /** Does not hold on these. */
  not: Material[];
  /** Shaped while it is soft, so that texture stays. */
  wetShaped: boolean;
  how: string;
  setUpS: number;
  perCmS: number;
  /** Until it can be sanded, or painted where it is not. */
  waitS: number;
  sandPerCmS: number;
  cautions: CautionId[];
}

const H = 3600;
export const SEAM_FILLERS: SeamFiller[] = [
  {
    id: "primer",
    name: "filler primer",
    mostMm: 0.1,
    leastMm: 0,
    not: ["foam"],
    wetShaped: false,
    how: "Brush it into the hairline, sand, and check again after the next coat.",
    setUpS: 3 * 60,
    perCmS: 3,
    waitS: 2 * H,
    sandPerCmS: 4,
    cautions: ["solvent-spray"],
  },
  {
    id: "uv-resin",
    name: "printing resin and a lamp",
    mostMm: 0.4,
    leastMm: 0,
    not: ["plastic sheet", "foam"],
    wetShaped: false,
    how: "Brush it in thin, 10 s under the lamp, repeat. As hard as the print and sands the same. Clean the brush in alcohol at once.",
    setUpS: 5 * 60,
    perCmS: 8,
    waitS: 10 * 60,
    sandPerCmS: 10,
    cautions: ["resin", "lamp"],
  },
  {
    id: "putty",
    name: "solvent putty",
    mostMm: 0.5,
    leastMm: 0.02,
    not: ["foam", "clear sheet"],
    wetShaped: false,
    how: "Thin it, draw it in, wipe with a swab. It shrinks, so repeat.",
    setUpS: 4 * 60,
    perCmS: 6,
    waitS: 4 * H,
    sandPerCmS: 6,
    cautions: ["solvent-spray"],
  },
  {
    id: "instant",
    name: "thin instant glue",
    mostMm: 0.2,
    leastMm: 0,
    not: ["foam", "clear sheet"],
    wetShaped: false,
    how: "Runs in on its own. Harder than the plastic beside it, so it sands unevenly. A stopgap.",
    setUpS: 3 * 60,
    perCmS: 4,
    waitS: 30 * 60,
    sandPerCmS: 14,
    cautions: ["instant-glue"],
  },
  {
    id: "uv-talc",
    name: "resin thickened with talc",
    mostMm: 1.5,
    leastMm: 0.2,
    not: ["plastic sheet", "foam"],
    wetShaped: false,
    how: "Mix to a thick paste, press it in with an old brush, smooth, seconds under the lamp, sand.",
    setUpS: 8 * 60,
    perCmS: 12,
    waitS: 15 * 60,
    sandPerCmS: 12,
    cautions: ["resin", "lamp", "sanding-dust"],
  },
  {
    id: "epoxy-putty",
    name: "epoxy putty",
    mostMm: 6,
    leastMm: 0.3,
    not: [],
    wetShaped: true,
    how: "Press it in, feather it with a wet glove, and press texture into it while it is soft. Leave a day to harden, then knock off rough spots.",
    setUpS: 6 * 60,
    perCmS: 20,
    waitS: 24 * H,
    sandPerCmS: 0,
    cautions: ["epoxy"],
  },
  {
    id: "clay",
    name: "air-drying clay",
    mostMm: 10,
    leastMm: 0.5,
    not: [],
    wetShaped: true,
    how: "For hidden seams: press it in, smooth it, let it dry.",
    setUpS: 3 * 60,
    perCmS: 8,
    waitS: 12 * H,
    sandPerCmS: 0,
    cautions: [],
  },
];

/** Out of sight only. */
const HIDDEN_ONLY: FillerId[] = ["clay"];
/** A fallback, never the first choice. */
const STOPGAP: FillerId[] = ["instant"];
/** Narrower than this, nothing has to be filled, mm. */
const SHUT_MM = 0.02;

export interface SeamCase extends Pick<Joint, "how" | "paint" | "lengthMm" | "widthMm" | "sight" | "textured"> {
  a: Material;
  b: Material;
}

export interface FillerChoice {
  filler: SeamFiller;
  /** Why not, in a clause; null where it will do. */
  whyNot: string | null;
  handsOnS: number;
  waitS: number;
}

/** Why nothing is filled, in a sentence; null where something is. */
export function noFill({ how, sight, widthMm }: SeamCase): string | null {
  if (HOLDS[how] === "moves") return "It moves: keep it free, and leave it bare where it rubs.";
  if (HOLDS[how] === "apart") return "It comes apart, so do not fill it. Tape it while painting, or paint will glue it shut.";
  if (sight === "covered") return "Ground or trim will cover it: no work.";
  return widthMm < SHUT_MM ? "Already closed." : null;
}

/** All fillers for a seam, those that will do first, the quickest before the others. */
export function fillersFor(seam: SeamCase): FillerChoice[] {
  const cm = seam.lengthMm / 10;
  return SEAM_FILLERS.map((filler): FillerChoice => {
    const material = [seam.a, seam.b].find((m) => filler.not.includes(m));
    const whyNot = material
      ? `does not hold on ${material}`
      : seam.widthMm > filler.mostMm
        ? `runs out of ${seam.widthMm} mm: ${filler.mostMm} at most`
        : seam.widthMm < filler.leastMm
          ? `too stiff for ${seam.widthMm} mm`
          : seam.textured && seam.sight === "seen" && !filler.wetShaped
            ? "needs sanding, which removes the texture beside it"
            : HIDDEN_ONLY.includes(filler.id) && seam.sight === "seen"
              ? "hidden seams only"
              : null;
    const sanded = seam.sight === "seen" ? filler.sandPerCmS : 0;
    return { filler, whyNot, handsOnS: filler.setUpS + cm * (filler.perCmS + sanded), waitS: filler.waitS };
  }).sort(
    (x, y) =>
      Number(x.whyNot !== null) - Number(y.whyNot !== null) ||
      Number(STOPGAP.includes(x.filler.id)) - Number(STOPGAP.includes(y.filler.id)) ||
      x.handsOnS + x.waitS * 0.02 - (y.handsOnS + y.waitS * 0.02),
  );
}

/**
 * The order that still allows sanding: what is joined before paint comes first, wide before narrow, what is sanded before what is shaped wet
 * beside it; what meets after paint last.
 */
export function seamOrder<M extends Pick<Joint, "paint" | "widthMm" | "textured" | "id">>(seams: readonly M[]): M[] {
  return [...seams].sort(
    (x, y) =>
      Number(x.paint === "before") - Number(y.paint === "before") ||
      Number(x.textured) - Number(y.textured) ||
      y.widthMm - x.widthMm ||
      (x.id < y.id ? -1 : 1),
  );
}
