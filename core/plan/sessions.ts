/** Goes at the bench: the same stage through all pieces that wait for it, in whichever part or scene, with one setting up. */
import type { CautionId } from "../care";
import { takesTwo, type Step } from "../work";

/** An offer as far as a go needs it: what is to be done, and why. */
interface Offered {
  step: Step;
  why: string;
  unlocks: number;
  fits: boolean;
  costsDays?: number;
}

export interface Go {
  /** What makes it one go; the step's own key where it stands alone. */
  key: string;
  /** "Grey primer, brushed". */
  title: string;
  offers: Offered[];
  pieces: number;
  /** Pieces that wait for the same and do not fit the minutes any more. */
  later: number;
  /** The person's time with one setting up, s. */
  handsOnS: number;
  /** Longest wait afterwards, s: what fits while it dries. */
  waitS: number;
  cautions: CautionId[];
  fits: boolean;
  why: string;
  /** Left until another evening, it moves the date by so many days. */
  costsDays?: number;
}

/** The person's time of steps that are done in one go: the setting up once. */
export function goHandsOnS(steps: readonly Step[]): number {
  const work = steps.reduce((sum, s) => sum + s.handsOnS - (s.session ? s.session.setUpS / (s.session.shared ?? 1) : 0), 0);
  return work + steps.reduce((most, s) => Math.max(most, s.session?.setUpS ?? 0), 0);
}

/** What makes steps one go. */
export const goKeyOf = (step: Step): string => step.session?.group ?? step.key;

/**
 * Offers in their order, those of one go together at the place of the first. A go that is too long for the minutes is begun with as many
 * pieces as fit. A go stays in the same hands; one that takes two pairs takes the minutes of both.
 */
export function goesOf(offers: readonly Offered[], minutes: number, pairs: 1 | 2 = 1): Go[] {
  const groups = new Map<string, Offered[]>();
  for (const o of offers) {
    const key = goKeyOf(o.step);
    const group = groups.get(key);
    if (group) group.push(o);
    else groups.set(key, [o]);
  }
  const left = Array.from({ length: pairs }, () => minutes * 60);
  const goes = [...groups].map(([key, group]): Go => {
    const both = group.some((o) => takesTwo(o.step));
    const leftS = both ? Math.min(...left) : Math.max(...left);
    const begun = manyThatFit(group, leftS);
    const offers = begun > 0 ? group.slice(0, begun) : group;
    const steps = offers.map((o) => o.step);
    const handsOnS = goHandsOnS(steps);
    if (begun > 0) for (const i of both ? left.keys() : [left.indexOf(leftS)]) left[i] -= handsOnS;
    const costsDays = Math.max(...offers.map((o) => o.costsDays ?? 0));
    const piecesOf = (list: readonly Offered[]): number => list.reduce((n, o) => n + o.step.pieces, 0);
    return {
      key,
      title: group.length > 1 && steps[0].session ? steps[0].session.title : `${steps[0].partName}: ${steps[0].title}`,
      offers,
      pieces: piecesOf(offers),
      later: piecesOf(group) - piecesOf(offers),
      handsOnS,
      waitS: Math.max(...steps.map((s) => s.waitS)),
      cautions: [...new Set(steps.flatMap((s) => s.cautions))],
      fits: begun > 0,
      why: group[0].why,
      ...(costsDays > 0 && { costsDays }),
    };
  });
  return [...goes.filter((g) => g.fits), ...goes.filter((g) => !g.fits)];
}

/** How many of a group, from the first on, can be done in `leftS` with one setting up. More pieces never take less time. */
function manyThatFit(group: readonly Offered[], leftS: number): number {
  let [least, most] = [0, group.length];
  while (least < most) {
    const half = (least + most + 1) >> 1;
    if (goHandsOnS(group.slice(0, half).map((o) => o.step)) <= leftS) least = half;
    else most = half - 1;
  }
  return least;
}

/** What each piece of a go took, of the time that all of it took: by what was planned for each. */
export function sharesOf(steps: readonly Step[], tookS: number): number[] {
  const planned = steps.map((s) => Math.max(1, s.handsOnS));
  const all = planned.reduce((a, b) => a + b, 0);
  return planned.map((s) => (tookS * s) / all);
}
