/** The slip: what can be done this evening, a letter each, with its pieces numbered; the same on screen and on paper. */
import { PAPERS, type Drawing, type PaperName } from "../drawing";
import { SLIP_LETTERS, type SlipGo } from "./line";

/** A go as it was when the slip was made: the same letters and numbers all evening, whatever is done meanwhile. */
export interface SlipRow {
  title: string;
  keys: readonly string[];
}

/**
 * @param rows in the order in which they were put on the slip
 * @param nameOf what a step is of; undefined where it is gone
 */
export const slipOf = (rows: readonly SlipRow[], nameOf: (key: string) => string | undefined): SlipGo[] =>
  rows.slice(0, SLIP_LETTERS.length).map(({ title, keys }, i) => ({
    letter: SLIP_LETTERS[i],
    title,
    pieces: keys.map((key) => ({ key, name: nameOf(key) ?? "a deleted piece" })),
  }));

/** The slip on paper: a letter and a title a line, pieces by number below, and an example of how an evening is written. */
export function slipSheet(slip: readonly SlipGo[], { title, date, paper }: { title: string; date: string; paper: PaperName }): Drawing {
  const [widthMm, heightMm] = PAPERS[paper];
  const strokes: Drawing["strokes"] = [];
  const labels: Drawing["labels"] = [];
  const say = (text: string, x: number, y: number, sizeMm: number, colour: "ink" | "soft" = "ink"): void =>
    void labels.push({ text, x, y, sizeMm, anchor: "start", upright: false, colour });
  let y = heightMm - 18;
  say(title, 14, y, 5.5);
  say(date, 14, y - 6, 3.4, "soft");
  y -= 16;
  for (const go of slip) {
    if (y < 34) break;
    say(go.letter, 14, y, 6);
    say(go.title, 24, y, 4);
    const lines = wrapped(
      go.pieces.map((p, i) => `${i + 1} ${p.name}`),
      78,
    );
    lines.forEach((line, i) => say(line, 24, y - 5.5 * (i + 1), 3.2, "soft"));
    y -= 6 + 5.5 * lines.length + 3;
    strokes.push({ kind: "dimension", lines: [14, y + 2, widthMm - 14, y + 2] });
  }
  say("Write: a1-7 38m, a8 again, b 25, primer low, !thin the second coat", 14, 22, 3.6);
  say("Minutes, pieces that go again, pots that run low, a lesson behind “!”. Also what was done outdoors.", 14, 16, 3.2, "soft");
  return { paper, widthMm, heightMm, reduction: 1, strokes, labels };
}

/** Words in lines of at most so many signs. */
function wrapped(words: readonly string[], most: number): string[] {
  const out: string[] = [];
  for (const w of words) {
    const last = out.at(-1);
    if (last !== undefined && last.length + w.length + 2 <= most) out[out.length - 1] = `${last}, ${w}`;
    else out.push(w);
  }
  return out.slice(0, 4);
}
