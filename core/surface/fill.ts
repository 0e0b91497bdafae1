/**
 * What coats and sanding leave of a step.
 *
 * A levelled wet coat sinks as it dries and leaves c × (1 − volume solids); repeat per coat (exact, given the solids).
 *
 * How much of it levels: a wave of length λ on a wet film of thickness h dies away as exp(−t/τ), 1/τ = 16π⁴γh³ / (3ηλ⁴)
 * (Orchard 1962, as recalled). Surface tension γ, viscosity η and the time t until the film sets are those of the paint, so they go
 * into one figure that is fitted to practice: a heavy coat of 0.25 mm levels ridges 0.7 mm apart by half. What levels is then
 * 1 − 2^−x with x = (h / 0.25 mm)³ × (0.7 mm / λ)⁴: nothing for thin coats or wide terraces, all of it for narrow ridges.
 */
import { scratchMm } from "./grit";

/** Volume solids. Common practice, no source: a product's sheet or a coupon replaces them. */
export const VOLUME_SOLIDS = { primer: 0.2, thickPaint: 0.4, filler: 0.35, surfacer: 0.45, uvResin: 0.95, paste: 0.65 };

/** The coat and the pitch at which half of the step levels. Fitted to practice, no source; see above. */
const HALF = { wetMm: 0.25, pitchMm: 0.7 };

/** Share of a step that a wet coat levels before it sets: 0 to 1. */
export function levellingShare(pitchMm: number, wetMm: number): number {
  if (wetMm <= 0) return 0;
  if (pitchMm <= 0) return 1;
  return 1 - 2 ** -((wetMm / HALF.wetMm) ** 3 * (HALF.pitchMm / pitchMm) ** 4);
}

/**
 * What one coat fills of a step: 0 to 1. `own`: the user's own filling against the common figures, see `own.ts`.
 */
export function fillShare(solids: number, pitchMm: number, wetMm: number, own = 1): number {
  return Math.min(MOST_FILLED, solids * levellingShare(pitchMm, wetMm) * own);
}

/** No coat fills more: something always shrinks. */
const MOST_FILLED = 0.98;

/** Step height left after one coat of these solids and this wet thickness on ridges of this pitch, mm. */
export function afterCoat(stepMm: number, solids: number, pitchMm: number, wetMm: number, own = 1): number {
  return stepMm * (1 - fillShare(solids, pitchMm, wetMm, own));
}

/** Step height left after sanding to this P grade, mm: its scratches are the least it can leave. */
export const afterSanding = (stepMm: number, grade: number): number => Math.min(stepMm, scratchMm(grade));
