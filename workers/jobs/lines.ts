/** The line meter on a photograph: opened here, so that the page never holds its pixels. */
import { grayOf, readLines, scaledMarks } from "../../core/surface";
import { fail, ok } from "../../core/units";
import type { Job } from "../messages";
import type { Jobs } from "../protocol";
import { openPicture, PICTURE_FAULTS } from "./picture";

/** Longer sides than this are made smaller: layer lines are looked for at a few pixels each, and the reading says where that is too few. */
const MOST_PX = 6000;

export const lines: Job<Jobs["lines"]["request"], Jobs["lines"]["answer"]> = {
  ...PICTURE_FAULTS,
  run: async ({ photo, marks, pitchMm }, onProgress, signal) => {
    const opened = await openPicture(photo, MOST_PX, (f, phase) => onProgress(0.3 * f, phase));
    if (!opened.ok) return opened;
    const { bitmap, width } = opened.value;
    const canvas = new OffscreenCanvas(bitmap.width, bitmap.height);
    const context = canvas.getContext("2d", { willReadFrequently: true });
    if (!context) return fail("picture.canvas", "This browser cannot read pictures here.");
    context.drawImage(bitmap, 0, 0);
    const by = bitmap.width / width;
    bitmap.close();
    const { data } = context.getImageData(0, 0, canvas.width, canvas.height);
    onProgress(0.3, "reading the photograph");
    const gray = grayOf(data, canvas.width, canvas.height);
    return ok({ answer: readLines(gray, scaledMarks(marks, by), pitchMm, (f, phase) => onProgress(0.3 + 0.7 * f, phase), signal) });
  },
};
