/**
 * Does it still go together after paint? The room that is left at a face, the chance that one joint goes, and the chance that all copies go:
 * how far off a printer is, is shared by all that it prints, so copies do not fail one by one (one-factor model, Vasicek 1987).
 */
import { errorFunction } from "simple-statistics";

export interface FitAsked {
  /** Room at one face as drawn, mm. */
  nominalMm: number;
  /** By how much pieces come out too large at that face, mm; how sure that is, and how much they differ (standard deviations). */
  biasMm: number;
  biasSpreadMm: number;
  spreadMm: number;
  /** Films of paint on the faces that meet. */
  filmsMm: readonly number[];
  /** Room that it needs to go together, mm. */
  needMm: number;
  count: number;
}

export interface Fit {
  /** Room after paint, mm; less than nothing where it bites. */
  roomMm: number;
  /** That one goes together, and that all do. */
  chance: number;
  chanceAll: number;
}

/** The share of a normal distribution below so many standard deviations. */
const below = (z: number): number => (1 + errorFunction(z / Math.SQRT2)) / 2;

/** The share that has room, for a margin and a spread; without a spread it goes or it does not. */
const passes = (marginMm: number, spreadMm: number): number =>
  spreadMm > 0 ? below(marginMm / spreadMm) : marginMm > 0 ? 1 : marginMm < 0 ? 0 : 0.5;

/** Steps of the integral over what is shared, and how far it goes, in standard deviations. */
const STEPS = 400,
  FAR = 8;

export function fitOf({ nominalMm, biasMm, biasSpreadMm, spreadMm, filmsMm, needMm, count }: FitAsked): Fit {
  const roomMm = nominalMm - biasMm - filmsMm.reduce((sum, f) => sum + f, 0);
  const margin = roomMm - needMm;
  let chanceAll = 0,
    weight = 0;
  for (let i = 0; i <= STEPS; i++) {
    const z = -FAR + (2 * FAR * i) / STEPS;
    const w = Math.exp((-z * z) / 2) * (i === 0 || i === STEPS ? 0.5 : 1);
    weight += w;
    chanceAll += w * passes(margin + biasSpreadMm * z, spreadMm) ** count;
  }
  return { roomMm, chance: passes(margin, Math.hypot(biasSpreadMm, spreadMm)), chanceAll: chanceAll / weight };
}

/** The room as drawn that makes all copies go with a chance of at least so much, mm; by halving. */
export function nominalFor(asked: FitAsked, chance: number): number {
  const paint = asked.filmsMm.reduce((sum, f) => sum + f, 0);
  const reach = 10 * (asked.biasSpreadMm + asked.spreadMm) + 1e-6;
  let [low, high] = [0, asked.biasMm + paint + asked.needMm + reach];
  for (let i = 0; i < 30; i++) {
    const middle = (low + high) / 2;
    if (fitOf({ ...asked, nominalMm: middle }).chanceAll >= chance) high = middle;
    else low = middle;
  }
  return high;
}

/** Per cent by which a round part shrinks so that there is so much more room a side at the face that rubs; every other diameter shrinks alike. */
export const roundPercent = (roomMm: number, dMm: number): number => (200 * roomMm) / dMm;
