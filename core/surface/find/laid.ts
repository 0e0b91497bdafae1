/**
 * A surface as it is printed: what layers leave on it at one turn, one size and one grain. Nothing here needs the mesh again, so that a
 * page can try other turns and layers at once.
 */
import { turnRows, type Bounds, type Turn } from "../../mesh";
import { pixelStepsOn, seenAt, slopeKind, stepsOn, type Grain, type Seen, type SlopeKind, type Steps } from "../steps";
import type { Surface } from "./surfaces";

/** How a part lies and what it is printed with. */
export interface Laying {
  turn: Turn;
  /** Model size ÷ file size. */
  factor: number;
  grain: Grain;
}

/** Area of one steepness. */
interface Band extends Steps {
  areaMm2: number;
  /** From level, degrees. */
  slopeDeg: number;
  down: boolean;
}

export interface LaidSurface extends Steps {
  surface: Surface;
  /** At the printed size. */
  areaMm2: number;
  kind: SlopeKind;
  slopeDeg: number;
  /** How high its middle lies along the way up, from the file's origin, mm at the printed size. */
  heightMm: number;
  /** More of it looks down than up as it is printed: it is held by supports or bridges, or lies on the plate. */
  underside: boolean;
  /** More of it looks down than up as the part will stand: nobody sees it there. A part stands as its file has it, z up. */
  looksDown: boolean;
  /** `cuspMm` is the mean step, `pitchMm` how far apart the lines of its wider half lie; these are the extremes. */
  largestMm: number;
  widestMm: number;
  bands: Band[];
  /** Ridges on the typical plain face. */
  ridges: number;
  /** Stairs of pixels on its upright faces, the widest that is more than a scrap; null where there are none or the pixel is not known. */
  pixels: Steps | null;
}

export function laySurface(surface: Surface, { turn, factor, grain }: Laying): LaidSurface {
  const [right, back, [ux, uy, uz]] = turnRows(turn);
  const along = ([x, y, z]: readonly number[]): number => x * ux + y * uy + z * uz;
  const bands = surface.looks.map((look): Band => {
    const up = Math.min(1, Math.max(-1, along(look.normal)));
    // What bends is nowhere as level as the middle of its normals.
    const slopeDeg = Math.min(90, Math.hypot((Math.acos(Math.abs(up)) * 180) / Math.PI, look.spreadDeg));
    return { areaMm2: look.areaMm2 * factor ** 2, slopeDeg, down: up < 0 && slopeKind(slopeDeg) !== "wall", ...stepsOn(slopeDeg, grain) };
  });
  const areaMm2 = bands.reduce((sum, b) => sum + b.areaMm2, 0);
  const mean = (of: (b: Band) => number): number => (areaMm2 > 0 ? bands.reduce((sum, b) => sum + b.areaMm2 * of(b), 0) / areaMm2 : 0);
  const down = mean((b) => Number(b.down));
  const slopeDeg = mean((b) => b.slopeDeg);
  // A quarter of the area has lines that lie further apart than this.
  const byPitch = [...bands].sort((a, b) => b.pitchMm - a.pitchMm);
  let passed = 0;
  const wide = byPitch.find((b) => (passed += b.areaMm2) >= areaMm2 / 4);
  const { longMm, shortMm, long, short } = surface.faces;
  const rise = (longMm * Math.abs(along(long)) + shortMm * Math.abs(along(short))) * factor;
  const kind = slopeKind(slopeDeg);
  return {
    surface,
    areaMm2,
    kind,
    slopeDeg,
    heightMm: along(surface.at) * factor,
    underside: down > 0.5,
    looksDown: looksDownAs(surface),
    cuspMm: mean((b) => b.cuspMm),
    pitchMm: wide?.pitchMm ?? 0,
    spacingMm: wide?.spacingMm ?? 0,
    largestMm: bands.reduce((most, b) => Math.max(most, b.cuspMm), 0),
    widestMm: bands.reduce((most, b) => (b.areaMm2 >= areaMm2 / 50 ? Math.max(most, b.pitchMm) : most), 0),
    bands,
    ridges:
      kind === "level" ? (grain.lineWidthMm ? (shortMm * factor) / grain.lineWidthMm : 0) : grain.layerMm > 0 ? rise / grain.layerMm : 0,
    pixels: pixelsOn(surface, grain, right, back, bands),
  };
}

/** How a part stands: as its file has it. */
const STANDS = [0, 0, 1] as const;

