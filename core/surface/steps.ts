/**
 * What printing leaves on a face, and whether it shows.
 *
 * Cusp height c = t·|cos φ|, φ between the facet's normal and the build direction (Dolenc & Mäkelä 1994, Computer-Aided
 * Design 26(2), 119–126). Step run = t / tan(slope from level), wider the nearer to level; only a top that lies on a layer has none.
 * The edges of beads are round: about half a layer from ridge to valley on an upright wall (a model, not a measurement), and nowhere
 * less, so that the step never grows towards a steeper face.
 * A level top of filament shows the lines that it was laid in: one line width apart, lower than the steps.
 *
 * A pattern is plain when its pitch covers two minutes of arc or more (a line pair at decimal acuity 1.0, ISO 8596). A dry brush
 * touches ridges wherever the viewer stands: its verdict goes by their height alone (common practice, no source).
 */
import { arcMinutes } from "../scale";

/** A face this close to level lies on a layer: what is left is the rounding of the mesh. */
const LEVEL_DEG = 0.3;
/** From here on a face is called a wall. Its steps follow on those of a slope without a break. */
const WALL_DEG = 80;

export type SlopeKind = "level" | "slope" | "wall";

export function slopeKind(slopeDeg: number): SlopeKind {
  return slopeDeg <= LEVEL_DEG ? "level" : slopeDeg >= WALL_DEG ? "wall" : "slope";
}

/** What the machine lays down: layers, and lines in them. Resin cures whole layers and has no lines. */
export interface Grain {
  layerMm: number;
  lineWidthMm?: number;
  /** Side of a pixel of the light, mm: resin only, where it was said. */
  pixelMm?: number;
}

export interface Steps {
  /** Ridge to valley, mm. */
  cuspMm: number;
  /** Run from ridge to ridge as seen from above, t / tan(slope), at least the layer height: what the eye meets; 0 where there are none. */
  pitchMm: number;
  /** From ridge to ridge along the face, t / sin(slope): what coats flow over and a photograph taken square to the face shows. */
  spacingMm: number;
}

/** Ridge to valley of a bead's round edge on a wall, and of the lines on a level top, as a share of the layer. Common practice, no source. */
const BEAD_SHARE = 0.5;
const RASTER_SHARE = 0.3;

/** What shows on a face at `slopeDeg` from level (0 = level, 90 = wall). */
export function stepsOn(slopeDeg: number, { layerMm, lineWidthMm }: Grain): Steps {
  if (slopeKind(slopeDeg) === "level")
    return lineWidthMm === undefined
      ? { cuspMm: 0, pitchMm: 0, spacingMm: 0 }
      : { cuspMm: layerMm * RASTER_SHARE, pitchMm: lineWidthMm, spacingMm: lineWidthMm };
  const phi = (slopeDeg * Math.PI) / 180;
  return {
    cuspMm: layerMm * Math.max(BEAD_SHARE, Math.cos(phi)),
    pitchMm: Math.max(layerMm, layerMm / Math.tan(phi)),
    spacingMm: layerMm / Math.sin(phi),
  };
}

/**
 * The scar where each printed loop begins: one line up every wall, a line's width wide, three quarters of a layer high. Common practice,
 * no source.
 */
export const loopScar = ({ layerMm, lineWidthMm }: Grain): Steps | null =>
  lineWidthMm === undefined ? null : { cuspMm: layerMm * 0.75, pitchMm: lineWidthMm, spacingMm: lineWidthMm };

/**
 * The stairs that square pixels leave on an upright face of resin: as layers do on a slope, by the angle between the face and the rows of
 * pixels (exact for sharp pixels; what smooths their edges makes it less). None where it runs along them.
 */
export function pixelStepsOn(headingDeg: number, pixelMm: number): Steps | null {
  const off = Math.abs(headingDeg - 90 * Math.round(headingDeg / 90));
  if (off <= LEVEL_DEG) return null;
  const a = (off * Math.PI) / 180;
  return { cuspMm: pixelMm * Math.cos(a), pitchMm: pixelMm / Math.tan(a), spacingMm: pixelMm / Math.sin(a) };
}

export type Seen = "plain" | "dry brush" | "hidden";

/** Minutes of arc from which a line pattern is plain. */
const PLAIN_ARCMIN = 2;
/** Steps lower than this give the light nothing to catch. Common practice, no source. */
export const SMOOTH_ENOUGH_MM = 0.02;
/** Ridges up to this height a dry brush rides over: fine resin layers, primed, do not come out. Common practice, no source. */
export const BRUSH_FINDS_MM = 0.05;

/** Whether steps of this height and pitch show at a distance, or at least under a dry brush, from whatever distance. */
export function seenAt(steps: Steps, distanceMm: number): { seen: Seen; arcmin: number } {
  const arcmin = steps.pitchMm > 0 ? arcMinutes(steps.pitchMm, distanceMm) : 0;
  if (steps.cuspMm > SMOOTH_ENOUGH_MM && arcmin >= PLAIN_ARCMIN) return { seen: "plain", arcmin };
  return { seen: steps.cuspMm > BRUSH_FINDS_MM + 1e-9 ? "dry brush" : "hidden", arcmin };
}

export const SEEN_WORDS: Record<Seen, string> = {
  plain: "plain to see",
  "dry brush": "hardly visible; a dry brush will catch them",
  hidden: "not visible",
};
