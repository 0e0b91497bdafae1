/** On paper: the parts pulled apart with their joints and the order to tick off, and the list of what is packed. */
import { circle, PAPERS, rectangle, write, type Drawing, type PaperName } from "../drawing";
import { textLines } from "./pen";
import type { PulledApart } from "./pulledApart";

export interface PaperHead {
  title: string;
  /** Scene and date. */
  foot: string;
  paper: PaperName;
}

const MARGIN = 14;
const LINE = 6.4;
const SIZE = 3.2;
/** Radius of the circle round a number. */
const ROUND_MM = 2.6;
/** Pixels of the screen's drawing to a millimetre of paper. */
const PX_A_MM = 5;

/** A line to tick off, or one to read. */
export interface PaperLine {
  text: string;
  tick: boolean;
  /** Set apart from what is above it. */
  head?: true;
}

/** Sheets of lines, as many as it takes, under a drawing on the first. @param picture in pixels of the screen, y downwards; outlines in millimetres, y upwards */
export function assembleSheets(
  { title, foot, paper }: PaperHead,
  lines: readonly PaperLine[],
  picture: {
    drawn: PulledApart;
    outlines: ReadonlyMap<string, { segments: readonly number[]; widthMm: number; heightMm: number }>;
  } | null = null,
): Drawing[] {
  const [wide, high] = PAPERS[paper];
  const sheets: Drawing[] = [];
  // Lines are counted from the top; a drawing's own y goes up.
  let y = 0;
  const begin = (): Drawing => {
    const sheet: Drawing = { paper, widthMm: wide, heightMm: high, reduction: 1, strokes: [], labels: [] };
    write(sheet, title, MARGIN, high - MARGIN - 4, 5.5);
    write(sheet, `${foot}${sheets.length > 0 ? `, sheet ${sheets.length + 1}` : ""}`, MARGIN, MARGIN - 6, 2.6);
    sheets.push(sheet);
    y = MARGIN + 12;
    return sheet;
  };
  let sheet = begin();
  if (picture) {
    draw(sheet, picture, MARGIN, high - y);
    y += picture.drawn.high / PX_A_MM + 14;
  }
  for (const { text, tick, head } of lines)
    for (const [i, part] of linesOf(text, Math.floor((wide - 2 * MARGIN - 8) / (SIZE * 0.52))).entries()) {
      if (y + LINE > high - MARGIN) sheet = begin();
      if (head && i === 0) y += 2;
      if (tick && i === 0) sheet.strokes.push({ kind: "outline", lines: rectangle(MARGIN, high - y - 0.6, 3.6, 3.6) });
      write(sheet, part, MARGIN + (tick ? 6 : 0), high - y, head ? SIZE * 1.15 : SIZE);
      y += LINE;
    }
  return sheets;
}

/** An empty line is a line, too. */
const linesOf = (text: string, most: number): string[] => (text === "" ? [""] : textLines(text, most));

function draw(
  sheet: Drawing,
  {
    drawn,
    outlines,
  }: { drawn: PulledApart; outlines: ReadonlyMap<string, { segments: readonly number[]; widthMm: number; heightMm: number }> },
  left: number,
  top: number,
): void {
  const mm = (px: number): number => px / PX_A_MM;
  for (const p of drawn.pieces) {
    const outline = outlines.get(p.id);
    const [x, y] = [left + mm(p.x), top - mm(p.y)];
    if (!outline) sheet.strokes.push({ kind: "outline", lines: rectangle(x, y, mm(p.wide), mm(p.high)) });
    else {
      const s = Math.min(mm(p.wide) / Math.max(outline.widthMm, 1e-6), mm(p.high) / Math.max(outline.heightMm, 1e-6));
      const lines: number[] = [];
      for (let i = 0; i < outline.segments.length; i += 2) lines.push(x + outline.segments[i] * s, y + outline.segments[i + 1] * s);
      sheet.strokes.push({ kind: "outline", lines });
    }
  }
  for (const { n, from, to } of drawn.links) {
    const [x0, y0, x1, y1] = [left + mm(from[0]), top - mm(from[1]), left + mm(to[0]), top - mm(to[1])];
    // Beside the line, so that it does not run through the number.
    const [x, y] = [(x0 + x1) / 2, (y0 + y1) / 2];
    const far = Math.hypot(x1 - x0, y1 - y0);
    const cut = far > 2 * ROUND_MM ? ROUND_MM / far : 0;
    const at = (t: number): [number, number] => [x0 + (x1 - x0) * t, y0 + (y1 - y0) * t];
    sheet.strokes.push({ kind: "feature", lines: [x0, y0, ...at(0.5 - cut), ...at(0.5 + cut), x1, y1] });
    sheet.strokes.push({ kind: "outline", lines: circle(x, y, ROUND_MM) });
    write(sheet, String(n), x - 0.9 * String(n).length, y - 1.1, SIZE);
  }
}
