/**
 * The raking strip: a true profile of a surface as it is printed, after each coat and after each sanding. The shapes are those of
 * `profile.ts`; the heights are those of the sums, so that strip and plan say the same.
 */
import { afterSanding } from "./fill";
import { COMMON_FILL, leftAfter, type OwnFills } from "./own";
import { beads, coatOver, sandDown, sawTooth } from "./profile";
import { PRODUCTS, type ProductId } from "./products";
import type { SchoolStage } from "./schools/treatment";
import type { SlopeKind, Steps } from "./steps";

/** One thing that is done to the strip. */
export type StripStep = { kind: "lay"; product: ProductId } | { kind: "sand"; grade: number } | { kind: "heat"; leaves: number };

export interface StripRow {
  label: string;
  leavesMm: number;
  /** By how sure the filling is. */
  low: number;
  high: number;
  profile: Float64Array;
  step: StripStep | null;
}

export const STRIP_SAMPLES = 480;

/** What a school does to the whole, paper by paper: spots are not seen on a strip. */
export const stepsOfStages = (stages: readonly SchoolStage[]): StripStep[] =>
  stages.flatMap((s): StripStep[] => {
    if (s.share < 1) return [];
    if (s.kind === "sand") return s.papers.map((p) => ({ kind: "sand", grade: p.grade }));
    if (s.kind === "heat") return [{ kind: "heat", leaves: s.leavesMm }];
    return s.product ? [{ kind: "lay", product: s.product }] : [];
  });

/** The profile's own shape at exactly the height that the sums say is left. */
function settle(profile: Float64Array, leavesMm: number): Float64Array {
  let low = Infinity,
    high = -Infinity;
  for (const v of profile) {
    if (v < low) low = v;
    if (v > high) high = v;
  }
  return high > low ? profile.map((v) => low + ((v - low) / (high - low)) * leavesMm) : profile;
}

export function stripRows(
  { cuspMm, spacingMm }: Steps,
  kind: SlopeKind,
  steps: readonly StripStep[],
  widthMm: number,
  own: OwnFills = {},
): StripRow[] {
  let profile = kind === "slope" ? sawTooth(cuspMm, spacingMm, widthMm, STRIP_SAMPLES) : beads(cuspMm, spacingMm, widthMm, STRIP_SAMPLES);
  let left = cuspMm,
    low = cuspMm,
    high = cuspMm;
  const rows: StripRow[] = [{ label: "printed", leavesMm: left, low, high, profile, step: null }];
  for (const step of steps) {
    let label: string;
    if (step.kind === "lay") {
      const p = PRODUCTS[step.product];
      const fill = own[step.product] ?? COMMON_FILL;
      low = leftAfter(low, spacingMm, step.product, fill).low;
      high = leftAfter(high, spacingMm, step.product, fill).high;
      left = leftAfter(left, spacingMm, step.product, fill).value;
      profile = settle(coatOver(profile, p.filmMm, p.solids, spacingMm), left);
      label = p.name.split(",")[0];
    } else if (step.kind === "sand") {
      [left, low, high] = [left, low, high].map((v) => afterSanding(v, step.grade));
      profile = sandDown(profile, left);
      label = `P${step.grade}`;
    } else {
      const by = left > 0 ? Math.min(1, step.leaves / left) : 1;
      [left, low, high] = [left * by, low * by, high * by];
      profile = settle(profile, left);
      label = "heat";
    }
    rows.push({ label, leavesMm: left, low, high, profile, step });
  }
  return rows;
}
