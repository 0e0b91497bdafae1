/**
 * The sheet as a draughtsman's drawing in millimetres on paper: three views at true scale, hidden lines dashed, main dimensions in
 * model and real size, a door and a figure for scale, a check ruler, a title block. One list of strokes and texts, from which the
 * SVG and the PDF are both written, so that they cannot disagree.
 *
 * Line kinds after ISO 128-2 (continuous wide and narrow, dashed narrow), sizes of paper after ISO 216, third-angle projection after
 * ISO 5456-2, preferred reductions after ISO 5455.
 */
import { formatMm, formatReal } from "../units";
import { DOOR_MM, DOOR_WIDTH_MM, describeScale, figureHeightMm, type Scale } from "../scale";
import type { Sheet } from "./sheet";
import type { ViewDrawing } from "./views";

export type StrokeKind = "outline" | "feature" | "hidden" | "dimension" | "figure" | "border";

interface Stroke {
  kind: StrokeKind;
  /** x0, y0, x1, y1, … in mm from the paper's lower left; every four numbers a line. */
  lines: number[];
}

interface Label {
  text: string;
  x: number;
  y: number;
  /** Height of the letters, mm. */
  sizeMm: number;
  anchor: "start" | "middle" | "end";
  /** Turned up by a quarter. */
  upright: boolean;
  colour: "ink" | "soft" | "real";
}

/** A kept picture, as large as it can be in its frame, mm from the lower left. */
export interface FramedPicture {
  hash: string;
  x: number;
  y: number;
  widthMm: number;
  heightMm: number;
}

export interface Drawing {
  paper: PaperName;
  widthMm: number;
  heightMm: number;
  /** Printed ÷ model: 1 is true size, 0.5 half. */
  reduction: number;
  strokes: Stroke[];
  labels: Label[];
  pictures?: FramedPicture[];
}

/** Line widths, mm (ISO 128-2 series). */
export const STROKE_MM: Record<StrokeKind, number> = {
  outline: 0.5,
  feature: 0.35,
  hidden: 0.18,
  dimension: 0.18,
  figure: 0.25,
  border: 0.35,
};
/** Dashes of hidden lines, mm. */
export const HIDDEN_DASH_MM = [1.6, 0.8] as const;

/** Landscape, ISO 216 A series, and the American letter (ANSI/ASME Y14.1). */
export const PAPERS = { A4: [297, 210], A3: [420, 297], A2: [594, 420], A1: [841, 594], A0: [1189, 841], Letter: [279.4, 215.9] } as const;
export type PaperName = keyof typeof PAPERS;

const MARGIN = 10;
const TITLE_HEIGHT = 18;
const GAP = 22;
const DIMENSION_OFF = 8;
/** ISO 5455. */
const REDUCTIONS = [1, 1 / 2, 1 / 5, 1 / 10, 1 / 20];
const RULER_MM = 100;

interface Placed {
  view: ViewDrawing;
  x: number;
  y: number;
}

type Arrangement = "plan below" | "in a row";
const ARRANGEMENTS: Arrangement[] = ["plan below", "in a row"];

/**
 * The side view stands right of the front (third angle). The plan lies below the front, as the part stands on its bench, or right of
 * the side view where that takes less paper; each view is named.
 */
function place(
  sheet: Sheet,
  reduction: number,
  figureMm: number,
  arrangement: Arrangement,
): { placed: Placed[]; width: number; height: number } {
  const by = (name: ViewDrawing["name"]): ViewDrawing => sheet.views.find((v) => v.name === name)!;
  const [front, side, plan] = [by("front"), by("side"), by("plan")];
  const w = (v: ViewDrawing): number => v.widthMm * reduction,
    h = (v: ViewDrawing): number => v.heightMm * reduction;
  const figures = figureMm * reduction * 1.3 + 14;
  const left = 16,
    below = 14;
  const top = Math.max(h(front), h(side), figureMm * reduction);
  const row = arrangement === "in a row";
  const frontY = row ? below : below + h(plan) + GAP;
  const sideX = left + (row ? w(front) : Math.max(w(front), w(plan))) + GAP + 6;
  const planX = row ? sideX + w(side) + figures + GAP : left;
  return {
    placed: [
      { view: front, x: left, y: frontY },
      { view: side, x: sideX, y: frontY },
      { view: plan, x: planX, y: below },
    ],
    width: row ? planX + w(plan) + 8 : sideX + w(side) + 8 + figures,
    height: row ? below + Math.max(top, h(plan)) + 8 : frontY + top + 8,
  };
}

