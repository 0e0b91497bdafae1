/**
 * What paints make together: K/S by volume (Kubelka & Munk 1931, K/S = (1 − R)²/2R) on the curves of their swatches. The dried swatch is the
 * paint; how strongly a pot tints is not known, so a mix is a start and its dried dab wins.
 */
import { BANDS } from "./spectrum";
import { differenceOf, hexOf, labOf, labOfLinear, type Hex } from "./colour";
import { colourOf, curveOf, type Curve } from "./reflectance";

/** Absorption over scattering, band by band. */
export type Absorption = Float64Array;

export const absorptionOf = (curve: Curve): Absorption => curve.map((r) => (1 - r) ** 2 / (2 * Math.max(r, 1e-6)));
export const reflectanceOf = (ks: number): number => 1 + ks - Math.sqrt(ks * ks + 2 * ks);

/** @param parts volumes, in any unit @returns the colour of the mix */
export function mixedColour(parts: readonly { absorption: Absorption; volume: number }[]): Hex {
  const sum = parts.reduce((s, p) => s + p.volume, 0);
  if (!(sum > 0)) throw new Error("mixedColour: nothing is mixed");
  const curve = new Float64Array(BANDS);
  for (let i = 0; i < BANDS; i++) {
    let ks = 0;
    for (const p of parts) ks += (p.absorption[i] * p.volume) / sum;
    curve[i] = reflectanceOf(ks);
  }
  return hexOf(colourOf(curve));
}

export interface MixPaint {
  name: string;
  hex: Hex;
  /** A drop of it, ml. */
  dropMl: number;
}

export interface Mix {
  parts: { paint: string; drops: number }[];
  result: Hex;
  deltaE00: number;
}

/** What a second paint and every further drop must gain to be worth it, in CIEDE2000. Common practice, no source. */
const PER_PAINT = 0.5,
  PER_DROP = 0.05;
/** As far as this in Lab, the way by CIEDE2000 is not looked at: it is hardly ever less than a sixth of it. */
const FAR = 6;

/**
 * Mixes of one, two or three paints in whole drops, the best first: near the wanted colour, few paints, few drops.
 * @param mostDrops of a mix
 * @param onProgress told the share that is done; may be called often
 */
export function mixesFor(
  target: Hex,
  paints: readonly MixPaint[],
  { mostDrops = 8, most = 12, onProgress }: { mostDrops?: number; most?: number; onProgress?: (share: number) => void } = {},
): { mixes: Mix[]; closest: Mix | null } {
  const wanted = labOf(target);
  const known = paints.map((p) => ({ ...p, absorption: absorptionOf(curveOf(p.hex)) }));
  const best = new Best(most);
  const curve = new Float64Array(BANDS);
  const look = (which: readonly number[], drops: readonly number[]): void => {
    const volumes = which.map((w, i) => known[w].dropMl * drops[i]);
    const sum = volumes.reduce((s, v) => s + v, 0);
    for (let i = 0; i < BANDS; i++) {
      let ks = 0;
      for (let k = 0; k < which.length; k++) ks += known[which[k]].absorption[i] * volumes[k];
      ks /= sum;
      curve[i] = 1 + ks - Math.sqrt(ks * ks + 2 * ks);
    }
    const rgb = colourOf(curve);
    const lab = labOfLinear(rgb);
    const plain = Math.hypot(lab.l - wanted.l, lab.a - wanted.a, lab.b - wanted.b);
    if (plain > FAR * best.farthest()) return;
    const deltaE00 = differenceOf(lab, wanted);
    const all = drops.reduce((s, d) => s + d, 0);
    best.offer(deltaE00 + PER_PAINT * (which.length - 1) + PER_DROP * all, deltaE00, () => ({
      parts: which.map((w, i) => ({ paint: known[w].name, drops: drops[i] })),
      result: hexOf(rgb),
      deltaE00,
    }));
  };
  const pairs = coprime(2, mostDrops),
    triples = coprime(3, mostDrops);
  known.forEach((_, a) => look([a], [1]));
  for (let a = 0; a < known.length; a++) {
    for (let b = a + 1; b < known.length; b++) {
      for (const drops of pairs) look([a, b], drops);
      for (let c = b + 1; c < known.length; c++) for (const drops of triples) look([a, b, c], drops);
    }
    // Later first paints have fewer companions.
    onProgress?.(1 - (1 - (a + 1) / known.length) ** 3);
  }
  return best.found();
}

/** Whole drops that sum to at most so many and share no divisor. */
export function coprime(paints: number, mostDrops: number): number[][] {
  const found: number[][] = [];
  const further = (drops: number[], left: number): void => {
    if (drops.length === paints) {
      if (drops.reduce(divisor) === 1) found.push(drops);
      return;
    }
    for (let d = 1; d <= left - (paints - drops.length - 1); d++) further([...drops, d], left - d);
  };
  further([], mostDrops);
  return found;
}
const divisor = (a: number, b: number): number => (b === 0 ? a : divisor(b, a % b));

/** The best mixes so far, and the closest of all. */
class Best {
  private list: { score: number; mix: Mix }[] = [];
  private nearest: Mix | null = null;
  constructor(private readonly most: number) {}

  /** A mix that is farther than this is none of the best. */
  farthest(): number {
    return this.list.length < this.most ? Infinity : this.list[this.list.length - 1].score;
  }

  offer(score: number, deltaE00: number, mix: () => Mix): void {
    const near = this.nearest === null || deltaE00 < this.nearest.deltaE00 - 1e-9;
    if (!near && score >= this.farthest()) return;
    const made = mix();
    if (near) this.nearest = made;
    if (score >= this.farthest()) return;
    const at = this.list.findIndex((x) => score < x.score);
    this.list.splice(at < 0 ? this.list.length : at, 0, { score, mix: made });
    this.list.length = Math.min(this.list.length, this.most);
  }

  found(): { mixes: Mix[]; closest: Mix | null } {
    return { mixes: this.list.map((x) => x.mix), closest: this.nearest };
  }
}
