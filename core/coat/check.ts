/**
 * Checks a stack of coats over the whole life of a surface, groundwork and glue included, in the order of the build.
 *
 * Each coat is judged not only against its neighbour but against every coat that still lies open below it: a dry brush
 * covers a quarter, a wash lies in the recesses, pigment is porous. The look down ends at the first closed film, that is
 * when less than `OPEN_SHARE` of a coat is still bare.
 */
import { coverOf, FAMILIES, recoatS, type CoatLayer } from "./families";
import { COAT_RULES, UNKNOWN_PAIR, type CoatRule, type Verdict } from "./rules";

/** Share of a coat that may lie bare before a solvent finds it. Common practice, no source. */
const OPEN_SHARE = 0.06;

export interface BoundaryVerdict {
  under: string;
  over: string;
  underId: string;
  overId: string;
  verdict: Verdict;
  /** Least age of the coat below, s. */
  waitS: number;
  why: string;
  remedy: string;
  ruleId: string;
  source: string;
  /** Coats between the two that do not close the film. */
  through: string[];
}

export interface StackCheck {
  ok: boolean;
  verdicts: BoundaryVerdict[];
}

const RANK: Record<Verdict, number> = { fine: 0, wait: 1, "test first": 2, "seal first": 3, never: 4 };
export const isClash = (verdict: Verdict): boolean => RANK[verdict] >= 3;

export function ruleFor(under: CoatLayer, over: CoatLayer, rules: readonly CoatRule[] = COAT_RULES): CoatRule {
  return (
    rules.find(
      (r) =>
        (r.under === undefined || r.under.includes(under.family)) &&
        (r.over === undefined || r.over.includes(over.family)) &&
        (r.underCleaner === undefined || r.underCleaner === FAMILIES[under.family].cleaner) &&
        (r.overCleaner === undefined || r.overCleaner === FAMILIES[over.family].cleaner),
    ) ?? UNKNOWN_PAIR
  );
}

/**
 * @param layers from the ground up
 * @param rules the table, a user's own rows in front
 * @returns one verdict for every pair that touches; `ok` when no pair is "never" or "seal first"
 */
export function checkStack(layers: readonly CoatLayer[], rules: readonly CoatRule[] = COAT_RULES): StackCheck {
  const verdicts: BoundaryVerdict[] = [];
  for (let i = 1; i < layers.length; i++) {
    const over = layers[i];
    let bare = 1;
    const through: string[] = [];
    for (let j = i - 1; j >= 0 && bare >= OPEN_SHARE; j--) {
      const under = layers[j];
      const rule = ruleFor(under, over, rules);
      const neighbour = j === i - 1;
      const waitS = rule.waitS ?? recoatS(under);
      // Past the neighbour only what is worse than waiting matters, and a wait that is longer.
      if (neighbour || RANK[rule.verdict] >= RANK["test first"] || (rule.verdict === "wait" && waitS > 0))
        verdicts.push({
          under: under.name,
          over: over.name,
          underId: under.id,
          overId: over.id,
          verdict: rule.verdict === "wait" && waitS === 0 ? "fine" : rule.verdict,
          waitS,
          why: rule.why,
          remedy: rule.remedy,
          ruleId: rule.id,
          source: rule.source,
          through: [...through],
        });
      through.unshift(under.name);
      bare *= 1 - coverOf(under);
    }
  }
  return { ok: !verdicts.some((v) => isClash(v.verdict)), verdicts };
}

/** The worst verdict first; of equals the longest wait. */
export function worstFirst(verdicts: readonly BoundaryVerdict[]): BoundaryVerdict[] {
  return [...verdicts].sort((a, b) => RANK[b.verdict] - RANK[a.verdict] || b.waitS - a.waitS);
}
