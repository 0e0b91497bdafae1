/** Which copies take which accents, so that they differ on purpose: accents are moved on from step to step, and never all fall on the same copies. */
import { copiesOf, type RecipeStep } from "./recipe";

/** Copies that look alike, from 1, and the steps that only some copies take which these do. */
export interface CopyLook {
  copies: number[];
  accents: RecipeStep[];
}

/** @returns the looks in which so many copies come out, the one with most copies first; as many take each step as the plan counts */
export function copyLooks(steps: readonly RecipeStep[], copies: number): CopyLook[] {
  const accents = steps.filter((s) => (s.every ?? 1) > 1);
  const has = Array.from({ length: copies }, () => [] as RecipeStep[]);
  accents.forEach((step, j) => {
    let left = copiesOf(step, copies);
    // Every n-th from the j-th on; what is still to come goes on the next that has none.
    for (let i = j % copies; left > 0 && i < copies + step.every!; i += step.every!) {
      const at = i % copies;
      if (has[at].includes(step)) continue;
      has[at].push(step);
      left--;
    }
    for (let i = 0; left > 0 && i < copies; i++)
      if (!has[i].includes(step)) {
        has[i].push(step);
        left--;
      }
  });
  const looks = new Map<string, CopyLook>();
  has.forEach((of, i) => {
    const key = of.map((s) => s.id).join(" ");
    const look = looks.get(key) ?? { copies: [], accents: of };
    look.copies.push(i + 1);
    looks.set(key, look);
  });
  return [...looks.values()].sort((a, b) => b.copies.length - a.copies.length || a.copies[0] - b.copies[0]);
}
