/**
 * Version 4 to 5: parts say which faces are seen, where they are made stronger, where they meet what they were cut from, and what other
 * ways cost; prints may have a file of moves. Frozen.
 */
import { isStored, type Stored } from "./stored";

const workTo5 = (work: unknown): unknown =>
  Array.isArray(work) ? work.map((w: unknown) => (isStored(w) && w.kind === "print" ? { sliced: null, ...w } : w)) : work;

export const partTo5 = (stored: Stored): Stored => ({
  faces: [],
  zones: [],
  joints: [],
  otherWays: null,
  ...stored,
  work: workTo5(stored.work),
});
