/**
 * What a change of scale does, before it is accepted: everything made by arithmetic goes with the factor, what is bought or is held
 * by a standard does not, and what nature made looks absurd when it stays.
 */
import { PROCESS_FITS, type Process } from "./detailFloor";

export interface ChangeFactors {
  length: number;
  area: number;
  volume: number;
}

/** From 1:`from` to 1:`to`: 1:72 to 1:56 makes everything 1.286 times as long. Exact. */
export function changeFactors(from: number, to: number): ChangeFactors {
  const length = from / to;
  return { length, area: length ** 2, volume: length ** 3 };
}

export interface FitChange {
  /** The gap that is there now, mm in all. */
  nowMm: number;
  /** And after scaling. */
  thenMm: number;
  /** Gap that the process wants, mm. */
  wantMm: number;
  /** What to take off each face so that it slides again, mm; negative when it would rattle. */
  offsetMm: number;
  verdict: "slides" | "tight" | "loose";
}

/** A clip or sliding pair with a gap of `gapMm` in all, when everything is scaled by `factor` and printed by `process`. */
export function fitAfter(gapMm: number, factor: number, process: Process): FitChange {
  const { slideMm, looseMm } = PROCESS_FITS[process];
  const thenMm = gapMm * factor;
  return {
    nowMm: gapMm,
    thenMm,
    wantMm: slideMm,
    offsetMm: (slideMm - thenMm) / 2,
    verdict: thenMm < slideMm * 0.8 ? "tight" : thenMm > looseMm ? "loose" : "slides",
  };
}

/** What stays as large as it is when the scale changes, with the sizes that look right. Common practice, no source. */
const NATURAL: { name: string; modelMm: number; what: string; lowRealMm: number; highRealMm: number }[] = [
  { name: "static grass, 2 mm", modelMm: 2, what: "grass", lowRealMm: 30, highRealMm: 500 },
  { name: "static grass, 6 mm", modelMm: 6, what: "grass", lowRealMm: 30, highRealMm: 500 },
  { name: "medium sand", modelMm: 0.35, what: "gravel", lowRealMm: 2, highRealMm: 60 },
  { name: "coarse grit", modelMm: 1.5, what: "stones", lowRealMm: 20, highRealMm: 300 },
  { name: "cork rubble, 5 mm", modelMm: 5, what: "boulders", lowRealMm: 100, highRealMm: 1500 },
  { name: "ground leaf litter, 2 mm", modelMm: 2, what: "leaves", lowRealMm: 30, highRealMm: 200 },
];

export interface NaturalVerdict {
  name: string;
  what: string;
  realMm: number;
  verdict: "right" | "too large" | "too small";
  /** Model sizes that would look right, mm. */
  lowMm: number;
  highMm: number;
}

/** How the natural materials read at 1:`ratio`. */
export function naturalAt(ratio: number): NaturalVerdict[] {
  return NATURAL.map(({ name, modelMm, what, lowRealMm, highRealMm }) => {
    const realMm = modelMm * ratio;
    return {
      name,
      what,
      realMm,
      verdict: realMm > highRealMm ? "too large" : realMm < lowRealMm ? "too small" : "right",
      lowMm: lowRealMm / ratio,
      highMm: highRealMm / ratio,
    };
  });
}
