/** A file of moves, read as it comes from the disk: no more of it is held than a piece. */
import { GcodeReader } from "../../core/print";
import type { Job } from "../messages";
import type { Jobs } from "../protocol";

export const gcode: Job<Jobs["gcode"]["request"], Jobs["gcode"]["answer"]> = {
  failed: "The G-code file could not be read",
  tooLarge: "The file is too large for this machine's memory.",
  run: async ({ file, options }, onProgress, signal) => {
    const reader = new GcodeReader(options);
    const stream = file.stream().getReader();
    let read = 0;
    for (;;) {
      signal.throwIfAborted();
      const { done, value } = await stream.read();
      if (done) break;
      read += value.length;
      const problem = reader.push(value);
      if (problem) {
        await stream.cancel();
        return { ok: false, problem };
      }
      onProgress(file.size > 0 ? read / file.size : 0, "reading");
    }
    const facts = reader.end();
    return facts.ok ? { ok: true, value: { answer: facts.value } } : facts;
  },
};