/** Does more of a surface look down than up as the part stands? Walls do neither. */
function looksDownAs({ looks }: Surface): boolean {
  const up = (normal: readonly number[]): number =>
    Math.min(
      1,
      Math.max(
        -1,
        normal.reduce((sum, v, k) => sum + v * STANDS[k], 0),
      ),
    );
  const isDown = (normal: readonly number[]): boolean => up(normal) < 0 && slopeKind((Math.acos(-up(normal)) * 180) / Math.PI) !== "wall";
  const all = looks.reduce((sum, l) => sum + l.areaMm2, 0);
  return looks.reduce((sum, l) => sum + (isDown(l.normal) ? l.areaMm2 : 0), 0) > all / 2;
}

/** What looks down this close to the lowest point lies on the plate, mm. Common practice, no source. */
export const ON_PLATE_MM = 0.6;

/** The lowest of a box's corners along the way up, mm of the file: where the plate is. Tilted, the part itself may end a little higher. */
export function lowestMm({ min, max }: Bounds, turn: Turn): number {
  const up = turnRows(turn)[2];
  return up.reduce((sum, v, k) => sum + Math.min(v * min[k], v * max[k]), 0);
}

/**
 * What lies flat on the plate is pressed smooth by it: it has no steps, whatever the layers are. Filament; resin is pulled off its raft.
 * @param floorMm where the plate is, at the printed size
 */
export function pressedByPlate(laid: readonly LaidSurface[], floorMm: number): LaidSurface[] {
  const flat = { cuspMm: 0, pitchMm: 0, spacingMm: 0 };
  return laid.map((l) =>
    l.underside && l.kind === "level" && l.heightMm <= floorMm + ON_PLATE_MM
      ? { ...l, ...flat, largestMm: 0, widestMm: 0, ridges: 0, bands: l.bands.map((b) => ({ ...b, ...flat })) }
      : l,
  );
}

/**
 * What of a surface leans further out than the limit, as seen from above, mm²: the measure of supports at Print.
 * @param overhangDeg the printer's limit, degrees from upright
 */
export const hangsMm2 = ({ bands }: Pick<LaidSurface, "bands">, overhangDeg: number): number =>
  bands.reduce((sum, b) => sum + (b.down && b.slopeDeg < 90 - overhangDeg ? b.areaMm2 * Math.cos((b.slopeDeg * Math.PI) / 180) : 0), 0);

/** Faces steeper than this show pixels rather than layers. */
const UPRIGHT_DEG = 60;

function pixelsOn(
  { looks, areaMm2 }: Surface,
  { pixelMm }: Grain,
  right: readonly number[],
  back: readonly number[],
  bands: readonly Band[],
): Steps | null {
  if (pixelMm === undefined) return null;
  const along = (axis: readonly number[], n: readonly number[]): number => axis.reduce((sum, v, k) => sum + v * n[k], 0);
  let widest: Steps | null = null;
  for (const [i, look] of looks.entries()) {
    if (bands[i].slopeDeg < UPRIGHT_DEG || look.areaMm2 < areaMm2 / 50) continue;
    const steps = pixelStepsOn((Math.atan2(along(right, look.normal), along(back, look.normal)) * 180) / Math.PI, pixelMm);
    if (steps && steps.pitchMm > (widest?.pitchMm ?? 0)) widest = steps;
  }
  return widest;
}

/**
 * How much of a surface is seen as what, from a distance: shares of its area; and the plainest that is more than a scrap.
 * @param plainBelowDeg what the user's own slope fan said: gentler slopes show their lines, others do not; it goes before minutes of arc
 */
export function showsAt(
  laid: LaidSurface,
  distanceMm: number,
  plainBelowDeg?: number,
): { seen: Seen; arcmin: number; shares: Record<Seen, number> } {
  const shares: Record<Seen, number> = { plain: 0, "dry brush": 0, hidden: 0 };
  const seenOf = (b: Band): Seen => {
    const { seen } = seenAt(b, distanceMm);
    if (plainBelowDeg === undefined || slopeKind(b.slopeDeg) !== "slope") return seen;
    if (b.slopeDeg < plainBelowDeg) return "plain";
    // Not seen there: what is left of the question is the brush, which does not look at distance.
    return seen === "plain" ? seenAt(b, Infinity).seen : seen;
  };
  for (const b of laid.bands) shares[seenOf(b)] += laid.areaMm2 > 0 ? b.areaMm2 / laid.areaMm2 : 0;
  const seen: Seen = shares.plain >= 0.1 ? "plain" : shares.plain + shares["dry brush"] >= 0.1 ? "dry brush" : "hidden";
  return { seen, arcmin: seenAt(laid, distanceMm).arcmin, shares };
}
