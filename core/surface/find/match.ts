/**
 * Finds again in a mesh the surfaces that somebody has said something of. A surface is known by where it lies in the part's box, which way
 * it looks and how large a share of the part it is; none of these changes with the size. A new version of the file may also have been turned
 * by quarter turns: the turn under which most is found again is taken, and none before any other.
 */
import type { Surface, Surfaces } from "./surfaces";

/** What a surface is found by. */
export interface Anchor {
  /** Place in the box of the part: 0 to 1 along each axis of the file. */
  at: [number, number, number];
  normal: [number, number, number];
  /** Of the whole area. */
  share: number;
}

/** Beyond this, two surfaces are not one: a third of the part away, or facing a quarter turn elsewhere, or a tenth of the size. */
const MOST_UNLIKE = 0.6;
/** A turned file must find so much more than one that was not. */
const TURN_COST = 0.35;

const shareAt = (v: number, min: number, size: number): number => (size > 1e-9 ? (v - min) / size : 0.5);

export const anchorOf = (surface: Surface, { bounds, areaMm2 }: Pick<Surfaces, "bounds" | "areaMm2">): Anchor => ({
  at: surface.at.map((v, k) => shareAt(v, bounds.min[k], bounds.size[k])) as Anchor["at"],
  normal: surface.normal,
  share: areaMm2 > 0 ? surface.areaMm2 / areaMm2 : 0,
});

/** How unlike two are; 0 for the same. */
function unlike(a: Anchor, b: Anchor): number {
  const off = Math.hypot(...a.at.map((v, k) => v - b.at[k]));
  const cos = a.normal.reduce((sum, v, k) => sum + v * b.normal[k], 0);
  return 1.8 * off + 0.6 * (1 - cos) + 0.25 * Math.abs(Math.log(Math.max(a.share, 1e-9) / Math.max(b.share, 1e-9)));
}

type Rotate = (v: readonly [number, number, number]) => [number, number, number];

/** The 24 turns by quarters, the one that changes nothing first: axes exchanged and reversed, without mirroring. */
const QUARTER_TURNS: Rotate[] = (() => {
  const out: Rotate[] = [];
  for (const [i, j, k, even] of [
    [0, 1, 2, 1],
    [1, 2, 0, 1],
    [2, 0, 1, 1],
    [0, 2, 1, -1],
    [2, 1, 0, -1],
    [1, 0, 2, -1],
  ] as const)
    for (const sx of [1, -1])
      for (const sy of [1, -1]) for (const sz of [1, -1]) if (sx * sy * sz * even === 1) out.push((v) => [sx * v[i], sy * v[j], sz * v[k]]);
  return out;
})();

const turned = (a: Anchor, rotate: Rotate): Anchor => ({
  ...a,
  at: rotate(a.at.map((v) => v - 0.5) as Anchor["at"]).map((v) => v + 0.5) as Anchor["at"],
  normal: rotate(a.normal),
});

/**
 * @param said what was known before, by its id
 * @returns the number of the surface that each is now; those that are not there any more are missing
 */
export function matchSurfaces(
  said: readonly { id: string; anchor: Anchor | null }[],
  found: Pick<Surfaces, "list" | "bounds" | "areaMm2">,
): Map<string, number> {
  const known = said.flatMap(({ id, anchor }) => (anchor ? [{ id, anchor }] : []));
  if (known.length === 0) return new Map();
  const here = found.list.map((s) => anchorOf(s, found));
  let best = new Map<string, number>(),
    least = Infinity;
  for (const [i, rotate] of QUARTER_TURNS.entries()) {
    const pairs = known
      .flatMap(({ id, anchor }) => {
        const was = turned(anchor, rotate);
        return here.map((now, number) => ({ id, number, cost: unlike(was, now) }));
      })
      .filter((p) => p.cost < MOST_UNLIKE)
      .sort((a, b) => a.cost - b.cost || a.number - b.number);
    const match = new Map<string, number>();
    const taken = new Set<number>();
    let cost = i === 0 ? 0 : TURN_COST;
    for (const p of pairs) {
      if (match.has(p.id) || taken.has(p.number)) continue;
      match.set(p.id, p.number);
      taken.add(p.number);
      cost += p.cost;
    }
    cost += (known.length - match.size) * MOST_UNLIKE;
    if (cost < least - 1e-9) [least, best] = [cost, match];
    if (i === 0 && match.size === known.length && cost < 0.05 * known.length) break;
  }
  return best;
}
