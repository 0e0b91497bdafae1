/**
 * A pot that came out otherwise than it was reckoned. Its dried dab says how far the sum was off; the same error is taken for what it is
 * mended to. Only adding: nothing comes out of a pot.
 */
import { differenceOf, labOf, type Hex } from "./colour";
import { absorptionOfSwatch, mixedColour, type MixPaint } from "./mix";

export interface Correction {
  add: { paint: string; drops: number }[];
  /** What is then left of the difference, by the sum. */
  left: number;
}

/** A drop more must gain so much, in CIEDE2000. Common practice, no source. */
const PER_DROP = 0.03;

/**
 * @param pot drops of each paint that are in it
 * @param seen the colour of its dried dab
 * @returns what to add, none or up to two paints; null where the pot is empty
 */
export function correctionOf(
  pot: readonly { paint: MixPaint; drops: number }[],
  paints: readonly MixPaint[],
  seen: Hex,
  wanted: Hex,
): Correction | null {
  const there = pot
    .filter((p) => p.drops > 0)
    .map((p) => ({ absorption: absorptionOfSwatch(p.paint.hex), volume: p.drops * p.paint.dropMl }));
  if (there.length === 0) return null;
  const most = Math.max(4, Math.ceil(pot.reduce((sum, p) => sum + p.drops, 0)));
  const [is, dab, aim] = [labOf(mixedColour(there)), labOf(seen), labOf(wanted)];
  const towards = { ...aim, l: is.l + aim.l - dab.l, a: is.a + aim.a - dab.a, b: is.b + aim.b - dab.b };
  const known = paints.map((paint) => ({ paint, absorption: absorptionOfSwatch(paint.hex) }));
  let best: Correction & { score: number } = { add: [], left: differenceOf(is, towards), score: differenceOf(is, towards) };
  const look = (adds: readonly { i: number; drops: number }[]): void => {
    const more = adds.map(({ i, drops }) => ({ absorption: known[i].absorption, volume: drops * known[i].paint.dropMl }));
    const left = differenceOf(labOf(mixedColour([...there, ...more])), towards);
    const score = left + PER_DROP * adds.reduce((sum, a) => sum + a.drops, 0);
    if (score < best.score - 1e-9) best = { add: adds.map(({ i, drops }) => ({ paint: known[i].paint.name, drops })), left, score };
  };
  const steps = dropSteps(most);
  for (let i = 0; i < known.length; i++) for (const drops of steps) look([{ i, drops }]);
  // A second paint beside the one that helps most.
  const [first] = best.add;
  if (first) {
    const i = known.findIndex((k) => k.paint.name === first.paint);
    for (let j = 0; j < known.length; j++)
      if (j !== i)
        for (const a of steps)
          for (const b of steps)
            look([
              { i, drops: a },
              { i: j, drops: b },
            ]);
  }
  return { add: best.add, left: best.left };
}

/** Drops that are worth trying: each at first, then coarser. */
function dropSteps(most: number): number[] {
  const steps: number[] = [];
  for (let d = 1; d <= most; d += d < 12 ? 1 : Math.ceil(d / 8)) steps.push(d);
  return steps;
}

/** More than so many times what is in the pot is no tint of it: it is mixed anew. Common practice, no source. */
const MOST_TIMES = 5;

/** Whole drops of a lighter paint that make a pot about so much lighter (L*), by the sum; null where it cannot get there. */
export function lighterBy(
  pot: readonly { paint: MixPaint; drops: number }[],
  white: MixPaint,
  byL: number,
): { drops: number; result: Hex } | null {
  const there = pot.map((p) => ({ absorption: absorptionOfSwatch(p.paint.hex), volume: p.drops * p.paint.dropMl }));
  const all = pot.reduce((sum, p) => sum + p.drops, 0);
  if (all === 0) return null;
  const aim = labOf(mixedColour(there)).l + byL;
  const absorption = absorptionOfSwatch(white.hex);
  for (let drops = 1; drops <= MOST_TIMES * all; drops++) {
    const result = mixedColour([...there, { absorption, volume: drops * white.dropMl }]);
    if (labOf(result).l >= aim) return { drops, result };
  }
  return null;
}
