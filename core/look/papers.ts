/** Papers of the log: the card after a pause, labels for mixes that were kept, recipes for the bench. */
import { CAUTIONS, CARE_FIRST } from "../care";
import { coatCare, FAMILIES, METHODS } from "../coat";
import { PAPERS, type Drawing, type PaperName } from "../drawing";
import type { KeptMix, Paint } from "../project";
import { placeWords, type Recipe, type RecipeStep } from "../recipe";
import { Pen, textLines } from "./pen";
import type { Resume } from "./resume";

const MARGIN = 14;

/** The card after a pause on one page: what does not fit the page is said to be left out. */
export function resumeSheet(
  { lines }: Pick<Resume, "lines">,
  { title, date, paper }: { title: string; date: string; paper: PaperName },
): Drawing {
  const [widthMm, heightMm] = PAPERS[paper];
  const pen = new Pen();
  pen.text(title, MARGIN, heightMm - 18, 5.5);
  pen.text(date, MARGIN, heightMm - 24, 3.4, "start", "soft");
  let y = heightMm - 36;
  for (const [i, { label, text }] of lines.entries()) {
    const rows = textLines(text, 100);
    if (y - 5.5 * rows.length < MARGIN + 6) {
      pen.text(`${lines.length - i} more on screen`, MARGIN, MARGIN, 3.2, "start", "soft");
      break;
    }
    pen.text(label, MARGIN, y, 3.4, "start", "soft");
    rows.forEach((row, k) => pen.text(row, MARGIN + 58, y - 5.5 * k, 3.8));
    y -= 5.5 * rows.length + 5;
    pen.line("dimension", [MARGIN, y + 6.5, widthMm - MARGIN, y + 6.5]);
  }
  return { paper, widthMm, heightMm, reduction: 1, strokes: pen.strokes, labels: pen.labels };
}

/** A label, mm. */
const LABEL = { width: 80, height: 42, gap: 3 } as const;

export type LabelledMix = Pick<Paint, "name" | "family"> & { mix: KeptMix };

/** What stands on the label of a mix: what is in it, of which day, what it does to hands and air, and what it is never kept in. */
export function labelWords({ name, family, mix }: LabelledMix, day: (at: number) => string): { name: string; lines: string[] } {
  const content = mix.parts.map((p) => `${p.drops} ${p.name}`).join(" : ");
  const { cleaner } = FAMILIES[family];
  const care = [...new Set([...coatCare(family, "brush").cautions].map((c) => CAUTIONS[c].short))];
  return {
    name,
    lines: [
      `${content}${mix.thinning > 0 ? `, thinned 1:${mix.thinning}` : ""}`,
      `mixed ${day(mix.at)}; ${family}; clean with ${cleaner}`,
      ...(care.length > 0 ? [care.join(", ")] : []),
      "Not for eating or drinking. Never in a food jar.",
    ],
  };
}

/** Labels to cut out, as many as fit the page. @returns the drawing, and how many are on it */
export function labelSheet(
  mixes: readonly LabelledMix[],
  { title, paper, day }: { title: string; paper: PaperName; day: (at: number) => string },
): { drawing: Drawing; shown: number } {
  const [widthMm, heightMm] = PAPERS[paper];
  const pen = new Pen();
  const across = Math.floor((widthMm - 2 * MARGIN + LABEL.gap) / (LABEL.width + LABEL.gap));
  const down = Math.floor((heightMm - 2 * MARGIN - 14 + LABEL.gap) / (LABEL.height + LABEL.gap));
  const shown = mixes.slice(0, across * down);
  pen.text(title, MARGIN, heightMm - MARGIN - 3, 4);
  pen.text(CARE_FIRST, MARGIN, heightMm - MARGIN - 9, 3, "start", "soft");
  shown.forEach((mix, i) => {
    const x = MARGIN + (i % across) * (LABEL.width + LABEL.gap);
    const top = heightMm - MARGIN - 14 - Math.floor(i / across) * (LABEL.height + LABEL.gap);
    const { name, lines } = labelWords(mix, day);
    pen.box("feature", x, top - LABEL.height, LABEL.width, LABEL.height);
    pen.text(textLines(name, 30)[0] ?? "", x + 3, top - 7, 5);
    let y = top - 13;
    for (const row of lines.flatMap((l) => textLines(l, 48)).slice(0, 6)) {
      pen.text(row, x + 3, y, 3);
      y -= 4.6;
    }
  });
  return { drawing: { paper, widthMm, heightMm, reduction: 1, strokes: pen.strokes, labels: pen.labels }, shown: shown.length };
}

/** A step of a recipe on its card: what is laid and how, and below it what to know while it is done. */
function stepWords(s: RecipeStep): { head: string; notes: string[] } {
  const head = [
    `${s.wants.name}, ${METHODS[s.method].word}: ${placeWords(s)}`,
    s.coats > 1 && `${s.coats} coats`,
    s.thinning && `thinned 1:${s.thinning}`,
    s.every && `on every ${s.every}. copy`,
    s.brush && `${s.brush} brush`,
  ];
  const notes = [
    s.looksSo && `Looks so on purpose: ${s.looksSo}`,
    s.judgeAfterMin !== null && `Judge it after ${s.judgeAfterMin} min`,
    s.ifTooMuch && `If it is too much: ${s.ifTooMuch}`,
    coatCare(s.wants.family, s.method)
      .cautions.map((c) => CAUTIONS[c].short)
      .join(", "),
  ];
  const said = (x: string | number | false | undefined): x is string => typeof x === "string" && x !== "";
  return { head: head.filter(said).join(", "), notes: notes.filter(said) };
}

/** A recipe as a card for the bench, on as many pages as it needs. */
export function recipeSheets({ name, school, steps }: Recipe, { paper }: { paper: PaperName }): Drawing[] {
  const [widthMm, heightMm] = PAPERS[paper];
  const pages: Pen[] = [];
  let y = 0;
  const begin = (): Pen => {
    const pen = new Pen();
    pages.push(pen);
    pen.text(name, MARGIN, heightMm - 18, 5.5);
    pen.text([school, CARE_FIRST].filter(Boolean).join(". "), MARGIN, heightMm - 24, 3.2, "start", "soft");
    y = heightMm - 36;
    return pen;
  };
  let pen = begin();
  for (const [i, step] of steps.entries()) {
    const { head, notes } = stepWords(step);
    const heads = textLines(head, 100);
    const rows = notes.flatMap((n) => textLines(n, 120));
    const high = 6 * heads.length + 5 * rows.length + 4;
    if (y - high < MARGIN && y < heightMm - 36) pen = begin();
    pen.box("outline", MARGIN, y - 0.6, 3.6, 3.6);
    pen.text(String(i + 1), MARGIN + 7, y, 4.4);
    heads.forEach((row, k) => pen.text(row, MARGIN + 16, y - 6 * k, 4));
    y -= 6 * heads.length;
    for (const row of rows) {
      pen.text(row, MARGIN + 16, y, 3.2, "start", "soft");
      y -= 5;
    }
    y -= 4;
  }
  return pages.map(({ strokes, labels }) => ({ paper, widthMm, heightMm, reduction: 1, strokes, labels }));
}
