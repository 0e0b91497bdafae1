/**
 * A pot that came out otherwise than it was reckoned. Its dried dab says how far the sum was off; the same error is taken for what it is
 * mended to. Only adding: nothing comes out of a pot.
 */
import { differenceOf, labOf, type Hex } from "./colour";
import { absorptionOfSwatch, mixedColour, type MixPaint } from "./mix";

export interface Correction {
  /** In drops, to as many as were said to be in the pot. */
  add: { paint: string; drops: number }[];
  /** What is then left of the difference, by the sum, in CIEDE2000. */
  left: number;
}

/** Drops of a paint. */
export interface Dropped {
  paint: MixPaint;
  drops: number;
}

/** What filling the pot to twice its content must gain to be worth it, in CIEDE2000. Common practice, no source. */
const PER_POT = 0.12;
/** As much of a paint is tried as is in the pot so many times; beyond that a new pot is sooner mixed. Common practice, no source. */
const MOST_POTS = 2;
/** Amounts that are tried of a paint, at most. */
const MOST_STEPS = 16;

const absorbed = ({ paint, drops }: Dropped): { absorption: Float64Array; volume: number } => ({
  absorption: absorptionOfSwatch(paint.hex),
  volume: drops * paint.dropMl,
});

/**
 * @param pot drops of each paint that are in it, or of its ratio
 * @param paints that may be added
 * @param seen the colour of its dried dab
 * @returns what to add, none or up to two paints; null where the pot is empty
 */
export function correctionOf(pot: readonly Dropped[], paints: readonly MixPaint[], seen: Hex, wanted: Hex): Correction | null {
  const there = pot.filter((p) => p.drops > 0).map(absorbed);
  if (there.length === 0) return null;
  const all = pot.reduce((sum, p) => sum + p.drops, 0);
  const [is, dab, aim] = [labOf(mixedColour(there)), labOf(seen), labOf(wanted)];
  const towards = { ...aim, l: is.l + aim.l - dab.l, a: is.a + aim.a - dab.a, b: is.b + aim.b - dab.b };
  const known = paints.map((paint) => ({ paint, absorption: absorptionOfSwatch(paint.hex) }));
  const left = differenceOf(is, towards);
  let best = { adds: [] as { i: number; drops: number }[], left, score: left };
  const look = (...adds: { i: number; drops: number }[]): void => {
    const more = adds.map(({ i, drops }) => ({ absorption: known[i].absorption, volume: drops * known[i].paint.dropMl }));
    const left = differenceOf(labOf(mixedColour([...there, ...more])), towards);
    const score = left + PER_POT * (adds.reduce((sum, a) => sum + a.drops, 0) / all);
    if (score < best.score - 1e-9) best = { adds, left, score };
  };
  const steps = dropSteps(all);
  known.forEach((_, i) => {
    for (const drops of steps) look({ i, drops });
  });
  // A second paint beside the one that helps most.
  const first = best.adds.at(0)?.i;
  if (first !== undefined)
    known.forEach((_, second) => {
      if (second === first) return;
      for (const a of steps) for (const b of steps) look({ i: first, drops: a }, { i: second, drops: b });
    });
  return { add: best.adds.map(({ i, drops }) => ({ paint: known[i].paint.name, drops })), left: best.left };
}

/** From one amount that is tried to the next larger one, where there are too many to try each. */
const STEP = 0.75;

/** Whole drops that are worth trying: each of a few, the same shares of many. */
function dropSteps(all: number): number[] {
  const most = Math.max(4, Math.round(MOST_POTS * all));
  if (most <= MOST_STEPS) return Array.from({ length: most }, (_, k) => k + 1);
  return [...new Set(Array.from({ length: MOST_STEPS }, (_, k) => Math.max(1, Math.round(most * STEP ** k))))];
}

/** More than so many times what is in the pot is no tint of it: it is mixed anew. Common practice, no source. */
const MOST_TIMES = 5;

/** Whole drops of a lighter paint that make a pot about so much lighter (L*), by the sum; null where it would take too much of it. */
export function lighterBy(pot: readonly Dropped[], white: MixPaint, byL: number): { drops: number; result: Hex } | null {
  const there = pot.map(absorbed);
  const all = pot.reduce((sum, p) => sum + p.drops, 0);
  if (all === 0) return null;
  const aim = labOf(mixedColour(there)).l + byL;
  const absorption = absorptionOfSwatch(white.hex);
  const result = (drops: number): Hex => mixedColour([...there, { absorption, volume: drops * white.dropMl }]);
  const enough = (drops: number): boolean => labOf(result(drops)).l >= aim;
  let most = Math.floor(MOST_TIMES * all);
  if (most < 1 || !enough(most)) return null;
  // The more of it the lighter: halved until one drop less is not enough.
  for (let least = 0; most - least > 1;) {
    const middle = Math.floor((least + most) / 2);
    if (enough(middle)) most = middle;
    else least = middle;
  }
  return { drops: most, result: result(most) };
}

/** A glass of the ladder: so many drops of the glass before, and so many of the white. */
export interface Rung {
  of: number;
  white: number;
  result: Hex;
  /** What is in it then, in drops. */
  parts: Dropped[];
}

/** Drops that are taken over into the next glass; more where a drop of the white does too much. Common practice, no source. */
const TAKEN = [6, 10, 20, 40];
/** How far beyond what is wanted a glass may come out, as a share of the step. Common practice, no source. */
const BEYOND = 0.25;

/**
 * Lighter tones poured from one pot, each out of the glass before it.
 * @param byL how much lighter each is than the one before, L*
 * @returns a glass for each step; ends where one would take too much of the white
 */
export function ladderOf(pot: readonly Dropped[], white: MixPaint, byL: readonly number[]): Rung[] {
  const rungs: Rung[] = [];
  let from = pot.filter((p) => p.drops > 0);
  for (const step of byL) {
    const all = from.reduce((sum, p) => sum + p.drops, 0);
    if (all === 0) break;
    const was = labOf(mixedColour(from.map(absorbed))).l;
    let rung: Rung | null = null;
    for (const of of TAKEN) {
      const taken = from.map((p) => ({ ...p, drops: (p.drops * of) / all }));
      const tint = lighterBy(taken, white, step);
      if (!tint) break;
      rung = { of, white: tint.drops, result: tint.result, parts: [...taken, { paint: white, drops: tint.drops }] };
      if (labOf(tint.result).l - was <= step * (1 + BEYOND)) break;
    }
    if (!rung) break;
    rungs.push(rung);
    from = rung.parts;
  }
  return rungs;
}
