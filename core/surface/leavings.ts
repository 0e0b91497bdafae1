/**
 * Everything that printing leaves, by name and by the place on this part, with its remedy and its minutes a copy. Sizes and rates are common
 * practice without a source unless said otherwise.
 */
import type { CautionId } from "../care";
import { formatArea, formatMm } from "../units";
import type { LaidSurface } from "./find/laid";
import { loopScar, seenAt, type Grain, type Seen } from "./steps";

type LeavingId =
  "layer-lines" | "loop-scar" | "raster" | "flare" | "bridge-sag" | "support-scars" | "strings" | "drips" | "pixels" | "flooded" | "cracks";

export interface Leaving {
  id: LeavingId;
  name: string;
  /** Where it is on this part, in a clause. */
  where: string;
  /** Whether it is there, from what is known; null where it has to be looked for. */
  there: boolean | null;
  seen: Seen | null;
  remedy: string;
  /** The person's time at one copy, s. */
  perCopyS: number;
  cautions: CautionId[];
}

/** A part as its printer left it. */
export interface LeftCase {
  process: "fdm" | "resin";
  grain: Grain;
  laid: readonly LaidSurface[];
  distanceMm: number;
  /** Points at which supports hold it, and what has to be cleaned off, s; null where that is not known. */
  supports: { points: number | null; areaMm2: number } | null;
  /** What looks down and is not this high lies on the plate, mm along the way up; null where that is not known. */
  plateMm: number | null;
  /** Outline of the first layer, mm. */
  footMm: number;
  heightMm: number;
  /** Rooms and gaps at the printed size, mm; undefined where nothing stands opposite anything. */
  narrowestGapMm: number | undefined;
  thinnestWallMm: number | undefined;
  /** What a gap must have to stay open on this printer, mm. */
  gapFloorMm: number;
}

const worst = (list: readonly LaidSurface[], distanceMm: number): Seen | null => {
  const seen = list.map((l) => seenAt(l, distanceMm).seen);
  return seen.includes("plain") ? "plain" : seen.includes("dry brush") ? "dry brush" : seen.length ? "hidden" : null;
};
const areaOf = (list: readonly LaidSurface[]): number => list.reduce((sum, l) => sum + l.areaMm2, 0);
const namesOf = (list: readonly LaidSurface[]): string =>
  list
    .slice(0, 3)
    .map((l) => l.surface.name)
    .join(", ") + (list.length > 3 ? ` and ${list.length - 3} more` : "");

/** Seconds for a nub, for a centimetre of first-layer edge, for a string. */
const RATE = { nubS: 6, scarPerCm2S: 12, edgePerCmS: 1.5, stringsPerCmHeightS: 4, dripS: 20, sagPerCm2S: 15 };

