/** Contours of a layer as a printer follows them: straight pieces no finer than it can tell apart, and the time they take. */
import type { Contours, LayerContours } from "../../slice";
import { chainTimeS, cornerSpeed } from "./moves";

/** Points nearer than this to the line between their neighbours are left out, mm: a thirtieth of a line. Common practice, no source. */
const TOLERANCE_MM = 0.0125;

/** Leaves out points that a printer cannot tell from a straight line (Douglas & Peucker 1973), each contour from its two farthest points. */
export function simplified({ points, ends, contours }: LayerContours, toleranceMm = TOLERANCE_MM): Contours {
  const out = new Float64Array(points.length);
  const outEnds = new Uint32Array(contours);
  let used = 0,
    begin = 0;
  const keep = new Uint8Array(points.length / 2);
  const stack: number[] = [];
  const dropBelow = toleranceMm * toleranceMm;
  for (let c = 0; c < contours; c++) {
    const end = ends[c];
    const n = end - begin;
    const at = (i: number): number => begin + (i >= n ? i - n : i);
    let far = 0,
      farthest = -1;
    for (let i = 1; i < n; i++) {
      const d = (points[(begin + i) * 2] - points[begin * 2]) ** 2 + (points[(begin + i) * 2 + 1] - points[begin * 2 + 1]) ** 2;
      if (d > farthest) [far, farthest] = [i, d];
    }
    keep.fill(0, begin, end);
    keep[begin] = 1;
    if (far > 0) keep[begin + far] = 1;
    stack.length = 0;
    stack.push(0, far, far, n);
    while (stack.length > 0) {
      const b = stack.pop()!,
        a = stack.pop()!;
      if (b - a < 2) continue;
      const ax = points[at(a) * 2],
        ay = points[at(a) * 2 + 1],
        dx = points[at(b) * 2] - ax,
        dy = points[at(b) * 2 + 1] - ay;
      const length2 = dx * dx + dy * dy;
      let worst = -1,
        where = -1;
      for (let i = a + 1; i < b; i++) {
        const px = points[at(i) * 2] - ax,
          py = points[at(i) * 2 + 1] - ay;
        const cross = px * dy - py * dx;
        const d = length2 > 0 ? (cross * cross) / length2 : px * px + py * py;
        if (d > worst) [worst, where] = [d, i];
      }
      if (worst <= dropBelow) continue;
      keep[at(where)] = 1;
      stack.push(a, where, where, b);
    }
    for (let p = begin; p < end; p++)
      if (keep[p]) {
        out[used++] = points[p * 2];
        out[used++] = points[p * 2 + 1];
      }
    outEnds[c] = used / 2;
    begin = end;
  }
  return { points: out.slice(0, used), ends: outEnds };
}

/** Coordinates closer than this are the same, mm. */
const SAME_MM = 1e-4;

/** Two layers are the same when every point of their contours is. */
export function sameContours(a: Contours, b: Contours): boolean {
  if (a.ends.length !== b.ends.length || a.points.length !== b.points.length) return false;
  for (let i = 0; i < a.ends.length; i++) if (a.ends[i] !== b.ends[i]) return false;
  for (let i = 0; i < a.points.length; i++) if (Math.abs(a.points[i] - b.points[i]) > SAME_MM) return false;
  return true;
}

/** Time to follow every contour once, each from rest to rest, s. */
export function contoursTimeS({ points, ends }: Contours, speed: number, acceleration: number, cornerMmS: number): number {
  let sum = 0,
    begin = 0;
  const most = ends.reduce((n, end, i) => Math.max(n, end - (i ? ends[i - 1] : 0)), 0);
  const lengths = new Float64Array(most),
    corners = new Float64Array(most);
  for (const end of ends) {
    const n = end - begin;
    let px = 0,
      py = 0,
      first = [0, 0];
    for (let i = 0; i < n; i++) {
      const a = begin + i,
        b = begin + (i + 1 === n ? 0 : i + 1);
      let dx = points[b * 2] - points[a * 2],
        dy = points[b * 2 + 1] - points[a * 2 + 1];
      const length = Math.hypot(dx, dy);
      lengths[i] = length;
      if (length > 0) [dx, dy] = [dx / length, dy / length];
      if (i === 0) first = [dx, dy];
      else corners[i - 1] = cornerSpeed(px * dx + py * dy, cornerMmS);
      [px, py] = [dx, dy];
    }
    if (n > 0) corners[n - 1] = cornerSpeed(px * first[0] + py * first[1], cornerMmS);
    sum += chainTimeS(lengths, corners, n, speed, acceleration);
    begin = end;
  }
  return sum;
}
