/**
 * The scale of a found model from things of known size in it. An observation says that a length on the model spans a thing whose
 * real size lies in a range, so the ratio lies in a range too: [low ÷ model, high ÷ model], widened by how well the model can be
 * measured. Observations that overlap are intersected; what lies outside is an outlier and is named. When none overlap, the mean of
 * the logarithms stands, weighted by how narrow each is, and the interval is that of all of them.
 */
import type { RealThing } from "./realThings";

export interface Observation {
  /** What was measured, in words: "a door leaf". */
  thing: string;
  lowRealMm: number;
  highRealMm: number;
  /** Length on the model as it is now, mm. */
  modelMm: number;
}

export interface RatioRange {
  low: number;
  high: number;
}

export interface Inferred extends RatioRange {
  ratio: number;
  /** Observations that do not agree with the others, by index. */
  outliers: number[];
  /** True when at least two observations agree. */
  confirmed: boolean;
}

/** How far off a length picked on a model may be: points snap, but edges are bevelled. Common practice, no source. */
export const PICK_SHARE = 0.02;

/** The ratio that one observation allows. */
export function ratioRange(o: Observation): RatioRange {
  return { low: (o.lowRealMm / o.modelMm) * (1 - PICK_SHARE), high: (o.highRealMm / o.modelMm) * (1 + PICK_SHARE) };
}

export const observe = (thing: RealThing, modelMm: number): Observation => ({
  thing: thing.name,
  lowRealMm: thing.low,
  highRealMm: thing.high,
  modelMm,
});

/** Combines observations; undefined when there are none. */
export function inferRatio(observations: readonly Observation[]): Inferred | undefined {
  if (observations.length === 0) return undefined;
  const ranges = observations.map(ratioRange);
  // The point covered by most ranges: candidates are the lower ends.
  let best: number[] = [];
  for (const { low } of ranges) {
    const covered = ranges.flatMap((r, i) => (r.low <= low && low <= r.high ? [i] : []));
    if (covered.length > best.length) best = covered;
  }
  if (observations.length === 1 || best.length > 1) {
    const low = Math.max(...best.map((i) => ranges[i].low)),
      high = Math.min(...best.map((i) => ranges[i].high));
    return {
      ratio: Math.sqrt(low * high),
      low,
      high,
      outliers: ranges.flatMap((_, i) => (best.includes(i) ? [] : [i])),
      confirmed: best.length > 1,
    };
  }
  let sum = 0,
    weights = 0;
  for (const { low, high } of ranges) {
    const weight = 1 / Math.max(Math.log(high / low), 1e-6) ** 2;
    sum += weight * Math.log(Math.sqrt(low * high));
    weights += weight;
  }
  return {
    ratio: Math.exp(sum / weights),
    low: Math.min(...ranges.map((r) => r.low)),
    high: Math.max(...ranges.map((r) => r.high)),
    outliers: [],
    confirmed: false,
  };
}

export interface Mismatch {
  /** Model is this much too large (+) or too small (−) for the scene, as a share. */
  off: number;
  /** Factor to print it at, on top of the present one. */
  factor: number;
  /** What to type into any slicer that has the file at its own size, per cent. */
  percent: number;
  verdict: "fits" | "close" | "wrong";
}

/** Within this it is not seen side by side, and beyond that it jars. Common practice, no source. */
export const MISMATCH_LIMITS = { fits: 0.05, close: 0.12 };

/** How a model of ratio `implied`, at the file factor it has now, stands in a scene of ratio `scene`. */
export function mismatch(implied: number, scene: number, factorNow: number): Mismatch {
  const off = scene / implied - 1;
  const far = Math.abs(Math.log1p(off));
  return {
    off,
    factor: implied / scene,
    percent: (factorNow * implied * 100) / scene,
    verdict: far <= Math.log1p(MISMATCH_LIMITS.fits) ? "fits" : far <= Math.log1p(MISMATCH_LIMITS.close) ? "close" : "wrong",
  };
}
