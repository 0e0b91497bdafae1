/** The chain of steps that the finish hangs on: whoever wants to be ready sooner has to shorten one of these (CPM). */
import type { Slot } from "./schedule";

/** Back from the last step over the predecessor that freed it latest. */
export function criticalPath(slots: readonly Slot[]): string[] {
  const by = new Map(slots.map((s) => [s.key, s]));
  let at = [...slots].sort((a, b) => b.free - a.free)[0] as Slot | undefined;
  const path: string[] = [];
  while (at) {
    path.unshift(at.key);
    at = at.step.after
      .map((k) => by.get(k))
      .filter((s): s is Slot => s !== undefined)
      .sort((a, b) => b.free - a.free)[0];
  }
  return path;
}
