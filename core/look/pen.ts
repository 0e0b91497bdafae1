import type { Drawing, FramedPicture } from "../drawing";
import type { Ring } from "../lay";

/** Strokes and letters of a drawing as it is made. */
export class Pen {
  readonly strokes: Drawing["strokes"] = [];
  readonly labels: Drawing["labels"] = [];
  readonly pictures: FramedPicture[] = [];

  line(kind: Drawing["strokes"][number]["kind"], lines: number[]): void {
    this.strokes.push({ kind, lines });
  }
  box(kind: Drawing["strokes"][number]["kind"], x: number, y: number, w: number, h: number): void {
    this.line(kind, [x, y, x + w, y, x + w, y, x + w, y + h, x + w, y + h, x, y + h, x, y + h, x, y]);
  }
  rings(rings: readonly Ring[], x0: number, y0: number, scale: number): void {
    for (const ring of rings) {
      const lines: number[] = [];
      for (let k = 0; k < ring.length; k += 2) {
        const next = (k + 2) % ring.length;
        lines.push(x0 + ring[k] * scale, y0 + ring[k + 1] * scale, x0 + ring[next] * scale, y0 + ring[next + 1] * scale);
      }
      this.line("feature", lines);
    }
  }
  text(
    text: string,
    x: number,
    y: number,
    sizeMm = 3.2,
    anchor: "start" | "middle" | "end" = "start",
    colour: "ink" | "soft" = "ink",
  ): void {
    this.labels.push({ text, x, y, sizeMm, anchor, upright: false, colour });
  }
  /** A ruler to check the paper by. */
  ruler(x: number, y: number): void {
    this.line("dimension", [x, y, x + 50, y, x, y - 2, x, y + 2, x + 50, y - 2, x + 50, y + 2]);
    this.text("50 mm on paper: check with a ruler", x + 53, y - 1, 3);
  }
}

/** A text in lines of at most so many signs; a longer word stands by itself. */
export function textLines(text: string, most: number): string[] {
  const out: string[] = [];
  for (const word of text.split(/\s+/).filter(Boolean)) {
    const last = out.at(-1);
    if (last !== undefined && last.length + word.length + 1 <= most) out[out.length - 1] = `${last} ${word}`;
    else out.push(word);
  }
  return out;
}

/** Widths of letters in the font of the pages as a share of its size, rounded up: narrow ones, wide ones, capitals, all others. */
const WIDTHS: [RegExp, number][] = [
  [/[ijl.,:;'|!I()[\]/ -]/, 0.34],
  [/[mwMW@%—…™‰æœÆŒ½¼¾]/, 1.02],
  [/[\p{Lu}+=<>~×÷±¬©®&#]/u, 0.79],
];
/** How wide a letter is at most, as a share of the size of the text. */
export const widthOf = (letter: string): number => WIDTHS.find(([of]) => of.test(letter))?.[1] ?? 0.62;
/** How wide a text is at most, mm. */
const widthMm = (text: string, sizeMm: number): number => [...text].reduce((sum, letter) => sum + widthOf(letter), 0) * sizeMm;

/** A text in lines that are no wider than this; a word that is wider is cut, and loses no letter. At least one line. */
export function linesWithin(text: string, wideMm: number, sizeMm: number): string[] {
  const out: string[] = [""];
  for (const word of text.split(/\s+/).filter(Boolean)) {
    const joined = out.at(-1) ? `${out.at(-1)} ${word}` : word;
    if (widthMm(joined, sizeMm) <= wideMm) {
      out[out.length - 1] = joined;
      continue;
    }
    if (out.at(-1)) out.push("");
    for (const letter of word) {
      if (out.at(-1) && widthMm(out.at(-1) + letter, sizeMm) > wideMm) out.push("");
      out[out.length - 1] += letter;
    }
  }
  return out;
}
