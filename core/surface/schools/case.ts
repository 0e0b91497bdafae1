/** What a school looks at before it says whether it applies: one surface of one part, as it is printed, seen, painted and handled. */
import type { Air } from "../../coat";
import type { RealMaterial } from "../../subject";
import type { LaidSurface } from "../find/laid";
import type { WallUnder } from "../find/around";
import type { OwnFills } from "../own";
import { BRUSH_FINDS_MM, SMOOTH_ENOUGH_MM, type Seen, type Steps } from "../steps";

/** What will be seen of it: a surface that something covers, or that nobody sees, gets no work. */
export type Sight = "seen" | "hidden" | "mating" | "covered";

/** Another way to print it. */
export interface Reprint {
  /** "at 0.1 mm", "on its left side". */
  words: string;
  steps: Steps;
  seen: Seen;
  /** Machine time of all copies, s. */
  machineS: number;
}

export interface SurfaceCase {
  laid: LaidSurface;
  /** As the user calls it. */
  name: string;
  copies: number;
  /** Area to treat of one copy, mm²: without what is covered or hidden. */
  areaMm2: number;
  seen: Seen;
  sight: Sight;
  process: "fdm" | "resin";
  /** Wall under it at the printed size; null where it could not be measured. */
  wall: WallUnder | null;
  /** Walls that the printer lays, mm: what fills the inside bears no work. Infinity where it is solid. */
  shellMm: number;
  factor: number;
  /** A dry brush is planned on it. */
  dryBrush: boolean;
  /** What it is in real life, and its relief at scale; null where nobody said. */
  material: RealMaterial | null;
  ratio: number;
  /** Smooth is asked for: display standard, or gloss paint. */
  smooth: boolean;
  gloss: boolean;
  /** There is no place to spray: no spray can be used at all. */
  noSprayPlace: boolean;
  /** The air of today where it is too damp: nothing is chosen that must be sprayed, and what is chosen waits. */
  damp: Air | null;
  noAirbrush: boolean;
  /** Papers that are at hand; all where nobody said. */
  grades?: readonly number[];
  own: OwnFills;
  reprint: Reprint | null;
}

/** At the printed size. */
export const grooveOf = ({ laid, factor }: SurfaceCase): { widthMm: number; depthMm: number; lengthMm: number } | null => {
  const g = laid.surface.groove;
  return g && { widthMm: g.widthMm * factor, depthMm: g.depthMm * factor, lengthMm: g.lengthMm * factor };
};

/** The short side of a plain face: what a finger, a block or a stick has to lie on, mm. */
export const openMm = ({ laid, factor }: SurfaceCase): number => laid.surface.faces.shortMm * factor;
export const plainFaces = ({ laid }: SurfaceCase): number => laid.surface.faces.count;

/** What is left may be so high before it is seen: from where it stands, by a brush that is planned, or by the hand that wants it smooth. */
export function targetMm(c: SurfaceCase): number {
  if (c.smooth || c.seen === "plain") return SMOOTH_ENOUGH_MM;
  return c.dryBrush ? BRUSH_FINDS_MM : Infinity;
}

/** Covered, hidden, or nothing to see: no work. */
export const needsNothing = (c: SurfaceCase): boolean =>
  c.sight !== "seen" || c.laid.looksDown || c.seen === "hidden" || c.laid.cuspMm <= targetMm(c);
