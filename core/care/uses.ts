/** What a step of one's own may use that can hurt, and the cautions that it brings. Common practice, no source: safety data sheets come first. */
import type { CautionId } from "./cautions";

export const USES = {
  blade: { label: "a blade", care: ["blade"] },
  sanding: { label: "sanding", care: ["sanding-dust"] },
  drill: { label: "a drill or rotary tool", care: ["rotary"] },
  flame: { label: "flame or hot air", care: ["heat"] },
  "hot wire": { label: "a hot wire", care: ["heat", "hot-parts"] },
  solvent: { label: "solvent", care: ["solvent-brush"] },
  "solvent mist": { label: "solvent as mist", care: ["solvent-spray"] },
  oil: { label: "oil paint", care: ["solvent-brush", "oily-rags"] },
  alcohol: { label: "alcohol", care: ["alcohol"] },
  mist: { label: "water-based mist", care: ["water-mist"] },
  powder: { label: "pigment, talc or plaster", care: ["powder"] },
  cement: { label: "cement", care: ["cement"] },
  resin: { label: "uncured resin", care: ["resin"] },
  lamp: { label: "a curing lamp", care: ["lamp"] },
  "instant glue": { label: "instant glue", care: ["instant-glue"] },
  "two-part": { label: "a two-part glue or resin", care: ["epoxy"] },
  "hot glue": { label: "hot glue", care: ["hot-glue"] },
  static: { label: "a static applicator", care: ["static"] },
} as const satisfies Record<string, { label: string; care: readonly CautionId[] }>;
export type Use = keyof typeof USES;

/** What is to be heeded, each once. A use that an older or newer program wrote and nobody knows brings none. */
export const careOfUses = (uses: readonly Use[] = []): CautionId[] => [
  ...new Set(uses.flatMap((u): readonly CautionId[] => (Object.hasOwn(USES, u) ? USES[u].care : []))),
];
