/** WAVE files, read by another parser than wrote them. */
import { WaveFile } from "wavefile";
import { describe, expect, it } from "vitest";
import { seededRandom } from "../units";
import { SPEECH_HZ, wavOf } from "./wav";

interface Format {
  audioFormat: number;
  numChannels: number;
  sampleRate: number;
  byteRate: number;
  blockAlign: number;
  bitsPerSample: number;
}
const readBack = (samples: Float32Array, rateHz?: number) => {
  const file = new WaveFile(wavOf(samples, rateHz));
  return { format: file.fmt as Format, samples: [...(file.getSamples() as unknown as Float64Array)] };
};

describe("speech as a WAVE file", () => {
  it("is PCM of one channel at 16 bits, at the rate it was said to be", () => {
    expect(readBack(new Float32Array(160)).format).toMatchObject({
      audioFormat: 1,
      numChannels: 1,
      sampleRate: SPEECH_HZ,
      byteRate: 2 * SPEECH_HZ,
      blockAlign: 2,
      bitsPerSample: 16,
    });
    expect(readBack(new Float32Array(4), 8000).format.sampleRate).toBe(8000);
  });
  it("keeps what is heard to half a step of 16 bits; what is louder than loudest is cut off; silence and nothing are files too", () => {
    const random = seededRandom(4);
    const samples = Float32Array.from({ length: 999 }, () => random() * 2 - 1);
    const heard = readBack(samples).samples;
    expect(heard.length).toBe(999);
    heard.forEach((s, i) => expect(Math.abs(s / 32767 - samples[i])).toBeLessThanOrEqual(0.5 / 32767 + 1e-7));
    expect(readBack(Float32Array.from([2, -3, 1, -1, 0])).samples).toEqual([32767, -32767, 32767, -32767, 0]);
    expect(readBack(new Float32Array(0)).samples).toEqual([]);
  });
});
