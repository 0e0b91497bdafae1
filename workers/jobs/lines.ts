/** The line meter on a photograph: decoded here, so that the page never holds its pixels. */
import { grayOf, readLines } from "../../core/surface";
import { fail, ok } from "../../core/units";
import type { Job } from "../messages";
import type { Jobs } from "../protocol";

/** Longer sides than this are read at half or a quarter: layer lines are looked for at a few pixels each anyway. */
const MOST_PX = 6000;

export const lines: Job<Jobs["lines"]["request"], Jobs["lines"]["answer"]> = {
  failed: "The photograph could not be read",
  tooLarge: "The photograph is too large for this machine's memory. Cut it to the surface and the ruler.",
  run: async ({ photo, marks, pitchMm }, onProgress, signal) => {
    let bitmap: ImageBitmap;
    try {
      bitmap = await createImageBitmap(photo);
    } catch {
      return fail("photo.unreadable", "This is no photograph that can be read here. Use JPEG, PNG or WebP.");
    }
    if (Math.max(bitmap.width, bitmap.height) > MOST_PX) {
      bitmap.close();
      return fail("photo.large", `The photograph is longer than ${MOST_PX} pixels. Cut it to the surface and the ruler.`);
    }
    const canvas = new OffscreenCanvas(bitmap.width, bitmap.height);
    const context = canvas.getContext("2d", { willReadFrequently: true });
    if (!context) return fail("photo.canvas", "This browser cannot read pictures here.");
    context.drawImage(bitmap, 0, 0);
    const { width, height } = bitmap;
    bitmap.close();
    const { data } = context.getImageData(0, 0, width, height);
    onProgress(0.2, "reading the photograph");
    return ok({ answer: readLines(grayOf(data, width, height), marks, pitchMm, (f, phase) => onProgress(0.2 + 0.8 * f, phase), signal) });
  },
};
