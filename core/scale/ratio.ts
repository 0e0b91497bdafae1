/**
 * Scales. A model length is the real length divided by N.
 *
 * A figure scale counts a figure's millimetres from the foot to the eye or to the crown (two schools), so
 * N = real length / mm. Eye height = 0.936 × stature: Drillis & Contini 1966, as tabled in Winter,
 * Biomechanics and Motor Control of Human Movement.
 */

import type { RailwayScale } from "./railwayScales";

/** Eye height as a share of stature (Drillis & Contini 1966). */
export const EYE_SHARE = 0.936;

export type FigureSchool = "eye" | "crown";

export interface Scale {
  /** What was asked for: a plain ratio, a railway scale by its standard's name, or a figure's height. */
  kind: "ratio" | "railway" | "figure";
  /** N of 1:N. The one number that all sums use. */
  ratio: number;
  /** Name of the railway scale. */
  railway?: string;
  figureMm?: number;
  school?: FigureSchool;
  statureMm?: number;
}

/** Statures that a modeller chooses between. 5 ft 6 in and 6 ft are exact; the middle one is a recalled mean (US Army 1988 survey, men, 1755.8). */
export const STATURES_MM = [
  { id: "short", label: "5 ft 6 in", mm: 1676.4 },
  { id: "mean", label: "1.755 m", mm: 1755 },
  { id: "tall", label: "6 ft", mm: 1828.8 },
] as const;

/** N for a figure of `figureMm`, counted by `school`, standing for a person of `statureMm`. Exact. */
export function figureRatio(figureMm: number, school: FigureSchool, statureMm: number): number {
  return ((school === "eye" ? EYE_SHARE : 1) * statureMm) / figureMm;
}

/** The range that a bare "28 mm" leaves open: both schools, short to tall. */
export function figureRatioRange(figureMm: number): { low: number; high: number } {
  return {
    low: figureRatio(figureMm, "eye", STATURES_MM[0].mm),
    high: figureRatio(figureMm, "crown", STATURES_MM[2].mm),
  };
}

/** A figure scale. Default school and stature: eye height of a 5 ft 6 in person, which gives 1:56 for 28 mm (common practice, no source). */
export function figureScale(figureMm: number, school: FigureSchool = "eye", statureMm: number = STATURES_MM[0].mm): Scale {
  return { kind: "figure", ratio: figureRatio(figureMm, school, statureMm), figureMm, school, statureMm };
}

export const ratioScale = (ratio: number): Scale => ({ kind: "ratio", ratio });

export const railwayScale = (scale: RailwayScale): Scale => ({ kind: "railway", ratio: scale.ratio, railway: scale.name });

/** How tall a standing figure of this scale is, foot to crown, in model millimetres. */
export function figureHeightMm(scale: Scale): number {
  return (scale.statureMm ?? STATURES_MM[1].mm) / scale.ratio;
}

export const toModelMm = (realMm: number, ratio: number): number => realMm / ratio;
export const toRealMm = (modelMm: number, ratio: number): number => modelMm * ratio;

/** "1:56", "1:87.1", "1:7.5". */
export function formatRatio(ratio: number): string {
  const rounded = Math.round(ratio * 10) / 10;
  return `1:${Number.isInteger(rounded) ? rounded.toFixed(0) : rounded.toFixed(1)}`;
}

/** "28 mm figures, 1:56" or "1:64". */
export function describeScale(scale: Scale): string {
  if (scale.kind === "figure") return `${scale.figureMm} mm figures, ${formatRatio(scale.ratio)}`;
  return scale.kind === "railway" ? `${scale.railway}, ${formatRatio(scale.ratio)}` : formatRatio(scale.ratio);
}
