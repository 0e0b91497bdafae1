/**
 * What coats and sanding leave of a step.
 *
 * A levelled wet coat sinks as it dries and leaves c × (1 − volume solids); repeat per coat (exact, given the solids).
 *
 * How much of it levels: a wave of length λ on a wet film of thickness h dies away as exp(−t/τ), 1/τ = 16π⁴γh³ / (3ηλ⁴)
 * (Orchard 1962, as recalled). Surface tension γ, viscosity η and the time t until the film sets are those of the paint, so they go
 * into one figure that is fitted to practice: a heavy coat of 0.25 mm levels ridges 0.7 mm apart by half. What levels is then
 * 1 − 2^−x with x = (h / 0.25 mm)³ × (0.7 mm / λ)⁴: nothing for thin coats or wide terraces, all of it for narrow ridges.
 *
 * Sanding leaves scratches of a few tenths of its grain: mean grain sizes FEPA 43 / ISO 6344; the share is common practice, no source.
 */

/** Volume solids. Common practice, no source: a product's sheet or a coupon replaces them. */
export const VOLUME_SOLIDS = { primer: 0.2, thickPaint: 0.4, filler: 0.35, uvResin: 0.95 };

/** Mean grain in micrometres: FEPA 43-1/-2, ISO 6344-2/-3. */
export const GRAIN_UM: Record<number, number> = {
  80: 201,
  100: 162,
  120: 125,
  150: 100,
  180: 82,
  220: 68,
  240: 58.5,
  320: 46.2,
  400: 35,
  600: 25.8,
  800: 21.8,
  1000: 18.3,
};

/** Depth of the scratches that a paper leaves, as a share of its grain. Common practice, no source: your eye or gauge replaces it. */
const SCRATCH_SHARE = 0.3;

/** The coat and the pitch at which half of the step levels. Fitted to practice, no source; see above. */
const HALF = { wetMm: 0.25, pitchMm: 0.7 };

/** Share of a step that a wet coat levels before it sets: 0 to 1. */
export function levellingShare(pitchMm: number, wetMm: number): number {
  if (wetMm <= 0) return 0;
  if (pitchMm <= 0) return 1;
  return 1 - 2 ** -((wetMm / HALF.wetMm) ** 3 * (HALF.pitchMm / pitchMm) ** 4);
}

/** Step height left after one coat of these solids and this wet thickness on ridges of this pitch, mm. */
export function afterCoat(stepMm: number, solids: number, pitchMm: number, wetMm: number): number {
  return stepMm * (1 - solids * levellingShare(pitchMm, wetMm));
}

/** Step height left after sanding to this P grade, mm: its scratches are the least it can leave. */
export function afterSanding(stepMm: number, grade: number): number {
  const grain = GRAIN_UM[grade];
  if (grain === undefined) throw new RangeError(`afterSanding: no grain size for P${grade}`);
  return Math.min(stepMm, (grain / 1000) * SCRATCH_SHARE);
}

/** Papers from one that cuts steps of this height to the last, each at most about twice finer than the one before. */
export function papersFor(stepMm: number, last: number): number[] {
  const ladder = [80, 120, 180, 240, 320, 400];
  const from = ladder.findIndex((g) => GRAIN_UM[g] / 1000 <= stepMm * 1.3);
  return ladder.slice(from < 0 ? ladder.length - 1 : from).filter((g) => g <= last);
}
