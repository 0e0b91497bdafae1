/** What is typed about scales and known things. */
import { fail, ok, parseLength, readAsReal, retyped, type Result } from "~core/units";
import { LIMITS } from "~core/project";
import type { RealThing } from "~core/scale";

/** A viewing distance, mm. */
export const parseDistance = (text: string): Result<number> => {
  const r = parseLength(text, "m");
  if (!r.ok) return r;
  const { least, most } = LIMITS.viewingDistanceMm;
  return r.value.mm >= least && r.value.mm <= most ? ok(r.value.mm) : fail("distance", "Enter 5 cm to 20 m.");
};

/** "handwheel = 60 cm", "lock gate = 4 to 4.5 m". */
export function parseOwnThing(text: string): Result<RealThing> {
  const m = /^\s*(.{1,60}?)\s*[=:,]\s*(.+)$/.exec(text);
  if (!m) return fail("thing", 'Enter a name and a size, such as "handwheel = 60 cm" or "gate = 4 to 4.5 m".');
  const [from, to, more] = m[2].split(/\s+(?:to|–|-)\s+/);
  if (more !== undefined) return fail("thing", 'Enter one size, or two with "to" between them.');
  const named = (size: string): string => `${m[1]} = ${size}`;
  const last = retyped(parseLength(to ?? from, "m"), (t) => named(to === undefined ? t : `${from} to ${t}`));
  if (!last.ok) return last;
  const first = to === undefined ? last : retyped(parseLength(from, last.value.unit ?? "m"), (t) => named(`${t} to ${to}`));
  if (!first.ok) return first;
  const [low, high] = [first.value.mm, last.value.mm].sort((a, b) => a - b);
  if (!(low > 0)) return fail("thing", "Enter its size.");
  return ok({ name: m[1], mm: Math.sqrt(low * high), low, high, measure: "as you entered it", kind: "typed", source: "yours" });
}

/** What was read: the name, and the size or its two ends. */
export const readAsThing = (t: RealThing): string =>
  `${t.name}, ${t.low === t.high ? readAsReal(t.mm) : `${readAsReal(t.low)} to ${readAsReal(t.high)}`}`;
