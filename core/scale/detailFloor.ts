/**
 * The smallest feature that a process holds and that survives primer, per kind of feature.
 * Starting values, common practice without a source: the user's own test ladder replaces them.
 */
export type Process = "fdm" | "resin";

export interface DetailFloor {
  feature: string;
  /** Word on the staff. */
  short: string;
  mm: Record<Process, number>;
}

export const DETAIL_FLOORS: DetailFloor[] = [
  { feature: "a raised rib", short: "rib", mm: { fdm: 0.45, resin: 0.2 } },
  { feature: "a groove", short: "groove", mm: { fdm: 0.6, resin: 0.3 } },
  { feature: "a free rod", short: "rod", mm: { fdm: 1.5, resin: 0.5 } },
  { feature: "a bar across an opening", short: "bar", mm: { fdm: 0.9, resin: 0.5 } },
  { feature: "a wall", short: "wall", mm: { fdm: 0.9, resin: 0.8 } },
];

/** Features of real buildings and the kind of floor each is held to. Real millimetres; common practice, no source, except where named. */
export const REAL_FEATURES: { name: string; realMm: number; floor: string; source: string }[] = [
  { name: "mortar joint", realMm: 10, floor: "groove", source: "BS EN 771-1" },
  { name: "plank gap", realMm: 6, floor: "groove", source: "common practice, no source" },
  { name: "roof slate edge", realMm: 8, floor: "rib", source: "common practice, no source" },
  { name: "glazing bar", realMm: 18, floor: "bar", source: "common practice, no source" },
  { name: "rivet head", realMm: 30, floor: "rib", source: "common practice, no source" },
  { name: "mooring rope", realMm: 40, floor: "rod", source: "common practice, no source" },
  { name: "plank wall", realMm: 30, floor: "wall", source: "common practice, no source" },
];

export interface FloorVerdict {
  modelMm: number;
  floorMm: number;
  prints: boolean;
  /** Factor that brings the feature up to the floor; 1 when it prints as it is. */
  exaggeration: number;
}

/** Judges a real feature at 1:N for one process. */
export function judgeFeature(realMm: number, ratio: number, floorShort: string, process: Process): FloorVerdict {
  const floor = DETAIL_FLOORS.find((f) => f.short === floorShort);
  if (!floor) throw new Error(`judgeFeature: no floor called ${floorShort}`);
  const modelMm = realMm / ratio;
  const floorMm = floor.mm[process];
  return { modelMm, floorMm, prints: modelMm >= floorMm, exaggeration: Math.max(1, floorMm / modelMm) };
}
