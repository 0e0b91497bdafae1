/** Parts that are one piece before paint, drawn as one: from the front, where their joints say that they stand. */
import type { Joint } from "../joint";

/** A part as it looks from the front, mm: its size, and where its file's own zero lies from its lower left corner. */
export interface FrontSize {
  wideMm: number;
  highMm: number;
  lowMm: readonly [number, number];
  factor: number;
}

interface UnitShape {
  /** Lower left corners, mm from that of the whole. */
  pieces: { id: string; xMm: number; zMm: number }[];
  wideMm: number;
  highMm: number;
}

/** Between parts of which nobody said where they meet, as a share of what is there. */
const APART = 0.06;

/**
 * A position said at a joint is kept; what has none stands to the right. Parts that are turned by other than half a turn show another side: they
 * stand where they are, as wide as from the front.
 */
export function unitShape(unit: readonly string[], joints: readonly Joint[], sizeOf: (id: string) => FrontSize): UnitShape {
  const at = new Map<string, [number, number]>();
  const right = (): number => Math.max(0, ...[...at].map(([id, [x]]) => x + sizeOf(id).wideMm));
  const known = joints.flatMap(({ a, b, place }) =>
    place && b.kind === "part" && unit.includes(a) && unit.includes(b.partId) ? [{ a, b: b.partId, atMm: place.atMm }] : [],
  );
  for (const id of unit) {
    if (at.has(id)) continue;
    at.set(id, [at.size === 0 ? 0 : right() * (1 + APART), 0]);
    // All that hangs on it by a position, however far.
    for (let grew = true; grew;) {
      grew = false;
      for (const { a, b, atMm } of known) {
        if (at.has(a) === at.has(b)) continue;
        const [sa, sb] = [sizeOf(a), sizeOf(b)];
        const by = [0, 1].map((k) => sa.lowMm[k] + atMm[k === 0 ? 0 : 2] * sb.factor - sb.lowMm[k]);
        const from = at.get(b) ?? at.get(a)!;
        if (at.has(b)) at.set(a, [from[0] + by[0], from[1] + by[1]]);
        else at.set(b, [from[0] - by[0], from[1] - by[1]]);
        grew = true;
      }
    }
  }
  const [x0, z0] = [0, 1].map((k) => Math.min(...[...at.values()].map((p) => p[k])));
  return {
    pieces: [...at].map(([id, [x, z]]) => ({ id, xMm: x - x0, zMm: z - z0 })),
    wideMm: Math.max(...[...at].map(([id, [x]]) => x - x0 + sizeOf(id).wideMm)),
    highMm: Math.max(...[...at].map(([id, [, z]]) => z - z0 + sizeOf(id).highMm)),
  };
}
