/**
 * What a dry brush or a wash does to lines. Bristles load ridges: across them all, along them few; stiff short brushes more than soft ones.
 * Relief hides them only where no plain face carries many ridges. The verdict does not depend on where one stands. A wash lies in the
 * valleys of wide terraces and draws them as contour lines. Common practice, no source.
 */
import { MANY_RIDGES } from "../subject";
import { formatMm } from "../units";
import { BRUSH_FINDS_MM, type Steps } from "./steps";

export type Bristle = "stiff" | "soft";
export type Stroke = "along" | "across";

export interface BrushCase extends Pick<Steps, "cuspMm" | "pitchMm"> {
  /** Ridges on the typical plain face. */
  ridges: number;
  /** Depth of its relief, mm: the brush is meant for that. */
  reliefMm: number;
  bristle: Bristle;
  stroke: Stroke;
}

/** How much of a ridge each brush and each stroke touches. */
const TOUCH: Record<Bristle, number> = { stiff: 1, soft: 0.6 };
const ACROSS: Record<Stroke, number> = { across: 1, along: 0.35 };
/** Terraces wider than this hold a wash at their foot, mm. */
const POOLS_MM = 0.6;

export interface BrushVerdict {
  brings: boolean;
  /** Ridges that the brush finds, as its height against what it rides over. */
  found: number;
  why: string;
  instead: string;
}

export function dryBrushOn(c: BrushCase): BrushVerdict {
  const found = (c.cuspMm / BRUSH_FINDS_MM) * TOUCH[c.bristle] * ACROSS[c.stroke];
  const many = c.ridges >= MANY_RIDGES;
  const brings = found > 1 && many;
  const why = brings
    ? `${Math.round(c.ridges)} ridges of ${formatMm(c.cuspMm)} on every plain face, brushed ${c.stroke}: the brush picks them out`
    : many
      ? `ridges of ${formatMm(c.cuspMm)} are not caught by a ${c.bristle} brush used ${c.stroke}`
      : // Relief that stands well over the ridges takes the paint first; plain faces in it still show what they carry.
        c.reliefMm >= 3 * c.cuspMm
        ? "its relief catches the paint first"
        : "fewer than three ridges on a plain face: nothing to pick out";
  const milder: BrushCase[] = [
    { ...c, stroke: "along" },
    { ...c, stroke: "along", bristle: "soft" },
  ];
  const instead = !brings
    ? ""
    : milder.some((m) => (m.cuspMm / BRUSH_FINDS_MM) * TOUCH[m.bristle] * ACROSS[m.stroke] <= 1)
      ? "Use a soft brush along the lines, or stipple with torn foam."
      : "Stipple with torn foam, airbrush the highlights, or fill it first.";
  return { brings, found, why, instead };
}

/** Whether a wash draws terraces as contour lines. */
export const washDraws = ({ cuspMm, pitchMm }: Pick<Steps, "cuspMm" | "pitchMm">): boolean => pitchMm > POOLS_MM && cuspMm > BRUSH_FINDS_MM;
