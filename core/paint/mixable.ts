/** Which paints may be mixed with each other: those that the same thinner thins, and that are paint. Common practice, no source. */
import type { CoatFamily } from "../coat";

const MIXABLE: readonly (readonly CoatFamily[])[] = [["water acrylic", "acrylic ink"], ["lacquer"], ["enamel", "oil paint"]];

/** What goes into a pot with it, itself included; none where nobody mixes it: primers, varnishes, effects. */
export const mixesWith = (family: CoatFamily): readonly CoatFamily[] => MIXABLE.find((g) => g.includes(family)) ?? [];
