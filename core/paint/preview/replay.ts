/**
 * Pictures of a piece after each step: every place of the picture takes one film after the other over what is there (film.ts), on the ridges
 * of its layers and between them. States are kept, so that only what follows a change is laid again.
 */
import type { DrawnCoat } from "../states";
import { absorptionOfHex, curveOfHex, scatters } from "../states";
import { linearOf, hexOf, type Hex } from "../colour";
import { filmOver } from "../film";
import { colourOf, type Curve } from "../reflectance";
import { isBroken, reachOf, type NamedPlace, type Places, type Whole } from "./reach";

/** A picture of a surface, pixel by pixel, without its colours. */
export interface Look {
  widthPx: number;
  heightPx: number;
  /** The pixels that show the piece: their numbers, from the upper left. */
  pixels: Uint32Array;
  places: Places;
  /** The share of a pixel that lies on ridges of layers: 0 to 255. */
  crest: Uint8Array;
  /** How much light comes back of what falls on: 200 where it stands square to the lamp. */
  light: Uint8Array;
  whole: Whole;
  /** All of it is so wide and high as it is seen, and a pixel of the picture so much. */
  frame: { wideMm: number; highMm: number; mmPerPixel: number };
}

/** A coat of a step, with the place that it names. */
export type PreviewCoat = DrawnCoat & { share: number | null; named: NamedPlace | null };

/** Films come in so many thicknesses up to a full one. */
const LEVELS = 16;
/** And up to so many times that. */
const MOST = 2;

/** What lies on each place: the number of a look in the palette. */
interface State {
  key: string;
  crest: Uint16Array;
  between: Uint16Array;
}

export class Replay {
  /** Every colour that a place has, as the curve that films are laid over; the bare piece is the first. */
  private readonly curves: Curve[];
  private readonly hexes: Hex[];
  private readonly numbers = new Map<Hex, number>();
  private readonly states: State[];

  constructor(
    private readonly look: Look,
    ground: Hex,
  ) {
    this.curves = [curveOfHex(ground)];
    this.hexes = [hexOf(colourOf(this.curves[0]))];
    this.numbers.set(this.hexes[0], 0);
    const bare = new Uint16Array(look.pixels.length);
    this.states = [{ key: "", crest: bare, between: bare }];
  }

  /** Lays these coats, in their order. @returns how many had to be laid: those that were there stay */
  lay(coats: readonly PreviewCoat[]): number {
    let at = 0;
    while (at < coats.length && this.states.at(at + 1)?.key === keyOf(coats[at])) at++;
    this.states.length = at + 1;
    for (const coat of coats.slice(at)) this.states.push(this.after(this.states.at(-1)!, coat));
    return coats.length - at;
  }

  private after({ crest, between }: State, coat: PreviewCoat): State {
    const key = keyOf(coat);
    const reach = scatters(coat.family) > 0 ? reachOf(coat, this.look.whole, coat.named) : null;
    if (!reach) return { key, crest, between };
    const on = reach(this.look.places);
    const film = new Map<number, number>();
    return { key, crest: this.film(crest, on.crest, coat, film), between: this.film(between, on.between, coat, film) };
  }

  /** @param laid what the coat makes of each look at each thickness, as far as that was wanted */
  private film(was: Uint16Array, load: Float32Array, coat: PreviewCoat, laid: Map<number, number>): Uint16Array {
    const out = new Uint16Array(was.length);
    for (let i = 0; i < out.length; i++) {
      const level = Math.min(MOST * LEVELS, Math.round(load[i] * LEVELS));
      const key = was[i] * (MOST * LEVELS + 1) + level;
      let now = level === 0 ? was[i] : laid.get(key);
      if (now === undefined) laid.set(key, (now = this.over(was[i], level / LEVELS, coat)));
      out[i] = now;
    }
    return out;
  }

  private over(was: number, load: number, { family, thinning = 0, hex, coats, method }: PreviewCoat): number {
    const sx = scatters(family) / (1 + thinning);
    const [thick, share] = isBroken(method) ? [1, Math.min(1, load)] : [load, 1];
    let curve = this.curves[was];
    for (let i = 0; i < coats; i++) curve = filmOver(curve, absorptionOfHex(hex), sx * thick, share);
    const seen = hexOf(colourOf(curve));
    // What looks the same goes on as one: else every coat would multiply the looks.
    const known = this.numbers.get(seen);
    if (known !== undefined) return known;
    const number = this.curves.length;
    // More looks than this no eye tells apart.
    if (number > 65_000) return was;
    this.curves.push(curve);
    this.hexes.push(seen);
    this.numbers.set(seen, number);
    return number;
  }

  /** Which of `pixels` the coat of that number (from 1) has changed. */
  touched(coat: number): Uint8Array {
    const before = this.states[coat - 1],
      after = this.states[coat];
    return Uint8Array.from(after.between, (n, i) => (n !== before.between[i] || after.crest[i] !== before.crest[i] ? 1 : 0));
  }

  /**
   * The picture after so many coats (0 is the bare piece): red, green, blue and opacity, 0 to 255. Layers narrower than a pixel are mixed as
   * an eye from afar mixes them.
   */
  picture(coats: number): Uint8ClampedArray<ArrayBuffer> {
    const { widthPx, heightPx, pixels, crest, light } = this.look;
    const { crest: onCrest, between } = this.states[coats];
    const linear = this.hexes.map(linearOf);
    const out = new Uint8ClampedArray(widthPx * heightPx * 4);
    for (let i = 0; i < pixels.length; i++) {
      const c = crest[i] / 255,
        l = light[i] / 200;
      const a = linear[onCrest[i]],
        b = linear[between[i]];
      for (let k = 0; k < 3; k++) out[pixels[i] * 4 + k] = encoded(l * (c * a[k] + (1 - c) * b[k]));
      out[pixels[i] * 4 + 3] = 255;
    }
    return out;
  }
}

const keyOf = ({ role, share, method, family, coats, thinning, hex, named }: PreviewCoat): string =>
  JSON.stringify([role, share, method, family, coats, thinning, hex, named]);

/** Linear light as it is stored in a picture (IEC 61966-2-1), from a table. */
const ENCODED = Uint8Array.from({ length: 4097 }, (_, i) => {
  const v = i / 4096;
  return Math.round(255 * (v <= 0.0031308 ? 12.92 * v : 1.055 * v ** (1 / 2.4) - 0.055));
});
const encoded = (v: number): number => ENCODED[Math.min(4096, Math.max(0, Math.round(v * 4096)))];
