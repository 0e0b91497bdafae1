/** A gauge of paper for a cup of one's own, at true size: it stands beside the cup and says up to where each paint goes in. */
import { PAPERS, type Drawing, type PaperName } from "../drawing";
import { cupHoldsMl, heightInCupMm, type Cup } from "../paint";
import { fail, formatMillilitres, ok, type Result } from "../units";

type Tapered = Extract<Cup, { bottomMm: number }>;

const MARGIN = 15;
const WIDE = 30;
/** Printed along with it: a printer that scales shows here. */
const RULER_MM = 50;
/** Names need so much, mm. */
const LINE = 4.5;

/**
 * @param bands what goes in, in the order of adding, ml
 * @returns a drawing at true size; an error where the cup does not hold it, or stands higher than the paper
 */
export function cupGauge({
  cup,
  bands,
  name,
  date,
  paper,
}: {
  cup: Tapered;
  bands: readonly { name: string; ml: number }[];
  name: string;
  date: string;
  paper: PaperName;
}): Result<Drawing> {
  const total = bands.reduce((sum, b) => sum + b.ml, 0);
  const holds = cupHoldsMl(cup);
  if (total > holds)
    return fail(
      "cup.small",
      `The cup holds ${Math.round(holds * 10) / 10} ml, the pot is ${formatMillilitres(total)}. Take a larger cup, or mix less.`,
    );
  const [widthMm, heightMm] = PAPERS[paper];
  if (cup.heightMm > heightMm - 2 * MARGIN - 20)
    return fail("cup.high", `A cup ${cup.heightMm} mm high does not fit the paper at true size: ${heightMm - 2 * MARGIN - 20} mm do.`);
  const drawing: Drawing = { paper, widthMm, heightMm, reduction: 1, strokes: [], labels: [] };
  const line = (kind: Drawing["strokes"][number]["kind"], ...lines: number[]): void => void drawing.strokes.push({ kind, lines });
  const text = (words: string, x: number, y: number, anchor: "start" | "end" = "start", sizeMm = 3): void =>
    void drawing.labels.push({ text: words, x, y, sizeMm, anchor, upright: false, colour: "ink" });
  const [x0, y0] = [MARGIN, MARGIN + 20];
  const at = (ml: number): number => heightInCupMm(cup, Math.min(ml, holds))!;
  line(
    "outline",
    x0,
    y0,
    x0 + WIDE,
    y0,
    x0,
    y0,
    x0,
    y0 + cup.heightMm,
    x0 + WIDE,
    y0,
    x0 + WIDE,
    y0 + cup.heightMm,
    x0,
    y0 + cup.heightMm,
    x0 + WIDE,
    y0 + cup.heightMm,
  );
  for (const ml of marksOf(total)) {
    line("dimension", x0, y0 + at(ml), x0 + 6, y0 + at(ml));
    text(String(ml), x0 + 7, y0 + at(ml) - 1, "start", 2.4);
  }
  let sum = 0;
  let above = -Infinity;
  for (const band of bands) {
    sum += band.ml;
    const y = y0 + at(sum);
    const nameY = Math.max(y, above + LINE);
    line("outline", x0 + 14, y, x0 + WIDE, y);
    line("dimension", x0 + WIDE, y, x0 + WIDE + 5, nameY);
    text(`up to here: ${band.name}, ${formatMillilitres(band.ml)}`, x0 + WIDE + 7, nameY - 1);
    above = nameY;
  }
  line(
    "feature",
    x0,
    MARGIN + 6,
    x0 + RULER_MM,
    MARGIN + 6,
    x0,
    MARGIN + 4,
    x0,
    MARGIN + 8,
    x0 + RULER_MM,
    MARGIN + 4,
    x0 + RULER_MM,
    MARGIN + 8,
  );
  text(
    `${RULER_MM} mm: if it measures otherwise, print again at 100 %. Cut out, fold below, stand it beside the cup.`,
    x0 + RULER_MM + 5,
    MARGIN + 5,
  );
  text(`${name}; cup ${cup.bottomMm} to ${cup.topMm} mm inside, ${cup.heightMm} mm high; ${date}`, x0, heightMm - MARGIN);
  return ok(drawing);
}

/** Marks that can be told apart: at most twelve. */
function marksOf(total: number): number[] {
  const step = [0.5, 1, 2, 5, 10, 20, 50, 100, 200, 500, 1000].find((s) => total / s <= 12) ?? total;
  return Array.from({ length: Math.floor(total / step + 1e-9) }, (_, i) => Math.round((i + 1) * step * 10) / 10);
}
