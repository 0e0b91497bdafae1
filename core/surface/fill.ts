/**
 * What coats and sanding leave of a step.
 *
 * A levelled wet coat sinks as it dries and leaves c × (1 − volume solids); repeat per coat (exact, given the solids).
 * Levelling time grows with the fourth power of the wavelength (Orchard 1962, as recalled): narrow ridges flow out,
 * terraces wider than about a millimetre never do. Sanding cannot leave less than its own grain: mean grain sizes
 * FEPA 43 / ISO 6344.
 */

/** Volume solids. Common practice, no source: a product's sheet or a coupon replaces them. */
export const VOLUME_SOLIDS = { primer: 0.2, thickPaint: 0.4, filler: 0.35, uvResin: 0.95 };

/** Mean grain in micrometres: FEPA 43-1/-2, ISO 6344-2/-3. */
export const GRAIN_UM: Record<number, number> = {
  80: 201,
  120: 125,
  180: 82,
  240: 58.5,
  320: 46.2,
  400: 35,
  600: 25.8,
  800: 21.8,
  1000: 18.3,
};

/** Share of the levelling that is reached on ridges of this pitch before the coat sets: 1 for narrow ones, 0 for terraces. */
export function levellingShare(pitchMm: number): number {
  // Half is reached at 0.7 mm; the time constant goes with the fourth power of the pitch.
  return 1 / (1 + (pitchMm / 0.7) ** 4);
}

/** Step height left after one coat of these solids on ridges of this pitch, mm. */
export function afterCoat(stepMm: number, solids: number, pitchMm: number): number {
  return stepMm * (1 - solids * levellingShare(pitchMm));
}

/** Step height left after sanding to this P grade, mm: the grain of the paper is the least it can leave. */
export function afterSanding(stepMm: number, grade: number): number {
  const grain = GRAIN_UM[grade];
  if (grain === undefined) throw new RangeError(`afterSanding: no grain size for P${grade}`);
  return Math.min(stepMm, grain / 1000);
}
