/**
 * Version 7 to 8: readings of filling say how far apart ridges lay along the face; before, they said the run seen from above. With the step
 * c and the run p that version kept, the spacing is p / √(1 − (c/p)²): c/p is the sine of the slope up to 45°, and the cosine beyond it,
 * where the run was the layer height. Frozen.
 */
import { isStored, rowsIn, type Stored } from "./stored";

export const habitsTo8 = (stored: Stored): Stored => ({
  ...stored,
  fills: Array.isArray(stored.fills) ? rowsIn(stored.fills).map(fillTo8) : stored.fills,
});

function fillTo8(fill: Stored): Stored {
  const { stepMm, pitchMm } = fill;
  if (!isStored(fill) || typeof stepMm !== "number" || typeof pitchMm !== "number" || !(stepMm < pitchMm)) return fill;
  return { ...fill, pitchMm: pitchMm / Math.sqrt(1 - (stepMm / pitchMm) ** 2) };
}
