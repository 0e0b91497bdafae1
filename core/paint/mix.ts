/**
 * What paints make together: K/S by volume (Kubelka & Munk 1931, K/S = (1 − R)²/2R) on the curves of their swatches. The dried swatch is the
 * paint; how strongly a pot tints is not known, so a mix is a start and its dried dab wins.
 */
import { BANDS } from "./spectrum";
import { differenceOf, hexOf, labOf, type Hex } from "./colour";
import { colourOf, curveOf, WHITE_WEIGHTS, type Curve } from "./reflectance";

/** Absorption over scattering, band by band. */
export type Absorption = Float64Array;

export const absorptionOf = (curve: Curve): Absorption => curve.map((r) => (1 - r) ** 2 / (2 * Math.max(r, 1e-6)));
/** Of a paint, by its dried swatch. */
export const absorptionOfSwatch = (hex: Hex): Absorption => absorptionOf(curveOf(hex));
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
  /** What it is told apart by in the answer. */
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

/** The best first, and the closest of all, whatever it takes. */
export interface Found {
  mixes: Mix[];
  closest: Mix | null;
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
): Found {
  const wanted = labOf(target);
  const known = paints.map((p) => {
    const absorption = absorptionOfSwatch(p.hex);
    return { ...p, absorption, coarse: coarsely(absorption) };
  });
  const best = new Best(most);
  const lab: Lab = [0, 0, 0];
  const away = (): number => Math.hypot(lab[0] - wanted.l, lab[1] - wanted.a, lab[2] - wanted.b);
  const look = (a: number, b: number, c: number, drops: readonly number[]): void => {
    const [pa, pb, pc] = [known[a], known[b], known[c]];
    let wa = pa.dropMl * drops[0],
      wb = drops.length > 1 ? pb.dropMl * drops[1] : 0,
      wc = drops.length > 2 ? pc.dropMl * drops[2] : 0;
    const sum = wa + wb + wc;
    wa /= sum;
    wb /= sum;
    wc /= sum;
    // Most mixes are nowhere near: they cost no more than a first look.
    labOfMix(coarseWeights, pa.coarse, pb.coarse, pc.coarse, wa, wb, wc, lab);
    const near = FAR * best.farthest();
    if (away() > near + COARSE_OFF) return;
    labOfMix(WHITE_WEIGHTS, pa.absorption, pb.absorption, pc.absorption, wa, wb, wc, lab);
    if (away() > near) return;
    const deltaE00 = differenceOf({ mode: "lab65", l: lab[0], a: lab[1], b: lab[2] }, wanted);
    const all = drops.reduce((s, d) => s + d, 0);
    const which = [pa, pb, pc].slice(0, drops.length);
    best.offer(deltaE00 + PER_PAINT * (drops.length - 1) + PER_DROP * all, deltaE00, () => ({
      parts: which.map((p, i) => ({ paint: p.name, drops: drops[i] })),
      result: mixedColour(which.map((p, i) => ({ absorption: p.absorption, volume: p.dropMl * drops[i] }))),
      deltaE00,
    }));
  };
  const pairs = coprime(2, mostDrops),
    triples = coprime(3, mostDrops);
  known.forEach((_, a) => look(a, a, a, [1]));
  for (let a = 0; a < known.length; a++) {
    for (let b = a + 1; b < known.length; b++) {
      for (const drops of pairs) look(a, b, a, drops);
      for (let c = b + 1; c < known.length; c++) for (const drops of triples) look(a, b, c, drops);
    }
    // Later first paints have fewer companions.
    onProgress?.(1 - (1 - (a + 1) / known.length) ** 3);
  }
  return best.found();
}

/** Bands of a first look, each for its neighbours too: curves of swatches are smooth. What it is off by at most, in Lab: 4.7 over random shelves. */
const COARSE = 3;
const COARSE_OFF = 6;
const coarseWeights = ((): Float64Array => {
  const groups = Math.ceil(BANDS / COARSE);
  const out = new Float64Array(3 * groups);
  for (let i = 0; i < BANDS; i++) for (let c = 0; c < 3; c++) out[3 * Math.floor(i / COARSE) + c] += WHITE_WEIGHTS[3 * i + c];
  return out;
})();
const coarsely = (absorption: Absorption): Absorption =>
  Float64Array.from({ length: Math.ceil(BANDS / COARSE) }, (_, g) => absorption[Math.min(BANDS - 1, g * COARSE + 1)]);

type Lab = [number, number, number];

/** The Lab of a mix of up to three by their shares, as fast as it goes: millions are looked at. */
function labOfMix(weights: Float64Array, a: Absorption, b: Absorption, c: Absorption, wa: number, wb: number, wc: number, lab: Lab): void {
  let x = 0,
    y = 0,
    z = 0;
  for (let i = 0, k = 0; i < a.length; i++, k += 3) {
    const ks = wa * a[i] + wb * b[i] + wc * c[i];
    const r = 1 + ks - Math.sqrt(ks * ks + 2 * ks);
    x += weights[k] * r;
    y += weights[k + 1] * r;
    z += weights[k + 2] * r;
  }
  const fx = labRoot(x),
    fy = labRoot(y),
    fz = labRoot(z);
  lab[0] = 116 * fy - 16;
  lab[1] = 500 * (fx - fy);
  lab[2] = 200 * (fy - fz);
}
/** CIE 15. */
const labRoot = (t: number): number => (t > 216 / 24389 ? Math.cbrt(t) : ((24389 / 27) * t + 16) / 116);

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

  found(): Found {
    return { mixes: this.list.map((x) => x.mix), closest: this.nearest };
  }
}
