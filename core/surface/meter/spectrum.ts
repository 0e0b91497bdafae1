/**
 * The mean power spectrum of a photograph: tiles that overlap by half, each divided by its own slow brightness, under a Hann window, their
 * powers averaged (Welch 1967 [published]). Uneven light goes with the slow brightness; noise evens out over the tiles.
 */
import FFT from "fft.js";
import { throwIfCancelled, type OnProgress } from "../../units";
import type { GrayPhoto } from "./photo";

export const TILE = 128;

export interface Spectrum {
  /** Power at [fy][fx], frequencies in cycles a tile from 0 to TILE − 1; those above half are negative. Share of brightness, squared. */
  power: Float64Array;
  /** The same of each tile, for how sure it is. */
  tiles: Float64Array[];
}

const HANN = Float64Array.from({ length: TILE }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * (i + 0.5)) / TILE));
/** Sum of the squared window over a tile: what turns powers into squared amplitudes. */
const GAIN = HANN.reduce((s, v) => s + v, 0);

/** Mean over a square of 2r + 1 pixels by running sums. Linear. */
function blurred({ gray, width, height }: GrayPhoto, r: number): Float32Array {
  const rows = new Float32Array(gray.length),
    out = new Float32Array(gray.length);
  const run = (from: Float32Array, to: Float32Array, n: number, lines: number, step: number, stride: number): void => {
    for (let line = 0; line < lines; line++) {
      const o = line * stride;
      let sum = 0,
        count = 0;
      for (let i = 0; i < Math.min(n, r + 1); i++, count++) sum += from[o + i * step];
      for (let i = 0; i < n; i++) {
        to[o + i * step] = sum / count;
        if (i + r + 1 < n) {
          sum += from[o + (i + r + 1) * step];
          count++;
        }
        if (i - r >= 0) {
          sum -= from[o + (i - r) * step];
          count--;
        }
      }
    }
  };
  run(gray, rows, width, height, 1, width);
  run(rows, out, height, width, width, 1);
  return out;
}

/** @param slowPx what is wider than this is light, not surface */
export function spectrumOf(photo: GrayPhoto, slowPx: number, onProgress?: OnProgress, signal?: AbortSignal): Spectrum {
  const { gray, width, height } = photo;
  const slow = blurred(photo, Math.round(slowPx / 2));
  const fft = new FFT(TILE);
  const row = fft.createComplexArray(),
    done = fft.createComplexArray();
  const re = new Float64Array(TILE * TILE),
    im = new Float64Array(TILE * TILE);
  const power = new Float64Array(TILE * TILE);
  const tiles: Float64Array[] = [];
  const step = TILE / 2;
  for (let y0 = 0; y0 + TILE <= height; y0 += step) {
    throwIfCancelled(signal);
    onProgress?.(y0 / height, "looking for lines");
    for (let x0 = 0; x0 + TILE <= width; x0 += step) {
      for (let j = 0; j < TILE; j++) {
        for (let i = 0; i < TILE; i++) {
          const o = (y0 + j) * width + x0 + i;
          row[i * 2] = (slow[o] > 1e-6 ? gray[o] / slow[o] - 1 : 0) * HANN[i] * HANN[j];
          row[i * 2 + 1] = 0;
        }
        fft.transform(done, row);
        for (let i = 0; i < TILE; i++) {
          re[j * TILE + i] = done[i * 2];
          im[j * TILE + i] = done[i * 2 + 1];
        }
      }
      const own = new Float64Array(TILE * TILE);
      for (let i = 0; i < TILE; i++) {
        for (let j = 0; j < TILE; j++) {
          row[j * 2] = re[j * TILE + i];
          row[j * 2 + 1] = im[j * TILE + i];
        }
        fft.transform(done, row);
        for (let j = 0; j < TILE; j++) own[j * TILE + i] = (done[j * 2] ** 2 + done[j * 2 + 1] ** 2) / GAIN ** 4;
      }
      for (let k = 0; k < own.length; k++) power[k] += own[k];
      tiles.push(own);
    }
  }
  for (let k = 0; k < power.length; k++) power[k] /= Math.max(1, tiles.length);
  return { power, tiles };
}
