/** The parts of a scene on one axis of implied scale: what each seems to be of, and which will look wrong beside which. */
import { impliedScale, type ImpliedScale, type Part, type Project } from "../project";
import { formatRatio, MISMATCH_LIMITS, type Mismatch } from "../scale";

export interface ChartRow extends ImpliedScale {
  part: Part;
}

export const chartRows = (project: Project): ChartRow[] =>
  project.parts.flatMap((part) => {
    const implied = impliedScale(part, project.scene);
    return implied ? [{ part, ...implied }] : [];
  });

export interface Jarring {
  large: ChartRow;
  small: ChartRow;
  /** How many times as large the one is beside the other. */
  times: number;
}

/** Pairs whose scales lie further apart than what is seen side by side, worst first. Intervals that overlap are given the benefit. */
export function jarringPairs(rows: readonly ChartRow[]): Jarring[] {
  const out: Jarring[] = [];
  for (const [i, a] of rows.entries())
    for (const b of rows.slice(i + 1)) {
      // A smaller ratio is a larger model.
      const [large, small] = a.inferred.ratio < b.inferred.ratio ? [a, b] : [b, a];
      const apart = small.inferred.low / large.inferred.high;
      if (apart > 1 + MISMATCH_LIMITS.close) out.push({ large, small, times: small.inferred.ratio / large.inferred.ratio });
    }
  return out.sort((a, b) => b.times - a.times);
}

/** "85.2 % (80 to 91)": what to type, and what the interval of the scale leaves open. */
export const percentText = ({ percent, percentLow, percentHigh }: Mismatch): string =>
  `${percent.toFixed(1)} %${percentHigh / percentLow > 1.005 ? ` (${percentLow.toFixed(0)} to ${percentHigh.toFixed(0)})` : ""}`;

/** One sentence on a part: how it stands, and what to type into a slicer. */
export function verdictOf({ inferred, mismatch }: ImpliedScale): string {
  const off = `${Math.abs(mismatch.off * 100).toFixed(0)} % too ${mismatch.off > 0 ? "large" : "small"}`;
  if (mismatch.verdict === "fits") return `${formatRatio(inferred.ratio)}: matches the rest`;
  return `${formatRatio(inferred.ratio)}: ${off}${mismatch.verdict === "close" ? ", hardly visible" : ""}; print it at ${percentText(mismatch)}`;
}
