/** A drawing as PDF, true to size: one point is 25.4 ÷ 72 mm (ISO 32000-1). Letters are the reader's own Helvetica, which needs no file. */
import { PDFDocument, type PDFFont, type PDFImage, type PDFPage, rgb, StandardFonts, degrees, LineCapStyle } from "pdf-lib";
import { HIDDEN_DASH_MM, STROKE_MM, type Drawing, type FramedPicture } from "~core/drawing";

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

/**
 * Several drawings, a page each.
 * @param pictures JPEG by the hashes that frames name; a frame whose picture is not there, or is none, says so
 */
export async function drawingsToPdf(
  drawings: readonly Drawing[],
  title: string,
  pictures: ReadonlyMap<string, Uint8Array> = new Map(),
): Promise<Uint8Array> {
  const doc = await PDFDocument.create();
  doc.setTitle(title);
  doc.setProducer("Inch Hollow");
  const font = await doc.embedFont(StandardFonts.Helvetica);
  // The same picture on several pages is in the file once.
  const images = new Map<string, PDFImage | null>();
  for (const { hash } of drawings.flatMap((d) => d.pictures ?? [])) {
    const jpeg = pictures.get(hash);
    if (!images.has(hash)) images.set(hash, jpeg ? await doc.embedJpg(jpeg).catch(() => null) : null);
  }
  for (const drawing of drawings) {
    const page = doc.addPage([drawing.widthMm * PT, drawing.heightMm * PT]);
    drawPage(page, drawing, font);
    for (const frame of drawing.pictures ?? []) hangPicture(page, frame, images.get(frame.hash) ?? null, font);
  }
  return doc.save();
}

/** As large as it can be in its frame, in the middle. */
function hangPicture(page: PDFPage, { x, y, widthMm, heightMm }: FramedPicture, image: PDFImage | null, font: PDFFont): void {
  if (!image) {
    page.drawRectangle({ x: x * PT, y: y * PT, width: widthMm * PT, height: heightMm * PT, borderColor: COLOURS.soft, borderWidth: 0.5 });
    page.drawText("picture missing", { x: (x + 3) * PT, y: (y + 3) * PT, size: 9, font, color: COLOURS.soft });
    return;
  }
  const { width, height } = image.scaleToFit(widthMm * PT, heightMm * PT);
  page.drawImage(image, { x: x * PT + (widthMm * PT - width) / 2, y: y * PT + (heightMm * PT - height) / 2, width, height });
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