export interface DrawingOptions {
  name: string;
  sceneName: string;
  scale: Scale;
  /** Paper wanted; the smallest that holds the part at true size when left out. */
  paper?: PaperName;
}

/** Lays the sheet out on paper: true size where it fits, else the next ISO 5455 reduction, which the title block and ruler say. */
export function layOutDrawing(sheet: Sheet, { name, sceneName, scale, paper }: DrawingOptions): Drawing {
  const figureMm = figureHeightMm(scale);
  const papers: PaperName[] = paper ? [paper] : ["A4", "A3", "A2", "A1", "A0"];
  const fits = (p: PaperName, reduction: number, arrangement: Arrangement): boolean => {
    const { width, height } = place(sheet, reduction, figureMm, arrangement);
    return width <= PAPERS[p][0] - 2 * MARGIN && height <= PAPERS[p][1] - 2 * MARGIN - TITLE_HEIGHT - 12;
  };
  let chosen: PaperName = papers[papers.length - 1];
  let reduction = REDUCTIONS[REDUCTIONS.length - 1];
  let arrangement: Arrangement = "plan below";
  found: for (const r of REDUCTIONS)
    for (const p of papers)
      for (const a of ARRANGEMENTS)
        if (fits(p, r, a)) {
          [chosen, reduction, arrangement] = [p, r, a];
          break found;
        }
  const [widthMm, heightMm] = PAPERS[chosen];
  const strokes: Stroke[] = [];
  const labels: Label[] = [];
  const stroke = (kind: StrokeKind, lines: number[]): void => void strokes.push({ kind, lines });
  const label = (text: string, x: number, y: number, more: Partial<Label> = {}): void =>
    void labels.push({ text, x, y, sizeMm: 3.2, anchor: "start", upright: false, colour: "ink", ...more });

  stroke("border", rectangle(MARGIN, MARGIN, widthMm - 2 * MARGIN, heightMm - 2 * MARGIN));
  const { placed, width, height } = place(sheet, reduction, figureMm, arrangement);
  const x0 = MARGIN + Math.max(0, (widthMm - 2 * MARGIN - width) / 2),
    y0 = MARGIN + TITLE_HEIGHT + 12 + Math.max(0, (heightMm - 2 * MARGIN - TITLE_HEIGHT - 12 - height) / 2);
  const words = { front: "front", side: "right side", plan: "plan view" };
  for (const { view, x, y } of placed) {
    const move = (segments: readonly number[]): number[] => segments.map((n, i) => n * reduction + (i % 2 === 0 ? x0 + x : y0 + y));
    stroke("hidden", move(view.hidden));
    stroke("feature", move(view.features));
    stroke("outline", move(view.outline));
    const w = view.widthMm * reduction,
      h = view.heightMm * reduction;
    label(words[view.name], x0 + x, y0 + y + h + 2.5, { colour: "soft", sizeMm: 2.8 });
    if (view.name !== "plan" || arrangement === "in a row") widthDimension(x0 + x, y0 + y, w, view.widthMm);
    if (view.name === "front") heightDimension(x0 + x, y0 + y, h, view.heightMm);
  }
  figures();
  titleBlock();
  return { paper: chosen, widthMm, heightMm, reduction, strokes, labels };

  function widthDimension(x: number, y: number, w: number, mm: number): void {
    const at = y - DIMENSION_OFF;
    stroke("dimension", [
      x,
      y - 1.5,
      x,
      at - 1.5,
      x + w,
      y - 1.5,
      x + w,
      at - 1.5,
      x,
      at,
      x + w,
      at,
      ...arrow(x, at, 1, 0),
      ...arrow(x + w, at, -1, 0),
    ]);
    label(`${formatMm(mm)}  (${formatReal(mm * scale.ratio)})`, x + w / 2, at - 4.2, { anchor: "middle" });
  }

  function heightDimension(x: number, y: number, h: number, mm: number): void {
    const at = x - DIMENSION_OFF;
    stroke("dimension", [
      x - 1.5,
      y,
      at - 1.5,
      y,
      x - 1.5,
      y + h,
      at - 1.5,
      y + h,
      at,
      y,
      at,
      y + h,
      ...arrow(at, y, 0, 1),
      ...arrow(at, y + h, 0, -1),
    ]);
    label(`${formatMm(mm)}  (${formatReal(mm * scale.ratio)})`, at - 1.8, y + h / 2, { anchor: "middle", upright: true });
  }

  /** A door leaf and a standing figure on the ground line beside the side view. */
  function figures(): void {
    const side = placed.find((p) => p.view.name === "side")!;
    const ground = y0 + side.y;
    let x = x0 + side.x + side.view.widthMm * reduction + 10;
    const doorH = (DOOR_MM / scale.ratio) * reduction,
      doorW = (DOOR_WIDTH_MM / scale.ratio) * reduction;
    stroke("figure", rectangle(x, ground, doorW, doorH));
    stroke("figure", [x + doorW * 0.82, ground + doorH * 0.5, x + doorW * 0.9, ground + doorH * 0.5]);
    label("door", x + doorW / 2, ground - 4, { anchor: "middle", colour: "soft", sizeMm: 2.6 });
    x += doorW + 5;
    const f = figureMm * reduction;
    // Proportions of head, shoulder and hip after Drillis & Contini 1966.
    const c = x + 0.12 * f;
    const head: number[] = [];
    for (let i = 0; i < 16; i++) {
      const a = (2 * Math.PI * i) / 16,
        b = (2 * Math.PI * (i + 1)) / 16,
        r = 0.062 * f;
      head.push(c + r * Math.cos(a), ground + 0.935 * f + r * Math.sin(a), c + r * Math.cos(b), ground + 0.935 * f + r * Math.sin(b));
    }
    stroke("figure", [
      ...head,
      c, ground + 0.87 * f, c, ground + 0.53 * f,
      c, ground + 0.53 * f, c - 0.09 * f, ground,
      c, ground + 0.53 * f, c + 0.09 * f, ground,
      c, ground + 0.818 * f, c - 0.1 * f, ground + 0.5 * f,
      c, ground + 0.818 * f, c + 0.1 * f, ground + 0.5 * f,
    ]); // prettier-ignore
    label("figure", c, ground - 4, { anchor: "middle", colour: "soft", sizeMm: 2.6 });
  }

  function titleBlock(): void {
    const top = MARGIN + TITLE_HEIGHT;
    stroke("border", [MARGIN, top, widthMm - MARGIN, top]);
    label(name, MARGIN + 4, MARGIN + 10.5, { sizeMm: 5.5 });
    label(`${sceneName}, ${describeScale(scale)}`, MARGIN + 4, MARGIN + 4, { colour: "soft" });
    const size = reduction === 1 ? "printed true to size" : `printed at 1:${Math.round(1 / reduction)} of the model`;
    label(`${size} on ${chosen}`, widthMm - MARGIN - 4, MARGIN + 10.5, { anchor: "end" });
    label("print at 100 %, not fitted to the page", widthMm - MARGIN - 4, MARGIN + 4, { anchor: "end", colour: "soft" });
    // The check ruler: always real millimetres of paper.
    const x = Math.max(MARGIN + 70, (widthMm - RULER_MM) / 2),
      y = MARGIN + 7;
    const ticks: number[] = [x, y, x + RULER_MM, y];
    for (let i = 0; i <= RULER_MM; i += 5) ticks.push(x + i, y, x + i, y + (i % 50 === 0 ? 5 : i % 10 === 0 ? 3.5 : 2));
    stroke("dimension", ticks);
    label(`check: this is ${RULER_MM} mm on paper`, x + RULER_MM / 2, y - 4, { anchor: "middle", colour: "soft", sizeMm: 2.8 });
  }
}

