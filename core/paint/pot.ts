/**
 * The pot, exactly: how many drops of each for an amount, how much thinner, what to add to what is in it, and where the marks of a cup are.
 * Nothing is ever taken out: a pot is mended by adding, or by pouring some away first.
 */
import { absorptionOfSwatch, mixedColour } from "./mix";
import type { Hex } from "./colour";

/** A drop where the bottle's own was not counted, ml: 20 to the ml is water. Common practice, no source. */
export const USUAL_DROP_ML = 0.05;
/** Mixed beyond what is needed, so that the last piece gets the same colour. Common practice, no source. */
export const KEEP_BACK = 1.3;
/** Less cannot be mixed to a ratio. Common practice, no source. */
export const LEAST_MIX_ML = 0.3;

interface PotPart {
  name: string;
  color: Hex;
  /** By volume. */
  parts: number;
  dropMl?: number;
}

/** A straight cup by its inner diameter, or one that widens; mm. */
export type Cup = { dMm: number } | { bottomMm: number; topMm: number; heightMm: number };

export interface PotAsked {
  parts: readonly PotPart[];
  /** Paint, without thinner; or what is to be covered. */
  amount: { ml: number } | { areaCm2: number; coats: number; cm2PerMl: number };
  /** Parts of thinner to one of paint. */
  thinning?: number;
  keepBack?: number;
  /** What is in the pot, in the order of the parts and in any one unit. */
  pot?: readonly number[];
  cup?: Cup;
  /** Where marks are wanted; each ml by default. */
  marksMl?: readonly number[];
}

export interface PotAnswer {
  /** Paint, without thinner. */
  ml: number;
  thinnerMl: number;
  of: { name: string; ml: number; drops: number }[];
  color: Hex;
  /** What to add to the pot, in its own unit. */
  add?: number[];
  /** Where that is much: what to pour away first, and what to add then. */
  pourFirst?: { share: number; add: number[] };
  gauge?: { ml: number; mm: number }[];
  warnings: string[];
}

/** @throws nothing: what was asked is sound by the schema of whoever asks */
export function potOf({ parts, amount, thinning = 0, keepBack = KEEP_BACK, pot, cup, marksMl }: PotAsked): PotAnswer {
  const ml = "ml" in amount ? amount.ml : ((amount.areaCm2 * amount.coats) / amount.cm2PerMl) * keepBack;
  const all = parts.reduce((sum, p) => sum + p.parts, 0);
  const of = parts.map((p) => {
    const own = (ml * p.parts) / all;
    return { name: p.name, ml: own, drops: Math.round(own / (p.dropMl ?? USUAL_DROP_ML)) };
  });
  const warnings: string[] = [];
  if (ml < LEAST_MIX_ML) warnings.push(`${round(ml)} ml is too little to keep a ratio: mix at least ${LEAST_MIX_ML} ml.`);
  for (const p of of) if (p.ml > 0 && p.drops === 0) warnings.push(`${p.name} comes to less than half a drop. Mix more, or leave it out.`);
  const thinnerMl = ml * thinning;
  const total = ml + thinnerMl;
  const color = mixedColour(parts.flatMap((p) => (p.parts > 0 ? [{ absorption: absorptionOfSwatch(p.color), volume: p.parts }] : [])));
  return {
    ml,
    thinnerMl,
    of,
    color,
    ...(pot &&
      mended(
        pot,
        parts.map((p) => p.parts),
      )),
    ...(cup && { gauge: gaugeOf(cup, marksMl ?? wholeMls(total), total, warnings) }),
    warnings,
  };
}

/** Beyond this share of what is in the pot, pouring half away first is named. Common practice, no source. */
const MUCH = 0.5;

/**
 * What brings a pot to the wanted parts by adding only: k = max(pot / want), add = k · want − pot.
 * @param want positive wherever something is in the pot
 */
export function mended(pot: readonly number[], want: readonly number[]): Pick<PotAnswer, "add" | "pourFirst"> {
  const k = Math.max(...pot.map((p, i) => (p === 0 ? 0 : p / want[i])));
  const add = pot.map((p, i) => tidied(k * want[i] - p));
  const more = add.reduce((sum, a) => sum + a, 0);
  const there = pot.reduce((sum, p) => sum + p, 0);
  return more > MUCH * there ? { add, pourFirst: { share: 0.5, add: add.map((a) => a / 2) } } : { add };
}
/** What is nothing but for the last digit of a sum is nothing. */
const tidied = (x: number): number => (Math.abs(x) < 1e-9 ? 0 : x);

export const cupHoldsMl = (cup: Cup): number => ("dMm" in cup ? Infinity : conePartMl(cup, cup.heightMm));
const conePartMl = ({ bottomMm, topMm, heightMm }: Extract<Cup, { bottomMm: number }>, h: number): number => {
  const r0 = bottomMm / 2;
  const r = r0 + ((topMm / 2 - r0) * h) / heightMm;
  return (Math.PI * h * (r0 * r0 + r0 * r + r * r)) / 3 / 1000;
};

/** How high so much stands in a cup, mm; null where it holds less. */
export function heightInCupMm(cup: Cup, ml: number): number | null {
  if ("dMm" in cup) return (ml * 1000) / (Math.PI * (cup.dMm / 2) ** 2);
  if (ml > cupHoldsMl(cup) + 1e-9) return null;
  const r0 = cup.bottomMm / 2;
  const slope = (cup.topMm / 2 - r0) / cup.heightMm;
  if (Math.abs(slope) < 1e-9) return (ml * 1000) / (Math.PI * r0 * r0);
  // πh(r₀² + r₀r + r²)/3 with r = r₀ + slope·h is π(r³ − r₀³)/(3·slope).
  return (Math.cbrt(r0 ** 3 + (3 * slope * ml * 1000) / Math.PI) - r0) / slope;
}

function gaugeOf(cup: Cup, marks: readonly number[], total: number, warnings: string[]): { ml: number; mm: number }[] {
  const holds = cupHoldsMl(cup);
  if (total > holds) warnings.push(`The cup is too small for ${round(total)} ml: it holds ${round(holds)} ml.`);
  return marks.flatMap((ml) => {
    const mm = heightInCupMm(cup, ml);
    return mm === null ? [] : [{ ml, mm }];
  });
}
const wholeMls = (total: number): number[] => Array.from({ length: Math.max(1, Math.ceil(total)) }, (_, i) => i + 1);
const round = (ml: number): number => (ml < 1 ? Math.round(ml * 100) / 100 : Math.round(ml * 10) / 10);
