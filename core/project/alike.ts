/** Parts that are easily mixed up on the bench: of nearly one size and volume, but not the same. */
import { partSizeMm, partVolumeMm3 } from "./part";
import type { Part } from "./types";

/** Nearer than this in every side and in volume, two parts look the same in a heap. Common practice, no source. */
const SIDE = 0.06;
const VOLUME = 0.12;

/** For every part that has such a one: the ids of the parts it is mixed up with. Quadratic in parts, on four numbers each. */
export function alikeParts(parts: readonly Part[]): Map<string, string[]> {
  const facts = parts.map((part) => ({
    part,
    sides: [...partSizeMm(part)].sort((a, b) => a - b),
    volume: partVolumeMm3(part),
  }));
  const out = new Map<string, string[]>();
  const near = (a: number, b: number, share: number): boolean => Math.abs(a - b) <= share * Math.max(a, b);
  for (const [i, a] of facts.entries())
    for (const b of facts.slice(i + 1)) {
      if (!near(a.volume, b.volume, VOLUME) || !a.sides.every((s, k) => near(s, b.sides[k], SIDE))) continue;
      out.set(a.part.id, [...(out.get(a.part.id) ?? []), b.part.id]);
      out.set(b.part.id, [...(out.get(b.part.id) ?? []), a.part.id]);
    }
  return out;
}
