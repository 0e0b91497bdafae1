/**
 * Lengths from one photograph. Of a rectangle of known width and height, like a door, the four corners say how the picture turns its plane
 * (Heckbert 1989, "Fundamentals of texture mapping", the square-to-quad mapping); then every length in that plane can be read, however
 * slanted the picture is. Of one known length alone, lengths beside it are read as if the picture were taken square to them.
 *
 * Every answer is a range: marks are set by hand, and what was assumed of the camera may be off.
 */
import { fail, ok, type Result } from "../units";

export interface Mark {
  x: number;
  y: number;
}

export interface ReadLength {
  mm: number;
  low: number;
  high: number;
}

/** A mark is off by so much of the picture's width, about two times out of three. Common practice, no source. */
const MARK_OFF = 0.002;
/** Two of those to either side. */
const SIGMAS = 2;
/** By how much the range allows a mark to be off, px of a picture that is so wide. */
export const marksOffPx = (picturePx: number): number => SIGMAS * MARK_OFF * picturePx;
/** A picture that was meant to be square to the wall may be turned by so much. Common practice, no source. */
const SLANT_DEG = 15;

/** Nine numbers, row by row: from the picture to its plane in millimetres, up to a factor. */
type Homography = readonly number[];

/** From the unit square (0,0), (1,0), (1,1), (0,1) to four points: nine numbers, row by row; null where they lie on a line. */
export function fromSquare([p0, p1, p2, p3]: readonly Mark[]): Homography | null {
  const sx = p0.x - p1.x + p2.x - p3.x,
    sy = p0.y - p1.y + p2.y - p3.y;
  const [ax, ay, bx, by] = [p1.x - p2.x, p1.y - p2.y, p3.x - p2.x, p3.y - p2.y];
  const det = ax * by - bx * ay;
  if (Math.abs(det) < 1e-9) return null;
  const g = (sx * by - bx * sy) / det,
    h = (ax * sy - sx * ay) / det;
  return [p1.x - p0.x + g * p1.x, p3.x - p0.x + h * p3.x, p0.x, p1.y - p0.y + g * p1.y, p3.y - p0.y + h * p3.y, p0.y, g, h, 1];
}

/** The adjugate: the inverse, up to a factor. */
const inverse = ([a, b, c, d, e, f, g, h, i]: Homography): Homography => [
  e * i - f * h,
  c * h - b * i,
  b * f - c * e,
  f * g - d * i,
  a * i - c * g,
  c * d - a * f,
  d * h - e * g,
  b * g - a * h,
  a * e - b * d,
];

/** Where a point of the picture lies in the square; null at or beyond the horizon of its plane. */
function onSquare(h: Homography, { x, y }: Mark, side: number): Mark | null {
  const w = h[6] * x + h[7] * y + h[8];
  if (!(w * side > 1e-12)) return null;
  return { x: (h[0] * x + h[1] * y + h[2]) / w, y: (h[3] * x + h[4] * y + h[5]) / w };
}

const cross = (a: Mark, b: Mark, c: Mark): number => (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x);

/** Corners go round without crossing, each bent the same way. */
function isConvex(c: readonly Mark[]): boolean {
  const turns = c.map((p, i) => Math.sign(cross(p, c[(i + 1) % 4], c[(i + 2) % 4])));
  return turns[0] !== 0 && turns.every((t) => t === turns[0]);
}

/** The distance of two points in the plane of the rectangle; null beyond its horizon. */
function distanceMm(corners: readonly Mark[], wideMm: number, highMm: number, a: Mark, b: Mark): number | null {
  const to = fromSquare(corners);
  if (!to) return null;
  const h = inverse(to);
  const middle = { x: corners.reduce((s, c) => s + c.x, 0) / 4, y: corners.reduce((s, c) => s + c.y, 0) / 4 };
  const side = Math.sign(h[6] * middle.x + h[7] * middle.y + h[8]);
  const [p, q] = [onSquare(h, a, side), onSquare(h, b, side)];
  return p && q && Math.hypot((p.x - q.x) * wideMm, (p.y - q.y) * highMm);
}

/**
 * @param corners of the known rectangle, in the order in which they go round, the first side its width @param picturePx width of the picture
 * @returns the length between two points of the same plane; its range is two standard deviations of marks that are off
 */
export function lengthInPlane(
  corners: readonly Mark[],
  { wideMm, highMm }: { wideMm: number; highMm: number },
  [a, b]: readonly [Mark, Mark],
  picturePx: number,
): Result<ReadLength> {
  if (!isConvex(corners))
    return fail("picture.corners", "Put the four marks on the corners of one rectangle, going round it: no line between them may cross.");
  const all = [...corners, a, b];
  const at = (marks: readonly Mark[]): number | null => distanceMm(marks.slice(0, 4), wideMm, highMm, marks[4], marks[5]);
  const mm = at(all);
  const off = picturePx * MARK_OFF;
  let variance = 0;
  for (let i = 0; i < all.length; i++)
    for (const k of ["x", "y"] as const) {
      const [more, less] = [off, -off].map((by) => at(all.map((m, j) => (j === i ? { ...m, [k]: m[k] + by } : m))));
      if (mm === null || more === null || less === null)
        return fail("picture.horizon", "This point is too far from the rectangle, near the horizon of its wall. Measure nearer to it.");
      variance += ((more - less) / 2) ** 2;
    }
  const spread = SIGMAS * Math.sqrt(variance);
  return ok({ mm: mm!, low: Math.max(0, mm! - spread), high: mm! + spread });
}

/** As if the picture were taken square to both: the known length is `knownMm` from one mark to the other. */
export function lengthBeside(
  [from, to]: readonly [Mark, Mark],
  knownMm: number,
  [a, b]: readonly [Mark, Mark],
  picturePx: number,
): Result<ReadLength> {
  const known = Math.hypot(to.x - from.x, to.y - from.y),
    wanted = Math.hypot(b.x - a.x, b.y - a.y);
  const off = Math.SQRT2 * marksOffPx(picturePx);
  if (known <= off) return fail("picture.known", "The two marks of the known length are too close together: choose a longer one.");
  const mm = (knownMm * wanted) / known;
  // Marks along their line, and either length seen aslant.
  const marks = Math.hypot(off / known, wanted > 0 ? off / wanted : 0);
  const slant = 1 / Math.cos((SLANT_DEG * Math.PI) / 180);
  return ok({ mm, low: Math.max(0, (mm * (1 - marks)) / slant), high: mm * (1 + marks) * slant });
}
