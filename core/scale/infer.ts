/**
 * The scale of a found model from things of known size in it. An observation says that a length on the model spans a thing whose
 * real size lies in a range, so the ratio lies in a range too: [low ÷ model, high ÷ model], widened by how well the model can be
 * measured. Observations that overlap are intersected; what lies outside is an outlier and is named. When none can be preferred there is
 * no ratio: a mean of two that contradict each other lies in neither.
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

/** Observations that all allow some ratio, by index: the largest such groups, of which none lies in another. */
function agreeingGroups(ranges: readonly RatioRange[]): number[][] {
  // The point covered by most ranges is the lower end of one.
  const groups = ranges.map(({ low }) => ranges.flatMap((r, i) => (r.low <= low && low <= r.high ? [i] : [])));
  const most = Math.max(...groups.map((g) => g.length));
  const largest = groups.filter((g) => g.length === most).map((g) => g.join(" "));
  return [...new Set(largest)].map((g) => g.split(" ").map(Number));
}

/**
 * Observations that contradict each other so that none of them can be preferred: two that do not meet, or two groups of the same size.
 * Empty when they agree, or when one group is larger than any other. The order in which they are given does not matter.
 */
export function contradicting(observations: readonly Observation[]): number[] {
  if (observations.length < 2) return [];
  const groups = agreeingGroups(observations.map(ratioRange));
  if (groups.length === 1 && groups[0].length > 1) return [];
  const everywhere = groups[0].filter((i) => groups.every((g) => g.includes(i)));
  return [...new Set(groups.flat())].filter((i) => !everywhere.includes(i)).sort((a, b) => a - b);
}

/** Combines observations by intersection; undefined when there are none, or when they contradict each other (see contradicting). */
export function inferRatio(observations: readonly Observation[]): Inferred | undefined {
  if (observations.length === 0 || contradicting(observations).length > 0) return undefined;
  const ranges = observations.map(ratioRange);
  const [best] = agreeingGroups(ranges);
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

export interface Mismatch {
  /** Model is this much too large (+) or too small (−) for the scene, as a share. */
  off: number;
  /** Factor to print it at, on top of the present one. */
  factor: number;
  /** What to type into any slicer that has the file at its own size, per cent. */
  percent: number;
  /** The same for either end of the interval. */
  percentLow: number;
  percentHigh: number;
  verdict: "fits" | "close" | "wrong";
}

/** Within this it is not seen side by side, and beyond that it jars. Common practice, no source. */
export const MISMATCH_LIMITS = { fits: 0.05, close: 0.12 };

/** How a model of the ratio that was inferred, at the file factor it has now, stands in a scene of ratio `scene`. */
export function mismatch(
  { ratio: implied, low, high }: Pick<Inferred, "ratio" | "low" | "high">,
  scene: number,
  factorNow: number,
): Mismatch {
  const off = scene / implied - 1;
  const far = Math.abs(Math.log1p(off));
  return {
    off,
    factor: implied / scene,
    percent: (factorNow * implied * 100) / scene,
    percentLow: (factorNow * low * 100) / scene,
    percentHigh: (factorNow * high * 100) / scene,
    verdict: far <= Math.log1p(MISMATCH_LIMITS.fits) ? "fits" : far <= Math.log1p(MISMATCH_LIMITS.close) ? "close" : "wrong",
  };
}
