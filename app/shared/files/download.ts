import type { Project } from "~core/project";

/** Hands a file to the browser's own download. */
export function download(name: string, data: string | Uint8Array | Blob, type: string): void {
  const url = URL.createObjectURL(data instanceof Blob ? data : new Blob([data as BlobPart], { type }));
  const link = document.createElement("a");
  link.href = url;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10000);
}

export const fileName = (scene: string, ending: string): string =>
  `${
    scene
      .replace(/[^\p{L}\p{N}]+/gu, "-")
      .replace(/^-|-$/g, "")
      .toLowerCase() || "scene"
  }.${ending}`;

/** The parts list as a file; what writes CSV comes when it is asked for. */
export async function downloadParts(project: Project, byteOrderMark = false): Promise<void> {
  const { partsCsv } = await import("./exports");
  download(fileName(project.scene.name, "csv"), partsCsv(project, Date.now(), byteOrderMark), "text/csv");
}
