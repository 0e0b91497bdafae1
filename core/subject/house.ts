/** House standards: what every new piece is held to so that it stands beside the old ones. Sizes in model millimetres. */
import { formatMm } from "../units";

export interface HouseStandards {
  /** Footprints are whole multiples of it. */
  gridMm: number | null;
  /** Width of the slot that the clips go into. */
  clipSlotMm: number | null;
  wallHeightMm: number | null;
  baseMm: number | null;
  groundHex: string | null;
}

export const NO_STANDARDS: HouseStandards = { gridMm: null, clipSlotMm: null, wallHeightMm: null, baseMm: null, groundHex: null };

/** What a piece has of the same, at its present size; null where it has none or nobody measured. */
export interface PieceMeasures {
  sizeMm: readonly [number, number, number];
  clipSlotMm: number | null;
  wallHeightMm: number | null;
  baseMm: number | null;
  groundHex: string | null;
}

/** How far a piece may be off before the joint shows or the clip does not go in, mm. Common practice, no source. */
export const HOUSE_TOLERANCE = { gridMm: 0.5, clipSlotMm: 0.15, wallHeightMm: 0.5, baseMm: 0.4 };

export interface HouseFinding {
  what: "grid" | "clip" | "wall height" | "base" | "ground colour";
  fits: boolean;
  message: string;
}

/**
 * Checks a piece against the standards that are set. Whatever the piece does not have is not checked; the grid holds for pieces that
 * join others, which are those with a clip slot or a base.
 */
export function checkHouse(piece: PieceMeasures, house: HouseStandards): HouseFinding[] {
  const out: HouseFinding[] = [];
  if (house.gridMm !== null && (piece.clipSlotMm !== null || piece.baseMm !== null)) {
    for (const [axis, mm] of [
      ["width", piece.sizeMm[0]],
      ["depth", piece.sizeMm[1]],
    ] as const) {
      const cells = Math.max(1, Math.round(mm / house.gridMm));
      const off = mm - cells * house.gridMm;
      const fits = Math.abs(off) <= HOUSE_TOLERANCE.gridMm;
      out.push({
        what: "grid",
        fits,
        message: fits
          ? `${axis} is ${cells} × ${formatMm(house.gridMm)}`
          : `${axis} ${formatMm(mm)} is ${formatMm(Math.abs(off))} ${off > 0 ? "over" : "under"} ${cells} × ${formatMm(house.gridMm)}: stretch only its ${axis} to ${((100 * cells * house.gridMm) / mm).toFixed(1)} %`,
      });
    }
  }
  const same = (what: HouseFinding["what"], have: number | null, want: number | null, tolerance: number, remedy: string): void => {
    if (have === null || want === null) return;
    const off = have - want;
    const fits = Math.abs(off) <= tolerance;
    out.push({
      what,
      fits,
      message: fits
        ? `${what} ${formatMm(have)}, matches the standard`
        : `${what} ${formatMm(have)} is ${formatMm(Math.abs(off))} ${off > 0 ? "over" : "under"} the standard ${formatMm(want)}: ${remedy}`,
    });
  };
  same("clip", piece.clipSlotMm, house.clipSlotMm, HOUSE_TOLERANCE.clipSlotMm, "scale the slot back, or print clips to match");
  same("wall height", piece.wallHeightMm, house.wallHeightMm, HOUSE_TOLERANCE.wallHeightMm, "stretch it in height only, or pack the base");
  same("base", piece.baseMm, house.baseMm, HOUSE_TOLERANCE.baseMm, "pack it underneath, or sand it down");
  if (piece.groundHex !== null && house.groundHex !== null) {
    const fits = piece.groundHex.toLowerCase() === house.groundHex.toLowerCase();
    out.push({
      what: "ground colour",
      fits,
      message: fits ? "ground colour matches the standard" : `ground colour ${piece.groundHex} is not the standard ${house.groundHex}`,
    });
  }
  return out;
}