/** Its four sides, as strokes of a drawing have them. */
export const rectangle = (x: number, y: number, w: number, h: number): number[] => [
  x,
  y,
  x + w,
  y,
  x + w,
  y,
  x + w,
  y + h,
  x + w,
  y + h,
  x,
  y + h,
  x,
  y + h,
  x,
  y,
];

const arrow = (x: number, y: number, dx: number, dy: number): number[] => [
  x, y, x + dx * 2.2 - dy * 0.6, y + dy * 2.2 - dx * 0.6,
  x, y, x + dx * 2.2 + dy * 0.6, y + dy * 2.2 + dx * 0.6,
]; // prettier-ignore

/** Circles are drawn with so many sides. */
const SIDES = 72;
/** A circle, as strokes of a drawing have it. */
export const circle = (cx: number, cy: number, r: number): number[] =>
  Array.from({ length: SIDES }, (_, i) =>
    [i, i + 1].flatMap((k) => [cx + r * Math.cos((2 * Math.PI * k) / SIDES), cy + r * Math.sin((2 * Math.PI * k) / SIDES)]),
  ).flat();

/** Words on a drawing, in ink, from where they begin. */
export const write = (sheet: Drawing, text: string, x: number, y: number, sizeMm: number): void =>
  void sheet.labels.push({ text, x, y, sizeMm, anchor: "start", upright: false, colour: "ink" });
