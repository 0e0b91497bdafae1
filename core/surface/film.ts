/**
 * Film against detail: every coat adds to both sides of a groove, a slot, a peg (exact), and levels its bed, so that its depth goes too. What
 * drowns, what has to be masked, and how many coats are left. What a detail must keep to be read: common practice, no source.
 */

/** A groove is read as one while it keeps so much of its width, and is so deep. */
const KEEPS = 0.5;
const LEAST_DEPTH_MM = 0.1;

export interface FilmDetail {
  name: string;
  /** Width of the gap as it is printed, mm. */
  widthMm: number;
  /** Depth, where it has a bed; null for a slot. */
  depthMm: number | null;
  /** What must go into it, mm; null for what is only seen. */
  takesMm: number | null;
}

type FilmVerdict = "open" | "narrow" | "drowned" | "too tight";

export interface FilmAgainst {
  detail: FilmDetail;
  leftMm: number;
  depthLeftMm: number | null;
  verdict: FilmVerdict;
  /** Coats like the present ones, on average, that may still follow; none for a slot that is masked. */
  coatsLeft: number;
  says: string;
}

/**
 * @param filmMm all coats together, a face
 * @param coats how many they are
 * @param levels share of a coat that runs into a bed instead of lying on it
 */
export function filmAgainst(detail: FilmDetail, filmMm: number, coats: number, levels = 0.3): FilmAgainst {
  const leftMm = Math.max(0, detail.widthMm - 2 * filmMm);
  const depthLeftMm = detail.depthMm === null ? null : Math.max(0, detail.depthMm - filmMm * levels);
  const needs = detail.takesMm ?? detail.widthMm * KEEPS;
  const each = coats > 0 ? filmMm / coats : 0;
  const room = leftMm - needs;
  const coatsLeft = each > 0 ? Math.max(0, Math.floor(room / (2 * each) + 1e-9)) : Infinity;
  const verdict: FilmVerdict =
    detail.takesMm !== null
      ? leftMm < detail.takesMm
        ? "too tight"
        : "open"
      : leftMm <= 0 || (depthLeftMm !== null && depthLeftMm < LEAST_DEPTH_MM)
        ? "drowned"
        : leftMm < needs
          ? "narrow"
          : "open";
  const says = {
    "too tight": "mask it before the first coat, or scrape it clear afterwards",
    drowned: "it fills in: use fewer or thinner coats, or recut it",
    narrow: "it survives at under half its width: a wash will find it, a brush will not",
    open: coatsLeft === Infinity ? "no coats yet" : coatsLeft === 0 ? "no room for another coat" : `${coatsLeft} more coats like these`,
  }[verdict];
  return { detail, leftMm, depthLeftMm, verdict, coatsLeft, says };
}
