/** Pictures, measured before they are opened and made as small as is wanted: here, so that the page never holds their pixels. */
import { measurePicture, MOST_BYTES, pictureWords } from "../../core/picture";
import { fail, ok, type OnProgress, type Result } from "../../core/units";
import type { Job } from "../messages";
import type { Jobs } from "../protocol";

/** Enough for the size of nearly every file; a JPEG with a large preview in front of it is read whole. */
const HEAD_BYTES = 256 * 1024;
const QUALITY = 0.85;

async function measured(file: Blob): Promise<Result<{ width: number; height: number }>> {
  if (file.size > MOST_BYTES)
    return fail("picture.too-big", `The file is larger than ${MOST_BYTES / 1024 / 1024} MB. Save it smaller first.`);
  const bytes = async (of: Blob): Promise<Uint8Array> => new Uint8Array(await of.arrayBuffer());
  const head = measurePicture(await bytes(file.slice(0, HEAD_BYTES)));
  return head.ok || head.problem.code !== "picture.unreadable" || file.size <= HEAD_BYTES ? head : measurePicture(await bytes(file));
}

/**
 * Opens a picture upright, no longer than is wanted.
 * @param longestPx of the longer side
 * @returns its pixels, to be closed, and how large it was; problems `picture.*`
 */
export async function openPicture(
  file: Blob,
  longestPx: number,
  onProgress: OnProgress,
): Promise<Result<{ bitmap: ImageBitmap; width: number; height: number }>> {
  const size = await measured(file);
  if (!size.ok) return size;
  onProgress(0, `opening ${pictureWords(size.value)}`);
  let whole: ImageBitmap;
  try {
    whole = await createImageBitmap(file, { imageOrientation: "from-image" });
  } catch {
    return fail("picture.unreadable", "This is not a picture that this browser can read. Use JPEG, PNG or WebP.");
  }
  const { width, height } = whole;
  const by = longestPx / Math.max(width, height);
  if (by >= 1) return ok({ bitmap: whole, width, height });
  onProgress(0.6, "making it smaller");
  // Averages what falls together: every third pixel alone would show lines that are not there.
  const bitmap = await createImageBitmap(whole, {
    resizeWidth: Math.max(1, Math.round(width * by)),
    resizeHeight: Math.max(1, Math.round(height * by)),
    resizeQuality: "high",
  });
  whole.close();
  return ok({ bitmap, width, height });
}

export const PICTURE_FAULTS = {
  failed: "The picture could not be read",
  tooLarge: "The picture is too large for this machine's memory. Save it smaller first.",
};

/** Written anew as JPEG: place, camera and time are gone with the rest of the file. */
export const picture: Job<Jobs["picture"]["request"], Jobs["picture"]["answer"]> = {
  ...PICTURE_FAULTS,
  run: async ({ file, longestPx }, onProgress) => {
    const opened = await openPicture(file, longestPx, onProgress);
    if (!opened.ok) return opened;
    const { bitmap, width, height } = opened.value;
    const canvas = new OffscreenCanvas(bitmap.width, bitmap.height);
    const pen = canvas.getContext("2d");
    if (!pen) return fail("picture.canvas", "This browser cannot process pictures right now. Reload the page and try again.");
    // What is see-through in a drawing becomes paper.
    pen.fillStyle = "#ffffff";
    pen.fillRect(0, 0, canvas.width, canvas.height);
    pen.drawImage(bitmap, 0, 0);
    bitmap.close();
    onProgress(0.8, "saving it");
    return ok({ answer: { file: await canvas.convertToBlob({ type: "image/jpeg", quality: QUALITY }), width, height } });
  },
};
