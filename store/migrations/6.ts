/** Version 5 to 6: scenes have plates, parts a batch, and somebody sleeps, wants quiet and changes plates. Frozen. */
import type { Stored } from "./stored";

export const sceneTo6 = (stored: Stored): Stored => ({ plates: [], ...stored });
export const partTo6 = (stored: Stored): Stored => ({ batch: "", ...stored });
export const habitsTo6 = (stored: Stored): Stored => ({
  sleep: { from: "23:00", to: "07:00" },
  quiet: null,
  changes: [],
  ...stored,
});
