/** Tables and sentences on paper, on as many pages as they need. */
import { PAPERS, type Drawing, type PaperName } from "../drawing";
import { linesWithin, Pen } from "./pen";

export interface ReportColumn {
  head: string;
  /** Its share of the width of the page; the shares of all add up to 1. */
  share: number;
}
export interface ReportSection {
  title: string;
  columns: readonly ReportColumn[];
  /** As many cells each as there are columns. */
  rows: readonly (readonly string[])[];
  /** Under the rows, in their order. */
  pictures?: readonly { hash: string; caption: string }[];
}

const MARGIN = 14;
const TEXT_MM = 3.2;
const ROW_MM = 4.6;
/** Pictures stand side by side; a caption is two lines at most. */
const PICTURES = { across: 3, heightMm: 62, captionMm: 2.8, captionLines: 2 };
/** Between two columns. */
const GAP_MM = 3;

/** Sections on as many pages as they need; a section goes on over the page with its heads said again. */
export function reportSheets(
  sections: readonly ReportSection[],
  { title, date, paper }: { title: string; date: string; paper: PaperName },
): Drawing[] {
  const [widthMm, heightMm] = PAPERS[paper];
  const wide = widthMm - 2 * MARGIN;
  const pages: Pen[] = [];
  let y = 0;
  let pen = begin();
  function begin(): Pen {
    const next = new Pen();
    pages.push(next);
    // A name that is too long for the head ends where the date begins.
    next.text(linesWithin(title, wide - 50, 5.5)[0], MARGIN, heightMm - 18, 5.5);
    next.text(date, widthMm - MARGIN, heightMm - 18, 3.2, "end", "soft");
    y = heightMm - 28;
    return next;
  }
  const needs = (mm: number): boolean => {
    if (y - mm >= MARGIN + 6) return false;
    pen = begin();
    return true;
  };
  for (const { title: head, columns, rows, pictures = [] } of sections) {
    const left = columns.map((_, i) => MARGIN + wide * columns.slice(0, i).reduce((sum, c) => sum + c.share, 0));
    const headed = (): void => {
      pen.text(head, MARGIN, y, 4.2);
      y -= 3;
      pen.line("outline", [MARGIN, y, widthMm - MARGIN, y]);
      y -= ROW_MM;
      if (!columns.some((c) => c.head)) return;
      columns.forEach((c, i) => pen.text(c.head, left[i], y, 2.8, "start", "soft"));
      y -= ROW_MM;
    };
    needs(pictures.length > 0 ? PICTURES.heightMm + 6 * ROW_MM : 6 * ROW_MM);
    headed();
    for (const row of rows) {
      const cells = row.map((text, i) => linesWithin(text, wide * columns[i].share - GAP_MM, TEXT_MM));
      const rowLines = Math.max(...cells.map((c) => c.length));
      // A row stays together where a page holds it.
      if (ROW_MM * rowLines < heightMm / 2 && needs(ROW_MM * rowLines)) headed();
      for (let k = 0; k < rowLines; k++) {
        if (needs(ROW_MM)) headed();
        cells.forEach((lines, i) => lines[k] && pen.text(lines[k], left[i], y, TEXT_MM));
        y -= ROW_MM;
      }
    }
    const frame = (wide - (PICTURES.across - 1) * GAP_MM) / PICTURES.across;
    for (let first = 0; first < pictures.length; first += PICTURES.across) {
      const words = pictures.slice(first, first + PICTURES.across).map((p) => linesWithin(p.caption, frame, PICTURES.captionMm));
      const captions = Math.min(PICTURES.captionLines, Math.max(...words.map((w) => w.length)));
      const high = PICTURES.heightMm + (captions + 0.5) * ROW_MM;
      if (needs(high)) headed();
      words.forEach((lines, i) => {
        const x = MARGIN + i * (frame + GAP_MM);
        pen.pictures.push({
          hash: pictures[first + i].hash,
          x,
          y: y - PICTURES.heightMm + ROW_MM,
          widthMm: frame,
          heightMm: PICTURES.heightMm,
        });
        lines.slice(0, captions).forEach((line, k) => pen.text(line, x, y - PICTURES.heightMm - k * ROW_MM, PICTURES.captionMm));
      });
      y -= high;
    }
    y -= 5;
  }
  pages.forEach((page, i) => page.text(`${i + 1} of ${pages.length}`, widthMm - MARGIN, MARGIN - 5, 2.8, "end", "soft"));
  return pages.map(({ strokes, labels, pictures }) => ({ paper, widthMm, heightMm, reduction: 1, strokes, labels, pictures }));
}
