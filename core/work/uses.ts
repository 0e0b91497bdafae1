/** What a step uses that can hurt, as a form offers it; may be left out. */
import { USES, type Use } from "../care";
import { field } from "../field";

export const usesField = field.several(
  "Uses",
  (Object.keys(USES) as Use[]).map((value) => ({ value, label: USES[value].label })),
);
