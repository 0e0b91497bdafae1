/** A drawing as PDF, true to size: one point is 25.4 ÷ 72 mm (ISO 32000-1). Letters are the reader's own Helvetica, which needs no file. */
import { PDFDocument, type PDFFont, type PDFPage, rgb, StandardFonts, degrees, LineCapStyle } from "pdf-lib";
import { HIDDEN_DASH_MM, STROKE_MM, type Drawing } from "~core/drawing";

const PT = 72 / 25.4;
const COLOURS = { ink: rgb(0.09, 0.14, 0.17), soft: rgb(0.29, 0.35, 0.37), real: rgb(0.11, 0.36, 0.41) };

/** What the standard fonts cannot write is written plainly. */
const plain = (text: string): string =>
  text
    .replace(/[′’]/g, "'")
    .replace(/[″]/g, '"')
    .replace(/−/g, "-")
    .replace(/[^\u0020-\u007e\u00a0-\u00ff]/g, "?");

/** One drawing. */
export const drawingToPdf = (drawing: Drawing, title: string): Promise<Uint8Array> => drawingsToPdf([drawing], title);

/** Several drawings, a page each. */
export async function drawingsToPdf(drawings: readonly Drawing[], title: string): Promise<Uint8Array> {
  const doc = await PDFDocument.create();
  doc.setTitle(title);
  doc.setProducer("Inch Hollow");
  const font = await doc.embedFont(StandardFonts.Helvetica);
  for (const drawing of drawings) drawPage(doc.addPage([drawing.widthMm * PT, drawing.heightMm * PT]), drawing, font);
  return doc.save();
}

function drawPage(page: PDFPage, drawing: Drawing, font: PDFFont): void {
  for (const { kind, lines } of drawing.strokes)
    for (let i = 0; i < lines.length; i += 4)
      page.drawLine({
        start: { x: lines[i] * PT, y: lines[i + 1] * PT },
        end: { x: lines[i + 2] * PT, y: lines[i + 3] * PT },
        thickness: STROKE_MM[kind] * PT,
        color: COLOURS.ink,
        lineCap: LineCapStyle.Round,
        ...(kind === "hidden" ? { dashArray: HIDDEN_DASH_MM.map((d) => d * PT) } : {}),
      });
  for (const { text, x, y, sizeMm, anchor, upright, colour } of drawing.labels) {
    const words = plain(text);
    const size = sizeMm * PT;
    const back = anchor === "start" ? 0 : font.widthOfTextAtSize(words, size) * (anchor === "middle" ? 0.5 : 1);
    page.drawText(words, {
      x: x * PT - (upright ? 0 : back),
      y: y * PT - (upright ? back : 0),
      size,
      font,
      color: COLOURS[colour],
      rotate: degrees(upright ? 90 : 0),
    });
  }
}
