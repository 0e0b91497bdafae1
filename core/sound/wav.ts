/** Speech as a RIFF/WAVE file: PCM, one channel, 16 bits (Multimedia Programming Interface and Data Specifications 1.0, 1991 [published]). */

/** Speech needs no more, Hz: it reaches to 8 kHz as wideband telephony does (ITU-T G.711.1 and G.722 sample at 16 kHz [from memory]). */
export const SPEECH_HZ = 16_000;

const HEAD_BYTES = 44;

/** @param samples from -1 to 1; what lies beyond is cut off */
export function wavOf(samples: Float32Array, rateHz = SPEECH_HZ): Uint8Array<ArrayBuffer> {
  const out = new Uint8Array(HEAD_BYTES + samples.length * 2);
  const view = new DataView(out.buffer);
  const word = (at: number, text: string): void => [...text].forEach((c, i) => view.setUint8(at + i, c.charCodeAt(0)));
  word(0, "RIFF");
  view.setUint32(4, out.length - 8, true);
  word(8, "WAVEfmt ");
  view.setUint32(16, 16, true);
  // PCM, one channel.
  view.setUint16(20, 1, true);
  view.setUint16(22, 1, true);
  view.setUint32(24, rateHz, true);
  view.setUint32(28, rateHz * 2, true);
  view.setUint16(32, 2, true);
  view.setUint16(34, 16, true);
  word(36, "data");
  view.setUint32(40, samples.length * 2, true);
  samples.forEach((s, i) => view.setInt16(HEAD_BYTES + i * 2, Math.round(Math.max(-1, Math.min(1, s)) * 32767), true));
  return out;
}
