/** Panes and dials at true size on paper: laid under clear sheet and cut along. */
import { circle, PAPERS, rectangle, write, type Drawing, type PaperName } from "../drawing";
import { sparePanes, type Effect } from "../paint";
import { drawFace } from "./paneFace";
import { fail, formatMm, ok, type Result } from "../units";

const MARGIN = 12;
const GAP = 4;
const HEAD = 18;
/** What a piece is stands below its edge, clear of it. */
const CAPTION_DOWN = 2.8;
/** Printed along with it: a printer that scales shows here. */
const RULER_MM = 50;

type Pane = Pick<Effect, "name" | "round" | "aMm" | "bMm" | "count" | "face" | "words"> & {
  /** Lines that are scored into it, from its lower left corner, x, y, x, y each, mm. */
  lines?: readonly number[];
};

/**
 * @param spare how many more are drawn of a number: thin clear sheet goes wrong on the way
 * @returns sheets at true size; an error where a pane does not fit one
 */
export function paneSheets(
  panes: readonly Pane[],
  { name, date, paper }: { name: string; date: string; paper: PaperName },
  spare: (count: number) => number = sparePanes,
): Result<Drawing[]> {
  const [wide, high] = PAPERS[paper];
  const sheets: Drawing[] = [];
  let x = 0,
    y = 0,
    row = 0;
  const begin = (): Drawing => {
    const sheet: Drawing = { paper, widthMm: wide, heightMm: high, reduction: 1, strokes: [], labels: [] };
    const r = MARGIN + RULER_MM;
    sheet.strokes.push({
      kind: "feature",
      lines: [MARGIN, MARGIN, r, MARGIN, MARGIN, MARGIN - 2, MARGIN, MARGIN + 2, r, MARGIN - 2, r, MARGIN + 2],
    });
    write(sheet, `${RULER_MM} mm: if it measures otherwise, print again at 100 %. ${name}, ${date}`, r + 4, MARGIN + 1, 3);
    sheets.push(sheet);
    [x, y, row] = [MARGIN, MARGIN + HEAD, 0];
    return sheet;
  };
  for (const pane of panes) {
    const [w, h] = [pane.aMm, pane.round ? pane.aMm : pane.bMm];
    if (w > wide - 2 * MARGIN || h > high - 2 * MARGIN - HEAD)
      return fail("pane.large", `${pane.name} is ${formatMm(w)} by ${formatMm(h)}: it does not fit the paper. Cut it by its measures.`);
    for (let i = 0; i < pane.count + spare(pane.count); i++) {
      let sheet = sheets.at(-1) ?? begin();
      if (x + w > wide - MARGIN) [x, y, row] = [MARGIN, y + row + GAP + 3, 0];
      if (y + h > high - MARGIN) sheet = begin();
      sheet.strokes.push({ kind: "outline", lines: pane.round ? circle(x + w / 2, y + h / 2, w / 2) : rectangle(x, y, w, h) });
      const [left, low] = [x, y];
      if (pane.lines?.length) sheet.strokes.push({ kind: "hidden", lines: pane.lines.map((v, k) => v + (k % 2 === 0 ? left : low)) });
      drawFace(sheet, pane, x, y);
      if (i === 0)
        write(sheet, `${pane.name}, ${pane.round ? `Ø ${formatMm(w)}` : `${formatMm(w)} × ${formatMm(h)}`}`, x, y - CAPTION_DOWN, 2.2);
      x += w + GAP;
      row = Math.max(row, h);
    }
  }
  return sheets.length > 0 ? ok(sheets) : fail("pane.none", "No panes yet: add one, or take the windows of a part.");
}
