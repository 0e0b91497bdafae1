/** What is printed on a pane at true size: a clock, a gauge, or words as large as they fit; and whether somebody can read it. */
import { circle, type Drawing } from "../drawing";
import type { Effect } from "../paint";
import { arcMinuteMm } from "../scale";
import { widthOf } from "./pen";

/** Height of capitals and digits of the page's font, as a share of its size [published: its metrics, 718 of 1000]. */
const CAPITAL = 0.718;
/** A letter is read from where it is five minutes of arc high, with good eyes [published: Snellen's chart, ISO 8596]. */
const LETTER_ARCMIN = 5;
/** Words keep this much of the pane free at its edges. */
const FREE = 0.1;

type Printed = Pick<Effect, "round" | "aMm" | "bMm" | "face" | "words">;

/** Numbers of a face: where they stand, degrees from the right and against the clock. */
const FACES: Record<NonNullable<Effect["face"]>, { numbers: { text: string; deg: number }[]; ticks: number[] }> = {
  clock: {
    numbers: Array.from({ length: 12 }, (_, i) => ({ text: String(i || 12), deg: 90 - 30 * i })),
    ticks: Array.from({ length: 12 }, (_, i) => 90 - 30 * i),
  },
  // Three quarters of a turn, from the lower left over the top.
  gauge: {
    numbers: Array.from({ length: 11 }, (_, i) => ({ text: String(i), deg: 225 - 27 * i })),
    ticks: Array.from({ length: 21 }, (_, i) => 225 - 13.5 * i),
  },
};

const textOf = ({ words = "" }: Printed): string => words.trim();
const widthAt1 = (text: string): number => [...text].reduce((sum, letter) => sum + widthOf(letter), 0);

/** Sizes of its numbers and of its words, mm of the font; 0 where there are none. */
function sizesOf(pane: Printed): { numbers: number; words: number } {
  const face = pane.round ? pane.face : undefined;
  const text = textOf(pane);
  const [w, h] = [pane.aMm, pane.round ? pane.aMm : pane.bMm];
  // On a face the words stand below its middle, between the numbers.
  const room = face ? [0.4 * w, 0.1 * w] : pane.round ? [0.78 * w, 0.5 * w] : [(1 - 2 * FREE) * w, (1 - 2 * FREE) * h];
  return { numbers: face ? 0.12 * w : 0, words: text ? Math.min(room[0] / widthAt1(text), room[1] / CAPITAL) : 0 };
}

/** How high its smallest letters stand, mm; null where nothing is printed on it. */
export function letterMm(pane: Printed): number | null {
  const sizes = Object.values(sizesOf(pane)).filter((s) => s > 0);
  return sizes.length > 0 ? CAPITAL * Math.min(...sizes) : null;
}

/** The least height of a letter that good eyes read from so far, mm. */
export const leastLetterMm = (distanceMm: number): number => LETTER_ARCMIN * arcMinuteMm(distanceMm);

/** Draws what is printed on a pane whose lower left corner is there. */
export function drawFace(sheet: Drawing, pane: Printed, x: number, y: number): void {
  const [w, h] = [pane.aMm, pane.round ? pane.aMm : pane.bMm];
  const [cx, cy] = [x + w / 2, y + h / 2];
  const sizes = sizesOf(pane);
  const middle = (text: string, atX: number, atY: number, sizeMm: number): void =>
    void sheet.labels.push({ text, x: atX, y: atY - (CAPITAL * sizeMm) / 2, sizeMm, anchor: "middle", upright: false, colour: "ink" });
  const face = pane.round && pane.face ? FACES[pane.face] : null;
  if (face) {
    const r = w / 2;
    const at = (deg: number, share: number): [number, number] => [
      cx + r * share * Math.cos((deg * Math.PI) / 180),
      cy + r * share * Math.sin((deg * Math.PI) / 180),
    ];
    sheet.strokes.push({ kind: "hidden", lines: circle(cx, cy, 0.04 * r) });
    sheet.strokes.push({ kind: "dimension", lines: face.ticks.flatMap((deg) => [...at(deg, 0.87), ...at(deg, 0.97)]) });
    for (const { text, deg } of face.numbers) middle(text, ...at(deg, 0.7), sizes.numbers);
  }
  if (sizes.words > 0) middle(textOf(pane), cx, face ? cy - 0.17 * w : cy, sizes.words);
}
