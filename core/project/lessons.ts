/** Lessons: what they are about, and which are told before work is begun. */
import { paceKey, type Rests } from "../work";
import type { Lesson } from "./types";

/** Products that a step rests on: the family of its paint, its glue, its filler. */
export const productsOf = ({ family, glue, filler }: Rests): string[] =>
  [family, glue, filler].filter((x): x is string => typeof x === "string" && x !== "");

/** Said so often that it did not help, and not more often that it did, a lesson is told no more. Common choice. */
const GIVEN_UP = 2;

/** How often it was said to have helped, and not. */
export function judgedOf({ judged = [] }: Pick<Lesson, "judged">): { helped: number; not: number } {
  const helped = judged.filter((j) => j.helped).length;
  return { helped, not: judged.length - helped };
}

const isGivenUp = (l: Lesson): boolean => {
  const { helped, not } = judgedOf(l);
  return not >= GIVEN_UP && not > helped;
};

/**
 * Lessons about work of these steps, the newest first: of their product, tool, task or method where they name one, else of their kind.
 * Those that did not help are told no more.
 */
export function lessonsAbout(lessons: readonly Lesson[], rests: readonly Rests[], most: number): Lesson[] {
  const kinds = new Set(rests.map((r) => r.kind));
  const keys = new Set(rests.map(paceKey));
  const products = new Set(rests.flatMap(productsOf));
  const isAbout = ({ about, key, product }: Lesson): boolean =>
    key === undefined && product === undefined
      ? about === null || kinds.has(about)
      : (key === undefined || keys.has(key)) && (product === undefined || products.has(product));
  return lessons
    .filter((l) => isAbout(l) && !isGivenUp(l))
    .sort((a, b) => b.at - a.at)
    .slice(0, most);
}
