/** What modules take: clips for the joints of a layout, spares, and what has to be packed. */

/** Clips that snap or are lost on a table evening. Common practice, no source. */
const SPARE_SHARE = 0.1;

/** Spares for so many clips in use: one at least. */
export const spareClips = (used: number): number => (used === 0 ? 0 : Math.max(1, Math.ceil(used * SPARE_SHARE - 1e-9)));
