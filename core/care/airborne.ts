/** What cautions are of in the air, for the diary: what, how long, what aired. No limit is told: those are in safety data sheets and local rules. */
import type { CautionId } from "./cautions";

/** In words what floats or gives off vapour; null where nothing does. Common practice, no source. */
export const AIRBORNE: Record<CautionId, string | null> = {
  resin: "uncured resin",
  "sanding-dust": "sanding dust",
  "solvent-spray": "solvent spray",
  heat: "fumes of heated plastic",
  blade: null,
  "instant-glue": "instant glue vapour",
  alcohol: "alcohol vapour",
  lamp: null,
  "hot-parts": "fumes of a hot nozzle",
  cement: "cement dust",
  epoxy: "two-part resin vapour",
  "hot-glue": null,
  "hung-printer": null,
  "unwatched-print": null,
  "solvent-brush": "solvent vapour",
  "water-mist": "paint mist",
  powder: "pigment and plaster dust",
  rotary: "dust of drilling",
  static: null,
  "oily-rags": null,
  "flame-and-solvent": null,
};

/** What took it away, as the user says. */
export const AIRED = {
  nothing: "nothing",
  window: "open window",
  booth: "booth",
  outdoors: "outdoors",
  mask: "fitted mask",
} as const;
export type Aired = keyof typeof AIRED;

/** A record keeps the cautions that were shown at it as one text. */
export const careText = (cautions: readonly CautionId[]): string => cautions.join(" ");
export const careOf = (text: string | number | undefined): CautionId[] =>
  typeof text === "string" ? text.split(" ").filter((id): id is CautionId => Object.hasOwn(AIRBORNE, id)) : [];