export function leavings(c: LeftCase): Leaving[] {
  const fdm = c.process === "fdm";
  const up = c.laid.filter((l) => !l.underside);
  const slopes = up.filter((l) => l.kind !== "level"),
    tops = up.filter((l) => l.kind === "level"),
    walls = up.filter((l) => l.kind === "wall"),
    under = c.laid.filter((l) => l.underside && l.kind === "level" && l.areaMm2 > 4 && (c.plateMm === null || l.heightMm > c.plateMm));
  const scar = loopScar(c.grain);
  const pixels = c.laid.flatMap((l) => (l.pixels ? [l] : []));
  const held = c.supports && c.supports.areaMm2 > 0 ? c.supports : null;
  const out: Leaving[] = [
    {
      id: "layer-lines",
      name: "Layer lines",
      where: slopes.length ? `${namesOf(slopes)}: ${formatArea(areaOf(slopes))}` : "nowhere",
      there: slopes.length > 0,
      seen: worst(slopes, c.distanceMm),
      remedy: "By surface, see the map. Gentle slopes first, walls last.",
      perCopyS: 0,
      cautions: [],
    },
  ];
  if (fdm)
    out.push(
      {
        id: "loop-scar",
        name: "Layer seam",
        where: walls.length
          ? `up ${namesOf(walls)}, ${formatMm(scar!.pitchMm)} wide, about ${formatMm(scar!.cuspMm)} high`
          : "where loops start",
        there: true,
        seen: seenAt(scar!, c.distanceMm).seen,
        remedy: "Put it on a hidden side or in a corner. Otherwise cut it flush with a blade and two strokes of P240.",
        perCopyS: (c.heightMm / 10) * 5,
        cautions: ["blade"],
      },
      {
        id: "raster",
        name: "Raster on flat tops",
        where: tops.length ? `${namesOf(tops)}: lines ${formatMm(c.grain.lineWidthMm ?? 0.4)} apart` : "no flat top",
        there: tops.length > 0,
        seen: worst(tops, c.distanceMm),
        remedy: "Ironing in the slicer, or a sanding block with P120 and filler. Ground and texture hide it too.",
        perCopyS: 0,
        cautions: [],
      },
      {
        id: "flare",
        name: "First-layer flare",
        where: `around the base, ${(c.footMm / 10).toFixed(0)} cm of edge`,
        there: c.footMm > 0,
        seen: null,
        remedy: "Chamfer it with a blade before the dry fit: it keeps parts apart.",
        perCopyS: (c.footMm / 10) * RATE.edgePerCmS,
        cautions: ["blade"],
      },
      {
        id: "bridge-sag",
        name: "Sag under bridges",
        where: under.length ? `${namesOf(under)}: ${formatArea(areaOf(under))}` : "no bridges",
        there: under.length > 0,
        seen: null,
        remedy: "Cut loose strands. Fill with clay or putty where it is visible from below.",
        perCopyS: under.length ? Math.min(300, (areaOf(under) / 100) * RATE.sagPerCm2S) : 0,
        cautions: ["blade"],
      },
      {
        id: "strings",
        name: "Strings and hairs",
        where: "between separate features",
        there: null,
        seen: null,
        remedy: "A quick pass with a flame or hot air removes hairs. Clip the rest.",
        perCopyS: 15 + (c.heightMm / 10) * RATE.stringsPerCmHeightS,
        cautions: ["heat"],
      },
      {
        id: "drips",
        name: "Drips and blobs",
        where: "on corners where the nozzle lifted",
        there: null,
        seen: null,
        remedy: "Scrape with a blade; they do not sand well.",
        perCopyS: RATE.dripS,
        cautions: ["blade"],
      },
    );
  out.push({
    id: "support-scars",
    name: fdm ? "Support scars" : "Support nubs",
    where: held
      ? held.points !== null
        ? `${held.points} points on overhangs, ${formatArea(held.areaMm2)}`
        : `${formatArea(held.areaMm2)} of overhangs`
      : c.supports
        ? "it needs no supports"
        : "not known yet",
    there: c.supports ? held !== null : null,
    seen: null,
    remedy: fdm
      ? "Cut flush, then P120. Fill where it tore."
      : "Clip while soft from the bath, sand the rest. Check curves for small ones.",
    perCopyS: held ? (held.points !== null ? held.points * RATE.nubS : (held.areaMm2 / 100) * RATE.scarPerCm2S) : 0,
    cautions: ["blade", "sanding-dust"],
  });
  if (!fdm)
    out.push(
      {
        id: "pixels",
        name: "Pixel steps",
        where:
          c.grain.pixelMm === undefined
            ? "enter the pixel size in the printer’s profile"
            : pixels.length
              ? `${namesOf(pixels)}: stairs ${formatMm(Math.max(...pixels.map((l) => l.pixels!.pitchMm)))} long`
              : "no upright face runs across the pixels",
        there: c.grain.pixelMm === undefined ? null : pixels.length > 0,
        seen: pixels.length
          ? worst(
              pixels.map((l) => ({ ...l, ...l.pixels! })),
              c.distanceMm,
            )
          : null,
        remedy: "Turn it on the plate so that large walls run along the pixels. Otherwise a coat of primer levels them.",
        perCopyS: 0,
        cautions: [],
      },
      {
        id: "flooded",
        name: "Flooded detail",
        where:
          c.narrowestGapMm === undefined
            ? "no narrow gaps"
            : c.narrowestGapMm < c.gapFloorMm
              ? `gaps of ${formatMm(c.narrowestGapMm)}: under ${formatMm(c.gapFloorMm)} they close`
              : `gaps from ${formatMm(c.narrowestGapMm)} stay open`,
        there: c.narrowestGapMm === undefined ? false : c.narrowestGapMm < c.gapFloorMm,
        seen: null,
        remedy: "Shorter exposure, a longer first bath, a soft brush in the grooves before curing. Recut with a scriber.",
        perCopyS: 0,
        cautions: ["resin"],
      },
    );
  if (fdm)
    out.push({
      id: "flooded",
      name: "Lost detail",
      where:
        c.narrowestGapMm !== undefined && c.narrowestGapMm < c.gapFloorMm
          ? `gaps of ${formatMm(c.narrowestGapMm)}: under ${formatMm(c.gapFloorMm)} lines run together`
          : "none found in the gaps",
      there: c.narrowestGapMm !== undefined && c.narrowestGapMm < c.gapFloorMm,
      seen: null,
      remedy: "Model it wider, or cut it with a scriber.",
      perCopyS: 0,
      cautions: ["blade"],
    });
  out.push({
    id: "cracks",
    name: "Cracks of weak layers",
    where:
      c.thinnestWallMm !== undefined && c.thinnestWallMm < 1
        ? `bend walls of ${formatMm(c.thinnestWallMm)} once, gently: weak ones split along the layers`
        : "bend it once, gently",
    there: null,
    seen: null,
    remedy: fdm
      ? "Run thin instant glue into the crack. Print hotter next time."
      : "Run UV resin into the crack and cure it. Use a longer exposure next time.",
    perCopyS: 0,
    cautions: ["instant-glue"],
  });
  return out;
}
