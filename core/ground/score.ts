/** Lines that are scored into a panel, and strips of siding that are glued on it, by the size of the real thing. */

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

/**
 * The lines to score, from the panel's lower left corner: x, y, x, y each, mm. Courses lie along the width and begin below.
 * @returns also their length together, and what is left of a course at the top, mm; 0 where it comes out even
 */
export function scoreLines(
  { widthMm: w, heightMm: h }: Face,
  { as, unitMm: [uw, uh] }: Scored,
): { lines: number[]; lengthMm: number; restMm: number } {
  const lines: number[] = [];
  let lengthMm = 0;
  const courses = Math.max(1, Math.ceil((h - EDGE_MM) / uh));
  for (let c = 0; c < courses; c++) {
    const from = c * uh,
      to = Math.min(h, from + uh);
    if (c > 0) {
      lines.push(0, from, w, from);
      lengthMm += w;
    }
    const shift = SHIFTS[as][c % SHIFTS[as].length] * uw;
    for (let x = shift > EDGE_MM ? shift : shift + uw; x < w - EDGE_MM; x += uw) {
      lines.push(x, from, x, to);
      lengthMm += to - from;
    }
  }
  const rest = h - (courses - 1) * uh;
  return { lines, lengthMm, restMm: Math.abs(rest - uh) < EDGE_MM ? 0 : rest };
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
