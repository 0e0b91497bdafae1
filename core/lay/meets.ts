/**
 * Do two outlines share area? Exactly on their lines, without a solids library, so that a drag is answered within a frame: edges that cross, or
 * a place just inside one that lies in the other. Touching is not sharing. O(edges × edges) of what lies near.
 */
import { ringArea, type Box2, type Ring } from "./rings";

/** Less than this deep is touching, mm: nobody sets a piece down more exactly. */
const TOUCH_MM = 0.05;

export const boxesMeet = (a: Box2, b: Box2, byMm = 0): boolean =>
  a.x0 < b.x1 + byMm && b.x0 < a.x1 + byMm && a.y0 < b.y1 + byMm && b.y0 < a.y1 + byMm;

/** Is a place inside? By crossings: rings in rings are holes. */
export function isInside(rings: readonly Ring[], x: number, y: number): boolean {
  let inside = false;
  for (const ring of rings)
    for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2) {
      const ay = ring[j + 1],
        by = ring[i + 1];
      if (ay > y !== by > y && x < ring[j] + ((ring[i] - ring[j]) * (y - ay)) / (by - ay)) inside = !inside;
    }
  return inside;
}

/** Distance of a place from the nearest line, mm. */
export function distanceTo(rings: readonly Ring[], x: number, y: number): number {
  let least = Infinity;
  for (const ring of rings)
    for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2) {
      const dx = ring[i] - ring[j],
        dy = ring[i + 1] - ring[j + 1];
      const length2 = dx * dx + dy * dy;
      const t = length2 > 0 ? Math.min(1, Math.max(0, ((x - ring[j]) * dx + (y - ring[j + 1]) * dy) / length2)) : 0;
      const ex = x - ring[j] - t * dx,
        ey = y - ring[j + 1] - t * dy;
      const d2 = ex * ex + ey * ey;
      if (d2 < least) least = d2;
    }
  return Math.sqrt(least);
}

const side = (ax: number, ay: number, bx: number, by: number, px: number, py: number): number =>
  (bx - ax) * (py - ay) - (by - ay) * (px - ax);

/** Where two edges cross, both ends of each clearly on the two sides of the other; null where they do not. */
function crossing(a: Ring, i: number, j: number, b: Ring, k: number, l: number): [number, number] | null {
  const [ax, ay, bx, by] = [a[j], a[j + 1], a[i], a[i + 1]];
  const [cx, cy, dx, dy] = [b[l], b[l + 1], b[k], b[k + 1]];
  if (Math.max(ax, bx) < Math.min(cx, dx) || Math.max(cx, dx) < Math.min(ax, bx)) return null;
  if (Math.max(ay, by) < Math.min(cy, dy) || Math.max(cy, dy) < Math.min(ay, by)) return null;
  const ab = Math.hypot(bx - ax, by - ay) * TOUCH_MM,
    cd = Math.hypot(dx - cx, dy - cy) * TOUCH_MM;
  const c = side(ax, ay, bx, by, cx, cy),
    d = side(ax, ay, bx, by, dx, dy);
  if (!((c > ab && d < -ab) || (c < -ab && d > ab))) return null;
  const p = side(cx, cy, dx, dy, ax, ay),
    q = side(cx, cy, dx, dy, bx, by);
  if (!((p > cd && q < -cd) || (p < -cd && q > cd))) return null;
  const t = p / (p - q);
  return [ax + t * (bx - ax), ay + t * (by - ay)];
}

/** A place just inside a, beside the middle of one of its edges, that lies in b and not on its line. */
function placeIn(a: readonly Ring[], b: readonly Ring[]): [number, number] | null {
  for (const ring of a)
    for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2) {
      const dx = ring[i] - ring[j],
        dy = ring[i + 1] - ring[j + 1];
      const length = Math.hypot(dx, dy);
      if (length < TOUCH_MM) continue;
      // Outer lines run counter-clockwise and holes clockwise: inside is on the left.
      const x = (ring[i] + ring[j]) / 2 - (dy / length) * 2 * TOUCH_MM,
        y = (ring[i + 1] + ring[j + 1]) / 2 + (dx / length) * 2 * TOUCH_MM;
      if (isInside(a, x, y) && isInside(b, x, y) && distanceTo(b, x, y) > TOUCH_MM) return [x, y];
    }
  return null;
}

/** A place that both cover; null where they share nothing. Rings wind as outlines do. */
export function sharedPlace(a: readonly Ring[], b: readonly Ring[]): [number, number] | null {
  for (const p of a)
    for (let i = 0, j = p.length - 2; i < p.length; j = i, i += 2)
      for (const q of b)
        for (let k = 0, l = q.length - 2; k < q.length; l = k, k += 2) {
          const at = crossing(p, i, j, q, k, l);
          if (at) return at;
        }
  return placeIn(a, b) ?? placeIn(b, a);
}

/** How far an outline reaches beyond another, mm: of its corners that lie outside the farthest. */
export function beyond(rings: readonly Ring[], within: readonly Ring[]): number {
  let most = 0;
  for (const ring of rings)
    for (let i = 0; i < ring.length; i += 2)
      if (!isInside(within, ring[i], ring[i + 1])) most = Math.max(most, distanceTo(within, ring[i], ring[i + 1]));
  return most;
}

/** Where a closed line crosses itself; null where it does not. */
export function selfCrossing(ring: Ring): [number, number] | null {
  const n = ring.length;
  for (let i = 0, j = n - 2; i < n; j = i, i += 2)
    for (let k = i + 4; k < n; k += 2) {
      const l = k - 2;
      if (l === i || k === j) continue;
      const at = crossing(ring, i, j, ring, k, l);
      if (at) return at;
    }
  return null;
}

/** The same line counter-clockwise. */
export function counterClockwise(ring: Ring): Ring {
  if (ringArea(ring) >= 0) return ring;
  const out: Ring = [];
  for (let i = ring.length - 2; i >= 0; i -= 2) out.push(ring[i], ring[i + 1]);
  return out;
}
