/** A photograph as a camera writes it: JPEG with an Exif block built by hand after Exif 2.32, 4.6 (big-endian TIFF, IFD0 to the Exif IFD, a GPS IFD). */
import jpeg from "jpeg-js";

const ascii = (text: string): number[] => [...new TextEncoder().encode(`${text}\0`)];
const u16 = (n: number): number[] => [n >> 8, n & 255];
const u32 = (n: number): number[] => [(n >>> 24) & 255, (n >> 16) & 255, (n >> 8) & 255, n & 255];

/**
 * @param wall DateTimeOriginal as "2026:10:24 19:40:00"
 * @param offset OffsetTimeOriginal as "+02:00", where the camera says one
 * @param grey of the pixels, so that pictures differ
 */
export function cameraPicture(wall: string, offset?: string, grey = 128): Buffer {
  const { data } = jpeg.encode({ width: 64, height: 40, data: Buffer.alloc(64 * 40 * 4, grey) }, 80);
  const texts: [number, string][] = [[0x9003, wall], ...(offset ? [[0x9011, offset] as [number, string]] : [])];
  // IFD0: Exif pointer and GPS pointer; then the Exif IFD, its texts, the GPS IFD.
  const exifAt = 8 + 2 + 2 * 12 + 4;
  const textsAt = exifAt + 2 + texts.length * 12 + 4;
  const bodies = texts.map(([, text]) => ascii(text));
  const gpsAt = textsAt + bodies.flat().length;
  let at = textsAt;
  const entries = texts.flatMap(([tag], i) => {
    const entry = [...u16(tag), ...u16(2), ...u32(bodies[i].length), ...u32(at)];
    at += bodies[i].length;
    return entry;
  });
  const tiff = [
    ...[0x4d, 0x4d, 0, 42, ...u32(8)],
    ...[...u16(2), ...u16(0x8769), ...u16(4), ...u32(1), ...u32(exifAt), ...u16(0x8825), ...u16(4), ...u32(1), ...u32(gpsAt), ...u32(0)],
    ...[...u16(texts.length), ...entries, ...u32(0)],
    ...bodies.flat(),
    ...[...u16(1), ...u16(1), ...u16(2), ...u32(2), 0x4e, 0, 0, 0, ...u32(0)],
  ];
  const block = [...ascii("Exif"), 0, ...tiff];
  return Buffer.from([...data.subarray(0, 2), 0xff, 0xe1, ...u16(block.length + 2), ...block, ...data.subarray(2)]);
}
