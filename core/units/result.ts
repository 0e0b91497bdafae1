/** Where a problem sits, in words the user can act on: "byte 84", "line 12", "part Crate". */
export interface Problem {
  code: string;
  /** What is wrong, and what to do, in the user's words. */
  message: string;
  where?: string;
  /** What was typed can mean several things: each as a text that means only that. */
  readings?: Reading[];
}

export interface Reading {
  /** What to type for this one alone. */
  text: string;
  /** The same in words for a button. */
  readAs: string;
  /** The number it stands for, in the owner's unit. */
  value: number;
}

/** Expected failures are values; only broken preconditions inside the core throw. */
export type Result<T> = { ok: true; value: T } | { ok: false; problem: Problem };

export const ok = <T>(value: T): Result<T> => ({ ok: true, value });

export const fail = (code: string, message: string, where?: string): { ok: false; problem: Problem } => ({
  ok: false,
  problem: where === undefined ? { code, message } : { code, message, where },
});

/** The same result for a longer text around the one that was read: its readings are put back into it. */
export const retyped = <T>(result: Result<T>, around: (text: string) => string): Result<T> =>
  result.ok || !result.problem.readings
    ? result
    : { ok: false, problem: { ...result.problem, readings: result.problem.readings.map((r) => ({ ...r, text: around(r.text) })) } };

/** Progress of long work: `fraction` from 0 to 1, `phase` in a word or two for the user. */
export type OnProgress = (fraction: number, phase: string) => void;

/** Throws the DOM's AbortError when the work was cancelled. Call it between chunks. */
export function throwIfCancelled(signal?: AbortSignal): void {
  signal?.throwIfAborted();
}
