/** The sheet as PDF: true points, and letters that the standard fonts lack (ISO 32000-1: 72 points to the inch). */
import { PDFDocument, PDFName, PDFRawStream } from "pdf-lib";
import { describe, expect, it } from "vitest";
import { sheetOfMesh } from "../../../tests/sampleProject";
import { boxMesh } from "~core/mesh";
import { figureScale } from "~core/scale";
import { layOutDrawing, PAPERS, type PaperName } from "~core/drawing";
import { cameraPicture } from "../../../tests/cameraPicture";
import { drawingsToPdf, drawingToPdf } from "./drawingPdf";

const mesh = boxMesh(60, 40, 50);
const sheet = sheetOfMesh(mesh);
const drawing = (paper?: PaperName) => layOutDrawing(sheet, { name: "Mill", sceneName: "Creek", scale: figureScale(28), paper });

describe("a sheet as PDF", () => {
  it.each(Object.keys(PAPERS) as PaperName[])("%s has the size of its paper in points", async (paper) => {
    const page = (await PDFDocument.load(await drawingToPdf(drawing(paper), "Mill"))).getPage(0);
    expect(page.getWidth()).toBeCloseTo((PAPERS[paper][0] / 25.4) * 72, 6);
    expect(page.getHeight()).toBeCloseTo((PAPERS[paper][1] / 25.4) * 72, 6);
  });
  it("is written whatever letters a name has, and carries its title", async () => {
    const d = drawing();
    const bytes = await drawingToPdf({ ...d, labels: [...d.labels, { ...d.labels[0], text: "水車 Mühle 6′" }] }, "Mühle");
    expect((await PDFDocument.load(bytes)).getTitle()).toBe("Mühle");
  });
  it("has each picture once, however often it is framed; one that is missing or is no picture takes nothing else along", async () => {
    const [kept, gone, broken] = ["a", "b", "c"];
    const page = {
      ...drawing("A4"),
      pictures: [kept, gone, broken, kept].map((hash, i) => ({ hash, x: 20 + 50 * i, y: 20, widthMm: 40, heightMm: 60 })),
    };
    const files = new Map([
      [kept, new Uint8Array(cameraPicture("2026:01:08 19:00:00"))],
      [broken, new Uint8Array([1, 2, 3])],
    ]);
    const doc = await PDFDocument.load(await drawingsToPdf([page, page], "Report", files));
    const images = doc.context
      .enumerateIndirectObjects()
      .map(([, object]) => object)
      .filter((o) => o instanceof PDFRawStream && o.dict.get(PDFName.of("Subtype")) === PDFName.of("Image"));
    expect([doc.getPageCount(), images.length]).toEqual([2, 1]);
  });
});
