/** Lines that are scored into a panel, and strips of siding that are glued on it, by the size of the real thing. */

import { fail, ok, type Result } from "../units";

/** A panel, as far as it is scored. */
interface Face {
  widthMm: number;
  heightMm: number;
}

export type Scoring = "flags" | "bricks" | "boards";

/**
 * What is scored, and how large one is in real life with its joint, mm: bricks by their coordinating size of 225 × 75 (BS 4729, from memory);
 * flags and boards by common practice, no source.
 */
export const SCORINGS: Readonly<Record<Scoring, { label: string; realMm: readonly [number, number] }>> = {
  flags: { label: "flags, joints in line", realMm: [600, 600] },
  bricks: { label: "bricks, each course half a brick on", realMm: [225, 75] },
  boards: { label: "boards, ends a third of a board on", realMm: [3000, 150] },
};
/** How far each course begins after the one below it, as shares of one unit, over and over. */
const SHIFTS: Readonly<Record<Scoring, readonly number[]>> = { flags: [0], bricks: [0, 1 / 2], boards: [0, 1 / 3, 2 / 3] };

/** A panel that is scored: one unit with its joint, mm. */
export interface Scored {
  as: Scoring;
  unitMm: [number, number];
}

/** A line nearer to an edge than this is the edge, mm. */
const EDGE_MM = 0.2;

/** How many courses, where the verticals of every so many-th begin, and how many of them there are in each. */
function coursesOf(
  { widthMm: w, heightMm: h }: Face,
  { as, unitMm: [uw, uh] }: Scored,
): { courses: number; verticals: { from: number; count: number }[] } {
  const verticals = SHIFTS[as].map((shift) => {
    const from = shift > 0 ? shift * uw : uw;
    return { from, count: Math.max(0, Math.ceil((w - EDGE_MM - from) / uw)) };
  });
  return { courses: Math.max(1, Math.ceil((h - EDGE_MM) / uh)), verticals };
}

/**
 * What scoring a panel takes. Courses lie along the width and begin below.
 * @returns length of all lines together, mm, how many they are, and what is left of a course at the top, mm; 0 where it comes out even
 */
export function scoreSum(face: Face, scored: Scored): { lengthMm: number; lines: number; restMm: number } {
  const { widthMm: w, heightMm: h } = face;
  const uh = scored.unitMm[1];
  const { courses, verticals } = coursesOf(face, scored);
  const top = h - (courses - 1) * uh;
  let lengthMm = (courses - 1) * w,
    lines = courses - 1;
  verticals.forEach(({ count }, k) => {
    // Courses k, k + n, k + 2n …, of which the last may be the one at the top.
    const n = Math.max(0, Math.ceil((courses - k) / verticals.length));
    const isTop = (courses - 1) % verticals.length === k;
    lengthMm += count * (n * uh + (isTop ? top - uh : 0));
    lines += n * count;
  });
  return { lengthMm, lines, restMm: Math.abs(top - uh) < EDGE_MM ? 0 : top };
}

/** More lines than this on a panel are a grey sheet, and a file that nobody opens. */
const MOST_LINES = 20_000;

/** The lines to score, from the panel's lower left corner: x, y, x, y each, mm. An error where they are too many to draw. */
export function scoreLines(face: Face, scored: Scored): Result<number[]> {
  const { widthMm: w, heightMm: h } = face;
  const [uw, uh] = scored.unitMm;
  const { lines: count } = scoreSum(face, scored);
  if (count > MOST_LINES)
    return fail("score.fine", `${count} lines are too many to draw on one panel: make one stone larger, or the panel smaller.`);
  const { courses, verticals } = coursesOf(face, scored);
  const lines: number[] = [];
  for (let c = 0; c < courses; c++) {
    const from = c * uh,
      to = c === courses - 1 ? h : from + uh;
    if (c > 0) lines.push(0, from, w, from);
    const { from: first, count } = verticals[c % verticals.length];
    for (let k = 0; k < count; k++) lines.push(first + k * uw, from, first + k * uw, to);
  }
  return ok(lines);
}

/** The height of a course nearest to the wanted one with which courses come out even, mm. */
export const evenCourse = (heightMm: number, courseMm: number): number => heightMm / Math.max(1, Math.round(heightMm / courseMm));

export interface Siding {
  courses: number;
  /** What shows of a strip, so that the last one ends at the top, mm. */
  exposureMm: number;
  stripMm: number;
  /** Strips end to end in one course. */
  inCourse: number;
  /** The strips, as a panel of the cut list. */
  panel: Face & { name: string; count: number };
}

/**
 * Strips that lap over each other from below: the first shows all but its lap, so n courses cover n × exposure + lap.
 * @param stockMm the longest strip that the stock gives
 */
export function sidingOf(wall: { widthMm: number; heightMm: number; exposureMm: number; lapMm: number; stockMm: number }): Siding {
  const courses = Math.max(1, Math.round((wall.heightMm - wall.lapMm) / wall.exposureMm));
  const exposureMm = Math.max(0.1, (wall.heightMm - wall.lapMm) / courses);
  const inCourse = Math.max(1, Math.ceil(wall.widthMm / wall.stockMm - 1e-9));
  const stripMm = exposureMm + wall.lapMm;
  return {
    courses,
    exposureMm,
    stripMm,
    inCourse,
    panel: { name: "Siding strip", widthMm: wall.widthMm / inCourse, heightMm: stripMm, count: courses * inCourse },
  };
}
