/** A report as a PDF. What writes it comes when it is asked for. */
import { format } from "date-fns";
import { reportSheets, type ReportSection } from "~core/look";
import type { Project } from "~core/project";
import { keptPictures } from "../pictures";
import { paperOf } from "../paper";
import { download, fileName } from "./download";

/** @param what names the file and heads its pages beside the scene: "Parts list" */
export async function writeReport(sections: readonly ReportSection[], what: string, { scene, habits }: Project): Promise<void> {
  const { drawingsToPdf } = await import("./drawingPdf");
  const title = `${scene.name}: ${what.toLowerCase()}`;
  const pages = reportSheets(sections, { title, date: format(Date.now(), "d MMMM yyyy"), paper: paperOf(habits.paper) });
  const hashes = [...new Set(pages.flatMap((page) => page.pictures ?? []).map((p) => p.hash))];
  const pictures = hashes.length > 0 ? await keptPictures(hashes) : new Map<string, Uint8Array>();
  download(fileName(`${scene.name} ${what}`, "pdf"), await drawingsToPdf(pages, title, pictures), "application/pdf");
}
