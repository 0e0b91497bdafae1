/** Which paper lies on the shelf: by habit, or as is usual where one lives. */
import type { PaperName } from "~core/drawing";
import type { Habits } from "~core/project";

/** Where Letter is the paper on the shelf (CLDR territory data, as recalled). */
const LETTER_LANDS = ["US", "CA", "MX", "PH", "CL", "CO", "CR", "GT", "PA", "PR", "SV", "VE"];

export function paperOf(habit: Habits["paper"]): PaperName & ("A4" | "Letter") {
  if (habit !== "local") return habit === "a4" ? "A4" : "Letter";
  return LETTER_LANDS.includes(new Intl.Locale(navigator.language).maximize().region ?? "") ? "Letter" : "A4";
}
