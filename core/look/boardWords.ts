/** What a board weighs and how it can be lifted, in one sentence. */
import type { Carried } from "../ground";

/** "5 kg", "1.2 kg", "340 g". */
export const kilograms = (g: number): string =>
  g >= 9950 ? `${Math.round(g / 1000)} kg` : g >= 1000 ? `${(g / 1000).toFixed(1).replace(/\.0$/, "")} kg` : `${Math.round(g)} g`;

/** "24 mm", "1.1 mm", "less than 0.1 mm". */
export const bends = (mm: number): string =>
  mm < 0.05 ? "less than 0.1 mm" : `${mm < 9.95 ? mm.toFixed(1).replace(/\.0$/, "") : Math.round(mm)} mm`;

/** Beyond this nobody lifts it so, mm: a crust of ground cracks. Common practice, no source. */
export const CRACKS_MM = 3;

export function boardSentence({ massG, sagMm, people }: Pick<Carried, "massG" | "sagMm" | "people">): string {
  const by = people === 2 ? " Two people carry it." : "";
  const ends = sagMm.ends.value,
    battens = sagMm.bessel.value;
  return ends < 0.05
    ? `${kilograms(massG)} dry. Lifted by its ends it stays straight.${by}`
    : `${kilograms(massG)} dry. Lifted by its ends it bends ${bends(ends)}; on two battens, ${bends(battens)}.${by}`;
}
