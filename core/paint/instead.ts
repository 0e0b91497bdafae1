/** What there is on the rack in place of a pot that is wanted: the nearest first, and what is lost by it, in words. */
import { FAMILIES, type CoatFamily } from "../coat";
import { paintedShare, type Pot, type RecipeStep } from "../recipe";
import { differenceOf, differenceWords } from "./colour";

export interface Instead<P extends Pot> {
  paint: P;
  deltaE00: number;
  /** Good enough to be taken without a question. */
  asWanted: boolean;
  /** "redder, another tone; dries glossy; white spirit cleans it"; "" where nothing is lost. */
  lost: string;
}

/** Families that do the same on a piece; any other is in place of none but itself. */
const SAME_KIND: readonly (readonly CoatFamily[])[] = [
  ["water primer", "solvent primer"],
  ["water acrylic", "acrylic ink", "lacquer", "enamel", "oil paint", "alcohol ink"],
  ["water wash", "enamel wash"],
  ["water varnish", "solvent varnish"],
];
const kindOf = (family: CoatFamily): readonly CoatFamily[] => SAME_KIND.find((k) => k.includes(family)) ?? [family];

/** A tone that the eye takes for the same at the bench; in words "another tone" begins at 5. Common practice, no source. */
const SAME_TONE = 10;

/** Pots of the same kind, the nearest colour first; those that another cleaner cleans come behind. */
export function potsInstead<P extends Pot>(wants: Pot, rack: readonly P[]): Instead<P>[] {
  const cleaner = FAMILIES[wants.family].cleaner;
  // A clear coat has no colour: its sheen is what matters.
  const clear = /varnish|effect/.test(wants.family);
  return rack
    .filter((p) => kindOf(wants.family).includes(p.family))
    .map((paint): Instead<P> => {
      const deltaE00 = clear ? 0 : differenceOf(paint.hex, wants.hex);
      const sameCleaner = FAMILIES[paint.family].cleaner === cleaner;
      const lost = [
        deltaE00 > 2 && differenceWords(paint.hex, wants.hex),
        paint.sheen !== wants.sheen && `dries ${paint.sheen}`,
        !sameCleaner && `${FAMILIES[paint.family].cleaner} cleans it: other waits`,
      ].filter(Boolean);
      return { paint, deltaE00, asWanted: deltaE00 <= SAME_TONE && sameCleaner && paint.sheen === wants.sheen, lost: lost.join("; ") };
    })
    .sort((a, b) => score(a, wants) - score(b, wants));
}

const score = ({ paint, deltaE00 }: Instead<Pot>, wants: Pot): number =>
  deltaE00 + (FAMILIES[paint.family].cleaner === FAMILIES[wants.family].cleaner ? 0 : 30) + (paint.sheen === wants.sheen ? 0 : 15);

/** Does another tone matter at this step, in a sentence? */
export function mattersAt(step: RecipeStep, steps: readonly RecipeStep[]): string {
  const share = paintedShare(step);
  const later = steps.slice(steps.indexOf(step) + 1);
  if (
    later.some((s) => s.role === "all over" && ["brush", "spray", "airbrush"].includes(s.method) && !/varnish|effect/.test(s.wants.family))
  )
    return "It hardly matters: a later coat goes over it.";
  if (share <= 0.1) return `It matters little: it lies on ${Math.round(share * 100)} % of the piece.`;
  if (/wash/.test(step.wants.family)) return "It matters some: it tints all that is below.";
  return "It matters: much of the piece will have this colour.";
}
