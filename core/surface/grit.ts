/**
 * Abrasive papers: grain, and the ladder from the defect to the finish. Mean grain sizes FEPA 43-1/-2, ISO 6344-2/-3 [published]. Where to
 * begin, how big a step may be and how far to go: common practice, no source.
 */

/** Mean grain in micrometres by P grade. */
export const GRAIN_UM: Record<number, number> = {
  40: 425,
  50: 336,
  60: 269,
  80: 201,
  100: 162,
  120: 125,
  150: 100,
  180: 82,
  220: 68,
  240: 58.5,
  280: 52.2,
  320: 46.2,
  360: 40.5,
  400: 35,
  500: 30.2,
  600: 25.8,
  800: 21.8,
  1000: 18.3,
  1200: 15.3,
  1500: 12.6,
  2000: 10.3,
  2500: 8.4,
};
export const GRADES = Object.keys(GRAIN_UM).map(Number);

/** What the last paper has to be good for, and which it is. */
export type SandFinish = "primer" | "matt" | "gloss";
export const SAND_FINISHES: Record<SandFinish, { last: number; words: string }> = {
  primer: { last: 400, words: "under primer" },
  matt: { last: 600, words: "under a thin matt coat, no primer" },
  gloss: { last: 2000, words: "under gloss" },
};

/** Bare filament is cut no finer than this before it is filled: the filler hides the rest. */
export const BARE_LAST = 120;
/** Depth of the scratches that a paper leaves, as a share of its grain. Common practice, no source: your eye or gauge replaces it. */
const SCRATCH_SHARE = 0.3;
/** Where the grain is about the defect: at most so much larger. */
const BEGIN = 1.3;
/** A paper takes out the scratches of one at most so much coarser. */
const BIGGEST_STEP = 2;
/** Coarser than this tears printed plastic. */
const COARSEST = 80;
/** From this grade on wet, where the ground bears water. */
const WET_FROM = 240;
/** What a sheet of 230 × 280 mm sands before it is done, mm² of surface. Common practice, no source. */
const SHEET_LASTS_MM2 = 60_000;

export interface Paper {
  grade: number;
  wet: boolean;
  sheets: number;
  /** The least that it leaves, mm. */
  scratchMm: number;
}

/** The least step that a paper leaves, mm. */
export function scratchMm(grade: number): number {
  const grain = GRAIN_UM[grade];
  if (grain === undefined) throw new RangeError(`scratchMm: no grain size for P${grade}`);
  return (grain / 1000) * SCRATCH_SHARE;
}

/**
 * From the coarsest paper whose grain is about the defect to the last, by the biggest steps that are allowed.
 * @param stepMm what is to be taken off
 * @param last the finish, or the last grade
 * @param among grades that are at hand; all where nobody said
 */
export function gritLadder(
  stepMm: number,
  last: SandFinish | number,
  { areaMm2 = 0, waterproof = true, among = GRADES }: { areaMm2?: number; waterproof?: boolean; among?: readonly number[] } = {},
): Paper[] {
  const end = typeof last === "number" ? last : SAND_FINISHES[last].last;
  const grades = [...among].filter((g) => GRAIN_UM[g] !== undefined && g >= COARSEST && g <= end).sort((a, b) => a - b);
  if (grades.length === 0) return [];
  const first = grades.find((g) => GRAIN_UM[g] / 1000 <= stepMm * BEGIN) ?? grades[grades.length - 1];
  const out = [first];
  for (let at = first; at < grades[grades.length - 1];) {
    // The finest that is not too big a step; where none is, the next there is.
    const finer = grades.filter((g) => g > at);
    const next = [...finer].reverse().find((g) => GRAIN_UM[at] / GRAIN_UM[g] <= BIGGEST_STEP) ?? finer[0];
    out.push(next);
    at = next;
  }
  return out.map((grade) => ({
    grade,
    wet: waterproof && grade >= WET_FROM,
    sheets: areaMm2 / SHEET_LASTS_MM2,
    scratchMm: scratchMm(grade),
  }));
}

/** Steps of a ladder that are bigger than allowed, because nothing between was at hand. */
export const tooBig = (papers: readonly Paper[]): [number, number][] =>
  papers
    .slice(1)
    .flatMap((p, i): [number, number][] =>
      GRAIN_UM[papers[i].grade] / GRAIN_UM[p.grade] > BIGGEST_STEP ? [[papers[i].grade, p.grade]] : [],
    );

export const paperWords = (papers: readonly Paper[]): string => papers.map((p) => `P${p.grade}`).join(", ");

/** "a strip", "half a sheet", "1 sheet": what has to be torn off or bought. */
export const sheetsText = (sheets: number): string =>
  sheets < 0.2 ? "a strip" : sheets < 0.75 ? "half a sheet" : `${Math.ceil(sheets)} ${Math.ceil(sheets) === 1 ? "sheet" : "sheets"}`;
