/**
 * How large a picture is, from the first bytes of its file and before anything of it is decoded: a few kilobytes may hold a picture that
 * takes gigabytes once it is opened.
 */
import { imageSize } from "image-size";
import { fail, ok, type Result } from "../units";

/** Largest file of a picture, bytes. */
export const MOST_BYTES = 60 * 1024 * 1024;
/** Most pixels that are opened, 4 bytes each: the largest cameras of today have a little over a hundred million. */
const MOST_PIXELS = 120_000_000;
/** Longest and shortest side, px: a panorama still, a line no more. */
const SIDES = { least: 8, most: 20_000 } as const;

export interface PictureSize {
  /** Upright, px. */
  width: number;
  height: number;
}

const group = (n: number): string => Math.round(n).toLocaleString("en");
/** "12,000 × 9,000 pixels". */
export const pictureWords = ({ width, height }: PictureSize): string => `${group(width)} × ${group(height)} pixels`;

/**
 * Reads the size of a picture (JPEG, PNG, WebP, GIF, BMP, TIFF, AVIF, HEIC) from its bytes, or from enough of the first of them.
 * @returns problems `picture.unreadable`, and `picture.large` or `picture.narrow` for what is not opened, in sentences
 */
export function measurePicture(bytes: Uint8Array): Result<PictureSize> {
  let read: ReturnType<typeof imageSize>;
  try {
    read = imageSize(bytes);
  } catch {
    return fail("picture.unreadable", "This picture format cannot be read. Use JPEG, PNG or WebP.");
  }
  // Orientations of 5 and more lie on their side (Exif 2.32, tag 0x0112).
  const lies = (read.orientation ?? 1) >= 5;
  const size = lies ? { width: read.height, height: read.width } : { width: read.width, height: read.height };
  const [short, long] = [Math.min(size.width, size.height), Math.max(size.width, size.height)];
  if (!(short >= SIDES.least))
    return fail(
      "picture.narrow",
      `The picture is ${pictureWords(size)}, which is too small. The shorter side must be at least ${SIDES.least}.`,
    );
  if (long > SIDES.most)
    return fail(
      "picture.large",
      `The picture is ${pictureWords(size)}. The longer side can be at most ${group(SIDES.most)}: crop it first.`,
    );
  if (short * long > MOST_PIXELS)
    return fail(
      "picture.large",
      `The picture is ${pictureWords(size)}, ${group((short * long) / 1e6)} megapixels. At most ${group(MOST_PIXELS / 1e6)} can be opened: crop it or save it smaller first.`,
    );
  return ok(size);
}
