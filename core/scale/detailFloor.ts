/**
 * The smallest feature that a process holds and that survives primer, per kind of feature.
 * Starting values, common practice without a source: the user's own test ladder replaces them.
 */
export type Process = "fdm" | "resin";

export interface DetailFloor {
  feature: string;
  /** Word on the staff. */
  short: string;
  /** Whether coats fill it (a groove) or only round it off. */
  drowns: boolean;
  mm: Record<Process, number>;
}

export const DETAIL_FLOORS: DetailFloor[] = [
  { feature: "a raised rib", short: "rib", drowns: false, mm: { fdm: 0.45, resin: 0.2 } },
  { feature: "a groove", short: "groove", drowns: true, mm: { fdm: 0.6, resin: 0.3 } },
  { feature: "a free rod", short: "rod", drowns: false, mm: { fdm: 1.5, resin: 0.5 } },
  { feature: "a bar across an opening", short: "bar", drowns: false, mm: { fdm: 0.9, resin: 0.5 } },
  { feature: "a wall", short: "wall", drowns: false, mm: { fdm: 0.9, resin: 0.8 } },
];

/** Gap in all that slides, and from which it rattles, per process, mm. Common practice, no source: a printed ladder replaces them. */
export const PROCESS_FITS: Record<Process, { slideMm: number; looseMm: number }> = {
  fdm: { slideMm: 0.4, looseMm: 0.9 },
  resin: { slideMm: 0.2, looseMm: 0.6 },
};

/** Width that a groove loses to primer and a base coat, both faces together, mm. Common practice, no source. */
export const PRIMER_FILM_MM = 0.06;

/** Features of real buildings and the kind of floor each is held to. Real millimetres; common practice, no source, except where named. */
export const REAL_FEATURES: { name: string; realMm: number; floor: string; source: string }[] = [
  { name: "mortar joint", realMm: 10, floor: "groove", source: "BS EN 771-1" },
  { name: "plank gap", realMm: 6, floor: "groove", source: "common practice, no source" },
  { name: "panel joint", realMm: 15, floor: "groove", source: "common practice, no source" },
  { name: "roof tile edge", realMm: 12, floor: "rib", source: "common practice, no source" },
  { name: "roof slate edge", realMm: 8, floor: "rib", source: "common practice, no source" },
  { name: "weatherboard edge", realMm: 18, floor: "rib", source: "common practice, no source" },
  { name: "glazing bar", realMm: 18, floor: "bar", source: "common practice, no source" },
  { name: "rivet head", realMm: 30, floor: "rib", source: "common practice, no source" },
  { name: "door handle", realMm: 20, floor: "rod", source: "common practice, no source" },
  { name: "handrail tube", realMm: 48.3, floor: "rod", source: "EN 39, scaffold tube" },
  { name: "mooring rope", realMm: 40, floor: "rod", source: "common practice, no source" },
  { name: "plank wall", realMm: 30, floor: "wall", source: "common practice, no source" },
];

/** Floors are round numbers, good to a few hundredths: what is this share under one still holds. Common practice, no source. */
const FLOOR_TOLERANCE = 0.02;
/** Does a feature of `mm` hold at a floor? */
export const holdsFloor = (mm: number, floorMm: number): boolean => mm >= floorMm * (1 - FLOOR_TOLERANCE);
/** It holds, but only just: a little less would not. */
export const justHolds = (mm: number, floorMm: number): boolean => Math.abs(mm / floorMm - 1) <= FLOOR_TOLERANCE;

type DetailVerdict = "prints" | "drowns" | "vanishes";

export interface FloorVerdict {
  modelMm: number;
  floorMm: number;
  /** Prints and survives primer; prints but fills with primer; does not print. */
  verdict: DetailVerdict;
  /** Prints, but only just. */
  just: boolean;
  /** Factor that brings the feature up to where it prints and survives; 1 when it does as it is. */
  exaggeration: number;
}

/**
 * Judges a real feature at 1:N for one process. A groove under its floor but wider than the primer's film and half the floor prints
 * and is then filled; what is under half the floor does not print at all (a line narrower than half a bead or two pixels).
 */
export function judgeFeature(realMm: number, ratio: number, floorShort: string, process: Process): FloorVerdict {
  const floor = DETAIL_FLOORS.find((f) => f.short === floorShort);
  if (!floor) throw new Error(`judgeFeature: no floor called ${floorShort}`);
  const modelMm = realMm / ratio;
  const floorMm = floor.mm[process];
  const verdict: DetailVerdict = holdsFloor(modelMm, floorMm)
    ? "prints"
    : floor.drowns && modelMm >= Math.max(floorMm / 2, PRIMER_FILM_MM)
      ? "drowns"
      : "vanishes";
  return {
    modelMm,
    floorMm,
    verdict,
    just: justHolds(modelMm, floorMm),
    exaggeration: verdict === "prints" ? 1 : Math.max(1, floorMm / modelMm),
  };
}
