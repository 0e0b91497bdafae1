/**
 * Layer steps on a sloping face, and whether they show.
 *
 * Cusp height c = t·|cos φ|, φ between the facet's normal and the build direction (Dolenc & Mäkelä 1994, Computer-Aided
 * Design 26(2), 119–126). Step run = t / tan(slope from level). A top that lies on a layer has no steps; an upright wall
 * shows the rounded edges of its beads, about half the layer height from ridge to valley (a model, not a measurement).
 *
 * A pattern is seen when its pitch covers two minutes of arc or more (a line pair at decimal acuity 1.0, ISO 8596) and the
 * slope changes enough to catch light; from one minute on a dry brush brings it out (common practice, no source).
 */
import { arcMinutes } from "../scale";

/** A face this close to level lies on a layer and has no steps. */
const LEVEL_DEG = 1.5;
/** From here on a face counts as a wall. */
const WALL_DEG = 80;

export type SlopeKind = "level" | "slope" | "wall";

export function slopeKind(slopeDeg: number): SlopeKind {
  return slopeDeg <= LEVEL_DEG ? "level" : slopeDeg >= WALL_DEG ? "wall" : "slope";
}

export interface Steps {
  /** Ridge to valley, mm. */
  cuspMm: number;
  /** Distance from step to step as the eye meets it: the run of a slope, at least the layer height; 0 on a level face. */
  pitchMm: number;
}

/** Steps on a face at `slopeDeg` from level (0 = level, 90 = wall) printed in layers of `layerMm`. */
export function stepsOn(slopeDeg: number, layerMm: number): Steps {
  const kind = slopeKind(slopeDeg);
  if (kind === "level") return { cuspMm: 0, pitchMm: 0 };
  if (kind === "wall") return { cuspMm: layerMm / 2, pitchMm: layerMm };
  const phi = (slopeDeg * Math.PI) / 180;
  return { cuspMm: layerMm * Math.cos(phi), pitchMm: Math.max(layerMm, layerMm / Math.tan(phi)) };
}

export type Seen = "plain" | "dry brush" | "hidden";

/** Minutes of arc from which a line pattern is plain, and from which a dry brush finds it. */
export const SEEN_ARCMIN = { plain: 2, dryBrush: 1 };
/** Steps lower than this give the brush and the light nothing to catch. Common practice, no source. */
export const SMOOTH_ENOUGH_MM = 0.02;

/** Whether steps of this height and pitch show at a distance. */
export function seenAt(steps: Steps, distanceMm: number): { seen: Seen; arcmin: number } {
  const arcmin = steps.pitchMm > 0 ? arcMinutes(steps.pitchMm, distanceMm) : 0;
  if (steps.cuspMm <= SMOOTH_ENOUGH_MM || arcmin < SEEN_ARCMIN.dryBrush) return { seen: "hidden", arcmin };
  return { seen: arcmin >= SEEN_ARCMIN.plain ? "plain" : "dry brush", arcmin };
}

export const SEEN_WORDS: Record<Seen, string> = {
  plain: "plain to see",
  "dry brush": "hardly seen; a dry brush will find them",
  hidden: "not seen",
};
