/** What is typed about scales and known things. */
import { fail, ok, parseLength, type Result } from "~core/measure";
import { LIMITS } from "~core/project";
import type { RealThing } from "~core/scale";

/** A viewing distance, mm. */
export const parseDistance = (text: string): Result<number> => {
  const r = parseLength(text, "m");
  if (!r.ok) return r;
  const { least, most } = LIMITS.viewingDistanceMm;
  return r.value.mm >= least && r.value.mm <= most ? ok(r.value.mm) : fail("distance", "Between 5 cm and 20 m.");
};

/** "handwheel = 60 cm", "lock gate = 4 to 4.5 m". */
export function parseOwnThing(text: string): Result<RealThing> {
  const m = /^\s*(.{1,60}?)\s*[=:,]\s*(.+)$/.exec(text);
  if (!m) return fail("thing", 'A name and a size, such as "handwheel = 60 cm" or "gate = 4 to 4.5 m".');
  const ends = m[2].split(/\s+(?:to|–|-)\s+/);
  const last = parseLength(ends[ends.length - 1], "m");
  if (!last.ok) return last;
  const first = ends.length > 1 ? parseLength(ends[0], last.value.unit ?? "m") : last;
  if (!first.ok) return first;
  const [low, high] = [first.value.mm, last.value.mm].sort((a, b) => a - b);
  if (!(low > 0)) return fail("thing", "A thing has a size.");
  return ok({ name: m[1], mm: Math.sqrt(low * high), low, high, measure: "as you typed it", kind: "typed", source: "yours" });
}
