/** "4 mm of grout", as people type it. */
import { fail, ok, parseLength, type Result } from "../units";
import { GROUND_METHODS, methodById, type GroundMethodId } from "./methods";

/** What the trade calls it, and how it is laid unless somebody says otherwise. Common practice, no source. */
const CALLED: readonly (readonly [RegExp, GroundMethodId])[] = [
  [/\b(trowel\w*|mortar)\b/, "trowelled"],
  [/\b(grout|cement)\b/, "cement"],
  [/\b(paving|flags|setts|cobbles)\b/, "scored"],
  [/\b(paste|mud|filler)\b/, "paste"],
  [/\b(slime|uv)\b/, "uv-resin"],
  [/\b(puddle|water effect)\b/, "water-effect"],
  [/\b(water|resin|creek|river|pond)\b/, "two-part"],
  [/\b(grass|fib(re|er)s?)\b/, "fibres"],
  [/\b(flock|leaves|moss|scrub)\b/, "leaves"],
  [/\b(sand|grit|gravel|shingle|earth|soil)\b/, "sand-and-grit"],
];

export interface ReadGround {
  methodId: GroundMethodId;
  depthMm: number;
}

/** The method of a word, or of its own id. */
export function methodCalled(text: string): GroundMethodId | null {
  const words = text.trim().toLowerCase();
  return methodById(words)?.id ?? CALLED.find(([pattern]) => pattern.test(words))?.[1] ?? null;
}

/** A depth and what it is of, in any order; the method's usual depth where none is said. */
export function readGround(text: string): Result<ReadGround> {
  const methodId = methodCalled(text);
  if (!methodId) return fail("ground.what", "Enter a depth and what it is of: 4 mm of grout, 2 mm sand, 9 mm water, grass.");
  const number = /-?\d[\d.,]*\s*(mm|cm|m|in|"|″)?/.exec(text);
  if (!number) return ok({ methodId, depthMm: GROUND_METHODS.find((m) => m.id === methodId)!.depthMm });
  const length = parseLength(number[1] ? number[0] : `${number[0]} mm`);
  if (!length.ok) return length;
  const depthMm = length.value.mm;
  return depthMm >= 0.1 && depthMm <= 200 ? ok({ methodId, depthMm }) : fail("ground.depth", "The depth must be between 0.1 and 200 mm.");
}
